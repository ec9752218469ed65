// SPDX-License-Identifier: GPL-3.0-or-later
// Flows at once and jobs, as the panes of the path page ask for them.
#include "app/presenters/flows_presenter.h"
#include "app/presenters/upgrade_presenter.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

class FlowsPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void nothingIsWorkedOutUnseen()
    {
        Desk desk;
        app::FlowsPresenter presenter(*desk.document);
        QCOMPARE(presenter.flows()->rowCount(), 0);
        presenter.setActive(true);
        QCOMPARE(presenter.flows()->rowCount(), 7);
        QCOMPARE(presenter.sets(), QStringList{"busy evening"});
        QVERIFY2(presenter.headline().startsWith("7 flows at once"), qPrintable(presenter.headline()));
    }
    /// The array of six serves three at once: 7.2 Gb/s of reading, and of writing (6 - 2) * 250 MB/s * 0.68 = 5.44.
    void whatTheDemoEveningShows()
    {
        Desk desk;
        app::FlowsPresenter presenter(*desk.document);
        presenter.setActive(true);
        QCOMPARE(presenter.flows()->index(1, 4).data().toString(), "disks of vault");
        const auto detail = presenter.detail(1);
        QVERIFY(detail && detail->slowedBy.contains("plates come in") && !presenter.detail(99));
        // three writers' and readers' time on the disks adds up to all of it
        QCOMPARE(presenter.flows()->index(0, 1).data().toString(), presenter.flows()->index(1, 1).data().toString());
        const auto bars = presenter.bars();
        QCOMPARE(bars.size(), std::size_t{7});
        for (const auto& bar : bars) QVERIFY(bar.rate <= bar.alone + 1e-9 && bar.alone <= 1);
        QVERIFY(presenter.trunks()->rowCount() >= 3);
    }
    void flowsAreAddedAndTakenAway()
    {
        Desk desk(false);
        app::FlowsPresenter presenter(*desk.document);
        presenter.setActive(true);
        QVERIFY(presenter.headline().startsWith("No flows yet"));
        Desk demo;
        app::FlowsPresenter shares(*demo.document);
        shares.setActive(true);
        plan::Flow flow{shares.newId(), "night", "copy", demo.device("vault"), demo.device("platen"), true};
        QVERIFY(shares.add(flow));
        demo.settle();
        QCOMPARE(shares.set(), "night");
        QCOMPARE(shares.flows()->rowCount(), 1);
        demo.document->undo();
        demo.settle();
        QCOMPARE(shares.set(), "busy evening");
        QVERIFY(shares.remove(0));
        demo.settle();
        QCOMPARE(shares.flows()->rowCount(), 6);
        flow.name.clear();
        QVERIFY(!shares.add(flow));
    }
    void jobsAndTheirTiers()
    {
        Desk desk;
        app::UpgradePresenter presenter(*desk.document);
        QCOMPARE(presenter.jobs()->rowCount(), 0);
        presenter.setActive(true);
        QCOMPARE(presenter.jobs()->rowCount(), 4);
        presenter.choose(1);
        QVERIFY2(presenter.sentence().contains("disks of vault"), qPrintable(presenter.sentence()));
        QVERIFY(presenter.now().contains("500") || presenter.now().contains("1 times a week"));
        QVERIFY(presenter.tiers()->rowCount() >= 2);
        // the search of parts runs beside and fills in the cost
        QTRY_VERIFY_WITH_TIMEOUT(!presenter.isPricing(), 60000);
        const QString cost = presenter.tiers()->index(0, 5).data().toString();
        QVERIFY2(cost.toDouble() > 100, qPrintable(cost));
        QVERIFY(presenter.buys(0).contains("25G card, SFP28 for vault"));
    }
    void aSteadyJobSaysEnoughOrNot()
    {
        Desk desk;
        app::UpgradePresenter presenter(*desk.document);
        presenter.setActive(true);
        QCOMPARE(presenter.jobs()->index(2, 1).data().toString(), "enough");
        QCOMPARE(presenter.jobs()->index(3, 1).data().toString(), "enough");  // 12 × 14 Mb/s × 1.5 = 252 Mb/s
        plan::RegularJob job{presenter.newId(), "films", desk.device("vault"), desk.device("platen")};
        job.purpose = "film-4k";
        QVERIFY(presenter.add(job));
        desk.settle();
        QCOMPARE(presenter.jobs()->rowCount(), 5);
        QVERIFY(presenter.remove(4));
        desk.settle();
        QCOMPARE(presenter.jobs()->rowCount(), 4);
        QCOMPARE(app::UpgradePresenter::sizeOf("80 GB")->steps(), std::int64_t{80'000'000'000});
        QCOMPARE(app::UpgradePresenter::sizeOf("3 GiB")->steps(), std::int64_t{3'221'225'472});
        QVERIFY(!app::UpgradePresenter::sizeOf("much"));
    }
};

SOKUDO_TEST(FlowsPresenterTest)
#include "flows_presenter_test.moc"
