// SPDX-License-Identifier: GPL-3.0-or-later
// Tables as CSV, the JSON Schema, and differences between two houses.

#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>

#include "core/base/json.h"
#include "core/editline/edit_line.h"
#include "core/kb/load.h"
#include "full_project.h"
#include "plan_builder.h"
#include "store/plan_difference.h"
#include "store/project_json.h"
#include "store/schema.h"
#include "store/tables_csv.h"
#include "store/version.h"

using namespace sokudo;
using namespace sokudo::store;
using sokudo::testing::fullPlan;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

/// What the published schema says of a text; empty: it holds.
QString complaints(const std::string& text)
{
    static const auto published =
        nlohmann::json::parse(sokudo::testing::sourceFile("docs/house.schema.json").toStdString());
    valijson::Schema schema;
    valijson::SchemaParser().populateSchema(valijson::adapters::NlohmannJsonAdapter(published), schema);
    const auto document = nlohmann::json::parse(text);
    valijson::Validator validator;
    valijson::ValidationResults results;
    QStringList said;
    if (!validator.validate(schema, valijson::adapters::NlohmannJsonAdapter(document), &results)) {
        valijson::ValidationResults::Error error;
        while (results.popError(error)) {
            QString path;
            for (const std::string& part : error.context) path += toQt(part);
            said << path + ": " + toQt(error.description);
        }
        if (said.isEmpty()) said << "refused";
    }
    return said.join("\n");
}

Project full()
{
    Project project;
    project.plan = fullPlan();
    sokudo::testing::addRecords(project);
    return project;
}

/// What changed when the lines are carried out on the demo house, a sentence each.
QStringList changed(const char* lines)
{
    const plan::Plan before = sokudo::testing::lanternRow();
    IdSource ids(4);
    const auto after = editline::editedByAll(before, lines, knowledge(), ids);
    if (!after) qFatal("%s", after.error().message().c_str());
    QStringList said;
    for (const ObjectChange& one : differences(before, after->plan, knowledge()))
        said << toQt(one.sentence()).replace(QChar(0x202F), ' ');
    return said;
}

}  // namespace

class TablesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void thePublishedSchemaIsOurs()
    {
        QCOMPARE(QString::fromUtf8(sokudo::testing::sourceFile("docs/house.schema.json")),
                 toQt(jsonText(projectSchema(), 1)) + "\n");
    }
    void whatWeExportIsValid()
    {
        QCOMPARE(complaints(exportJson(full(), {.isPrivateToo = true})), "");
        QCOMPARE(complaints(kb::embeddedFiles().at("starters/lantern-row.json")), "");
    }
    void whatIsWrongIsRefused_data()
    {
        QTest::addColumn<QString>("find");
        QTest::addColumn<QString>("put");
        QTest::newRow("format") << "\"sokudo-project\""
                                << "\"shopping\"";
        QTest::newRow("role") << "\"role\": \"storage\""
                              << "\"role\": \"toaster\"";
        QTest::newRow("level") << "\"level\": -2"
                               << "\"level\": \"low\"";
        QTest::newRow("id") << "\"id\": 11"
                            << "\"id\": 0";
        QTest::newRow("name") << "\"name\": \"device\""
                              << "\"name\": \"\"";
        QTest::newRow("source") << "\"printed 2026-11-02\""
                                << "\"heard\"";
        QTest::newRow("trait") << "\"damp\": \"damp\""
                               << "\"damp\": []";
        QTest::newRow("end of a cord") << "\"end\": \"b\""
                                       << "\"end\": \"c\"";
    }
    void whatIsWrongIsRefused()
    {
        QFETCH(QString, find);
        QFETCH(QString, put);
        QString text = toQt(exportJson(full()));
        QVERIFY2(text.contains(find), qPrintable(find));
        text.replace(text.indexOf(find), find.size(), put);
        QVERIFY(!complaints(text.toStdString()).isEmpty());
    }
    /// Each table into CSV and back into the same rows; into an empty project where nothing refers to others.
    void everyTableRoundTrips()
    {
        const Project demo = *importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "demo");
        for (const Project& project : {full(), demo})
            for (const std::string& name : tableNames()) {
                const auto table = exportTable(project, name);
                QVERIFY2(table, name.c_str());
                const auto again = importTable(project, name, *table, name + ".csv");
                QVERIFY2(again, again ? "" : again.error().message().c_str());
                QVERIFY2(*again == project, name.c_str());
                QCOMPARE(toQt(*exportTable(*again, name)), toQt(*table));
            }
        // What feeds a device comes after its ports and outlets.
        Project fed = full(), empty;
        for (plan::Device device : Table<plan::Device>(fed.plan.devices)) {
            device.supplies.clear();
            fed.plan.devices = fed.plan.devices.with(device);
        }
        for (const char* name : {"places", "devices", "slots", "networks"}) {
            auto next = importTable(empty, name, *exportTable(fed, name), name);
            QVERIFY2(next, next ? "" : next.error().message().c_str());
            empty = std::move(*next);
        }
        QVERIFY(empty.plan.devices == fed.plan.devices && empty.plan.places == fullPlan().places);
    }
    void namesStandBesideIds()
    {
        const auto table = exportTable(full(), "runs");
        QVERIFY(table->starts_with("id,label,a,(a),"));
        QVERIFY(table->find(",device X1,") != std::string::npos);
    }
    void wrongTables_data()
    {
        QTest::addColumn<QString>("list");
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("says");
        QTest::newRow("no such table") << "toasters"
                                       << "id\n1\n"
                                       << "there is no table “toasters”; there are places";
        QTest::newRow("no number") << "places"
                                   << "id,name,level\n50,x,low\n"
                                   << "t.csv:2, column level: “low” is not a number";
        QTest::newRow("no column") << "places"
                                   << "id,name,colour\n50,x,red\n"
                                   << "have no column colour";
        QTest::newRow("no name") << "places"
                                 << "id,name\n50,\n"
                                 << "name";
        QTest::newRow("dangling") << "devices"
                                  << "id,place,name,role\n50,999,x,switch\n"
                                  << "stands in no place";
        QTest::newRow("word") << "devices"
                              << "id,place,name,role\n50,1,x,toaster\n"
                              << "toaster";
        QTest::newRow("truth") << "runs"
                               << "id,a,protected_outdoors\n5,4,maybe\n"
                               << "neither true nor false";
    }
    void wrongTables()
    {
        QFETCH(QString, list);
        QFETCH(QString, text);
        QFETCH(QString, says);
        const auto got = importTable(full(), list.toStdString(), text.toStdString(), "t.csv");
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().message()).contains(says), got.error().message().c_str());
    }
    void differencesInWords()
    {
        const QStringList said = changed(
            "set run q2 length=31m\nset core 5 module=none rate=auto\nadd place Loft level 3\nadd switch up in Loft: "
            "4x rj45\n"
            "delete scan\nset Cellar summer=30\nmove ledger to Study");
        for (const char* sentence :
             {"run q2: length 9 m → 31 m",
              "port core 5: forced rate 10 Gb/s → not known, module 25GBASE-SR module → not known",
              "place Loft is new: level 3", "device up is new: switch in Loft",
              "device scan is gone: computer in Press hall", "place Cellar: warmest in summer 29 °C → 30 °C",
              "device ledger: place from the left 2 m → not known, place from the front 2 m → not known, place Bindery "
              "→ Study"})
            QVERIFY2(said.contains(QString::fromUtf8(sentence)), qPrintable(said.join("\n")));
        // The ports of a device that comes or goes are not listed, its cable is: it lost an end.
        QVERIFY(said.filter("port up").isEmpty() && said.filter("port scan").isEmpty());
        QCOMPARE(said.filter("run w2-cord: second end scan usb").size(), 1);
    }
    void nothingChanged()
    {
        const plan::Plan plan = sokudo::testing::lanternRow();
        QVERIFY(differences(plan, plan, knowledge()).empty());
        QCOMPARE(toQt(countText({})), "nothing changed");
        plan::Plan renamed = plan;
        renamed.name = "Other";
        QCOMPARE(toQt(differences(plan, renamed, knowledge()).front().sentence()),
                 "house Other: name Lantern Row → Other");
    }
    void aVersionHoldsTheHouse()
    {
        const plan::Plan plan = fullPlan();
        const Version version{{1}, "now", VersionKind::Snapshot, {}, {}, houseText(plan)};
        const auto house = houseOf(version);
        QVERIFY2(house, house ? "" : house.error().message().c_str());
        QVERIFY(house->photos.empty());
        const auto back = restored(plan, version);
        QVERIFY(back && *back == plan);
        // A picture of something that the version does not have is about nothing.
        const Version empty{{2}, "empty", VersionKind::Variant, {}, {}, houseText({})};
        const auto bare = restored(plan, empty);
        QVERIFY(bare && bare->devices.empty() && bare->photos.size() == 1 && !bare->photos.begin()->about);
        const auto broken = houseOf({{3}, "torn", VersionKind::Snapshot, {}, {}, houseText(plan).substr(0, 200)});
        QVERIFY(!broken && toQt(broken.error().message()).contains("torn"));
    }
};

SOKUDO_TEST(TablesTest)
#include "tables_test.moc"
