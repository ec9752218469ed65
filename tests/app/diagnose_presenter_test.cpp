// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/diagnose_presenter.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {
struct Bench : Desk {
    app::DiagnosePresenter presenter{*document, selection, shippedHosts()};
    Bench() { selection.setPath({device("scan"), device("vault")}); }
};
}  // namespace

class DiagnosePresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theSlowScanner()
    {
        Bench bench;
        QCOMPARE(bench.presenter.heading(), "Why is scan → vault slow?");
        QVERIFY(bench.presenter.sentence().contains("Measured 941"));
        const auto causes = bench.presenter.causes(10);
        QCOMPARE(causes.size(), std::size_t{11});
        QVERIFY(causes[0].title.startsWith("Hidden slower hop"));
        QVERIFY2(causes[0].portion > 0.25, qPrintable(QString::number(causes[0].portion)));
        QVERIFY(causes[0].reason.contains("1 Gb/s hop") || causes[0].reason.contains("hop gives"));
        QVERIFY(causes.back().title.endsWith("others"));
        double sum = 0;
        for (const auto& row : causes) sum += row.portion;
        NEAR(sum, 1.0, 1e-9);
        QVERIFY(!bench.presenter.tried().isEmpty());
        // 941 Mb/s may have taken the other way: it proves no link on this one
        QVERIFY(bench.presenter.ruledOut().isEmpty());
        bench.presenter.answer("e27", false);
        QCOMPARE(bench.presenter.ruledOut().size(), 1);
        QVERIFY(bench.presenter.ruledOut()[0].startsWith(
            "another lead changed nothing. Not the cause: Damaged patch lead"));
    }
    void evidenceSaysWhereItComesFrom()
    {
        Bench bench;
        const auto rows = bench.presenter.evidence();
        QVERIFY(rows.size() >= 12);
        for (const auto& row : rows) QVERIFY(!row.text.isEmpty() && !row.witness.isEmpty());
        QCOMPARE(rows.front().flag, std::string("e06"));
    }
    void readingTheHostsAddsEvidence()
    {
        Bench bench;
        const auto before = bench.presenter.evidence().size();
        QSignalSpy read(&bench.presenter, &app::DiagnosePresenter::hostsRead);
        bench.presenter.readHosts();
        QVERIFY(read.wait(5000));
        const QString said = read[0][0].toString();
        QVERIFY2(said.contains("scan read") && said.contains("vault cannot be read"), qPrintable(said));
        QVERIFY(bench.presenter.evidence().size() > before);  // what both ends must answer stays open
        const auto rows = bench.presenter.evidence();
        QVERIFY(std::any_of(rows.begin(), rows.end(),
                            [](const auto& row) { return row.flag == "e02" && row.present && row.witness == "read"; }));
    }
    void aConclusionGoesIntoTheLogbook()
    {
        Bench bench;
        const auto before = bench.document->records().entries().size();
        QVERIFY2(bench.presenter.conclusion().contains("most likely"), qPrintable(bench.presenter.conclusion()));
        QVERIFY(bench.presenter.keepConclusion());
        const auto& entry = bench.document->records().entries().back();
        QCOMPARE(bench.document->records().entries().size(), before + 1);
        QCOMPARE(entry.kind, logbook::EntryKind::Diagnosis);
        QVERIFY(entry.trial.isSet() && toQt(entry.text) == bench.presenter.conclusion());
    }
    void answersMoveBelief()
    {
        Bench bench;
        const double before = bench.presenter.causes(1)[0].portion;
        bench.presenter.answer("e30", true);
        QVERIFY(bench.presenter.causes(1)[0].portion > before);
        QVERIFY(bench.presenter.evidence().front().told);
        bench.presenter.answer("e30", true);
        NEAR(bench.presenter.causes(1)[0].portion, before, 1e-9);
    }
    void whatCannotBeAnsweredAndWhatDidNotHelp()
    {
        Bench bench;
        const auto asksFor = [&](const std::string& flag) {
            for (const auto& row : bench.presenter.next(60))
                for (const auto& question : row.questions)
                    if (question.flag == flag) return true;
            return false;
        };
        QVERIFY(asksFor("e30"));
        bench.presenter.cannotTell("e30");
        QVERIFY(!asksFor("e30"));
        const auto rows = bench.presenter.evidence();
        QVERIFY(std::any_of(rows.begin(), rows.end(), [](const auto& row) { return row.flag == "e30" && row.unsure; }));
        bench.presenter.cannotTell("e30");
        QVERIFY(asksFor("e30"));
        const auto first = bench.presenter.causes(1)[0];
        bench.presenter.fixFailed(first.id);
        QVERIFY(bench.presenter.causes(1)[0].id != first.id);
        QCOMPARE(bench.presenter.struckOff().size(), std::size_t{1});
        bench.presenter.fixFailed(first.id);
        QCOMPARE(bench.presenter.causes(1)[0].id, first.id);
    }
    void nextChecksAskOnlyWhatIsOpen()
    {
        Bench bench;
        const auto next = bench.presenter.next(5);
        QVERIFY(next.size() == 5);
        QVERIFY(next[0].canRead);
        for (const auto& row : next) {
            QVERIFY(!row.cost.isEmpty() && !row.gain.isEmpty() && !row.questions.empty());
            for (const auto& question : row.questions) QVERIFY(!question.text.isEmpty());
        }
    }
    void aGoodPathIsNotAccused()
    {
        Bench bench;
        bench.selection.setPath({bench.device("vault"), bench.device("platen")});
        QCOMPARE(bench.presenter.heading(), "vault → platen is as fast as expected");
        QVERIFY(bench.presenter.isFine() && bench.presenter.causes(10).empty() && bench.presenter.next(5).empty());
    }
    void withoutAResultItSaysWhatToDo()
    {
        Bench bench;
        bench.selection.setPath({bench.device("kiln-a"), bench.device("platen")});
        QVERIFY(!bench.presenter.hasTrial());
        QVERIFY(bench.presenter.sentence().contains("Measure it first"));
        QVERIFY(bench.presenter.causes(5).empty() && bench.presenter.next(5).empty() &&
                bench.presenter.evidence().empty());
    }
};

SOKUDO_TEST(DiagnosePresenterTest)
#include "diagnose_presenter_test.moc"
