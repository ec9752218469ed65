// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/needs.h"

#include <algorithm>
#include <map>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"

namespace sokudo::buy {
namespace {

std::string nameOf(const kb::KnowledgeBase& kb, const std::string& id)
{
    const auto part = partOf(kb, id);
    return part ? part->name : id;
}

std::string replaced(std::string text, std::string_view what, std::string_view by)
{
    if (const auto at = text.find(what); at != std::string::npos) text.replace(at, what.size(), by);
    return text;
}

/// The rows of part_needs.csv for one occasion.
void addRows(std::vector<Need>& needs, const kb::KnowledgeBase& kb, std::string_view when, std::string_view medium,
             const Need& like, int ends, int activeEnds = 0)
{
    for (const kb::PartNeed& row : kb.all<kb::PartNeed>()) {
        if (row.when != when) continue;
        Need need = like;
        need.part = replaced(row.part, "{medium}", medium);
        const auto part = partOf(kb, need.part);
        if (!part) continue;
        need.name = part->name;
        need.length = {};
        need.count = row.count * (row.per == "end" ? ends : row.per == "active-end" ? activeEnds : 1);
        if (need.count == 0) continue;
        need.isOnce = row.per == "house";
        if (need.isOnce) need.use = row.why;
        needs.push_back(std::move(need));
    }
}

/// Jacks that a twisted pair ends in: "cat6-screened" takes those of Cat 6.
std::string endsOf(const kb::Medium& medium)
{
    return medium.grade >= 80 ? "cat8" : medium.grade >= 65 ? "cat6a" : medium.grade >= 60 ? "cat6" : "cat5e";
}

Need likeRun(const plan::Plan& plan, const plan::Run& run)
{
    Need like;
    like.object = {"run", run.id.value};
    like.use = run.label.empty() ? plan::portText(plan, run.a) + " – " + plan::portText(plan, run.b) : run.label;
    return like;
}

/// What the ends of a cable in the wall need.
/// @param hasPlugs  twisted pair with plugs crimped on, for a device without a jack
void addEnds(std::vector<Need>& needs, const Need& like, const kb::Medium& medium, bool isByMetre, int activeEnds,
             bool hasPlugs, const kb::KnowledgeBase& kb)
{
    if (kb::isFibre(medium.kind)) {
        if (isByMetre) addRows(needs, kb, "laid-fibre-by-metre", medium.id, like, 2);
    } else if (medium.kind == kb::MediumKind::Coax) {
        addRows(needs, kb, "laid-coax", medium.id, like, 2);
    } else {
        addRows(needs, kb, hasPlugs ? "plugged-twisted-pair" : "laid-twisted-pair", endsOf(medium), like, 2,
                activeEnds);
    }
    addRows(needs, kb, "laid-any", medium.id, like, 2);
}

/// Parts by id with where they are; the difference of two houses is that of two such lists.
using Places = std::multimap<std::string, plan::Subject>;

/// Everything with a part of its own that can be taken out and put in again.
struct Inventory {
    Places loose;  ///< modules, cards, devices, leads
    std::vector<const plan::Run*> laid;
};

void addDevices(Inventory& all, const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    for (const plan::Port& port : plan.ports)
        if (!port.module.empty()) all.loose.emplace(port.module, plan::Subject{"port", port.id.value});
    for (const plan::Slot& slot : plan.slots)
        if (const std::string part = partOfCard(plan, slot, kb); !part.empty())
            all.loose.emplace(part, plan::Subject{"slot", slot.id.value});
    for (const plan::Device& device : plan.devices)
        if (const std::string part = partOfDevice(plan, device, kb); !part.empty())
            all.loose.emplace(part, plan::Subject{"device", device.id.value});
}

Inventory inventoryOf(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    Inventory all;
    addDevices(all, plan, kb);
    for (const plan::Run& run : plan.runs) {
        if (!isLead(plan, run, kb)) all.laid.push_back(&run);
        else if (const std::string lead = leadPartOf(run, kb); !lead.empty())
            all.loose.emplace(lead, plan::Subject{"run", run.id.value});
        for (const plan::Segment& segment : run.segments)
            if (segment.kind == plan::SegmentKind::Cord && segment.length) {
                plan::Run cord;
                cord.medium = segment.medium.empty() ? run.medium : segment.medium;
                cord.length = segment.length;
                if (const std::string lead = leadPartOf(cord, kb); !lead.empty())
                    all.loose.emplace(lead, plan::Subject{"run", run.id.value});
            }
    }
    return all;
}

std::string whereOf(const plan::Plan& plan, const plan::Subject& subject)
{
    if (subject.kind == "port") return plan::portText(plan, {subject.id});
    if (subject.kind == "slot") {
        const plan::Slot* slot = plan.slots.find({subject.id});
        const plan::Device* device = slot ? plan.devices.find(slot->device) : nullptr;
        return (device ? device->name + ", " : std::string()) + "slot " + (slot ? slot->name : "");
    }
    if (subject.kind == "device") {
        const plan::Device* device = plan.devices.find({subject.id});
        return device ? device->name : std::string();
    }
    const plan::Run* run = plan.runs.find({subject.id});
    return run ? likeRun(plan, *run).use.text() : std::string();
}

class Difference {
public:
    Difference(const plan::Plan& before, const plan::Plan& after, const kb::KnowledgeBase& kb)
        : m_before(before), m_after(after), m_kb(kb), m_old(inventoryOf(before, kb)), m_new(inventoryOf(after, kb))
    {}

    Takings run()
    {
        loose();
        laid();
        for (const plan::Device& device : m_after.devices) ofDevice(device);
        cards();
        missing();
        reuse();
        return std::move(m_result);
    }

private:
    /// Of each part: what stays where it is does not count; of the rest what is free serves what is wanted.
    void loose()
    {
        std::map<std::string, std::pair<std::vector<plan::Subject>, std::vector<plan::Subject>>> moved;
        const auto holds = [](const Places& all, const std::string& part, const plan::Subject& at) {
            const auto [from, to] = all.equal_range(part);
            return std::any_of(from, to, [&](const auto& one) { return one.second == at; });
        };
        for (const auto& [part, at] : m_old.loose)
            if (!holds(m_new.loose, part, at)) moved[part].first.push_back(at);
        for (const auto& [part, at] : m_new.loose)
            if (!holds(m_old.loose, part, at)) moved[part].second.push_back(at);
        for (const auto& [part, both] : moved) {
            const auto& [gone, wanted] = both;
            const std::size_t again = std::min(gone.size(), wanted.size());
            for (std::size_t i = 0; i < again; ++i)
                m_result.reused.push_back({part, nameOf(m_kb, part), 1, whereOf(m_before, gone[i])});
            for (std::size_t i = again; i < gone.size(); ++i)
                m_result.leftOver.push_back({part, nameOf(m_kb, part), 1, whereOf(m_before, gone[i])});
            for (std::size_t i = again; i < wanted.size(); ++i) want(part, wanted[i]);
        }
    }
    void want(const std::string& part, const plan::Subject& at)
    {
        Need need{part, nameOf(m_kb, part)};
        need.use = whereOf(m_after, at);
        need.object = at;
        const bool isFibre = at.kind == "run" && isOnFibre(*m_after.runs.find({at.id}));
        m_result.needs.push_back(need);
        if (isFibre) addRows(m_result.needs, m_kb, "fibre", {}, need, 2);
    }
    bool isOnFibre(const plan::Run& run) const
    {
        const kb::Medium* medium = m_kb.find<kb::Medium>(run.medium);
        return medium && kb::isFibre(medium->kind);
    }
    /// A cable in the wall is new where it was not there, became another one, or a longer one.
    void laid()
    {
        const auto same = [&](const plan::Run& run) {
            const plan::Run* old = m_before.runs.find(run.id);
            return old && old->medium == run.medium && (!run.length || !old->length || *run.length <= *old->length);
        };
        for (const plan::Run* run : m_new.laid) {
            if (same(*run)) continue;
            if (!run->length || run->medium.empty()) {
                m_result.unknown.push_back(text::say("needs.run-unknown",
                                                     "{}: its {} is not known, so it cannot be bought",
                                                     likeRun(m_after, *run).use, run->length ? "cable" : "length"));
                continue;
            }
            for (Need& need : needsOfRun(m_after, *run, m_kb)) m_result.needs.push_back(std::move(need));
        }
        for (const plan::Run* run : m_old.laid)
            if (!m_after.runs.has(run->id))
                m_result.leftOver.push_back({run->medium, nameOf(m_kb, run->medium), 1, likeRun(m_before, *run).use});
    }
    /// What a device needs where it stands: ears in a rack, a lead for the sockets of a battery unit, a licence.
    void ofDevice(const plan::Device& device)
    {
        Need like;
        like.use = device.name;
        like.object = {"device", device.id.value};
        const plan::Device* old = m_before.devices.find(device.id);
        const auto add = [&](const char* when) { addRows(m_result.needs, m_kb, when, {}, like, 1); };
        if (!old && device.rackUnit > 0) add("racked");
        for (const plan::Supply& supply : device.supplies) {
            const plan::Device* feeder = m_after.devices.find(supply.from);
            if (!old && supply.kind == plan::SupplyKind::Cord && feeder && feeder->role == plan::Role::Ups)
                add("battery-fed");
        }
        if (device.traits.has("licence") && !(old && old->traits.has("licence"))) add("licensed");
    }
    /// A card is sold with the bracket of a full case.
    void cards()
    {
        for (const plan::Slot& slot : m_after.slots) {
            const plan::Slot* old = m_before.slots.find(slot.id);
            const plan::Device* device = m_after.devices.find(slot.device);
            if (!slot.card || !device || !device->traits.is("case", "low") || (old && old->card == slot.card)) continue;
            const auto& ports = m_after.ports;
            if (std::any_of(ports.begin(), ports.end(), [&](const plan::Port& port) {
                    return port.slot == slot.id &&
                           (port.traits.is("bracket", "low") || port.traits.is("bracket", "both"));
                }))
                continue;
            Need like;
            like.use = whereOf(m_after, {"slot", slot.id.value});
            like.object = {"slot", slot.id.value};
            addRows(m_result.needs, m_kb, "low-case", {}, like, 1);
        }
    }
    /// What was taken out serves as the small things of the new links too.
    void reuse()
    {
        std::erase_if(m_result.leftOver, [&](const LeftOver& one) {
            const auto need = std::find_if(m_result.needs.begin(), m_result.needs.end(), [&](const Need& wanted) {
                return wanted.part == one.part && wanted.count > 0 && wanted.length == Length{} && !wanted.isOnce;
            });
            if (need == m_result.needs.end()) return false;
            --need->count;
            m_result.reused.push_back(one);
            return true;
        });
        std::erase_if(m_result.needs, [](const Need& need) { return need.count == 0; });
    }
    void missing()
    {
        for (const plan::Device& device : m_after.devices) {
            if (m_before.devices.has(device.id) || plan::isPassive(device.role)) continue;
            if (partOfDevice(m_after, device, m_kb).empty())
                m_result.unknown.push_back(
                    text::say("needs.device-unknown",
                              "{} is new, and no table has a part that it could be: state one, such as part={}",
                              device.name, "switch-8x10"));
        }
    }

    const plan::Plan &m_before, &m_after;
    const kb::KnowledgeBase& m_kb;
    Inventory m_old, m_new;
    Takings m_result;
};

}  // namespace

Takings takingsOf(const plan::Plan& before, const plan::Plan& after, const kb::KnowledgeBase& kb)
{
    return Difference(before, after, kb).run();
}

std::string leadPartOf(const plan::Run& run, const kb::KnowledgeBase& kb)
{
    const kb::LeadKind* kind = kb.find<kb::LeadKind>(run.medium);
    const Length* sold = kind && run.length ? kind->lengthFor(*run.length) : nullptr;
    return sold ? kind->partOf(*sold) : std::string();
}

Length orderLength(Length run, const kb::KnowledgeBase& kb)
{
    return run + 2 * Length::of(kb::tradeFigure(kb, "end-waste"));
}

std::vector<Need> needsOfRun(const plan::Plan& plan, const plan::Run& run, const kb::KnowledgeBase& kb)
{
    std::vector<Need> needs;
    const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
    if (!medium || !run.length || medium->kind == kb::MediumKind::PowerLine || medium->kind == kb::MediumKind::Radio)
        return needs;
    Need need = likeRun(plan, run);
    const bool isFibre = kb::isFibre(medium->kind);
    const std::string lead = isFibre || isLead(plan, run, kb) ? leadPartOf(run, kb) : std::string();
    if (!lead.empty()) {
        need.part = lead;
    } else {
        need.part = medium->id;
        need.length = orderLength(*run.length, kb);
    }
    need.name = nameOf(kb, need.part);
    needs.push_back(need);
    int activeEnds = 0;
    for (plan::PortId end : {run.a, run.b})
        if (const plan::Device* device = plan::deviceOf(plan, end); device && !plan::isPassive(device->role))
            ++activeEnds;
    if (!isLead(plan, run, kb))
        addEnds(needs, need, *medium, lead.empty(), activeEnds, run.traits.is("terminated", "plugs"), kb);
    if (isFibre) addRows(needs, kb, "fibre", {}, need, 2);
    return needs;
}

}  // namespace sokudo::buy
