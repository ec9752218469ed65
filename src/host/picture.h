// SPDX-License-Identifier: GPL-3.0-or-later
// A picture from a camera, made ready to be kept in a house.
#pragma once

#include <string>

#include "core/base/result.h"
#include "ondemand/small_picture.h"

namespace sokudo::host {

using ondemand::Picture;

/// Reads a JPEG, PNG or WebP file, turns it upright, makes it at most 1600 pixels wide and high and less than half a
/// megabyte, and leaves out all that its file says beside the picture: where and when it was taken, by what, a preview.
/// @error NotFound  there is no such file, or it cannot be read
/// @error BadInput  no picture of these kinds, a damaged one, more than 200 million pixels in a JPEG and 50 in the
/// others
Result<Picture> readPicture(const std::string& path);

}  // namespace sokudo::host
