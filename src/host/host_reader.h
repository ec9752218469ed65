// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a machine's network side from sysfs, proc and the ethtool calls.
#pragma once

#include <filesystem>

#include "core/base/id.h"
#include "core/measure/seams.h"
#include "core/plan/plan.h"

namespace sokudo::host {

class SystemHostReader final : public measure::HostReader {
public:
    /// @param root  "/" for this machine; a captured tree otherwise
    explicit SystemHostReader(std::filesystem::path root = "/") : m_root(std::move(root)) {}
    /// @error NotFound  the root holds no sys/class/net
    Result<measure::HostSnapshot> read() override;

private:
    std::filesystem::path m_root;
};

/// A host of the survey made from a reading: device, slots and ports, ready to add.
struct SurveyedHost {
    plan::Device device;
    std::vector<plan::Slot> slots;
    std::vector<plan::Port> ports;
};
SurveyedHost surveyed(const measure::HostSnapshot&, plan::PlaceId, IdSource&);

}  // namespace sokudo::host
