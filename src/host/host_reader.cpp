// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/host_reader.h"

#include <algorithm>
#include <cmath>

#include <sys/utsname.h>

#include <fmt/format.h>

#include "core/base/ascii.h"
#include "core/base/text.h"
#include "host/ethtool.h"
#include "host/module_memory.h"

namespace sokudo::host {
namespace {

using measure::WhyNot;

/// "8.0 GT/s PCIe" to 3; 0 where it says nothing.
int generationOf(const std::optional<std::string>& line)
{
    if (!line) return 0;
    const auto words = text::words(*line);
    const auto speed = words.empty() ? std::nullopt : text::parseNumber(words.front());
    static constexpr std::pair<double, int> kSpeeds[] = {{2.5, 1}, {5, 2}, {8, 3}, {16, 4}, {32, 5}, {64, 6}};
    for (const auto& [rate, generation] : kSpeeds)
        if (speed && *speed == rate) return generation;
    return 0;
}

Reading<measure::BusState> readBus(const Tree& tree, const std::string& interfacePath)
{
    const auto device = tree.resolved(interfacePath + "/device");
    if (!device || !tree.exists(*device + "/current_link_width"))
        return Reading<measure::BusState>::none(WhyNot::NotPresent, "the interface is not on a PCI Express slot");
    measure::BusState bus;
    const auto lanes = [&](const std::string& path) { return static_cast<int>(tree.whole(path).value_or(0)); };
    bus.generation = generationOf(tree.line(*device + "/current_link_speed"));
    bus.lanes = lanes(*device + "/current_link_width");
    bus.cardGeneration = generationOf(tree.line(*device + "/max_link_speed"));
    bus.cardLanes = lanes(*device + "/max_link_width");
    bus.numaNode = static_cast<int>(tree.whole(*device + "/numa_node").value_or(-1));
    // Up the chain to the root port: the narrowest link is what counts, the first bridge is the slot.
    std::string at = *device;
    bool first = true;
    for (std::size_t slash = at.rfind('/'); slash != std::string::npos; slash = at.rfind('/')) {
        at.resize(slash);
        if (!tree.exists(at + "/max_link_width")) continue;
        if (first) {
            bus.slotGeneration = generationOf(tree.line(at + "/max_link_speed"));
            bus.slotLanes = lanes(at + "/max_link_width");
            first = false;
            continue;
        }
        const int generation = generationOf(tree.line(at + "/current_link_speed"));
        const int width = lanes(at + "/current_link_width");
        const bool narrower =
            generation > 0 && width > 0 && std::pow(2, generation) * width < std::pow(2, bus.generation) * bus.lanes;
        if (narrower) {
            bus.generation = generation;
            bus.lanes = width;
            bus.limitedBy = at.substr(at.rfind('/') + 1);
        }
    }
    if (bus.generation == 0 || bus.lanes == 0)
        return Reading<measure::BusState>::none(WhyNot::NotSupported, "the slot does not tell its speed and width");
    return Reading<measure::BusState>::of(bus);
}

Reading<measure::UsbState> readUsb(const Tree& tree, const std::string& interfacePath)
{
    auto at = tree.resolved(interfacePath + "/device");
    while (at && !at->empty() && at->find('/') != std::string::npos) {
        if (tree.exists(*at + "/idVendor")) {
            const auto speed = tree.line(*at + "/speed");
            const auto value = speed ? text::parseNumber(*speed) : std::nullopt;
            if (!value)
                return Reading<measure::UsbState>::none(WhyNot::NotSupported, "the USB device does not tell its speed");
            return Reading<measure::UsbState>::of({BitRate::of(*value * 1e6)});
        }
        at->resize(at->rfind('/'));
    }
    return Reading<measure::UsbState>::none(WhyNot::NotPresent, "the interface is not on USB");
}

std::string fecText(std::uint32_t bits)
{
    if (bits >> 3 & 1U) return "rs";
    if (bits >> 4 & 1U) return "base-r";
    if (bits >> 2 & 1U || bits & 1U) return "none";
    return bits >> 1 & 1U ? "auto" : "not told";
}

std::string portKind(int port)
{
    switch (port) {
    case 0: return "twisted pair";
    case 3: return "fibre";
    case 5: return "direct attach";
    default: return "";
    }
}

Reading<measure::ModuleReading> readModule(Ethtool& ethtool, const std::string& name)
{
    const auto memory = ethtool.moduleMemory(name);
    if (!memory) return Reading<measure::ModuleReading>::none(memory.why, memory.explanation);
    const auto decoded = decodeModule(*memory);
    if (!decoded) return Reading<measure::ModuleReading>::none(WhyNot::NotSupported, decoded.error().what.text());
    return Reading<measure::ModuleReading>::of(*decoded);
}

measure::InterfaceReading readInterface(const Tree& tree, Ethtool& ethtool, const std::string& name)
{
    const std::string path = "sys/class/net/" + name;
    measure::InterfaceReading result;
    result.name = name;
    result.isVirtual = !tree.exists(path + "/device");
    result.isRadio = tree.exists(path + "/wireless") || tree.exists(path + "/phy80211");
    result.mtu = static_cast<int>(tree.whole(path + "/mtu").value_or(0));
    const auto carrier = tree.whole(path + "/carrier");
    result.carrier = carrier ? Reading<bool>::of(*carrier == 1)
                             : Reading<bool>::none(WhyNot::NotPresent, "the interface is switched off");
    const auto speed = tree.whole(path + "/speed");
    result.speed = speed && *speed > 0
                       ? Reading<BitRate>::of(BitRate::of(static_cast<double>(*speed) * 1e6))
                       : Reading<BitRate>::none(WhyNot::NotPresent, "no rate is agreed: the link is down or virtual");
    if (const auto duplex = tree.line(path + "/duplex"); duplex && *duplex != "unknown") result.duplex = *duplex;
    result.carrierChanges = tree.whole(path + "/carrier_changes").value_or(0);
    if (const auto master = tree.resolved(path + "/master"); master && tree.exists(*master + "/bonding"))
        result.bondMaster = master->substr(master->rfind('/') + 1);
    for (const std::string& counter : tree.list(path + "/statistics"))
        if (const auto value = tree.whole(path + "/statistics/" + counter)) result.counters[counter] = *value;
    if (const auto driver = tree.resolved(path + "/device/driver"))
        result.driver = driver->substr(driver->rfind('/') + 1);
    if (const auto info = ethtool.driver(name)) {
        if (result.driver.empty()) result.driver = info->driver;
        result.firmware = info->firmware;
    }
    if (const auto settings = ethtool.linkSettings(name)) {
        result.supported = ratesOf(settings->supported);
        result.partner = ratesOf(settings->partner);
        result.portKind = portKind(settings->port);
        result.autoneg = settings->autoneg == 1;
    }
    const auto fec = ethtool.activeFec(name);
    result.fec = fec ? Reading<std::string>::of(fecText(*fec)) : Reading<std::string>::none(fec.why, fec.explanation);
    result.bus = readBus(tree, path);
    result.usb = readUsb(tree, path);
    result.module = result.isVirtual
                        ? Reading<measure::ModuleReading>::none(WhyNot::NotPresent, "a virtual interface has no module")
                        : readModule(ethtool, name);
    return result;
}

void readProcessor(const Tree& tree, measure::HostSnapshot& host)
{
    const std::string cpus = "sys/devices/system/cpu";
    for (const std::string& name : tree.list(cpus))
        if (name.starts_with("cpu") && name.size() > 3 && ascii::isDigit(name[3])) ++host.cores;
    if (const auto khz = tree.whole(cpus + "/cpu0/cpufreq/cpuinfo_max_freq"))
        host.maxClockGhz = static_cast<double>(*khz) / 1e6;
    const auto governor = tree.line(cpus + "/cpu0/cpufreq/scaling_governor");
    host.governor = governor ? Reading<std::string>::of(*governor)
                             : Reading<std::string>::none(WhyNot::NotPresent,
                                                          "there is no clock control here, as in a virtual machine");
    host.scalingDriver = tree.line(cpus + "/cpu0/cpufreq/scaling_driver").value_or("");
    if (const auto info = tree.content("proc/cpuinfo"); info && !host.maxClockGhz)
        for (const std::string& row : text::split(*info, '\n'))
            if (row.starts_with("cpu MHz"))
                if (const auto mhz = text::parseNumber(row.substr(row.find(':') + 1)))
                    host.maxClockGhz = std::max(host.maxClockGhz.value_or(0), *mhz / 1000);
    if (const auto memory = tree.line("proc/meminfo"))
        if (const auto words = text::words(*memory); words.size() >= 2)
            if (const auto kib = text::parseNumber(words[1])) host.memory = DataSize::of(*kib * 1024);
}

}  // namespace

Result<measure::HostSnapshot> SystemHostReader::read()
{
    const Tree tree(m_root);
    if (!tree.exists("sys/class/net"))
        return failure(
            ErrorCode::NotFound,
            "there is no sys/class/net below this folder; give the root of a Linux host or of a captured one",
            m_root.string());
    measure::HostSnapshot host;
    host.name = tree.line("proc/sys/kernel/hostname").value_or("host");
    host.congestionControl = tree.line("proc/sys/net/ipv4/tcp_congestion_control").value_or("");
    host.architecture = tree.line("proc/sys/kernel/arch").value_or("");
    if (const auto uptime = tree.line("proc/uptime"))
        if (const auto seconds = text::parseNumber(uptime->substr(0, uptime->find(' '))))
            host.uptime = Duration::of(*seconds);
    if (host.architecture.empty() && tree.isThisMachine()) {
        utsname names{};
        if (::uname(&names) == 0) host.architecture = names.machine;
    }
    readProcessor(tree, host);
    const auto ethtool = ethtoolFor(tree);
    for (const std::string& name : tree.list("sys/class/net"))
        if (tree.exists("sys/class/net/" + name + "/mtu"))
            host.interfaces.push_back(readInterface(tree, *ethtool, name));
    return host;
}

namespace {

std::string cageOf(const measure::InterfaceReading& interface)
{
    if (interface.module && !interface.module->kind.empty()) return text::lower(interface.module->kind);
    if (interface.portKind == "twisted pair" || interface.portKind.empty()) return "rj45";
    const BitRate most =
        interface.supported.empty() ? (interface.speed ? *interface.speed : gigabits(10)) : interface.supported.front();
    if (most >= gigabits(100)) return "qsfp28";
    if (most >= gigabits(40)) return "qsfp+";
    return most >= gigabits(25) ? "sfp28" : most >= gigabits(10) ? "sfp+" : "sfp";
}

}  // namespace

SurveyedHost surveyed(const measure::HostSnapshot& host, plan::PlaceId place, IdSource& ids)
{
    SurveyedHost result;
    result.device.id = ids.next<plan::DeviceId>();
    result.device.place = place;
    result.device.name = host.name;
    result.device.role = plan::Role::Computer;
    result.device.description = "read from the machine";
    if (host.maxClockGhz && host.cores > 0) {
        const bool arm = host.architecture.starts_with("aarch64") || host.architecture.starts_with("arm");
        const std::string kind = arm                        ? "big-arm"
                                 : *host.maxClockGhz >= 4   ? "recent-x86"
                                 : *host.maxClockGhz >= 2.4 ? "mid-x86"
                                                            : "old-x86";
        result.device.processor = plan::HostProcessor{kind, *host.maxClockGhz, host.cores};
    }
    int position = 0;
    for (const auto& interface : host.interfaces) {
        if (interface.isVirtual || interface.isRadio) continue;
        plan::Port port;
        port.id = ids.next<plan::PortId>();
        port.device = result.device.id;
        port.position = position++;
        port.name = interface.name;
        port.cage = cageOf(interface);
        port.rates = interface.supported;
        if (interface.mtu > 0 && interface.mtu != 1500) port.mtu = interface.mtu;
        if (interface.fec) port.fec = plan::fecFromCode(*interface.fec);
        if (interface.bus) {
            plan::Slot slot;
            slot.id = ids.next<plan::SlotId>();
            slot.device = result.device.id;
            slot.name = fmt::format("{}", result.slots.size() + 1);
            slot.generation = interface.bus->generation;  // as trained: what the plan must count on
            slot.lanes = interface.bus->lanes;
            slot.shape = interface.bus->slotLanes;
            slot.card = plan::Card{interface.name + " card", interface.bus->cardGeneration, interface.bus->cardLanes};
            port.slot = slot.id;
            result.slots.push_back(slot);
        }
        result.ports.push_back(std::move(port));
    }
    return result;
}

}  // namespace sokudo::host
