// SPDX-License-Identifier: GPL-3.0-or-later
// What the program may ask of the machine that it runs on, besides reading it.
#pragma once

#include <functional>
#include <memory>

#include "core/measure/cable_probe.h"
#include "core/measure/path_probe.h"
#include "core/measure/seams.h"

namespace sokudo::app {

/// The cable test of its card; null: there is none to ask.
using CardSource = std::function<std::unique_ptr<measure::CableProbe>()>;
/// Echo requests that must not be fragmented; null: there are none.
using EchoSource = std::function<std::unique_ptr<measure::PathProbe>()>;

/// The reader of a switch at an address, with its read community; “simulated:NAME” is a captured one.
using SwitchSource = std::function<Result<std::unique_ptr<measure::HostReader>>(const std::string& address,
                                                                                const std::string& community)>;

}  // namespace sokudo::app
