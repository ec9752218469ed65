// SPDX-License-Identifier: GPL-3.0-or-later
// One section of a path: what it can carry and how that figure came about.
#pragma once

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"
#include "core/kb/stage_rows.h"
#include "core/plan/plan.h"
#include "core/plan/trace.h"

namespace sokudo::expect {

using kb::Band;

enum class StageKind {
    Disk,
    Processor,
    Slot,
    Link,
    FileShare,
    Memory,
    Usb,
    Uplink,
    Medium,
    Bond,
    Switch,
    Router,
    Inspection,
    Tunnel,
    Internet,
    Window,
    Loss,
    Session,
    Files,
    CopyTool,
    Requests
};
std::string_view word(StageKind);
/// A stage that the traffic crosses as packets; a file share counts what these carry.
bool isNetwork(StageKind);

/// What a window or a loss was estimated from.
struct Transport {
    DataSize window;  ///< 0: a loss
    double loss = 0;  ///< share of packets; 0: a window
    Duration roundTrip;
    int segment = 0;  ///< bytes of payload in a packet; 0 for a window
};

/// What may be asked of a stage as it stands, with something else around it.
struct Varied {
    int mtu = 1500;
    BitRate link;  ///< 0: as it is
};

/// Figures by a name that carries the unit: "total_s", "window_needed_bytes".
using Facts = std::map<std::string, double>;

struct Stage {
    StageKind kind = StageKind::Link;
    std::string name;    ///< unique in its path: "slot of platen"
    std::string label;   ///< short, under the bore: "slot"
    std::string detail;  ///< second line under the bore: "4.0 ×4"
    Band carries;        ///< payload, one direction; `high` is the most that is estimated
    /// What no payload can pass here: framing without the TCP timestamps, a coded bus less its packet headers, a
    /// printed bus or socket. Empty: the stage is soft, its figures are estimates and may be passed.
    std::optional<BitRate> hard;
    text::Sentence working;  ///< the sum up to the ceiling, then what is usual
    kb::Provenance from;
    BitRate line;              ///< the named rate before what is taken off: link rate or coded bus rate; 0 where none
    std::optional<Band> both;  ///< both ways together, where the two share the stage; empty: each way has it all
    std::optional<Band>
        perFlow;  ///< what one stream gets at most, where that is less than the stage: a core, a member of a bond
    std::optional<Band>
        pool;  ///< what all flows through it share, where that is more than this one gets: all cores, all members
    std::function<Band(int streams)> poolOf;  ///< the same for a stage whose pool depends on how many streams cross it
    Facts facts;                              ///< figures that its working tells in words, for programs
    int mtu = 0;                              ///< of a link: what it is set to itself; 0: it has none
    int busGeneration = 0, busLanes = 0;      ///< of a bus; 0: it is none
    std::optional<Transport> transport;       ///< for a window and a loss
    double ackShare = 0;   ///< of what travels one way, what its acknowledgements take the other way; 0: none
    FrameRate frames;      ///< full frames a second of a link at its rate; 0: no frames here
    std::string air;       ///< the device whose radio several links share; empty: a stage of its own
    plan::DeviceId airOf;  ///< the same by its id
    Duration roundTrip;    ///< what it adds to the round trip; 0: next to nothing, or not told
    plan::RunId run;       ///< for a link
    plan::PortId enters;   ///< for a link: where the traffic goes in
    plan::DeviceId device;
    std::int64_t part = 0;  ///< which of several such parts of the device: id of the slot or the port; 0: it has one
    /// The same stage at another packet length or link rate, with what else was said of it; empty: neither matters to
    /// it.
    std::function<Result<Stage>(const kb::KnowledgeBase&, const Varied&)> varied;
};

/// The figures of another stage under the name, the cable and the device of this one.
Stage inPlaceOf(const Stage& now, Stage result);

/// A stage that the plan cannot state yet, and what would tell.
struct Missing {
    text::Sentence what;
    plan::DeviceId device;
};

struct Expectation {
    std::vector<Stage> stages;
    std::vector<Missing> missing;
    std::vector<text::Sentence>
        notes;                        ///< what to mind: packets of two sizes on the way, machines too slow for the test
    Band expected;                    ///< component-wise least of the stages
    std::size_t binding = 0;          ///< index of the stage with the least typical figure
    std::optional<std::size_t> next;  ///< the stage that binds when that one is fixed
    std::vector<std::size_t>
        near;  ///< stages within a tenth of the binding one, itself left out: fixing one of them alone gains little
    std::size_t bindingLow = 0, bindingHigh = 0;  ///< what binds at the low and at the high end of the band
    std::optional<std::size_t> hard;              ///< the stage with the least hard ceiling; empty: none has one
    Duration roundTrip;                           ///< of all stages
    Facts facts;                                  ///< figures that the notes tell in words
    int mtu = 1500;
    bool bothWays = false;  ///< as much travels back: the stages are those of one busy way of two
    /// How much more would pass if the binding stage were fixed: 0.25 is a quarter more; empty: nothing else holds it.
    std::optional<double> gain() const;
    bool isEmpty() const { return stages.empty(); }
    const Stage* limitingStage() const { return stages.empty() ? nullptr : &stages[binding]; }
    const Stage* hardStage() const { return hard ? &stages[*hard] : nullptr; }
};

/// The narrowest stage, the band, the next limit. Stages must not be empty of figures.
/// @source reference: component-wise minimum of independent stage ceilings (own)
Expectation settle(std::vector<Stage> stages);

}  // namespace sokudo::expect
