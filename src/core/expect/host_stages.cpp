// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/survey_stages.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {
namespace {

/// "3.0x4" as the trait says it.
std::optional<formulas::BusLink> busOf(std::string_view word)
{
    const std::size_t at = word.find('x');
    const auto generation = text::parseNumber(word.substr(0, at)),
               lanes = at == std::string_view::npos ? std::nullopt : text::parseNumber(word.substr(at + 1));
    if (!generation || !lanes) return std::nullopt;
    return formulas::BusLink{static_cast<int>(*generation), static_cast<int>(*lanes), 0, 1500};
}

void addDisk(const SurveyedPath& path, const plan::Device& device, Access access, Found& found)
{
    if (device.disks.empty())
        return found.missing.push_back(
            {text::say("host-stages.the-disks-of", "the disks of ") + device.name, device.id});
    const int asked = access == Access::Read ? path.question.disksFrom : path.question.disksTo;
    const std::size_t group =
        std::clamp<std::size_t>(static_cast<std::size_t>(std::max(0, asked)), 0, device.disks.size() - 1);
    const plan::DiskGroup& disks = device.disks[group];
    auto stage = diskStage(path.kb, disks, access, factorsOf(path.kb, device.traits, "disk"));
    std::string name =
        stage ? fmt::format("{} of {}", disks.name.empty() ? stage->label : disks.name, device.name) : std::string();
    if (disks.name.empty() && group > 0) name += fmt::format(", group {}", group + 1);
    found.add(std::move(stage), name, device.id, device.name, static_cast<std::int64_t>(group));
}

void addProcessor(const SurveyedPath& path, const plan::Device& device, Found& found)
{
    if (path.isRemoteMemory) return;
    if (!device.processor)
        return found.missing.push_back(
            {text::say("host-stages.the-processor-of", "the processor of ") + device.name, device.id});
    auto stage = processorStage(path.kb, *device.processor, path.mtu, path.question.streams,
                                factorsOf(path.kb, device.traits, "processor"));
    if (stage) stage->detail = device.name;
    found.add(std::move(stage), "processor of " + device.name, device.id, device.name);
}

void addMemory(const SurveyedPath& path, const plan::Device& device, Found& found)
{
    if (const auto channels = device.traits.count("memory-channels"))
        found.add(ceilingStage(path.kb, *channels >= 2 ? "memory-dual" : "memory-single"), "memory of " + device.name,
                  device.id, device.name);
}

/// Slot, what the chipset shares, USB: how the port hangs on the machine.
void addAttachment(const SurveyedPath& path, const plan::Device& device, plan::PortId id, BitRate linkRate, bool sends,
                   Found& found)
{
    const plan::Port* port = path.plan.ports.find(id);
    if (!port) return;
    if (const auto usb = port->traits.as<BitRate>("usb"))
        found.add(usbStage(path.kb, *usb, linkRate), "usb of " + device.name, device.id, device.name, id.value);
    const plan::Slot* slot = path.plan.slots.find(port->slot);
    if (!slot) return;
    const auto addSlot = [&] {
        auto stage = slotStage(path.kb, *slot, path.mtu);
        if (!stage)
            return found.missing.push_back(
                {text::say("host-stages.slot-of", "slot {} of {}", slot->name, device.name), device.id});
        found.add(std::move(stage), "slot of " + device.name, device.id, device.name, slot->id.value);
    };
    const auto addUplink = [&] {
        if (!slot->chipset) return;
        const auto bus = busOf(device.traits.word("uplink"));
        if (!bus)
            return found.missing.push_back(
                {text::say("host-stages.the-chipset-uplink-of", "the chipset uplink of {}", device.name), device.id});
        found.add(uplinkStage(path.kb, {bus->generation, bus->lanes, 0, path.mtu}), "chipset uplink of " + device.name,
                  device.id, device.name);
    };
    if (sends) addUplink();
    addSlot();
    if (!sends) addUplink();
}

void addSession(const SurveyedPath& path, const plan::Device& device, Found& found)
{
    const std::string_view session = device.traits.word("session");
    if (path.question.traffic == Traffic::FileCopy && !session.empty() && session != "plain")
        found.add(ceilingStage(path.kb, session), "session at " + device.name, device.id, device.name);
}

}  // namespace

Factors factorsOf(const kb::KnowledgeBase& kb, const plan::Traits& traits, std::string_view stage)
{
    Factors result;
    if (traits.empty()) return result;
    for (const kb::StageFactor& row : kb.all<kb::StageFactor>())
        if (row.stage == stage && !row.trait.empty() && traits.is(row.trait, row.value)) result.push_back(row.id);
    return result;
}

void Found::add(Result<Stage> stage, std::string name, plan::DeviceId device, std::string_view otherwise,
                std::int64_t part)
{
    if (!stage)
        return missing.push_back({text::say("host-stages.at", "{} at {}", stage.error().what, otherwise), device});
    stage->name = std::move(name);
    stage->device = device;
    stage->part = part;
    stages.push_back(std::move(*stage));
}

void addHost(const SurveyedPath& path, const plan::Device& device, plan::PortId port, BitRate linkRate, bool sends,
             Found& found)
{
    const bool copies = path.question.traffic == Traffic::FileCopy;
    if (sends) {
        if (copies) addDisk(path, device, Access::Read, found);
        addSession(path, device, found);
        addMemory(path, device, found);
        addProcessor(path, device, found);
        addAttachment(path, device, port, linkRate, true, found);
        return;
    }
    addAttachment(path, device, port, linkRate, false, found);
    addProcessor(path, device, found);
    addMemory(path, device, found);
    addSession(path, device, found);
    if (copies) addDisk(path, device, Access::Write, found);
}

}  // namespace sokudo::expect
