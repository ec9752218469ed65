// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"f / coax 30m measured-loss=45 / f", Verdict::Fits, kSilent, "cx-09"},
    {"f / coax 30m measured-loss=45.1 / f", Verdict::Marginal, 0.15, "cx-09"},
    {"f / coax 30m measured-loss=55 / f", Verdict::Marginal, 0.15, "cx-09"},
    {"f / coax 30m measured-loss=55.1 / f", Verdict::NoLink, kNoRate, "cx-12"},
    {"f / coax 30m splitters=1 / f", Verdict::Fits, kSilent, "cx-09"},
    // 15.8 of cable, two four-way splitters 17, a jump 20, six connectors 1.2: 54 dB
    {"f / coax 60m splitters=2 splitter-ways=4 jump / f", Verdict::Marginal, 0.15, "cx-09"},
    {"f / coax-rg59 90m splitters=2 splitter-ways=4 jump / f", Verdict::NoLink, kNoRate, "cx-12"},
};

}  // namespace

SOKUDO_RULE_ROWS(CoaxLossTest, "coax-loss", kRows)
