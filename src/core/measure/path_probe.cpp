// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/path_probe.h"

namespace sokudo::measure {
namespace {

constexpr int kLeast = 576;  ///< any host takes that. @source rfc-1122
constexpr int kTries = 3;

}  // namespace

Result<ProbedMtu> probeMtu(PathProbe& probe, const std::string& host, int most, const std::atomic<bool>& cancel)
{
    if (most < kLeast || most > 65535)
        return failure(ErrorCode::OutOfRange,
                       text::say("path-probe.range", "{} bytes lie outside {} to 65535", most, kLeast));
    ProbedMtu made;
    const auto passes = [&](int bytes) -> Result<bool> {
        for (int i = 0; i < kTries; ++i) {
            if (cancel)
                return failure(ErrorCode::Cancelled, text::say("path-probe.cancelled", "the probe was stopped"));
            ++made.packets;
            const auto came = probe.passes(host, bytes);
            if (!came || *came) return came;
        }
        return false;
    };
    const auto least = passes(kLeast);
    if (!least) return tl::unexpected(least.error());
    if (!*least)
        return failure(ErrorCode::Unreachable,
                       text::say("path-probe.silent",
                                 "{} does not answer packets of {} bytes: see that it is on and "
                                 "answers echo requests",
                                 host, kLeast));
    int good = kLeast, bad = most + 1;
    const auto all = passes(most);
    if (!all) return tl::unexpected(all.error());
    if (*all) good = most;
    while (good + 1 < bad && good < most) {
        const int middle = good + (bad - good) / 2;
        const auto came = passes(middle);
        if (!came) return tl::unexpected(came.error());
        (*came ? good : bad) = middle;
    }
    made.bytes = good;
    made.says =
        text::say("path-probe.says", "packets up to {} bytes reach {} whole ({} tried)", good, host, made.packets);
    return made;
}

}  // namespace sokudo::measure
