// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/settings/path_mtu.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/plan/forwarding.h"
#include "core/plan/trace.h"

namespace sokudo::settings {
namespace {

constexpr int kEcho4 = 28, kEcho6 = 48;  // headers of IP and of the echo

MtuHop hopAt(const plan::Plan& plan, plan::PortId id)
{
    const plan::Port* port = plan.ports.find(id);
    if (!port) return {};
    const plan::PortProfile* profile = plan.profiles.find(port->profile);
    return {id, plan::portText(plan, id), plan::mtuInEffect(plan, *port), port->mtu || (profile && profile->mtu)};
}

}  // namespace

Result<PathMtu> pathMtu(const plan::Plan& plan, const match::Reports& reports, plan::DeviceId from, plan::DeviceId to)
{
    if (!plan.devices.has(from) || !plan.devices.has(to))
        return failure(ErrorCode::NotFound, text::say("path-mtu.no-device", "the path needs two devices of the plan"));
    const auto rate = [&](const plan::Link& link) -> std::optional<BitRate> {
        for (const match::LinkReport& one : reports)
            if (one.link == link) return one.rate;
        return std::nullopt;
    };
    const auto way = plan::path(plan, from, to, rate);
    if (!way || way->empty())
        return failure(ErrorCode::NotFound, text::say("path-mtu.no-way", "no way leads from {} to {}",
                                                      plan.devices.find(from)->name, plan.devices.find(to)->name));
    PathMtu made;
    for (const plan::Hop& hop : *way)
        for (plan::PortId end : {hop.from, hop.to}) made.ports.push_back(hopAt(plan, end));
    made.least = made.ports.front().mtu;
    for (const MtuHop& hop : made.ports) {
        made.least = std::min(made.least, hop.mtu);
        made.isOne = made.isOne && hop.mtu == made.ports.front().mtu;
    }
    made.echo4 = made.least - kEcho4;
    made.echo6 = made.least - kEcho6;
    const MtuHop &first = made.ports.front(), &last = made.ports.back();
    for (std::size_t i = 1; i < made.ports.size(); ++i) {
        const MtuHop &before = made.ports[i - 1], &here = made.ports[i];
        if (before.mtu != here.mtu)
            made.problems.push_back(text::say("path-mtu.changes",
                                              "{} bytes at {} and {} at {}: within one network the "
                                              "larger frame is dropped without a word",
                                              before.mtu, before.name, here.mtu, here.name));
    }
    if (made.isOne)
        made.sentence = text::say("path-mtu.one",
                                  "{} bytes all along; the largest echo that passes whole carries {} "
                                  "bytes, {} with IPv6",
                                  made.least, made.echo4, made.echo6);
    else
        made.sentence = text::say("path-mtu.mixed",
                                  "{} bytes is the least between {} ({}) and {} ({}): set all alike, "
                                  "then probe with {} bytes",
                                  made.least, first.name, first.mtu, last.name, last.mtu, made.echo4);
    return made;
}

text::Sentence probeSays(const PathMtu& path, int probed)
{
    if (probed == path.least)
        return text::say("path-mtu.as-planned", "packets of {} bytes pass whole, as planned", probed);
    if (probed > path.least)
        return text::say("path-mtu.more", "packets of {} bytes pass, more than the {} planned: correct the survey",
                         probed, path.least);
    return text::say("path-mtu.less", "only {} of {} bytes pass: some port or tunnel on the way is set lower", probed,
                     path.least);
}

}  // namespace sokudo::settings
