// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/word_hints.h"

#include "core/base/ascii.h"

namespace sokudo::oneline {
namespace {

struct Hint {
    std::string_view word, says;
};

constexpr Hint kHints[] = {
    {"utp", "cable without a screen needs no word; a screened one is written f/utp or screened"},
    {"unshielded", "cable without a screen needs no word; a screened one is written f/utp or screened"},
    {"shielded", "write screened or f/utp"},
    {"stp", "write screened or s/ftp"},
    {"802.3af", "the type of a port that gives power is written pse=type1"},
    {"802.3at", "the type of a port that gives power is written pse=type2"},
    {"802.3bt", "the type of a port that gives power is written pse=type3 or pse=type4"},
    {"poe", "say which: pse=type2 on the port that gives power, pd=class4 on the device that takes it"},
    {"poe+", "say which: pse=type2 on the port that gives power, pd=class4 on the device that takes it"},
    {"ca-25g-l", "write dac class=l"},
    {"ca-25g-s", "write dac class=s"},
    {"ca-25g-n", "write dac class=n"},
    {"cca", "copper-clad aluminium is written copper-clad"},
    {"breakout", "a split port is written split=4, a leg of it leg=1"},
    {"break-out", "a split port is written split=4, a leg of it leg=1"},
    {"air", "a radio link is written wifi, or radio-60 for a 60 GHz bridge"},
    {"wi-fi", "a radio link is written wifi phy-rate=1.2, or wifi width-mhz=80 streams=2"},
    {"10gbe", "a rate is written rates=10 at an end, want=10 at the cable, 10g in a path"},
    {"25gbe", "a rate is written rates=25 at an end, want=25 at the cable, 25g in a path"},
    {"lacp", "links that act as one are written bond=ports at the end"},
    {"lag", "links that act as one are written bond=ports at the end"},
    {"vpn", "a tunnel is written tunnel=udp-tunnel, tunnel=esp-gcm and so on"},
    {"pin", "a fault of the wires is written wiremap=open-cd, wiremap=split and so on"},
};

/// "90", "30.5": a figure without its unit.
bool isFigure(std::string_view word)
{
    bool hasDigit = false;
    for (char c : word) {
        if (!ascii::isDigit(c) && c != '.') return false;
        hasDigit = hasDigit || ascii::isDigit(c);
    }
    return hasDigit;
}

}  // namespace

std::string hintFor(std::string_view word)
{
    for (const Hint& hint : kHints)
        if (hint.word == word) return "; " + std::string(hint.says);
    if (isFigure(word))
        return "; a length is written " + std::string(word) + "m, several rates with + between: rates=10+5";
    return {};
}

}  // namespace sokudo::oneline
