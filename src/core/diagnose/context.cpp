// SPDX-License-Identifier: GPL-3.0-or-later
// Which kinds of cause a path can have at all: tags of causes.csv, column needs_any_of.
#include "core/diagnose/facts.h"

#include <algorithm>

#include "core/kb/cause_rows.h"
#include "core/kb/port_rows.h"

namespace sokudo::diagnose {
namespace {

constexpr std::string_view kBridge60 = "radio-60";

void addMedium(const kb::KnowledgeBase& kb, const plan::Run& run, Context& context)
{
    const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
    if (!medium) return;
    switch (medium->kind) {
    case kb::MediumKind::TwistedPair: context.insert("copper"); break;
    case kb::MediumKind::Multimode:
    case kb::MediumKind::SingleMode: context.insert("fibre"); break;
    case kb::MediumKind::DirectAttach:
    case kb::MediumKind::ActiveOptical: context.insert("dac"); break;
    case kb::MediumKind::Coax: context.insert("coax"); break;
    case kb::MediumKind::PowerLine: context.insert("plc"); break;
    case kb::MediumKind::Radio: context.insert(run.medium == kBridge60 ? "60g" : "wifi"); break;
    }
}

bool isStated(const plan::Traits& traits, std::string_view trait)
{
    return traits.has(trait) && !traits.is(trait, "none") && !traits.is(trait, "no");
}

void addPort(const kb::KnowledgeBase& kb, const plan::Port& port, Context& context)
{
    const kb::Cage* cage = kb.find<kb::Cage>(port.cage);
    if (cage && cage->holdsModule) context.insert("cage");
    if (port.slot.isSet()) context.insert("pcie");
    if (port.fec) context.insert("fec");
    if (port.traits.has("usb")) context.insert("usb");
    if (port.traits.has("bond")) context.insert("lag");
    if (isStated(port.traits, "pse") || isStated(port.traits, "pd")) context.insert("poe");
    if (port.splitOf.isSet() || isStated(port.traits, "split") || port.traits.has("leg")) context.insert("breakout");
}

void addDevice(const plan::Device& device, Context& context)
{
    if (!device.supplies.empty() || device.traits.has("pse-budget") || device.traits.has("fed-w"))
        context.insert("poe");
    if (device.traits.has("plan-rate")) context.insert("inet");
    if (isStated(device.traits, "virtual") || isStated(device.traits, "overlay")) context.insert("vm");
    if (device.traits.has("numa")) context.insert("numa");
}

void addReading(const measure::InterfaceReading& interface, Context& context)
{
    if (interface.usb) context.insert("usb");
    if (interface.bus) context.insert("pcie");
    if (!interface.bondMaster.empty()) context.insert("lag");
    if (interface.isRadio) context.insert("wifi");
    if (interface.bus && interface.bus->numaNode > 0) context.insert("numa");
}

}  // namespace

Context contextOf(const kb::KnowledgeBase& kb, const Evidence& evidence)
{
    Context context;
    for (const auto& [id, seen] : evidence)
        if (const kb::Flag* flag = seen.present ? kb.find<kb::Flag>(id) : nullptr; flag && !flag->implies.empty())
            context.insert(flag->implies);
    return context;
}

Context contextOf(const Facts& facts, const Evidence& evidence)
{
    Context context = contextOf(facts.kb, evidence);
    if (facts.trial.kind == measure::TrialKind::FileCopy) context.insert("file");
    for (const plan::Run* run : facts.path.runs) addMedium(facts.kb, *run, context);
    for (const plan::Port* port : facts.path.ports) addPort(facts.kb, *port, context);
    for (const plan::Device* device : facts.path.devices) addDevice(*device, context);
    for (const match::LinkReport* report : facts.path.links)
        if (report->rate && *report->rate >= gigabits(25)) context.insert("fec");
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to})
        if (const auto* interface = facts.interfaceOf(end)) addReading(*interface, context);
    return context;
}

}  // namespace sokudo::diagnose
