// SPDX-License-Identifier: GPL-3.0-or-later
// The time line of an outage by itself: keys, mouse, playing, and what it paints.
#include "ui/widgets/outage_scale.h"

#include <QImage>
#include <QSignalSpy>

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::OutageScale;

namespace {

/// A unit of 480 Wh under 35 W: 7 h 51 min, with Wi-Fi and internet on it.
power::TimeLine played()
{
    const plan::Plan plan = houseOf(
        "add place a\n"
        "add outlet o in a\n"
        "add ups u in a, fed=\"outlet o\" battery-wh=480 battery-kind=lead usual-w=0\n"
        "add router gate in a, fed=u usual-w=35: 2x rj45\n"
        "add access point ap in a, fed=u usual-w=0: rj45\n"
        "add run gate 1 - ap, cat6 9m\n");
    return *power::timeLineOf(plan, match::judgeAll(plan, knowledge()), {}, knowledge());
}

struct Shown {
    OutageScale scale;
    Shown()
    {
        scale.setLine(played(), {"u"});
        scale.resize(900, scale.sizeHint().height());
        scale.show();
    }
    double minutes() const { return scale.at().in() / 60; }
    void key(Qt::Key one, Qt::KeyboardModifiers with = {}) { QTest::keyClick(&scale, one, with); }
    /// How many pixels of the widget are not of one colour.
    int painted()
    {
        const QImage image = scale.grab().toImage();
        int unlike = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x) unlike += image.pixel(x, y) != image.pixel(1, 1);
        return unlike;
    }
};

}  // namespace

class OutageScaleTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void keysMoveByMinutes()
    {
        Shown shown;
        NEAR(shown.minutes(), 0, 1e-9);
        shown.key(Qt::Key_Left);
        NEAR(shown.minutes(), 0, 1e-9);  // not before the start
        shown.key(Qt::Key_Right);
        const double step = shown.minutes();
        QVERIFY(step >= 1);
        shown.key(Qt::Key_Right, Qt::ShiftModifier);
        NEAR(shown.minutes(), 11 * step, 1e-6);
        shown.key(Qt::Key_Left);
        NEAR(shown.minutes(), 10 * step, 1e-6);
        shown.key(Qt::Key_End);
        QVERIFY(shown.minutes() >= 471);  // the last that happens, and what the band says of it
        const double end = shown.minutes();
        shown.key(Qt::Key_Right);
        NEAR(shown.minutes(), end, 1e-6);
        shown.key(Qt::Key_Home);
        NEAR(shown.minutes(), 0, 1e-9);
    }
    void theMouseSeeks()
    {
        Shown shown;
        QSignalSpy moved(&shown.scale, &OutageScale::moved);
        const int middle = shown.scale.height() / 2;
        QTest::mouseClick(&shown.scale, Qt::LeftButton, {}, {shown.scale.width() - 30, middle});
        const double late = shown.minutes();
        QTest::mouseClick(&shown.scale, Qt::LeftButton, {}, {shown.scale.width() / 2, middle});
        QVERIFY(shown.minutes() > 0 && shown.minutes() < late);
        QTest::mouseClick(&shown.scale, Qt::LeftButton, {}, {2, middle});
        NEAR(shown.minutes(), 0, 1e-9);
        QCOMPARE(moved.count(), 3);
        NEAR(std::fmod(late, 1.0), 0, 1e-6);  // whole minutes
    }
    void itPlaysToTheEnd()
    {
        Shown shown;
        QSignalSpy playing(&shown.scale, &OutageScale::playing);
        shown.key(Qt::Key_Space);
        QVERIFY(shown.scale.isPlaying());
        QVERIFY(QTest::qWaitFor([&] { return shown.minutes() > 0; }, 5000));
        shown.key(Qt::Key_End);
        QVERIFY(QTest::qWaitFor([&] { return !shown.scale.isPlaying(); }, 5000));
        QCOMPARE(playing.count(), 2);
        // Once more from the start.
        shown.key(Qt::Key_Space);
        QVERIFY(shown.scale.isPlaying() && shown.minutes() < 471);
        // Another outage stops it.
        shown.scale.setLine(played(), {"u"});
        QVERIFY(!shown.scale.isPlaying());
    }
    void itTellsWhereItIs()
    {
        Shown shown;
        QCOMPARE(shown.scale.accessibleName(), QString("Time line of the outage"));
        shown.scale.setAt(Duration::of(125 * 60));
        QVERIFY(shown.scale.accessibleDescription().startsWith("2"));
        QVERIFY(shown.scale.accessibleDescription().contains("5"));
        shown.scale.setAt(Duration::of(1e9));
        QVERIFY(shown.minutes() < 1e6);
    }
    void itIsAsTallAsItsLines()
    {
        Shown shown;
        const int tall = shown.scale.sizeHint().height();
        power::TimeLine less = played();
        less.services.clear();
        shown.scale.setLine(less, {"u"});
        QVERIFY(shown.scale.sizeHint().height() < tall);
        QCOMPARE(shown.scale.height(), shown.scale.sizeHint().height());
    }
    void somethingIsPainted()
    {
        Shown shown;
        QVERIFY(shown.painted() > 3000);
        shown.scale.setLine(std::nullopt, {});
        QVERIFY(shown.painted() < 3000);
    }
};

SOKUDO_TEST(OutageScaleTest)
#include "outage_scale_test.moc"
