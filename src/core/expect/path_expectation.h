// SPDX-License-Identifier: GPL-3.0-or-later
// From two devices of a plan to the stages between them.
#pragma once

#include <unordered_map>

#include "core/base/result.h"
#include "core/expect/stage.h"
#include "core/match/reports.h"
#include "core/plan/net.h"

namespace sokudo::expect {

enum class Traffic { MemoryToMemory, FileCopy };

struct PathQuestion {
    plan::DeviceId from, to;
    Traffic traffic = Traffic::MemoryToMemory;
    int streams = 1;                 ///< 1 to 64
    std::string protocol;            ///< file share; empty: what the storage serves, else smb. From memory to memory:
                                     ///< “rdma” for remote memory access, or empty
    int route = 0;                   ///< which of the ways between the two, 0 the best; see Paths::ways
    bool bothWays = false;           ///< as much travels back: the band is that of one way
    int disksFrom = 0, disksTo = 0;  ///< which disk group of the sender and of the receiver, 0 the first
    friend bool operator==(const PathQuestion&, const PathQuestion&) = default;
};

/// Expectations on one judged plan; built once for many questions.
class Paths {
public:
    /// @param reports  judged links of the same plan: the rate each link runs at. All three must outlive this.
    Paths(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports& reports);
    /// What to expect from one device to another.
    /// @error NotFound  a device that is not there, no way between the two; the sentence says where the way ends
    /// @error NotAllowed  a link on the way does not come up; BadInput  no such protocol
    Result<Expectation> expectation(const PathQuestion&) const;
    /// Many questions at once, shared among the cores; the answers in their order.
    std::vector<Result<Expectation>> expectations(const std::vector<PathQuestion>&) const;
    /// The ways between two devices, best first, at most four.
    std::vector<plan::Route> ways(plan::DeviceId from, plan::DeviceId to) const { return m_net.ways(from, to); }
    const match::LinkReport* report(const plan::Link&) const;

private:
    Result<plan::Route> wayOf(const PathQuestion&, const plan::Device& from, const plan::Device& to) const;
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    std::unordered_map<plan::RunId, const match::LinkReport*> m_reports;
    plan::Net m_net;
};

/// One question on a plan.
Result<Expectation> expectation(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports& reports,
                                const PathQuestion&);

/// The way in words: "core 1 — vault X1, core Q1 — platen 1".
std::string wayText(const plan::Plan&, const plan::Route&);

}  // namespace sokudo::expect
