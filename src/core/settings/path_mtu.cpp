// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/settings/path_mtu.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/kb/stage_rows.h"
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

/// What the tunnels of the cables on the way leave. @source data/encapsulations.csv
void addTunnels(const plan::Plan& plan, const kb::KnowledgeBase& kb, const std::vector<plan::Hop>& way, PathMtu& made)
{
    constexpr int kUsual = 1500;
    for (std::size_t i = 0; i < way.size(); ++i) {
        const plan::Run* run = plan.runs.find(way[i].link.id());
        const kb::Encapsulation* row = run ? kb.find<kb::Encapsulation>(run->traits.word("tunnel")) : nullptr;
        if (!row || row->innerMtu >= kUsual) continue;
        const int taken = kUsual - row->innerMtu;
        made.tunnels.push_back(
            text::say("path-mtu.tunnel", "{} on {} takes {} bytes of each packet", row->name, run->label, taken));
        // Around the tunnel the ports may allow more than the ends send: then it takes nothing of the packet.
        made.least = std::min(made.least, std::min(made.ports[2 * i].mtu, made.ports[2 * i + 1].mtu) - taken);
    }
}

}  // namespace

Result<PathMtu> pathMtu(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb,
                        plan::DeviceId from, plan::DeviceId to)
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
    const MtuHop &first = made.ports.front(), &last = made.ports.back();
    const int sent = std::max(first.mtu, last.mtu);
    made.least = sent;
    for (std::size_t i = 0; i < made.ports.size(); ++i) {
        const MtuHop& here = made.ports[i];
        made.least = std::min(made.least, here.mtu);
        // What allows more than the ends send loses nothing; where it falls, the first that is lower is told.
        if (here.mtu >= sent || (i > 0 && made.ports[i - 1].mtu == here.mtu)) continue;
        const MtuHop& other = i > 0 ? made.ports[i - 1] : last;
        made.problems.push_back(text::say("path-mtu.changes",
                                          "{} bytes at {} and {} at {}: within one network the "
                                          "larger frame is dropped without a word",
                                          other.mtu, other.name, here.mtu, here.name));
    }
    made.isOne = made.least == sent;
    addTunnels(plan, kb, *way, made);
    made.echo4 = made.least - kEcho4;
    made.echo6 = made.least - kEcho6;
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
    for (const text::Sentence& tunnel : made.tunnels) made.sentence += text::Sentence("; ") + tunnel;
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
