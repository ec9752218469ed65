// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/packet_size.h"

#include <algorithm>

namespace sokudo::expect {

text::Sentence unlikeMtuNote(const Expectation& path)
{
    constexpr int kHeaders = 28;  // IPv4 and ICMP
    std::string larger;
    int most = path.mtu;
    for (const Stage& stage : path.stages) {
        if (stage.mtu <= path.mtu) continue;
        most = std::max(most, stage.mtu);
        larger += (larger.empty() ? "" : ", ") + stage.name;
    }
    if (larger.empty()) return {};
    return text::say("packet-size.the-path-runs-at",
                     "the path runs at MTU {}, although {} {} set to {}: set both ends of every link alike, and prove "
                     "it with a don't-fragment ping of {} bytes",
                     path.mtu, larger, larger.find(',') == std::string::npos ? "is" : "are", most, most - kHeaders);
}

int leastMtu(const std::vector<Stage>& stages, int otherwise)
{
    int least = 0;
    for (const Stage& stage : stages)
        if (stage.mtu > 0 && (least == 0 || stage.mtu < least)) least = stage.mtu;
    return least > 0 ? least : otherwise;
}

}  // namespace sokudo::expect
