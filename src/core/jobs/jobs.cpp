// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/jobs/jobs.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/buy/needs.h"
#include "core/kb/buy_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"

namespace sokudo::jobs {
namespace {

class Gathering {
public:
    Gathering(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase& kb)
        : m_house(house), m_variant(variant), m_kb(kb)
    {}

    JobList run()
    {
        devices();
        cards();
        cables();
        modules();
        settings();
        removed();
        for (const Job& job : m_list.jobs) {
            m_list.low += job.low;
            m_list.usual += job.usual;
            m_list.high += job.high;
            m_list.locked += !job.locks.empty();
        }
        say();
        return std::move(m_list);
    }

private:
    std::size_t add(const char* kindId, text::Sentence title, plan::Subject object, plan::PlaceId place,
                    double metres = 0)
    {
        const auto* kind = m_kb.find<kb::JobKind>(kindId);
        Job job;
        job.key = fmt::format("{}:{}:{}", kindId, object.kind, object.id);
        job.kind = kind;
        job.title = std::move(title);
        job.object = std::move(object);
        job.place = place;
        if (kind) {
            const double more = kind->perMetre * metres;
            job.low = kind->low + more / 2, job.usual = kind->usual + more, job.high = kind->high + 2 * more;
            job.people = kind->people;
        }
        for (const kb::JobStepRow& row : m_kb.all<kb::JobStepRow>()) {
            if (row.job != kindId) continue;
            const auto* caution = m_kb.find<kb::Caution>(row.caution);
            job.steps.push_back({row.text, caution ? caution->text : std::string(), row.tool});
        }
        m_list.jobs.push_back(std::move(job));
        return m_list.jobs.size() - 1;
    }
    void wait(std::size_t job, std::size_t first)
    {
        auto& after = m_list.jobs[job].after;
        if (job != first && std::find(after.begin(), after.end(), first) == after.end()) after.push_back(first);
    }
    /// Waits for all that is done at a device before anything is plugged into it.
    void waitForDevice(std::size_t job, plan::PortId port)
    {
        const plan::Device* device = plan::deviceOf(m_variant, port);
        if (!device) return;
        for (std::size_t first : m_atDevice[device->id]) wait(job, first);
    }
    std::string placeName(plan::PlaceId id) const
    {
        const plan::Place* place = m_variant.places.find(id);
        return place ? place->name : std::string();
    }

    void devices()
    {
        for (const plan::Device& device : m_variant.devices) {
            if (m_house.devices.has(device.id)) continue;
            const std::size_t mount =
                add("mount", text::say("jobs.mount", "Mount {} in {}", device.name, placeName(device.place)),
                    {"device", device.id.value}, device.place);
            m_atDevice[device.id].push_back(mount);
            if (device.role != plan::Role::Switch && device.role != plan::Role::Router) continue;
            const auto* kind = m_kb.find<kb::SwitchKind>(device.part);
            if (kind && !kind->isManaged) continue;  // there is nothing to set
            const std::size_t set = add("configure", text::say("jobs.configure", "Configure {}", device.name),
                                        {"device", device.id.value}, device.place);
            wait(set, mount);
            m_atDevice[device.id].push_back(set);
        }
    }
    void cards()
    {
        for (const plan::Slot& slot : m_variant.slots) {
            const plan::Slot* old = m_house.slots.find(slot.id);
            const plan::Device* device = m_variant.devices.find(slot.device);
            if (!slot.card || !device || (old && old->card == slot.card)) continue;
            // An adapter at a USB socket is noted as a card in a slot of no bus: it is plugged, not fitted.
            const bool isPlugged = slot.generation <= 0 && slot.lanes <= 0;
            const std::size_t card =
                isPlugged
                    ? add("lead", text::say("jobs.adapter", "Plug {} into {}", slot.card->name, device->name),
                          {"slot", slot.id.value}, device->place)
                    : add("card",
                          text::say("jobs.card", "Fit {} into slot {} of {}", slot.card->name, slot.name, device->name),
                          {"slot", slot.id.value}, device->place);
            if (old && old->card)
                m_list.jobs[card].order.push_back(text::say(
                    "jobs.card-out",
                    "{} comes out of this slot: note what the machine loses with it; for a test only, put it back",
                    old->card->name));
            for (std::size_t first : m_atDevice[device->id]) wait(card, first);
            m_atDevice[device->id].push_back(card);
        }
    }

    bool isMoved(const plan::Run& run) const
    {
        const plan::Run* old = m_house.runs.find(run.id);
        return !old || old->a != run.a || old->b != run.b || old->medium != run.medium;
    }
    bool isNewCable(const plan::Run& run) const
    {
        const plan::Run* old = m_house.runs.find(run.id);
        return !old || old->medium != run.medium;
    }
    /// Radio and power line: nothing is pulled, the ends are set up to hear each other.
    bool hasNoCable(const plan::Run& run) const
    {
        const kb::Medium* medium = m_kb.find<kb::Medium>(run.medium);
        return medium && (medium->kind == kb::MediumKind::Radio || medium->kind == kb::MediumKind::PowerLine);
    }
    std::size_t pairUp(const plan::Run& run, const std::string& label)
    {
        return add("configure", text::say("jobs.pair-up", "Set up {}: {} to {}", label, endText(run.a), endText(run.b)),
                   {"run", run.id.value}, placeOf(run.a));
    }
    void cables()
    {
        for (const plan::Run& run : m_variant.runs) {
            if (!isMoved(run)) continue;
            const std::string label = run.label.empty()
                                          ? plan::portText(m_variant, run.a) + " – " + plan::portText(m_variant, run.b)
                                          : run.label;
            const bool isLead = buy::isLead(m_variant, run, m_kb) || !isNewCable(run);
            const std::size_t last = hasNoCable(run) ? pairUp(run, label)
                                     : isLead        ? lead(run, label)
                                                     : laid(run, label);
            waitForDevice(last, run.a);
            waitForDevice(last, run.b);
            m_ofRun[run.id] = last;
        }
    }
    plan::PlaceId placeOf(plan::PortId port) const
    {
        const plan::Device* device = plan::deviceOf(m_variant, port);
        return device ? device->place : plan::PlaceId{};
    }
    std::size_t lead(const plan::Run& run, const std::string& label)
    {
        const std::string a = endText(run.a), b = endText(run.b);
        const bool namesBoth = label.find(a) != std::string::npos && label.find(b) != std::string::npos;
        return add("lead",
                   namesBoth ? text::say("jobs.lead-named", "Plug {}", label)
                             : text::say("jobs.lead", "Plug {}: {} to {}", label, a, b),
                   {"run", run.id.value}, placeOf(run.a));
    }
    std::string endText(plan::PortId port) const
    {
        return port.isSet() ? plan::portText(m_variant, port) : std::string("an open end");
    }
    /// Ends, cable and slack, and the way through the house.
    void workOrder(std::size_t job, const plan::Run& run)
    {
        auto& order = m_list.jobs[job].order;
        const auto at = [&](plan::PortId port) {
            const std::string place = placeName(placeOf(port));
            return endText(port) + (place.empty() ? "" : " in " + place);
        };
        order.push_back(text::say("jobs.from-to", "From {} to {}", at(run.a), at(run.b)));
        const kb::Medium* medium = m_kb.find<kb::Medium>(run.medium);
        const std::string cable = medium ? medium->name : std::string("cable");
        order.push_back(!run.length ? text::say("jobs.not-measured", "{}; measure the way before you cut", cable)
                        : run.slack ? text::say("jobs.length-slack", "{} of {}, {} of it as slack in loops at the ends",
                                                text::figure::length(*run.length), cable, text::length(*run.slack))
                                    : text::say("jobs.length", "{} of {}, with the slack at both ends",
                                                text::figure::length(*run.length), cable));
        if (!run.route.empty()) order.push_back(text::say("jobs.way", "By {}", text::joined(run.route, " › ")));
        if (m_list.jobs[job].people > 1)
            order.push_back(
                text::say("jobs.helper", "{} people: one pulls, one feeds the cable in", m_list.jobs[job].people));
    }
    /// Pull, both ends, test; a lead with its ends on is pulled and tested.
    std::size_t laid(const plan::Run& run, const std::string& label)
    {
        const plan::Subject object{"run", run.id.value};
        const plan::PlaceId place = placeOf(run.a).isSet() ? placeOf(run.a) : placeOf(run.b);
        const std::size_t pull = add("pull",
                                     text::say("jobs.pull", "Pull {} from {} to {}", label, placeName(placeOf(run.a)),
                                               placeName(placeOf(run.b))),
                                     object, place, run.length.value_or(Length{}).in());
        workOrder(pull, run);
        locks(pull, run);
        for (const buy::Need& need : buy::needsOfRun(m_variant, run, m_kb))
            m_list.jobs[pull].materials.push_back(
                need.length > Length{}
                    ? text::say("jobs.cable", "{} of {}", text::figure::length(need.length), need.name)
                    : text::say("jobs.piece", "{} × {}", need.count, need.name));
        std::size_t last = pull;
        const kb::Medium* medium = m_kb.find<kb::Medium>(run.medium);
        const bool hasEnds = medium && !kb::isCaptive(medium->kind) &&
                             !(kb::isFibre(medium->kind) && !buy::leadPartOf(run, m_kb).empty());
        if (hasEnds) {
            const std::size_t ends =
                add("terminate", text::say("jobs.terminate", "Terminate both ends of {}", label), object, place);
            wait(ends, last);
            last = ends;
        }
        const std::size_t test =
            add("test", text::say("jobs.test", "Test {} before the wall closes", label), object, place);
        wait(test, last);
        return test;
    }
    /// A yes of the owner, a licensed trade, copper between two buildings.
    void locks(std::size_t job, const plan::Run& run)
    {
        std::set<std::int64_t> places;
        std::set<std::string> buildings;
        for (plan::PortId end : {run.a, run.b})
            for (plan::PlaceId at : {placeOf(end), plan::roomOf(m_variant, placeOf(end))}) {
                const plan::Place* place = m_variant.places.find(at);
                if (!place || !places.insert(at.value).second) continue;
                buildings.insert(place->building);
                const std::string_view consent = place->traits.word("consent");
                if (consent == "asked" || consent == "refused" || consent == "not-asked")
                    m_list.jobs[job].locks.push_back(
                        {"consent",
                         text::say("jobs.consent", "{}: the owner has not agreed yet ({})", place->name, consent), at});
                if (place->traits.has("licensed"))
                    m_list.jobs[job].locks.push_back(
                        {"licensed",
                         text::say("jobs.licensed", "{}: not by you; name the licensed trade that does it",
                                   place->name),
                         at});
            }
        const kb::Medium* medium = m_kb.find<kb::Medium>(run.medium);
        if (buildings.size() > 1 && medium &&
            (medium->kind == kb::MediumKind::TwistedPair || medium->kind == kb::MediumKind::Coax))
            m_list.jobs[job].locks.push_back({"between-buildings",
                                              text::say("jobs.between",
                                                        "copper between two buildings: not by you; take fibre, or name "
                                                        "the licensed trade that bonds its protectors"),
                                              {}});
    }

    void modules()
    {
        for (const plan::Port& port : m_variant.ports) {
            const plan::Port* old = m_house.ports.find(port.id);
            if (port.module.empty() || (old && old->module == port.module)) continue;
            const auto* kind = m_kb.find<kb::ModuleKind>(port.module);
            const std::size_t job = add("module",
                                        text::say("jobs.module", "Seat {} in {}", kind ? kind->name : port.module,
                                                  plan::portText(m_variant, port.id)),
                                        {"port", port.id.value}, placeOf(port.id));
            waitForDevice(job, port.id);
            // The lead goes in after the module.
            for (const plan::Run* run : plan::runsAt(m_variant, port.id))
                if (const auto cable = m_ofRun.find(run->id); cable != m_ofRun.end() &&
                                                              m_list.jobs[cable->second].kind &&
                                                              m_list.jobs[cable->second].kind->id == "lead")
                    wait(cable->second, job);
        }
    }
    /// Ports of devices that stay, set otherwise.
    void settings()
    {
        std::set<plan::DeviceId> done;
        for (const plan::Port& port : m_variant.ports) {
            const plan::Port* old = m_house.ports.find(port.id);
            if (!old || !m_house.devices.has(port.device)) continue;
            if (old->forced == port.forced && old->fec == port.fec && old->mtu == port.mtu &&
                old->untagged == port.untagged && old->tagged == port.tagged)
                continue;
            if (!done.insert(port.device).second) continue;
            const plan::Device* device = m_variant.devices.find(port.device);
            add("configure", text::say("jobs.reset", "Change the settings of {}", device->name),
                {"device", device->id.value}, device->place);
        }
    }
    /// What goes is taken out when all that replaces it works.
    void removed()
    {
        const std::size_t others = m_list.jobs.size();
        for (const plan::Device& device : m_house.devices) {
            if (m_variant.devices.has(device.id)) continue;
            const std::size_t job = add("remove", text::say("jobs.remove", "Take {} out", device.name),
                                        {"device", device.id.value}, device.place);
            for (std::size_t first = 0; first < others; ++first) wait(job, first);
        }
    }
    void say()
    {
        if (m_list.jobs.empty()) {
            m_list.sentence = text::say("jobs.none", "Nothing is to be built: the variant is as the house");
            return;
        }
        m_list.sentence = text::say(
            "jobs.says", "{} jobs, {} of work as a rule, {} if all goes well, {} if it does not{}", m_list.jobs.size(),
            text::figure::duration(Duration::of(60 * m_list.usual)), text::duration(Duration::of(60 * m_list.low)),
            text::duration(Duration::of(60 * m_list.high)),
            m_list.locked > 0
                ? fmt::format("; {} for permission or a licensed trade",
                              m_list.locked == 1 ? std::string("1 waits") : fmt::format("{} wait", m_list.locked))
                : std::string());
    }

    const plan::Plan &m_house, &m_variant;
    const kb::KnowledgeBase& m_kb;
    std::map<plan::DeviceId, std::vector<std::size_t>> m_atDevice;
    std::map<plan::RunId, std::size_t> m_ofRun;  ///< the last job of a cable
    JobList m_list;
};

/// Each job after those that it waits for.
void sortByOrder(std::vector<Job>& jobs)
{
    std::vector<std::size_t> order, place(jobs.size());
    std::vector<bool> done(jobs.size(), false);
    while (order.size() < jobs.size()) {
        const std::size_t before = order.size();
        for (std::size_t i = 0; i < jobs.size(); ++i)
            if (!done[i] &&
                std::all_of(jobs[i].after.begin(), jobs[i].after.end(), [&](std::size_t first) { return done[first]; }))
                done[i] = true, place[i] = order.size(), order.push_back(i);
        if (order.size() == before) return;
    }
    std::vector<Job> sorted;
    for (std::size_t i : order) {
        sorted.push_back(std::move(jobs[i]));
        for (std::size_t& first : sorted.back().after) first = place[first];
    }
    jobs = std::move(sorted);
}

}  // namespace

JobList jobsOf(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase& kb)
{
    JobList list = Gathering(house, variant, kb).run();
    sortByOrder(list.jobs);
    return list;
}

}  // namespace sokudo::jobs
