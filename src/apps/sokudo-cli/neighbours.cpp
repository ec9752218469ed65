// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/neighbours.h"

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, root = "/";
    std::vector<std::string> leases;
};

Json toJson(const measure::Neighbour& one, const plan::Plan& plan)
{
    const plan::Device* device = plan.devices.find(one.device);
    return {{"address", one.address},
            {"hardware", one.hardware},
            {"name", one.name},
            {"maker", one.maker},
            {"seen_in", one.seenIn},
            {"hardware_is_private", one.isPrivate},
            {"device", device ? Json(device->name) : Json(nullptr)}};
}

void say(const measure::Neighbour& one, const plan::Plan& plan)
{
    const plan::Device* device = plan.devices.find(one.device);
    std::string line = fmt::format("{:<12} {:<15} {:<17}", device ? device->name : "stranger", one.address,
                                   one.hardware.empty() ? "—" : one.hardware);
    if (!one.name.empty()) line += ", calls itself " + one.name;
    if (one.isPrivate) line += ", a random address set by the device";
    else if (!one.maker.empty()) line += ", made by " + one.maker;
    print(plain(line + " (" + one.seenIn + ")"));
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    const measure::SeenHosts seen = host::seenHosts(given.root, given.leases);
    if (!seen.unread.empty())
        return fail(
            {ErrorCode::NotFound, "the lease file cannot be read; name one that you may read", seen.unread.front()});
    const auto all = measure::compared(seen.hosts, project.plan, seen.makers);
    const auto missing = measure::notSeen(all, project.plan);
    const auto strangers =
        std::count_if(all.begin(), all.end(), [](const measure::Neighbour& one) { return !one.device.isSet(); });
    std::vector<std::string> names;
    for (plan::DeviceId id : missing) names.push_back(project.plan.devices.find(id)->name);
    if (context.json) {
        Json result{{"seen", Json::array()}, {"not_seen", names}, {"read", seen.from}};
        for (const measure::Neighbour& one : all) result["seen"].push_back(toJson(one, project.plan));
        print(result);
    } else {
        print(fmt::format("{} seen, {} of them not in the inventory", all.size(), strangers));
        for (const measure::Neighbour& one : all) say(one, project.plan);
        if (!names.empty()) print("In the inventory and not seen: " + text::joined(names, ", "));
        if (strangers > 0)
            print("A stranger is taken in with: sokudo-cli edit FILE \"add address DEVICE ADDRESS, hardware=…\"");
    }
    return strangers > 0 ? kFindings : kFine;
}

}  // namespace

void addNeighbours(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = projectVerb(verbs, context, "neighbours",
                            "Hosts that this machine has seen on the network, against the inventory", given, &answer);
    verb.option("--root", given->root, "a captured tree in place of this machine");
    verb.option("--leases", given->leases, "further lease files");
}

}  // namespace sokudo::cli
