// SPDX-License-Identifier: GPL-3.0-or-later
// What the Power bench shows of the demo house, without a window.
#include "app/presenters/power_presenter.h"

#include <QSignalSpy>

#include "desk.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

struct Shown : Desk {
    app::PowerPresenter power{*document, selection};
    explicit Shown(bool demo = true) : Desk(demo)
    {
        power.setActive(true);
        wait();
    }
    /// Until the view and the repairs are those of the plan as it is.
    void wait()
    {
        settle();
        QVERIFY(QTest::qWaitFor(
            [&] {
                return power.view() && !power.isWorking() && !power.repairs().isSearching() &&
                       *power.view()->plan == document->plan();
            },
            30000));
    }
    void line(const char* text)
    {
        QVERIFY(document->edit(text, houseOf(text, document->plan())));
        wait();
    }
    QString cell(QAbstractItemModel* rows, const QString& first, int column) const
    {
        for (int row = 0; row < rows->rowCount(); ++row)
            if (rows->index(row, 0).data().toString() == first) return rows->index(row, column).data().toString();
        return {};
    }
    int rowOf(QAbstractItemModel* rows, const QString& first) const
    {
        for (int row = 0; row < rows->rowCount(); ++row)
            if (rows->index(row, 0).data().toString() == first) return row;
        return -1;
    }
    /// Plays the outage of that title.
    bool play(const QString& title)
    {
        for (const auto& one : power.outage().outages())
            if (one.text == title) {
                power.outage().play(one.outage);
                return true;
            }
        return false;
    }
};

}  // namespace

class PowerPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void nothingIsWorkedOutUnseen()
    {
        Desk desk;
        app::PowerPresenter power(*desk.document, desk.selection);
        desk.settle();
        QVERIFY(!power.view() && !power.isWorking());
        QCOMPARE(power.outage().title(), QString("…"));
        QVERIFY(power.outage().goneAt({}).empty());
        QVERIFY(power.portsFor(gigabits(1), 1).isEmpty());
    }
    void wattsAsTheyAreWritten()
    {
        QCOMPARE(app::wattsText({Watt::of(46), Watt::of(46), Watt::of(46)}), QString("46\u202fW"));
        QCOMPARE(app::wattsText({Watt::of(8), Watt::of(12.5), Watt::of(20)}), QString("12.5\u202fW (8 to 20)"));
    }
    void sourcesAndLoads()
    {
        Shown shown;
        QAbstractItemModel* sources = shown.power.sourceRows();
        QCOMPARE(sources->rowCount(), 3);
        QCOMPARE(shown.cell(sources, "store-sw", 1), QString("30\u202fW"));
        QCOMPARE(shown.cell(sources, "store-sw", 2), QString("15.4\u202fW"));  // class 3 alone
        QCOMPARE(shown.cell(sources, "store-sw", 4), QString("15.5\u202fW"));  // 6.1 and 9.4 as read
        shown.power.showSource(shown.rowOf(sources, "store-sw"));
        QAbstractItemModel* loads = shown.power.loadRows();
        QCOMPARE(loads->rowCount(), 2);
        QCOMPARE(shown.cell(loads, "store-sw 2", 5), QString("fed; by class it would be refused"));
        QCOMPARE(loads->index(1, 0).data(app::PowerPresenter::kMarkRole).toInt(), static_cast<int>(Verdict::Limited));
        QVERIFY(loads->index(1, 0).data(Qt::AccessibleTextRole).toString().contains("limited"));
        QCOMPARE(shown.power.sourceSays().size(), 8);
        shown.power.showSource(shown.rowOf(sources, "landing-sw"));
        QVERIFY(shown.power.sourceSays().first().contains("pse-budget"));
    }
    void pointsWithWhomTheyCutOff()
    {
        Shown shown;
        QAbstractItemModel* points = shown.power.pointRows();
        const int street = shown.rowOf(points, "run street");
        QVERIFY(street >= 0);
        QCOMPARE(points->index(street, 1).data().toString(), QString("cable"));
        const QStringList says = shown.power.pointSays(street);
        QVERIFY(says.join(' ').contains("spread 14, converter LAN"));
        QVERIFY(shown.power.pointSays(9999).isEmpty() && shown.power.pointSays(-1).isEmpty());
        // Falling: the gravest first.
        for (int row = 1; row < points->rowCount(); ++row)
            QVERIFY(points->index(row - 1, 2).data().toInt() >= points->index(row, 2).data().toInt());
    }
    void placesAndVents()
    {
        Shown shown;
        QAbstractItemModel* places = shown.power.placeRows();
        const int closet = shown.rowOf(places, "closet");
        QVERIFY(places->index(closet, 2).data().toString().startsWith("38"));
        QVERIFY(shown.power.placeSays(closet).join(' ').contains("of air keep it at"));
        QVERIFY(shown.power.withVents(closet, 4, 60, 0).contains("times the air"));
        QVERIFY(!shown.power.withVents(closet, 0, 0, 0).contains("times the air"));
        QVERIFY(shown.power.withVents(closet, 0, 0, 40).contains("settles at"));
        QVERIFY(shown.power.withVents(shown.rowOf(places, "Cellar"), 2, 60, 0).contains("litres"));
        QVERIFY(shown.power.placeSays(-1).isEmpty() && shown.power.withVents(99, 1, 1, 1).isEmpty());
    }
    void wouldItSuit()
    {
        Shown shown;
        plan::PlaceId closet;
        for (const plan::Place& place : shown.document->plan().places)
            if (place.name == "closet") closet = place.id;
        const auto says = shown.power.suits(shown.device("kiln-a"), closet);
        QVERIFY(!says.empty());
        QCOMPARE(says.front().rule, std::string("too-warm"));
        QVERIFY(shown.power.suits({999}, closet).empty());
    }
    /// Minute by minute; what is gone for one reason stands in one line.
    void anOutage()
    {
        Shown shown;
        QCOMPARE(shown.power.outage().title(), QString("Mains off in the whole house"));
        QVERIFY(shown.power.outage().says().startsWith("At once: no phones, internet: the media converter in Study"));
        QVERIFY(shown.power.outage().offAt({}).contains(shown.device("converter")));
        QVERIFY(!shown.power.outage().offAt({}).contains(shown.device("core")));
        QVERIFY(shown.power.outage().offAt(Duration::of(7200)).contains(shown.device("core")));
        const auto gone = shown.power.outage().goneAt({});
        QCOMPARE(gone.front().names, QString("phones, internet"));
        QVERIFY(gone.front().isService);
        int devices = 0;
        for (const auto& one : gone)
            if (!one.isService) devices += static_cast<int>(one.names.count(',')) + 1;
        QCOMPARE(devices, static_cast<int>(shown.power.outage().offAt({}).size()));
        QVERIFY(shown.power.outage().standingAt({}).startsWith("13 of 26 devices still work"));
        QVERIFY(shown.power.outage().standingAt(Duration::of(7200)).startsWith("0 of 26"));
    }
    void oneCircuitOnePlaceOneThing()
    {
        Shown shown;
        QVERIFY(shown.play("Circuit press is off"));
        QCOMPARE(shown.power.outage().offAt({}).size(), 2u);
        QCOMPARE(shown.power.outage().says(), QString("Lasts: internet in part, storage in part."));
        QVERIFY(shown.play("Mains off in Paper store"));
        QCOMPARE(shown.power.outage().offAt({}).size(), 3u);
        QVERIFY(shown.play("landing-sw is broken"));
        QVERIFY(shown.power.outage().offAt({}).contains(shown.device("study-ap")));
        QVERIFY(shown.play("Cable street is cut"));
        QVERIFY(shown.power.outage().says().contains("cable street is cut"));
        // What went off is deleted: the house as a whole is played instead.
        QVERIFY(shown.play("landing-sw is broken"));
        shown.line("delete landing-sw");
        QCOMPARE(shown.power.outage().title(), QString("Mains off in the whole house"));
    }
    void repairsAreMadeOnce()
    {
        Shown shown;
        int splitter = -1;
        for (std::size_t i = 0; i < shown.power.repairs().repairs().size(); ++i)
            if (shown.power.repairs().repairs()[i].kind == "splitter") splitter = static_cast<int>(i);
        QVERIFY(splitter >= 0);
        QVERIFY(!shown.power.repairs().use(-1) && !shown.power.repairs().use(999));
        const int steps = shown.document->undoStack().count();
        QVERIFY(shown.power.repairs().use(splitter));
        QCOMPARE(shown.document->undoStack().count(), steps + 1);
        // The list is of the house before: until it is tried again nothing of it is made.
        QSignalSpy failed(shown.document.get(), &app::Document::failed);
        QVERIFY(!shown.power.repairs().use(splitter));
        QCOMPARE(failed.count(), 1);
        shown.wait();
        for (const power::Repair& one : shown.power.repairs().repairs()) QVERIFY(one.kind != "splitter");
        QVERIFY(!shown.power.outage().says().contains("no phones, internet"));
    }
    void theSearchIsStopped()
    {
        Shown shown;
        shown.document->edit("more", houseOf("add place cabin\n", shown.document->plan()));
        shown.settle();
        QVERIFY(QTest::qWaitFor([&] { return !shown.power.isWorking(); }, 10000));
        shown.power.repairs().stop();
        QVERIFY(!shown.power.repairs().isSearching());
    }
    void whatABackupCarries()
    {
        Shown shown;
        const QStringList all = shown.power.carriedBy(gigabits(10));
        QVERIFY(all.size() >= 3);
        QVERIFY(all.first().startsWith("house phone"));
        for (const QString& one : all) QVERIFY(one.endsWith("carried"));
        QVERIFY(shown.power.carriedBy(BitRate::of(2e5)).last().endsWith("not beside the others"));
    }
    void anEmptyHouse()
    {
        Shown shown(false);
        QCOMPARE(shown.power.sourceRows()->rowCount(), 0);
        QCOMPARE(shown.power.pointRows()->rowCount(), 0);
        QVERIFY(shown.power.repairs().repairs().empty());
        QCOMPARE(shown.power.outage().outages().size(), 1u);
        QVERIFY(shown.power.chainSays(0).isEmpty());
    }
};

SOKUDO_TEST(PowerPresenterTest)
#include "power_presenter_test.moc"
