// SPDX-License-Identifier: GPL-3.0-or-later
// Ends, the test book and bring-up in the window.
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QSignalSpy>
#include <QTemporaryDir>

#include "core/measure/path_probe.h"
#include "ui/pages/bring_up_pane.h"
#include "ui/pages/build_page.h"
#include "ui/pages/terminate_pane.h"
#include "ui/pages/test_book_pane.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

namespace {

struct Bench : WindowDesk {
    BuildPage* page = nullptr;
    explicit Bench(BuildPage::Pane pane)
    {
        QTest::keyClick(window.get(), Qt::Key_4, Qt::AltModifier);
        page = &window->buildPage();
        QVERIFY(QTest::qWaitFor([&] { return !page->presenter().isWorking(); }, 30000));
        page->showPane(pane);
        QTest::qWait(30);
    }
    plan::RunId run(const char* label) const
    {
        for (const plan::Run& one : document->plan().runs)
            if (one.label == label) return one.id;
        return {};
    }
    app::TestBookPresenter& book() const { return page->bench().tests; }
    app::BringUpPresenter& up() const { return page->bench().bringUp; }
};

}  // namespace

class BuildingPanesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void bothSchemesInWords()
    {
        Bench bench(BuildPage::Terminate);
        auto* pins = bench.named<QWidget>("Pins and colours");
        QVERIFY(pins->accessibleDescription().startsWith(
            "T568B: pin 1 white with orange, pin 2 orange, pin 3 white with green"));
        bench.button("T568A")->click();
        QVERIFY(pins->accessibleDescription().startsWith(
            "T568A: pin 1 white with green, pin 2 green, pin 3 white with orange"));
        bench.button("Plug")->click();
        QVERIFY(bench.says("Slide the boot onto the cable first"));
        bench.button("Next step")->click();
        QVERIFY(bench.says("Step 2 of 6"));
        bench.button("Fibre")->click();
        QVERIFY(!pins->isVisible());
        QVERIFY(bench.says("Laser light is invisible"));
        auto* walls = bench.named<QLineEdit>("Walls and doorways");
        walls->setText("");
        QTest::keyClicks(walls, "4.2m 3.1m door=0.8x2.05m");
        QVERIFY(bench.says("6 pieces of 2"));
        const QTemporaryDir folder;
        auto* pane = static_cast<ui::TerminatePane*>(bench.page->paneWidget(BuildPage::Terminate));
        QCOMPARE(pane->savePdf(folder.filePath("end.pdf")), QString());
    }

    void theWorstCableComesFirstWithItsSiblings()
    {
        Bench bench(BuildPage::TestBook);
        QVERIFY(bench.says("3 of 15 cables tested, 1 bad"));
        QVERIFY(bench.says("b1: failed on 2026-11-14"));
        QVERIFY(bench.says("Test these first"));
        QVERIFY(bench.says("the same wall jack bindery, made by the previous owner"));
        QVERIFY(bench.says("the previous owner: 1 bad of 1, 3 untested"));
    }

    void aResultIsKeptShownAndUndone()
    {
        Bench bench(BuildPage::TestBook);
        bench.book().choose(bench.run("w1"));
        QVERIFY(bench.says("a contact has become poor"));
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.named<QLineEdit>("Margin")->setText("much");
        bench.button("Keep this result")->click();
        QVERIFY(bench.says("a figure is written"));
        QCOMPARE(bench.document->plan().cableTests.size(), before);
        bench.named<QLineEdit>("Margin")->setText("2.4db");
        bench.named<QLineEdit>("Limit")->setText("cat6a");
        bench.named<QLineEdit>("Wire map")->setText("1-1 2-2 3-3 4-4 5-5 6-6 7-7 7-8");
        bench.button("Keep this result")->click();
        QCOMPARE(bench.document->plan().cableTests.size(), before);
        bench.named<QLineEdit>("Wire map")->setText("1-1 2-2 3-3 4-4 5-5 6-6 7-7 8-8");
        bench.button("Keep this result")->click();
        QCOMPARE(bench.document->plan().cableTests.size(), before + 1);
        QVERIFY(bench.says("2.4 dB of margin") || bench.says(QString("2.4") + QChar(0x202f) + "dB of margin"));
        bench.document->undo();
        QCOMPARE(bench.document->plan().cableTests.size(), before);
    }

    void aTestersFileIsTakenInByItsKeptColumns()
    {
        Bench bench(BuildPage::TestBook);
        const QTemporaryDir folder;
        QFile file(folder.filePath("lent.csv"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("Cable ID,Date,Result,Length (ft),Wire Map\nEAST,2026-11-20,PASS,134.5,\nnone,2026-11-20,PASS,1,\n");
        file.close();
        auto* pane = static_cast<ui::TestBookPane*>(bench.page->paneWidget(BuildPage::TestBook));
        pane->openFile(file.fileName());
        // The mapping that the demo keeps has all its columns.
        auto* columns = bench.named<QLineEdit>("Which column holds what");
        QCOMPARE(columns->text(),
                 QString("run=Cable ID; on=Date; outcome=Result; length=Length (ft) in ft; map=Wire map"));
        bench.named<QLineEdit>("Keep this mapping as")->setText("another");
        bench.button("Import")->click();
        QVERIFY(bench.says("1 results of 1 runs, 1 rows left out"));
        QVERIFY(bench.says("the plan has no run “none”"));
        bench.book().choose(bench.run("east"));
        QVERIFY(bench.says("passed on 2026-11-20"));
        QCOMPARE(bench.document->plan().columnMaps.size(), std::size_t{2});
        columns->setText("length=Length (ft)");
        bench.button("Import")->click();
        QVERIFY(bench.says("which column names the run"));
    }

    void aLinkIsRunWithoutAnInstrument()
    {
        Bench bench(BuildPage::TestBook);
        bench.book().choose(bench.run("w1"));
        bench.button("Run it")->click();
        QVERIFY(bench.says("Write the address of the agent"));
        bench.named<QLineEdit>("Agent")->setText("10.20.0.3");
        bench.named<QLineEdit>("Rate of the link")->setText("10g");
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.button("Run it")->click();
        QVERIFY(QTest::qWaitFor([&] { return !bench.book().isLive(); }, 20000));
        QVERIFY2(bench.book().liveSays().contains("nothing is proved"), qPrintable(bench.book().liveSays()));
        // The stand-in has no card that counts: it is kept as not judged.
        QCOMPARE(bench.document->plan().cableTests.size(), before + 1);
        QCOMPARE(toQt(bench.book().run()->tests.back()->note).isEmpty(), false);
        QVERIFY(bench.book().run()->tests.back()->outcome == plan::TestOutcome::NotJudged);
    }

    void theStartUpClock()
    {
        Bench bench(BuildPage::BringUp);
        bench.up().setRestart(true);
        QVERIFY(bench.up().order().size() > 10);
        QCOMPARE(bench.up().order()[0].name.empty(), false);
        for (const build::BringUp& one : bench.up().order())
            if (one.name == "core") bench.up().choose(one.device);
        qint64 clock = 0;
        bench.up().setClock([&clock] { return clock; });
        bench.button("Its power is on: start the clock")->click();
        clock = 41'000;
        QTest::qWait(1100);
        QVERIFY(bench.says("0:49 left"));
        QVERIFY(bench.says("On for 0:41"));
        QVERIFY(bench.says("its ports should be lit by now"));
        QSignalSpy states(&bench.up(), &app::BringUpPresenter::stateChanged);
        clock = 301'000;
        QVERIFY(QTest::qWaitFor([&] { return states.count() == 1; }, 3000));
        QVERIFY(bench.says("now it may be called dead"));
        clock = 75'000;
        bench.button("It works")->click();
        const plan::Device* core = plan::deviceNamed(bench.document->plan(), "core");
        QCOMPARE(core->traits.count("start-s").value_or(0), 75);
        QVERIFY(bench.says("as this one was seen to"));
    }

    void readingsAreComparedAndKept()
    {
        Bench bench(BuildPage::BringUp);
        bench.up().setRestart(true);
        for (const build::BringUp& one : bench.up().order())
            if (one.name == "vault") bench.up().choose(one.device);
        auto* field = bench.named<QLineEdit>("Read at vault X1");
        QVERIFY(field);
        field->setText("rate=fast");
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(bench.says("a rate is written 25g or 100m"));
        field->setText("rate=1g duplex=half");
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(bench.says("one end is forced and the other negotiates"));
        // It is in the logbook, about the port, and stands when the bench is opened again.
        const auto& entries = bench.document->entries();
        QVERIFY(std::any_of(entries.begin(), entries.end(), [](const logbook::Entry& one) {
            return one.about && one.about->kind == "port" && one.text == "read: rate=1g duplex=half";
        }));
        app::BringUpPresenter again(*bench.document, bench.page->presenter(), {}, {});
        const plan::Device* vault = plan::deviceNamed(bench.document->plan(), "vault");
        for (const plan::Port* port : plan::portsOf(bench.document->plan(), vault->id))
            if (port->name == "X1") QCOMPARE(again.readingOf(port->id), QString("rate=1g duplex=half"));
    }

    void aMachineIsReadThroughItsAgent()
    {
        Bench bench(BuildPage::BringUp);
        bench.up().setRestart(true);
        for (const build::BringUp& one : bench.up().order())
            if (one.name == "vault") bench.up().choose(one.device);
        bench.named<QLineEdit>("Address of its agent")->setText("10.20.0.250");
        bench.button("Read")->click();
        QVERIFY(bench.says("nobody answers there"));
        bench.up().readAgent("10.20.0.9", "key");
        QVERIFY(QTest::qWaitFor([&] { return !bench.up().isReading(); }, 5000));
        QVERIFY2(!bench.up().readSays().isEmpty(), "what was read is said");
    }
    void aPathIsProbed()
    {
        Bench bench(BuildPage::BringUp);
        app::BringUpPresenter up(*bench.document, bench.page->presenter(), {},
                                 [] { return std::make_unique<measure::SimulatedProbe>(1400); });
        const plan::Plan& plan = bench.document->plan();
        const auto path = up.path(plan::deviceNamed(plan, "vault")->id, plan::deviceNamed(plan, "platen")->id);
        QVERIFY(path);
        up.probe("10.20.0.3", *path);
        QVERIFY(QTest::qWaitFor([&] { return !up.isProbing(); }, 5000));
        QVERIFY2(up.probeSays().startsWith("only 1400 of"), qPrintable(up.probeSays()));
    }
};

SOKUDO_TEST(BuildingPanesTest)
#include "building_panes_test.moc"
