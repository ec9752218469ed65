// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/cable_probe.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

#include "core/base/enum_code.h"
#include "core/base/text.h"

namespace sokudo::measure {
namespace {

constexpr std::array<std::string_view, 7> kStates{"unknown",      "good",  "open",     "short-within",
                                                  "short-across", "noise", "impedance"};
constexpr std::array<std::string_view, 7> kWords{"not told",
                                                 "good",
                                                 "open",
                                                 "shorted within the pair",
                                                 "touches another pair",
                                                 "too much noise to tell",
                                                 "another impedance there: a kink, a joint, water"};

tl::unexpected<Error> bad(const std::string& word, text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what), "“" + word + "”");
}

}  // namespace

std::string_view word(PairState state) { return kWords[static_cast<std::size_t>(state)]; }

bool CardCableTest::isGood() const
{
    return !pairs.empty() &&
           std::all_of(pairs.begin(), pairs.end(), [](const PairResult& one) { return one.state == PairState::Good; });
}

text::Sentence CardCableTest::sentence() const
{
    if (pairs.empty()) return text::say("cable-probe.nothing", "{}: the card told nothing", interface);
    if (isGood())
        return text::say("cable-probe.good", "{}: all pairs good, as far as a card can tell: it proves no rate",
                         interface);
    std::vector<std::string> faults;
    std::size_t good = 0;
    for (const PairResult& one : pairs) {
        good += one.state == PairState::Good;
        if (one.state == PairState::Good) continue;
        std::string text = fmt::format("pair {} {}", one.pair, word(one.state));
        if (one.fault) text += " at " + text::length(*one.fault);
        faults.push_back(std::move(text));
    }
    return text::say("cable-probe.says", "{}: {}{}", interface, text::joined(faults, "; "),
                     good > 0 ? "; the others good" : "");
}

Result<CardCableTest> cardCableTestOf(const std::string& interface, const std::string& line)
{
    CardCableTest made{interface, {}};
    for (const std::string& part : text::split(line, ',')) {
        const auto words = text::split(text::trimmed(part), ' ');
        if (words.size() < 2 || words[0].size() != 1 || words[0][0] < 'A' || words[0][0] > 'D')
            return bad(part, text::say("cable-probe.pair", "a pair is written “B open 12.4m”, with A to D"));
        PairResult one;
        one.pair = words[0][0];
        const auto state = fromCode<PairState>(kStates, words[1]);
        if (!state)
            return bad(part, text::say("cable-probe.state",
                                       "a pair is good, open, short-within, short-across, noise, "
                                       "impedance or unknown"));
        one.state = *state;
        if (words.size() > 2) {
            std::string figure = words[2];
            if (figure.ends_with("m")) figure.pop_back();
            const auto metres = text::parseNumber(figure);
            if (!metres || *metres < 0) return bad(part, text::say("cable-probe.at", "a place is written 12.4m"));
            one.fault = Length::of(*metres);
        }
        made.pairs.push_back(one);
    }
    return made;
}

}  // namespace sokudo::measure
