// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/row_upgrade.h"

#include <limits>

#include "core/base/json.h"
#include "core/base/text.h"

namespace sokudo::store {
namespace {

void rename(Json& body, const char* from, const char* to)
{
    const auto at = body.find(from);
    if (at == body.end() || body.contains(to)) return;
    body[to] = *at;
    body.erase(from);
}

void toVersion2(std::string_view kind, Json& body)
{
    if (kind == "device") rename(body, "feeds", "fed_by");
    if (kind == "catalogue" && body.value("table", Json()) == "bridges") body["table"] = "media_converters";
    if (kind == "run" && body.value("wire_map", Json()) == "untested") body.erase("wire_map");
}

/// One field said what feeds a device; now power enters by supplies.
void toVersion3(std::string_view kind, Json& body)
{
    if (kind != "device" || !body.contains("fed_by")) return;
    if (!body.contains("supplies")) body["supplies"] = Json::array({{{"by", "cable"}, {"from", body["fed_by"]}}});
    body.erase("fed_by");
    if (const auto sources = body.find("sources"); sources != body.end() && sources->is_object())
        rename(*sources, "fed_by", "supplies");
}

/// "25g" is 25·10⁹, "8.1m" is 8.1·10⁶.
std::optional<double> figure(std::string word)
{
    double times = 1;
    if (word.ends_with('g')) times = 1e9;
    if (word.ends_with('m')) times = 1e6;
    if (word.ends_with('k')) times = 1e3;
    if (times > 1) word.pop_back();
    const auto value = text::parseNumber(word);
    return value && *value >= 0 ? std::optional(*value * times) : std::nullopt;
}

/// "18.5d", "40min", "90s", in seconds.
std::optional<double> seconds(const std::string& word)
{
    constexpr std::pair<std::string_view, double> kUnits[] = {{"min", 60.0}, {"d", 86400.0}, {"h", 3600.0}, {"s", 1.0}};
    for (const auto& [unit, times] : kUnits)
        if (word.ends_with(unit)) {
            const auto value = text::parseNumber(word.substr(0, word.size() - unit.size()));
            return value && *value >= 0 ? std::optional(*value * times) : std::nullopt;
        }
    return std::nullopt;
}

/// Calls `take(key, value)` for each word; a word without an equals sign has no value.
/// @return false: `take` knows one of them not
template <class Take>
bool eachWord(const std::string& line, Take take)
{
    for (const std::string& word : text::words(line)) {
        const std::size_t equals = word.find('=');
        if (!take(word.substr(0, equals), equals == std::string::npos ? std::string() : word.substr(equals + 1)))
            return false;
    }
    return true;
}

bool takeShown(const std::string& key, const std::string& value, Json& shown)
{
    const auto whole = [](const std::string& word) -> std::optional<int> {
        const auto number = text::parseNumber(word);
        return number && *number >= 0 && *number < 1e6 ? std::optional(static_cast<int>(*number)) : std::nullopt;
    };
    if (key == "no-link" || key == "link") shown["link"] = key == "link" ? "yes" : "no";
    else if (key == "main" || key == "not-main") shown["main"] = key == "main" ? "yes" : "no";
    else if (key == "duplex" || key == "fec" || key == "module") shown[key] = value;
    else if (const auto rate = figure(value); key == "rate" && rate) {
        shown["rate_bps"] = static_cast<std::int64_t>(*rate);
        shown["link"] = "yes";
    } else if (const auto mtu = whole(value); key == "mtu" && mtu) {
        shown["mtu"] = *mtu;
    } else if (const auto parts = text::split(value, 'x'); key == "bus" && parts.size() == 2) {
        const auto generation = whole(parts[0]), lanes = whole(parts[1]);
        if (!generation || !lanes) return false;
        shown["bus_generation"] = *generation;
        shown["bus_lanes"] = *lanes;
    } else {
        return false;
    }
    return true;
}

bool takeCounted(const std::string& key, const std::string& value, Json& counted)
{
    const auto taken = key == "uptime" ? seconds(value) : figure(value);
    if (!taken) return false;
    (key == "uptime" ? counted["uptime_s"] : counted["counts"][key]) = *taken;
    return true;
}

/// A note of the log as a reading, but for its id; nothing where it is none.
std::optional<Json> readingInNote(const Json& entry)
{
    constexpr std::string_view kRead = "read: ", kCounted = "counters: ";
    const auto text = entry.find("text"), about = entry.find("about"), at = entry.find("at");
    if (!entry.is_object() || text == entry.end() || !text->is_string() || at == entry.end()) return std::nullopt;
    if (about == entry.end() || !about->is_object() || about->value("kind", Json()) != "port") return std::nullopt;
    const std::string says = *text;
    Json shown = Json::object(), counted = Json::object();
    const auto show = [&](const std::string& key, const std::string& value) { return takeShown(key, value, shown); };
    const auto count = [&](const std::string& key, const std::string& value) {
        return takeCounted(key, value, counted);
    };
    if (says.starts_with(kRead) && !eachWord(says.substr(kRead.size()), show)) return std::nullopt;
    if (says.starts_with(kCounted) && !eachWord(says.substr(kCounted.size()), count)) return std::nullopt;
    if (shown.empty() && counted.empty()) return std::nullopt;
    Json reading{{"at", *at}, {"port", about->value("id", Json(0))}};
    if (!shown.empty()) reading["shown"] = shown;
    if (!counted.empty()) reading["counted"] = counted;
    return reading;
}

}  // namespace

std::vector<Json> readingsInLog(const std::vector<Json>& entries, std::int64_t lastId)
{
    std::vector<Json> readings;
    // Ids beyond what numbers hold are refused with their row; none can follow them.
    if (lastId > std::numeric_limits<std::int64_t>::max() - static_cast<std::int64_t>(entries.size())) return readings;
    for (const Json& entry : entries)
        if (auto reading = readingInNote(entry)) {
            (*reading)["id"] = ++lastId;
            readings.push_back(std::move(*reading));
        }
    return readings;
}

void upgradeRow(std::string_view kind, Json& body, int version)
{
    if (!body.is_object()) return;
    if (version < 2) toVersion2(kind, body);
    if (version < 3) toVersion3(kind, body);
}

}  // namespace sokudo::store
