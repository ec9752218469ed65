// SPDX-License-Identifier: GPL-3.0-or-later
#include "ondemand/small_picture.h"

#include <algorithm>
#include <mutex>
#include <type_traits>

#include <Magick++.h>

namespace sokudo::ondemand {
namespace {

constexpr unsigned kLongestSide = 1600;              // pixels: a screen full, and print on a jack can be read
constexpr std::size_t kLargest = 500'000;            // bytes of JPEG
constexpr std::int64_t kMostMemory = 1'000'000'000;  // bytes

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

PictureEnd makeSmall(const std::string& bytes, const std::string& format, double mostPixels, Picture& picture)
{
    start();
    try {
        const Magick::Blob blob(bytes.data(), bytes.size());
        Magick::Image image;
        image.magick(format);
        withWarnings([&] { image.ping(blob); });
        if (double(image.columns()) * image.rows() > mostPixels) return PictureEnd::TooManyPixels;
        const bool isLarge = std::max(image.columns(), image.rows()) > kLongestSide;
        image = Magick::Image();
        image.magick(format);
        // A JPEG is then unpacked at an eighth to the whole of its size, and no larger than it is.
        if (isLarge) image.size(Magick::Geometry(kLongestSide, kLongestSide));
        withWarnings([&] { image.read(blob); });
        if (image.columns() == 0 || image.rows() == 0) return PictureEnd::Damaged;
        image.autoOrient();
        image.strip();
        image.backgroundColor("white");  // what is see-through in a PNG
        picture = kept(std::move(image));
        return PictureEnd::Made;
    } catch (const Magick::Exception&) {
        return PictureEnd::Damaged;
    }
}

}  // namespace

extern "C" PictureEnd sokudoMakeSmall(const std::string& bytes, const std::string& format, double mostPixels,
                                      Picture& picture)
{
    return makeSmall(bytes, format, mostPixels, picture);
}

static_assert(std::is_same_v<MakeSmall, decltype(sokudoMakeSmall)>);

}  // namespace sokudo::ondemand
