// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/kb/port_rows.h"
#include "core/kb/shared_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr Decibel kWeak = Decibel::fromSteps(45'000);
constexpr Decibel kLost = Decibel::fromSteps(55'000);

struct Sum {
    Decibel loss;
    std::string working;
};

/// Cable at 1.5 GHz, splitters, a jump between outputs and two connectors a part; a measured loss stands for all of it.
std::optional<Sum> pathLoss(const LinkContext& link)
{
    if (const auto measured = link.runAs<Decibel>("measured-loss"))
        return Sum{*measured, text::decibel(*measured) + " measured along it"};
    const kb::CoaxLoss* connector = link.kb.find<kb::CoaxLoss>("connector");
    if (!connector) return std::nullopt;
    Sum sum;
    std::vector<std::string> terms;
    int ends = 0;
    const auto add = [&](Decibel part, std::string name) {
        sum.loss = sum.loss + part;
        terms.push_back(fmt::format("{} {}", std::move(name), text::decibel(part)));
    };
    for (const CableSection* cable : link.cables()) {
        const kb::CoaxLoss* row = cable->medium ? link.kb.find<kb::CoaxLoss>(cable->medium->id) : nullptr;
        if (!row || !cable->length) return std::nullopt;
        add(Decibel::of(row->at1500.in() * cable->length->in() / 100), text::length(*cable->length) + " " + row->name);
        ends += 2;
        const plan::Traits& traits = cable->run->traits;
        const int splitters = traits.count("splitters").value_or(0);
        const int ways = traits.count("splitter-ways").value_or(2);
        const kb::CoaxLoss* splitter = link.kb.find<kb::CoaxLoss>(fmt::format("split-{}", ways <= 4   ? ways
                                                                                          : ways <= 6 ? 6
                                                                                                      : 8));
        if (splitters > 0 && splitter) {
            add(splitters * splitter->at1500, fmt::format("{} × {}", splitters, splitter->name));
            ends += 2 * splitters;
        }
        if (const kb::CoaxLoss* jump = link.kb.find<kb::CoaxLoss>("jump"); jump && traits.flag("jump"))
            add(jump->at1500, jump->name);
    }
    add(ends * connector->at1500, fmt::format("{} connectors", ends));
    sum.working = text::joined(terms, " + ") + " = " + text::decibel(sum.loss);
    return sum;
}

Outcomes check(const LinkContext& link)
{
    if (!link.isOn(kb::MediumKind::Coax) || !link.hasFarEnd()) return {};
    const auto path = pathLoss(link);
    if (!path || path->loss <= kWeak) return {};
    return single(clause(link, path->loss > kLost ? "cx-12" : "cx-09", {{"working", path->working}}, gigabits(0.15)));
}

}  // namespace

constinit const Rule kCoaxLoss{
    .id = "coax-loss",
    .title = "The coax path is not too weak",
    .why =
        "Every metre and every splitter takes signal; past a point the adapters fall to an older rate and then lose "
        "each other.",
    .clauses = "cx-09 cx-12",
    .check = &check,
};

}  // namespace sokudo::match
