// SPDX-License-Identifier: GPL-3.0-or-later
// The near end of a test: a real TrafficRunner against a sokudo-agent.
#pragma once

#include "core/measure/seams.h"

namespace sokudo::traffic {

class TrafficClient final : public measure::TrafficRunner {
public:
    Result<measure::TrafficResult> run(const measure::TrafficQuestion&,
                                       const std::function<void(const measure::TrafficSample&)>& onSample,
                                       const std::atomic<bool>& cancel) override;
};

/// @error OutOfRange  streams outside 1 to 16, a duration outside 0.5 to 60 s, a warm-up outside 0 to 10 s, a port
/// outside 1 to 65534
tl::expected<void, Error> checkBounds(const measure::TrafficQuestion&);

}  // namespace sokudo::traffic
