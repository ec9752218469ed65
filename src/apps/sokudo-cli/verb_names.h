// SPDX-License-Identifier: GPL-3.0-or-later
// The names of all verbs, once more: tests that ask every verb fail to build where one is missing from them.
#pragma once

#include <string_view>

namespace sokudo::cli {

/// In the order of the alphabet.
inline constexpr std::string_view kVerbNames[] = {
    "acceptance", "addresses", "advice", "backup-internet", "baseline", "batch", "battery", "bridge", "bring-up", "buy",
    "cable-distance", "cable-test", "capacity", "cascade", "catalogue", "census", "chain", "check", "compare",
    "contradictions", "convert", "counters", "cut", "diagnose", "distance", "edit", "expect", "export", "flows",
    "headline", "heat", "history", "host", "import", "import-tests", "instruments", "jobs", "judge", "labels", "later",
    "lights", "limits", "link", "link-down", "list", "log", "measure", "moves", "mtu", "neighbours", "outage",
    "parts", "path", "photo", "poe", "power", "qualify", "read", "readings", "repairs", "report", "schedule",
    "settings", "siblings", "single-points", "solve", "stages", "standing", "start", "terminate", "test-ends",
    "tests", "tour", "trunking", "upgrade", "versions", "ways", "what-if", "window", "wiremap"};

}  // namespace sokudo::cli
