// SPDX-License-Identifier: GPL-3.0-or-later
// Bringing gear up, and what the log says of it, behind the window.
#include "built_house.h"
#include "core/plan/edits.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

class BringUpPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theOrderFollowsTheVariant()
    {
        BuiltHouse bench(true);
        bench.buy.choose(bench.variant("a new switch in the rack"));
        bench.settle();
        QCOMPARE(bench.up.order().size(), std::size_t{1});
        QCOMPARE(bench.up.of(), QString("a new switch in the rack"));
        QCOMPARE(toQt(bench.up.device()->name), QString("spread-next"));
        // It is of a variant that is not open: its clock alone is wanted.
        bench.up.clock().setClock([] { return qint64{0}; });
        QVERIFY(bench.up.clock().works(bench.up.chosen()).contains("Start its clock"));
        bench.up.clock().start(bench.up.chosen());
        QCOMPARE(bench.up.clock().works(bench.up.chosen()), QString());
        QVERIFY(!bench.up.clock().elapsed(bench.up.chosen()));
        bench.up.setRestart(true);
        QVERIFY(bench.up.order().size() > 10);
        QVERIFY(bench.up.isRestart());
    }
    void aMachineIsRead()
    {
        BuiltHouse bench;
        bench.up.setRestart(true);
        bench.up.choose(bench.device("platen"));
        bench.up.readings().readMachine();
        QVERIFY(QTest::qWaitFor([&] { return !bench.up.readings().isReading(); }, 10000));
        QVERIFY(!bench.up.readings().readSays().isEmpty());
        bench.up.choose(bench.device("gate"));
        bench.up.readings().readMachine();
        QVERIFY(bench.up.readings().readSays().contains("is not this machine"));
        bench.up.readings().readAgent("10.20.0.9", "key");
        QVERIFY(bench.up.readings().readSays().contains("no agent can be asked here"));
        bench.up.readings().readSwitch("10.20.0.2", "public");
        QVERIFY(bench.up.readings().readSays().contains("no switch can be asked here"));
        QVERIFY(bench.up.readings().isChosenSwitch());
        QCOMPARE(bench.up.readings().addressOfChosen(), QString("10.20.0.1"));
    }
    void countersHaveABaseline()
    {
        BuiltHouse bench;
        const plan::Port* port = plan::portsOf(bench.document->plan(), bench.device("core")).front();
        QVERIFY(!bench.up.readings().countsSince(port->id));
        QVERIFY(bench.up.readings().count(port->id, "crc").contains("write what the port counted"));
        QCOMPARE(bench.up.readings().count(port->id, "frames=1m crc=0"), QString());
        QVERIFY(!bench.up.readings().countsSince(port->id));  // the baseline alone
        QCOMPARE(bench.up.readings().count(port->id, "frames=9m crc=4"), QString());
        QVERIFY(bench.up.readings().countsSince(port->id)->verdict == Verdict::Marginal);
        QCOMPARE(bench.up.readings().countsOf(port->id), QString("crc=4 frames=9000000"));
        // Another presenter reads them out of the logbook.
        BringUpPresenter again(*bench.document, bench.buy, {}, {});
        QVERIFY(again.readings().countsSince(port->id)->verdict == Verdict::Marginal);
    }
    void whatIsSetOtherwise()
    {
        BuiltHouse bench;
        QCOMPARE(bench.up.settings().changedSettings().size(), std::size_t{2});
        QVERIFY(!bench.up.settings().findings().empty());
        QVERIFY(bench.up.settings().addresses());
        QVERIFY(!bench.up.settings().path({}, bench.device("vault")));
    }

    /// A change of one object is found in its history; one of several is of none.
    void theLogbookSpeaksOfObjects()
    {
        BuiltHouse bench;
        plan::Run run = *bench.document->plan().runs.find(bench.run("w1"));
        run.note = "re-terminated";
        QVERIFY(bench.document->edit("Note of w1", plan::edits::putRun(bench.document->plan(), run)));
        const auto about = [&](const char* text) -> std::optional<plan::Subject> {
            for (const logbook::Entry& one : bench.document->records().entries())
                if (one.text.find(text) != std::string::npos) return one.about;
            return std::nullopt;
        };
        QVERIFY(about("Note of w1") == plan::Subject({"run", run.id.value}));
        bench.results.choose(run.id);
        const auto history = bench.results.history();
        QVERIFY(std::any_of(history.begin(), history.end(), [](const jobs::Happened& one) {
            return one.kind == "log" && one.what.text() == "Note of w1";
        }));
        plan::Plan both = bench.document->plan();
        for (const char* label : {"w1", "w2"}) {
            plan::Run changed = *both.runs.find(bench.run(label));
            changed.note = "both";
            both = *plan::edits::putRun(both, changed);
        }
        QVERIFY(bench.document->edit("Note of two", Result<plan::Plan>(both)));
        QVERIFY(!about("Note of two"));
        // What is said of one object stands with it through a file that is opened again.
        QVERIFY(bench.document->records().writeNoteAbout("seen", {"run", run.id.value}));
        QVERIFY(!bench.document->records().writeNoteAbout("  ", {"run", run.id.value}));
        QVERIFY(about("seen") == plan::Subject({"run", run.id.value}));
    }
};

SOKUDO_TEST(BringUpPresenterTest)
#include "bring_up_presenter_test.moc"
