// SPDX-License-Identifier: GPL-3.0-or-later
// Which edits of the record are changes of the network.
#include "store/touched_objects.h"

#include "house_lines.h"
#include "store/project_file.h"

using namespace sokudo;
using namespace sokudo::testing;
using logbook::Touch;

namespace {

const char* const kHouse =
    "add place Cellar\nswitch core in Cellar: 8x sfp28\nadd storage vault in Cellar, disks=\"hdd*6 raid6 used=2tb\": "
    "sfp28\n"
    "add run core 4 - vault 1, om4 12m label=q1\nset core 4 module=25gbase-sr\nset core 5 mtu=9000\n"
    "add network guests, tag=40\nadd profile trunk, mtu=1500\nset core 6 profile=trunk\n";

/// What one line touched: "run q1 changed, port core 4 recorded".
QString touchedBy(const char* line)
{
    const plan::Plan before = houseOf(kHouse);
    const plan::Plan after = houseOf(line, before);
    QStringList result;
    for (const logbook::Touched& one : store::touchedObjects(before, after)) {
        if (!one.object) {
            result << "nothing";
            continue;
        }
        std::string name;
        if (one.object->kind == "run") name = after.runs.find({one.object->id})->label;
        else if (one.object->kind == "port") name = plan::portText(after, {one.object->id});
        else if (one.object->kind == "device") name = after.devices.find({one.object->id})->name;
        result << toQt(one.object->kind + " " + name + " ") + toQt(code(one.how));
    }
    return result.join(", ");
}

}  // namespace

class TouchedObjectsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void edits_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("touched");
        const auto row = [](const char* line, const char* touched) { QTest::newRow(line) << line << touched; };
        row("set core 4 module=25gbase-lr", "port core 4 changed");
        row("set core 5 module=25gbase-sr", "port core 5 recorded");  // it was not stated before
        row("set core 5 mtu=1500", "port core 5 changed");
        row("set core note=\"warm to the touch\"", "device core recorded");
        row("rename core to big", "device big recorded");
        row("set q1 label=q7", "run q7 recorded");
        row("set q1 length=14m", "run q1 perhaps");
        row("set q1 cable=os2", "run q1 changed");
        row("set vault disks=\"used=3tb\"", "device vault recorded");
        row("set vault disks=\"hdd*8\"", "device vault changed");
        row("delete run q1", "port vault 1 changed, port core 4 changed");
        row("add run core 7 - open, om4 3m label=q2", "run q2 perhaps");
        row("set network guests tag=41", "nothing");
        row("set profile trunk mtu=9000", "port core 6 changed");
        row("add spare jack, count=3", "nothing");
    }
    void edits()
    {
        QFETCH(QString, line);
        QFETCH(QString, touched);
        QStringList got = touchedBy(qPrintable(line)).split(", "), wanted = touched.split(", ");
        got.sort();
        wanted.sort();
        QCOMPARE(got.join(", "), wanted.join(", "));
    }
    /// Every change of a step says it; other entries do not.
    void changesAreTold()
    {
        const plan::Plan before = houseOf(kHouse), after = houseOf("set core 4 module=25gbase-lr", before);
        store::Changes step;
        step.before = &before;
        step.after = &after;
        step.entries.resize(2);
        step.entries[0].kind = logbook::EntryKind::Change;
        const store::Changes told = step.withTouched();
        QCOMPARE(told.entries[0].touched.size(), std::size_t{1});
        QCOMPARE(int(told.entries[0].touched[0].how), int(Touch::Changed));
        QVERIFY(told.entries[1].touched.empty());
    }
};

SOKUDO_TEST(TouchedObjectsTest)
#include "touched_objects_test.moc"
