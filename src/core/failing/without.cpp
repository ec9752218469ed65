// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/failing/without.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/plan/net.h"

namespace sokudo::failing {
namespace {

std::size_t at(power::Goal goal) { return static_cast<std::size_t>(goal); }

/// The links that are left: without those of what is dark and the one that is cut.
match::Reports leftOf(const plan::Plan& plan, const power::SupplyNet& net, const match::Reports& reports,
                      const power::Failure& failure)
{
    std::set<plan::DeviceId> dark;
    for (int device : failure.dark) dark.insert(net.devices[static_cast<std::size_t>(device)]->id);
    const auto isDark = [&](plan::PortId id) {
        const plan::Port* port = plan.ports.find(id);
        return port && dark.contains(port->device);
    };
    const plan::RunId cut = failure.edge < 0 ? plan::RunId{} : net.edges[static_cast<std::size_t>(failure.edge)].run;
    std::vector<match::ReportPtr> left;
    reports.each([&](const match::ReportPtr& report) {
        if (report->link.id() != cut && !isDark(report->link.a) && !isDark(report->link.b)) left.push_back(report);
    });
    return match::Reports(std::move(left));
}

class Looking {
public:
    Looking(const plan::Plan& plan, const power::SupplyNet& net, const power::Failure& failure,
            const power::Losses& losses)
        : m_plan(plan), m_net(net), m_losses(losses)
    {
        for (int device : failure.dark) m_dark.insert(idOf(device));
    }
    std::array<int, power::kGoals.size()> had(const plan::Subject& itself) const
    {
        std::array<int, power::kGoals.size()> result{};
        for (std::size_t i = 0; i < m_net.size(); ++i)
            for (power::Goal goal : power::kGoals)
                result[at(goal)] += power::isEndPoint(m_net.devices[i]->role) &&
                                    m_losses.reach().has(goal, static_cast<int>(i)) &&
                                    itself != plan::Subject{"device", m_net.devices[i]->id.value};
        return result;
    }
    /// Each once, from the lesser id where nobody said which way.
    std::vector<std::pair<plan::DeviceId, plan::DeviceId>> pairs() const
    {
        std::vector<plan::DeviceId> goals = power::goalDevices(m_plan, power::Goal::Storage);
        for (plan::DeviceId id : power::goalDevices(m_plan, power::Goal::Gateway)) goals.push_back(id);
        std::set<std::pair<plan::DeviceId, plan::DeviceId>> found;
        for (const plan::Device& device : m_plan.devices)
            if (power::isEndPoint(device.role))
                for (plan::DeviceId goal : goals)
                    if (goal != device.id && !found.contains({goal, device.id})) found.insert({device.id, goal});
        for (const plan::Flow& flow : m_plan.flows) found.insert({flow.from, flow.to});
        for (const plan::RegularJob& job : m_plan.jobs) found.insert({job.from, job.to});
        return {found.begin(), found.end()};
    }
    bool isDark(plan::DeviceId id) const { return m_dark.contains(id); }
    std::vector<std::vector<plan::DeviceId>> groups(const match::Reports& left) const
    {
        std::vector<plan::Link> links;
        left.each([&](const match::ReportPtr& report) {
            if (report->verdict != Verdict::NoLink) links.push_back(report->link);
        });
        const plan::Net ways(m_plan, links, [](const plan::Link&) { return std::optional<BitRate>(); });
        std::vector<std::vector<plan::DeviceId>> found;
        for (std::size_t i = 0; i < m_net.size(); ++i) {
            const plan::Device& device = *m_net.devices[i];
            if (!power::isEndPoint(device.role) || isDark(device.id) || m_net.ways[i].empty()) continue;
            const auto group = std::find_if(found.begin(), found.end(), [&](const auto& one) {
                return ways.way(one.front(), device.id).has_value();
            });
            if (group == found.end()) found.push_back({device.id});
            else group->push_back(device.id);
        }
        std::stable_sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.size() > b.size(); });
        return found;
    }

private:
    plan::DeviceId idOf(int device) const { return m_net.devices[static_cast<std::size_t>(device)]->id; }
    const plan::Plan& m_plan;
    const power::SupplyNet& m_net;
    const power::Losses& m_losses;
    std::set<plan::DeviceId> m_dark;
};

void addSlowed(Without& result, const Looking& looking, const expect::Paths& before, const expect::Paths& after)
{
    std::vector<expect::PathQuestion> questions;
    for (const auto& [from, to] : looking.pairs())
        if (result.outage.what != plan::Subject{"device", from.value} &&
            result.outage.what != plan::Subject{"device", to.value})
            questions.push_back({from, to});
    const auto is = before.expectations(questions), becomes = after.expectations(questions);
    for (std::size_t i = 0; i < questions.size(); ++i) {
        if (!is[i]) continue;
        ++result.pairs;
        Slowed one{questions[i].from, questions[i].to, is[i]->expected, std::nullopt};
        if (becomes[i]) one.after = becomes[i]->expected;
        constexpr double kNotable = 0.98;
        if (!one.after || one.after->typical.in() < kNotable * one.before.typical.in()) result.slowed.push_back(one);
    }
    const auto left = [](const Slowed& one) {
        return one.after ? one.after->typical.in() / one.before.typical.in() : 0.0;
    };
    std::stable_sort(result.slowed.begin(), result.slowed.end(),
                     [&](const Slowed& a, const Slowed& b) { return left(a) < left(b); });
}

std::string namesOf(const plan::Plan& plan, const std::vector<plan::DeviceId>& devices)
{
    constexpr std::size_t kMost = 8;
    std::vector<std::string> names;
    for (plan::DeviceId id : devices)
        if (const plan::Device* device = plan.devices.find(id); device && names.size() < kMost)
            names.push_back(device->name);
    if (devices.size() > kMost) names.push_back(fmt::format("{} more", devices.size() - kMost));
    return text::joined(names, ", ");
}

text::Sentence goalName(power::Goal goal)
{
    switch (goal) {
    case power::Goal::Gateway: return text::say("without.gateway", "the gateway");
    case power::Goal::Storage: return text::say("without.storage", "storage");
    case power::Goal::Internet: break;
    }
    return text::say("without.internet", "the internet");
}

}  // namespace

std::optional<double> Without::share(power::Goal goal) const
{
    if (had[at(goal)] == 0) return std::nullopt;
    return static_cast<double>(loss.cut[at(goal)].size()) / had[at(goal)];
}

Result<Without> without(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                        const power::Outage& outage)
{
    if (outage.cause == power::Outage::Cause::Mains)
        return tl::unexpected(Error{ErrorCode::BadInput, text::say("without.mains",
                                                                   "with the mains off everywhere nothing is left once "
                                                                   "batteries are empty; name one thing that fails")});
    const power::SupplyNet net(plan, reports, kb, power::Feeds::Watts::Without);
    const power::Losses losses(plan, net);
    auto loss = losses.of(outage);
    if (!loss) return tl::unexpected(loss.error());
    const power::Failure failure = power::failureOf(net, *power::cutOf(plan, net, outage));
    const Looking looking(plan, net, failure, losses);
    Without result{outage, std::move(*loss), looking.had(outage.what), {}, 0, {}};
    const match::Reports left = leftOf(plan, net, reports, failure);
    addSlowed(result, looking, expect::Paths(plan, kb, reports), expect::Paths(plan, kb, left));
    result.groups = looking.groups(left);
    return result;
}

text::Sentence Line::all() const { return who.empty() ? what : what + text::Sentence(": " + who); }

std::vector<Line> says(const plan::Plan& plan, const Without& without)
{
    std::vector<Line> all;
    for (power::Goal goal : {power::Goal::Internet, power::Goal::Storage, power::Goal::Gateway}) {
        const auto& cut = without.loss.cut[at(goal)];
        if (!cut.empty())
            all.push_back({text::say("without.lose", "{} of {} end points lose {}, {:.0f} %", cut.size(),
                                     without.had[at(goal)], goalName(goal), 100 * *without.share(goal)),
                           namesOf(plan, cut)});
    }
    if (all.empty()) all.push_back({text::say("without.none", "No end point loses gateway, storage or internet"), {}});
    if (!without.loss.unpowered.empty())
        all.push_back({text::say("without.dark", "Without power"), namesOf(plan, without.loss.unpowered)});
    const auto name = [&](plan::DeviceId id) { return plan.devices.find(id)->name; };
    std::size_t still = 0;
    for (const Slowed& one : without.slowed)
        if (one.after) {
            ++still;
            all.push_back(
                {text::say("without.falls", "{} to {}: {} falls to {}", name(one.from), name(one.to),
                           text::figure::rate(one.before.typical, 3), text::figure::rate(one.after->typical, 3)),
                 {}});
        }
    if (still == 0)
        all.push_back({text::say("without.as-fast", "What still has a way is as fast as before, of {} pairs looked at",
                                 without.pairs),
                       {}});
    if (without.groups.size() > 1)
        for (const auto& group : without.groups)
            if (group.size() > 1)
                all.push_back({text::say("without.group", "Still reach each other"), namesOf(plan, group)});
    return all;
}

}  // namespace sokudo::failing
