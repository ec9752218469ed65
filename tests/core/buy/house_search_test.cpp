// SPDX-License-Identifier: GPL-3.0-or-later
// Three hundred small houses by chance: the plan that is found costs the least of all selections there are, passes all
// rules, and its list costs the same.
#include <random>

#include "core/buy/list.h"
#include "core/buy/search/cheapest.h"
#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;

namespace {

constexpr std::size_t kMostBits = 13;
constexpr int kHouses = 300;

struct House {
    plan::Plan plan;
    WishSet wishes;
};

template <class T>
void add(plan::Plan& plan, T record)
{
    plan = *plan::edits::putRecord(plan, record);
}

/// Two or three hosts in a room, a slow lead between two of them or not, spares or not, a switch on offer.
House houseByChance(unsigned seed)
{
    std::mt19937 chance(seed);
    const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
    PlanBuilder builder;
    builder.place("cellar");
    const int count = roll(2, 3);
    for (int i = 0; i < count; ++i) {
        const std::string name = std::string("host-") + static_cast<char>('a' + i);
        builder.device(name, plan::Role::Computer).port(name, "1", roll(0, 5) ? "sfp+" : "rj45");
        if (roll(0, 5) == 0) builder.port(name, "2", "sfp+");
    }
    if (roll(0, 3) == 0 && builder.plan().ports.find(builder.portId("host-a 1"))->cage == "sfp+" &&
        builder.plan().ports.find(builder.portId("host-b 1"))->cage == "sfp+")
        builder.run("old", "host-a 1", "host-b 1", "dac", 2);
    House house{builder.plan(), {}};
    plan::Offer offer;
    offer.id = {900};
    offer.part = "switch-4x10";
    offer.price = Money::of(roll(10, 90));
    offer.on = "2026-11-01";
    add(house.plan, offer);
    if (roll(0, 1))
        add(house.plan, plan::StockItem{{901}, "a lead", plan::StockKind::Spare, "dac-lead-2m", roll(1, 2)});
    if (roll(0, 1))
        add(house.plan, plan::StockItem{{902}, "modules", plan::StockKind::Spare, "10gbase-sr", roll(1, 3)});
    const auto wish = [&](const char* line) {
        house.wishes = *withWish(std::move(house.wishes), line, house.plan, knowledge());
    };
    wish("host-a to host-b at 10g");
    if (count == 3) wish(roll(0, 1) ? "host-b to host-c at 10g" : "host-a to host-c at 10g");
    wish("switch in cellar");
    // Few kinds, so that every selection can be looked at.
    for (const kb::SwitchKind& kind : knowledge().all<kb::SwitchKind>())
        if (kind.id != "switch-4x10") house.wishes.without.insert(kind.id);
    for (const char* part : {"cat5e", "cat6", "cat8", "om3", "om5", "os2", "dac-active", "aoc", "10gbase-lr",
                             "10gbase-lrm", "10gbase-er", "10g-zr", "10g-dual-sr"})
        house.wishes.without.insert(part);
    return house;
}

std::optional<Money> leastOfAll(const Model& model)
{
    const std::size_t bits = model.providers.size() + model.choices.size();
    std::optional<Money> least;
    for (std::uint64_t all = 0; all < (std::uint64_t{1} << bits); ++all) {
        Selection selection;
        for (std::size_t i = 0; i < bits; ++i)
            (i < model.providers.size() ? selection.providers : selection.choices).push_back(all >> i & 1);
        if (!isPossible(model, selection) || !openWishes(model, selection).empty()) continue;
        const Money cost = totalsOf(model, selection).cost;
        if (!least || cost < *least) least = cost;
    }
    return least;
}

/// No link that the house does not have is worse than limited.
QString worstNew(const plan::Plan& house, const plan::Plan& plan)
{
    for (const match::LinkReport& report : match::judgeAll(plan, knowledge())) {
        const bool isOld = std::all_of(report.link.runs.begin(), report.link.runs.end(),
                                       [&](plan::RunId id) { return house.runs.has(id); });
        if (!isOld && report.verdict > Verdict::Limited)
            return QString::fromStdString(report.title + ": " + report.reason());
    }
    return {};
}

}  // namespace

class HouseSearchTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void isTheLeastOfAllSelections()
    {
        int looked = 0, granted = 0, free = 0;
        for (unsigned seed = 1; looked < kHouses && seed < 6 * kHouses; ++seed) {
            const House house = houseByChance(seed);
            IdSource ids(seed);
            const auto model = houseModel({house.plan, house.wishes, knowledge(), "2026-11-28", ids, {}});
            QVERIFY(model);
            if (model->model.providers.size() + model->model.choices.size() > kMostBits) continue;
            ++looked;
            const auto least = leastOfAll(model->model);
            const auto found =
                cheapestPlan({house.plan, house.wishes, knowledge(), "2026-11-28", ids, builtInSolver(), false, {}});
            QVERIFY2(found.has_value() == least.has_value(), qPrintable(QString("house %1").arg(seed)));
            if (!found) continue;
            ++granted;
            free += least->in() < 0.005;
            QVERIFY2(
                std::abs(found->totals.cost.in() - least->in()) < 0.005,
                qPrintable(
                    QString("house %1: found %2, least %3").arg(seed).arg(found->totals.cost.in()).arg(least->in())));
            const QString bad = worstNew(house.plan, found->plan);
            QVERIFY2(bad.isEmpty(), qPrintable(bad));
            if (found->greedy) QVERIFY(found->greedy->cost.in() >= least->in() - 0.005);
            // The list of the plan comes to the same sum.
            if (seed % 10 != 0) continue;
            const auto list = buyList(house.plan, found->plan, knowledge(), {"2026-11-28", "", builtInSolver()});
            QVERIFY2(std::abs(list->spending.toBuy.in() - least->in()) < 0.005,
                     qPrintable(QString("house %1").arg(seed)));
        }
        QCOMPARE(looked, kHouses);
        QVERIFY2(granted > kHouses / 2, qPrintable(QString::number(granted)));
        QVERIFY2(free > 10 && free < granted, qPrintable(QString::number(free)));
    }
};

SOKUDO_TEST(HouseSearchTest)
#include "house_search_test.moc"
