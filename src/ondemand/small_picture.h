// SPDX-License-Identifier: GPL-3.0-or-later
// What libsokudo_pictures.so offers: a picture made upright, small and bare by GraphicsMagick.
#pragma once

#include <string>

namespace sokudo::ondemand {

/// A picture as a house keeps it.
struct Picture {
    std::string jpeg;  ///< in base64 (RFC 4648)
    int width = 0, height = 0;
};

inline constexpr const char* kPicturesLibrary = "libsokudo_pictures.so";
inline constexpr const char* kPicturesFunction = "sokudoMakeSmall";
enum class PictureEnd { Made, Damaged, TooManyPixels };
/// @param bytes       of the file
/// @param format      as the library calls it: JPEG, PNG, WEBP
/// @param mostPixels  of the file
using MakeSmall = PictureEnd(const std::string& bytes, const std::string& format, double mostPixels, Picture& picture);

}  // namespace sokudo::ondemand
