// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/copper_rows.h"
#include "core/match/clause.h"
#include "core/match/power.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr double kConversion = 0.88;  // of a fed switch: 85 to 90 %

/// Watts granted to the devices on the other ports of the source: what is stated at the port, or the sum over the plan.
Watt grantedElsewhere(const LinkContext& link, const PowerFlow& flow)
{
    if (const auto stated = flow.source->port->traits.as<Watt>("pse-others")) return *stated;
    Watt sum;
    for (const plan::Port* port : plan::portsOf(link.plan, flow.source->device->id)) {
        if (port->id == flow.source->port->id) continue;
        const kb::PoeType* type = link.kb.find<kb::PoeType>(port->traits.word("pse"));
        if (!type) continue;
        for (const plan::Run* run : plan::runsAt(link.plan, port->id)) {
            const auto traced = plan::linkOf(link.plan, run->id);
            if (!traced) continue;
            const plan::Port* far = link.plan.ports.find(traced->a == port->id ? traced->b : traced->a);
            const kb::PoeClass* asked = far ? link.kb.find<kb::PoeClass>(far->traits.word("pd")) : nullptr;
            if (asked) sum = sum + grantOf(link.kb, *type, *asked);
        }
    }
    return sum;
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    const auto flow = powerOn(link);
    if (!flow || !flow->type || !flow->asked || !flow->source->device) return found;
    const plan::Traits& source = flow->source->device->traits;
    const auto budget = source.as<Watt>("pse-budget");
    const auto fed = source.as<Watt>("fed-w");
    if (!budget && !fed) return found;
    const Watt sum = flow->granted + grantedElsewhere(link, *flow);
    if (budget && sum > *budget)
        found.push_back(clause(link, "po-03", {{"a", flow->source->device->name}, {"sum", sum}, {"budget", *budget}}));
    if (fed) {
        const Watt own = source.as<Watt>("own-w").value_or(Watt{});
        const Watt left = Watt::of(std::max(0.0, (fed->in() - own.in()) * kConversion));
        if (sum > left)
            found.push_back(clause(
                link, "po-09",
                {{"a", flow->source->device->name}, {"fed", *fed}, {"own", own}, {"left", left}, {"asked", sum}}));
    }
    return found;
}

}  // namespace

constinit const Rule kPowerBudget{
    .id = "power-budget",
    .title = "The source has power for all it feeds",
    .why =
        "Beyond its budget a switch refuses its last ports; a switch fed over its cable has less to give than it gets.",
    .clauses = "po-03 po-09",
    .check = &check,
};

}  // namespace sokudo::match
