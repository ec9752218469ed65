// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/neighbours_presenter.h"

#include "desk.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

class NeighboursPresenterTest : public QObject {
    Q_OBJECT
    static measure::SeenHosts twoHosts()
    {
        measure::SeenHosts seen;
        seen.hosts =
            measure::readLeaseLines("1 02:4c:52:00:00:10 10.20.0.10 vault *\n1 00:00:5e:00:53:07 10.20.0.88 guest *\n");
        seen.makers = "00-00-5E   (hex)\t\tNumbers Authority\n";
        seen.from = {"/var/lib/misc/lan.leases"};
        return seen;
    }
private Q_SLOTS:
    void withoutAMachineThereIsNothing()
    {
        Desk desk;
        NeighboursPresenter presenter(*desk.document, {});
        presenter.look();
        QVERIFY(!presenter.isLooking() && presenter.rows().empty());
        QVERIFY(presenter.sentence().contains("cannot look"));
    }
    void nobodyWasSeen()
    {
        Desk desk;
        NeighboursPresenter presenter(*desk.document, [] { return measure::SeenHosts{}; });
        QVERIFY(presenter.sentence().contains("Nothing was looked at") && presenter.missing().empty());
        presenter.look();
        QVERIFY(presenter.isLooking());
        QTRY_VERIFY(!presenter.isLooking());
        QVERIFY(presenter.from().contains("has seen nobody"));
        // All that have an address in the inventory are missing.
        QCOMPARE(presenter.missing().size(), 4u);
    }
    void strangersFirstWithTheirMaker()
    {
        Desk desk;
        NeighboursPresenter presenter(*desk.document, &twoHosts);
        presenter.look();
        QTRY_COMPARE(presenter.rows().size(), 2u);
        QVERIFY(!presenter.rows()[0].device.isSet());
        QCOMPARE(toQt(presenter.rows()[0].maker), "Numbers Authority");
        QCOMPARE(presenter.rows()[1].device, desk.device("vault"));
        QVERIFY(presenter.rows()[1].isPrivate && presenter.rows()[1].maker.empty());
        QVERIFY(presenter.sentence().startsWith("2 seen, 1 of them not in the inventory; not seen: "));
        QVERIFY(!presenter.from().contains("ieee-data"));
    }
    void aStrangerIsTakenIn()
    {
        Desk desk;
        NeighboursPresenter presenter(*desk.document, &twoHosts);
        presenter.look();
        QTRY_COMPARE(presenter.rows().size(), 2u);
        QVERIFY(!presenter.know(9, desk.device("scan")));
        QVERIFY(!presenter.know(0, {}));
        QVERIFY(presenter.know(0, desk.device("scan")));
        QVERIFY(presenter.sentence().startsWith("2 seen, 0 of them"));
        const auto& accesses = desk.document->plan().accesses;
        QVERIFY(std::any_of(accesses.begin(), accesses.end(), [&](const plan::Access& one) {
            return one.device == desk.device("scan") && one.address == "10.20.0.88";
        }));
        desk.document->undo();
        QVERIFY(presenter.sentence().startsWith("2 seen, 1 of them"));
    }
};

SOKUDO_TEST(NeighboursPresenterTest)
#include "neighbours_presenter_test.moc"
