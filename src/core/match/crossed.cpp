// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/crossed.h"

#include <unordered_map>

#include "core/base/sentence.h"
#include "core/match/placing.h"

namespace sokudo::match {
namespace {

constexpr std::size_t kMostDark = 12;

struct LinkDownEnd {
    plan::PortId port;
    const LinkReport* report;
};

/// The verdict of the link that holds the run, in this plan.
std::optional<BitRate> rateOf(const plan::Plan& plan, plan::RunId run, const kb::KnowledgeBase& kb)
{
    const auto link = plan::linkOf(plan, run);
    if (!link || !link->b.isSet()) return std::nullopt;
    const LinkReport report = judgeLink(plan, *link, kb);
    return report.verdict <= Verdict::Limited ? report.rate : std::nullopt;
}

std::optional<Swap> trySwap(const plan::Plan& plan, const LinkDownEnd& a, const LinkDownEnd& b, SwapOf what,
                            const kb::KnowledgeBase& kb)
{
    Swap swap{a.port, b.port, {a.report->link.id(), b.report->link.id()}, what, {}};
    if (what == SwapOf::Modules && plan.ports.find(a.port)->module == plan.ports.find(b.port)->module)
        return std::nullopt;
    const plan::Plan next = swapped(plan, swap);
    const auto first = rateOf(next, swap.runs[0], kb), second = rateOf(next, swap.runs[1], kb);
    if (!first || !second) return std::nullopt;
    swap.text =
        text::say("crossed.and-are-both-dark", "{} and {} both have no link: swap their {}, and both link ({} and {})",
                  plan::portText(plan, a.port), plan::portText(plan, b.port), word(what),
                  text::figure::linkRate(*first), text::figure::linkRate(*second));
    return swap;
}

}  // namespace

std::string_view word(SwapOf what)
{
    constexpr std::string_view kWords[] = {"modules", "cables", "modules with their cables"};
    return kWords[static_cast<int>(what)];
}

plan::Plan swapped(const plan::Plan& plan, const Swap& swap)
{
    plan::Plan next = plan;
    if (swap.what != SwapOf::Cables) {
        plan::Port first = *plan.ports.find(swap.first), second = *plan.ports.find(swap.second);
        std::swap(first.module, second.module);
        next.ports = next.ports.with(first).with(second);
    }
    if (swap.what == SwapOf::Modules) return next;
    for (const plan::Run& run : plan.runs) {
        plan::Run changed = run;
        for (plan::PortId* end : {&changed.a, &changed.b})
            *end = *end == swap.first ? swap.second : *end == swap.second ? swap.first : *end;
        if (!(changed == run)) next.runs = next.runs.with(changed);
    }
    return next;
}

std::vector<Swap> crossedLinks(const plan::Plan& plan, const Reports& reports, const kb::KnowledgeBase& kb)
{
    std::unordered_map<plan::DeviceId, std::vector<LinkDownEnd>> dark;
    for (const LinkReport& report : reports) {
        if (report.verdict != Verdict::NoLink || !report.link.b.isSet()) continue;
        for (plan::PortId end : {report.link.a, report.link.b})
            if (const plan::Port* port = plan.ports.find(end)) dark[port->device].push_back({end, &report});
    }
    std::vector<Swap> found;
    for (const auto& [device, ends] : dark) {
        if (ends.size() > kMostDark) continue;
        for (std::size_t i = 0; i < ends.size(); ++i)
            for (std::size_t j = i + 1; j < ends.size(); ++j) {
                if (ends[i].report == ends[j].report) continue;
                for (SwapOf what : {SwapOf::Modules, SwapOf::Cables, SwapOf::Both})
                    if (auto swap = trySwap(plan, ends[i], ends[j], what, kb)) {
                        found.push_back(std::move(*swap));
                        break;
                    }
            }
    }
    std::sort(found.begin(), found.end(), [&](const Swap& a, const Swap& b) {
        const auto names = [&](const Swap& swap) {
            return std::pair(plan::portText(plan, swap.first), plan::portText(plan, swap.second));
        };
        return names(a) < names(b);
    });
    return found;
}

}  // namespace sokudo::match
