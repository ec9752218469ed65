// SPDX-License-Identifier: GPL-3.0-or-later
// What has to be proved after a change, with the values expected.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::cutover {

enum class ProofKind { LinkRate, Feed, MemoryToMemory, FileCopy, Internet, Wireless };
std::string_view word(ProofKind);

struct Proof {
    std::string key;  ///< "link:12": the same from one day to the next
    ProofKind kind = ProofKind::LinkRate;
    text::Sentence what;           ///< "core-new 3 – vault 1 links at 25 Gb/s"
    std::string expected;          ///< "25 Gb/s", "at least 9.2 Gb/s", "class 4, 8.2 W"
    std::optional<BitRate> rate;   ///< expected, of links and paths
    std::optional<BitRate> least;  ///< below that it is not accepted
    plan::Subject object;
    plan::DeviceId from, to;  ///< of a path
};

struct ProofQuestion {
    const plan::Plan& plan;         ///< as it is to be afterwards
    const match::Reports& reports;  ///< judged links of it
    const kb::KnowledgeBase& kb;
    std::vector<plan::PortId> ports;  ///< ports that were touched; empty: all of the device
    plan::DeviceId device;            ///< the new unit
};
/// Each touched link at its rate, each device that is fed, the copies and memory-to-memory paths that cross the unit,
/// the internet, and the access points. Each once.
/// @source own: a path is accepted from 90 % of the low end of what is expected, a link at its very rate
std::vector<Proof> proofsOf(const ProofQuestion&);

/// Whether what was measured is accepted. "9.41 Gb/s", "25g", "ok", "8.1 W".
/// @error BadInput  it is no figure of that kind
struct Accepted {
    Verdict verdict = Verdict::Unknown;
    text::Sentence says;
};
Result<Accepted> accepted(const Proof&, const std::string& measured);
/// as expected, less than expected, failed, not measured: what is said of `Accepted::verdict`.
std::string_view acceptedWord(Verdict);

}  // namespace sokudo::cutover
