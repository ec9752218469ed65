// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/project_report.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/diagnose/band_position.h"

namespace sokudo::report {
namespace {

constexpr std::size_t kNewest = 12;

std::string nameOf(const plan::Plan& plan, plan::DeviceId id)
{
    const plan::Device* device = plan.devices.find(id);
    return device ? device->name : std::string("?");
}

std::string rateText(const std::optional<BitRate>& rate) { return rate ? text::rate(*rate, 3) : std::string("—"); }

TableBlock linkTable(const match::Reports& links)
{
    TableBlock table{{"link", "rate", "why"}, {}, {}};
    for (const match::LinkReport& link : links) {
        table.rows.push_back({link.title, rateText(link.rate), link.reason()});
        table.marks.push_back(link.verdict);
    }
    return table;
}

TableBlock stageTable(const expect::Expectation& path)
{
    TableBlock table{{"stage", "carries", "typically", "working"}, {}, {}};
    for (const expect::Stage& stage : path.stages)
        table.rows.push_back({stage.name, text::rate(stage.carries.high, 3), text::rate(stage.carries.typical, 3),
                              stage.working.text()});
    return table;
}

TableBlock trialTable(const plan::Plan& plan, const std::vector<measure::Trial>& trials)
{
    TableBlock table{{"time (UTC)", "path", "kind", "result", "test"}, {}, {}};
    const std::size_t first = trials.size() > kNewest ? trials.size() - kNewest : 0;
    for (std::size_t i = trials.size(); i > first; --i) {
        const measure::Trial& trial = trials[i - 1];
        table.rows.push_back(
            {measure::timeText(trial.at), nameOf(plan, trial.from) + " → " + nameOf(plan, trial.to),
             trial.kind == measure::TrialKind::FileCopy
                 ? "file copy"
                 : fmt::format("memory, {} {}", trial.streams, trial.streams == 1 ? "stream" : "streams"),
             text::rate(trial.rate.value, 3) + " (" + text::byteRate(trial.rate.value) + ")",
             std::string(code(trial.origin))});
    }
    return table;
}

}  // namespace

std::string pathTitle(const plan::Plan& plan, plan::DeviceId from, plan::DeviceId to, expect::Traffic traffic)
{
    return nameOf(plan, from) + " → " + nameOf(plan, to) +
           (traffic == expect::Traffic::FileCopy ? ", file copy" : ", memory to memory");
}

std::string expectationSentence(const expect::Expectation& path)
{
    if (path.isEmpty()) return "Nothing is known of this path yet";
    const auto& stages = path.stages;
    std::string result = fmt::format("Limited by {}: typically {} ({} to {})", stages[path.binding].name,
                                     text::rate(path.expected.typical, 3), text::rate(path.expected.low, 3),
                                     text::rate(path.expected.high, 3));
    if (path.next) {
        result += fmt::format(". Next limit: {} at {}", stages[*path.next].name,
                              text::rate(stages[*path.next].carries.typical, 3));
        const auto gain = path.gain();
        if (!path.near.empty()) result += ", so fixing only one of them gains little";
        else if (gain && *gain > 0)
            result += *gain < 1 ? fmt::format(", {:.0f}{}% more", 100 * *gain, text::kThin)
                                : fmt::format(", {} times as much", text::number(1 + *gain, 3));
    }
    if (path.bindingLow != path.binding || path.bindingHigh != path.binding)
        result += fmt::format(". At worst limited by {}, at best by {}", stages[path.bindingLow].name,
                              stages[path.bindingHigh].name);
    return result;
}

std::vector<Block> projectReport(const ReportInput& in)
{
    std::vector<Block> blocks;
    std::vector<std::string> counts;
    for (Verdict verdict : kAllVerdicts)
        if (in.analysis.count(verdict) > 0)
            counts.push_back(fmt::format("{} {}", in.analysis.count(verdict), word(verdict)));
    blocks.push_back(Paragraph{fmt::format("{} devices, {} runs, {} links: {}. Written {} UTC.", in.plan.devices.size(),
                                           in.plan.runs.size(), in.analysis.links.size(), text::joined(counts, ", "),
                                           measure::momentText(in.now))});
    if (in.path) {
        blocks.push_back(Heading{in.path->title, 2});
        blocks.push_back(Paragraph{expectationSentence(in.path->expectation)});
        blocks.push_back(stageTable(in.path->expectation));
        if (!in.path->trials.empty()) {
            const measure::Trial& last = in.path->trials.back();
            blocks.push_back(Paragraph{fmt::format(
                "Last measured {}: {}, {}.", measure::momentText(last.at), text::rate(measure::eachWay(last).value, 3),
                diagnose::text(diagnose::standing(measure::eachWay(last), in.path->expectation)))});
        }
    }
    blocks.push_back(Heading{"Links, worst first", 2});
    blocks.push_back(linkTable(in.analysis.links));
    if (!in.trials.empty()) {
        blocks.push_back(Heading{"Newest results", 2});
        blocks.push_back(trialTable(in.plan, in.trials));
    }
    if (!in.entries.empty()) {
        blocks.push_back(Heading{"Newest in the logbook", 2});
        TableBlock table{{"time (UTC)", "kind", "entry"}, {}, {}};
        const std::size_t first = in.entries.size() > kNewest ? in.entries.size() - kNewest : 0;
        for (std::size_t i = in.entries.size(); i > first; --i)
            table.rows.push_back({measure::timeText(in.entries[i - 1].at), std::string(code(in.entries[i - 1].kind)),
                                  in.entries[i - 1].text});
        blocks.push_back(table);
    }
    blocks.push_back(
        Paragraph{"Sokudo gives technical planning help; electrical, fire and building rules are local. Where they "
                  "differ, they win."});
    return blocks;
}

}  // namespace sokudo::report
