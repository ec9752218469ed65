// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/kb/part_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

bool isFourLane(const LinkEnd& end) { return end.cage && end.cage->family.starts_with("qsfp"); }

/// Cabled as one of several: a leg is stated, or a lead leads from a four-lane cage to a single-lane one.
bool isCabledAsLeg(const LinkContext& link, const LinkEnd& end)
{
    if (!isFourLane(end) || link.kb.find<kb::CageAdapter>(end.word("adapter"))) return false;
    if (end.whole || end.splits || end.port->traits.has("leg") || end.port->traits.has("legs-used")) return true;
    const LinkEnd& far = link.other(end);
    return link.isCaptive() && far.cage && !isFourLane(far) && far.cage->holdsModule;
}

/// The row by which this port splits into so many legs: of its own cage, else of any cage of its family, as a QSFP28
/// takes a QSFP+ part.
const kb::BreakOut* rowFor(const LinkContext& link, const LinkEnd& end, int legs)
{
    const std::string_view phy = end.module ? std::string_view(end.module->phy) : std::string_view();
    const kb::BreakOut* usual = kb::breakOutOf(link.kb, end.cage->id, legs);
    for (const kb::BreakOut& row : link.kb.all<kb::BreakOut>())
        if (row.cage == end.cage->id && row.legs == legs &&
            std::find(row.modulePhys.begin(), row.modulePhys.end(), phy) != row.modulePhys.end())
            return &row;
    return usual;
}

/// Lanes leave the module on fibres of their own.
bool isSeparable(const kb::BreakOut& row, std::string_view phy)
{
    return std::find(row.modulePhys.begin(), row.modulePhys.end(), phy) != row.modulePhys.end();
}

int legsInUse(const LinkContext& link, const LinkEnd& end)
{
    if (const auto stated = end.port->traits.count("legs-used")) return *stated;
    if (!end.whole) return 1;
    int used = 0;
    for (const plan::Port& port : link.plan.ports)
        if (port.splitOf == end.whole->id && !plan::runsAt(link.plan, port.id).empty()) ++used;
    return used;
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    const auto look = [&](const LinkEnd& end, LinkPart part) {
        if (!end.port || !isCabledAsLeg(link, end)) return;
        const int legs = end.splits > 0 ? end.splits : 4;
        const bool isCard = end.device && plan::isHost(end.device->role);
        text::Args args{{"end", end.name},
                        {"cage", end.cage->name},
                        {"rate", end.cage->rate},
                        {"module", end.module ? end.module->name : std::string("lead")}};
        const kb::BreakOut* row = rowFor(link, end, legs);
        args.emplace_back("must", text::Arg(row ? row->hostMust : std::string("list such a split")));
        const int used = legsInUse(link, end);
        if (end.splits == 0 && used > 1) return found.push_back(clause(link, "md-27", std::move(args), {}, part));
        if (end.splits == 0 || (isCard && !end.is("can-split", "yes")) || end.is("can-split", "no"))
            return found.push_back(clause(link, "md-24", std::move(args), {}, part));
        if (end.module && (!row || !isSeparable(*row, end.module->phy)))
            return found.push_back(clause(link, "md-25", std::move(args), {}, part));
        const int leg = end.port->leg > 0 ? end.port->leg : end.port->traits.count("leg").value_or(1);
        if (leg > legs) {
            args.emplace_back("leg", text::Arg(static_cast<double>(leg)));
            args.emplace_back("legs", text::Arg(static_cast<double>(legs)));
            return found.push_back(clause(link, "md-31", std::move(args), {}, part));
        }
        if (!link.common) return;
        found.push_back(clause(link, "md-26",
                               {{"leg", static_cast<double>(leg)},
                                {"end", end.name},
                                {"rate", *link.common},
                                {"used", static_cast<double>(used)},
                                {"legs", static_cast<double>(legs)}},
                               link.common, part));
    };
    look(link.a, LinkPart::CageA);
    look(link.b, LinkPart::CageB);
    return found;
}

}  // namespace

constinit const Rule kBreakOut{
    .id = "break-out",
    .title = "A break-out is split, separable and cabled leg by leg",
    .why = "A break-out is several links: the host must split the port and the lanes must leave it apart.",
    .clauses = "md-24 md-25 md-26 md-27 md-31",
    .check = &check,
};

}  // namespace sokudo::match
