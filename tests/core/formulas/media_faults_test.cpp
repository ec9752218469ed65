// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include "core/formulas/media_faults.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::formulas;
using sokudo::testing::knowledge;

class MediaFaultsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// MB/s of three disks from the outer edge inwards, to the next whole one.
    void disksSlowInwards()
    {
        struct Row {
            double outer, inner, at[6], mean;
        };
        constexpr double kFill[] = {0, 0.25, 0.5, 0.75, 0.9, 1.0};
        constexpr Row kRows[] = {{180, 0.5, {180, 162, 142, 119, 103, 90}, 140},
                                 {220, 0.48, {220, 198, 173, 143, 122, 106}, 169},
                                 {280, 0.5, {280, 252, 221, 185, 160, 140}, 218}};
        for (const Row& row : kRows) {
            for (int i = 0; i < 6; ++i)
                QCOMPARE(std::lround(row.outer * diskZoneShare(kFill[i], row.inner)), std::lround(row.at[i]));
            QCOMPARE(std::lround(row.outer * diskMeanShare(row.inner)), std::lround(row.mean));
        }
    }
    void flippedBitsLoseFrames()
    {
        NEAR(frameLoss(1e-12, 1538), 1.2304e-8, 1e-3);
        NEAR(frameLoss(1e-9, 1538), 1.2304e-5, 1e-3);
        NEAR(frameLoss(1e-7, 1538), 1.2296e-3, 1e-3);
        QCOMPARE(frameLoss(0, 1538), 0.0);
        NEAR(frameLoss(1, 1538), 1.0, 1e-9);
    }
    void theLineKnowsBoth()
    {
        const auto full = oneline::expectPathLine("hdd fill=75%", knowledge()),
                   empty = oneline::expectPathLine("hdd", knowledge());
        QVERIFY2(full, full ? "" : full.error().message().c_str());
        NEAR(full->expected.typical.in() / empty->expected.typical.in(), 0.6614, 1e-3);
        QVERIFY(!oneline::expectPathLine("nvme fill=75%", knowledge()));
        const auto flips = oneline::expectPathLine("10g | loss ber=1e-9 rtt=1ms", knowledge()),
                   share = oneline::expectPathLine("10g | loss 0.00123033% rtt=1ms", knowledge());
        QVERIFY2(flips, flips ? "" : flips.error().message().c_str());
        NEAR(flips->stages[1].carries.typical.in() / share->stages[1].carries.typical.in(), 1.0, 1e-3);
    }
};

SOKUDO_TEST(MediaFaultsTest)
#include "media_faults_test.moc"
