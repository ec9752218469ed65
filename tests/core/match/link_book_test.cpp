// SPDX-License-Identifier: GPL-3.0-or-later
// A book kept up edit by edit says what judging from scratch says.
#include <random>

#include "plan_builder.h"

#include "core/match/link_book.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

QString lineOf(const match::LinkReport& report)
{
    QString result = QString("%1 %2 %3 %4:")
                         .arg(report.link.id().value)
                         .arg(toQt(report.title), toQt(code(report.verdict)))
                         .arg(report.rate ? report.rate->steps() : -1);
    for (const match::Finding& finding : report.findings)
        result += QString(" [%1 %2 %3]").arg(toQt(finding.rule.view()), toQt(finding.text())).arg(finding.isWaived);
    for (const match::WaiverState& state : report.waivers)
        result += QString(" {%1 %2}").arg(toQt(state.waiver.reason)).arg(state.holds);
    return result;
}

QStringList linesOf(const match::Reports& reports)
{
    QStringList result;
    for (const match::LinkReport& report : reports) result << lineOf(report);
    return result;
}

}  // namespace

namespace {

/// An edit of some kind on some object; refused ones are part of it.
class RandomEdits {
public:
    explicit RandomEdits(unsigned start) : m_random(start) {}
    Result<plan::Plan> next(const plan::Plan& plan)
    {
        switch (dice(9)) {
        case 0:
        case 1: return ofRun(plan, dice(2) == 0);
        case 2:
            return plan::edits::putRun(
                plan, {{++m_next}, "new", any(plan.ports).id, any(plan.ports).id, "cat6", Length::of(20)});
        case 3: return plan::edits::deleteRun(plan, any(plan.runs).id);
        case 4:
        case 5: return ofDevice(plan, dice(2) == 0);
        case 6: return ofPort(plan);
        case 7: {
            plan::Place place = any(plan.places);
            place.building = dice(2) ? "shed" : "";
            return plan::edits::putPlace(plan, place);
        }
        default:
            return plan::edits::putWaiver(
                plan, {{++m_next}, any(plan.runs).id, dice(2) ? "cu-01" : "common", "fits", "seen", "2026-11-25"});
        }
    }

private:
    std::size_t dice(std::size_t sides) { return static_cast<std::size_t>(m_random() % sides); }
    template <class Table>
    auto any(const Table& table) -> std::decay_t<decltype(*table.begin())>
    {
        auto at = table.begin();
        std::advance(at, static_cast<std::ptrdiff_t>(dice(table.size())));
        return *at;
    }
    Result<plan::Plan> ofRun(const plan::Plan& plan, bool length)
    {
        plan::Run run = any(plan.runs);
        if (length) run.length = Length::of(1 + static_cast<double>(dice(120)));
        else (dice(2) ? run.a : run.b) = dice(4) ? any(plan.ports).id : plan::PortId{};
        return plan::edits::putRun(plan, run);
    }
    Result<plan::Plan> ofDevice(const plan::Plan& plan, bool role)
    {
        plan::Device device = any(plan.devices);
        if (role) device.role = static_cast<plan::Role>(dice(10));
        else device.traits.set("pse-budget", dice(2) ? "40" : "");
        return plan::edits::putDevice(plan, device);
    }
    Result<plan::Plan> ofPort(const plan::Plan& plan)
    {
        plan::Port port = any(plan.ports);
        port.traits.set("pse", dice(2) ? "type2" : "");
        port.traits.set("pd", dice(2) ? "class4" : "");
        return plan::edits::putPort(plan, port);
    }

    std::mt19937 m_random;
    std::int64_t m_next = 1'000'000;
};

}  // namespace

class LinkBookTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void oneEditJudgesOneLink()
    {
        auto plan = std::make_shared<const plan::Plan>(lanternRow());
        match::LinkBook book(knowledge());
        book.update(plan);
        QCOMPARE(book.judged(), book.reports().size());
        plan::Run run = *plan->runs.begin();
        run.length = Length::of(7.5);
        plan = std::make_shared<const plan::Plan>(*plan::edits::putRun(*plan, run));
        book.update(plan);
        QCOMPARE(book.judged(), std::size_t{1});
        book.update(plan);
        QCOMPARE(book.judged(), std::size_t{0});
        QCOMPARE(linesOf(book.reports()), linesOf(match::judgeAll(*plan, knowledge())));
    }
    /// 400 random edits of every kind, compared with a judgement from scratch after each.
    void keepsUpWithRandomEdits()
    {
        RandomEdits edits(20261125);
        auto plan = std::make_shared<const plan::Plan>(lanternRow());
        match::LinkBook book(knowledge());
        book.update(plan);
        int taken = 0;
        for (int step = 0; step < 400; ++step) {
            const Result<plan::Plan> result = edits.next(*plan);
            if (!result) continue;
            ++taken;
            plan = std::make_shared<const plan::Plan>(*result);
            book.update(plan);
            const QStringList kept = linesOf(book.reports()), fresh = linesOf(match::judgeAll(*plan, knowledge()));
            for (qsizetype i = 0; i < std::min(kept.size(), fresh.size()); ++i)
                QVERIFY2(kept[i] == fresh[i], qPrintable(QString("step %1:\n%2\n%3").arg(step).arg(kept[i], fresh[i])));
            QCOMPARE(kept.size(), fresh.size());
        }
        QVERIFY2(taken > 200, qPrintable(QString::number(taken)));
    }
    void aWaiverSetsAFindingAside()
    {
        PlanBuilder house;
        house.place("hall")
            .device("a")
            .device("b")
            .port("a", "1", "rj45")
            .port("b", "1", "rj45")
            .run("long", "a 1", "b 1", "cat6", 70);
        const auto judged = [](const plan::Plan& plan) { return match::judgeAll(plan, knowledge())[0]; };
        QCOMPARE(judged(house.plan()).verdict, Verdict::Marginal);
        const auto waived = plan::edits::putWaiver(
            house.plan(),
            {{900}, house.runId("long"), "cu-07", "marginal", "ran a day without an error", "2026-11-25"});
        QVERIFY(waived);
        QCOMPARE(judged(*waived).verdict, Verdict::Fits);
        QVERIFY(judged(*waived).waivers.front().holds);
        QVERIFY(judged(*waived).findings.all().back().isWaived);
        // Another length brings another clause: the waiver no longer fits, and that is said.
        plan::Run run = *waived->runs.find(house.runId("long"));
        run.length = Length::of(130);
        const auto longer = judged(*plan::edits::putRun(*waived, run));
        QCOMPARE(longer.verdict, Verdict::NoLink);
        QVERIFY(!longer.waivers.front().holds && longer.waivers.front().why.text().find("gone") != std::string::npos);
        QVERIFY(!plan::edits::putWaiver(*waived, {{901}, run.id, "cu-07", "marginal", "again", ""}));
        QVERIFY(!plan::edits::putWaiver(house.plan(), {{901}, run.id, "cu-07", "marginal", "  ", ""}));
        QCOMPARE(plan::edits::deleteRun(*waived, run.id)->waivers.size(), std::size_t{0});
    }
    void anUnsafeFindingIsNotAcceptedAway()
    {
        PlanBuilder house;
        house.place("hall")
            .place("shed", 0, "shed")
            .device("a", plan::Role::Switch, "hall")
            .device("b", plan::Role::Switch, "shed");
        house.port("a", "1", "rj45").port("b", "1", "rj45").run("yard", "a 1", "b 1", "cat6", 30);
        const auto waived = plan::edits::putWaiver(
            house.plan(), {{900}, house.runId("yard"), "sf-01", "unsafe", "no storms here", "2026-11-25"});
        QVERIFY(!waived);
        plan::Plan forced = house.plan();
        forced.waivers =
            forced.waivers.with({{900}, house.runId("yard"), "sf-01", "unsafe", "no storms here", "2026-11-25"});
        QCOMPARE(match::judgeAll(forced, knowledge())[0].verdict, Verdict::Unsafe);
    }
};

SOKUDO_TEST(LinkBookTest)
#include "link_book_test.moc"
