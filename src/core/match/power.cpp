// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/power.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/formulas/acceptance.h"
#include "core/formulas/cable_feed.h"
#include "core/kb/copper_rows.h"
#include "core/match/channel_loss.h"

namespace sokudo::match {
namespace {

constexpr double kPerCelsius = 0.00393;

bool supplies(const LinkEnd& end)
{
    const std::string_view source = end.word("pse");
    return !source.empty() && source != "none";
}

}  // namespace

std::vector<const plan::Port*> inPoeOrder(const plan::Plan& plan, plan::DeviceId device)
{
    std::vector<const plan::Port*> ports = plan::portsOf(plan, device);
    // Low is what a port has that nobody set.
    const auto rank = [](const plan::Port* port) {
        const std::string_view word = port->traits.word("poe-priority");
        return std::pair(word == "critical" ? 0 : word == "high" ? 1 : 2, port->position);
    };
    std::stable_sort(ports.begin(), ports.end(), [&](const auto* a, const auto* b) { return rank(a) < rank(b); });
    return ports;
}

Watt grantOf(const kb::KnowledgeBase& kb, const kb::PoeType& type, const kb::PoeClass& asked)
{
    if (asked.number <= type.highestClass) return asked.source;
    // A lower type demotes: class 4 power to classes 5 to 8, class 3 power to class 4.
    const kb::PoeClass* lower = kb.find<kb::PoeClass>(type.highestClass >= 4 && type.id != "type3" ? "class4"
                                                      : type.id == "type3"                         ? "class6"
                                                                                                   : "class3");
    return lower ? lower->source : Watt{};
}

std::optional<PowerFlow> powerOn(const LinkContext& link)
{
    for (const LinkEnd* end : {&link.a, &link.b}) {
        if (!end->port || !supplies(*end)) continue;
        PowerFlow flow;
        flow.source = end;
        flow.device = &link.other(*end);
        flow.type = link.kb.find<kb::PoeType>(end->word("pse"));
        flow.asked = link.kb.find<kb::PoeClass>(flow.device->word("pd"));
        flow.isFourPair = flow.type && flow.type->pairs == 4;
        if (flow.type && flow.asked) {
            flow.granted = grantOf(link.kb, *flow.type, *flow.asked);
            flow.isFourPair = flow.isFourPair && flow.asked->fourPair;
        }
        return flow;
    }
    return std::nullopt;
}

DropAnswer powerDrop(const LinkContext& link, const PowerFlow& flow)
{
    if (!flow.type || !flow.asked) return {};
    double ohm = 0;
    for (const CableSection& section : link.sections) {
        if (!section.length) return {};
        const bool clad = !section.cord && section.run->traits.flag("copper-clad");
        const auto loop = formulas::loopResistance(link.kb, gaugeOf(section), *section.length, clad);
        if (!loop) return {};
        double piece = loop->in() / 2;
        if (const auto heat = section.run->traits.as<Celsius>("celsius")) piece *= 1 + kPerCelsius * (heat->in() - 20);
        ohm += piece;
    }
    const double resistance = flow.isFourPair ? ohm / 2 : ohm;
    const double watt = std::min(flow.asked->device.in(), flow.type->device.in());
    const double volt = flow.type->sourceVolt.in();
    DropAnswer answer{true, {}};
    const auto fed = formulas::feedThrough(flow.type->sourceVolt, Ohm::of(resistance), Watt::of(watt));
    if (!fed) return answer;
    const double ampere = fed->current.in(), left = fed->atLoad.in();
    answer.drop = PowerDrop{
        Ohm::of(resistance), Volt::of(left), ampere,
        text::say("power.at-v-through-a", "{} at {}V through {}Ω: {}A, {}V arrive", text::figure::watt(Watt::of(watt)),
                  text::number(volt) + std::string(text::kThin), text::number(resistance, 3) + std::string(text::kThin),
                  text::number(ampere, 3) + std::string(text::kThin),
                  text::number(left, 3) + std::string(text::kThin))};
    return answer;
}

}  // namespace sokudo::match
