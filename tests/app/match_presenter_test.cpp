// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/match_presenter.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

class MatchPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void linksWorstFirst()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        auto* links = presenter.links();
        QCOMPARE(links->rowCount(), 30);
        QCOMPARE(links->index(0, 0).data().toString(), "spread 12 — store-sw 8");
        int before = 6;
        for (int i = 0; i < links->rowCount(); ++i) {
            const int verdict = links->index(i, 0).data(app::MatchPresenter::kVerdictRole).toInt();
            QVERIFY(verdict <= before);
            before = verdict;
            QVERIFY(!links->index(i, 0).data(app::MatchPresenter::kReasonRole).toString().isEmpty());
            QVERIFY(!links->index(i, 0).data(Qt::AccessibleTextRole).toString().isEmpty());
        }
    }
    void filters()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        presenter.setFilter({.words = " KILN"});
        QCOMPARE(presenter.links()->rowCount(), 4);
        presenter.setFilter({.verdict = Verdict::NoLink});
        QCOMPARE(presenter.links()->rowCount(), 2);
        presenter.setFilter({});
        QCOMPARE(presenter.links()->rowCount(), 30);
    }
    void theCouplingOfTheNarrowSlot()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("q1"));
        QCOMPARE(presenter.title(), "core Q1 — platen 1");
        QVERIFY(presenter.sentence().startsWith("Limited, plan on 63"));
        QVERIFY(presenter.wanted().contains("100"));
        QStringList names;
        for (const auto& piece : presenter.pieces()) names << piece.name;
        QCOMPARE(names, QStringList({"port Q1", "100GBASE-SR4", "OM4", "100GBASE-SR4", "port 1", "×16 shape"}));
        const auto pieces = presenter.pieces();
        QCOMPARE(*pieces[4].joint, Verdict::Limited);
        QCOMPARE(*pieces[0].joint, Verdict::Fits);
        QVERIFY(!pieces[5].joint);
        QCOMPARE(presenter.findings().front().verdict, Verdict::Limited);
        QVERIFY(presenter.findings().front().working.contains("GT/s"));
    }
    void gapsAndJacks()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("c5"));
        const auto forced = presenter.pieces();
        QVERIFY(std::any_of(forced.begin(), forced.end(),
                            [](const auto& piece) { return piece.joint == Verdict::NoLink; }));
        // Unequal FEC parts the two ends: one gap, between the cable and the far module; the cable itself is blameless.
        desk.selection.selectRun(desk.run("q2"));
        const auto parted = presenter.pieces();
        QCOMPARE(std::count_if(parted.begin(), parted.end(),
                               [](const auto& piece) { return piece.joint == Verdict::NoLink; }),
                 1);
        QCOMPARE(parted[2].caption, "run q2");
        QCOMPARE(*parted[2].joint, Verdict::NoLink);
        QVERIFY(!parted[2].own);
        desk.selection.selectRun(desk.run("w1"));
        QStringList captions;
        for (const auto& piece : presenter.pieces()) captions << piece.caption;
        QVERIFY(captions.contains("wall jack"));
        desk.selection.selectRun(desk.run("b2"));
        QCOMPARE(presenter.pieces().back().name, "not traced");
    }
    void selectionGoesBothWays()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        QCOMPARE(presenter.selectedRow(), -1);
        presenter.select(1);
        QCOMPARE(presenter.selectedRow(), 1);
        desk.selection.selectDevice(desk.device("attic-ap"));
        QCOMPARE(presenter.title(), "spread 20 — attic-ap 1");
        desk.selection.clear();
        QVERIFY(presenter.pieces().empty() && presenter.findings().empty() && !presenter.verdict());
    }
};

SOKUDO_TEST(MatchPresenterTest)
#include "match_presenter_test.moc"
