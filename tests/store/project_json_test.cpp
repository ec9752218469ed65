// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/project_json.h"
#include "core/base/json.h"
#include "core/kb/load.h"
#include "full_project.h"
#include "store/project_file.h"
#include "store/rebase.h"
#include "store/version.h"
#include "testing.h"

#include <QTemporaryDir>

using namespace sokudo;
using namespace sokudo::store;
using sokudo::testing::addRecords;
using sokudo::testing::fullPlan;
using sokudo::testing::toQt;

namespace {
std::string version2() { return sokudo::testing::sourceFile("tests/data/project-v2.json").toStdString(); }
std::string demo() { return kb::embeddedFiles().at("starters/lantern-row.json"); }
}  // namespace

class ProjectJsonTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void whichFieldsChanged()
    {
        plan::Run before, after;
        before.length = Length::of(3);
        after = before;
        after.length = Length::of(4);
        after.traits.set("loop", "2.5");
        after.sources.set("length_m", plan::Source{});
        QCOMPARE(store::changedFields(before, after), (std::vector<std::string>{"length_m", "traits.loop"}));
        plan::Device box, same;
        box.processor = plan::HostProcessor{"mid-x86", 3.2, 4};
        same = box;
        same.processor->cores = 8;
        QCOMPARE(store::changedFields(box, same), std::vector<std::string>{"processor.cores"});
        QVERIFY(store::changedFields(box, box).empty());
    }
    void theDemoRoundTrips()
    {
        const auto first = importJson(demo(), "demo");
        QVERIFY2(first, first ? "" : first.error().message().c_str());
        const auto second = importJson(exportJson(*first, {.isPrivateToo = true}), "again");
        QVERIFY2(second, second ? "" : second.error().message().c_str());
        QVERIFY(*first == *second);
        QCOMPARE(first->entries.size(), std::size_t{41});
        QVERIFY(first->plan.devices.size() >= 10 && first->plan.runs.size() >= 16);
    }
    void everyFieldRoundTrips()
    {
        Project project;
        project.plan = fullPlan();
        addRecords(project);
        const auto again = importJson(exportJson(project, {.isPrivateToo = true}), "again");
        QVERIFY2(again, again ? "" : again.error().message().c_str());
        QVERIFY(*again == project);
        QVERIFY(exportJson(*again, {.isPrivateToo = true}) == exportJson(project, {.isPrivateToo = true}));
    }
    /// One field said what feeds a device; now its supplies do.
    void whatFedADeviceIsBroughtOver()
    {
        const auto got = importJson(R"({"format": "sokudo-project", "version": 2, "name": "x",
            "places": [{"id": 1, "name": "a"}],
            "devices": [{"id": 2, "place": 1, "name": "s", "role": "switch"},
                        {"id": 3, "place": 1, "name": "c", "role": "camera", "fed_by": 2,
                         "sources": {"fed_by": "told"}}]})",
                                    "old");
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        const plan::Device& camera = *got->plan.devices.find({3});
        QCOMPARE(camera.supplies.size(), 1u);
        QCOMPARE(camera.supplies.front().from, plan::DeviceId{2});
        QCOMPARE(camera.supplies.front().kind, plan::SupplyKind::Cable);
        QVERIFY(camera.sources.of("supplies"));
    }
    void damageIsSaidWithItsPlace_data()
    {
        QTest::addColumn<QString>("find");
        QTest::addColumn<QString>("put");
        QTest::addColumn<QString>("where");
        QTest::addColumn<QString>("what");
        const auto row = [](const char* name, const char* find, const char* put, const char* where, const char* what) {
            QTest::newRow(name) << find << put << where << what;
        };
        row("broken off", "\"places\": [", "\"places\": [[", "demo, line", "not JSON");
        row("another format", "sokudo-project", "shopping-list", "demo.format", "sokudo-project");
        row("later version", "\"version\": 3", "\"version\": 5", "demo.version", "update Sokudo");
        row("text for a number", "\"level\": -1", "\"level\": \"low\"", "demo.places[0].level", "must be a number");
        row("number for text", "\"name\": \"Cellar\"", "\"name\": 5", "demo.places[0].name", "text in quotes");
        row("unknown role", "\"role\": \"router\"", "\"role\": \"toaster\"", "demo.devices[0].role", "known words");
        row("no id", "{\"id\": 101,", "{\"id\": 0,", "demo.places[0].id", "whole number above 0");
        row("list expected", "\"rates_bps\": [2500000000, 1000000000, 100000000]", "\"rates_bps\": 5",
            "demo.ports[0].rates_bps", "list of rates");
        row("length below zero", "\"length_m\": 12", "\"length_m\": -12", "demo.runs[1].length_m", "above 0");
        row("bad time", "\"at\": \"2026-11", "\"at\": \"soon", "at", "not a time");
        row("dangling place", "\"place\": 101", "\"place\": 9999", "demo", "stands in no place");
    }
    void damageIsSaidWithItsPlace()
    {
        QFETCH(QString, find);
        QFETCH(QString, put);
        QFETCH(QString, where);
        QFETCH(QString, what);
        QString text = toQt(demo());
        QVERIFY2(text.contains(find), qPrintable(find));
        text.replace(text.indexOf(find), find.size(), put);
        const auto got = importJson(text.toStdString(), "demo");
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().where).contains(where), got.error().message().c_str());
        QVERIFY2(toQt(got.error().what.text()).contains(what), got.error().message().c_str());
    }
    void aVersion1ExportIsRead()
    {
        const auto old = importJson(sokudo::testing::sourceFile("tests/data/project-v1.json").toStdString(), "old");
        QVERIFY2(old, old ? "" : old.error().message().c_str());
        // The demo house of that time knew no category of its wall jacks, and no generation of its coax adapters.
        Project now = *importJson(version2(), "v2");
        for (const plan::Port& port : plan::Plan(now.plan).ports) {
            if (!port.traits.has("coax-version")) continue;
            plan::Port older = port;
            older.traits.set("coax-version", "");
            now.plan.ports = now.plan.ports.with(older);
        }
        for (const char* jacks : {"press", "bindery"}) {
            plan::Device device = *plan::deviceNamed(now.plan, jacks);
            device.traits.set("category", "");
            now.plan.devices = now.plan.devices.with(device);
        }
        QVERIFY(*old == now);
    }
    /// The file and the export of version 2 hold the same.
    void aVersion2ExportIsRead()
    {
        const auto exported = importJson(version2(), "v2");
        QVERIFY2(exported, exported ? "" : exported.error().message().c_str());
        QCOMPARE(exported->plan.runs.size(), std::size_t{26});
        QVERIFY(exported->unknown.empty());
        const QTemporaryDir folder;
        const QString path = folder.filePath("old.sokudo");
        QVERIFY(QFile::copy(sokudo::testing::sourcePath("tests/data/project-v2.sokudo"), path));
        const auto file = ProjectFile::open(path.toStdString());
        QVERIFY2(file, file ? "" : file.error().message().c_str());
        const auto loaded = (*file)->load();
        QVERIFY2(loaded && loaded->lost.empty(), loaded ? "" : loaded.error().message().c_str());
        QVERIFY(loaded->project == *exported);
    }
    /// Readings of ports were notes of the log: they are read as records, once, and the notes stay.
    void readingsOutOfTheLog()
    {
        const std::string old = R"({"format":"sokudo-project","version":3,
          "places":[{"id":1,"name":"p"}],"devices":[{"id":2,"name":"d","place":1,"role":"switch"}],
          "ports":[{"id":3,"device":2,"name":"1","cage":"rj45"}],
          "log":[{"id":10,"at":"2026-11-02T10:00:00Z","kind":"note","text":"read: rate=2.5g duplex=full fec=rs bus=3.0x8 mtu=9000 main","about":{"kind":"port","id":3}},
                 {"id":11,"at":"2026-11-02T10:00:01Z","kind":"note","text":"counters: frames=8.1m crc=3 uptime=12d","about":{"kind":"port","id":3}},
                 {"id":12,"at":"2026-11-03T10:00:00Z","kind":"note","text":"read: what the label says","about":{"kind":"port","id":3}},
                 {"id":13,"at":"2026-11-03T10:00:00Z","kind":"note","text":"read: no-link","about":{"kind":"device","id":2}},
                 {"id":14,"at":"2026-11-04T10:00:00Z","kind":"note","text":"read: no-link","about":{"kind":"port","id":3}}]})";
        const auto made = importJson(old, "old");
        QVERIFY2(made, made ? "" : made.error().message().c_str());
        QCOMPARE(made->entries.size(), std::size_t{5});
        QCOMPARE(made->readings.size(), std::size_t{3});  // of a port, and in the words of a reading
        const measure::PortReading& shown = *made->readings[0].shown;
        QVERIFY(made->readings[0].port == plan::PortId{3} && !made->readings[0].counted);
        QVERIFY(shown.hasLink == true && shown.rate == gigabits(2.5) && shown.mtu == 9000 && shown.isMain == true);
        QVERIFY(shown.duplex == "full" && shown.fec == "rs" && shown.busGeneration == 3 && shown.busLanes == 8);
        const measure::CounterState& counted = *made->readings[1].counted;
        QCOMPARE(counted.counts.at("frames"), 8.1e6);
        QCOMPARE(counted.counts.at("crc"), 3.0);
        QCOMPARE(counted.uptime->in(), 12 * 86400.0);
        QVERIFY(made->readings[2].shown->hasLink == false);
        // Behind the greatest id that there can be, none is made and nothing overflows: the row itself is refused.
        std::string last = old;
        last.replace(last.find("\"id\":14"), 7, "\"id\":9223372036854775807");
        QVERIFY(!importJson(last, "last"));
        // Exported in this version, they are there once.
        const auto again = importJson(exportJson(*made, {.isPrivateToo = true}), "again");
        QVERIFY(again && *again == *made);
    }
    void privateRowsAreLeftOut()
    {
        Project project;
        project.plan = fullPlan();
        QVERIFY(exportJson(project).find("10.0.0.2") == std::string::npos);
        const auto left = importJson(exportJson(project), "left");
        QVERIFY(left && left->plan.accesses.empty());
        // Nor do they go along inside a version that was kept.
        project.versions = {{{1}, "old", VersionKind::Snapshot, {}, {}, houseText(project.plan)}};
        QVERIFY(project.versions.front().house.find("10.0.0.2") != std::string::npos);
        QVERIFY(exportJson(project).find("10.0.0.2") == std::string::npos);
        QVERIFY(houseOf(importJson(exportJson(project), "left")->versions.front()));
        project.setAside = {{"access", 77, "x", "damaged", "10.9.9.9", false}};
        QVERIFY(exportJson(project).find("10.9.9.9") == std::string::npos);
        QVERIFY(exportJson(project, {.isPrivateToo = true}).find("10.9.9.9") != std::string::npos);
    }
    void statedValuesAreCheckedAsWhenTyped_data()
    {
        QTest::addColumn<QString>("object");
        QTest::addColumn<QString>("trait");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("says");  // empty: it is taken
        const auto row = [](const char* object, const char* trait, const char* value, const char* says) {
            QTest::addRow("%s=%s", trait, value) << object << trait << value << says;
        };
        row("port", "pd", "class99", "not “class99”");
        row("port", "pd", "Class4", "is written class4");
        row("port", "pd", "class4", "");
        row("port", "usb", "abc", "number in Gb/s");
        row("port", "usb", "0.48", "lies between 0.48 and 80 Gb/s, not “0.48 b/s”");
        row("port", "usb", "480000000", "");
        row("run", "celsius", "9999", "lies between -40 and 90 °C");
        row("run", "celsius", "55", "");
        row("device", "plan-rate", "0.94", "lies between 0.001 and 100 Gb/s");
        row("device", "memory-channels", "1.5", "whole number");
        row("device", "celsius", "55", "not stated of this kind");
        row("device", "of-a-later-sokudo", "any", "");
    }
    void statedValuesAreCheckedAsWhenTyped()
    {
        QFETCH(QString, object);
        QFETCH(QString, trait);
        QFETCH(QString, value);
        QFETCH(QString, says);
        const QString list = object + "s", name = object == "run" ? "label" : "name";
        Json house = *parseJson(demo(), "demo");
        Json& row = house[list.toStdString()][0];
        const QString called = toQt(row[name.toStdString()].get<std::string>());
        row["traits"] = Json{{trait.toStdString(), value.toStdString()}};
        const auto got = importJson(jsonText(house), "demo");
        if (says.isEmpty()) {
            QVERIFY2(got, got ? "" : got.error().message().c_str());
            return;
        }
        QVERIFY(!got);
        const QString message = toQt(got.error().message());
        QVERIFY2(message.contains(says) && message.contains("traits." + trait), qPrintable(message));
        QVERIFY2(message.contains(called), qPrintable(message));
    }
    void hostileTextIsRefused_data()
    {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("what");
        const auto row = [](const char* name, const QByteArray& text, const char* what) {
            QTest::newRow(name) << text << what;
        };
        row("empty", "", "not JSON");
        row("Latin-1",
            "{\"format\": \"sokudo-project\", \"name\": \"Stra\xDF"
            "e\"}",
            "not UTF-8");
        row("a number beyond doubles", "{\"format\": 1e999}", "too large");
        row("deep", QByteArray(100000, '['), "64 levels");
        row("deep objects", QByteArray("{\"a\":").repeated(500) + "1" + QByteArray("}").repeated(500), "64 levels");
        row("a list", "[]", "must be an object");
        row("a word", "\"x\"", "must be an object");
    }
    void hostileTextIsRefused()
    {
        QFETCH(QByteArray, text);
        QFETCH(QString, what);
        const auto got = importJson(text.toStdString(), "hostile");
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().message()).contains(what), got.error().message().c_str());
    }
    static void oneProjectInside(const QByteArray& lists, const char* where, const char* what)
    {
        const QByteArray text =
            "{\"format\":\"sokudo-project\",\"version\":2,\"places\":[{\"id\":1,\"name\":\"p\"}]," + lists + "}";
        const auto got = importJson(text.toStdString(), "x");
        QVERIFY2(!got, what);
        QVERIFY2(toQt(got.error().where).contains(where), got.error().message().c_str());
        QVERIFY2(toQt(got.error().what.text()).contains(what), got.error().message().c_str());
    }
    void figuresOutOfRangeAreRefused()
    {
        const QByteArray device = "\"devices\":[{\"id\":2,\"place\":1,\"name\":\"d\"";
        const auto port = [&](const char* fields) {
            return device + "}],\"ports\":[{\"id\":3,\"device\":2,\"name\":\"1\",\"cage\":\"rj45\"," + fields + "}]";
        };
        oneProjectInside(device + ",\"processor\":{\"kind\":\"mid-x86\",\"cores\":4294967297}}]",
                         "x.devices[0].processor.cores", "whole number");
        oneProjectInside(device + ",\"processor\":{\"kind\":\"mid-x86\",\"cores\":-1}}]", "processor.cores",
                         "0 to 1024");
        oneProjectInside(device + ",\"disks\":[{\"kind\":\"hdd\",\"count\":0}]}]", "disks[0].count", "1 to 999");
        oneProjectInside(port("\"mtu_bytes\":7"), "x.ports[0].mtu_bytes", "576");
        oneProjectInside(port("\"position\":-1"), "x.ports[0].position", "0 to 9999");
        oneProjectInside(port("\"forced_bps\":1e30"), "x.ports[0].forced_bps", "1600 Gb/s");
        oneProjectInside(device + "}],\"slots\":[{\"id\":3,\"device\":2,\"name\":\"1\",\"lanes\":-4}]",
                         "x.slots[0].lanes", "number of lanes");
        oneProjectInside(device + "},{\"id\":2,\"place\":1,\"name\":\"e\"}]", "x.devices[1].id", "appears twice");
        oneProjectInside("\"trials\":[{\"id\":4,\"at\":\"2026-11-25T25:00:00Z\"}]", "x.trials[0].at", "not a time");
        oneProjectInside("\"trials\":[{\"id\":4,\"at\":\"2026-11-25T21:00:60Z\"}]", "x.trials[0].at", "not a time");
        oneProjectInside("\"trials\":[{\"id\":4,\"at\":\"2026-11-25\",\"rate_bps\":-5}]", "x.trials[0].rate_bps",
                         "0 to 1600");
    }
    void recordsComeInTimeOrder()
    {
        const auto got = importJson(
            R"({"format":"sokudo-project","version":2,"trials":[{"id":5,"at":"2026-11-26"},{"id":4,"at":"2026-11-25"}]})",
            "x");
        QCOMPARE(got->trials.front().id.value, 4);
    }
    void anyPrefixIsRefusedNotCrashed()
    {
        const std::string text = demo();
        for (std::size_t length = 0; length < text.size() - 2; length += 997)
            QVERIFY(!importJson(std::string_view(text).substr(0, length), "cut"));
    }
};

SOKUDO_TEST(ProjectJsonTest)
#include "project_json_test.moc"
