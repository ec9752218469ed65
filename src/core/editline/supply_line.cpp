// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/supply_line.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/ascii.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/oneline/tokens.h"
#include "core/plan/trace.h"

namespace sokudo::editline {
namespace {

using Refusal = std::optional<Error>;

bool isPlugged(plan::SupplyKind kind) { return kind == plan::SupplyKind::Cord || kind == plan::SupplyKind::Brick; }

/// "60w".
std::optional<Watt> wattsOf(const std::string& word)
{
    if (!word.ends_with('w')) return std::nullopt;
    const auto value = text::parseNumber(word.substr(0, word.size() - 1));
    return value && *value > 0 && *value <= 100000 ? std::optional(Watt::of(*value)) : std::nullopt;
}

/// The own port that a device feeds, where it is the only one cabled to it.
plan::PortId portTo(const plan::Plan& plan, const plan::Device& device, plan::DeviceId feeder)
{
    plan::PortId found;
    for (const plan::Port* port : plan::portsOf(plan, device.id))
        for (const plan::Run* run : plan::runsAt(plan, port->id)) {
            const auto link = plan::linkOf(plan, run->id);
            const plan::Port* far = link ? plan.ports.find(link->a == port->id ? link->b : link->a) : nullptr;
            if (!far || far->device != feeder) continue;
            if (found.isSet()) return {};
            found = port->id;
        }
    return found;
}

/// Reads one part.
class Part {
public:
    Part(const Property& one, const plan::Device& device, const plan::Plan& plan, const std::string& text)
        : m_one(one), m_device(device), m_plan(plan), m_words(text)
    {}
    Refusal read(plan::Supply& supply)
    {
        std::optional<plan::SupplyKind> kind = takeKind();
        if (auto refusal = takeSource(supply, kind)) return refusal;
        supply.kind = kind.value_or(supply.kind);
        if (!isPlugged(supply.kind) && supply.outlet.isSet())
            return m_one.wrong(text::say("supply-line.cable-from-outlet",
                                         "an outlet takes a cord or a brick; a cable or lead comes from a device"));
        if (!isPlugged(supply.kind) && !supply.from.isSet() && !supply.port.isSet())
            return m_one.wrong(text::say("supply-line.what-feeds", "say which device feeds it, as in “dc hub”"));
        while (!m_words.isAtEnd())
            if (auto refusal = takeFigure(supply)) return refusal;
        return std::nullopt;
    }

private:
    std::optional<plan::SupplyKind> takeKind()
    {
        if (m_words.take("cord") || m_words.take("mains")) return plan::SupplyKind::Cord;
        if (m_words.take("brick")) return plan::SupplyKind::Brick;
        if (m_words.take("cable") || m_words.take("poe")) return plan::SupplyKind::Cable;
        if (m_words.take("dc") || m_words.take("usb")) return plan::SupplyKind::Device;
        return std::nullopt;
    }
    bool isFigureNext() const
    {
        const std::string next = text::lower(m_words.peek().text);
        return m_words.isAtEnd() || next == "covers" || wattsOf(next) || next.ends_with('%');
    }
    Refusal takeSource(plan::Supply& supply, std::optional<plan::SupplyKind>& kind)
    {
        if (kind && isFigureNext()) return std::nullopt;
        if (m_words.take("outlet")) return takeNamedOutlet(supply);
        if (m_words.take("port")) return takeOwnPort(supply);
        m_words.take("device");
        Words before = m_words;
        if (const auto device = takeDevice(m_words, m_plan)) {
            supply.from = *device;
            const bool isBattery = m_plan.devices.find(*device)->role == plan::Role::Ups;
            if (!kind) kind = isBattery ? plan::SupplyKind::Cord : plan::SupplyKind::Cable;
            if (kind == plan::SupplyKind::Cable) supply.port = portTo(m_plan, m_device, *device);
            return std::nullopt;
        }
        m_words = before;
        if (const auto outlet = takeOutlet(m_words, m_plan)) {
            supply.outlet = *outlet;
            return std::nullopt;
        }
        std::vector<std::string> known;
        for (const plan::Device& one : m_plan.devices) known.push_back(text::lower(one.name));
        for (const plan::Outlet& one : m_plan.outlets) known.push_back(text::lower(one.name));
        return m_one.wrong(
            text::say("supply-line.no-such-source", "there is no device or outlet called “{}”", m_words.peek().text) +
            oneline::suggestion(text::lower(m_words.peek().text), known));
    }
    Refusal takeNamedOutlet(plan::Supply& supply)
    {
        const auto outlet = takeOutlet(m_words, m_plan);
        if (!outlet) return m_one.wrong(outlet.error().what);
        supply.outlet = *outlet;
        return std::nullopt;
    }
    Refusal takeOwnPort(plan::Supply& supply)
    {
        const std::string wanted = text::lower(m_words.peek().text);
        const auto candidates = m_words.candidates();
        for (std::size_t i = 0; i < candidates.size(); ++i)
            for (const plan::Port* port : plan::portsOf(m_plan, m_device.id))
                if (text::lower(port->name) == text::lower(candidates[i])) {
                    m_words.skip(candidates.size() - i);
                    supply.kind = plan::SupplyKind::Cable;
                    supply.port = port->id;
                    return std::nullopt;
                }
        return m_one.wrong(
            text::say("supply-line.no-own-port", "{} has no port “{}” where power could enter", m_device.name, wanted));
    }
    Refusal takeFigure(plan::Supply& supply)
    {
        const std::string word = text::lower(m_words.next().text);
        if (const auto watts = wattsOf(word)) {
            supply.output = *watts;
            return std::nullopt;
        }
        const bool isCover = word == "covers";
        const std::string figure = isCover ? m_words.next().text : word.substr(0, word.find('%'));
        const auto value = text::parseNumber(figure);
        if (!value || (!isCover && !word.ends_with('%')) || *value < 1 || *value > (isCover ? 6 : 100))
            return m_one.wrong(
                text::say("supply-line.what-follows",
                          "“{}” is not understood; watts are written 60w, efficiency 88%, sockets covers 2", word));
        if (isCover) supply.covers = static_cast<int>(*value);
        else supply.percent = static_cast<int>(*value);
        return std::nullopt;
    }

    const Property& m_one;
    const plan::Device& m_device;
    const plan::Plan& m_plan;
    Words m_words;
};

/// A device is told by its name alone, unless that begins as something else does.
std::string deviceText(const std::string& name)
{
    static constexpr std::string_view kTaken[] = {"cord", "mains",  "brick", "cable",  "poe",   "dc",
                                                  "usb",  "outlet", "port",  "device", "covers"};
    const std::vector<std::string> words = text::words(text::lower(name));
    const bool isTaken =
        !words.empty() &&
        (ascii::isDigit(words[0][0]) || std::find(std::begin(kTaken), std::end(kTaken), words[0]) != std::end(kTaken));
    return (isTaken ? "device " : "") + nameInLine(name);
}

std::string sourceText(const plan::Supply& supply, const plan::Plan& plan)
{
    if (const plan::Outlet* outlet = plan.outlets.find(supply.outlet)) return "outlet " + nameInLine(outlet->name);
    if (const plan::Device* from = plan.devices.find(supply.from)) return deviceText(from->name);
    const plan::Port* port = plan.ports.find(supply.port);
    return port ? "port " + nameInLine(port->name) : std::string();
}

}  // namespace

std::string suppliesText(const plan::Device& device, const plan::Plan& plan)
{
    std::vector<std::string> parts;
    for (const plan::Supply& supply : device.supplies) {
        const std::string source = sourceText(supply, plan);
        const plan::Device* from = plan.devices.find(supply.from);
        const bool isBattery = from && from->role == plan::Role::Ups;
        const bool isUsual =
            supply.kind == (supply.outlet.isSet() || isBattery ? plan::SupplyKind::Cord : plan::SupplyKind::Cable);
        static constexpr const char* kWords[] = {"mains", "brick", "cable", "dc"};
        std::string part = isUsual && !source.empty() ? "" : kWords[static_cast<int>(supply.kind)];
        if (supply.kind == plan::SupplyKind::Cord && !source.empty() && !isUsual) part = "cord";
        if (!source.empty()) part += (part.empty() ? "" : " ") + source;
        if (supply.output) part += " " + text::number(supply.output->in(), 6) + "w";
        if (supply.percent) part += fmt::format(" {}%", *supply.percent);
        if (supply.covers != 1) part += fmt::format(" covers {}", supply.covers);
        parts.push_back(std::move(part));
    }
    return text::joined(parts, " + ");
}

Result<std::vector<plan::Supply>> suppliesFrom(const Property& one, const plan::Device& device, const plan::Plan& plan)
{
    std::vector<plan::Supply> supplies;
    if (one.isCleared()) return supplies;
    for (const std::string& part : partsOf(one.value)) {
        plan::Supply supply;
        if (auto refusal = Part(one, device, plan, text::trimmed(part)).read(supply)) return tl::unexpected(*refusal);
        supplies.push_back(supply);
    }
    return supplies;
}

}  // namespace sokudo::editline
