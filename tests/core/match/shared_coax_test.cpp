// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"f / coax 22m / f", Verdict::Limited, 2.5, "cx-01"},
    {"f / coax 22m / f", Verdict::Unknown, 2.5, "coax-unknown"},
    {"f coax-version=2.5 / coax 22m / f", Verdict::Unknown, 2.5, "coax-unknown"},
    {"f coax-version=2.5 / coax 22m / f coax-version=2.0", Verdict::Limited, kSilent, "coax-unknown"},
    {"f:coax-2.5 / coax 22m / f:coax-2.5", Verdict::Limited, kSilent, "coax-unknown"},
    {"f adapter-port=1 / coax 22m / f adapter-port=1", Verdict::Limited, 1, "cx-01"},
    {"f coax-version=1.1 / coax 22m / f coax-version=1.1", Verdict::Limited, 0.175, "cx-01"},
    {"f adapter-port=1 / coax 22m / f", Verdict::Limited, 1, "cx-02"},
    {"f adapter-port=2.5 / coax 22m / f", Verdict::Limited, kSilent, "cx-02"},
    {"f / coax 22m splitter-mhz=1002 / f", Verdict::Marginal, 2.5, "cx-03"},
    {"f / coax 22m splitter-mhz=1649 / f", Verdict::Marginal, 2.5, "cx-03"},
    {"f / coax 22m splitter-mhz=1650 / f", Verdict::Marginal, kSilent, "cx-03"},
    {"f / coax 22m entry-filter=no / f", Verdict::Limited, kNoRate, "cx-04"},
    {"f / coax 22m entry-filter=yes / f", Verdict::Limited, kSilent, "cx-04"},
    {"f / coax 22m satellite / f", Verdict::NoLink, kNoRate, "cx-05"},
    {"f coax-band=e / coax 22m satellite / f coax-band=e", Verdict::NoLink, kSilent, "cx-05"},
    {"f / coax 22m docsis=1124 / f", Verdict::Marginal, kSilent, "cx-06"},
    {"f / coax 22m docsis=1125 / f", Verdict::Marginal, 2.5, "cx-06"},
    {"f / coax 22m docsis=1218 / f", Verdict::Marginal, 2.5, "cx-06"},
    {"f coax-band=d-high / coax 22m docsis=1218 / f coax-band=d-high", Verdict::Marginal, kSilent, "cx-06"},
    {"f coax-band=d-high / coax 22m docsis=1350 / f coax-band=d-high", Verdict::Marginal, 2.5, "cx-06"},
    {"f coax-band=e / coax 22m docsis=862 / f coax-band=e", Verdict::Marginal, 2.5, "cx-06"},
    {"f coax-band=f / coax 22m television / f coax-band=f", Verdict::Marginal, 2.5, "cx-13"},
    {"f / coax 22m television / f", Verdict::Fits, kSilent, "cx-13"},
    {"f / coax 22m amplifier=one-way / f", Verdict::NoLink, kNoRate, "cx-07"},
    {"f / coax 22m amplifier=pass-through / f", Verdict::NoLink, kSilent, "cx-07"},
    {"f coax-band=d / coax 22m / f coax-band=e", Verdict::NoLink, kNoRate, "cx-08"},
    {"f coax-band=d / coax 22m / f coax-band=d-low", Verdict::NoLink, kSilent, "cx-08"},
    {"f coax-version=2.0 / coax 22m / f coax-version=2.5", Verdict::Limited, 0.4, "cx-10"},
    {"f coax-version=2.5 / coax 22m / f coax-version=2.5", Verdict::Limited, kSilent, "cx-10"},
    {"f / coax 22m / f", Verdict::Limited, 2.5, "cx-01"},
    {"f:coax-2.5 / rg59 22m / f:coax-2.5", Verdict::Limited, 2.5, "cx-01"},
};

}  // namespace

SOKUDO_RULE_ROWS(SharedCoaxTest, "shared-coax", kRows)

class SharedCoaxTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// An Ethernet port caps each way by itself, not the sum that the adapters share.
    void aSlowPortCapsEachWay()
    {
        const auto shared = outcomeOf("shared-coax", "f adapter-port=1 / coax 22m / f adapter-port=1", "cx-01");
        QVERIFY(shared);
        const QString text = toQt(match::Finding{"shared-coax", *shared}.text());
        QVERIFY2(text.contains("942\u202FMb/s one way") && text.contains("1.88\u202FGb/s in the sum"),
                 qPrintable(text));
    }
    void otherMediaAreNotShared() { QVERIFY(!outcomeOf("shared-coax", "rj45 / cat6 9m / rj45")); }
};

SOKUDO_TEST(SharedCoaxTest)
#include "shared_coax_test.moc"
