// SPDX-License-Identifier: GPL-3.0-or-later
// What a wire-map tester shows of eight wires: which pin comes out where, what is wrong with it, at which end the fault
// is likelier, and what it does to each rate.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/kb/copper_rows.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::cabletest {

inline constexpr int kOpen = 0;

struct Short {
    int a = 0, b = 0;  ///< pins of the near end, a < b
    friend bool operator==(const Short&, const Short&) = default;
};

/// As the tester shows it.
struct WireMap {
    std::array<int, 9> far{};  ///< by near pin from 1: the far pin it comes out at; `kOpen`: nowhere
    std::vector<Short> shorts;
    std::optional<bool> hasScreen;  ///< continuous or not; empty: unscreened, or not shown
    friend bool operator==(const WireMap&, const WireMap&) = default;
};

/// “1-1 2-2 3-6 6-3 4-4 5-5 7-x 8-8”, any order: near pin, far pin; x or “open” where it comes out nowhere; “4=5” is a
/// short of two near pins; “screen” and “no-screen”. Eight fields “1 2 6 4 5 3 7 8” are the far pins in order.
/// @error BadInput  a pin twice, left out, or none of 1 to 8: with both places
Result<WireMap> wireMapOf(const std::string& line);
/// The line that gives it again, in the order of the pins.
std::string lineOf(const WireMap&);

/// Every pin comes out where it belongs, and none touch.
bool isStraight(const WireMap&);

/// What else is known of the cable: a map alone does not show a split pair.
struct MapEvidence {
    bool failsCrosstalk = false;     ///< NEXT fails, or the tester names split pairs
    std::optional<BitRate> linksAt;  ///< the rate that two ports of `wanted` came up at
    std::optional<BitRate> wanted;
    std::string nearEnd, farEnd;  ///< ids in end_kinds.csv; empty: not known
};

/// One thing that is wrong.
struct MapFault {
    const kb::WireFault* kind = nullptr;
    std::string pairs;  ///< "1-2", "3-6 and 4-5"
    text::Sentence says;
};

enum class LikelyEnd { Near, Far, Either };

/// What is left at one rate of two ports that offer it.
struct RateEffect {
    BitRate asked;
    Verdict verdict = Verdict::Unknown;
    std::optional<BitRate> left;  ///< empty: none
};

struct MapVerdict {
    std::vector<MapFault> faults;     ///< the worst first; empty: straight
    std::string id;                   ///< of the worst, in wire_faults.csv; "good" where nothing is wrong
    text::Sentence name;              ///< "Open", "Reversed and crossed"
    std::vector<RateEffect> effects;  ///< 0.1, 1, 2.5 and 10 Gb/s
    std::string power;                ///< what PoE does
    LikelyEnd end = LikelyEnd::Either;
    text::Sentence why;                ///< of the end
    std::vector<text::Sentence> next;  ///< what to do, in order
};

MapVerdict judgeMap(const WireMap&, const MapEvidence&, const kb::KnowledgeBase&);

}  // namespace sokudo::cabletest
