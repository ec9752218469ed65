// SPDX-License-Identifier: GPL-3.0-or-later
// All that a house section shows, without a pixel, out of a plan and its judgement.
#pragma once

#include <optional>
#include <vector>

#include <QString>

#include "core/analyse.h"
#include "core/kb/port_rows.h"
#include "core/plan/plan.h"

namespace sokudo::app {

enum class PortState { Free, Used, Dead };

struct PortMark {
    plan::PortId id;
    PortState state = PortState::Free;
    std::optional<BitRate> rate;
    QString name = {};
};
struct DeviceCard {
    plan::DeviceId id;
    QString name, description;
    std::vector<PortMark> ports;
    QString owner;             ///< whose it is, where somebody said; else empty
    bool isMakeshift = false;  ///< something about it is left temporary
    bool isOpen = false;       ///< a question about it is open: drawn as a guess
    plan::PlaceId place = {};
    bool isFolded = false;  ///< stands for all devices of its place
    QString power = {};     ///< where its power comes from; empty: not stated
};
struct PlaceBand {
    QString name, building;
    int level = 0;
    std::vector<DeviceCard> devices;
    plan::PlaceId id;
    QString within;  ///< the place it stands in; empty: none
    QString owner;
};
struct DrawnRun {
    plan::RunId run;
    plan::PortId a, b;
    QString label;
    std::optional<BitRate> rate;
    Verdict verdict = Verdict::Unknown;
    std::optional<kb::MediumKind> medium;
    QString network;  ///< that of its untagged frames; else empty
    QString owner;
    bool isMakeshift = false;
    plan::RunId link;    ///< the first run of its link: runs of one link go together
    QString feeds = {};  ///< the device that is powered over it; else empty
};
/// Power that goes from one device to another by a cord or a lead, not over a run.
struct DrawnFeed {
    plan::DeviceId from, to;
    double watts = 0;
};
/// A difference to another version, to be drawn.
enum class Mark { Same, Added, Changed, Removed };
struct HouseContent {
    std::vector<PlaceBand> places;
    std::vector<DrawnRun> runs;
    std::vector<DrawnFeed> feeds = {};
};

HouseContent houseContent(const plan::Plan&, const kb::KnowledgeBase&, const Analysis&);

}  // namespace sokudo::app
