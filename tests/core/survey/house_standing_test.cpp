// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/standing.h"

#include "core/analyse.h"
#include "house_lines.h"

using namespace sokudo;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

const char* const kHouse =
    "add room hall\nadd building barn 30m away\nadd switch s in hall: 4x rj45 2.5g, 2x sfp+\n"
    "add computer a in hall: rj45 2.5g\nadd computer b in barn: rj45 2.5g, sfp+ as X\n";

struct Stands {
    explicit Stands(const std::string& lines, const std::vector<survey::LowPath>& low = {})
        : plan(houseOf(kHouse + lines)),
          analysis(analyse(plan, knowledge())),
          standing(survey::standing(plan, knowledge(), analysis, low))
    {}
    plan::Plan plan;
    Analysis analysis;
    survey::Standing standing;
    QString sentence() const { return toQt(standing.sentence.text()); }
    const survey::StandingGroup* group(const QString& id) const
    {
        for (const survey::StandingGroup& one : standing.groups)
            if (id == one.id) return &one;
        return nullptr;
    }
};

const char* const kGood = "add run s 1 - a 1, cat6a 12m label=q1\n";
const char* const kHazard = "add run s 2 - b 1, cat6a 40m label=yard\n";

}  // namespace

class HouseStandingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void allIsWell()
    {
        const Stands one(kGood);
        QCOMPARE(one.sentence(), "The one link fits.");
        QVERIFY(!one.group("unsafe") && !one.group("no-link") && !one.group("limited"));
    }
    void aHazardComesFirst()
    {
        const Stands house(std::string(kGood) + kHazard);
        QCOMPARE(house.sentence(), "1 of 2 links fit; 1 is unsafe.");
        QCOMPARE(house.standing.groups.front().id, "unsafe");
        const auto& item = house.group("unsafe")->items.front();
        QCOMPARE(item.mark, Verdict::Unsafe);
        QCOMPARE(toQt(item.at.kind), "run");
        QVERIFY(house.plan.runs.has({item.at.id}));
    }
    void whatDoesNotLink()
    {
        const Stands house("add run s 5 - b X, dac 20m label=far\n");
        QVERIFY2(!house.standing.groups.empty(), qPrintable(house.sentence()));
    }
    void whatIsNotKnownIsWork()
    {
        const Stands house("add run s 1 - a 1, cat6a label=q1\n");
        QVERIFY(house.group("unknown"));
        QVERIFY(!house.sentence().contains("unsafe"));
    }
    void aPathBelowItsBandIsListed()
    {
        const plan::Plan plan = houseOf(std::string(kHouse) + kGood);
        const survey::LowPath low{plan::deviceNamed(plan, "a")->id, plan::deviceNamed(plan, "b")->id,
                                  "a → b: 0.9 Gb/s, 2.2 to 2.4 expected"};
        const Stands house(kGood, {low});
        QVERIFY(house.group("measured-low"));
        QVERIFY(toQt(house.group("measured-low")->items.front().what.text()).contains("0.9 Gb/s"));
    }
    void recordsThatContradict()
    {
        const Stands house(std::string(kGood) + "set s claims-runs=4\n");
        QVERIFY(house.group("contradictions"));
    }
    void gravestFirst()
    {
        const Stands house(std::string(kGood) + kHazard + "add run s 3 - open, cat6a\nset s claims-runs=9\n");
        const QStringList order{"unsafe", "no-link", "limited", "measured-low", "contradictions", "unknown"};
        int last = -1;
        for (const survey::StandingGroup& one : house.standing.groups) {
            const int at = static_cast<int>(order.indexOf(one.id));
            QVERIFY2(at > last, one.id);
            QVERIFY(!one.items.empty() && !one.title.empty());
            last = at;
        }
    }
    void whatIsWorthDoingNext()
    {
        const Stands house(std::string(kGood) + kHazard);
        const auto next = survey::nextThings(house.plan, knowledge(), house.analysis);
        QVERIFY(!next.empty());
        QVERIFY(toQt(next.front().what.text()).contains("s 2 — b 1"));
        QVERIFY(next.front().minutes > 0 && !next.front().gain.empty());
        QVERIFY(survey::nextThings(house.plan, knowledge(), house.analysis, 0).empty());
        const Stands good(kGood);
        QVERIFY(survey::nextThings(good.plan, knowledge(), good.analysis).empty());
    }
};

SOKUDO_TEST(HouseStandingTest)
#include "house_standing_test.moc"
