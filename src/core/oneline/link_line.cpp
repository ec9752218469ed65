// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/link_line.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/kb/port_rows.h"
#include "core/oneline/line_words.h"
#include "core/plan/edits.h"

namespace sokudo::oneline {
namespace {

/// FEC stated at one end only: the silent end is taken to run none, and the rule says so.
void settleFec(EndOfLine& a, EndOfLine& b)
{
    if (a.port.fec && !b.port.fec) b.port.fec = plan::Fec::None;
    if (b.port.fec && !a.port.fec) a.port.fec = plan::Fec::None;
}

/// Cables in order; a cord or joint belongs to the cable after it at the first end, else to the cable before it.
Result<std::vector<CableOfLine>> readMiddle(const std::vector<Part>& pieces, const kb::KnowledgeBase& kb)
{
    std::vector<CableOfLine> cables;
    std::vector<plan::Segment> before;
    for (std::size_t i = 1; i + 1 < pieces.size(); ++i) {
        const auto words = tokens(pieces[i].text, pieces[i].offset);
        if (isSegment(words)) {
            auto segment = readSegment(words, kb);
            if (!segment) return tl::unexpected(segment.error());
            segment->atB = !cables.empty();
            (cables.empty() ? before : cables.back().run.segments).push_back(*segment);
            continue;
        }
        auto cable = readCable(words, kb);
        if (!cable) return tl::unexpected(cable.error());
        if (cables.empty()) cable->run.segments = before;
        cables.push_back(std::move(*cable));
    }
    if (cables.empty())
        return failure(
            ErrorCode::BadInput,
            text::say("link-line.between-the-ends-stand",
                      "between the ends stand only cords and joints; name the cable itself, such as cat6a 20m"));
    return cables;
}

/// Builds the plan of a line: two devices, a panel between each two cables, ids counted from 1.
class LinePlan {
public:
    explicit LinePlan(const kb::KnowledgeBase& kb) : m_kb(kb) {}
    plan::Plan of(EndOfLine a, EndOfLine b, const std::vector<CableOfLine>& media)
    {
        std::string building = a.building;
        const plan::PortId first = addEnd(a, "end A");
        for (const CableOfLine& medium : media)
            if (medium.betweenBuildings && b.building == building) b.building = building + "another building";
        const plan::PortId last = addEnd(b, "end B");
        plan::PortId at = first;
        for (std::size_t i = 0; i < media.size(); ++i) {
            plan::Run run = media[i].run;
            run.id = {m_next++};
            run.label = media.size() == 1 ? "cable" : fmt::format("cable {}", i + 1);
            run.a = at;
            if (media[i].betweenBuildings) building = b.building;
            run.b = at = i + 1 < media.size() ? addPanel(i + 1, building, run.medium, media[i + 1].run.medium) : last;
            m_result.runs = m_result.runs.with(run);
        }
        return std::move(m_result);
    }

private:
    plan::DeviceId addDevice(std::string name, plan::Role role, std::string building, plan::Traits traits = {})
    {
        const plan::Place place{{m_next++}, "place of " + name, 0, std::move(building), {}};
        m_result.places = m_result.places.with(place);
        plan::Device device{{m_next++}, place.id, std::move(name), role};
        device.traits = std::move(traits);
        m_result.devices = m_result.devices.with(device);
        return device.id;
    }
    plan::PortId addEnd(EndOfLine& end, std::string name)
    {
        end.port.device = addDevice(std::move(name), end.role, end.building, end.device);
        end.port.id = {m_next++};
        end.port.name = m_kb.find<kb::Cage>(end.port.cage)->name;
        if (end.slot) {
            end.slot->id = {m_next++};
            end.slot->device = end.port.device;
            end.slot->name = "1";
            end.port.slot = end.slot->id;
            m_result.slots = m_result.slots.with(*end.slot);
        }
        m_result.ports = m_result.ports.with(end.port);
        return end.port.id;
    }
    /// The panel between two cables; where both are twisted pair, its jacks count as good as the weaker of them.
    plan::PortId addPanel(std::size_t number, const std::string& building, const std::string& left,
                          const std::string& right)
    {
        const plan::PortId id{m_next++};
        const kb::Medium* a = m_kb.find<kb::Medium>(left);
        const kb::Medium* b = m_kb.find<kb::Medium>(right);
        plan::Traits traits;
        if (a && b && a->kind == kb::MediumKind::TwistedPair && b->kind == a->kind)
            traits.set("category", (a->grade < b->grade ? a : b)->id);
        const plan::DeviceId device =
            addDevice(fmt::format("panel {}", number), plan::Role::Panel, building, std::move(traits));
        const plan::Port panel{id, device, 0, "1", "panel"};
        m_result.ports = m_result.ports.with(panel);
        return id;
    }

    const kb::KnowledgeBase& m_kb;
    plan::Plan m_result;
    std::int64_t m_next = 1;
};

}  // namespace

Result<plan::Plan> planFromLinkLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    const auto pieces = parts(line, '/');
    if (pieces.size() < 3)
        return failure(
            ErrorCode::BadInput,
            text::say("link-line.a-link-has-three",
                      "a link has three parts with / between them: end / cable / end, such as sfp+:10gbase-sr / om3 "
                      "30m / sfp+:10gbase-sr"));
    auto a = readEnd(tokens(pieces.front().text, pieces.front().offset), "first", kb);
    if (!a) return tl::unexpected(a.error());
    auto media = readMiddle(pieces, kb);
    if (!media) return tl::unexpected(media.error());
    auto b = readEnd(tokens(pieces.back().text, pieces.back().offset), "second", kb);
    if (!b) return tl::unexpected(b.error());
    settleFec(*a, *b);
    return LinePlan(kb).of(std::move(*a), std::move(*b), *media);
}

Result<match::LinkReport> judgeLinkLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    const auto plan = planFromLinkLine(line, kb);
    if (!plan) return tl::unexpected(plan.error());
    auto reports = match::judgeAll(*plan, kb);
    if (reports.size() != 1)
        return failure(ErrorCode::BadInput,
                       text::say("link-line.the-line-does-not", "the line does not make one link"));
    return reports.front();
}

}  // namespace sokudo::oneline
