// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/picture.h"

#include <filesystem>
#include <fstream>
#include <sstream>

#include "core/base/sentence.h"
#include "ondemand/library.h"
#include "ondemand/small_picture.h"

namespace sokudo::host {
namespace {

constexpr std::uintmax_t kLargestFile = 80'000'000;  // bytes
// A JPEG is read at a fraction of its size; other kinds are unpacked whole, four bytes a pixel and more.
constexpr double kMostJpegPixels = 200e6, kMostPixels = 50e6;

tl::unexpected<Error> refuse(const std::string& path, text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what), path);
}

/// The library's name of the file's format, by its first bytes; empty: none that is read.
std::string formatOf(const std::string& bytes)
{
    const auto begins = [&](std::string_view mark, std::size_t at = 0) {
        return bytes.compare(at, mark.size(), mark) == 0;
    };
    if (begins("\xFF\xD8\xFF")) return "JPEG";
    if (begins("\x89PNG\r\n")) return "PNG";
    if (bytes.size() > 12 && begins("RIFF") && begins("WEBP", 8)) return "WEBP";
    return {};
}

Result<std::string> bytesOf(const std::string& path)
{
    std::error_code failed;
    const std::uintmax_t size = std::filesystem::file_size(path, failed);
    if (failed)
        return failure(ErrorCode::NotFound, text::say("picture.no-file", "there is no such file, or it cannot be read"),
                       path);
    if (size > kLargestFile)
        return refuse(path,
                      text::say("picture.file-too-large", "the file is larger than 80 MB; make it smaller first"));
    std::ifstream file(path, std::ios::binary);
    // Not by iterators: these throw where the file cannot be read.
    std::ostringstream bytes;
    bytes << file.rdbuf();
    if (!file.is_open() || bytes.fail())
        return failure(ErrorCode::NotFound, text::say("picture.unreadable", "the file is empty, or cannot be read"),
                       path);
    return std::move(bytes).str();
}

tl::unexpected<Error> damaged(const std::string& path)
{
    return refuse(path, text::say("picture.is-damaged", "the picture is damaged; open and save it again"));
}

}  // namespace

Result<Picture> readPicture(const std::string& path)
{
    const auto bytes = bytesOf(path);
    if (!bytes) return tl::unexpected(bytes.error());
    const std::string format = formatOf(*bytes);
    if (format.empty())
        return refuse(path, text::say("picture.no-picture", "this is no JPEG, PNG or WebP picture; save it as one"));
    const auto library = ondemand::functionIn(ondemand::kPicturesLibrary, ondemand::kPicturesFunction);
    if (!library) return tl::unexpected(library.error());
    const double most = format == "JPEG" ? kMostJpegPixels : kMostPixels;
    Picture picture;
    switch (reinterpret_cast<ondemand::MakeSmall*>(*library)(*bytes, format, most, picture)) {
    case ondemand::PictureEnd::Made: return picture;
    case ondemand::PictureEnd::Damaged: return damaged(path);
    case ondemand::PictureEnd::TooManyPixels: break;
    }
    return refuse(path, text::say("picture.too-many-pixels",
                                  "the picture has more than {} million pixels; make it smaller first", most / 1e6));
}

}  // namespace sokudo::host
