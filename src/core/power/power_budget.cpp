// SPDX-License-Identifier: GPL-3.0-or-later
// What a source of power has left for one link: its rule on a link, since it takes the other ports of the house.
#include <algorithm>

#include "core/kb/copper_rows.h"
#include "core/kb/power_rows.h"
#include "core/match/clause.h"
#include "core/match/power.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// The device at the far end of the cable at a port; null: nothing is known there.
const plan::Port* farPort(const plan::Plan& plan, plan::PortId port)
{
    for (const plan::Run* run : plan::runsAt(plan, port))
        if (const auto traced = plan::linkOf(plan, run->id))
            return plan.ports.find(traced->a == port ? traced->b : traced->a);
    return nullptr;
}

/// Watts that a port of the source grants to what hangs on it.
Watt grantAt(const LinkContext& link, const plan::Port& port)
{
    const kb::PoeType* type = link.kb.find<kb::PoeType>(port.traits.word("pse"));
    const plan::Port* far = type ? farPort(link.plan, port.id) : nullptr;
    const kb::PoeClass* asked = far ? link.kb.find<kb::PoeClass>(far->traits.word("pd")) : nullptr;
    return asked ? grantOf(link.kb, *type, *asked) : Watt{};
}

/// Watts taken before this port is asked: what is stated at the port; else what the ports that come first were given
/// out of `most`. A port that would take too much gets nothing and takes nothing.
Watt takenBefore(const LinkContext& link, const PowerFlow& flow, Watt most)
{
    if (const auto stated = flow.source->port->traits.as<Watt>("pse-others")) return *stated;
    Watt taken;
    for (const plan::Port* port : inPoeOrder(link.plan, flow.source->device->id)) {
        if (port->id == flow.source->port->id) break;
        if (const Watt grant = grantAt(link, *port); taken + grant <= most) taken = taken + grant;
    }
    return taken;
}

/// What a device that is itself fed over its cable receives: stated, or from the port that feeds it.
struct Fed {
    bool isFed = false;
    std::optional<Watt> granted;  ///< empty: not known
};

Fed fedBy(const LinkContext& link, const plan::Device& device)
{
    if (const auto stated = device.traits.as<Watt>("fed-w")) return {true, stated};
    for (const plan::Port* port : plan::portsOf(link.plan, device.id)) {
        const kb::PoeClass* asked = link.kb.find<kb::PoeClass>(port->traits.word("pd"));
        if (!asked) continue;
        const plan::Port* far = farPort(link.plan, port->id);
        const kb::PoeType* type = far ? link.kb.find<kb::PoeType>(far->traits.word("pse")) : nullptr;
        return {true, type ? std::optional(std::min(asked->device, type->device)) : std::nullopt};
    }
    return {};
}

void budget(const LinkContext& link, const PowerFlow& flow, Watt most, Outcomes& found)
{
    // A port that shows watts is powered, however its source counts.
    if (flow.source->port->traits.as<Watt>("poe-draw").value_or(Watt{}) > Watt{}) return;
    const Watt taken = takenBefore(link, flow, most);
    if (taken + flow.granted <= most) return;
    found.push_back(clause(link, "po-03",
                           {{"a", flow.source->device->name},
                            {"b", flow.device->name},
                            {"budget", most},
                            {"taken", taken},
                            {"asked", flow.granted}}));
}

void passedOn(const LinkContext& link, const PowerFlow& flow, Outcomes& found)
{
    const plan::Device& source = *flow.source->device;
    const Fed fed = fedBy(link, source);
    if (!fed.isFed) return;
    const auto own = source.traits.as<Watt>("own-w");
    if (!fed.granted || !own)
        return found.push_back({Verdict::Unknown,
                                {},
                                fed.granted ? StaticText("{a} is fed over its cable and feeds {b}: read what it uses "
                                                         "itself")
                                            : StaticText("{a} is fed over its cable and feeds {b}: find out what it is "
                                                         "granted"),
                                {{"a", source.name}, {"b", flow.device->name}},
                                {"practice", Certainty::Typical},
                                LinkPart::Between,
                                "po-09"});
    const Watt left =
        Watt::of(std::max(0.0, (fed.granted->in() - own->in()) * kb::powerFigure(link.kb, "pass-through").usual));
    const Watt taken = takenBefore(link, flow, left);
    if (taken + flow.granted <= left) return;
    found.push_back(clause(link, "po-09",
                           {{"a", source.name},
                            {"b", flow.device->name},
                            {"fed", *fed.granted},
                            {"own", *own},
                            {"left", left},
                            {"taken", taken},
                            {"asked", flow.granted}}));
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    const auto flow = powerOn(link);
    if (!flow || !flow->type || !flow->asked || !flow->source->device) return found;
    if (const auto most = flow->source->device->traits.as<Watt>("pse-budget")) budget(link, *flow, *most, found);
    passedOn(link, *flow, found);
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
