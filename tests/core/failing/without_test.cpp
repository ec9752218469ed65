// SPDX-License-Identifier: GPL-3.0-or-later
// A house without one thing: who loses what, and how slow what is left becomes.
#include "core/failing/without.h"

#include "core/power/outage.h"
#include "core/power/repairs.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::failing;
using namespace sokudo::testing;
using power::Outage;

namespace {

/// Two switches joined at 10 Gb/s and, the long way round the router, at 1 Gb/s.
const char* const kRing =
    "add place a\nadd router gate in a: 4x rj45 1g\nadd switch core in a: 8x sfp+ 10g, 8x rj45 1g\n"
    "add switch press in a: 4x sfp+ 10g, 8x rj45 1g\nadd storage vault in a: sfp+ 10g\nadd computer platen in a: sfp+ "
    "10g\n"
    "add computer desk in a: rj45 1g\nadd run core 1 - press 1, dac 3m label=trunk\n"
    "add run core 2 - vault 1, dac 1m label=v\nadd run press 2 - platen 1, dac 1m label=p\n"
    "add run gate 1 - core 9, cat6a 2m label=up\nadd run gate 2 - press 5, cat6a 9m label=round\n"
    "add run press 6 - desk 1, cat6a 9m label=d\n";

Result<Without> lookedAt(const plan::Plan& plan, const Outage& outage)
{
    return without(plan, knowledge(), match::judgeAll(plan, knowledge()), outage);
}
Outage cableCut(const plan::Plan& plan, const char* label)
{
    for (const plan::Run& run : plan.runs)
        if (run.label == label) return {Outage::Cause::Broken, {"run", run.id.value}};
    return {};
}
Outage broken(const plan::Plan& plan, const char* name)
{
    return {Outage::Cause::Broken, {"device", plan::deviceNamed(plan, name)->id.value}};
}
QStringList sentences(const plan::Plan& plan, const Without& one)
{
    QStringList all;
    for (const Line& line : says(plan, one)) all << toQt(line.all());
    return all;
}

}  // namespace

class WithoutTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The trunk is cut: everything still has a way, at the gigabit of the router's cables. By hand: one way of two
    /// Ethernet frames carries 1448 of 1538 bytes: 9.415 and 0.9415 Gb/s at most.
    void theLongWayRoundIsSlow()
    {
        const plan::Plan plan = houseOf(kRing);
        const auto one = lookedAt(plan, cableCut(plan, "trunk"));
        QVERIFY(one);
        QCOMPARE(one->loss.cutOff(), std::size_t{0});
        const auto slowed = std::find_if(one->slowed.begin(), one->slowed.end(), [&](const Slowed& pair) {
            return pair.from == plan::deviceNamed(plan, "platen")->id &&
                   pair.to == plan::deviceNamed(plan, "vault")->id;
        });
        QVERIFY(slowed != one->slowed.end() && slowed->after);
        NEAR(slowed->before.high.in() / 1e9, 9.415, 0.001);
        NEAR(slowed->after->high.in() / 1e9, 0.9415, 0.001);
        const QStringList all = sentences(plan, *one);
        QCOMPARE(all.first(), QString("No end point loses gateway, storage or internet"));
        QVERIFY2(all.filter("platen to vault: 9.37").size() == 1, qPrintable(all.join('\n')));
        QVERIFY2(all.filter("falls to 937").size() == 1, qPrintable(all.join('\n')));
        // What ran at a gigabit before goes on as it did.
        QVERIFY(all.filter("desk to").isEmpty());
        QCOMPARE(one->groups.size(), std::size_t{1});
    }
    void whoIsCutOff()
    {
        // Without the way round, the trunk parts desk and platen from the rest.
        const plan::Plan plan = houseOf("delete run round", houseOf(kRing));
        const auto one = lookedAt(plan, cableCut(plan, "trunk"));
        QVERIFY(one);
        using power::Goal;
        // End points: vault, platen and desk; the store does not count among those that reach one beside itself.
        NEAR(*one->share(Goal::Gateway), 2.0 / 3, 1e-9);
        NEAR(*one->share(Goal::Storage), 2.0 / 3, 1e-9);
        const QStringList all = sentences(plan, *one);
        QVERIFY2(all.contains("2 of 3 end points lose the internet, 67 %: platen, desk"), qPrintable(all.join('\n')));
        QVERIFY2(all.contains("Still reach each other: platen, desk"), qPrintable(all.join('\n')));
        for (const Slowed& pair : one->slowed) QVERIFY(!pair.after);
        QCOMPARE(one->groups.size(), std::size_t{2});
    }
    /// What fails is neither looked at nor counted among those who lose.
    void theOneThatFailsIsLeftOut()
    {
        const plan::Plan plan = houseOf(kRing);
        const auto one = lookedAt(plan, broken(plan, "desk"));
        QVERIFY(one);
        QCOMPARE(one->loss.cutOff(), std::size_t{0});
        QCOMPARE(one->had[0], 2);
        QVERIFY(one->slowed.empty());
    }
    void whatCannotBeAsked()
    {
        const plan::Plan plan = houseOf(kRing);
        QVERIFY(!lookedAt(plan, {}));
        QVERIFY(!lookedAt(plan, {Outage::Cause::Broken, {"device", 1}}));
        QVERIFY(!lookedAt(plan, {Outage::Cause::Circuit, {"circuit", 1}}));
    }
    /// Internet and storage in the time line of the outage, and who loses them here, are the same.
    void theTimeLineSaysTheSame()
    {
        const plan::Plan plan =
            houseOf("delete run round\nset press fed=core\nset core power-source=outlet\n", houseOf(kRing));
        const auto reports = match::judgeAll(plan, knowledge());
        for (const power::SinglePoint& point : power::singlePoints(plan, reports, knowledge())) {
            const Outage outage{Outage::Cause::Broken, point.what};
            const auto one = without(plan, knowledge(), reports, outage);
            const auto line = power::timeLineOf(plan, reports, outage, knowledge());
            QVERIFY(one && line);
            QVERIFY(one->loss.cut == point.cut);
            const power::ServiceLine* storage = line->line(power::HouseService::Storage);
            QVERIFY(storage);
            const auto lost = static_cast<int>(point.cut[static_cast<std::size_t>(power::Goal::Storage)].size());
            // The gateway uses storage as well, and what fails no longer does.
            const bool isUser = point.what == broken(plan, "gate").what;
            const bool isGateLost = storage->all - storage->worksAt(line->end) > lost;
            QVERIFY(storage->worksAt(line->end) == storage->all - lost - (isUser || isGateLost ? 1 : 0));
        }
    }
    /// A cable past the switch gives back what hung behind it; what hung on it itself stays cut off.
    void theRepairsOfThatFailure()
    {
        const plan::Plan plan = houseOf(
            "add place a\nadd router gate in a: 4x rj45 1g\nadd switch core in a: 8x rj45 1g\n"
            "add switch press in a: 8x rj45 1g\nadd computer desk in a: rj45 1g\nadd computer scan in a: rj45 1g\n"
            "add run gate 1 - core 1, cat6a 2m\nadd run core 2 - press 1, cat6a 9m\nadd run core 3 - scan, cat6a 5m\n"
            "add run press 2 - desk, cat6a 5m\n");
        IdSource ids(7);
        ids.startAfter(plan::greatestId(plan));
        const Outage outage = broken(plan, "core");
        const auto repairs =
            power::repairsFor(std::make_shared<const plan::Plan>(plan), knowledge(), ids, 0, nullptr, outage);
        QCOMPARE(repairs.size(), std::size_t{1});
        QCOMPARE(toQt(repairs.front().kind), QString("way-round"));
        QVERIFY2(toQt(repairs.front().what).startsWith("Lay a cable past core, from press 3 to gate 2"),
                 qPrintable(toQt(repairs.front().what)));
        QVERIFY(toQt(repairs.front().gain).startsWith("1 of the 2 end points that this cuts off stay joined"));
        // Judged anew, the house with it says the same.
        const auto after = lookedAt(repairs.front().plan, outage);
        QCOMPARE(after->loss.cutOff(), std::size_t{1});
        // As long as both cables together: 11 m.
        for (const plan::Run& run : repairs.front().plan.runs)
            if (run.label == "core way round") NEAR(run.length->in(), 11, 1e-9);
    }
};

SOKUDO_TEST(WithoutTest)
#include "without_test.moc"
