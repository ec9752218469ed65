// SPDX-License-Identifier: GPL-3.0-or-later
// Which FEC both ends of a link have to run.
#include "core/match/fec_choice.h"

#include "core/plan/trace.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::match;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// Two ports of a cage, with the same module or none, over a cable of so many metres.
std::optional<FecChoice> choice(const char* cage, const char* module, const char* medium, double metres)
{
    PlanBuilder builder;
    builder.device("a").port("a", "1", cage, module).device("b").port("b", "1", cage, module);
    builder.run("x", "a 1", "b 1", medium, metres);
    const plan::Plan& plan = builder.plan();
    // The context refers to the plan: what is wanted of it is taken here.
    return fecChoice(linkContext(plan, plan::links(plan).front(), knowledge()));
}

}  // namespace

class FecChoiceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void byRateAndMedium_data()
    {
        QTest::addColumn<QByteArray>("cage");
        QTest::addColumn<QByteArray>("module");
        QTest::addColumn<QByteArray>("medium");
        QTest::addColumn<double>("metres");
        QTest::addColumn<QString>("mode");
        const auto row = [](const char* name, const char* cage, const char* module, const char* medium, double metres,
                            const char* mode) {
            QTest::newRow(name) << QByteArray(cage) << QByteArray(module) << QByteArray(medium) << metres
                                << QString(mode);
        };
        row("25GBASE-SR is specified with RS-FEC", "sfp28", "25gbase-sr", "om4", 12, "rs528");
        row("10GBASE-SR has none", "sfp+", "10gbase-sr", "om4", 12, "");
        row("a short 25G lead needs none", "sfp28", "", "dac", 2, "none");
        row("a long one needs RS-FEC", "sfp28", "", "dac", 5, "rs528");
        row("100GBASE-SR4", "qsfp28", "100gbase-sr4", "om4", 14, "rs528");
        row("twisted pair has its own", "rj45", "", "cat6a", 20, "");
    }
    void byRateAndMedium()
    {
        QFETCH(QByteArray, cage);
        QFETCH(QByteArray, module);
        QFETCH(QByteArray, medium);
        QFETCH(double, metres);
        QFETCH(QString, mode);
        const auto found = choice(cage.constData(), module.constData(), medium.constData(), metres);
        QCOMPARE(found.has_value(), !mode.isEmpty());
        if (found) QCOMPARE(toQt(found->mode->id), mode);
    }
    void theModuleRunsItsOwn()
    {
        const auto found = choice("qsfp28", "100gbase-dr", "os2", 100);
        QVERIFY(found);
        QVERIFY(found->isInModule);
        QCOMPARE(toQt(found->mode->id), QString("none"));
    }
};

SOKUDO_TEST(FecChoiceTest)
#include "fec_choice_test.moc"
