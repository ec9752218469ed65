// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/census.h"

#include "core/base/date.h"
#include "core/survey/advice.h"
#include "core/survey/cable_choices.h"
#include "core/survey/labels.h"
#include "core/survey/standing.h"
#include "house_lines.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::survey;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::portCalled;
using sokudo::testing::toQt;

namespace {

QString plainText(const std::string& text) { return toQt(text).replace(QChar(0x202F), ' '); }

/// Row of a table by its first cells, joined with bars; empty: no such row.
QString rowOf(const CensusTable& table, const QString& start)
{
    for (const auto& row : table.rows) {
        QStringList cells;
        for (const std::string& cell : row) cells << plainText(cell);
        if (cells.join("|").startsWith(start)) return cells.join("|");
    }
    return {};
}

QStringList ids(const std::vector<Advice>& all)
{
    QStringList found;
    for (const Advice& one : all) found << one.id;
    return found;
}

std::vector<Advice> adviceOn(const std::string& lines)
{
    const plan::Plan plan = houseOf(lines);
    return advice(plan, knowledge(), match::judgeAll(plan, knowledge()));
}

}  // namespace

class CensusTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void portsAreCountedOnce()
    {
        const plan::Plan plan = houseOf(
            "add room a\nadd switch s in a: 4x rj45 2.5g, 2x sfp+ as X, rj45 10g as C, rj45 1g management\nset s C "
            "shares=X2\nadd panel p in a: 4x cat6\n"
            "add run s 1 - p 1, cat6\nadd run s C - p 2, cat6");
        const auto counts = portCounts(plan, knowledge());
        QCOMPARE(counts.size(), 2u);             // the panel has no ports of its own
        QCOMPARE(counts[0].rate, gigabits(10));  // X1, and X2 with its second socket
        QVERIFY(counts[0].used == 1 && counts[0].free == 1 && counts[0].management == 1);
        QCOMPARE(counts[1].rate, gigabits(2.5));
        QVERIFY(counts[1].used == 1 && counts[1].free == 3);
    }
    void whichNetworkIsAtWhichSocket()
    {
        const plan::Plan plan = houseOf(
            "add place a\nadd switch s in a: 4x rj45\nadd panel p in a: 4x cat6a\n"
            "add jack j in a: W1, W2 cat6a\nadd network lan\nadd network cams, tag=20\n"
            "add run s 1 - p 1, cat6a 1m\nadd run p 1 - j W1, cat6a 20m\n"
            "add run p 2 - j W2, cat6a 20m\nset s 1 untagged=lan tagged=cams");
        const CensusTable table = networkCensus(plan, match::judgeAll(plan, knowledge()));
        QCOMPARE(rowOf(table, "j W1"), "j W1|a|lan|cams|s 1");
        QCOMPARE(rowOf(table, "j W2"), "j W2|a|not known||");
        QVERIFY(table.says.size() == 1 && table.says[0].starts_with("At 1 sockets"));
        QVERIFY(networkCensus({}, {}).rows.empty());
    }
    /// 2 of 8 ports on the first of March, 5 a hundred days later: the other 3 take a hundred days more.
    void whenASwitchFills()
    {
        const plan::Plan before = houseOf(
            "add place a\nadd switch s in a: 8x rj45\nadd computer p in a: 8x rj45\n"
            "add run s 1 - p 1, cat6 2m\nadd run s 2 - p 2, cat6 2m");
        const plan::Plan now = houseOf(
            "add run s 3 - p 3, cat6 2m\nadd run s 4 - p 4, cat6 2m\n"
            "add run s 5 - p 5, cat6 2m",
            before);
        using namespace std::chrono;
        const sys_days day = 2026y / March / 1;
        const auto says = portForecast({day, before}, now, day + days(100), knowledge());
        QCOMPARE(says.size(), 1u);
        QCOMPARE(toQt(says[0]),
                 "s has 5 of 8 ports used; at the pace since 2026-03-01 it is full about 2026-09-17: 3 "
                 "ports came.");
        QVERIFY(portForecast({day, now}, now, day + days(100), knowledge()).empty());
    }
    void fullOnADay_data()
    {
        QTest::addColumn<QString>("days");
        QTest::addColumn<int>("ports");
        QTest::addColumn<QString>("full");
        QTest::newRow("one port in ten days") << "2026-01-01:4 2026-01-31:7" << 8 << "2026-02-10";
        QTest::newRow("order does not matter") << "2026-01-31:7 2026-01-01:4" << 8 << "2026-02-10";
        QTest::newRow("three left") << "2026-01-01:4 2026-01-31:7" << 10 << "2026-03-02";
        QTest::newRow("does not grow") << "2026-01-01:4 2026-01-31:4" << 8 << "";
        QTest::newRow("full already") << "2026-01-01:4 2026-01-31:8" << 8 << "";
        QTest::newRow("one day only") << "2026-01-01:4" << 8 << "";
    }
    void fullOnADay()
    {
        QFETCH(QString, days);
        QFETCH(int, ports);
        QFETCH(QString, full);
        std::vector<UsedOn> used;
        for (const QString& one : days.split(' '))
            used.push_back({*dayFromIso(one.section(':', 0, 0).toStdString()), one.section(':', 1).toInt()});
        const auto day = fullOn(used, ports);
        QCOMPARE(day ? toQt(isoDay(*day)) : QString(), full);
    }
    void capacity()
    {
        plan::DiskGroup group{"hdd", 6, "raid6"};
        QVERIFY(!capacityOf(group, knowledge()));
        group.each = DataSize::of(8e12);
        group.used = DataSize::of(16e12);
        group.growth = DataSize::of(4e11);
        const auto got = capacityOf(group, knowledge());
        QCOMPARE(got->usable.in(), 32e12);  // four of six disks
        QCOMPARE(got->fill, 0.5);
        QCOMPARE(*got->monthsToFull, 24.0);  // (0.8 × 32 − 16) / 0.4
        QCOMPARE(got->toBuy.in(), 38e12);    // (16 + 36 × 0.4) / 0.8
        for (const auto& [level, disks] :
             {std::pair{"raid1", 1.0}, {"raid5", 5.0}, {"raid10", 3.0}, {"raid0", 6.0}, {"", 6.0}, {"pool3", 3.0}}) {
            group.level = level;
            QCOMPARE(capacityOf(group, knowledge())->usable.in(), disks * 8e12);
        }
    }
    void tablesOfAHouse()
    {
        const plan::Plan plan = houseOf(
            "add room a, sockets=4\nadd switch s in a, power-source=outlet brick=2 claims-runs=3: 2x rj45 2.5g\nadd "
            "storage v in a, disks=\"hdd*6 raid6\" fed=s: rj45\n"
            "add camera cam in a, fed=s recording=event: rj45\nadd phone tel in a, radio-standard=ax radio-streams=2 "
            "mobile=fixed\n"
            "add jack j in a: W1 cat5e\nadd slot v 1 3.0x8, card=3.0x8\nadd work edit-4k in a, count=2\n"
            "add run s 1 - v 1, cat6 4m source=guessed label=q1\nadd run s 2 - j W1, cat6 came-with-house label=q2");
        const auto& kb = knowledge();
        const auto reports = match::judgeAll(plan, kb);
        QCOMPARE(rowOf(portCensus(plan, kb), "s|"), "s|a|2.5 Gb/s|2|0");
        QVERIFY(toQt(portCensus(plan, kb).says.front()).startsWith("s is full"));
        QCOMPARE(rowOf(runCensus(plan, kb, reports), "Cat 6|"), "Cat 6|2|0|1|1|4 m");
        QVERIFY(toQt(runCensus(plan, kb, reports).says.back()).contains("3 cables are said to end at s, 2 are listed"));
        QCOMPARE(rowOf(partCensus(plan, kb), "cable|run q2"), "cable|run q2|Cat 6|yes");
        QCOMPARE(rowOf(partCensus(plan, kb), "wall jack"), "wall jack|j|Cat 5e|");
        QCOMPARE(rowOf(cameraCensus(plan, kb), "cam"), "cam|a|s|not known|event");
        QCOMPARE(rowOf(radioCensus(plan, kb), "tel"), "tel|a|ax|not known|2|not known|fixed");
        QCOMPARE(rowOf(powerCensus(plan, kb), "s|"), "s|a|outlet||2");
        QVERIFY(toQt(powerCensus(plan, kb).says.front()).contains("2 of 4 power sockets"));
        QCOMPARE(rowOf(slotCensus(plan, kb), "v|1"), "v|1|3.0 ×8|×8|processor|card");
        QVERIFY(rowOf(storageCensus(plan, kb), "v|6 ×").contains("|two parity|not known|"));
        // 2 × 0.6 Gb/s with the double headroom of the table
        QVERIFY(rowOf(workCensus(plan, kb), "a|").endsWith("|2|2.4 Gb/s"));
        QCOMPARE(census(plan, kb, reports).size(), 10u);
        QVERIFY(census({}, kb, match::Reports()).empty());
    }
    void labelsOfBothEnds()
    {
        const plan::Plan plan = houseOf(
            "add room a\nadd switch s in a: 12x rj45\nadd panel p in a: 12x cat6\nadd run s 1 - p 1, cat6 2m "
            "label=q10\nadd run s 2 - p 2, cat6 label=q2\nadd run s 3 - open, cat6 label=q1");
        const auto labels = cableLabels(plan, testing::knowledge());
        QCOMPARE(labels.size(), 6u);
        QStringList titles;
        for (const Label& one : labels) titles << toQt(one.title);
        QCOMPARE(titles.join(" "), "q1 q1 q2 q2 q10 q10");
        QCOMPARE(toQt(labels[0].line), "s 3 → not traced");
        QCOMPARE(toQt(labels[5].line), "p 1 → s 1");
        QCOMPARE(plainText(labels[5].small), "Cat 6 2 m");
        QCOMPARE(panelStrips(plan).size(), 1u);
        QCOMPARE(toQt(panelStrips(plan).front().ports[0].line), "s 1");
        QVERIFY(panelStrips(plan).front().ports[5].line.empty());
        const auto rates = portRateStrips(plan, {{portCalled(plan, "s 1"), gigabits(2.5)}});
        QVERIFY(rates.size() == 1 && rates.front().ports.size() == 1);
        QCOMPARE(plainText(rates.front().ports.front().line), "2.5 Gb/s");
        for (const Sheet& sheet : sheets()) {
            QVERIFY2(sheet.left + (sheet.columns - 1) * sheet.stepX + sheet.width <= sheet.pageWidth + 0.1, sheet.name);
            QVERIFY2(sheet.top + (sheet.rows - 1) * sheet.stepY + sheet.height <= sheet.pageHeight + 0.6, sheet.name);
        }
    }
    void cablesThatMakeSense()
    {
        const plan::Plan plan = houseOf(
            "add room a\nadd room b level 1\nadd switch s in a: 2x rj45 10g, 2x sfp28 as X\nadd computer c in b: rj45 "
            "10g, sfp28 as X\nadd storage v in a: sfp28 as X");
        const auto copper = cableChoices(plan, portCalled(plan, "s 1"), portCalled(plan, "c 1"), {}, knowledge());
        QVERIFY(!copper.empty());
        for (const CableChoice& one : copper) QVERIFY2(one.medium.starts_with("cat"), one.medium.c_str());
        QCOMPARE(copper.front().verdict, Verdict::Fits);
        QCOMPARE(*copper.front().rate, gigabits(10));
        const auto rack =
            cableChoices(plan, portCalled(plan, "s X1"), portCalled(plan, "v X"), Length::of(2), knowledge());
        QCOMPARE(toQt(rack.front().medium), "dac");
        const auto far =
            cableChoices(plan, portCalled(plan, "s X1"), portCalled(plan, "c X"), Length::of(60), knowledge());
        QVERIFY(std::any_of(far.begin(), far.end(), [](const CableChoice& one) {
            return one.medium == "om4" && toQt(one.needs).contains("a module in s X1 and in c X");
        }));
        const auto dac =
            std::find_if(far.begin(), far.end(), [](const CableChoice& one) { return one.medium == "dac"; });
        QVERIFY(dac != far.end() && dac->verdict != Verdict::Fits);
        QVERIFY(cableChoices(plan, portCalled(plan, "s 1"), portCalled(plan, "v X"), {}, knowledge()).empty());
    }
    void howTheDemoStands()
    {
        const plan::Plan plan = sokudo::testing::lanternRow();
        const Analysis analysis = sokudo::analyse(plan, knowledge());
        const Standing got = standing(plan, knowledge(), analysis, {{{1}, {2}, "a → b: slow"}});
        QVERIFY2(toQt(got.sentence).contains("links fit; 1 is unsafe, 2 do not link"), toQt(got.sentence).toUtf8());
        QStringList groups;
        for (const StandingGroup& group : got.groups) {
            groups << group.id;
            for (const StandingItem& item : group.items) QVERIFY(item.at.id != 0);
        }
        QVERIFY(groups.startsWith("unsafe") && groups.contains("measured-low") && groups.last() == "unknown");
        const auto next = nextThings(plan, knowledge(), analysis);
        QCOMPARE(next.size(), 3u);
        QVERIFY(toQt(next[0].gain).contains("the hazard is gone"));
        for (const NextThing& one : next) QVERIFY(one.minutes > 0 && one.at.id != 0 && !one.gain.empty());
        QCOMPARE(toQt(standing({}, knowledge(), {}).sentence), "Nothing is surveyed yet.");
    }
    void adviceFollowsTheHouse()
    {
        const std::string house = "add room cellar level -1\nadd switch core in cellar: 8x sfp28, 2x rj45\n";
        QVERIFY(
            ids(adviceOn(house +
                         "set place cellar summer=41\nadd storage v in cellar: sfp28\nadd run core 1 - v 1, dac 2m"))
                .contains("core-place"));
        const auto warm = adviceOn(house + "set place cellar summer=41");
        QVERIFY(toQt(warm.front().reason).contains("41 °C"));
        const auto slow = adviceOn(house + "add camera cam in cellar: rj45 100m\nadd run core 9 - cam 1, cat6 3m");
        QVERIFY(std::any_of(slow.begin(), slow.end(),
                            [](const Advice& one) { return toQt(one.title).contains("Move cam from core"); }));
        QVERIFY(ids(adviceOn(house + "add storage a in cellar: 2x sfp28\nadd computer b in cellar: 2x sfp28"))
                    .contains("direct"));
        QVERIFY(ids(adviceOn(house + "add room loft level 2\nadd jack loft in loft: W1")).contains("second-drop"));
        QVERIFY(ids(adviceOn(house + "add hub h in cellar: rj45")).contains("gadgets"));
        QVERIFY(ids(adviceOn(house + "add client tv in cellar, mobile=fixed")).contains("wire"));
        QVERIFY(ids(adviceOn(house + "add ap ap in cellar: 3x rj45")).contains("unit-sockets"));
        QVERIFY(ids(adviceOn(house + "add network cams, tag=20\nset core managed=no\nset core 1 tagged=cams"))
                    .contains("managed"));
        QVERIFY(ids(adviceOn("add room a\nadd room b level 1\nadd switch s in a: 5x rj45\nadd pc 1 in b: rj45\nadd pc "
                             "2 in b: rj45\nadd pc 3 in b: rj45\nadd pc 4 in b: rj45\n"
                             "add run s 1 - \"1\" 1, cat6\nadd run s 2 - \"2\" 1, cat6\nadd run s 3 - \"3\" 1, "
                             "cat6\nadd run s 4 - \"4\" 1, cat6"))
                    .contains("one-trunk"));
        QVERIFY(ids(adviceOn("add room a\nadd switch s in a: 2x rj45\nadd pc p in a: 2x rj45\nadd run s 1 - p 1, "
                             "cat6\nadd run s 2 - p 2, cat6"))
                    .contains("reserve"));
    }
};

SOKUDO_TEST(CensusTest)
#include "census_test.moc"
