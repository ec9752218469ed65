// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/snapshot_json.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/json.h"
#include "core/base/utf8.h"

namespace sokudo::measure {
namespace {

constexpr std::size_t kMostInterfaces = 64, kMostOfAList = 32, kLongestText = 200;
constexpr double kMostRate = 1.6e12;

template <class Q>
Json listJson(const std::vector<Q>& values)
{
    Json list = Json::array();
    for (const Q& value : values) list.push_back(value.in());
    return list;
}
template <class Q>
void put(Json& into, const char* key, const std::optional<Q>& value)
{
    if (value) into[key] = value->in();
}
/// A reading is its value, or says why there is none.
template <class T, class Value>
Json readingJson(const Reading<T>& reading, Value value)
{
    if (reading) return value(*reading);
    return {{"why", static_cast<int>(reading.why)}, {"says", reading.explanation.text()}};
}

Json moduleJson(const ModuleReading& module)
{
    Json codes = Json::array();
    for (const auto& [place, code] : module.codes) codes.push_back({place, code});
    Json result{{"kind", module.kind},
                {"quad", module.isQuad},
                {"connector", module.connectorCode},
                {"codes", codes},
                {"maker", module.maker},
                {"part", module.part},
                {"rx_dbm", listJson(module.rxPower)},
                {"tx_dbm", listJson(module.txPower)},
                {"checksum_good", module.checksumGood}};
    put(result, "symbol_hz", module.symbolRate);
    if (module.wavelengthNm) result["wavelength_nm"] = *module.wavelengthNm;
    put(result, "copper_m", module.copperLength);
    put(result, "single_mode_m", module.singleModeLength);
    put(result, "watts", module.power);
    if (module.celsius) result["celsius"] = *module.celsius;
    put(result, "rx_low_dbm", module.rxLowWarning);
    put(result, "rx_high_dbm", module.rxHighAlarm);
    return result;
}

Json interfaceJson(const InterfaceReading& one)
{
    Json result{{"name", one.name},
                {"driver", one.driver},
                {"virtual", one.isVirtual},
                {"radio", one.isRadio},
                {"duplex", one.duplex},
                {"port", one.portKind},
                {"mtu_bytes", one.mtu},
                {"supported_bps", listJson(one.supported)},
                {"partner_bps", listJson(one.partner)}};
    if (one.autoneg) result["autoneg"] = *one.autoneg;
    result["carrier"] = readingJson(one.carrier, [](bool on) { return Json{{"value", on}}; });
    result["speed"] = readingJson(one.speed, [](BitRate rate) { return Json{{"value", rate.in()}}; });
    result["fec"] = readingJson(one.fec, [](const std::string& fec) { return Json{{"value", fec}}; });
    result["usb"] = readingJson(one.usb, [](const UsbState& usb) { return Json{{"value", usb.speed.in()}}; });
    result["bus"] = readingJson(one.bus, [](const BusState& bus) {
        return Json{{"value",
                     {bus.generation, bus.lanes, bus.cardGeneration, bus.cardLanes, bus.slotGeneration, bus.slotLanes,
                      bus.numaNode}}};
    });
    result["module"] = readingJson(one.module, [](const ModuleReading& module) {
        return Json{{"value", moduleJson(module)}};
    });
    return result;
}

/// Reads the fields of one object; the first complaint of all is kept.
class Fields {
public:
    Fields(const Json& value, std::optional<Error>& error) : m_value(value), m_error(error)
    {
        if (!value.is_object()) complain("host", "must be an object");
    }
    std::string text(const char* key)
    {
        const Json* at = find(key);
        if (at && at->is_string() && at->get_ref<const std::string&>().size() <= kLongestText)
            return withoutControls(at->get_ref<const std::string&>());
        complain(key, fmt::format("must be text of at most {} bytes", kLongestText));
        return {};
    }
    double number(const char* key, double least, double most)
    {
        const Json* at = find(key);
        if (at && at->is_number())
            if (const double given = at->get<double>(); given >= least && given <= most) return given;
        complain(key, fmt::format("must be a number from {} to {}", least, most));
        return least;
    }
    int whole(const char* key, int least, int most) { return static_cast<int>(number(key, least, most)); }
    bool flag(const char* key)
    {
        const Json* at = find(key);
        if (!at || !at->is_boolean()) complain(key, "must be true or false");
        return at && at->is_boolean() && at->get<bool>();
    }
    /// Nothing where the field is left out.
    std::optional<double> maybe(const char* key, double least, double most)
    {
        return find(key) ? std::optional(number(key, least, most)) : std::nullopt;
    }
    template <class Q>
    std::optional<Q> maybeOf(const char* key, double least, double most)
    {
        const auto value = maybe(key, least, most);
        return value ? std::optional(Q::of(*value)) : std::nullopt;
    }
    template <class Q>
    std::vector<Q> list(const char* key, double least, double most)
    {
        std::vector<Q> result;
        for (const Json& one : array(key, kMostOfAList))
            if (one.is_number() && one.get<double>() >= least && one.get<double>() <= most)
                result.push_back(Q::of(one.get<double>()));
            else complain(key, fmt::format("must hold numbers from {} to {}", least, most));
        return result;
    }
    const Json& array(const char* key, std::size_t most)
    {
        static const Json kNone = Json::array();
        const Json* at = find(key);
        if (at && at->is_array() && at->size() <= most) return *at;
        complain(key, fmt::format("must be a list of at most {}", most));
        return kNone;
    }
    /// A reading: `value` reads what stands under "value".
    template <class T, class Value>
    Reading<T> reading(const char* key, Value value)
    {
        const Json* at = find(key);
        if (!at || !at->is_object()) {
            complain(key, "must be an object");
            return {};
        }
        Fields inside(*at, m_error);
        if (at->contains("value")) return Reading<T>::of(value(inside));
        const auto why = static_cast<WhyNot>(inside.whole("why", 0, 2));
        return Reading<T>::none(why, text::Sentence(inside.text("says")));
    }
    const Json* find(const char* key) const
    {
        if (!m_value.is_object()) return nullptr;
        const auto at = m_value.find(key);
        return at == m_value.end() ? nullptr : &*at;
    }
    void complain(const char* key, const std::string& what)
    {
        if (!m_error) m_error = Error{ErrorCode::BadInput, fmt::format("{} {}", key, what), "host"};
    }
    std::optional<Error>& error() { return m_error; }

private:
    const Json& m_value;
    std::optional<Error>& m_error;
};

ModuleReading moduleFrom(Fields in)
{
    ModuleReading module;
    module.kind = in.text("kind");
    module.isQuad = in.flag("quad");
    module.connectorCode = in.whole("connector", 0, 255);
    for (const Json& code : in.array("codes", kMostOfAList)) {
        const bool isPair = code.is_array() && code.size() == 2 && code[0].is_string() && code[1].is_string();
        if (!isPair || code[0].get_ref<const std::string&>().size() + code[1].get_ref<const std::string&>().size() >
                           kLongestText) {
            in.complain("codes", "must be pairs of short texts");
            break;
        }
        module.codes.emplace_back(code[0].get<std::string>(), code[1].get<std::string>());
    }
    module.maker = in.text("maker");
    module.part = in.text("part");
    module.rxPower = in.list<PowerDbm>("rx_dbm", -60, 20);
    module.txPower = in.list<PowerDbm>("tx_dbm", -60, 20);
    module.checksumGood = in.flag("checksum_good");
    module.symbolRate = in.maybeOf<Frequency>("symbol_hz", 0, 1e12);
    if (const auto nm = in.maybe("wavelength_nm", 0, 100000)) module.wavelengthNm = static_cast<int>(*nm);
    module.copperLength = in.maybeOf<Length>("copper_m", 0, 100000);
    module.singleModeLength = in.maybeOf<Length>("single_mode_m", 0, 1e6);
    module.power = in.maybeOf<Watt>("watts", 0, 100);
    module.celsius = in.maybe("celsius", -128, 128);
    module.rxLowWarning = in.maybeOf<PowerDbm>("rx_low_dbm", -60, 20);
    module.rxHighAlarm = in.maybeOf<PowerDbm>("rx_high_dbm", -60, 20);
    return module;
}

BusState busFrom(Fields& in)
{
    const Json& values = in.array("value", 7);
    int numbers[7] = {0, 0, 0, 0, 0, 0, -1};
    for (std::size_t i = 0; i < values.size(); ++i)
        if (values[i].is_number_integer() && values[i].get<double>() >= -1 && values[i].get<double>() <= 1024)
            numbers[i] = values[i].get<int>();
        else in.complain("bus", "must hold small whole numbers");
    return {numbers[0], numbers[1], numbers[2], numbers[3], numbers[4], numbers[5], numbers[6], {}};
}

InterfaceReading interfaceFrom(Fields in)
{
    InterfaceReading one;
    one.name = in.text("name");
    one.driver = in.text("driver");
    one.isVirtual = in.flag("virtual");
    one.isRadio = in.flag("radio");
    one.duplex = in.text("duplex");
    one.portKind = in.text("port");
    one.mtu = in.whole("mtu_bytes", 0, 1000000);
    one.supported = in.list<BitRate>("supported_bps", 0, kMostRate);
    one.partner = in.list<BitRate>("partner_bps", 0, kMostRate);
    if (in.find("autoneg")) one.autoneg = in.flag("autoneg");
    one.carrier = in.reading<bool>("carrier", [](Fields& value) { return value.flag("value"); });
    const auto rate = [](Fields& value) { return BitRate::of(value.number("value", 0, kMostRate)); };
    one.speed = in.reading<BitRate>("speed", rate);
    one.fec = in.reading<std::string>("fec", [](Fields& value) { return value.text("value"); });
    one.usb = in.reading<UsbState>("usb", [&](Fields& value) { return UsbState{rate(value)}; });
    one.bus = in.reading<BusState>("bus", busFrom);
    one.module = in.reading<ModuleReading>(
        "module", [](Fields& value) { return moduleFrom(Fields(*value.find("value"), value.error())); });
    return one;
}

}  // namespace

Json snapshotJson(const HostSnapshot& host)
{
    Json result{{"name", host.name},
                {"cores", host.cores},
                {"driver", host.scalingDriver},
                {"architecture", host.architecture},
                {"congestion", host.congestionControl},
                {"interfaces", Json::array()}};
    if (host.maxClockGhz) result["max_clock_ghz"] = *host.maxClockGhz;
    if (host.memory) result["memory_bytes"] = host.memory->in();
    result["governor"] = readingJson(host.governor, [](const std::string& word) { return Json{{"value", word}}; });
    for (const bool isVirtual : {false, true})
        for (const InterfaceReading& one : host.interfaces)
            if (one.isVirtual == isVirtual && result["interfaces"].size() < kMostInterfaces)
                result["interfaces"].push_back(interfaceJson(one));
    return result;
}

Result<HostSnapshot> snapshotFrom(const Json& value)
{
    std::optional<Error> error;
    Fields in(value, error);
    HostSnapshot host;
    host.name = in.text("name");
    host.cores = in.whole("cores", 0, 100000);
    host.scalingDriver = in.text("driver");
    host.architecture = in.text("architecture");
    host.congestionControl = in.text("congestion");
    host.maxClockGhz = in.maybe("max_clock_ghz", 0, 100);
    host.memory = in.maybeOf<DataSize>("memory_bytes", 0, 1e15);
    host.governor = in.reading<std::string>("governor", [](Fields& word) { return word.text("value"); });
    for (const Json& one : in.array("interfaces", kMostInterfaces)) {
        if (error) break;
        host.interfaces.push_back(interfaceFrom(Fields(one, error)));
    }
    if (error) return tl::unexpected(*error);
    return host;
}

}  // namespace sokudo::measure
