// SPDX-License-Identifier: GPL-3.0-or-later
// Every way on offer passes all rules when the plan is judged from scratch; order, price and work are those of a hand
// sum.
#include "plan_builder.h"

#include <random>

#include "core/match/reports.h"
#include "core/match/what_if.h"
#include "core/oneline/link_line.h"
#include "core/plan/invariants.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

match::Ways waysFor(const plan::Plan& plan, match::Wish wish)
{
    IdSource ids(7);
    return match::otherWays(plan, wish, priced(), ids);
}

match::Ways waysOf(const char* line, double gbps = 0, bool wall = true)
{
    const auto plan = oneline::planFromLinkLine(line, priced());
    const auto reports = match::judgeAll(*plan, priced());
    auto wish = match::wishOf(*plan, reports.front().link, priced());
    if (gbps > 0) wish->rate = gigabits(gbps);
    wish->throughWall = wall;
    return waysFor(*plan, *wish);
}

const match::Way* find(const match::Ways& ways, const std::string& id)
{
    const auto at =
        std::find_if(ways.ways.begin(), ways.ways.end(), [&](const match::Way& way) { return way.id == id; });
    return at == ways.ways.end() ? nullptr : &*at;
}

/// The links of a way's plan that touch its two ports.
void mustPass(const match::Way& way, const match::Wish& wish)
{
    const auto broken = plan::brokenInvariants(way.after);
    QVERIFY2(broken.empty(), (way.id + ": " + (broken.empty() ? "" : broken.front())).text().c_str());
    const match::Reports reports = match::judgeAll(way.after, priced());
    int touching = 0;
    bool result = false;
    for (const match::LinkReport& report : reports) {
        const bool isResult =
            std::find(report.link.runs.begin(), report.link.runs.end(), way.result) != report.link.runs.end();
        const bool touches = report.link.a == wish.a || report.link.b == wish.a || report.link.a == wish.b ||
                             report.link.b == wish.b || isResult;
        if (!touches || !report.link.b.isSet()) continue;
        ++touching;
        result = result || isResult;
        QVERIFY2(report.verdict <= Verdict::Limited, (way.id + ": " + report.reason()).c_str());
        QVERIFY2(report.rate && *report.rate >= wish.rate, way.id.c_str());
    }
    QVERIFY2(result && touching >= 1, way.id.c_str());
}

}  // namespace

class WaysTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// A cable that is kept stays the cable, with a box at one end or at both.
    void aKeptFibreWithBoxes()
    {
        for (const char* line : {"rj45 / os2 100m / rj45", "rj45 / om3 100m / sfp+"}) {
            const match::Ways found = waysOf(line, 1);
            bool isKept = false;
            for (const match::Way& way : found.ways) {
                if (!way.keepsCable) continue;
                isKept = true;
                mustPass(way, found.wish);
                QVERIFY2(way.after.runs.has(found.wish.existing.id()), way.id.c_str());
                QCOMPARE(way.result, found.wish.existing.id());
                // the module in the box is of the fibre's kind
                const bool isSingle = std::string_view(line).find("os2") != std::string_view::npos;
                QVERIFY2(!isSingle || way.title.find("SX") == std::string::npos, way.title.c_str());
            }
            QVERIFY2(isKept, line);
        }
    }
    void everyOptionPasses()
    {
        std::mt19937 random(20261125);
        const char* cages[] = {"rj45", "sfp", "sfp+", "sfp28", "sfp56", "qsfp+", "qsfp28", "f"};
        const double rates[] = {1, 2.5, 5, 10, 25, 40, 50, 100};
        const double lengths[] = {0.5, 2, 3, 5, 7, 10, 18, 30, 55, 71, 100, 150, 401, 2000};
        std::size_t shown = 0;
        const auto pick = [&](const auto& list) { return list[random() % std::size(list)]; };
        for (int round = 0; round < 120; ++round) {
            const bool rooms = random() % 2;
            PlanBuilder house;
            house.place("cellar").device("a").place("attic").device("b", plan::Role::Switch,
                                                                    rooms ? "attic" : "cellar");
            house.port("a", "1", pick(cages)).port("b", "1", pick(cages));
            if (random() % 2) house.run("old", "a 1", "b 1", random() % 2 ? "cat6" : "om3", 20);
            match::Wish wish{
                house.portId("a 1"), house.portId("b 1"), gigabits(pick(rates)), Length::of(pick(lengths)), rooms, {}};
            if (house.plan().runs.size() > 0) {
                wish.existing = match::judgeAll(house.plan(), priced()).front().link;
                wish.length = Length::of(20);
            }
            const match::Ways found = waysFor(house.plan(), wish);
            for (const match::Way& way : found.ways) mustPass(way, wish);
            shown += found.ways.size();
            QVERIFY(found.ways.size() + found.noWays.size() > 0);
        }
        QVERIFY2(shown > 300, qPrintable(QString::number(shown)));
    }
    void theWishOfTheIssue()
    {
        // 25 Gb/s, 18 m through a wall, two empty SFP28 ports
        PlanBuilder house;
        house.place("cellar")
            .device("a")
            .place("attic")
            .device("b", plan::Role::Switch, "attic")
            .port("a", "1", "sfp28")
            .port("b", "1", "sfp28");
        match::Ways found =
            waysFor(house.plan(), {house.portId("a 1"), house.portId("b 1"), gigabits(25), Length::of(18), true, {}});
        const match::Way* sr = find(found, "om4:25gbase-sr:25gbase-sr");
        QVERIFY(sr);
        // 2 modules at 38 and a cable at 11 + 18 * 0.60 = 97.8; 15 + 2 * 18 + 2 * 3 + 2 * 5 = 67 min; 2 * 1.0 W
        QCOMPARE(*sr->cost, 97.8);
        QCOMPARE(sr->minutes, 67.0);
        QCOMPARE(sr->watts, Watt::of(2));
        QCOMPARE(sr->later, gigabits(100));
        QCOMPARE(sr->reaches, Length::of(100));
        // 0.3 µs of both ends, 18 * 4.9 ns, one RS block of 5280 bits at 25 Gb/s
        QVERIFY(std::fabs(sr->latency.in() * 1e9 - (300 + 88.2 + 211.2)) < 1);
        // 18 m at 3.5 dB/km of 1.9 dB
        QCOMPARE(*sr->light, Decibel::of(1.9 - 0.063));
        QVERIFY(find(found, "os2:25gbase-lr:25gbase-lr"));
        QVERIFY(find(found, "os2:25gbase-br-d:25gbase-br-u"));
        QVERIFY(!find(found, "os2:25gbase-br-u:25gbase-br-d"));  // the mirror is the same way
        for (const match::Way& way : found.ways)
            QVERIFY2(!way.medium.starts_with("dac") && !way.medium.starts_with("cat"), way.id.c_str());
        QVERIFY(std::any_of(found.noWays.begin(), found.noWays.end(),
                            [](const match::NoWay& no) { return no.medium == "Cat 6A"; }));
        QVERIFY(std::any_of(sr->steps.begin(), sr->steps.end(), [](const text::Sentence& step) {
            return step.text().find("Set FEC") == 0 && step.text().find("rs") != std::string::npos;
        }));
        QVERIFY(std::any_of(sr->cautions.begin(), sr->cautions.end(),
                            [](const std::string& text) { return text.find("Never look") != std::string::npos; }));
        QVERIFY(!found.practices.empty());
    }
    void aLeadInTheRackIsCheapest()
    {
        PlanBuilder house;
        house.place("rack").device("a").device("b").port("a", "1", "sfp+").port("b", "1", "sfp+");
        match::Ways found =
            waysFor(house.plan(), {house.portId("a 1"), house.portId("b 1"), gigabits(10), Length::of(2), false, {}});
        match::rank(found.ways, match::Preference::Cheapest);
        QCOMPARE(QString::fromStdString(found.ways.front().id), QString("dac:none:none"));
        QCOMPARE(*found.ways.front().cost, 12 + 2 * 3.5);
        QVERIFY(found.ways.front().place.text().starts_with("The first of"));
        match::rank(found.ways, match::Preference::MostHeadroom);
        QCOMPARE(found.ways.front().later, gigabits(100));
        QVERIFY(found.ways.back().place.text().starts_with("Against the first"));
        match::rank(found.ways, match::Preference::Coolest);
        for (std::size_t i = 1; i < found.ways.size(); ++i) QVERIFY(found.ways[i - 1].watts <= found.ways[i].watts);
        match::rank(found.ways, match::Preference::LeastWork);
        for (std::size_t i = 1; i < found.ways.size(); ++i) QVERIFY(found.ways[i - 1].minutes <= found.ways[i].minutes);
        for (match::Preference by : match::kAllPreferences) {
            QCOMPARE(*match::preferenceFromCode(match::code(by)), by);
            QVERIFY(!match::explains(by).empty());
        }
    }
    void whatIsThereIsUsedAgain()
    {
        const match::Ways found = waysOf("sfp+:10gbase-sr / om3 18m / sfp+");
        const match::Way* kept = find(found, "keep-om3:10gbase-sr:10gbase-sr");
        QVERIFY(kept && kept->keepsCable);
        QCOMPARE(*kept->cost, 15.0);  // one module, the other is in place
        QCOMPARE(kept->minutes, 3.0);
        QCOMPARE(kept->keeps.size(), std::size_t(2));
        QVERIFY(!find(found, "om3:10gbase-sr:10gbase-sr"));  // no second cable of the same kind
        QCOMPARE(kept->reaches, Length::of(300));
    }
    void fibreBringsNoPower()
    {
        const plan::Plan house = lanternRow();
        for (const match::LinkReport& report : match::judgeAll(house, priced())) {
            if (report.title != "spread 20 — attic-ap 1") continue;
            const match::Ways found = waysFor(house, *match::wishOf(house, report.link, priced()));
            QVERIFY(find(found, "cat6a:none:none")->note.empty());
            const match::Way* fibre = find(found, "om4:copper-to-sfp+:copper-to-sfp+:10gbase-sr:10gbase-sr");
            QVERIFY(fibre && fibre->note.text().find("attic-ap is powered over the cable") != std::string::npos);
            QVERIFY(std::any_of(fibre->steps.begin(), fibre->steps.end(), [](const text::Sentence& step) {
                return step.text() == "Give attic-ap power of its own";
            }));
        }
    }
    void aConverterBridgesCopperAndFibre()
    {
        const match::Ways found = waysOf("rj45 / cat5e 60m / sfp+", 10);
        const match::Way* way = find(found, "om4:copper-to-sfp+:10gbase-sr:10gbase-sr");
        QVERIFY(way);
        QCOMPARE(way->after.devices.size(), std::size_t(3));
        // converter 85, its cord 14 + 0.75, two modules 30, fibre 11 + 36
        QCOMPARE(*way->cost, 176.75);
        QVERIFY(std::any_of(found.noWays.begin(), found.noWays.end(), [](const match::NoWay& no) {
            return no.why.text().find("not specified") != std::string::npos;
        }));
    }
    void theOldCableLeavesOrStaysAsASpare()
    {
        const match::Ways alone = waysOf("sfp+ / cat5 18m / sfp+", 10);
        QCOMPARE(find(alone, "os2:10gbase-lr:10gbase-lr")->after.runs.size(), std::size_t(1));
        // through a panel both old runs keep the end they have there
        const match::Ways patched = waysOf("sfp+ / cat5 18m / cat5 2m / sfp+", 10);
        const match::Way* way = find(patched, "os2:10gbase-lr:10gbase-lr");
        QVERIFY(way);
        QCOMPARE(way->after.runs.size(), std::size_t(3));
        for (const plan::Run& run : way->after.runs)
            if (run.medium == "cat5") QVERIFY(run.a.isSet() != run.b.isSet());
    }
    void aWishNeedsBothEndsAndALength()
    {
        const plan::Plan house = lanternRow();
        for (const match::LinkReport& report : match::judgeAll(house, priced())) {
            const auto wish = match::wishOf(house, report.link, priced());
            const plan::Run* run = house.runs.find(report.link.id());
            if (!report.link.b.isSet())
                QVERIFY(!wish && wish.error().what.text().find("open end") != std::string::npos);
            else if (!run->length)
                QVERIFY(!wish && wish.error().what.text().find("never measured") != std::string::npos);
        }
    }
    void whatCannotBeHadIsLowered()
    {
        const match::Ways asked = waysOf("sfp+ / om4 10m / sfp28", 25);
        QVERIFY(asked.ways.empty());
        QCOMPARE(toQt(asked.noWays.front().why), "it offers at most 10\u202fGb/s");
        const auto plan = oneline::planFromLinkLine(
            "qsfp28:100gbase-sr4,slot=4.0x4,card=4.0x16 / om4 14m / qsfp28:100gbase-sr4", priced());
        const auto wish = match::wishOf(*plan, match::judgeAll(*plan, priced()).front().link, priced());
        IdSource ids(3);
        const match::Ways near = match::nearestWays(*plan, *wish, priced(), ids);
        QCOMPARE(*near.asked, gigabits(100));
        QVERIFY(std::fabs(inGigabits(near.wish.rate) - 63.015) < 0.01);  // 4 lanes at 16 GT/s, 128 of 130
        QVERIFY(!near.ways.empty() && near.noWays.front().why.text().find("slot") != std::string::npos);
        for (const match::Way& way : near.ways) mustPass(way, near.wish);
    }
    void whatIfAllWantedTen()
    {
        const plan::Plan house = lanternRow();
        const match::Reports reports = match::judgeAll(house, priced());
        std::vector<match::ReportPtr> links;
        for (std::size_t i = 0; i < reports.size(); ++i) links.push_back(reports.row(i));
        const match::WhatIf found = match::whatIf(house, links, gigabits(10), match::Preference::Cheapest, priced());
        QCOMPARE(found.rows.size(), links.size());
        double cost = 0;
        std::size_t sum = 0;
        for (const match::WhatIfRow& row : found.rows) cost += row.cost.value_or(0);
        for (auto needs : {match::Needs::Nothing, match::Needs::Modules, match::Needs::Cable, match::Needs::Unknown,
                           match::Needs::Impossible})
            sum += found.count(needs);
        QCOMPARE(found.cost, cost);
        QCOMPARE(sum, links.size());
        QVERIFY(found.count(match::Needs::Nothing) >= 3 && found.count(match::Needs::Unknown) >= 1);
        const match::WhatIf stopped = match::whatIf(house, links, gigabits(10), match::Preference::Cheapest, priced(),
                                                    [](std::size_t done) { return done < 2; });
        QCOMPARE(stopped.rows.size(), std::size_t(2));
    }
};

SOKUDO_TEST(WaysTest)
#include "ways_test.moc"
