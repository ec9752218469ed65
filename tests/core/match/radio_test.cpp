// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

#include "core/formulas/radio.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // 55 % of 4.62 Gb/s
    {"radio / radio-60 100m phy-rate=4.62 / radio", Verdict::Limited, 2.541, "wl-01"},
    {"radio adapter-port=2.5 / radio-60 100m phy-rate=4.62 / radio adapter-port=2.5", Verdict::Limited, 2.5, "wl-05"},
    {"radio adapter-port=2.5 / radio-60 100m phy-rate=3.78 / radio adapter-port=2.5", Verdict::Fits, kSilent, "wl-05"},
    {"radio / radio-60 300m phy-rate=4.62 / radio", Verdict::Fits, kSilent, "radio-range"},
    {"radio / radio-60 301m phy-rate=4.62 / radio", Verdict::Marginal, 2.541, "radio-range"},
    {"radio / radio-60 301m phy-rate=4.62 range=500m / radio", Verdict::Fits, kSilent, "radio-range"},
    {"radio / radio-60 100m sight=blocked / radio", Verdict::NoLink, kNoRate, "wl-02"},
    {"radio / radio-60 100m sight=clear / radio", Verdict::Fits, kSilent, "wl-02"},
    // two streams of MCS 9 at 80 MHz are 960.784 Mb/s; 60 % of it, and 45 % of that after a second hop
    {"radio adapter-port=1 / wifi 50m mcs=9 width-mhz=80 streams=2 / radio adapter-port=1", Verdict::Limited,
     0.57647059, "wl-03"},
    {"radio adapter-port=1 / wifi 50m mcs=9 width-mhz=80 streams=2 hops=2 / radio adapter-port=1", Verdict::Limited,
     0.25941176, "wl-04"},
    {"radio adapter-port=1 / wifi 50m mcs=9 width-mhz=80 streams=2 hops=1 / radio adapter-port=1", Verdict::Fits,
     kSilent, "wl-04"},
    {"radio / radio-60 100m / radio", Verdict::Unknown, kNoRate, "radio-unknown"},
    {"radio / wifi 50m / radio", Verdict::Unknown, kNoRate, "radio-unknown"},
};

}  // namespace

SOKUDO_RULE_ROWS(RadioTest, "radio", kRows)

class RadioTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void radioRatesAsInTheTable()
    {
        const auto megabits = [](int mcs, int width, int streams) {
            return formulas::wifiRate(mcs, width, streams)->in() / 1e6;
        };
        NEAR(megabits(0, 20, 1), 8.6, 0.001);
        NEAR(megabits(7, 40, 1), 172.1, 0.001);
        NEAR(megabits(9, 80, 1), 480.4, 0.001);
        NEAR(megabits(11, 160, 1), 1201.0, 0.001);
        NEAR(megabits(13, 320, 1), 2882.4, 0.001);
        QVERIFY(!formulas::wifiRate(14, 80, 1) && !formulas::wifiRate(9, 100, 1) && !formulas::wifiRate(9, 80, 0));
    }
    /// 25, 50 and 100 mm an hour: about 10, 17 and 29 dB a kilometre.
    void rainAsInTheTable()
    {
        NEAR(formulas::rainLoss(25, Length::of(1000)).in(), 10.14, 0.005);
        NEAR(formulas::rainLoss(50, Length::of(1000)).in(), 17.24, 0.005);
        NEAR(formulas::rainLoss(100, Length::of(500)).in(), 14.66, 0.005);
    }
};

SOKUDO_TEST(RadioTest)
#include "radio_test.moc"
