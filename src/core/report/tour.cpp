// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/tour.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trait_value.h"
#include "core/survey/standing.h"

namespace sokudo::report {
namespace {

std::string rateText(const std::optional<BitRate>& rate) { return rate ? text::rate(*rate, 3) : std::string("—"); }

std::string nameOf(const plan::Plan& plan, plan::DeviceId id)
{
    const plan::Device* device = plan.devices.find(id);
    return device ? device->name : std::string("—");
}

std::string placeName(const plan::Plan& plan, plan::PlaceId id)
{
    const plan::Place* place = plan.places.find(id);
    return place ? place->name : std::string("—");
}

/// "ceiling height: 2.3 m; power sockets: 14".
std::string traitsText(const plan::Traits& traits, const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known;
    for (const auto& [id, value] : traits)
        if (const auto* kind = kb.find<kb::TraitKind>(id))
            known.push_back(text::lower(kind->name) + ": " + kb::traitText(*kind, value));
    return text::joined(known, "; ");
}

std::string headingOf(const plan::Plan& plan, const plan::Place& place)
{
    std::string heading = place.name;
    if (const plan::Place* outer = plan.places.find(place.within)) heading += ", in " + outer->name;
    heading += fmt::format(", level {}{}", place.level > 0 ? "+" : "", place.level);
    if (!place.building.empty()) heading += ", in the building “" + place.building + "”";
    return heading;
}

class Tour {
public:
    explicit Tour(const TourInput& input) : m_in(input), m_plan(input.plan) {}

    std::vector<Block> blocks()
    {
        const auto standing = survey::standing(m_plan, m_in.kb, m_in.analysis);
        say(standing.sentence.text());
        if (!m_in.drawing.empty()) m_blocks.push_back(Drawing{m_in.drawing});
        for (const plan::Place* place : placesInOrder()) addPlace(*place);
        addServices();
        addWishes();
        addLooseEnds();
        addUnknown();
        if (m_in.isPrivateToo) addAddresses();
        return std::move(m_blocks);
    }

private:
    void say(std::string text) { m_blocks.push_back(Paragraph{std::move(text)}); }
    void head(std::string text) { m_blocks.push_back(Heading{std::move(text)}); }

    /// The main house from the lowest level up, then the other buildings; a rack follows the room it stands in.
    std::vector<const plan::Place*> placesInOrder() const
    {
        std::vector<const plan::Place*> places;
        for (const plan::Place& place : m_plan.places) places.push_back(&place);
        const auto rank = [this](const plan::Place* one) {
            const plan::Place* room = m_plan.places.find(plan::roomOf(m_plan, one->id));
            const plan::Place& by = room ? *room : *one;
            return std::tuple(by.building, by.level, by.id, one->id != by.id, one->id);
        };
        std::sort(places.begin(), places.end(), [&](const auto* a, const auto* b) { return rank(a) < rank(b); });
        return places;
    }

    void addPlace(const plan::Place& place)
    {
        head(headingOf(m_plan, place));
        std::vector<std::string> known;
        if (place.area)
            known.push_back(fmt::format("{} × {}", text::length(place.area->width), text::length(place.area->depth)));
        if (const std::string traits = traitsText(place.traits, m_in.kb); !traits.empty()) known.push_back(traits);
        if (!place.note.empty()) known.push_back(place.note);
        if (!known.empty()) say(text::joined(known, "; "));
        addDevices(place);
        addLinks(place);
    }

    void addDevices(const plan::Place& place)
    {
        TableBlock table{{"device", "kind", "what it is", "ports used"}, {}, {}};
        if (m_in.isPrivateToo) table.headings.push_back("note");
        for (const plan::Device& device : m_plan.devices) {
            if (device.place != place.id) continue;
            const auto ports = plan::portsOf(m_plan, device.id);
            const auto used = std::count_if(ports.begin(), ports.end(), [&](const plan::Port* port) {
                return !plan::runsAt(m_plan, port->id).empty();
            });
            table.rows.push_back({device.name, std::string(plan::word(device.role)), device.description,
                                  fmt::format("{} of {}", used, ports.size())});
            if (m_in.isPrivateToo) table.rows.back().push_back(device.note);
        }
        if (table.rows.empty()) say("No device is listed here.");
        else m_blocks.push_back(std::move(table));
    }

    bool isAt(const match::LinkReport& link, const plan::Place& place) const
    {
        for (plan::PortId end : {link.link.a, link.link.b})
            if (const plan::Device* device = plan::deviceOf(m_plan, end); device && device->place == place.id)
                return true;
        return false;
    }

    void addLinks(const plan::Place& place)
    {
        TableBlock table{{"link that ends here", "rate", "why"}, {}, {}};
        for (const match::LinkReport& link : m_in.analysis.links) {
            if (!isAt(link, place)) continue;
            table.rows.push_back({link.title, rateText(link.rate), link.reason()});
            table.marks.push_back(link.verdict);
        }
        if (!table.rows.empty()) m_blocks.push_back(std::move(table));
    }

    void addServices()
    {
        if (!m_plan.services.empty()) {
            head("Services");
            TableBlock table{{"service", "technology", "down", "up", "hand-off", "enters at"}, {}, {}};
            for (const plan::Service& one : m_plan.services)
                table.rows.push_back({one.name, one.technology, rateText(one.down), rateText(one.up),
                                      rateText(one.handOff), placeName(m_plan, one.entry)});
            m_blocks.push_back(std::move(table));
        }
        if (m_plan.networks.empty()) return;
        head("Networks");
        TableBlock table{{"network", "tag"}, {}, {}};
        if (m_in.isPrivateToo) table.headings.push_back("subnet");
        for (const plan::Network& one : m_plan.networks) {
            table.rows.push_back({one.name, one.tag > 0 ? std::to_string(one.tag) : std::string("without a tag")});
            if (m_in.isPrivateToo) table.rows.back().push_back(one.subnet);
        }
        m_blocks.push_back(std::move(table));
    }

    void addWishes()
    {
        if (m_plan.workloads.empty()) return;
        head("What it is used for");
        TableBlock table{{"place", "device", "purpose", "at once", "note"}, {}, {}};
        for (const plan::Workload& one : m_plan.workloads) {
            const auto* purpose = m_in.kb.find<kb::Purpose>(one.purpose);
            table.rows.push_back({placeName(m_plan, one.place), nameOf(m_plan, one.device),
                                  purpose ? purpose->name : one.purpose, std::to_string(one.count), one.note});
        }
        m_blocks.push_back(std::move(table));
    }

    void addLooseEnds()
    {
        TableBlock table{{"kind", "what", "why", "look again on"}, {}, {}};
        for (const plan::LooseEnd& one : m_plan.looseEnds)
            if (!one.isDone) table.rows.push_back({std::string(code(one.kind)), one.text, one.why, one.review});
        if (table.rows.empty()) return;
        head("Loose ends");
        m_blocks.push_back(std::move(table));
    }

    void addUnknown()
    {
        if (m_in.analysis.gaps.empty()) return;
        head("Not known yet");
        TableBlock table{{"what"}, {}, {}};
        for (const Gap& gap : m_in.analysis.gaps) table.rows.push_back({gap.text.text()});
        m_blocks.push_back(std::move(table));
    }

    void addAddresses()
    {
        if (m_plan.accesses.empty()) return;
        head("Addresses and log-in hints");
        TableBlock table{{"device", "address", "hardware", "reached by", "log-in", "password is kept"}, {}, {}};
        for (const plan::Access& one : m_plan.accesses)
            table.rows.push_back(
                {nameOf(m_plan, one.device), one.address, one.hardware, one.wayIn, one.logIn, one.passwordAt});
        m_blocks.push_back(std::move(table));
    }

    const TourInput& m_in;
    const plan::Plan& m_plan;
    std::vector<Block> m_blocks;
};

}  // namespace

std::vector<Block> tour(const TourInput& input) { return Tour(input).blocks(); }

}  // namespace sokudo::report
