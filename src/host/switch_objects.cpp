// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/switch_objects.h"

#include <algorithm>

#include "core/base/csv.h"
#include "core/base/text.h"
#include "host/tree.h"

namespace sokudo::host {
namespace {

constexpr std::string_view kSimulated = "simulated:";

class CapturedObjects final : public measure::ObjectSource {
public:
    explicit CapturedObjects(std::filesystem::path folder) : m_folder(std::move(folder)) {}

    Result<std::vector<measure::ObjectValue>> walk(const std::string& oid) override
    {
        const std::string file = "objects.csv";
        const auto content = Tree(m_folder).content(file);
        if (!content)
            return failure(ErrorCode::Unreachable,
                           text::say("captured-switch.none", "there is no simulated switch of this name"),
                           m_folder.filename().string());
        const auto sheet = csv::parse(*content, file);
        if (!sheet) return tl::unexpected(sheet.error());
        std::vector<measure::ObjectValue> found;
        for (const csv::Record& record : sheet->records())
            if (sheet->cell(record, "oid").starts_with(oid + "."))
                found.push_back({sheet->cell(record, "oid"), sheet->cell(record, "value")});
        return found;
    }

private:
    std::filesystem::path m_folder;
};

}  // namespace

Result<SwitchAddress> switchAddress(const std::string& typed)
{
    const auto bad = [&](text::Sentence what) { return failure(ErrorCode::BadInput, std::move(what), typed); };
    SwitchAddress address{text::trimmed(typed)};
    if (address.host.starts_with(kSimulated)) return address;
    const std::size_t bracket = address.host.find(']'), colon = address.host.rfind(':');
    const bool isBracketed = address.host.starts_with("[") && bracket != std::string::npos;
    const bool hasPort =
        isBracketed ? colon == bracket + 1 : colon != std::string::npos && address.host.find(':') == colon;
    if (hasPort) {
        const auto port = text::parseNumber(address.host.substr(colon + 1));
        if (!port || *port < 1 || *port > 65535 || *port != static_cast<int>(*port))
            return bad(text::say("switch-address.port", "a port is a number from 1 to 65535; 161 unless told"));
        address.port = static_cast<int>(*port);
        address.host.resize(colon);
    }
    if (isBracketed) address.host = address.host.substr(1, bracket - 1);
    if (address.host.empty() || address.host.find_first_of(" /@") != std::string::npos)
        return bad(text::say("switch-address.host", "name the switch by its address or name: 10.20.0.2"));
    return address;
}

std::unique_ptr<measure::ObjectSource> capturedObjects(const std::filesystem::path& folder)
{
    return std::make_unique<CapturedObjects>(folder);
}

Result<std::unique_ptr<measure::ObjectSource>> switchObjects(const std::string& typed, const std::string& community,
                                                             const std::filesystem::path& simulated, Duration most)
{
    const auto address = switchAddress(typed);
    if (!address) return tl::unexpected(address.error());
    if (!address->host.starts_with(kSimulated)) return snmpObjects(*address, community, most);
    const std::string name = address->host.substr(kSimulated.size());
    if (name.empty() || name.find_first_of("/\\") != std::string::npos || name.starts_with("."))
        return failure(ErrorCode::BadInput,
                       text::say("switch-address.simulated", "a simulated switch is named like simulated:core"), typed);
    return capturedObjects(simulated / name);
}

Result<std::unique_ptr<measure::HostReader>> switchReader(const std::string& address, const std::string& community,
                                                          const std::filesystem::path& simulated,
                                                          const kb::KnowledgeBase& kb, Duration most)
{
    auto objects = switchObjects(address, community, simulated, most);
    if (!objects) return tl::unexpected(objects.error());
    return std::make_unique<measure::SwitchReader>(std::move(*objects), kb);
}

}  // namespace sokudo::host
