// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever stands in a line: an answer or one message, never a crash, and the answer is whole.
#include <cstdint>
#include <cstdlib>

#include "core/kb/load.h"
#include "core/match/ways.h"
#include "core/measure/parse_result.h"
#include "core/measure/speed_up.h"
#include "core/oneline/counter_line.h"
#include "core/oneline/headline.h"
#include "core/oneline/link_line.h"
#include "core/oneline/path_line.h"

using namespace sokudo;

namespace {

const kb::KnowledgeBase& knowledge()
{
    static const auto kb = kb::load(kb::embeddedFiles());
    return *kb;
}

void must(bool holds)
{
    if (!holds) std::abort();
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size > 400) return 0;
    const std::string line(reinterpret_cast<const char*>(data), size);
    if (const auto report = oneline::judgeLinkLine(line, knowledge())) {
        must(report->findings.empty() || !report->reason().empty());
        for (const match::Finding& finding : report->findings) must(!finding.text().empty());
    } else {
        must(!report.error().what.text().empty());
    }
    if (const auto path = oneline::expectPathLine(line, knowledge()); !path) must(!path.error().what.text().empty());
    if (const auto result = measure::parseResult(line); !result) must(!result.error().what.text().empty());
    if (const auto gain = measure::readSpeedUp(line); !gain) must(!gain.error().what.text().empty());
    if (const auto box = oneline::readHeadline(line, knowledge()); !box) must(!box.error().what.text().empty());
    if (const auto counted = oneline::readCounters(line, knowledge()); !counted)
        must(!counted.error().what.text().empty());
    return 0;
}
