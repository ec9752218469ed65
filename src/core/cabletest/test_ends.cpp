// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/test_ends.h"

#include <algorithm>
#include <set>

#include "core/base/text.h"
#include "core/expect/path_expectation.h"
#include "core/plan/trace.h"

namespace sokudo::cabletest {
namespace {

constexpr double kProves = 0.95;
constexpr int kStreams[] = {1, 4, 8};  ///< one core stops one stream before a fast link does

bool isHost(const plan::Device& device)
{
    return device.role == plan::Role::Computer || device.role == plan::Role::Storage;
}

/// The fastest port of a host: those that could carry the most are asked first.
BitRate fastest(const plan::Plan& plan, plan::DeviceId device)
{
    BitRate most;
    for (const plan::Port* port : plan::portsOf(plan, device))
        for (BitRate rate : port->rates) most = std::max(most, rate);
    return most;
}

class Choosing {
public:
    Choosing(const plan::Plan& plan, const match::Reports& reports, const plan::Link& link, const kb::KnowledgeBase& kb)
        : m_plan(plan), m_link(link), m_paths(plan, kb, reports)
    {}

    std::vector<TestEnds> pairs(std::size_t most) const
    {
        std::vector<std::pair<BitRate, plan::DeviceId>> hosts;
        for (const plan::Device& device : m_plan.devices)
            if (isHost(device)) hosts.emplace_back(fastest(m_plan, device.id), device.id);
        std::stable_sort(hosts.begin(), hosts.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
        std::vector<TestEnds> all;
        for (std::size_t i = 0; i < hosts.size(); ++i)
            for (std::size_t j = 0; j < i && all.size() < most; ++j)
                if (auto pair = between(hosts[j].second, hosts[i].second)) all.push_back(std::move(*pair));
        std::stable_sort(all.begin(), all.end(), [](const TestEnds& a, const TestEnds& b) {
            if (a.provesLink != b.provesLink) return a.provesLink;
            return a.provesLink ? a.streams < b.streams : a.expected > b.expected;
        });
        return all;
    }

private:
    bool crosses(const plan::Route& route) const
    {
        return std::any_of(route.begin(), route.end(),
                           [&](const plan::Hop& hop) { return hop.link.id() == m_link.id(); });
    }
    std::optional<TestEnds> between(plan::DeviceId from, plan::DeviceId to) const
    {
        const auto ways = m_paths.ways(from, to);
        if (ways.empty() || !crosses(ways.front())) return std::nullopt;
        std::optional<TestEnds> best;
        for (int streams : kStreams) {
            const auto expected = m_paths.expectation({from, to, expect::Traffic::MemoryToMemory, streams});
            if (!expected) return std::nullopt;
            const auto ofLink = std::find_if(expected->stages.begin(), expected->stages.end(), [&](const auto& stage) {
                return stage.run == m_link.id() && stage.kind == expect::StageKind::Link;
            });
            if (ofLink == expected->stages.end()) return std::nullopt;
            TestEnds ends{from, to, expected->expected.typical, ofLink->carries.typical, streams, false, {}};
            ends.provesLink = ends.expected.in() >= kProves * ends.ofLink.in();
            if (best && !ends.provesLink && ends.expected <= best->expected) continue;
            ends.says = say(ends, expected->limitingStage());
            best = std::move(ends);
            if (best->provesLink) break;
        }
        return best;
    }
    text::Sentence say(const TestEnds& ends, const expect::Stage* limit) const
    {
        const std::string &from = m_plan.devices.find(ends.from)->name, &to = m_plan.devices.find(ends.to)->name;
        if (ends.provesLink)
            return text::say("test-ends.proves", "{} to {} with {}: {} expected, and the link carries {}", from, to,
                             ends.streams == 1 ? std::string("one stream") : fmt::format("{} streams", ends.streams),
                             text::figure::rate(ends.expected), text::rate(ends.ofLink));
        return text::say("test-ends.falls-short", "{} to {}: {} expected of {}, limited by {}", from, to,
                         text::figure::rate(ends.expected), text::rate(ends.ofLink),
                         limit ? limit->name : std::string("a host"));
    }

    const plan::Plan& m_plan;
    plan::Link m_link;
    expect::Paths m_paths;
};

}  // namespace

Result<TestEndsList> testEnds(const plan::Plan& plan, const match::Reports& reports, plan::RunId run,
                              const kb::KnowledgeBase& kb, std::size_t most)
{
    const auto link = plan.runs.has(run) ? plan::linkOf(plan, run) : std::nullopt;
    if (!link) return failure(ErrorCode::NotFound, text::say("test-ends.no-run", "this run joins no two ports"));
    TestEndsList list;
    list.pairs = Choosing(plan, reports, *link, kb).pairs(most);
    if (list.pairs.empty())
        return failure(ErrorCode::NotFound,
                       text::say("test-ends.none",
                                 "no two hosts talk over this cable: take a laptop along for one end, or move a host"));
    const TestEnds& best = list.pairs.front();
    list.says = best.provesLink
                    ? best.says
                    : text::say("test-ends.move",
                                "no pair of hosts proves it: {}. Move the card or the job to a host whose port, "
                                "slot and processor carry the link",
                                best.says);
    return list;
}

}  // namespace sokudo::cabletest
