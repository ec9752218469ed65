// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/base/text.h"
#include "core/kb/trade_rows.h"
#include "core/match/lane_plan.h"
#include "core/match/ways.h"
#include "core/survey/jack_tracing.h"
#include "core/survey/standing.h"

namespace sokudo::survey {
namespace {

constexpr std::size_t kMostTried = 6;    ///< links for which other ways are looked for
constexpr double kMoneyPerMinute = 0.5;  ///< what a minute of an evening counts, in the currency of the prices
constexpr double kUnsafeWorth = 1e6;     ///< comes first whatever it costs
constexpr double kUnknownWorth = 0.3;    ///< a fact that is learned, in Gb/s gained

struct Candidate {
    NextThing thing;
    double worth = 0;  ///< Gb/s gained, or as much as it counts
    double perEffort() const { return worth / (thing.minutes + thing.cost.value_or(100) / kMoneyPerMinute + 1); }
};

class Collector {
public:
    Collector(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
              const std::atomic<bool>* isStopped)
        : m_plan(plan), m_kb(kb), m_analysis(analysis), m_isStopped(isStopped)
    {}
    std::vector<Candidate> all() &&
    {
        swaps();
        otherWays();
        cards();
        unknownFacts();
        return std::move(m_found);
    }

private:
    double minutes(const char* labour) const
    {
        const kb::Labour* row = m_kb.find<kb::Labour>(labour);
        return row ? row->minutes : 5;
    }
    void add(NextThing thing, double worth) { m_found.push_back({std::move(thing), worth}); }
    double now(plan::RunId run) const
    {
        const match::LinkReport* report = m_analysis.reportOf(run);
        return report && report->rate ? inGigabits(*report->rate) : 0;
    }
    void swaps()
    {
        for (const match::Swap& one : m_analysis.swaps) {
            double gain = 0;
            for (plan::RunId run : one.runs) {
                m_userAnswers.push_back(run);
                const match::LinkReport* report = m_analysis.reportOf(run);
                if (report && report->wanted) gain += inGigabits(*report->wanted);
            }
            add({one.text,
                 minutes("swap"),
                 0.0,
                 text::say("next.two-links", "two links come up without a part bought"),
                 {"run", one.runs[0].value},
                 {}},
                std::max(gain, 10.0));
        }
    }
    /// The best other way for each of the worst links.
    void otherWays()
    {
        std::size_t tried = 0;
        for (const match::LinkReport& report : m_analysis.links) {
            if (m_isStopped && *m_isStopped) return;
            if (report.verdict == Verdict::Fits || report.verdict == Verdict::Unknown || tried >= kMostTried) continue;
            const auto& runs = report.link.runs;
            if (std::any_of(runs.begin(), runs.end(), [&](plan::RunId run) {
                    return std::find(m_userAnswers.begin(), m_userAnswers.end(), run) != m_userAnswers.end();
                }))
                continue;
            ++tried;
            way(report);
        }
    }
    void way(const match::LinkReport& report)
    {
        const auto wish = match::wishOf(m_plan, report.link, m_kb);
        if (!wish) return;
        IdSource ids(1);  // the way is told here, not applied
        match::Ways ways = match::nearestWays(m_plan, *wish, m_kb, ids);
        if (ways.ways.empty()) return;
        match::rank(ways.ways, match::Preference::Cheapest);
        const match::Way& best = ways.ways.front();
        const double gain = inGigabits(best.rate) - now(report.link.id());
        const bool isUnsafe = report.verdict == Verdict::Unsafe;
        if (!isUnsafe && gain <= 0) return;
        const text::Sentence gains =
            isUnsafe ? text::say("next.hazard-gone", "the hazard is gone, and the link runs at {}",
                                 text::linkRate(best.rate))
            : report.rate
                ? text::say("next.from-to", "{} instead of {}", text::linkRate(best.rate), text::linkRate(*report.rate))
                : text::say("next.comes-up", "the link comes up at {}", text::linkRate(best.rate));
        add({text::say("next.make-of", "Make {} of {}", report.title, best.title),
             best.minutes,
             best.cost,
             gains,
             {"run", report.link.id().value},
             best.cautions.empty() ? std::string() : best.cautions.front()},
            isUnsafe ? kUnsafeWorth : gain);
    }
    /// Cards in the wrong slot.
    void cards()
    {
        for (const plan::Device& device : m_plan.devices) {
            if (!plan::isHost(device.role)) continue;
            const auto lanes = match::lanePlan(m_plan, device.id, m_kb);
            if (!lanes || lanes->sentence.empty()) continue;
            double gain = 0;
            BitRate then, before;
            for (const match::CardPlacing& card : lanes->cards)
                if (card.gains()) {
                    gain += inGigabits(std::min(card.then, card.needs)) - inGigabits(std::min(card.now, card.needs));
                    then = std::max(then, std::min(card.then, card.needs));
                    before = std::max(before, card.now);
                }
            if (gain <= 0) continue;
            add({text::say("next.card", "{}: {}", device.name, lanes->sentence),
                 minutes("move-card"),
                 0.0,
                 text::say("next.card-gain", "its bus carries {} instead of {}", text::rate(then, 3),
                           text::rate(before, 3)),
                 {"device", device.id.value},
                 "card"},
                gain);
        }
    }
    /// Lengths that were never measured, jacks that were never traced: together, since one walk does them all.
    void unknownFacts()
    {
        plan::RunId first;
        int lengths = 0;
        for (const plan::Run& run : m_plan.runs)
            if (!run.length && run.a.isSet() && run.b.isSet()) {
                if (lengths++ == 0) first = run.id;
            }
        if (lengths > 0)
            add({lengths == 1 ? text::say("next.measure-one", "Measure the cable that has no length")
                              : text::say("next.measure-many", "Measure the {} cables that have no length", lengths),
                 lengths * minutes("measure"),
                 0.0,
                 text::say("next.measure-gain", "their verdicts become known"),
                 {"run", first.value},
                 {}},
                kUnknownWorth * lengths);
        const auto jacks = untracedJacks(m_plan);
        if (!jacks.empty() && !openPanelPorts(m_plan).empty()) {
            const plan::Device* device = plan::deviceOf(m_plan, jacks.front());
            add({text::say("next.trace", "Trace {} jacks to the panel", jacks.size()),
                 static_cast<double>(jacks.size()) * minutes("trace"),
                 0.0,
                 text::say("next.trace-gain", "you know which port serves which room"),
                 {"device", device ? device->id.value : 0},
                 {}},
                kUnknownWorth * static_cast<double>(jacks.size()));
        }
    }
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    const Analysis& m_analysis;
    const std::atomic<bool>* m_isStopped;
    std::vector<plan::RunId> m_userAnswers;
    std::vector<Candidate> m_found;
};

}  // namespace

std::vector<NextThing> nextThings(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
                                  std::size_t most, const std::atomic<bool>* isStopped)
{
    std::vector<Candidate> all = Collector(plan, kb, analysis, isStopped).all();
    std::stable_sort(all.begin(), all.end(), [](const Candidate& a, const Candidate& b) {
        const bool firstA = a.worth >= kUnsafeWorth, firstB = b.worth >= kUnsafeWorth;
        return firstA != firstB ? firstA : a.perEffort() > b.perEffort();
    });
    std::vector<NextThing> things;
    for (Candidate& one : all)
        if (things.size() < most) things.push_back(std::move(one.thing));
    return things;
}

}  // namespace sokudo::survey
