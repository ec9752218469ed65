// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/text.h"
#include "core/expect/flow_shares.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, set;
};

Json toJson(const expect::FlowShares& shares)
{
    Json result{{"flows", Json::array()}, {"trunks", Json::array()}};
    for (const expect::FlowResult& flow : shares.flows) {
        Json one{{"name", flow.flow->name},
                 {"set", flow.flow->set},
                 {"title", flow.title},
                 {"asks_bps", rateJson(flow.flow->asks)}};
        if (flow.problem.empty())
            one.update({{"rate_bps", bandJson(flow.rate)},
                        {"alone_bps", bandJson(flow.alone)},
                        {"share", flow.share()},
                        {"held_by", flow.limitedBy},
                        {"slowed_by", flow.slowedBy},
                        {"share_error", flow.shareError}});
        else one["problem"] = plain(flow.problem);
        result["flows"].push_back(one);
    }
    for (const expect::TrunkLoad& trunk : shares.trunks)
        result["trunks"].push_back({{"title", trunk.title},
                                    {"rate_bps", trunk.line.steps()},
                                    {"access_bps", trunk.access.steps()},
                                    {"devices", trunk.devices},
                                    {"other_access_bps", trunk.otherAccess.steps()},
                                    {"other_devices", trunk.otherDevices},
                                    {"spare", trunk.isSpare},
                                    {"oversubscription", trunk.oversubscription()},
                                    {"load_bps", trunk.load.steps()}});
    return result;
}

void show(const expect::FlowShares& shares)
{
    for (const expect::FlowResult& flow : shares.flows) {
        if (!flow.problem.empty()) {
            print(fmt::format("{}: no rate, {}", flow.title, flow.problem.text()));
            continue;
        }
        print(fmt::format("{}: {} to {}, typically {}; alone {}; limited by {}{}", flow.title,
                          text::rate(flow.rate.low, 3), text::rate(flow.rate.high, 3), text::rate(flow.rate.typical, 3),
                          text::rate(flow.alone.typical, 3), flow.limitedBy,
                          flow.slowedBy.empty()
                              ? std::string()
                              : fmt::format(", shared with {}; a share may be {:.0f}{}% off",
                                            text::joined(flow.slowedBy, ", "), 100 * flow.shareError, text::kThin)));
    }
    if (shares.flows.empty())
        print("no flow is stated: “add flow nightly, from=vault to=desk” adds one; trunks by what hangs on them:");
    for (const expect::TrunkLoad& trunk : shares.trunks) {
        if (trunk.isSpare) {
            print(
                fmt::format("trunk {}: {}, spare: a faster link bypasses it", trunk.title, text::linkRate(trunk.line)));
            continue;
        }
        const auto devices = [](int count) { return fmt::format("{} {}", count, count == 1 ? "device" : "devices"); };
        print(fmt::format(
            "trunk {}: {}, {} with {} behind it, {} : 1{}{}", trunk.title, text::linkRate(trunk.line),
            devices(trunk.devices), text::rate(trunk.access, 3), text::number(trunk.oversubscription(), 3),
            trunk.otherDevices > 0 ? fmt::format("; on the other side {} with {}", devices(trunk.otherDevices),
                                                 text::rate(trunk.otherAccess, 3))
                                   : std::string(),
            shares.flows.empty() ? std::string()
                                 : fmt::format("; these flows put {} on it", text::rate(trunk.load, 3))));
    }
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    const auto flows = expect::flowsOf(project.plan, given.set);
    const auto sets = expect::flowSets(project.plan);
    if (flows.empty() && !given.set.empty())
        return fail({ErrorCode::NotFound,
                     sets.empty() ? "the project has no flows; “add flow nightly, from=vault to=desk” adds one"
                                  : "there is no such set of flows; there are " + text::joined(sets, ", "),
                     given.set});
    const expect::FlowShares shares =
        expect::flowShares(project.plan, context.kb, match::judgeAll(project.plan, context.kb), flows);
    if (context.json) print(toJson(shares));
    else show(shares);
    return std::any_of(shares.flows.begin(), shares.flows.end(), [](const auto& flow) { return !flow.problem.empty(); })
               ? kFindings
               : kFine;
}

}  // namespace

void addFlows(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    projectVerb(verbs, context, "flows",
                "What each flow of a busy evening gets beside the others, and which flow slows which", given, &answer)
        .option("--set", given->set, "name of the set; without it all flows of the project");
}

}  // namespace sokudo::cli
