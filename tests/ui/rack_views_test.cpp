// SPDX-License-Identifier: GPL-3.0-or-later
// The rack from the front, the floor from above.
#include <QApplication>

#include "desk.h"
#include "ui/widgets/floor_view.h"
#include "ui/widgets/rack_view.h"

using namespace sokudo;
using namespace sokudo::ui;

namespace {

RackContent twoInARack()
{
    RackContent rack{"R1", "6 units", 6, {}};
    rack.devices.push_back({{1}, "low", "4 kg", "0.3 m deep", 1, 2, false, {}});
    rack.devices.push_back({{2}, "high", "? kg", "? deep", 6, 1, true, {}});
    return rack;
}

}  // namespace

class RackViewsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void unitsCountFromTheBottom()
    {
        RackView rack;
        rack.resize(500, 400);
        rack.setContent(twoInARack());
        const QRectF low = rack.boxOf(plan::DeviceId{1}), high = rack.boxOf(plan::DeviceId{2});
        QVERIFY(low.isValid() && high.isValid());
        QVERIFY(high.bottom() <= low.top());
        QVERIFY(std::abs(low.height() - 2 * high.height()) < high.height() * 0.3);
        QVERIFY(!rack.boxOf(plan::DeviceId{3}).isValid());
        QVERIFY(!rack.grab().toImage().isNull());
    }
    void aDeviceIsSelectedByAPress()
    {
        RackView rack;
        rack.resize(500, 400);
        rack.setContent(twoInARack());
        QSignalSpy selected(&rack, &RackView::deviceSelected);
        QTest::mouseClick(&rack, Qt::LeftButton, {}, rack.boxOf(plan::DeviceId{2}).center().toPoint());
        QCOMPARE(selected.count(), 1);
        QCOMPARE(selected.front().front().value<plan::DeviceId>(), plan::DeviceId{2});
    }
    void spotsOnAFloor()
    {
        FloorView floor;
        floor.resize(600, 400);
        FloorContent content;
        content.rooms.push_back({{1}, "Cellar", QRectF(0, 0, 10, 6)});
        content.devices.push_back({{1}, "gate", {1, 1}, false});
        content.devices.push_back({{2}, "vault", {9, 5}, true});
        content.unmeasured << "Attic";
        floor.setContent(content);
        const QPointF gate = floor.spotOf({1}), vault = floor.spotOf({2});
        // To the right is right; away from the front is up.
        QVERIFY(vault.x() > gate.x() && vault.y() < gate.y());
        // One scale both ways: 8 m against 4 m.
        QVERIFY(std::abs((vault.x() - gate.x()) / (gate.y() - vault.y()) - 2) < 0.01);
        QSignalSpy selected(&floor, &FloorView::deviceSelected);
        QTest::mouseClick(&floor, Qt::LeftButton, {}, vault.toPoint());
        QCOMPARE(selected.count(), 1);
        QVERIFY(!floor.grab().toImage().isNull());
    }
    void anEmptyFloorIsNoTrouble()
    {
        FloorView floor;
        floor.resize(600, 400);
        floor.setContent({});
        QVERIFY(!floor.grab().toImage().isNull());
    }
};

SOKUDO_TEST(RackViewsTest)
#include "rack_views_test.moc"
