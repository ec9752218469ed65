// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    if (!link.isOn(kb::MediumKind::Coax) || !link.common) return {};
    const kb::Hop* hop = link.kb.hop("coax-2.5");
    if (!hop) return {};
    return {{Verdict::Limited, link.common, "coax adapters share one half-duplex channel: expect {low} to {high} in the sum of both directions",
             {{"low", hop->carries.low}, {"high", hop->carries.high}}, hop->from, Spot::Between, "cx-01"}};
}

}  // namespace

constinit const Rule kSharedCoax{
    .id = "shared-coax",
    .title = "A coax hop is shared and half duplex",
    .why = "Both directions and all adapters take turns on the same cable.",
    .check = &check,
};

}  // namespace sokudo::match
