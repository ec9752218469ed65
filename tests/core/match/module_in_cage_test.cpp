// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+:10gbase-sr / om3 9m / sfp+:10gbase-sr", Verdict::Fits, -1, "md-01"},
    {"sfp28:10gbase-sr / om3 9m / sfp+:10gbase-sr", Verdict::Limited, 10, "md-09"},
    {"sfp28:10gbase-sr / om3 9m want=10 / sfp+:10gbase-sr", Verdict::Fits, -1, "md-01"},
    {"sfp+:25gbase-sr / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, -1, "md-07"},
    {"sfp:10gbase-sr / om4 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "md-04"},
    {"sfp28:25gbase-sr,rate=10 / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, -1, "forced"},
    {"sfp28:25g-dual-sr,rate=10 / om4 9m / sfp28:25g-dual-sr,rate=10", Verdict::Limited, 10, "md-08"},
    {"sfp+:25g-dual-sr / om4 9m / sfp+:10gbase-sr", Verdict::Limited, 10, "md-08"},
    {"sfp28:25g-dual-sr,rate=10 rate-select=yes / om4 9m / sfp28:25g-dual-sr,rate=10 rate-select=yes", Verdict::Limited,
     kSilent, "md-08"},
    {"sfp28:25g-dual-sr / om4 9m / sfp28:25g-dual-sr", Verdict::Limited, kSilent, "md-08"},
    {"qsfp+:100gbase-sr4 / om4 9m / qsfp28:100gbase-sr4", Verdict::NoLink, -1, "md-10"},
    {"qsfp+:40g-dual-100 / om4 9m / qsfp+:40gbase-sr4", Verdict::NoLink, kSilent, "md-10"},
    {"qsfp28:40gbase-sr4 / om4 9m / qsfp28:40gbase-sr4", Verdict::Limited, 40, "md-11"},
    {"sfp28:1000base-sx / om3 9m / sfp:1000base-sx", Verdict::Unknown, -1, "md-03"},
    {"sfp28:1000base-sx,rates=25+10 / om3 9m / sfp:1000base-sx", Verdict::NoLink, -1, "md-03"},
    {"sfp+:1000base-sx / om3 9m / sfp:1000base-sx", Verdict::Limited, 1, "md-02"},
    {"sfp+ module=40gbase-sr4 / om4 9m / qsfp+:40gbase-sr4", Verdict::NoLink, -1, "md-12"},
    {"qsfp28 module=10gbase-sr / om4 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "md-12"},
    {"sfp-dd:25gbase-sr,rates=25 / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, kSilent, "md-12"},
    {"sfp28 module=100gbase-sr4 / om4 9m / qsfp28:100gbase-sr4", Verdict::NoLink, -1, "md-12"},
    // a four-lane cage with an adapter
    {"qsfp+ module=10gbase-sr adapter=qsfp-to-sfp single-lane=yes / om3 9m / sfp+:10gbase-sr", Verdict::Limited, 10,
     "md-13"},
    {"qsfp28 module=25gbase-sr adapter=qsfp-to-sfp single-lane=yes / om4 9m / sfp28:25gbase-sr", Verdict::Limited, 25,
     "md-13"},
    {"qsfp+ module=10gbase-sr adapter=qsfp-to-sfp single-lane=no / om3 9m / sfp+:10gbase-sr", Verdict::NoLink, -1,
     "md-14"},
    {"qsfp+ module=10gbase-sr adapter=qsfp-to-sfp / om3 9m / sfp+:10gbase-sr", Verdict::Unknown, -1, "md-13"},
    {"rj45:10gbase-sr / om4 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "no-cage"},
    {"sfp+ / om3 9m / sfp+:10gbase-sr", Verdict::Unknown, -1, "empty-cage"},
};

}  // namespace

SOKUDO_RULE_ROWS(ModuleInCageTest, "module-in-cage", kRows)

class ModuleInCageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aLeadNeedsNoModule() { QVERIFY(!outcomeOf("module-in-cage", "sfp+ / dac 2m / sfp+")); }
};

SOKUDO_TEST(ModuleInCageTest)
#include "module_in_cage_test.moc"
