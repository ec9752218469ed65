// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/edit_line.h"

#include <QRegularExpression>

#include "core/base/text.h"
#include "core/editline/device_line.h"
#include "core/plan/invariants.h"
#include "plan_builder.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

/// Lines carried out one after the other on an empty house.
class House {
public:
    House& line(const char* text)
    {
        auto next = editline::edited(m_plan, text, knowledge(), m_ids);
        if (!next) qFatal("%s: %s", text, next.error().message().c_str());
        m_done = next->done;
        m_touched = next->touched;
        m_plan = std::move(next->plan);
        return *this;
    }
    QString refusal(const QString& text)
    {
        const auto next = editline::edited(m_plan, text.toStdString(), knowledge(), m_ids);
        return next ? QString("accepted: ") + toQt(next->done) : toQt(next.error().message());
    }
    const plan::Plan& plan() const { return m_plan; }
    const plan::Device& device(const char* name) const { return *plan::deviceNamed(m_plan, name); }
    const plan::Port& port(const char* device, const char* name) const
    {
        for (const plan::Port* port : plan::portsOf(m_plan, this->device(device).id))
            if (port->name == name) return *port;
        qFatal("no port %s %s", device, name);
    }
    const plan::Run& run(const char* label) const
    {
        for (const plan::Run& run : m_plan.runs)
            if (run.label == label) return run;
        qFatal("no run %s", label);
    }
    const plan::Place& place(const char* name) const
    {
        for (const plan::Place& place : m_plan.places)
            if (place.name == name) return place;
        qFatal("no place %s", name);
    }
    std::string m_done;
    std::vector<plan::Subject> m_touched;

private:
    plan::Plan m_plan;
    IdSource m_ids = growing();
    static IdSource growing()
    {
        IdSource ids(7);
        ids.startAfter(0);
        return ids;
    }
};

House small()
{
    House house;
    house.line("add place Cellar level -1").line("add place Study level 1");
    house.line("switch core in Cellar: 8x sfp28, 2x qsfp28, rj45 management");
    house.line("add storage vault in Cellar: 2x sfp+");
    return house;
}

}  // namespace

class EditLineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The page that explains the lines is carried out from an empty house on.
    void everyLineOfThePage()
    {
        const QString page = QString::fromUtf8(testing::sourceFile("docs/edit-lines.md"));
        static const QRegularExpression kBlock("```\\n(.*?)```", QRegularExpression::DotMatchesEverythingOption);
        QStringList lines;
        for (auto block = kBlock.globalMatch(page); block.hasNext();)
            lines += block.next().captured(1).split('\n', Qt::SkipEmptyParts);
        QVERIFY(lines.size() > 45);
        House house;
        for (const QString& line : lines) {
            QVERIFY2(!house.refusal(line).isEmpty(), qPrintable(line));
            house.line(line.toUtf8().constData());
            QVERIFY2(!house.m_done.empty(), qPrintable(line));
            QVERIFY2(plan::brokenInvariants(house.plan()).empty(), qPrintable(line));
        }
        for (const editline::VerbHelp& verb : editline::verbs()) {
            QVERIFY2(page.contains("\n" + toQt(verb.word) + " "), verb.word.data());
            QVERIFY(verb.example.starts_with(verb.word));
        }
        QCOMPARE(toQt(house.plan().name), "Lantern Row");
        QCOMPARE(house.plan().runs.size(),
                 10u);  // eleven laid, one deleted, and the drops copied with a room have open ends
    }
    void aDeviceWithItsPorts()
    {
        const House house = small();
        const plan::Device& core = house.device("core");
        QCOMPARE(core.role, plan::Role::Switch);
        QStringList names;
        for (const plan::Port* port : plan::portsOf(house.plan(), core.id)) names << toQt(port->name);
        QCOMPARE(names.join(" "), "1 2 3 4 5 6 7 8 Q1 Q2 mgmt");
        QCOMPARE(toQt(house.port("core", "1").cage), "sfp28");
        QVERIFY(house.port("core", "mgmt").traits.flag("management"));
        QCOMPARE(house.port("core", "Q2").position, 9);
    }
    void ratesOfASocket()
    {
        House house = small();
        house.line("add switch spread in Cellar: 2x rj45 2.5g poe, rj45 10g as up");
        const plan::Port& port = house.port("spread", "1");
        QCOMPARE(port.rates, (std::vector{gigabits(2.5), gigabits(1), gigabits(0.1)}));
        QVERIFY(port.traits.is("pse", "type2"));
        QCOMPARE(house.port("spread", "up").rates.front(), gigabits(10));
        QVERIFY(!house.port("spread", "up").traits.has("pse"));
    }
    void aRunWithSegmentsAndSource()
    {
        House house = small();
        house.line("add run core 4 - vault 2, cord om4 2m / om4 60 m want=10 label=q1 / cord 1m");
        const plan::Run& run = house.run("q1");
        QCOMPARE(toQt(plan::portText(house.plan(), run.a)), "core 4");
        QCOMPARE(run.length->in(), 60.0);
        QCOMPARE(run.segments.size(), 2u);
        QVERIFY(!run.segments[0].atB && run.segments[1].atB);
        QCOMPARE(*run.wanted, gigabits(10));
        house.line("set run q1 length=200ft slack=3m source=measured on=2026-11-02");
        QCOMPARE(house.run("q1").length->in(), 60.96);  // 200 × 0.3048
        QCOMPARE(toQt(plan::text(*house.run("q1").sources.of("length_m"))), "measured 2026-11-02");
        QCOMPARE(toQt(plan::text(*house.run("q1").sources.of("slack_m"))), "measured 2026-11-02");
        house.line("set run q1 length=unknown");
        QVERIFY(!house.run("q1").length);
        QCOMPARE(*house.run("q1").wanted, gigabits(10));
        house.line("set run q1 cable=os2");
        QCOMPARE(toQt(house.run("q1").medium), "os2");
    }
    void dropsToRooms()
    {
        House house = small();
        house.line("add panel patch in Cellar: 6x cat6a").line("add room Attic level 2");
        house.line("add drops of cat6a from patch to all rooms, two each");
        QCOMPARE(house.plan().runs.size(), 4u);
        QCOMPARE(house.m_touched.size(), 6u);  // two jacks, four runs
        QVERIFY(house.device("study").traits.is("category", "cat6a"));
        QCOMPARE(toQt(plan::portText(house.plan(), house.run("r3").a)), "patch 3");
        QCOMPARE(toQt(plan::portText(house.plan(), house.run("r3").b)), "attic W1");
        QVERIFY(house.refusal("add 5 drops of cat6a from patch to Study, Attic").contains("is not 2 each"));
        QVERIFY(house.refusal("add 4 drops of cat6a from patch to Study, Attic").contains("2 free ports"));
    }
    void aFloorIsDuplicated()
    {
        House house = small();
        house.line("add panel p in Study: 2x cat6a").line("add computer desk in Study, fed=core: rj45");
        house.line("add run p 1 - desk 1, cat6a 4m").line("duplicate place Study as Guest level 2");
        QCOMPARE(house.place("Guest").level, 2);
        QCOMPARE(house.device("desk of Guest").place, house.place("Guest").id);
        QCOMPARE(plan::feederOf(house.device("desk of Guest")), house.device("core").id);
        QVERIFY(!house.run("r1 of Guest").length);
        QCOMPARE(toQt(plan::portText(house.plan(), house.run("r1 of Guest").b)), "desk of Guest 1");
    }
    void aKindIsKept()
    {
        House house = small();
        house.line("add switch spread in Cellar: 2x rj45 2.5g poe, sfp+").line("keep spread as little one");
        QCOMPARE(toQt(editline::lineOf(house.plan(), house.device("spread").id)),
                 "switch: 2x rj45 rates=2.5+1+0.1 poe=type2, 1x sfp+");
        house.line("add Little One as spread-2 in Study");
        QCOMPARE(house.device("spread-2").place, house.place("Study").id);
        QCOMPARE(house.port("spread-2", "2").rates, house.port("spread", "2").rates);
        QCOMPARE(plan::portsOf(house.plan(), house.device("spread-2").id).size(), 3u);
    }
    void refused_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        const auto row = [](const char* line, const char* says) { QTest::newRow(line) << line << says; };
        row("add run cor 4 - vault 2, om4", "character 9, “cor”: there is no device of that name; did you mean core?");
        row("add run core 44 - vault 2, om4", "core has the ports 1, 2");
        row("add run core 4 - vault 2 om4", "a comma comes before the cable");
        row("add run core 4 - vault 2, om44 12m", "character 27, “om44”");
        row("add run core 4 - vault 2, om4 12m / om3 3m", "one cable");
        row("set core 4 module=25gbase-rs", "did you mean 25gbase-sr?");
        row("set core 4 rate=fast", "rate=10, in Gb/s");
        row("set core 4 size=3x4", "no property of a port");
        row("set Cellar damp=soaked", "dry, damp, wet");
        row("set core weight=900kg", "between 0.01 and 500 kg");
        row("set core", "say what to set");
        row("set core 1 source=heard", "read, measured, printed, told or guessed");
        row("set Cellar summer=31 source=told on=tomorrow", "on=2026-11-28");
        row("move core to Atlantis", "there is no place of that name");
        row("delete Cellar", "still stands in Cellar");
        row("delete core now", "nothing may follow");
        row("rename core to vault", "already a device called vault");
        row("add switch in Cellar", "needs a name");
        row("add switch x in Cellar: 9999x rj45", "9999x");
        row("add switch x in Cellar: 8x sfp29", "sfp29");
        row("add widget x", "say what is added");
        row("add work knitting in Study", "it is one of");
        row("add network a, tag=9000", "0 to 4094");
        row("frobnicate", "an edit begins with add, set");
        row("ad switch x in Cellar", "did you mean add?");
    }
    void refused()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        House house = small();
        const QString said = house.refusal(line);
        QVERIFY2(said.contains(says), qPrintable(said));
    }
    void allLinesOrNone()
    {
        IdSource ids{3};
        const auto good =
            editline::editedByAll({}, "# a house\nadd place A\n\nadd switch s in A: 2x rj45\n", knowledge(), ids);
        QVERIFY(good && good->plan.devices.size() == 1 && good->done.find('\n') != std::string::npos);
        const auto bad = editline::editedByAll({}, "add place A\nadd switch s in B\n", knowledge(), ids);
        QVERIFY(!bad);
        QVERIFY2(toQt(bad.error().message()).startsWith("line 2, character 17, “B”"), bad.error().message().c_str());
    }
    void editLinesAreTold()
    {
        QVERIFY(editline::isEditLine("add run core 4"));
        QVERIFY(editline::isEditLine("  SET core 1 fec=rs"));
        QVERIFY(!editline::isEditLine("core"));
        QVERIFY(!editline::isEditLine("\"add\" x"));
        QVERIFY(!editline::isEditLine(""));
    }
};

SOKUDO_TEST(EditLineTest)
#include "edit_line_test.moc"
