// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/jobs/history.h"

#include <algorithm>
#include <charconv>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::jobs {
namespace {

class Gathering {
public:
    Gathering(const plan::Plan& plan, const plan::Subject& of) : m_plan(plan)
    {
        m_objects.push_back(of);
        if (const plan::Run* run = of.kind == "run" ? plan.runs.find({of.id}) : nullptr)
            for (plan::PortId end : {run->a, run->b})
                if (end.isSet()) m_objects.push_back({"port", end.value});
        if (of.kind == "device")
            for (const plan::Port* port : plan::portsOf(plan, {of.id})) m_objects.push_back({"port", port->id.value});
    }

    std::vector<Happened> run(const std::vector<logbook::Entry>& entries)
    {
        tests();
        work();
        rest();
        for (const logbook::Entry& entry : entries)
            if (isMeant(entry.about) || (entry.device.isSet() && isMeant(plan::Subject{"device", entry.device.value})))
                add(measure::isoText(entry.at).substr(0, 10), "log", text::Sentence(entry.text));
        std::stable_sort(m_all.begin(), m_all.end(), [](const Happened& a, const Happened& b) { return a.on < b.on; });
        return std::move(m_all);
    }

private:
    bool isMeant(const std::optional<plan::Subject>& about) const
    {
        return about && std::find(m_objects.begin(), m_objects.end(), *about) != m_objects.end();
    }
    void add(std::string on, std::string kind, text::Sentence what)
    {
        m_all.push_back({std::move(on), std::move(kind), std::move(what)});
    }
    void tests()
    {
        for (const plan::CableTest& test : m_plan.cableTests) {
            if (!isMeant(plan::Subject{"run", test.run.value})) continue;
            add(test.on, "test",
                text::say("history.test", "{}, {}{}{}", code(test.stage), code(test.outcome),
                          test.limit.empty() ? std::string() : " as " + test.limit,
                          test.margin ? fmt::format(", {:.1f} dB of margin", test.margin->in()) : std::string()));
        }
        for (const plan::Waiver& waiver : m_plan.waivers)
            if (isMeant(plan::Subject{"run", waiver.run.value}))
                add(waiver.on, "accepted",
                    text::say("history.waiver", "{} accepted: {}", waiver.clause, waiver.reason));
    }
    /// "pull:run:12" speaks of run 12.
    static std::optional<plan::Subject> objectOf(const std::string& job)
    {
        const auto parts = text::split(job, ':');
        if (parts.size() != 3) return std::nullopt;
        std::int64_t id = 0;
        const auto end = std::from_chars(parts[2].data(), parts[2].data() + parts[2].size(), id);
        return end.ec == std::errc() ? std::optional(plan::Subject{parts[1], id}) : std::nullopt;
    }
    void work()
    {
        for (const plan::Tick& tick : m_plan.ticks) {
            if (!isMeant(objectOf(tick.job))) continue;
            const plan::Person* person = m_plan.people.find(tick.person);
            add(tick.on, "work",
                text::say("history.tick", "{}{}{}{}", tick.title.empty() ? tick.job : tick.title,
                          tick.step > 0 ? fmt::format(", step {}", tick.step) : std::string(),
                          tick.took ? ", took " + text::duration(*tick.took) : std::string(),
                          person ? ", by " + person->name : std::string()));
        }
        for (const plan::Permit& permit : m_plan.permits)
            if (isMeant(objectOf(permit.job)))
                add(permit.on, "permission",
                    text::say("history.permit", "{}: {}", permit.name, permit.by.empty() ? "agreed" : permit.by));
    }
    void rest()
    {
        for (const plan::Photo& photo : m_plan.photos)
            if (isMeant(photo.about)) add(photo.on, "photo", text::Sentence(photo.caption));
        for (const plan::LooseEnd& end : m_plan.looseEnds)
            if (isMeant(end.about))
                add({}, "loose end", text::say("history.loose-end", "{}{}", end.text, end.isDone ? ", done" : ""));
        for (const plan::SettingChange& change : m_plan.settings)
            if (isMeant(plan::Subject{"device", change.device.value}))
                add(change.on, "setting",
                    text::say("history.setting", "{}: {} instead of {}", change.name, change.now, change.factory));
    }

    const plan::Plan& m_plan;
    std::vector<plan::Subject> m_objects;
    std::vector<Happened> m_all;
};

}  // namespace

std::vector<Happened> historyOf(const plan::Plan& plan, const std::vector<logbook::Entry>& entries,
                                const plan::Subject& of)
{
    return Gathering(plan, of).run(entries);
}

}  // namespace sokudo::jobs
