// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/picture.h"

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <mutex>

#include <Magick++.h>

#include "core/base/sentence.h"

namespace sokudo::host {
namespace {

constexpr unsigned kLongestSide = 1600;              // pixels: a screen full, and print on a jack can be read
constexpr std::size_t kLargest = 500'000;            // bytes of JPEG
constexpr std::uintmax_t kLargestFile = 80'000'000;  // bytes
// A JPEG is read at a fraction of its size; other kinds are unpacked whole, four bytes a pixel and more.
constexpr double kMostJpegPixels = 200e6, kMostPixels = 50e6;
constexpr std::int64_t kMostMemory = 1'000'000'000;  // bytes

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
    std::string bytes((std::istreambuf_iterator<char>(file)), std::istreambuf_iterator<char>());
    if (!file.good() && !file.eof())
        return failure(ErrorCode::NotFound, text::say("picture.unreadable", "the file cannot be read"), path);
    return bytes;
}

/// The library without its handlers of signals, which are the program's own.
void start()
{
    static std::once_flag once;
    std::call_once(once, [] {
        MagickLib::InitializeMagickEx(nullptr, MAGICK_OPT_NO_SIGNAL_HANDER, nullptr);
        MagickLib::SetMagickResourceLimit(MagickLib::MemoryResource, kMostMemory);
        MagickLib::SetMagickResourceLimit(MagickLib::MapResource, kMostMemory);
        MagickLib::SetMagickResourceLimit(MagickLib::DiskResource, 0);
    });
}

tl::unexpected<Error> damaged(const std::string& path)
{
    return refuse(path, text::say("picture.is-damaged", "the picture is damaged; open and save it again"));
}

/// A few bytes too many, or a colour profile that is not known, are told as warnings; the picture is there.
template <class Read>
void withWarnings(Read read)
{
    try {
        read();
    } catch (const Magick::Warning&) {}
}

/// Smaller and coarser until it is small enough.
Picture kept(Magick::Image image)
{
    Magick::Blob blob;
    for (unsigned side = kLongestSide;; side = side * 4 / 5) {
        image.resize(Magick::Geometry(std::to_string(side) + "x" + std::to_string(side) + ">"));
        for (unsigned quality : {82u, 70u}) {
            image.quality(quality);
            image.magick("JPEG");
            image.write(&blob);
            if (blob.length() <= kLargest || side < 200)
                return {blob.base64(), static_cast<int>(image.columns()), static_cast<int>(image.rows())};
        }
    }
}

}  // namespace

Result<Picture> readPicture(const std::string& path)
{
    const auto bytes = bytesOf(path);
    if (!bytes) return tl::unexpected(bytes.error());
    const std::string format = formatOf(*bytes);
    if (format.empty())
        return refuse(path, text::say("picture.no-picture", "this is no JPEG, PNG or WebP picture; save it as one"));
    start();
    try {
        const Magick::Blob blob(bytes->data(), bytes->size());
        Magick::Image image;
        image.magick(format);
        withWarnings([&] { image.ping(blob); });
        const double most = format == "JPEG" ? kMostJpegPixels : kMostPixels;
        if (double(image.columns()) * image.rows() > most)
            return refuse(path,
                          text::say("picture.too-many-pixels",
                                    "the picture has more than {} million pixels; make it smaller first", most / 1e6));
        const bool isLarge = std::max(image.columns(), image.rows()) > kLongestSide;
        image = Magick::Image();
        image.magick(format);
        // A JPEG is then unpacked at an eighth to the whole of its size, and no larger than it is.
        if (isLarge) image.size(Magick::Geometry(kLongestSide, kLongestSide));
        withWarnings([&] { image.read(blob); });
        if (image.columns() == 0 || image.rows() == 0) return damaged(path);
        image.autoOrient();
        image.strip();
        image.backgroundColor("white");  // what is see-through in a PNG
        return kept(std::move(image));
    } catch (const Magick::Exception&) {
        return damaged(path);
    }
}

}  // namespace sokudo::host
