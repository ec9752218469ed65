// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: moca-2.5
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class SharedCoaxTest : public QObject {
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
        checkRow("shared-coax", kRows[row]);
    }
    void otherMediaAreNotShared() { QVERIFY(!outcomeOf("shared-coax", "rj45 / cat6 9m / rj45")); }

private:
    static constexpr LinkRow kRows[] = {
        {"f / coax 22m / f", Verdict::Limited, 2.5, "cx-01"},
        {"f:coax-2.5 / rg59 22m / f:coax-2.5", Verdict::Limited, 2.5, "cx-01"},
    };
};

SOKUDO_TEST(SharedCoaxTest)
#include "shared_coax_test.moc"
