// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/plan/trace.h"
#include "core/power/single_points.h"
#include "store/reference.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file;
    int most = 20;
};

std::vector<std::string> namesOf(const plan::Plan& plan, const std::vector<plan::DeviceId>& devices)
{
    std::vector<std::string> names;
    for (plan::DeviceId id : devices) names.push_back(plan.devices.find(id)->name);
    return names;
}

Json toJson(const plan::Plan& plan, const power::SinglePoint& point)
{
    Json result{{"kind", point.what.kind},
                {"id", point.what.id},
                {"name", store::nameOf(plan, point.what)},
                {"cut_off", point.cutOff()},
                {"dark", namesOf(plan, point.unpowered)}};
    for (power::Goal goal : power::kGoals)
        result["lose_" + std::string(word(goal))] = namesOf(plan, point.cut[static_cast<std::size_t>(goal)]);
    return result;
}

void show(const plan::Plan& plan, const power::SinglePoint& point)
{
    const std::string kind = point.what.kind == "run" ? "cable" : point.what.kind;
    print(plain(fmt::format("{} {}: {} end points cut off", kind, store::nameOf(plan, point.what), point.cutOff())));
    if (const plan::Run* run = point.what.kind == "run" ? plan.runs.find({point.what.id}) : nullptr)
        if (const auto link = plan::linkOf(plan, run->id))
            print(plain(fmt::format("  the same with a port of it: {}, {}", plan::portText(plan, link->a),
                                    plan::portText(plan, link->b))));
    for (power::Goal goal : power::kGoals) {
        const auto& cut = point.cut[static_cast<std::size_t>(goal)];
        if (!cut.empty())
            print(plain(fmt::format("  cut off from {}: {}", word(goal), text::joined(namesOf(plan, cut), ", "))));
    }
    if (!point.unpowered.empty())
        print(plain("  lose power with it: " + text::joined(namesOf(plan, point.unpowered), ", ")));
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    const auto reports = match::judgeAll(project.plan, context.kb);
    const auto points = power::singlePoints(project.plan, reports, context.kb);
    int unknown = 0;
    reports.each([&](const match::ReportPtr& report) { unknown += report->verdict == Verdict::Unknown ? 1 : 0; });
    if (context.json) {
        Json result{{"unknown_links", unknown}, {"single_points", Json::array()}};
        for (const power::SinglePoint& point : points) result["single_points"].push_back(toJson(project.plan, point));
        print(result);
        return points.empty() ? kFine : kFindings;
    }
    if (unknown > 0)
        print(fmt::format("{} links of unknown verdict count as working: there may be more single points", unknown));
    if (points.empty()) print("No single point of failure found.");
    const auto shown = std::min(points.size(), static_cast<std::size_t>(std::max(1, given.most)));
    for (std::size_t i = 0; i < shown; ++i) show(project.plan, points[i]);
    if (shown < points.size())
        print(fmt::format("and {} more; --most {} lists them", points.size() - shown, points.size()));
    return points.empty() ? kFine : kFindings;
}

}  // namespace

void addSinglePoints(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = projectVerb(verbs, context, "single-points",
                            "Cables and devices that are the only way to gateway, storage or internet for others",
                            given, &answer);
    verb.option("--most", given->most, "how many to list, the gravest first; 20 unless told otherwise");
}

}  // namespace sokudo::cli
