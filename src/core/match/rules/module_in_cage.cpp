// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

text::Args argsOf(const LinkEnd& end)
{
    text::Args args{
        {"end", end.name}, {"cage", end.cage->name}, {"module", end.module ? end.module->name : end.port->module}};
    if (end.module) args.emplace_back("rate", text::Arg(end.module->rates.front()));
    if (end.port->forced) args.emplace_back("forced", text::Arg(*end.port->forced));
    return args;
}

/// A deeper cage takes the shallow modules of its family, never the other way round.
bool goesInto(const kb::Cage& module, const kb::Cage& cage)
{
    return module.family == cage.family || module.family + "-deep" == cage.family;
}

/// The adapter in the cage takes this module; null: there is none, or it does not.
const kb::CageAdapter* adapterFor(const LinkEnd& end, const kb::Cage& home, const kb::KnowledgeBase& kb)
{
    const kb::CageAdapter* adapter = kb.find<kb::CageAdapter>(end.word("adapter"));
    const kb::Cage* outer = adapter ? kb.find<kb::Cage>(adapter->outer) : nullptr;
    const kb::Cage* inner = adapter ? kb.find<kb::Cage>(adapter->inner) : nullptr;
    return outer && inner && end.cage->family.starts_with(outer->family) && home.family == inner->family &&
                   home.rate <= inner->rate
               ? adapter
               : nullptr;
}

/// A slower cage or a slower setting, by what kind of module it is.
std::string_view slowerClause(const LinkEnd& end, BitRate runs)
{
    if (end.module->rates.size() > 1 && runs < end.module->rates.front() && end.module->adapts == kb::Adapts::No)
        return "md-08";
    if (end.cage->family.starts_with("qsfp")) return "md-11";
    return runs <= gigabits(1) ? "md-02" : "md-09";
}

/// The module is faster than anything the cage is made for, by cage.
std::string_view tooFastClause(const LinkEnd& end)
{
    if (end.cage->family.starts_with("qsfp")) return "md-10";
    return end.cage->usualRate() <= gigabits(1) ? "md-04" : "md-07";
}

/// What is said of one end: its words and where they come from.
class EndWords {
public:
    EndWords(const LinkEnd& end, const LinkContext& link, LinkPart part) : m_end(end), m_link(link), m_part(part) {}
    Outcome own(Verdict verdict, StaticText pattern, StaticText caseId, Certainty certainty = Certainty::Typical) const
    {
        return {verdict, std::nullopt, pattern, argsOf(m_end), Cited(m_end.cage->from.source, certainty),
                m_part,  caseId};
    }
    Outcome numbered(std::string_view id, std::optional<BitRate> rate = {}) const
    {
        text::Args args = argsOf(m_end);
        if (rate)
            for (auto& [name, value] : args)
                if (name == "rate") value = *rate;
        return clause(m_link, id, std::move(args), rate, m_part);
    }

private:
    const LinkEnd& m_end;
    const LinkContext& m_link;
    LinkPart m_part;
};

/// A cage without a module that the catalogue knows.
std::optional<Outcome> withoutModule(const LinkEnd& end, const LinkContext& link, const EndWords& say)
{
    if (!end.cage->holdsModule) {
        if (end.port->module.empty()) return std::nullopt;
        return say.own(Verdict::NoLink, "{end} is a fixed {cage} socket: no module goes into it", "no-cage",
                       Certainty::Standard);
    }
    if (!end.port->module.empty())
        return say.own(Verdict::Unknown, "{module} in {end} is not in the catalogue: choose one that is, or add it",
                       "unknown-module");
    if (link.isCaptive()) return std::nullopt;
    return say.own(Verdict::Unknown, "{end} is an empty {cage} cage: choose the module", "empty-cage",
                   Certainty::Standard);
}

/// A single-lane module in a four-lane cage.
Outcome throughAdapter(const LinkEnd& end, const kb::CageAdapter& adapter, const EndWords& say)
{
    if (end.is("single-lane", "no")) return say.numbered("md-14");
    if (end.is("single-lane", "yes"))
        return say.numbered("md-13", end.rates.empty() ? std::nullopt : std::optional(end.rates.front()));
    Outcome unread = say.own(Verdict::Unknown, "the adapter puts the {module} on {end}: {note}", "md-13");
    unread.args.emplace_back("note", text::Arg(adapter.note));
    return unread;
}

/// The module and the host share a rate.
Outcome running(const LinkEnd& end, const LinkContext& link, const EndWords& say)
{
    const BitRate runs = end.rates.front();
    const bool isEnough = link.wanted && *link.wanted <= runs;
    const bool lowerOfTwo = link.common && end.module->rates.size() > 1 &&
                            kb::isFibre(link.kb.find<kb::Phy>(end.module->phy)->medium) &&
                            *link.common < end.module->rates.front();
    if (lowerOfTwo && !isEnough && !end.is("rate-select", "yes")) return say.numbered("md-08", link.common);
    if (runs < end.cage->usualRate() && !end.port->forced && !isEnough && !end.splits)
        return say.numbered(slowerClause(end, runs), runs);
    Outcome fits = say.numbered("md-01");
    fits.pattern = "the {module} belongs in the {cage} cage of {end}";
    return fits;
}

/// The module runs at no rate that the host offers.
Outcome notRunning(const LinkEnd& end, const EndWords& say)
{
    const auto offered = [&](BitRate rate) {
        return std::find(end.hostRates.begin(), end.hostRates.end(), rate) != end.hostRates.end();
    };
    const BitRate slowest = *std::min_element(end.module->rates.begin(), end.module->rates.end());
    if (slowest > end.cage->rate) return say.numbered(tooFastClause(end));
    if (end.port->forced && !offered(end.module->rates.front()))
        return say.own(Verdict::NoLink,
                       "{end} is forced to {forced}; the {module} runs at {rate} only. Set the port to {rate}, or fit "
                       "a module of {forced}",
                       "forced");
    if (end.ratesStated && slowest <= gigabits(1)) return say.numbered("md-03");
    if (end.ratesStated)
        return say.own(Verdict::NoLink, "{end} does not list {rate}, and the {module} runs at nothing else", "md-09");
    return say.own(Verdict::Unknown, "hosts seldom offer {rate} in a {cage} cage: look for it in the list of {end}",
                   "md-03");
}

std::optional<Outcome> judge(const LinkEnd& end, const LinkContext& link, LinkPart part)
{
    if (!end.port || !end.cage) return std::nullopt;
    const EndWords say(end, link, part);
    if (!end.cage->holdsModule || !end.module) return withoutModule(end, link, say);
    const kb::Cage* home = link.kb.find<kb::Cage>(end.module->cage);
    if (const kb::CageAdapter* adapter = home ? adapterFor(end, *home, link.kb) : nullptr)
        return throughAdapter(end, *adapter, say);
    if (!home || !goesInto(*home, *end.cage)) return say.numbered("md-12");
    return end.rates.empty() ? notRunning(end, say) : running(end, link, say);
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (auto outcome = judge(link.a, link, LinkPart::CageA)) found.push_back(std::move(*outcome));
    if (auto outcome = judge(link.b, link, LinkPart::CageB)) found.push_back(std::move(*outcome));
    return found;
}

}  // namespace

constinit const Rule kModuleInCage{
    .id = "module-in-cage",
    .title = "Each module runs in its cage",
    .why =
        "An optic runs only at the rate it was built for; the cage decides the most, the host's setting decides the "
        "actual rate.",
    .clauses = "md-01 md-02 md-03 md-04 md-07 md-08 md-09 md-10 md-11 md-12 md-13 md-14",
    .check = &check,
};

}  // namespace sokudo::match
