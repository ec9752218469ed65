// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"

namespace sokudo::expect {
namespace {

constexpr std::string_view kCodes[] = {"ports", "addresses", "round-robin", "standby"};
constexpr double kReordered = 0.75;  // practice: round robin reorders packets, and TCP slows down for it

double membersUsed(int members, int flows, Spread spread)
{
    switch (spread) {
    case Spread::PerConnection: return members * (1 - std::pow(1 - 1.0 / members, flows));
    case Spread::RoundRobin: return members * kReordered;
    default: return 1;
    }
}

double mostMembers(int members, int flows, Spread spread)
{
    switch (spread) {
    case Spread::PerConnection: return std::min(members, flows);
    case Spread::RoundRobin: return members;
    default: return 1;
    }
}

/// How likely all of several connections lie on one member: 1/N^(k - 1).
text::Sentence sameMember(int members, int flows)
{
    if (flows < 2) return {};
    return text::say("bond.chance-of-one-member", ", and with a chance of {} % all of them share one",
                     text::figure::number(100 * std::pow(members, 1 - flows), 2));
}

/// How the connections of a bond come to lie on its members.
text::Sentence spreadText(Spread spread, int members, int flows, double used)
{
    switch (spread) {
    case Spread::PerConnection:
        return text::say(
            "bond.spread-by-addresses-and",
            "spread by addresses and ports they use {} × (1 − (1 − 1/{})^{}) = {} members on average; one connection "
            "stays on one{}",
            members, members, flows, text::figure::number(used, 3), sameMember(members, flows));
    case Spread::PerHostPair:
        return text::say("bond.spread-by-addresses-the",
                         "spread by addresses, the same two hosts always use one member");
    case Spread::RoundRobin:
        return text::say("bond.in-turns-packets-overtake",
                         "in turns; packets overtake each other, about {} of the sum is left",
                         text::figure::number(kReordered));
    case Spread::Standby: return text::say("bond.one-member-works-the", "one member works, the others wait");
    }
    return {};
}

}  // namespace

std::string_view code(Spread spread) { return kCodes[static_cast<int>(spread)]; }

std::optional<Spread> spreadFromCode(std::string_view word)
{
    for (int i = 0; i < 4; ++i)
        if (kCodes[i] == word) return static_cast<Spread>(i);
    return std::nullopt;
}

Result<Stage> bondStage(const kb::KnowledgeBase& kb, int members, BitRate each, const formulas::Framing& framing,
                        int flows, Spread spread)
{
    if (members < 2 || members > 8)
        return failure(ErrorCode::OutOfRange, text::say("bond.a-bond-has-to", "a bond has 2 to 8 members"),
                       std::to_string(members));
    if (flows < 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("bond.at-least-one-connection", "at least one connection crosses a bond"));
    const auto one = linkStage(kb, each, framing);
    if (!one) return one;
    const double used = membersUsed(members, flows, spread);
    const double most = mostMembers(members, flows, spread);
    Stage stage = *one;
    stage.kind = StageKind::Bond;
    stage.label = "bond";
    stage.detail = fmt::format("{} × {}", members, text::linkRate(each));
    stage.carries = {one->carries.low, scaled(one->carries.typical, used), scaled(one->carries.high, most)};
    if (spread != Spread::RoundRobin) stage.perFlow = one->carries;
    // One flow keeps to one member, whatever the others do.
    if (one->hard) stage.hard = scaled(*one->hard, most);
    stage.poolOf = [each = one->carries, members, spread](int streams) {
        return Band{each.low, scaled(each.typical, membersUsed(members, streams, spread)),
                    scaled(each.high, mostMembers(members, streams, spread))};
    };
    stage.pool = stage.poolOf(flows);
    stage.working = text::say("bond.members-of", "{} members of {}, {} {}: ", members,
                              text::figure::rate(one->carries.high), flows, flows == 1 ? "connection" : "connections");
    stage.working += spreadText(spread, members, flows, used);
    stage.working += text::say("bond.up-to-typically", ": up to {}, typically {}",
                               text::figure::rate(stage.carries.high), text::figure::rate(stage.carries.typical));
    stage.from = {"own", Certainty::Typical};
    stage.varied = [members, each, framing, flows, spread](const kb::KnowledgeBase& rows, const Varied& to) {
        formulas::Framing packets = framing;
        packets.mtu = to.mtu;
        return bondStage(rows, members, to.link.steps() > 0 ? to.link : each, packets, flows, spread);
    };
    return stage;
}

}  // namespace sokudo::expect
