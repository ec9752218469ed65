// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/outage.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/formulas/battery.h"
#include "core/power/clock_text.h"
#include "core/power/services.h"

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }

enum class Bound { Low, Usual, High };
Watt of(const WattBand& band, Bound bound)
{
    // The least time comes of the greatest load.
    return bound == Bound::Low ? band.high : bound == Bound::Usual ? band.usual : band.low;
}
Duration of(const formulas::RunTime& time, Bound bound)
{
    return bound == Bound::Low ? time.low : bound == Bound::Usual ? time.usual : time.high;
}

constexpr double kNever = std::numeric_limits<double>::infinity();
constexpr double kShortest = 60;  // s: what is over within a minute is over at once
constexpr double kLongest = static_cast<double>(kForEver.steps()) / DurationTag::kStepsPerUnit;  // s

/// Age of a battery; as new where nobody stated its year, or nobody said what year it is now.
double yearsOf(const plan::Device& device, int now)
{
    const auto made = device.traits.count("battery-year");
    return made && now > 0 ? std::clamp(now - *made, 0, 30) : 0;
}

/// Plays one bound of it: when each node goes dark.
class Simulation {
public:
    Simulation(const SupplyNet& net, const kb::KnowledgeBase& kb, Bound bound, int year)
        : m_feeds(net.feeds), m_kb(kb), m_bound(bound), m_year(year)
    {
        offAt.assign(m_feeds.size(), kNever);
        m_isDead.assign(m_feeds.size(), false);
        m_isLostFeed.assign(m_feeds.feeds.size(), false);
        curves.resize(m_feeds.devices());
        m_left.assign(m_feeds.devices(), 1.0);
        for (std::size_t i = 0; i < m_feeds.devices(); ++i)
            if (batteryOf(*m_feeds.device(static_cast<int>(i)))) m_batteries.push_back(static_cast<int>(i));
    }
    void run(const std::vector<int>& gone, int lostFeed)
    {
        for (int node : gone) m_isDead[at(node)] = true;
        if (lostFeed >= 0) m_isLostFeed[at(lostFeed)] = true;
        settle(0);
        for (double now = 0;;) {
            const double step = nextEvent(now);
            if (step == kNever || now + step > kLongest) break;
            now += step;
            settle(now);
        }
        for (int battery : m_batteries)
            if (isOnBattery(battery) && !m_isDead[at(battery)]) note(battery, kLongest);
    }

    std::vector<double> offAt;         ///< s; of each node
    std::vector<BatteryCurve> curves;  ///< of each device; empty where it has no battery

private:
    bool isLive(const Feed& feed, std::size_t number) const
    {
        return !m_isLostFeed[number] && !m_isDead[at(feed.from)] && offAt[at(feed.from)] == kNever;
    }
    bool hasLiveFeed(int node) const
    {
        const auto& into = m_feeds.into[at(node)];
        return std::any_of(into.begin(), into.end(), [&](int number) {
            return isLive(m_feeds.feeds[at(number)], static_cast<std::size_t>(number));
        });
    }
    bool hasCharge(int node) const
    {
        return at(node) < m_feeds.devices() && batteryOf(*m_feeds.device(node)) && m_left[at(node)] > 1e-9;
    }
    bool isOnBattery(int node) const { return hasCharge(node) && !hasLiveFeed(node); }

    /// Marks everything that is without power now, and then what that leaves without.
    void settle(double now)
    {
        for (bool changed = true; changed;) {
            changed = false;
            for (std::size_t i = 0; i < m_feeds.size(); ++i) {
                const int node = static_cast<int>(i);
                if (offAt[i] != kNever) continue;
                const bool isRoot = m_feeds.into[i].empty();
                if (m_isDead[i] || (!isRoot && !hasLiveFeed(node) && !hasCharge(node))) {
                    offAt[i] = now;
                    changed = true;
                }
            }
            for (int battery : m_batteries)
                if (offAt[at(battery)] == kNever && isOnBattery(battery) && isTooMuch(battery)) {
                    m_left[at(battery)] = 0;
                    curves[at(battery)].isOverloaded = true;
                    changed = true;
                }
        }
        for (int battery : m_batteries)
            if (now == 0 || offAt[at(battery)] == kNever || m_left[at(battery)] <= 1e-9) note(battery, now);
    }
    /// What hangs on a battery now: its own draw and all it feeds that is not dark, in equal shares with other live
    /// feeds.
    Watt loadOf(int node) const
    {
        double watts = of(m_feeds.own(node), m_bound).in();
        for (int number : m_feeds.out[at(node)]) {
            const Feed& feed = m_feeds.feeds[at(number)];
            if (m_isLostFeed[at(number)] || m_isDead[at(feed.to)] || offAt[at(feed.to)] != kNever) continue;
            int live = 0;
            for (int other : m_feeds.into[at(feed.to)])
                live += isLive(m_feeds.feeds[at(other)], static_cast<std::size_t>(other));
            watts += loadOf(feed.to).in() / std::max(1, live);
        }
        return Watt::of(watts);
    }
    bool isTooMuch(int battery) const
    {
        const auto most = m_feeds.device(battery)->traits.as<Watt>("battery-w");
        return most && m_bound == Bound::Usual && loadOf(battery) > *most;
    }
    /// Seconds that a full battery lasts at the load that hangs on it now.
    double fullTime(int battery) const
    {
        const plan::Device& device = *m_feeds.device(battery);
        const Watt load = loadOf(battery);
        if (load.in() <= 0) return kNever;
        const std::string_view kind = device.traits.word("battery-kind");
        const kb::BatteryKind* row = m_kb.find<kb::BatteryKind>(kind.empty() ? std::string_view("lead") : kind);
        const auto time = row ? formulas::runTime(*row, *batteryOf(device), load, yearsOf(device, m_year), m_kb)
                              : Result<formulas::RunTime>(failure(ErrorCode::NotFound, text::Sentence("no such kind")));
        return time ? of(*time, m_bound).in() : kNever;
    }
    /// Until the next battery is empty; draws from all of them for so long.
    double nextEvent(double now)
    {
        double step = kNever;
        std::vector<std::pair<int, double>> rates;
        for (int battery : m_batteries) {
            if (offAt[at(battery)] != kNever || !isOnBattery(battery)) continue;
            const double full = fullTime(battery);
            if (full == kNever) continue;
            rates.emplace_back(battery, 1 / full);
            step = std::min(step, m_left[at(battery)] * full);
        }
        if (step == kNever || now + step > kLongest) return kNever;
        for (const auto& [battery, rate] : rates) {
            double& left = m_left[at(battery)];
            left = std::max(0.0, left - rate * step);
            if (left * (1 / rate) < kShortest) left = 0;
        }
        return step;
    }
    void note(int battery, double now)
    {
        BatteryCurve& curve = curves[at(battery)];
        if (!curve.points.empty() && curve.points.back().left <= 0) return;
        const bool isDark = offAt[at(battery)] != kNever;
        curve.points.push_back({Duration::of(now), m_left[at(battery)], isDark ? Watt{} : loadOf(battery)});
    }

    const Feeds& m_feeds;
    const kb::KnowledgeBase& m_kb;
    Bound m_bound;
    int m_year;
    std::vector<bool> m_isDead, m_isLostFeed;
    std::vector<double> m_left;
    std::vector<int> m_batteries;
};

/// Says why a device has no power: along its feeds to the first that is off by itself.
class Reasons {
public:
    Reasons(const plan::Plan& plan, const SupplyNet& net, const Simulation& simulation, const Cut& cut)
        : m_plan(plan), m_feeds(net.feeds), m_simulation(simulation), m_cut(cut)
    {}
    text::Sentence of(int node) const
    {
        const std::string name = m_feeds.name(node);
        const int feeder = feederOf(node);
        if (feeder < 0) return itself(node);
        int root = feeder;
        for (std::size_t steps = 0; steps < m_feeds.devices() && feederOf(root) >= 0; ++steps) root = feederOf(root);
        const bool hasBattery = batteryOf(*m_feeds.device(root)).has_value();
        if (root == feeder && hasBattery)
            return text::say("outage.hangs-on", "{} hangs on {}: ", name, m_feeds.name(root)) + itself(root);
        return text::say("outage.fed-by", "{} is fed by {}: ", name, m_feeds.name(feeder)) + itself(root);
    }

private:
    bool isCut(int node) const
    {
        return std::find(m_cut.nodes.begin(), m_cut.nodes.end(), node) != m_cut.nodes.end() &&
               m_feeds.nodes[at(node)].kind == FeedNode::Kind::Device;
    }
    /// The device that feeds it and is dark too; -1: it is off by itself.
    int feederOf(int node) const
    {
        if (isCut(node) || batteryOf(*m_feeds.device(node))) return -1;
        for (int number : m_feeds.into[at(node)]) {
            if (number == m_cut.feed) return -1;
            if (const plan::Device* unit = deviceBehind(m_feeds.feeds[at(number)].from))
                return m_feeds.nodeOf(unit->id);
        }
        return -1;
    }
    text::Sentence itself(int node) const
    {
        const std::string name = m_feeds.name(node);
        const plan::Device* device = m_feeds.device(node);
        if (isCut(node)) return text::say("outage.broken", "{} is out", name);
        if (batteryOf(*device)) return ofBattery(node, name);
        if (device->role == plan::Role::Ups)
            return text::say("outage.energy-not-known", "the battery energy of {} is not known and counts as none",
                             name);
        for (int number : m_feeds.into[at(node)])
            if (number == m_cut.feed)
                return text::say("outage.cable-cut", "{} was fed over the cable that is cut", name);
        const plan::Place* place = m_plan.places.find(device->place);
        if (!place || m_feeds.into[at(node)].empty()) return text::say("outage.no-battery", "{} has no battery", name);
        const std::string role(word(device->role));
        if (name.find(role) != std::string::npos || role.ends_with(" " + name) || role == name)
            return text::say("outage.no-battery-role", "the {} in {} has no battery", role, place->name);
        return text::say("outage.no-battery-in", "the {} {} in {} has no battery", role, name, place->name);
    }
    text::Sentence ofBattery(int node, const std::string& name) const
    {
        if (m_simulation.curves[at(node)].isOverloaded)
            return text::say("outage.overloaded", "{} cannot carry what hangs on it", name);
        return text::say("outage.empty", "the battery of {} is empty", name);
    }
    /// The device at a feed's beginning, through the strip that hangs on it; null: outlets and circuits.
    const plan::Device* deviceBehind(int node) const
    {
        for (std::size_t steps = 0; steps <= m_feeds.size(); ++steps) {
            if (const plan::Device* device = m_feeds.device(node)) return device;
            if (m_feeds.into[at(node)].empty()) return nullptr;
            node = m_feeds.feeds[at(m_feeds.into[at(node)].front())].from;
        }
        return nullptr;
    }
    const plan::Plan& m_plan;
    const Feeds& m_feeds;
    const Simulation& m_simulation;
    const Cut& m_cut;
};

/// Puts the three simulations of an outage together.
TimeLine together(const plan::Plan& plan, const SupplyNet& net, const Outage& outage, const Cut& cut,
                  const std::array<Simulation, 3>& simulations)
{
    const Simulation& usual = simulations[1];
    const Reasons reasons(plan, net, usual, cut);
    TimeLine line{outage, {}, {}, {}, Duration::of(3600), 0};
    const auto seconds = [](double value) { return Duration::of(std::min(value, kLongest)); };
    for (std::size_t i = 0; i < net.size(); ++i) {
        const int node = static_cast<int>(i);
        if (usual.offAt[i] == kNever) {
            line.lasting += !net.feeds.isPassive(node) && !net.feeds.into[i].empty();
            continue;
        }
        const double low = std::min(simulations[0].offAt[i], usual.offAt[i]);
        const double high = std::max(simulations[2].offAt[i], usual.offAt[i]);
        line.drops.push_back(
            {net.devices[i]->id, seconds(low), seconds(usual.offAt[i]), seconds(high), reasons.of(node)});
        line.end = std::max(line.end, seconds(usual.offAt[i]));
    }
    std::stable_sort(line.drops.begin(), line.drops.end(), [](const Drop& a, const Drop& b) { return a.at < b.at; });
    for (std::size_t i = 0; i < net.size(); ++i) {
        BatteryCurve curve = usual.curves[i];
        if (curve.points.empty()) continue;
        curve.device = net.devices[i]->id;
        curve.lasts = usual.offAt[i] == kNever;
        if (!curve.lasts) {
            curve.low = seconds(std::min(simulations[0].offAt[i], usual.offAt[i]));
            curve.empty = seconds(usual.offAt[i]);
            curve.high = seconds(std::max(simulations[2].offAt[i], usual.offAt[i]));
        }
        line.batteries.push_back(std::move(curve));
    }
    return line;
}

}  // namespace

int ServiceLine::worksAt(Duration when) const
{
    int works = all;
    for (const Step& step : steps)
        if (step.at <= when) works = step.works;
    return works;
}
text::Sentence ServiceLine::whyAt(Duration when) const
{
    text::Sentence why;
    for (const Step& step : steps)
        if (step.at <= when) why = step.why;
    return why;
}
std::optional<Duration> ServiceLine::goneAt() const
{
    for (const Step& step : steps)
        if (step.works == 0) return step.at;
    return std::nullopt;
}

bool TimeLine::isUp(plan::DeviceId device, Duration when) const
{
    return std::none_of(drops.begin(), drops.end(),
                        [&](const Drop& drop) { return drop.device == device && drop.at <= when; });
}
const ServiceLine* TimeLine::line(HouseService service) const
{
    for (const ServiceLine& one : services)
        if (one.service == service) return &one;
    return nullptr;
}

Result<TimeLine> timeLineOf(const plan::Plan& plan, const SupplyNet& net, const Outage& outage,
                            const kb::KnowledgeBase& kb)
{
    const auto cut = cutOf(plan, net, outage);
    if (!cut) return tl::unexpected(cut.error());
    const int year = outage.year;
    std::array<Simulation, 3> simulations{Simulation(net, kb, Bound::Low, year),
                                          Simulation(net, kb, Bound::Usual, year),
                                          Simulation(net, kb, Bound::High, year)};
    for (Simulation& simulation : simulations) simulation.run(cut->nodes, cut->feed);
    TimeLine line = together(plan, net, outage, *cut, simulations);
    addServices(line, plan, net, cut->edge);
    return line;
}

Result<TimeLine> timeLineOf(const plan::Plan& plan, const match::Reports& reports, const Outage& outage,
                            const kb::KnowledgeBase& kb)
{
    return timeLineOf(plan, SupplyNet(plan, reports, kb), outage, kb);
}

}  // namespace sokudo::power
