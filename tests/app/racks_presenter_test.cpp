// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/racks_presenter.h"

#include "desk.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Shown : Desk {
    explicit Shown(const char* lines = "")
    {
        if (*lines) document->edit("lines", houseOf(lines, document->plan()));
    }
    RacksPresenter building{*document, selection};
    QString note() const { return building.rackNote(building.racks().front()); }
};

}  // namespace

class RacksPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void floorsFromTheTopDown()
    {
        Shown shown;
        const auto floors = shown.building.floors();
        QStringList names;
        for (const auto& one : floors) names << one.name;
        QCOMPARE(names, (QStringList{"level 2", "level 1", "level 0", "level -1", "paper store"}));
    }
    void theRackOfTheDemo()
    {
        Shown shown;
        QCOMPARE(shown.building.racks().size(), 1u);
        // 4.8 + 6.4 + 15 + 11 kg; 1 + 1 + 4 + 2 units.
        QCOMPARE(shown.note(), "8 of 12 units used · 37.2 kg in it of 120 kg");
        QVERIFY(shown.building.rackNote({424242}).isEmpty());
    }
    void tooHeavy()
    {
        Shown shown("set place R1 carries-weight=30kg");
        QVERIFY2(shown.note().contains("of 30 kg: too heavy"), qPrintable(shown.note()));
    }
    void whatIsNotWeighedIsSaid()
    {
        Shown shown("set core weight=unknown");
        QVERIFY2(shown.note().contains("32.4 kg in it of 120 kg, 1 not weighed"), qPrintable(shown.note()));
    }
    void topHeavy()
    {
        // The centre of mass moves above the middle of the rack.
        Shown shown("set kiln-a unit=7\nset kiln-b unit=5");
        QVERIFY2(shown.note().contains("top-heavy"), qPrintable(shown.note()));
    }
    void distances()
    {
        Shown shown;
        shown.selection.selectDevice(shown.device("gate"));
        QVERIFY(shown.building.distanceText(shown.device("gate")).isEmpty());
        QVERIFY(shown.building.distanceText({}).isEmpty());
        // gate (1, 6), vault (3, 7): √5; 2 + 1; 3 × 1.1 + 6.
        const QString near = shown.building.distanceText(shown.device("vault"));
        QVERIFY2(near.contains("2.236") && near.contains("0 walls, 0 floors"), qPrintable(near));
        const QString far = shown.building.distanceText(shown.device("platen"));
        QVERIFY2(far.contains("1 floors"), qPrintable(far));
    }
    void aPlaceWithoutASizeHasNoDistance()
    {
        Shown shown("add room loft level 3\nadd computer lone in loft: rj45");
        shown.selection.selectDevice(shown.device("lone"));
        QVERIFY(shown.building.distanceText(shown.device("gate")).contains("never measured"));
    }
    /// A floor with its rooms and devices onto a new level on top, as one step.
    void aFloorIsDuplicated()
    {
        Shown shown;
        const auto on = [&](int level) {
            int count = 0;
            for (const plan::Device& device : shown.document->plan().devices) {
                const plan::Place* place = shown.document->plan().places.find(device.place);
                count += place->level == level && place->building.empty();
            }
            return count;
        };
        QCOMPARE(on(3), 0);
        QVERIFY(shown.building.duplicateFloor(1));
        QCOMPARE(on(3), on(1));  // the attic is level 2
        QVERIFY(plan::deviceNamed(shown.document->plan(), "bindery on level 3"));
        shown.document->undo();
        QCOMPARE(on(3), 0);
        QVERIFY(!shown.building.duplicateFloor(9));
    }
    void changesAreTold()
    {
        Shown shown;
        QSignalSpy changed(&shown.building, &RacksPresenter::changed);
        shown.selection.selectDevice(shown.device("gate"));
        QVERIFY(changed.count() > 0);
        changed.clear();
        shown.document->edit("move", houseOf("set core unit=9", shown.document->plan()));
        QVERIFY(changed.count() > 0);
    }
};

SOKUDO_TEST(RacksPresenterTest)
#include "racks_presenter_test.moc"
