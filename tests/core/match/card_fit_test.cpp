// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp28:25gbase-sr role=computer bracket=full case=low / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, kNoRate,
     "hw-01"},
    {"sfp28:25gbase-sr role=computer bracket=low case=full / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, kNoRate,
     "hw-01"},
    {"sfp28:25gbase-sr role=computer bracket=both case=low / om4 9m / sfp28:25gbase-sr", Verdict::Fits, kSilent,
     "hw-01"},
    {"sfp28:25gbase-sr role=computer bracket=full / om4 9m / sfp28:25gbase-sr", Verdict::Fits, kSilent, "hw-01"},
    {"sfp28:25gbase-sr role=computer slot-blocked=yes / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, kNoRate, "hw-02"},
    {"sfp28:25gbase-sr role=computer slot-blocked=no / om4 9m / sfp28:25gbase-sr", Verdict::Fits, kSilent, "hw-02"},
    {"sfp28:25gbase-sr role=computer cooling=sink air=no / om4 9m / sfp28:25gbase-sr", Verdict::Marginal, 25, "hw-03"},
    {"sfp28:25gbase-sr role=computer cooling=sink air=yes / om4 9m / sfp28:25gbase-sr", Verdict::Fits, kSilent,
     "hw-03"},
    {"sfp28:25gbase-sr role=computer cooling=fan air=no / om4 9m / sfp28:25gbase-sr", Verdict::Fits, kSilent, "hw-03"},
};

}  // namespace

SOKUDO_RULE_ROWS(CardFitTest, "card-fit", kRows)
