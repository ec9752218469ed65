// SPDX-License-Identifier: GPL-3.0-or-later
// What must be read at both ends of a link that was brought up, beside what the plan says.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/measure/port_reading.h"
#include "core/plan/plan.h"
#include "core/plan/trace.h"

namespace sokudo::bringup {

using measure::PortReading;

/// One thing that was to be read.
struct ReadingLine {
    std::string what;                    ///< rate, duplex, FEC, module, bus, MTU, main interface
    std::string planned, read;           ///< in words; empty: the plan says nothing, it was not read
    Verdict verdict = Verdict::Unknown;  ///< fits: as planned; limited: less; no link: another; unknown: not read
    text::Sentence says;                 ///< what to do where it differs; empty: nothing
};

/// as planned, less than planned, not as planned, no link, not read: what is said of a reading's verdict.
std::string_view readWord(Verdict);

struct EndReadings {
    plan::PortId port;
    std::string name;  ///< "vault 1"
    bool isRead = false;
    std::vector<ReadingLine> lines;
};

struct LinkReadings {
    plan::RunId run;
    std::string title;  ///< "core 3 – platen 1"
    EndReadings a, b;
    std::vector<text::Sentence> between;  ///< where the two ends do not agree with each other
    Verdict verdict = Verdict::Unknown;   ///< fits only when both ends were read and are as planned
    text::Sentence sentence;
};

struct ReadingsQuestion {
    const plan::Plan& plan;
    const plan::Link& link;
    std::optional<PortReading> a, b;
    const kb::KnowledgeBase& kb;
};
/// @source own: each setting beside the plan; half duplex and a bus below what card and slot give are always said
LinkReadings linkReadings(const ReadingsQuestion&);

}  // namespace sokudo::bringup
