// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:1000base-t / cat5e 9m wiremap=short-ab / rj45:1000base-t", Verdict::NoLink, kNoRate, "cu-23"},
    {"rj45:100base-tx / cat5e 9m wiremap=open-cd / rj45:100base-tx", Verdict::Fits, kNoRate, "cu-24"},
    {"rj45:10gbase-t / cat6a 9m wiremap=open-cd / rj45:10gbase-t", Verdict::Limited, 0.1, "cu-24"},
    {"rj45:1000base-t downshift=no / cat5e 9m wiremap=open-cd / rj45:1000base-t", Verdict::NoLink, kNoRate, "cu-25"},
    {"rj45:1000base-t downshift=yes / cat5e 9m wiremap=open-cd / rj45:1000base-t", Verdict::NoLink, kSilent, "cu-25"},
    {"rj45:1000base-t / cat5e 9m wiremap=reversed / rj45:1000base-t", Verdict::Fits, kNoRate, "cu-27"},
    {"rj45:1000base-t / cat5e 9m wiremap=crossed-ab / rj45:1000base-t", Verdict::Fits, kNoRate, "cu-28"},
    {"rj45:10gbase-t / cat6a 9m wiremap=split / rj45:10gbase-t", Verdict::NoLink, kNoRate, "cu-26"},
    {"rj45:1000base-t / cat5e 9m wiremap=high-resistance / rj45:1000base-t", Verdict::Marginal, kNoRate, "cu-33"},
    {"rj45:1000base-t / cat5e 9m wiremap=bridged-tap / rj45:1000base-t", Verdict::NoLink, kNoRate, "cu-36"},
    {"rj45:1000base-t / cat5e 9m wiremap=y-splitter / rj45:1000base-t", Verdict::NoLink, kNoRate, "cu-24"},
    {"rj45:1000base-t / cat6 9m wiremap=screen-open / rj45:1000base-t", Verdict::Fits, kNoRate, "cu-01"},
    {"rj45:1000base-t / cat5e 9m wiremap=good / rj45:1000base-t", Verdict::Fits, -1, "cu-01"},
    {"rj45:1000base-t / cat5e 9m wiremap=open-ab / rj45:1000base-t", Verdict::NoLink, -1, "cu-23"},
    {"rj45:1000base-t / cat5e 9m wiremap=open-cd / rj45:1000base-t", Verdict::Limited, 0.1, "cu-24"},
    {"rj45:1000base-t / cat5e 9m wiremap=split / rj45:1000base-t", Verdict::Marginal, 0.1, "cu-26"},
};

}  // namespace

SOKUDO_RULE_ROWS(WireMapTest, "wire-map", kRows)

class WireMapTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void untestedSaysNothing() { QVERIFY(!outcomeOf("wire-map", "rj45 / cat5e 9m / rj45")); }
    void theWorstOfSeveralRunsCounts()
    {
        QCOMPARE(
            outcomeOf("wire-map", "rj45:1000base-t / cat5e 9m wiremap=good / cat5e 2m wiremap=split / rj45:1000base-t")
                ->verdict,
            Verdict::Marginal);
    }
};

SOKUDO_TEST(WireMapTest)
#include "wire_map_test.moc"
