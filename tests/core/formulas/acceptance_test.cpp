// SPDX-License-Identifier: GPL-3.0-or-later
// The published points of TIA-568.2-D at both parts of a link.
#include "testing.h"

#include <cmath>

#include "core/formulas/acceptance.h"

using namespace sokudo;
using namespace sokudo::testing;
using formulas::TestedPart;

namespace {

struct Point {
    const char* medium;
    double mhz;
    double il[2], next[2], acrf[2], rl[2];
};  // channel, permanent link

constexpr Point kPoints[] = {
    {"cat5e", 1, {2.2, 2.0}, {60.0, 60.0}, {57.4, 58.6}, {17.0, 19.0}},
    {"cat5e", 16, {9.1, 7.9}, {43.6, 45.2}, {33.3, 34.5}, {17.0, 19.0}},
    {"cat5e", 31.25, {12.9, 11.2}, {38.7, 40.5}, {27.5, 28.7}, {15.1, 17.1}},
    {"cat5e", 100, {24.0, 21.0}, {30.1, 32.3}, {17.4, 18.6}, {10.0, 12.0}},
    {"cat6", 1, {2.1, 1.9}, {65.0, 65.0}, {63.3, 64.2}, {19.0, 19.1}},
    {"cat6", 10, {6.3, 5.6}, {56.6, 57.8}, {43.3, 44.2}, {19.0, 21.0}},
    {"cat6", 100, {21.3, 18.6}, {39.9, 41.8}, {23.3, 24.2}, {12.0, 14.0}},
    {"cat6", 250, {36.0, 31.1}, {33.1, 35.3}, {15.3, 16.2}, {8.0, 10.0}},
    {"cat6a", 62.5, {16.4, 14.0}, {43.4, 45.1}, {27.3, 28.3}, {14.0, 16.0}},
    {"cat6a", 300, {37.4, 32.7}, {31.7, 34.0}, {13.7, 14.6}, {7.2, 9.2}},
    {"cat6a", 400, {43.7, 38.4}, {28.7, 29.9}, {11.2, 12.1}, {6.0, 8.0}},
    {"cat6a", 500, {49.3, 43.8}, {26.1, 26.7}, {9.3, 10.2}, {6.0, 8.0}},
};

bool near(const std::optional<Decibel>& value, double published)
{
    return value && std::fabs(value->in() - published) <= 0.061;
}

}  // namespace

class AcceptanceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void publishedPoints()
    {
        for (const Point& point : kPoints)
            for (int part = 0; part < 2; ++part) {
                const auto limits = formulas::acceptanceLimits(
                    knowledge(), point.medium, part == 0 ? TestedPart::Channel : TestedPart::PermanentLink,
                    Frequency::of(point.mhz));
                const auto said = QString("%1 at %2 MHz, part %3").arg(point.medium).arg(point.mhz).arg(part);
                QVERIFY2(near(limits.insertionLoss, point.il[part]), qPrintable(said + " IL"));
                QVERIFY2(near(limits.next, point.next[part]), qPrintable(said + " NEXT"));
                QVERIFY2(near(limits.acrf, point.acrf[part]), qPrintable(said + " ACR-F"));
                QVERIFY2(near(limits.returnLoss, point.rl[part]), qPrintable(said + " RL"));
            }
    }
    void outsideTheRangeNothingIsSaid()
    {
        for (const auto& [medium, mhz] :
             {std::pair{"cat5e", 100.1}, {"cat6", 250.1}, {"cat6a", 500.1}, {"cat6a", 0.9}, {"om4", 100.0}})
            QVERIFY(!formulas::acceptanceLimits(knowledge(), medium, TestedPart::Channel, Frequency::of(mhz))
                         .insertionLoss);
    }
    void loopResistance()
    {
        const auto loop = [](int gauge, double metres, bool clad = false) {
            return formulas::loopResistance(knowledge(), gauge, Length::of(metres), clad)->in();
        };
        QVERIFY(std::fabs(loop(22, 100) - 10.59) < 0.03);
        QVERIFY(std::fabs(loop(23, 50) - 6.68) < 0.02);
        QVERIFY(std::fabs(loop(24, 90) - 15.16) < 0.02);
        QVERIFY(std::fabs(loop(26, 40) - 10.71) < 0.02);
        QVERIFY(std::fabs(loop(28, 10) - 4.26) < 0.02);
        QVERIFY(std::fabs(loop(24, 100, true) - 26.52) < 0.03);
        QVERIFY(!formulas::loopResistance(knowledge(), 12, Length::of(10), false));
    }
};

SOKUDO_TEST(AcceptanceTest)
#include "acceptance_test.moc"
