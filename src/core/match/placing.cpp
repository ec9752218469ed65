// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/placing.h"
#include "core/base/sentence.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"

#include <algorithm>

namespace sokudo::match {
namespace {

plan::PortId holderOf(const plan::Plan& plan, plan::PortId port)
{
    const plan::Port* own = plan.ports.find(port);
    return own && own->splitOf.isSet() ? own->splitOf : port;  // a leg's module sits in the port it is split from
}

bool better(const Candidate& a, const Candidate& b)
{
    if (a.verdict != b.verdict) return a.verdict < b.verdict;
    if (a.rate != b.rate) return b.rate < a.rate;
    return a.name < b.name;
}

/// Module kinds whose body goes into the cage, as plugs go: the family says it.
std::vector<std::string> modulesFor(const plan::Plan& plan, plan::PortId port, const kb::KnowledgeBase& kb)
{
    std::vector<std::string> ids;
    const plan::Port* own = plan.ports.find(holderOf(plan, port));
    const kb::Cage* cage = own ? kb.find<kb::Cage>(own->cage) : nullptr;
    if (!cage || !cage->holdsModule) return ids;
    ids.emplace_back();
    for (const kb::ModuleKind& kind : kb.all<kb::ModuleKind>())
        if (const kb::Cage* result = kb.find<kb::Cage>(kind.cage); result && (cage->family.starts_with(result->family)))
            ids.push_back(kind.id);
    return ids;
}

}  // namespace

Result<plan::Plan> placed(const plan::Plan& plan, const plan::Link& link, SwapTarget place, const std::string& id,
                          const kb::KnowledgeBase& kb)
{
    plan::Plan next = plan;
    if (place == SwapTarget::Cable) {
        if (!kb.find<kb::Medium>(id))
            return failure(ErrorCode::NotFound,
                           text::say("placing.the-catalogue-has-no-2", "the catalogue has no cable “{}”", id));
        for (plan::RunId run : link.runs)
            if (const plan::Run* now = plan.runs.find(run)) {
                plan::Run changed = *now;
                changed.medium = id;
                next.runs = next.runs.with(changed);
            }
        return next;
    }
    if (!id.empty() && !kb::moduleNamed(kb, id))
        return failure(ErrorCode::NotFound,
                       text::say("placing.the-catalogue-has-no", "the catalogue has no module “{}”", id));
    const plan::Port* now = plan.ports.find(holderOf(plan, place == SwapTarget::ModuleA ? link.a : link.b));
    if (!now)
        return failure(ErrorCode::NotFound, text::say("placing.the-link-has-no", "the link has no port at that end"));
    plan::Port changed = *now;
    changed.module = id;
    next.ports = next.ports.with(changed);
    return next;
}

LinkReport judgeLink(const plan::Plan& plan, const plan::Link& link, const kb::KnowledgeBase& kb)
{
    LinkReport report = judge(linkContext(plan, link, kb));
    report.link = link;
    return report;
}

std::vector<Candidate> candidates(const plan::Plan& plan, const plan::Link& link, SwapTarget place,
                                  const kb::KnowledgeBase& kb)
{
    std::vector<Candidate> found;
    const auto look = [&](const std::string& id, std::string name, bool isThere) {
        const auto next = placed(plan, link, place, id, kb);
        if (!next) return;
        const LinkReport report = judgeLink(*next, link, kb);
        const bool plugsIn = std::none_of(report.findings.begin(), report.findings.end(),
                                          [](const Finding& finding) { return finding.outcome.caseId == "connector"; });
        if (place == SwapTarget::Cable && !plugsIn && !isThere) return;
        found.push_back({id, std::move(name), report.verdict, report.rate, report.reason(), isThere});
    };
    if (place == SwapTarget::Cable) {
        const plan::Run* first = plan.runs.find(link.id());
        for (const kb::Medium& medium : kb.all<kb::Medium>())
            look(medium.id, medium.name, first && first->medium == medium.id);
    } else {
        const plan::PortId port = place == SwapTarget::ModuleA ? link.a : link.b;
        const plan::Port* holder = plan.ports.find(holderOf(plan, port));
        for (const std::string& id : modulesFor(plan, port, kb))
            look(id, id.empty() ? std::string("no module") : kb::moduleNamed(kb, id)->name,
                 holder && holder->module == id);
    }
    std::stable_sort(found.begin(), found.end(), better);
    return found;
}

}  // namespace sokudo::match
