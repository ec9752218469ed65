// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/kept_stage.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/kb/host_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/trait_value.h"
#include "core/plan/edits.h"

namespace sokudo::app {
namespace {

using Words = std::vector<oneline::Token>;
using Kept = std::optional<Result<plan::Plan>>;

/// "4.0 x8" into the first slot of the device that holds a card.
Kept withSlot(const plan::Plan& plan, const plan::Device& device, const Words& words)
{
    std::string spec;
    for (const oneline::Token& word : words)
        if (word.text != "pcie") spec += word.text;
    const auto bus = oneline::busOf(spec);
    for (const plan::Slot* slot : plan::slotsOf(plan, device.id)) {
        if (!slot->card || !bus) continue;
        plan::Slot changed = *slot;
        changed.generation = bus->generation;
        changed.lanes = bus->lanes;
        changed.shape = std::max(changed.shape, bus->lanes);
        return plan::edits::putSlot(plan, changed);
    }
    return std::nullopt;
}

Kept withProcessor(const plan::Plan& plan, plan::Device device, const Words& words, const kb::KnowledgeBase& kb)
{
    plan::HostProcessor host = device.processor.value_or(plan::HostProcessor{});
    for (const oneline::Token& word : words) {
        const auto clock =
            word.text.ends_with("ghz") ? text::parseNumber(word.text.substr(0, word.text.size() - 3)) : std::nullopt;
        const auto count = text::parseNumber(word.value);
        if (const kb::Processor* kind = kb.find<kb::Processor>(word.text)) host.kind = kind->id;
        else if (clock) host.clockGhz = *clock;
        else if (const auto cores = word.text == "cores" && count ? wholeOf(*count, 1, 1024) : std::nullopt)
            host.cores = *cores;
        else if (word.text != "cpu") return std::nullopt;
    }
    device.processor = host;
    return plan::edits::putDevice(plan, std::move(device));
}

Kept withDisks(const plan::Plan& plan, plan::Device device, const Words& words, const kb::KnowledgeBase& kb)
{
    if (words.empty()) return std::nullopt;
    const auto pieces = text::split(words.front().text, '*');
    const kb::Disk* disk = kb.find<kb::Disk>(pieces.front());
    const auto number = pieces.size() == 2 ? text::parseNumber(pieces[1]) : std::optional(1.0);
    const auto count = number ? wholeOf(*number, 1, 999) : std::nullopt;
    if (!disk || !count) return std::nullopt;
    plan::DiskGroup group{disk->id, *count, {}};
    for (std::size_t i = 1; i < words.size(); ++i) {
        const auto bus = oneline::busOf(words[i].text);
        if (const kb::ArrayLevel* level = kb.find<kb::ArrayLevel>(words[i].text)) group.level = level->id;
        else if (bus && kb.find<kb::Disk>("nvme" + std::to_string(bus->generation)))
            group.kind = "nvme" + std::to_string(bus->generation);
        else return std::nullopt;
    }
    if (device.disks.empty()) device.disks.push_back(group);
    else device.disks.front() = group;
    return plan::edits::putDevice(plan, std::move(device));
}

/// The trait as typed, where its row takes it.
std::optional<std::string> traitOf(const kb::KnowledgeBase& kb, std::string_view trait, std::string_view typed)
{
    const kb::TraitKind* kind = kb.find<kb::TraitKind>(trait);
    const auto value =
        kind ? kb::traitValue(*kind, typed) : Result<std::string>(failure(ErrorCode::NotFound, "no such trait"));
    return value ? std::optional(*value) : std::nullopt;
}

Kept withTrait(const TriedOn& on, plan::Device device, std::string_view trait, std::string_view typed)
{
    const auto value = traitOf(on.kb, trait, typed);
    if (!value) return std::nullopt;
    device.traits.set(trait, *value);
    return plan::edits::putDevice(on.plan, std::move(device));
}

/// "uplink 4.0 x4" or "4.0 x4" as the trait spells it
Kept withUplink(const TriedOn& on, const plan::Device& device, const Words& words)
{
    std::string spec;
    for (const oneline::Token& word : words)
        if (word.text != "uplink") spec += word.text;
    const auto bus = oneline::busOf(spec);
    return bus ? withTrait(on, device, "uplink", fmt::format("{}.0x{}", bus->generation, bus->lanes)) : std::nullopt;
}

/// What USB enumerates at, on the port by which the path leaves the device.
Kept withUsb(const TriedOn& on, const plan::Device& device, const Words& words)
{
    for (const oneline::Token& word : words) {
        const auto rate = word.hasValue() ? std::nullopt : oneline::rateOf(word.text);
        if (!rate) continue;
        for (const plan::Hop& hop : on.way)
            for (plan::PortId end : {hop.from, hop.to}) {
                const plan::Port* port = on.plan.ports.find(end);
                if (!port || port->device != device.id || !port->traits.has("usb")) continue;
                plan::Port changed = *port;
                changed.traits.set("usb", std::to_string(rate->steps()));
                return plan::edits::putPort(on.plan, changed);
            }
    }
    return std::nullopt;
}

/// "10g mtu=9000" at the rate the link has: every port of the way gets that MTU.
Kept withMtu(const TriedOn& on, const expect::Stage& stage, const Words& words)
{
    std::optional<int> mtu;
    for (const oneline::Token& word : words) {
        const auto number = text::parseNumber(word.value);
        if (word.text == "mtu" && number) mtu = wholeOf(*number, 576, 65535);
        else if (word.hasValue() || oneline::rateOf(word.text) != stage.line) return std::nullopt;
    }
    if (!mtu) return std::nullopt;
    plan::Plan next = on.plan;
    for (const plan::Hop& hop : on.way)
        for (plan::PortId end : {hop.from, hop.to})
            if (const plan::Port* port = next.ports.find(end)) {
                plan::Port changed = *port;
                changed.mtu = mtu;
                auto result = plan::edits::putPort(next, changed);
                if (!result) return result;
                next = std::move(*result);
            }
    return Result<plan::Plan>(std::move(next));
}

/// The share is what the storing end serves: the sender where it serves anything, else the receiver.
Kept withShare(const TriedOn& on, const Words& words)
{
    const plan::Device* from = on.plan.devices.find(on.question.from);
    const plan::Device* to = on.plan.devices.find(on.question.to);
    if (words.size() != 1 || !from || !to || !on.question.protocol.empty()) return std::nullopt;
    plan::Device device = from->fileShare.empty() && !to->fileShare.empty() ? *to : *from;
    device.fileShare = words.front().text;
    return plan::edits::putDevice(on.plan, std::move(device));
}

/// "internet 2.5g": the rate of the plan
Kept withPlan(const TriedOn& on, const expect::Stage& stage, const plan::Device& device, const Words& words)
{
    const bool isUp = stage.name.ends_with(", up") && device.traits.has("plan-up");
    for (const oneline::Token& word : words)
        if (const auto rate = word.hasValue() ? std::nullopt : oneline::rateOf(word.text)) {
            plan::Device changed = device;
            changed.traits.set(isUp ? "plan-up" : "plan-rate", std::to_string(rate->steps()));
            return plan::edits::putDevice(on.plan, std::move(changed));
        }
    return std::nullopt;
}

}  // namespace

Kept keptStage(const TriedOn& on, const expect::Stage& stage, const Words& words)
{
    if (words.empty()) return std::nullopt;
    if (stage.kind == expect::StageKind::Link) return withMtu(on, stage, words);
    if (stage.kind == expect::StageKind::FileShare) return withShare(on, words);
    const plan::Device* device = on.plan.devices.find(stage.device);
    if (!device) return std::nullopt;
    switch (stage.kind) {
    case expect::StageKind::Slot: return withSlot(on.plan, *device, words);
    case expect::StageKind::Processor: return withProcessor(on.plan, *device, words, on.kb);
    case expect::StageKind::Disk: return withDisks(on.plan, *device, words, on.kb);
    case expect::StageKind::Uplink: return withUplink(on, *device, words);
    case expect::StageKind::Usb: return withUsb(on, *device, words);
    case expect::StageKind::Router: return withTrait(on, *device, "forwards", words.front().text);
    case expect::StageKind::Inspection: return withTrait(on, *device, "inspects", words.front().text);
    case expect::StageKind::Session: return withTrait(on, *device, "session", words.front().text);
    case expect::StageKind::Memory:
        return withTrait(on, *device, "memory-channels", words.front().text == "memory-single" ? "1" : "2");
    case expect::StageKind::Internet: return withPlan(on, stage, *device, words);
    default: return std::nullopt;
    }
}

}  // namespace sokudo::app
