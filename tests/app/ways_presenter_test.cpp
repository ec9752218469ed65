// SPDX-License-Identifier: GPL-3.0-or-later
// Other ways and "what if all", as the panes ask for them.
#include "app/presenters/ways_presenter.h"

#include "app/presenters/match_presenter.h"
#include "app/presenters/what_if_presenter.h"
#include "core/plan/edits.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {
plan::Plan lanternRowPlan()
{
    return store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "demo")->plan;
}
}  // namespace

class WaysPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void nothingIsTriedWhileNobodyLooks()
    {
        Desk desk;
        app::WaysPresenter presenter(*desk.document, desk.selection);
        QVERIFY(presenter.headline().startsWith("Select a link"));
        desk.selection.selectRun(desk.run("c2"));
        QVERIFY(!presenter.isBusy());
        QCOMPARE(presenter.rows()->rowCount(), 0);
        QCOMPARE(presenter.wish().rate, gigabits(10));
        QCOMPARE(presenter.wish().length, Length::of(12));
        presenter.setActive(true);
        QVERIFY(presenter.isBusy());
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isBusy(), 20000);
        QVERIFY(presenter.rows()->rowCount() > 5);
        QVERIFY2(presenter.headline().contains("options pass all rules"), qPrintable(presenter.headline()));
    }
    void theFirstIsWhatIsThereAndCostsNothing()
    {
        Desk desk;
        app::WaysPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("c2"));
        presenter.setActive(true);
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isBusy(), 20000);
        QCOMPARE(presenter.rows()->index(0, 0).data().toString(), "kept: OM4, 10GBASE-SR");
        QCOMPARE(presenter.rows()->index(0, 2).data().toString(), "0");
        const auto detail = presenter.detail(0);
        QVERIFY(detail && detail->buys.isEmpty() && detail->keeps.size() == 3);
        QVERIFY(detail->cautions.front().contains("Never look"));
        QVERIFY(!presenter.detail(-1) && !presenter.detail(9999));
        presenter.setPreference(match::Preference::MostHeadroom);
        QVERIFY(presenter.order().startsWith("Most headroom first"));
        QCOMPARE(presenter.rows()->index(0, 5).data().toString(), toQt("100\u202fGb/s"));
        QVERIFY(!presenter.practices().isEmpty() && !presenter.refused().isEmpty());
    }
    void useIsOneEditThatCanBeUndone()
    {
        Desk desk;
        app::WaysPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("attic"));
        const plan::Plan before = desk.document->plan();
        presenter.setActive(true);
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isBusy(), 20000);
        QVERIFY(presenter.rows()->rowCount() > 0);
        QVERIFY(!presenter.use(-1));
        QVERIFY(presenter.use(0));
        QCOMPARE(desk.document->undoStack().count(), 1);
        QVERIFY(!(desk.document->plan() == before));
        desk.settle();
        // the link as it is now passes, and it is the one that is selected
        const match::LinkReport* report = desk.document->analysis().reportOf(desk.selection.run());
        QVERIFY(report && report->verdict <= Verdict::Limited);
        desk.document->undo();
        QVERIFY(desk.document->plan() == before);
    }
    void aWishBetweenTwoPorts()
    {
        Desk desk;
        app::WaysPresenter presenter(*desk.document, desk.selection);
        presenter.setActive(true);
        const auto ports = presenter.ports();
        const auto port = [&](const char* name) {
            for (const auto& choice : ports)
                if (choice.name == name) return choice.id;
            return plan::PortId{};
        };
        presenter.ask({port("core 6"), port("core 7"), gigabits(25), Length::of(3), false, {}});
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isBusy(), 20000);
        QVERIFY2(presenter.rows()->rowCount() > 3, qPrintable(presenter.headline()));
        QVERIFY(presenter.rows()->index(0, 0).data().toString().startsWith("Direct-attach"));
        presenter.ask({port("core 6"), port("core 6"), gigabits(25), Length::of(3), false, {}});
        QCOMPARE(presenter.headline(), "Select two different ports.");
    }
    void whatCannotBeHadSaysWhatCan()
    {
        Desk desk;
        app::WaysPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("q1"));
        presenter.setActive(true);
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isBusy(), 20000);
        QVERIFY2(presenter.headline().startsWith(
                     toQt("No option reaches 100\u202fGb/s between these ports. At 63\u202fGb/s")),
                 qPrintable(presenter.headline()));
        desk.selection.selectRun(desk.run("west"));
        QVERIFY2(presenter.headline().contains("never measured"), qPrintable(presenter.headline()));
    }
    void whatIfAll()
    {
        Desk desk;
        app::MatchPresenter links(*desk.document, desk.selection);
        app::WhatIfPresenter presenter(*desk.document);
        links.setFilter({.medium = "om4"});
        QCOMPARE(links.shown().size(), std::size_t(4));
        presenter.ask(links.shown(), gigabits(10));
        QVERIFY(presenter.isBusy());
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isBusy(), 20000);
        QCOMPARE(presenter.rows()->rowCount(), 4);
        QVERIFY2(presenter.headline().contains("reach it now"), qPrintable(presenter.headline()));
        QVERIFY(presenter.runAt(0).isSet() && !presenter.runAt(99).isSet());
        links.setFilter({});
        presenter.ask(links.shown(), gigabits(100));
        presenter.stop();
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isBusy(), 20000);
        QVERIFY2(presenter.headline().contains("Stopped after"), qPrintable(presenter.headline()));
    }
    void placesAndCables()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        QVERIFY(presenter.places().size() >= 4);
        std::size_t sum = 0;
        for (const auto& [id, name] : presenter.places()) {
            presenter.setFilter({.place = id});
            for (const match::ReportPtr& report : presenter.shown()) {
                const plan::Device* a = plan::deviceOf(desk.document->plan(), report->link.a);
                const plan::Device* b = plan::deviceOf(desk.document->plan(), report->link.b);
                QVERIFY((a && a->place == id) || (b && b->place == id));
            }
            sum += presenter.shown().size();
        }
        QVERIFY(sum >= 23);
        presenter.setFilter({.medium = "dac"});
        QCOMPARE(presenter.links()->rowCount(), 2);
        QVERIFY(presenter.media().size() >= 7);
    }
    void aPieceIsSwapped()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("attic"));
        const auto cables = presenter.candidates(match::SwapTarget::Cable);
        const auto good = std::find_if(cables.begin(), cables.end(), [](const auto& row) { return row.id == "cat6a"; });
        QVERIFY(good != cables.end() && good->verdict == Verdict::Fits);
        QVERIFY(presenter.place(match::SwapTarget::Cable, good->id, good->name));
        desk.settle();
        QCOMPARE(*presenter.verdict(), Verdict::Fits);
        QVERIFY(!presenter.place(match::SwapTarget::Cable, "om9", "nothing"));
        desk.document->undo();
        desk.settle();
        QCOMPARE(*presenter.verdict(), Verdict::Marginal);
        const auto pieces = presenter.pieces();
        QCOMPARE(std::count_if(pieces.begin(), pieces.end(), [](const auto& piece) { return piece.swaps.has_value(); }),
                 1);
    }
    void aFindingIsAcceptedAndTakenBack()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("attic"));
        const app::FindingRow worst = presenter.findings().front();
        QVERIFY(!worst.clause.isEmpty());
        QVERIFY(!presenter.accept(worst.clause, worst.verdict, " "));  // a reason is needed
        QVERIFY(presenter.accept(worst.clause, worst.verdict, "the radio gives 2 Gb/s at most"));
        desk.settle();
        QVERIFY(*presenter.verdict() < Verdict::Marginal);
        const auto rows = presenter.findings();
        const auto accepted =
            std::find_if(rows.begin(), rows.end(), [](const auto& row) { return row.waiver.isSet(); });
        QVERIFY(accepted != rows.end() && accepted->accepted.startsWith("the radio gives"));
        QVERIFY(presenter.takeBack(accepted->waiver));
        desk.settle();
        QCOMPARE(*presenter.verdict(), Verdict::Marginal);
        desk.selection.selectRun(desk.run("yard"));  // unsafe: nothing to accept there
        QVERIFY(presenter.findings().front().clause.isEmpty());
        QVERIFY(!presenter.findings().front().caution.isEmpty());
    }
    void aBrokenOwnRowIsToldAndLeftOut()
    {
        QTemporaryDir folder;
        store::Project project{lanternRowPlan(), {}, {}, {}, {}, {}};
        project.plan = *plan::edits::putCatalogueRow(
            project.plan, {{4712}, "reach", {{"phy", "10gbase-sr"}, {"medium", "om4"}, {"max_length_m", "far"}}});
        auto file = store::ProjectFile::create(folder.filePath("broken.sokudo").toStdString(), project);
        QVERIFY(file);
        auto loaded = (*file)->load();
        app::Document document(knowledge(), std::move(*file), std::move(*loaded));
        QVERIFY2(document.notices().join("\n").contains("own row"), qPrintable(document.notices().join("\n")));
        QCOMPARE(&document.knowledge(), &knowledge());
        QCOMPARE(document.analysis().links.size(), std::size_t(30));  // nothing is lost
        QCOMPARE(document.plan().catalogue.size(), std::size_t(1));
    }
    void theOwnCatalogueJudges()
    {
        Desk desk;
        desk.selection.selectRun(desk.run("c2"));
        plan::CatalogueRow row{{4711}, "reach", {{"phy", "10gbase-sr"}, {"medium", "om4"}, {"max_length_m", "5"}}};
        QVERIFY(desk.document->edit("My reach", plan::edits::putCatalogueRow(desk.document->plan(), row)));
        desk.settle();
        QVERIFY(desk.document->analysis().reportOf(desk.run("c2"))->verdict > Verdict::Fits);
        row.cells["max_length_m"] = "far";
        QSignalSpy failed(desk.document.get(), &app::Document::failed);
        QVERIFY(!desk.document->edit("Bad", plan::edits::putCatalogueRow(desk.document->plan(), row)));
        QVERIFY(failed.size() == 1 && failed[0][0].toString().contains("own row"));
        desk.document->undo();
        desk.settle();
        QCOMPARE(desk.document->analysis().reportOf(desk.run("c2"))->verdict, Verdict::Fits);
        desk.document->redo();
        const auto again = store::ProjectFile::open(desk.file());
        QCOMPARE((*again)->load()->project.plan.catalogue.size(), std::size_t(1));
    }
};

SOKUDO_TEST(WaysPresenterTest)
#include "ways_presenter_test.moc"
