// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/instruments.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"
#include "core/buy/currency_converter.h"

namespace sokudo::buy {
namespace {

constexpr double kMinutesADay = 360;  ///< own: six hours of testing on a borrowed day
constexpr double kGoodEnough = 60;    ///< own: per cent of faults found, where time has no price

}  // namespace

InstrumentAnswer instrumentsFor(int runs, Money hour, const kb::KnowledgeBase& kb)
{
    InstrumentAnswer answer;
    answer.faults = runs * kb::tradeFigure(kb, "fault-share") / 100;
    const double revisit = kb::tradeFigure(kb, "revisit");
    for (const kb::Instrument& row : kb.all<kb::Instrument>()) {
        InstrumentChoice one;
        one.kind = &row;
        one.buy = row.price;
        one.days = static_cast<int>(std::ceil(std::max(1.0, runs * row.minutesPerRun / kMinutesADay)));
        if (row.dayRent) one.borrow = one.days * *row.dayRent;
        one.isBorrowed = one.borrow && *one.borrow < one.buy;
        one.faultsLeft = answer.faults * (1 - row.findsPercent / 100);
        one.minutes = runs * row.minutesPerRun + one.faultsLeft * revisit;
        one.total = (one.isBorrowed ? *one.borrow : one.buy) + Money::of(hour.in() * one.minutes / 60);
        answer.choices.push_back(one);
    }
    InstrumentChoice* best = nullptr;
    for (InstrumentChoice& one : answer.choices) {
        if (hour <= Money{} && one.kind->findsPercent < kGoodEnough) continue;
        if (!best || one.total < best->total) best = &one;
    }
    if (!best) return answer;
    best->isBest = true;
    const std::string how = best->total <= Money{} ? "Do without" : best->isBorrowed ? "Borrow" : "Buy";
    answer.sentence =
        text::say("instruments.best", "{}: {} for {} runs proves {}; {:.1f} of {:.1f} expected faults stay unseen", how,
                  best->kind->name, runs, best->kind->proves, best->faultsLeft, answer.faults);
    answer.practice = text::say(
        "instruments.practice",
        "Some certify every run, since a report ends arguments; others wire-map each run and let a long test at the "
        "wanted rate decide. Default: the second, since a home has no warranty to prove; borrow a certifier for runs "
        "that disappear behind plaster");
    return answer;
}

}  // namespace sokudo::buy
