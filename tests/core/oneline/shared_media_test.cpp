// SPDX-License-Identifier: GPL-3.0-or-later
// One figure a medium: link, path, headline and the plan give the same for every row of the tables.
#include "core/expect/path_expectation.h"
#include "core/kb/reach_rows.h"
#include "core/kb/shared_rows.h"
#include "core/match/reports.h"
#include "core/oneline/headline.h"
#include "core/oneline/link_line.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

/// What the link of a line is planned at, and what the plan of that line expects over it.
struct OnPlan {
    std::optional<BitRate> link;
    expect::Stage stage;
};

OnPlan onPlan(const QString& line)
{
    const auto plan = oneline::planFromLinkLine(line.toStdString(), knowledge());
    if (!plan) qFatal("%s", plan.error().message().c_str());
    const match::Reports reports = match::judgeAll(*plan, knowledge());
    std::vector<plan::DeviceId> ends;
    for (const plan::Device& device : plan->devices) ends.push_back(device.id);
    const auto path = expect::expectation(*plan, knowledge(), reports, {ends.front(), ends.back()});
    if (!path) qFatal("%s: %s", qPrintable(line), path.error().message().c_str());
    for (const expect::Stage& stage : path->stages)
        if (stage.kind == expect::StageKind::Medium) return {reports.front().rate, stage};
    qFatal("%s has no medium", qPrintable(line));
}

kb::Band pathBand(const std::string& line) { return oneline::expectPathLine(line, knowledge())->expected; }
kb::Band headlineBand(const QString& line) { return oneline::readHeadline(line.toStdString(), knowledge())->client; }

}  // namespace

class SharedMediaTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void powerLine()
    {
        for (const kb::PowerLine& family : knowledge().all<kb::PowerLine>()) {
            const QString end = QString("mains-plug plc=%1").arg(toQt(family.id));
            const OnPlan plan = onPlan(end + " / power-line 20m / " + end);
            const kb::Band path = pathBand("plc-" + family.id);
            QVERIFY2(plan.stage.carries == path, family.id.c_str());
            QVERIFY2(plan.link == path.typical, family.id.c_str());
            const auto printed = static_cast<int>(family.printed.in() / 1e6);
            QVERIFY2(headlineBand(QString("powerline %1").arg(printed)) == path, family.id.c_str());
        }
        // and with what the run states
        const OnPlan far =
            onPlan("mains-plug plc=ghn / power-line 20m circuit=other-phase filtered / mains-plug plc=ghn");
        QVERIFY(far.link == far.stage.carries.typical);
        QVERIFY(far.stage.carries == pathBand("plc-ghn other-phase filtered"));
    }
    void coax()
    {
        for (const kb::CoaxGeneration& generation : knowledge().all<kb::CoaxGeneration>()) {
            const QString end = QString("f coax-version=%1").arg(toQt(generation.id));
            const kb::Band path = pathBand("coax-" + generation.id);
            QVERIFY2(onPlan(end + " / coax 22m / " + end).stage.carries == path, generation.id.c_str());
            const auto printed = static_cast<int>(generation.mac.in() / 1e6);
            QVERIFY2(headlineBand(QString("coax %1").arg(printed)) == path, generation.id.c_str());
        }
        const kb::Band narrow = pathBand("coax-2.5-1g");
        QVERIFY(onPlan("f adapter-port=1 / coax 22m / f adapter-port=1").stage.carries == narrow);
        const kb::Band printed = headlineBand("coax 2500 port=1g");
        QVERIFY(printed.low == narrow.low && printed.typical == narrow.typical);
    }
    void radio()
    {
        for (const auto& [medium, kind, band] :
             {std::tuple{"wifi", "wifi", pathBand("radio 2402m")}, {"radio-60", "60ghz", kb::Band{}}}) {
            const OnPlan plan = onPlan(QString("radio / %1 50m phy-rate=2.402 / radio").arg(medium));
            QVERIFY2(plan.link == plan.stage.carries.typical, medium);
            QVERIFY2(headlineBand(QString("%1 2402").arg(kind)) == plan.stage.carries, medium);
            if (band.high.steps() > 0) QVERIFY2(plan.stage.carries == band, medium);
        }
        const OnPlan walls = onPlan("radio / wifi 50m phy-rate=2.402 walls=one / radio");
        QVERIFY(walls.link == walls.stage.carries.typical);
        QVERIFY(walls.stage.carries == pathBand("radio 2402m wall"));
    }
    /// A radio that was not read is unknown everywhere.
    void anUnreadRadioIsUnknownEverywhere()
    {
        const auto plan = oneline::planFromLinkLine("radio / wifi 50m / radio", knowledge());
        const match::Reports reports = match::judgeAll(*plan, knowledge());
        QVERIFY(reports.front().verdict == Verdict::Unknown);
        std::vector<plan::DeviceId> ends;
        for (const plan::Device& device : plan->devices) ends.push_back(device.id);
        QVERIFY(!expect::expectation(*plan, knowledge(), reports, {ends.front(), ends.back()}));
    }
};

SOKUDO_TEST(SharedMediaTest)
#include "shared_media_test.moc"
