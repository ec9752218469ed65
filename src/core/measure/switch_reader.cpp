// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/switch_reader.h"

#include <algorithm>
#include <set>

#include "core/base/text.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::measure {

/// The answers of one column by the number of the interface.
using SwitchColumn = std::map<long, std::string>;

/// The columns of one switch, asked by their id in switch_objects.csv.
class SwitchAnswers {
public:
    void put(const std::string& id, long interface, std::string text)
    {
        m_columns[id].emplace(interface, std::move(text));
    }
    const SwitchColumn& column(const std::string& id) const
    {
        static const SwitchColumn kNone;
        const auto found = m_columns.find(id);
        return found == m_columns.end() ? kNone : found->second;
    }
    std::string text(const std::string& id, long interface) const
    {
        const SwitchColumn& all = column(id);
        const auto found = all.find(interface);
        return found == all.end() ? std::string() : found->second;
    }
    std::optional<double> number(const std::string& id, long interface) const
    {
        return text::parseNumber(text(id, interface));
    }

private:
    std::map<std::string, SwitchColumn> m_columns;
};

namespace {

constexpr double kHighestSpeed = 4294967295.0;  ///< the 32-bit rate stays here from 4.3 Gb/s on (rfc-2863)

constexpr double kFastestPort = 1.6e12;  ///< b/s: what plans may hold

/// Of what follows the column, the first number is the interface.
std::optional<long> interfaceNumber(const std::string& oid, const std::string& column)
{
    if (!oid.starts_with(column + ".")) return std::nullopt;
    const std::string rest = oid.substr(column.size() + 1);
    const auto number = text::parseNumber(rest.substr(0, rest.find('.')));
    if (!number || *number < 0) return std::nullopt;
    return static_cast<long>(*number);
}

/// Ethernet and the kinds that older switches tell for it.
bool isEthernet(const std::optional<double>& type)
{
    static const std::set<double> kKinds{6, 26, 62, 69, 117};
    return !type || kKinds.contains(*type);
}

Reading<bool> carrierOf(const SwitchAnswers& answers, long interface)
{
    const auto state = answers.number("state", interface);
    if (state == 1.0) return Reading<bool>::of(true);
    if (state == 2.0 || state == 7.0) return Reading<bool>::of(false);
    return Reading<bool>::none(WhyNot::NotSupported,
                               text::say("switch-reader.state", "the switch does not tell whether the port has link"));
}

Reading<BitRate> speedOf(const SwitchAnswers& answers, long interface, bool hasLink)
{
    const auto none = [](text::Sentence why) { return Reading<BitRate>::none(WhyNot::NotPresent, std::move(why)); };
    if (!hasLink) return none(text::say("switch-reader.no-link", "the port has no link"));
    const double millions = answers.number("high-speed", interface).value_or(0);
    // A counter that is all ones stands for nothing (2^32-1 Mb/s would be 4.3 Pb/s).
    if (millions * 1e6 > kFastestPort)
        return none(text::say("switch-reader.no-such-rate", "the switch reports a rate that no port has"));
    if (millions > 0) return Reading<BitRate>::of(BitRate::of(millions * 1e6));
    const double bits = answers.number("speed", interface).value_or(0);
    if (bits > 0 && bits < kHighestSpeed) return Reading<BitRate>::of(BitRate::of(bits));
    return none(text::say("switch-reader.no-rate", "the switch does not tell the rate of the port"));
}

}  // namespace

SwitchReader::SwitchReader(std::unique_ptr<ObjectSource> source, const kb::KnowledgeBase& kb)
    : m_source(std::move(source)),
      m_objects(kb.all<kb::SwitchObject>().begin(), kb.all<kb::SwitchObject>().end()),
      m_mauTypes(kb.all<kb::MauType>().begin(), kb.all<kb::MauType>().end())
{}

InterfaceReading SwitchReader::interfaceFrom(const SwitchAnswers& answers, long interface,
                                             const std::string& description) const
{
    InterfaceReading one;
    const std::string name = answers.text("name", interface);
    one.name = name.empty() ? description : name;
    one.alias = answers.text("alias", interface);
    one.isVirtual = !isEthernet(answers.number("type", interface));
    one.carrier = carrierOf(answers, interface);
    one.speed = speedOf(answers, interface, one.carrier && *one.carrier);
    const double duplex = answers.number("duplex", interface).value_or(0);
    one.duplex = duplex == 2 ? "half" : duplex == 3 ? "full" : "";
    const std::string medium = answers.text("medium", interface);
    for (const kb::MauType& type : m_mauTypes) {
        if (medium.substr(medium.rfind('.') + 1) != type.number || medium.empty()) continue;
        one.medium = type.name;
        if (one.duplex.empty()) one.duplex = type.duplex;
    }
    if (const auto negotiation = answers.number("negotiation", interface)) one.autoneg = *negotiation == 1;
    one.mtu = static_cast<int>(std::clamp(answers.number("mtu", interface).value_or(0), 0.0, 65535.0));
    for (const kb::SwitchObject& object : m_objects)
        if (const auto count = answers.number(object.id, interface); count && !object.counter.empty())
            one.counters[object.counter] = static_cast<std::int64_t>(*count);
    one.fec =
        Reading<std::string>::none(WhyNot::NotSupported, text::say("switch-reader.fec",
                                                                   "a switch does not tell its FEC this way: read it "
                                                                   "in its own pages"));
    return one;
}

Result<HostSnapshot> SwitchReader::read()
{
    SwitchAnswers answers;
    std::size_t tables = 0;
    std::optional<Error> cutShort;
    for (const kb::SwitchObject& object : m_objects) {
        const auto values = m_source->walk(object.oid);
        if (!values) return tl::unexpected(values.error());
        for (const ObjectValue& value : *values)
            if (const auto interface = interfaceNumber(value.oid, object.oid))
                answers.put(object.id, *interface, value.text);
        cutShort = m_source->cutShort();
        if (cutShort) break;
        ++tables;
    }
    HostSnapshot result;
    if (cutShort)
        result.partial = text::say("switch-reader.partial", "{}: {} of {} tables were read", cutShort->what, tables,
                                   m_objects.size());
    result.isSwitch = true;
    result.name = answers.text("system-name", 0);
    if (const auto hundredths = answers.number("uptime", 0)) result.uptime = Duration::of(*hundredths / 100);
    for (const auto& [interface, description] : answers.column("description"))
        result.interfaces.push_back(interfaceFrom(answers, interface, description));
    if (result.interfaces.empty() && cutShort) return tl::unexpected(*cutShort);
    if (result.interfaces.empty())
        return failure(ErrorCode::NotFound,
                       text::say("switch-reader.nothing",
                                 "the switch answers and lets no interface be read: allow this community to read its "
                                 "interfaces"),
                       result.name);
    return result;
}

const InterfaceReading* interfaceOf(const HostSnapshot& device, const std::string& portName)
{
    const std::string wanted = text::lower(portName);
    if (wanted.empty()) return nullptr;
    for (const auto& field : {&InterfaceReading::name, &InterfaceReading::alias})
        for (const InterfaceReading& one : device.interfaces)
            if (text::lower(one.*field) == wanted) return &one;
    const auto isDigit = [](char c) { return c >= '0' && c <= '9'; };
    if (!device.isSwitch || !std::all_of(wanted.begin(), wanted.end(), isDigit)) return nullptr;
    const InterfaceReading* found = nullptr;
    for (const InterfaceReading& one : device.interfaces) {
        if (one.isVirtual || !one.name.ends_with(wanted)) continue;
        const std::size_t before = one.name.size() - wanted.size();
        if (before > 0 && isDigit(one.name[before - 1])) continue;
        if (found) return nullptr;
        found = &one;
    }
    return found;
}

}  // namespace sokudo::measure
