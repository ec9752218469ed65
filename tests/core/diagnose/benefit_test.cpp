// SPDX-License-Identifier: GPL-3.0-or-later
// A change judged by what it did for the network and for copies.
#include <cmath>

#include "core/diagnose/benefit.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;
using measure::TrialKind;

namespace {

constexpr plan::DeviceId kFrom{1}, kTo{2};
measure::Timestamp hour(int at) { return measure::Timestamp(std::chrono::hours(at)); }

struct Log {
    std::vector<measure::Trial> trials;
    Log& add(int at, TrialKind kind, double gbps, measure::Direction direction = measure::Direction::Forward)
    {
        measure::Trial trial;
        trial.at = hour(at);
        trial.from = kFrom;
        trial.to = kTo;
        trial.kind = kind;
        trial.direction = direction;
        trial.rate = {gigabits(gbps), gigabits(gbps), gigabits(gbps)};
        trials.push_back(trial);
        return *this;
    }
    diagnose::Benefit of(int change) const { return diagnose::benefit(trials, kFrom, kTo, hour(change)); }
};

}  // namespace

class BenefitTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The wire ten times as fast, copies twice: log 2 / log 10 = 30 %.
    void aPartOfTheGainArrives()
    {
        const auto told = Log()
                              .add(1, TrialKind::Memory, 0.94)
                              .add(1, TrialKind::FileCopy, 0.9)
                              .add(9, TrialKind::Memory, 9.4)
                              .add(9, TrialKind::FileCopy, 1.8)
                              .of(5);
        NEAR(told.network->ratio, 10.0, 1e-6);
        NEAR(told.copy->ratio, 2.0, 1e-6);
        NEAR(*told.arrives, std::log(2.0) / std::log(10.0), 1e-6);
        QVERIFY2(toQt(told.sentence).contains("10 times as fast") &&
                     toQt(told.sentence).contains("30 % of that gain reaches copies"),
                 told.sentence.text().c_str());
    }
    void nothingArrives()
    {
        const auto told = Log()
                              .add(1, TrialKind::Memory, 0.94)
                              .add(1, TrialKind::FileCopy, 0.80)
                              .add(9, TrialKind::Memory, 2.35)
                              .add(9, TrialKind::FileCopy, 0.81)
                              .of(5);
        QVERIFY2(toQt(told.sentence).contains("the gain does not reach copies"), told.sentence.text().c_str());
    }
    void theMachinesChanged()
    {
        const auto told = Log()
                              .add(1, TrialKind::Memory, 9.4)
                              .add(1, TrialKind::FileCopy, 2)
                              .add(9, TrialKind::Memory, 9.4)
                              .add(9, TrialKind::FileCopy, 6)
                              .of(5);
        QVERIFY(!told.arrives);
        QVERIFY2(toQt(told.sentence).contains("lies in the machines"), told.sentence.text().c_str());
    }
    void whatIsMissingIsNamed()
    {
        QVERIFY(toQt(Log().add(1, TrialKind::Memory, 1).add(9, TrialKind::Memory, 9).of(5).sentence)
                    .contains("time a copy"));
        QVERIFY(toQt(Log().add(1, TrialKind::FileCopy, 1).add(9, TrialKind::FileCopy, 9).of(5).sentence)
                    .contains("memory to memory"));
        QVERIFY(
            toQt(Log().add(1, TrialKind::Memory, 1, measure::Direction::Reverse).of(5).sentence).contains("neither"));
    }
};

SOKUDO_TEST(BenefitTest)
#include "benefit_test.moc"
