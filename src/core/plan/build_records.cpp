// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/build_records.h"

#include <array>

#include "core/base/enum_code.h"

namespace sokudo::plan {
namespace {

constexpr std::array<std::string_view, 3> kPermits{"consent", "licensed", "between-buildings"};
constexpr std::array<std::string_view, 6> kStages{"floor",     "before-wall", "after-plates",
                                                  "hand-over", "after-swap",  "again"};
constexpr std::array<std::string_view, 4> kParts{"not-said", "channel", "permanent-link", "cable"};
constexpr std::array<std::string_view, 4> kOutcomes{"not-judged", "passed", "narrowly", "failed"};

}  // namespace

std::string_view code(PermitKind kind) { return kPermits[static_cast<std::size_t>(kind)]; }
std::optional<PermitKind> permitKindFromCode(std::string_view text) { return fromCode<PermitKind>(kPermits, text); }
std::string_view code(TestStage stage) { return kStages[static_cast<std::size_t>(stage)]; }
std::optional<TestStage> testStageFromCode(std::string_view text) { return fromCode<TestStage>(kStages, text); }
std::string_view code(TestedAs part) { return kParts[static_cast<std::size_t>(part)]; }
std::optional<TestedAs> testedAsFromCode(std::string_view text) { return fromCode<TestedAs>(kParts, text); }
std::string_view code(TestOutcome outcome) { return kOutcomes[static_cast<std::size_t>(outcome)]; }
std::optional<TestOutcome> testOutcomeFromCode(std::string_view text) { return fromCode<TestOutcome>(kOutcomes, text); }

}  // namespace sokudo::plan
