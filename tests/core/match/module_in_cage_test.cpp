// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: sff-8431 sff-8402 sff-8432 sff-8636 sff-8665
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class ModuleInCageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void verdicts_data()
    {
        QTest::addColumn<int>("row");
        for (int i = 0; i < static_cast<int>(std::size(kRows)); ++i) QTest::addRow("%s", kRows[i].line) << i;
    }
    void verdicts()
    {
        QFETCH(int, row);
        checkRow("module-in-cage", kRows[row]);
    }
    void aLeadNeedsNoModule() { QVERIFY(!outcomeOf("module-in-cage", "sfp+ / dac 2m / sfp+")); }

private:
    static constexpr LinkRow kRows[] = {
        {"sfp+:10gbase-sr / om3 9m / sfp+:10gbase-sr", Verdict::Fits, -1, "md-01"},
        {"sfp28:10gbase-sr / om3 9m / sfp+:10gbase-sr", Verdict::Limited, 10, "md-09"},
        {"sfp28:10gbase-sr / om3 9m want=10 / sfp+:10gbase-sr", Verdict::Fits, -1, "md-01"},
        {"sfp+:25gbase-sr / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, -1, "md-07"},
        {"sfp:10gbase-sr / om4 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "md-07"},
        {"sfp28:25gbase-sr,rate=10 / om4 9m / sfp28:25gbase-sr", Verdict::NoLink, -1, "forced"},
        {"sfp28:25g-dual-sr,rate=10 / om4 9m / sfp28:25g-dual-sr,rate=10", Verdict::Fits, -1, "md-01"},
        {"qsfp+:100gbase-sr4 / om4 9m / qsfp28:100gbase-sr4", Verdict::NoLink, -1, "md-07"},
        {"qsfp28:40gbase-sr4 / om4 9m / qsfp28:40gbase-sr4", Verdict::Limited, 40, "md-09"},
        {"sfp28:1000base-sx / om3 9m / sfp:1000base-sx", Verdict::Unknown, -1, "md-03"},
        {"sfp28:1000base-sx,rates=25+10 / om3 9m / sfp:1000base-sx", Verdict::NoLink, -1, "md-03"},
        {"sfp+:1000base-sx / om3 9m / sfp:1000base-sx", Verdict::Limited, 1, "md-09"},
        {"sfp+ module=40gbase-sr4 / om4 9m / qsfp+:40gbase-sr4", Verdict::NoLink, -1, "md-12"},
        {"qsfp28 module=10gbase-sr / om4 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "md-12"},
        {"rj45:10gbase-sr / om4 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "no-cage"},
        {"sfp+ / om3 9m / sfp+:10gbase-sr", Verdict::Unknown, -1, "empty-cage"},
    };
};

SOKUDO_TEST(ModuleInCageTest)
#include "module_in_cage_test.moc"
