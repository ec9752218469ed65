// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    if (!link.isOn(kb::MediumKind::TwistedPair)) return {};
    Outcomes found;
    for (const Stretch& stretch : link.stretches) {
        const text::Args args{{"run", stretch.run->label}};
        switch (stretch.run->wireMap) {
        case plan::WireMap::Untested: break;
        case plan::WireMap::Good:
            found.push_back({Verdict::Fits, {}, "the wire map of {run} is straight", args, {"tia-568.2", Certainty::Standard}, Spot::Between, "cu-01"});
            break;
        case plan::WireMap::OpenAB:
            found.push_back({Verdict::NoLink, {}, "pair 1-2 or 3-6 of {run} is open: auto-negotiation cannot run. Terminate it anew", args, {"802.3-28", Certainty::Standard}, Spot::Between, "cu-23"});
            break;
        case plan::WireMap::OpenCD:
            found.push_back({Verdict::Limited, megabytes(12.5), "pair 4-5 or 7-8 of {run} is open: what can step down settles at 100 Mb/s, the rest stays down. Terminate it anew", args,
                             {"802.3-40", Certainty::Standard}, Spot::Between, "cu-24"});
            break;
        case plan::WireMap::Split:
            found.push_back({Verdict::Marginal, megabytes(12.5), "a pair of {run} is split: it passes a continuity test and fails at speed. Terminate it anew by one scheme", args,
                             {"tia-568.2", Certainty::Standard}, Spot::Between, "cu-26"});
            break;
        }
    }
    return found;
}

}  // namespace

constinit const Rule kWireMap{
    .id = "wire-map",
    .title = "All four pairs are straight through",
    .why = "100 Mb/s needs two pairs, everything faster needs four.",
    .check = &check,
};

}  // namespace sokudo::match
