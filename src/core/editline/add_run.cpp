// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/properties.h"
#include "core/editline/run_label.h"
#include "core/editline/verbs.h"
#include "core/oneline/line_words.h"
#include "core/plan/edits.h"

namespace sokudo::editline {
namespace {

bool takeDash(Words& words)
{
    return words.take("-") || words.take("–") || words.take("—") || words.take("to") || words.take("and");
}

/// "cord cat6 2m / cat6a 30m / jack cat6a": cords and joints around the cable. They are taken into the run; what is
/// left is the line of the cable.
Result<std::string> takeSegments(const std::string& text, std::size_t offset, plan::Run& run,
                                 const kb::KnowledgeBase& kb)
{
    const auto pieces = oneline::parts(text, '/');
    std::string cable;
    for (const oneline::Part& piece : pieces) {
        const auto tokens = oneline::tokens(piece.text, offset + piece.offset);
        if (!oneline::isSegment(tokens)) {
            if (!cable.empty())
                return failure(ErrorCode::BadInput,
                               text::say("add-run.one-cable", "a run is one cable; add another run for the second one"),
                               fmt::format("character {}", offset + piece.offset + 1));
            cable = std::string(offset + piece.offset, ' ') + std::string(piece.text);
            continue;
        }
        auto segment = oneline::readSegment(tokens, kb);
        if (!segment) return tl::unexpected(segment.error());
        segment->atB = !cable.empty();
        run.segments.push_back(*segment);
    }
    return cable;
}

}  // namespace

std::string freeLabel(const plan::Plan& plan)
{
    const auto isTaken = [&](const std::string& label) {
        for (const plan::Run& run : plan.runs)
            if (run.label == label) return true;
        return false;
    };
    for (std::size_t number = plan.runs.size() + 1;; ++number)
        if (std::string label = fmt::format("r{}", number); !isTaken(label)) return label;
}

Done addRun(Draft& draft, Words& words)
{
    plan::Run run;
    run.id = draft.ids.next<plan::RunId>();
    const auto a = takePort(words, draft.plan);
    if (!a) return tl::unexpected(a.error());
    run.a = *a;
    if (takeDash(words) && !words.take("open") && !words.take("unknown")) {
        const auto b = takePort(words, draft.plan);
        if (!b) return tl::unexpected(b.error());
        run.b = *b;
    }
    if (!words.isAtEnd() && !words.take(",") && !words.take(":"))
        return tl::unexpected(words.wrong(text::say("add-run.a-comma-comes",
                                                    "a comma comes before the cable: add run "
                                                    "core 4 - vault 2, om4 12m")));
    const std::size_t offset = words.offset();
    const auto cable = takeSegments(std::string(words.rest()), offset, run, draft.kb);
    if (!cable) return tl::unexpected(cable.error());
    Words rest(*cable);
    if (auto error = takeProperties(rest, run, draft)) return tl::unexpected(*error);
    if (run.label.empty()) run.label = freeLabel(draft.plan);
    const plan::Run made = run;
    if (auto error = draft.take(plan::edits::putRun(draft.plan, std::move(run)))) return tl::unexpected(*error);
    draft.touch("run", made.id);
    const auto end = [&](plan::PortId id) { return id.isSet() ? plan::portText(draft.plan, id) : "an open end"; };
    return fmt::format("added run {}: {} – {}, {}{}", made.label, end(made.a), end(made.b),
                       made.medium.empty() ? "cable not known" : made.medium,
                       made.length ? ", " + text::length(*made.length) : ", length not known");
}

}  // namespace sokudo::editline
