// SPDX-License-Identifier: GPL-3.0-or-later
// Networks and profiles of ports, and what is set or left on devices: both ends of a trunk, forced rates, bonds, rate
// limits, passwords.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/kb/build_rows.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::settings {

/// What a port is set to: its own settings, and what its profile says beyond them.
struct PortSettings {
    plan::PortId port;
    std::string name, partner;  ///< "core 3", "ap-attic 1"; partner empty: nothing plugged
    std::string profile;
    plan::NetworkId untagged;
    std::vector<plan::NetworkId> tagged;
    std::optional<BitRate> forced, limit;
    int mtu = 1500;
    std::optional<int> priority;
    bool isQuerier = false;
    std::string untaggedName, taggedNames;
};
PortSettings settingsOf(const plan::Plan&, const plan::Port&);

/// The ports that carry a network, a profile, a limit or a forced rate; those of switches and routers first.
std::vector<PortSettings> portTable(const plan::Plan&);

/// Which wall socket leads to which network.
struct SocketNetwork {
    plan::PortId socket;
    std::string name, port, network;  ///< "study 2", "core 5", "cameras"
};
std::vector<SocketNetwork> socketNetworks(const plan::Plan&);

struct SettingFinding {
    plan::PortId port;  ///< unset: about a device
    plan::DeviceId device;
    std::string kind;  ///< trunk, profile, forced, mtu, limit, querier, password, bond
    text::Sentence says;
};
/// Both ends of a trunk carry the same, a port holds what its profile says, forced ports are forced at both ends, one
/// querier for each network that has one, passwords left, limits that are below the link.
/// @source ieee 802.1q; own
std::vector<SettingFinding> settingFindings(const plan::Plan&, const kb::KnowledgeBase&);

/// A bond with what it gives.
struct BondUse {
    plan::DeviceId a, b;
    std::string title;
    int links = 0;
    BitRate each;
    const kb::BondMode* mode = nullptr;  ///< null: not stated, one link works and the others may loop
    text::Sentence gives;
};
/// Two devices joined by two links or more.
std::vector<BondUse> bondsOf(const plan::Plan&, const kb::KnowledgeBase&);

}  // namespace sokudo::settings
