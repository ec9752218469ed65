// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/measure_presenter.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {
struct Bench : Desk {
    app::MeasurePresenter presenter{*document, selection, traffic};
    Bench() { selection.setPath({device("vault"), device("platen")}); }
};
}  // namespace

class MeasurePresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aTestIsRunKeptAndShown()
    {
        Bench bench;
        QSignalSpy progress(&bench.presenter, &app::MeasurePresenter::progress),
            finished(&bench.presenter, &app::MeasurePresenter::finished);
        measure::TrafficQuestion question;
        question.streams = 3;
        question.duration = Duration::of(3);
        question.warmup = Duration::of(1);
        const auto before = bench.document->records().trials().size();
        bench.presenter.start(question);
        QVERIFY(bench.presenter.isRunning());
        QVERIFY(finished.wait(5000));
        QVERIFY(finished[0][1].toBool());
        QVERIFY(progress.size() == 40);
        QCOMPARE(bench.document->records().trials().size(), before + 1);
        const measure::Trial& kept = bench.document->records().trials().back();
        QCOMPARE(kept.streams, 3);
        QCOMPARE(kept.origin, measure::Origin::Measured);
        QCOMPARE(kept.samples.size(), std::size_t{3});
        QCOMPARE(kept.rate.value, gigabits(9.38));
        QCOMPARE(bench.presenter.rows().front().id, kept.id);
        QCOMPARE(bench.presenter.rows().front().standing, "full");
    }
    void theBandIsThatOfTheTest()
    {
        Bench bench;
        measure::TrafficQuestion forward, both;
        both.direction = measure::Direction::Both;
        const auto one = bench.presenter.bandOf(forward), each = bench.presenter.bandOf(both);
        QVERIFY(one && each);
        // 10 Gb/s each way: 9.415 alone, 9.415 / (1 + 90 / 24608) beside the acknowledgements of the other way
        NEAR(inGigabits(one->high), 9.41482, 1e-4);
        NEAR(inGigabits(each->high), 9.3805, 1e-4);
        measure::Trial kept;
        kept.from = bench.selection.path().from;
        kept.to = bench.selection.path().to;
        kept.direction = measure::Direction::Both;
        QVERIFY(bench.presenter.bandOf(kept) == each);
        bench.selection.setPath({bench.device("vault"), bench.device("vault")});
        QVERIFY(!bench.presenter.bandOf(forward));
    }
    void problemsAreSaidAndNothingIsKept()
    {
        Bench bench;
        bench.traffic.problem = "no agent answers";
        QSignalSpy finished(&bench.presenter, &app::MeasurePresenter::finished);
        const auto before = bench.document->records().trials().size();
        bench.presenter.start({});
        QVERIFY(finished.wait(5000));
        QVERIFY(!finished[0][1].toBool());
        QVERIFY(finished[0][0].toString().contains("no agent answers"));
        QCOMPARE(bench.document->records().trials().size(), before);
    }
    void cancel()
    {
        Bench bench;
        bench.traffic.isHeld = true;
        QSignalSpy finished(&bench.presenter, &app::MeasurePresenter::finished),
            progress(&bench.presenter, &app::MeasurePresenter::progress);
        bench.presenter.start({});
        bench.presenter.start({});  // one at a time
        QVERIFY(progress.wait(5000));
        bench.presenter.cancel();
        QVERIFY(finished.wait(5000));
        QVERIFY(finished[0][0].toString().contains("stopped"));
        QCOMPARE(bench.traffic.asked, 1);
    }
    void typedResults()
    {
        Bench bench;
        QVERIFY(!bench.presenter.read("").good);
        QVERIFY(bench.presenter.read("3 GiB in 27 s ±1").good);
        QVERIFY(bench.presenter.read("quick").text.contains("write it like"));
        QVERIFY(!bench.presenter.keepTyped("quick", ""));
        QVERIFY(bench.presenter.keepTyped("1.15 GB/s", "evening"));
        const measure::Trial& kept = bench.document->records().trials().back();
        QCOMPARE(kept.origin, measure::Origin::Typed);
        QCOMPARE(kept.rate.value, gigabits(9.2));
        QCOMPARE(toQt(kept.note), "evening");
        QCOMPARE(toQt(kept.conditions.at("typed")), "1.15 GB/s");
    }
    void csvAllOrNothing()
    {
        Bench bench;
        QSignalSpy message(&bench.presenter, &app::MeasurePresenter::message);
        const auto before = bench.document->records().trials().size();
        QVERIFY(!bench.presenter.importCsv("rate\n9.4 Gb/s\nfast\n", "r.csv"));
        QCOMPARE(bench.document->records().trials().size(), before);
        QVERIFY(message.last()[0].toString().contains("r.csv:3"));
        QVERIFY(bench.presenter.importCsv("rate\n9.4 Gb/s\n9.3 Gb/s\n", "r.csv"));
        QCOMPARE(bench.document->records().trials().size(), before + 2);
    }
    void onlyThePathIsListed()
    {
        Bench bench;
        QCOMPARE(bench.presenter.rows().size(), std::size_t{5});
        bench.selection.setPath({bench.device("gate"), bench.device("platen")});
        QVERIFY(bench.presenter.rows().empty());
    }
};

SOKUDO_TEST(MeasurePresenterTest)
#include "measure_presenter_test.moc"
