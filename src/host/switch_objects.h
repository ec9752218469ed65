// SPDX-License-Identifier: GPL-3.0-or-later
// Where the management objects of a switch come from: the switch itself, or a captured one that stands in for it.
#pragma once

#include <filesystem>
#include <memory>
#include <string>

#include "core/measure/switch_reader.h"

namespace sokudo::host {

/// How a switch is reached.
struct SwitchAddress {
    std::string host;  ///< name or address, or “simulated:NAME”
    int port = 161;    ///< UDP
};
/// “10.20.0.2”, “10.20.0.2:1161”, “[fe80::2]:161”, “simulated:core”.
/// @error BadInput  no host, or a port outside 1 to 65535
Result<SwitchAddress> switchAddress(const std::string& text);

/// How long a switch may take as a whole, however quickly each answer comes.
inline constexpr Duration kSwitchPatience = Duration::fromSteps(30'000'000'000);

/// A switch by SNMP version 2c; read only, nothing is ever set. The community goes over the wire in the clear. Only
/// answers from the port that was asked, and with the community that was asked by, are taken.
/// @param most  for all walks together, from the first one on
/// @source rfc-3416
std::unique_ptr<measure::ObjectSource> snmpObjects(const SwitchAddress&, const std::string& community,
                                                   Duration most = kSwitchPatience);

/// A captured switch: FOLDER/objects.csv with the columns oid and value.
std::unique_ptr<measure::ObjectSource> capturedObjects(const std::filesystem::path& folder);

/// The switch at an address as it is typed; “simulated:NAME” is the captured one in `simulated`/NAME.
/// @error BadInput  see switchAddress
Result<std::unique_ptr<measure::ObjectSource>> switchObjects(const std::string& address, const std::string& community,
                                                             const std::filesystem::path& simulated,
                                                             Duration most = kSwitchPatience);
/// The reader over them.
Result<std::unique_ptr<measure::HostReader>> switchReader(const std::string& address, const std::string& community,
                                                          const std::filesystem::path& simulated,
                                                          const kb::KnowledgeBase&, Duration most = kSwitchPatience);

}  // namespace sokudo::host
