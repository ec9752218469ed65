// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/property.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::editline {
namespace {

/// The networks of a port, by name.
std::optional<Field> setNetworks(plan::Port& port, const Property& one, const plan::Plan& plan)
{
    if (one.key != "untagged" && one.key != "tagged") return std::nullopt;
    if (one.key == "untagged") port.untagged = {};
    else port.tagged.clear();
    if (one.isCleared()) return Field(one.key);
    const std::vector<std::string> parts =
        one.key == "tagged" ? partsOf(one.value) : std::vector<std::string>{one.value};
    for (const std::string& each : parts) {
        const std::string part = text::trimmed(each);
        Words name(part.starts_with('"') ? part : quoted(part));
        const auto network = takeNetwork(name, plan);
        if (!network) return Field(tl::unexpected(one.wrong(network.error().what)));
        if (one.key == "untagged") port.untagged = *network;
        else port.tagged.push_back(*network);
    }
    return Field(one.key);
}

/// The slot of its card and the socket it shares, both of the same device, and its profile.
std::optional<Field> setSibling(plan::Port& port, const Property& one, const plan::Plan& plan)
{
    if (one.key == "slot") {
        port.slot = {};
        if (one.isCleared()) return Field("slot");
        for (const plan::Slot* slot : plan::slotsOf(plan, port.device))
            if (text::lower(slot->name) == text::lower(one.value)) port.slot = slot->id;
        if (port.slot.isSet()) return Field("slot");
        return Field(
            tl::unexpected(one.wrong(text::say("properties.no-slot-of", "the device has no slot of that name"))));
    }
    if (one.key == "profile") {
        port.profile = {};
        if (one.isCleared()) return Field("profile");
        for (const plan::PortProfile& profile : plan.profiles)
            if (text::lower(profile.name) == text::lower(one.value)) port.profile = profile.id;
        if (port.profile.isSet()) return Field("profile");
        return Field(tl::unexpected(one.wrong(text::say(
            "properties.no-profile", "no profile is called so; add it first: add profile access point, tagged=…"))));
    }
    if (one.key != "shares") return std::nullopt;
    port.comboOf = {};
    if (one.isCleared()) return Field("combo_of");
    for (const plan::Port* other : plan::portsOf(plan, port.device))
        if (other->id != port.id && text::lower(other->name) == text::lower(one.value)) port.comboOf = other->id;
    if (port.comboOf.isSet()) return Field("combo_of");
    return Field(tl::unexpected(one.wrong(text::say("properties.no-port-of", "the device has no port of that name"))));
}

Field setRates(plan::Port& port, const Property& one)
{
    port.rates.clear();
    if (one.isCleared()) return "rates_bps";
    for (const std::string& word : text::split(text::lower(one.value), '+')) {
        const auto rate = oneline::rateOf(word);
        if (!rate)
            return tl::unexpected(
                one.wrong(text::say("properties.rates-are-written", "rates are written rates=10+5+2.5+1, in Gb/s")));
        port.rates.push_back(*rate);
    }
    std::sort(port.rates.begin(), port.rates.end(), std::greater<>());
    return "rates_bps";
}

/// Rate, FEC, MTU and module: what a port is set to.
std::optional<Field> setSetting(plan::Port& port, const Property& one, const kb::KnowledgeBase& kb)
{
    const std::string value = text::lower(one.value);
    const auto refuse = [&](text::Sentence what) { return Field(tl::unexpected(one.wrong(std::move(what)))); };
    if (one.key == "rate") {
        port.forced.reset();
        if (one.isCleared() || value == "auto") return Field("forced_bps");
        port.forced = oneline::rateOf(value);
        if (port.forced) return Field("forced_bps");
        return refuse(
            text::say("properties.a-forced-rate", "a forced rate is written rate=10, in Gb/s; rate=auto lets it go"));
    }
    if (one.key == "fec") {
        port.fec.reset();
        if (value.empty() || value == "unknown") return Field("fec");
        const kb::FecMode* mode = kb::fecModeNamed(kb, value);
        if (!mode)
            return refuse(text::say("properties.no-kind-of-fec", "no kind of FEC; write fec=rs, base-r, none or auto"));
        port.fec = plan::fecFromCode(mode->setting);
        return Field("fec");
    }
    if (one.key == "module") {
        port.module.clear();
        if (one.isCleared()) return Field("module");
        const kb::ModuleKind* module = kb::moduleNamed(kb, value);
        if (!module) {
            std::vector<std::string> known;
            for (const auto& row : kb.all<kb::ModuleKind>()) known.push_back(row.id);
            return refuse(text::say("properties.no-module", "no module of the catalogue") +
                          oneline::suggestion(value, known));
        }
        port.module = module->id;
        return Field("module");
    }
    return std::nullopt;
}

}  // namespace

Field setField(plan::Port& port, const Property& one, Draft& draft)
{
    if (one.key == "name") return setText(one, port.name, "name");
    if (one.key == "rates") return setRates(port, one);
    if (one.key == "position") return setWhole(one, 0, 9999, port.position, "position");
    if (one.key == "cage") {
        const kb::Cage* cage = draft.kb.find<kb::Cage>(text::lower(one.value));
        if (!cage)
            return tl::unexpected(one.wrong(
                text::say("properties.no-socket", "no socket that Sokudo knows; try rj45, sfp+, sfp28 or qsfp28")));
        port.cage = cage->id;
        return "cage";
    }
    if (one.key == "mtu") {
        port.mtu.reset();
        if (one.isCleared()) return "mtu_bytes";
        const auto mtu = wholeOf(one, 576, 65535);
        if (!mtu) return tl::unexpected(mtu.error());
        port.mtu = *mtu;
        return "mtu_bytes";
    }
    if (auto field = setSetting(port, one, draft.kb)) return *field;
    if (auto field = setNetworks(port, one, draft.plan)) return *field;
    if (auto field = setSibling(port, one, draft.plan)) return *field;
    if (auto trait = setTrait(port.traits, one, kb::TraitOwner::Port, draft.kb)) return *trait;
    return noProperty(one, "port", kb::TraitOwner::Port, draft.kb,
                      {"name", "cage", "rates", "rate", "fec", "module", "mtu", "slot", "shares", "untagged", "tagged",
                       "profile", "position"});
}

Field setField(plan::Slot& slot, const Property& one, Draft&)
{
    if (one.key == "name") return setText(one, slot.name, "name");
    if (one.key == "shape") return setWhole(one, 1, 16, slot.shape, "shape");
    if (one.key == "mps") return setWhole(one, 128, 4096, slot.maxPayload, "max_payload_bytes");
    if (one.key == "chipset") {
        slot.chipset = text::lower(one.value) != "no";
        return "chipset";
    }
    if (one.key == "card-name") {
        if (!slot.card) slot.card.emplace();
        return setText(one, slot.card->name, "card.name");
    }
    const bool isCard = one.key == "card";
    if (isCard && one.isCleared()) {
        slot.card.reset();
        return "card";
    }
    const auto bus = oneline::busOf(text::lower(isCard || one.key == "bus" ? one.value : one.key));
    if (!bus)
        return tl::unexpected(one.wrong(
            text::say("properties.a-slot-is", "a slot is written 4.0x8, with shape=16, card=3.0x8, chipset, mps=256")));
    if (isCard) {
        if (!slot.card) slot.card = plan::Card{"card", 0, 0};
        slot.card->generation = bus->generation;
        slot.card->lanes = bus->lanes;
        return "card";
    }
    slot.generation = bus->generation;
    slot.lanes = bus->lanes;
    return "lanes";
}

}  // namespace sokudo::editline
