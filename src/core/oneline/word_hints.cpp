// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/word_hints.h"

#include "core/base/ascii.h"
#include "core/base/sentence.h"

namespace sokudo::oneline {
namespace {

struct Hint {
    std::string_view word;
    text::Line says;
};

constexpr Hint kHints[] = {
    {"utp",
     {"word-hints.cable-without-a-screen",
      "cable without a screen needs no word; a screened one is written f/utp or screened"}},
    {"unshielded",
     {"word-hints.cable-without-a-screen-2",
      "cable without a screen needs no word; a screened one is written f/utp or screened"}},
    {"shielded", {"word-hints.write-screened-or-f", "write screened or f/utp"}},
    {"stp", {"word-hints.write-screened-or-s", "write screened or s/ftp"}},
    {"802.3af", {"word-hints.the-type-of-a", "the type of a port that gives power is written pse=type1"}},
    {"802.3at", {"word-hints.the-type-of-a-2", "the type of a port that gives power is written pse=type2"}},
    {"802.3bt",
     {"word-hints.the-type-of-a-3", "the type of a port that gives power is written pse=type3 or pse=type4"}},
    {"poe",
     {"word-hints.say-which-pse-type",
      "say which: pse=type2 on the port that gives power, pd=class4 on the device that takes it"}},
    {"poe+",
     {"word-hints.say-which-pse-type-2",
      "say which: pse=type2 on the port that gives power, pd=class4 on the device that takes it"}},
    {"ca-25g-l", {"word-hints.write-dac-class-l", "write dac class=l"}},
    {"ca-25g-s", {"word-hints.write-dac-class-s", "write dac class=s"}},
    {"ca-25g-n", {"word-hints.write-dac-class-n", "write dac class=n"}},
    {"cca", {"word-hints.copper-clad-aluminium-is", "copper-clad aluminium is written copper-clad"}},
    {"breakout", {"word-hints.a-split-port-is", "a split port is written split=4, a leg of it leg=1"}},
    {"break-out", {"word-hints.a-split-port-is-2", "a split port is written split=4, a leg of it leg=1"}},
    {"air", {"word-hints.a-radio-link-is", "a radio link is written wifi, or radio-60 for a 60 GHz bridge"}},
    {"wi-fi",
     {"word-hints.a-radio-link-is-2", "a radio link is written wifi phy-rate=1.2, or wifi width-mhz=80 streams=2"}},
    {"10gbe",
     {"word-hints.a-rate-is-written", "a rate is written rates=10 at an end, want=10 at the cable, 10g in a path"}},
    {"25gbe",
     {"word-hints.a-rate-is-written-2", "a rate is written rates=25 at an end, want=25 at the cable, 25g in a path"}},
    {"lacp", {"word-hints.links-that-act-as", "links that act as one are written bond=ports at the end"}},
    {"lag", {"word-hints.links-that-act-as-2", "links that act as one are written bond=ports at the end"}},
    {"vpn", {"word-hints.a-tunnel-is-written", "a tunnel is written tunnel=udp-tunnel, tunnel=esp-gcm and so on"}},
    {"lan", {"word-hints.a-rate-of-a-link", "a link is written by its rate: 10g"}},
    {"wifi6", {"word-hints.radio-by-its-row", "radio is written wifi6-2x2-80, wifi6-2x2-160 or radio 2402m"}},
    {"wifi7", {"word-hints.radio-by-its-row-2", "radio is written wifi7-2x2-160, wifi7-2x2-320 or radio 2882m"}},
    {"pin", {"word-hints.a-fault-of-the", "a fault of the wires is written wiremap=open-cd, wiremap=split and so on"}},
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

text::Sentence hintFor(std::string_view word)
{
    for (const Hint& hint : kHints)
        if (hint.word == word) return text::Sentence("; ") + hint.says;
    if (word.size() >= 2 && word.back() == 'x' && isFigure(word.substr(0, word.size() - 1)))
        return text::say("word-hints.disks-are-written-2", "; several disks are written hdd*{} raid5",
                         word.substr(0, word.size() - 1));
    if (isFigure(word))
        return text::say("word-hints.a-length-is-written",
                         "; a length is written {}m, several rates with + between: rates=10+5", word);
    return {};
}

}  // namespace sokudo::oneline
