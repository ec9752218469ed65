// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/neighbours.h"

#include <algorithm>
#include <map>

#include "core/base/text.h"

namespace sokudo::measure {
namespace {

bool isHardware(std::string_view text)
{
    if (text.size() != 17) return false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        const bool isHex = (c >= '0' && c <= '9') || (c >= 'a' && c <= 'f') || (c >= 'A' && c <= 'F');
        if (i % 3 == 2 ? c != ':' : !isHex) return false;
    }
    return true;
}

bool isAddress(std::string_view text)
{
    const auto parts = text::split(text, '.');
    return parts.size() == 4 && std::all_of(parts.begin(), parts.end(), [](const std::string& one) {
               const auto figure = text::parseNumber(one);
               return figure && *figure >= 0 && *figure <= 255;
           });
}

/// The text between two marks, from `at` on; moves behind it.
std::string between(std::string_view text, std::string_view open, std::string_view close)
{
    const std::size_t from = text.find(open);
    if (from == std::string_view::npos) return {};
    const std::size_t start = from + open.size(), end = text.find(close, start);
    return text::trimmed(text.substr(start, end == std::string_view::npos ? end : end - start));
}

}  // namespace

std::vector<Neighbour> readNeighbourTable(std::string_view text)
{
    std::vector<Neighbour> found;
    for (const std::string& line : text::split(text, '\n')) {
        const auto words = text::words(line);
        if (words.size() < 6 || !isAddress(words[0]) || !isHardware(words[3])) continue;
        const bool isComplete = words[2] != "0x0" && words[3] != "00:00:00:00:00:00";
        if (isComplete) found.push_back({words[0], text::lower(words[3]), {}, "neighbour table", {}, {}, false});
    }
    return found;
}

std::vector<Neighbour> readLeaseLines(std::string_view text)
{
    std::vector<Neighbour> found;
    for (const std::string& line : text::split(text, '\n')) {
        const auto words = text::words(line);
        if (words.size() < 4 || !isHardware(words[1]) || !isAddress(words[2])) continue;
        found.push_back(
            {words[2], text::lower(words[1]), words[3] == "*" ? std::string() : words[3], "lease file", {}, {}, false});
    }
    return found;
}

std::vector<Neighbour> readLeaseBlocks(std::string_view text)
{
    // A later block of one address is the newer lease.
    std::map<std::string, Neighbour> newest;
    for (std::size_t at = text.find("lease "); at != std::string_view::npos; at = text.find("lease ", at + 1)) {
        const std::size_t open = text.find('{', at), close = text.find('}', at);
        if (open == std::string_view::npos || close == std::string_view::npos || open > close) continue;
        const std::string address = text::trimmed(text.substr(at + 6, open - at - 6));
        const std::string_view body = text.substr(open + 1, close - open - 1);
        const std::string hardware = between(body, "hardware ethernet", ";");
        if (!isAddress(address) || !isHardware(hardware)) continue;
        newest[address] = {
            address, text::lower(hardware), between(body, "client-hostname \"", "\""), "lease file", {}, {}, false};
    }
    std::vector<Neighbour> found;
    for (auto& [address, one] : newest) found.push_back(std::move(one));
    return found;
}

bool isLocallyAdministered(std::string_view hardware)
{
    if (!isHardware(hardware)) return false;
    const char second = text::lower(hardware.substr(1, 1))[0];
    return second == '2' || second == '3' || second == '6' || second == '7' || second == 'a' || second == 'b' ||
           second == 'e' || second == 'f';
}

std::string makerOf(std::string_view hardware, std::string_view ouiText)
{
    if (!isHardware(hardware) || isLocallyAdministered(hardware)) return {};
    // "00-00-5E   (hex)\t\tOWNER"
    std::string prefix(hardware.substr(0, 8));
    for (char& c : prefix) c = c == ':' ? '-' : static_cast<char>(c >= 'a' && c <= 'f' ? c - 'a' + 'A' : c);
    prefix += "   (hex)";
    const std::size_t at = ouiText.find(prefix);
    if (at == std::string_view::npos) return {};
    const std::size_t end = ouiText.find('\n', at);
    return text::trimmed(ouiText.substr(at + prefix.size(), end - at - prefix.size()));
}

std::vector<Neighbour> compared(std::vector<Neighbour> seen, const plan::Plan& plan, std::string_view ouiText)
{
    std::map<std::string, plan::DeviceId> byWord;
    for (const plan::Access& access : plan.accesses)
        for (const std::string* list : {&access.hardware, &access.address})
            for (const std::string& one : text::words(*list)) byWord.emplace(text::lower(one), access.device);
    for (const plan::Device& device : plan.devices) byWord.emplace(text::lower(device.name), device.id);
    // One row a host: the lease knows its name, the table that it is there.
    std::map<std::string, Neighbour> hosts;
    for (Neighbour& one : seen) {
        const std::string key = one.hardware.empty() ? one.address : one.hardware;
        const auto [at, isNew] = hosts.emplace(key, one);
        if (isNew) continue;
        if (at->second.name.empty()) at->second.name = one.name;
        if (at->second.seenIn.find(one.seenIn) == std::string::npos) at->second.seenIn += ", " + one.seenIn;
    }
    std::vector<Neighbour> result;
    for (auto& [key, one] : hosts) {
        for (const std::string* word : {&one.hardware, &one.address, &one.name}) {
            const auto at = word->empty() ? byWord.end() : byWord.find(text::lower(*word));
            if (at == byWord.end()) continue;
            one.device = at->second;
            break;
        }
        one.isPrivate = isLocallyAdministered(one.hardware);
        one.maker = makerOf(one.hardware, ouiText);
        result.push_back(std::move(one));
    }
    std::stable_sort(result.begin(), result.end(),
                     [](const Neighbour& a, const Neighbour& b) { return a.device.isSet() < b.device.isSet(); });
    return result;
}

std::vector<plan::DeviceId> notSeen(const std::vector<Neighbour>& seen, const plan::Plan& plan)
{
    std::vector<plan::DeviceId> missing;
    for (const plan::Access& access : plan.accesses) {
        if (access.address.empty() && access.hardware.empty()) continue;
        const bool isThere =
            std::any_of(seen.begin(), seen.end(), [&](const Neighbour& one) { return one.device == access.device; });
        if (!isThere && std::find(missing.begin(), missing.end(), access.device) == missing.end())
            missing.push_back(access.device);
    }
    return missing;
}

}  // namespace sokudo::measure
