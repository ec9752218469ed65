// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/disk_line.h"
#include "core/editline/property.h"
#include "core/editline/supply_line.h"
#include "core/kb/host_rows.h"

namespace sokudo::editline {
namespace {

Field setDisks(plan::Device& device, const Property& one, const kb::KnowledgeBase& kb)
{
    if (one.value == disksText(device.disks)) return "disks";  // shown, and set again
    auto disks = disksFrom(one, device.disks, kb);
    if (!disks) return tl::unexpected(disks.error());
    device.disks = std::move(*disks);
    return "disks";
}

/// The kind, clock and cores of a processor, each on its own.
std::optional<Field> setProcessor(plan::Device& device, const Property& one, const kb::KnowledgeBase& kb)
{
    if (one.key != "processor" && one.key != "clock" && one.key != "cores") return std::nullopt;
    if (one.key == "processor" && one.isCleared()) {
        device.processor.reset();
        return Field("processor");
    }
    if (!device.processor) device.processor = plan::HostProcessor{"mid-x86", 0, 0};
    if (one.key == "processor") {
        if (!kb.find<kb::Processor>(text::lower(one.value))) {
            std::vector<std::string> known;
            for (const auto& row : kb.all<kb::Processor>()) known.push_back(row.id);
            return Field(tl::unexpected(one.wrong(
                text::say("properties.a-processor-is", "a processor is one of {}", text::joined(known, ", ")))));
        }
        device.processor->kind = text::lower(one.value);
        return Field("processor.kind");
    }
    if (one.key == "cores") return setWhole(one, 1, 1024, device.processor->cores, "processor.cores");
    std::string figure = text::lower(one.value);
    if (figure.ends_with("ghz")) figure = text::trimmed(figure.substr(0, figure.size() - 3));
    const auto clock = text::parseNumber(figure);
    if (!clock || *clock <= 0 || *clock > 10)
        return Field(tl::unexpected(one.wrong(text::say("properties.a-clock-is", "a clock is written clock=3.6ghz"))));
    device.processor->clockGhz = *clock;
    return Field("processor.clock_ghz");
}

Field setRole(plan::Device& device, const Property& one, const kb::KnowledgeBase& kb)
{
    Words role(one.value);
    const auto known = takeRole(role, kb);
    if (!known)
        return tl::unexpected(one.wrong(text::say(
            "properties.no-role", "no role that Sokudo knows; try switch, router, computer, camera or other")));
    device.role = *known;
    return "role";
}

/// What the device refers to: its place, and the one that feeds it.
std::optional<Field> setNeighbour(plan::Device& device, const Property& one, const Draft& draft)
{
    if (one.key == "place") {
        const auto place = placeCalled(one, draft.plan);
        if (!place) return Field(tl::unexpected(place.error()));
        device.place = *place;
        return Field("place");
    }
    if (one.key != "fed" && one.key != "fed-by") return std::nullopt;
    const bool isAsShown = text::words(one.value) == text::words(suppliesText(device, draft.plan));
    if (isAsShown) return Field("supplies");
    auto supplies = suppliesFrom(one, device, draft.plan);
    if (!supplies) return Field(tl::unexpected(supplies.error()));
    device.supplies = std::move(*supplies);
    return Field("supplies");
}

}  // namespace

Field setField(plan::Device& device, const Property& one, Draft& draft)
{
    if (one.key == "name") return setText(one, device.name, "name");
    if (one.key == "note") return setText(one, device.note, "note");
    if (one.key == "part") return setText(one, device.part, "part");
    if (one.key == "description") return setText(one, device.description, "description");
    if (one.key == "share") return setText(one, device.fileShare, "file_share");
    if (one.key == "unit") return setWhole(one, 1, 60, device.rackUnit, "rack_unit");
    if (one.key == "role") return setRole(device, one, draft.kb);
    if (one.key == "disks") return setDisks(device, one, draft.kb);
    if (auto field = setNeighbour(device, one, draft)) return *field;
    if (auto field = setProcessor(device, one, draft.kb)) return *field;
    if (one.key == "at") {
        device.at.reset();
        if (one.isCleared()) return "at";
        const auto pair = neededPair(one);
        if (!pair) return tl::unexpected(pair.error());
        device.at = plan::Spot{pair->first, pair->second};
        return "at";
    }
    if (auto trait = setTrait(device.traits, one, kb::TraitOwner::Device, draft.kb)) return *trait;
    return noProperty(one, "device", kb::TraitOwner::Device, draft.kb,
                      {"name", "note", "description", "part", "share", "unit", "role", "disks", "place", "fed",
                       "processor", "clock", "cores", "at"});
}

}  // namespace sokudo::editline
