// SPDX-License-Identifier: GPL-3.0-or-later
// The cable test of a network card, where its driver has one. A door to the world with a real and a simulated side.
#pragma once

#include <atomic>
#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::measure {

enum class PairState { Unknown, Good, Open, ShortWithin, ShortAcross, Noise, Impedance };
std::string_view word(PairState);

/// One pair as the card sees it.
struct PairResult {
    char pair = 'A';  ///< A to D: pins 1-2, 3-6, 4-5, 7-8 of a card that crosses nothing
    PairState state = PairState::Unknown;
    std::optional<Length> fault;  ///< from the card, as its own velocity says; within 1 or 2 m
};

struct CardCableTest {
    std::string interface;
    std::vector<PairResult> pairs;
    bool isGood() const;
    /// "pair B open at 12.4 m; the others good".
    text::Sentence sentence() const;
};

class CableProbe {
public:
    virtual ~CableProbe() = default;
    /// Takes the link down for some seconds.
    /// @error NotAllowed  the system asks for more rights
    /// @error NotFound    no such interface, or its driver has no cable test
    /// @error TimedOut, Cancelled
    virtual Result<CardCableTest> test(const std::string& interface, const std::atomic<bool>& cancel) = 0;
};

/// “A good, B open 12.4m, C good, D short-within 3m”: as a captured host keeps it.
/// @error BadInput  no pair, or a word that is none of these
Result<CardCableTest> cardCableTestOf(const std::string& interface, const std::string& text);

}  // namespace sokudo::measure
