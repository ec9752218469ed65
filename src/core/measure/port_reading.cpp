// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/port_reading.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/measure/module_name.h"

namespace sokudo::measure {
namespace {

tl::unexpected<Error> bad(const std::string& word, text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what), "“" + word + "”");
}

/// "25g", "2.5", "100m".
std::optional<BitRate> rateIn(std::string word)
{
    double unit = 1e9;
    if (word.ends_with("g")) word.pop_back();
    else if (word.ends_with("m")) word.pop_back(), unit = 1e6;
    const auto value = text::parseNumber(word);
    constexpr double kFastest = 1.6e12;  ///< no port is faster (IEEE 802.3df)
    if (!value || *value <= 0 || *value * unit > kFastest) return std::nullopt;
    return BitRate::of(*value * unit);
}

const kb::FecMode* fecIn(const std::string& word, const kb::KnowledgeBase& kb)
{
    for (const kb::FecMode& mode : kb.all<kb::FecMode>())
        if (std::find(mode.words.begin(), mode.words.end(), word) != mode.words.end()) return &mode;
    return nullptr;
}

/// "3.0x8".
bool takeBus(const std::string& word, PortReading& into)
{
    const auto parts = text::split(word, 'x');
    if (parts.size() != 2) return false;
    const auto generation = text::parseNumber(parts[0]), lanes = text::parseNumber(parts[1]);
    if (!generation || !lanes || *generation < 1 || *generation > 7 || *lanes < 1 || *lanes > 32) return false;
    into.busGeneration = static_cast<int>(*generation);
    into.busLanes = static_cast<int>(*lanes);
    return true;
}

std::optional<Error> takeValue(PortReading& reading, const std::string& key, const std::string& value,
                               const kb::KnowledgeBase& kb)
{
    const std::string small = text::lower(value);
    if (key == "rate") {
        reading.rate = rateIn(small);
        if (!reading.rate)
            return bad(value, text::say("reading-line.rate", "a rate is written 25g or 100m, up to 1600g")).value();
    } else if (key == "duplex") {
        if (small != "full" && small != "half")
            return bad(value, text::say("reading-line.duplex", "duplex is full or half")).value();
        reading.duplex = small;
    } else if (key == "fec") {
        const kb::FecMode* mode = fecIn(small, kb);
        if (!mode) return bad(value, text::say("reading-line.fec", "FEC is none, base-r, rs or auto")).value();
        reading.fec = mode->id;
    } else if (key == "module") {
        reading.module = value;
    } else if (key == "bus") {
        if (!takeBus(small, reading))
            return bad(value, text::say("reading-line.bus", "a bus is written 3.0x8")).value();
    } else if (key == "mtu") {
        const auto mtu = text::parseNumber(small);
        if (!mtu || *mtu < 576 || *mtu > 65535 || *mtu != static_cast<int>(*mtu))
            return bad(value, text::say("reading-line.mtu", "an MTU is a number from 576 to 65535")).value();
        reading.mtu = static_cast<int>(*mtu);
    } else {
        return bad(key, text::say("reading-line.key",
                                  "write rate=25g duplex=full fec=rs module=… bus=3.0x8 mtu=9000, "
                                  "main or no-link"))
            .value();
    }
    return std::nullopt;
}

}  // namespace

Result<PortReading> portReadingOf(const std::string& line, const kb::KnowledgeBase& kb)
{
    PortReading reading;
    for (const std::string& word : text::split(text::trimmed(line), ' ')) {
        if (word.empty()) continue;
        const std::string small = text::lower(word);
        if (small == "no-link") reading.hasLink = false;
        else if (small == "link") reading.hasLink = true;
        else if (small == "main") reading.isMain = true;
        else if (small == "not-main") reading.isMain = false;
        else {
            const std::size_t equals = word.find('=');
            const std::string key = text::lower(word.substr(0, equals));
            const std::string value = equals == std::string::npos ? std::string() : word.substr(equals + 1);
            if (auto error = takeValue(reading, key, value, kb)) return tl::unexpected(*error);
        }
    }
    if (reading == PortReading{})
        return bad(line, text::say("reading-line.nothing", "nothing is read yet: write what the port shows"));
    if (reading.rate && !reading.hasLink) reading.hasLink = true;
    return reading;
}

std::string lineOf(const PortReading& reading)
{
    std::vector<std::string> words;
    if (reading.hasLink && !*reading.hasLink) words.emplace_back("no-link");
    if (reading.rate) words.push_back("rate=" + text::number(inGigabits(*reading.rate), 6) + "g");
    if (!reading.duplex.empty()) words.push_back("duplex=" + reading.duplex);
    if (!reading.fec.empty()) words.push_back("fec=" + reading.fec);
    if (!reading.module.empty() && reading.module.find(' ') == std::string::npos)
        words.push_back("module=" + reading.module);
    if (reading.busLanes > 0)
        words.push_back("bus=" + std::to_string(reading.busGeneration) + ".0x" + std::to_string(reading.busLanes));
    if (reading.mtu) words.push_back("mtu=" + std::to_string(*reading.mtu));
    if (reading.isMain) words.emplace_back(*reading.isMain ? "main" : "not-main");
    return text::joined(words, " ");
}

PortReading portReadingFrom(const InterfaceReading& read, const kb::KnowledgeBase& kb)
{
    PortReading reading;
    if (read.carrier) reading.hasLink = *read.carrier;
    if (read.speed && *read.speed > BitRate{}) reading.rate = *read.speed;
    reading.duplex = read.duplex == "full" || read.duplex == "half" ? read.duplex : std::string();
    if (read.fec)
        if (const kb::FecMode* mode = fecIn(text::lower(*read.fec), kb)) reading.fec = mode->id;
    if (read.module) {
        const ModuleName name = nameOf(*read.module, kb);
        reading.module = name.phy ? name.phy->name : name.says;
    } else {
        reading.module = read.medium;
    }
    if (read.bus) reading.busGeneration = read.bus->generation, reading.busLanes = read.bus->lanes;
    if (read.mtu > 0) reading.mtu = read.mtu;
    return reading;
}

}  // namespace sokudo::measure
