// SPDX-License-Identifier: GPL-3.0-or-later
// What a variant comes to, side by side with the house: jobs, money, watts, work, failures.
#pragma once

#include "core/buy/list.h"
#include "core/expect/upgrade.h"

namespace sokudo::buy {

struct JobFigure {
    std::string name;
    std::optional<BitRate> rate;   ///< usual; empty: no way, or a link of it is not known
    std::optional<Duration> each;  ///< usual time of one copy; empty: a steady purpose
    std::optional<bool> isEnough;  ///< of a steady purpose: its worst moment is carried
    std::string limitedBy;         ///< what limits it
};

struct VariantFigures {
    std::string name;
    std::vector<JobFigure> jobs;                    ///< those of the house, in its order
    int links = 0, bad = 0;                         ///< joined ports, and those of them worse than limited
    Watt watts;                                     ///< of the whole house in normal use
    double minutes = 0;                             ///< of work
    std::size_t singlePoints = 0, worstCutOff = 0;  ///< things that cut off others, and the most that one does
    BitRate fastest;                                ///< the fastest link that comes up
    double hoursPerYear = 0;                        ///< saved by the copies, against the house
    BuyList list;
    /// What the list costs for each of these; nothing where there is none of it.
    std::optional<Money> perGbit;          ///< of rate that the links gained
    std::optional<Money> perPort;          ///< of the ports that devices gained
    std::optional<Money> perHour;          ///< saved in the first year
    std::optional<Money> perMeasuredMbit;  ///< of rate that the first job gained, as expected
};

/// @param house  what it is compared with; the same plan for the house itself
/// @error  what the solver of the list reports
Result<VariantFigures> figuresOf(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase&,
                                 const ListQuestion&);

/// Minutes of work of what a change takes: cables laid, modules, cards, switches.
/// @source supplies.csv, labours.csv
double minutesOf(const plan::Plan& variant, const Takings&, const kb::KnowledgeBase&);

/// One sentence for the heading: what the variants have in common and what one costs more.
text::Sentence verdictOf(const std::vector<VariantFigures>&, const CurrencyConverter&);

}  // namespace sokudo::buy
