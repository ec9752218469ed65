// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/formulas/bus.h"
#include "core/formulas/framing.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

std::string busName(int generation, int lanes) { return fmt::format("{}.0 ×{}", generation, lanes); }

std::optional<Outcome> judge(const LinkEnd& end, const LinkContext& link, LinkPart part)
{
    if (!end.slot || !end.port || !link.common) return std::nullopt;
    const plan::Slot& slot = *end.slot;
    text::Args args{{"end", end.name}, {"slot", slot.name}, {"link", *link.common}};
    if (slot.generation == 0 || slot.lanes == 0)
        return Outcome{Verdict::Unknown,
                       link.common,
                       "The width and generation of slot {slot} under {end} were never read",
                       args,
                       {"own", Certainty::Standard},
                       part,
                       "slot-unread"};
    const auto [generation, lanes] = plan::trained(slot);
    const auto bus = formulas::busCarries(link.kb, {generation, lanes, 0});
    const auto need = formulas::goodput(*link.common);
    if (!bus || !need) return std::nullopt;
    args.emplace_back("bus", text::Arg(busName(generation, lanes)));
    args.emplace_back("coded", text::Arg(text::rate(bus->coded, 3)));
    args.emplace_back("usable", text::Arg(text::rate(bus->usable.typical, 3)));
    if (bus->usable.typical >= *need)
        return Outcome{
            Verdict::Fits,
            {},
            "slot {slot} under {end}, {bus}, carries {coded} coded, {usable} of it payload: enough for {link}",
            args,
            {"pcie-base", Certainty::Standard},
            part,
            "slot",
            bus->working};
    return Outcome{
        Verdict::Limited,
        std::min(*link.common, bus->coded),
        "{link} on the wire, but slot {slot} under {end} is {bus} and carries {coded} coded, {usable} payload",
        args,
        {"pcie-base", Certainty::Standard},
        part,
        "slot",
        bus->working};
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (auto outcome = judge(link.a, link, LinkPart::SlotA)) found.push_back(*outcome);
    if (auto outcome = judge(link.b, link, LinkPart::SlotB)) found.push_back(*outcome);
    return found;
}

}  // namespace

constinit const Rule kSlotWidth{
    .id = "slot-width",
    .title = "The host slot is as wide as the card needs",
    .why = "A card links at its full rate in a narrow slot and moves half of it.",
    .clauses = "",
    .check = &check,
};

}  // namespace sokudo::match
