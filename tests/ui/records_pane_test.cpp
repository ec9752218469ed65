// SPDX-License-Identifier: GPL-3.0-or-later
// Records and the fuller forms of the survey, in the real window.
#include <QComboBox>
#include <QLineEdit>
#include <QSpinBox>
#include <QTableView>

#include "core/editline/edit_line.h"
#include "core/plan/duplicate.h"
#include "ui/pages/records_pane.h"
#include "ui/pages/survey_page.h"
#include "ui/pages/tables_pane.h"
#include "ui/widgets/house_view.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::ui;
using sokudo::testing::toQt;

namespace {

struct Shown : sokudo::testing::WindowDesk {
    SurveyPage& survey() { return window->survey(); }
    const plan::Plan& plan() { return document->plan(); }
    RecordsPane& records()
    {
        survey().showPane(SurveyPage::Records);
        return *static_cast<RecordsPane*>(survey().paneWidget(SurveyPage::Records));
    }
    void press(const QString& text)
    {
        QPushButton* found = button(text);
        QVERIFY2(found, qPrintable(text));
        found->click();
    }
    void type(const QString& name, const QString& text)
    {
        auto* field = named<QLineEdit>(name);
        QVERIFY2(field, qPrintable(name));
        field->setText(text);
    }
    void pick(const QString& name, const QString& data)
    {
        auto* box = named<QComboBox>(name);
        QVERIFY2(box, qPrintable(name));
        QVERIFY2(box->findData(data) >= 0, qPrintable(data));
        box->setCurrentIndex(box->findData(data));
    }
    void edit(const char* device)
    {
        survey().showPane(SurveyPage::House);
        selection.clear();
        window->selection().selectDevice(this->device(device));
        survey().editSelected();
    }
    plan::PlaceId place(const char* name)
    {
        for (const plan::Place& one : plan().places)
            if (one.name == name) return one.id;
        qFatal("no place %s", name);
    }
};

}  // namespace

class RecordsPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aServiceByItsForm()
    {
        Shown shown;
        const auto before = shown.plan().services.size();
        shown.records().show(plan::kindOf<plan::Service>());
        shown.press("Add");
        QTRY_VERIFY(shown.named<QLineEdit>("Name"));
        shown.type("Name", "second line");
        shown.type("Down", "fast");
        shown.press("Save");
        QCOMPARE(shown.plan().services.size(), before);  // refused: no rate
        QVERIFY(shown.named<QLineEdit>("Name"));
        shown.type("Down", "250m");
        shown.pick("Kind", "telephone");
        shown.press("Save");
        QCOMPARE(shown.plan().services.size(), before + 1);
        plan::Service service;
        for (const plan::Service& one : shown.plan().services)
            if (one.name == "second line") service = one;
        QCOMPARE(service.kind, plan::ServiceKind::Telephone);
        QCOMPARE(*service.down, BitRate::of(250e6));
        // Its row is shown with its form, and the form changes it.
        shown.records().show(plan::Subject{"service", service.id.value});
        QTRY_VERIFY(shown.says("Change second line"));
        shown.type("Note", "until spring");
        shown.press("Save");
        QCOMPARE(shown.plan().services.find(service.id)->note, std::string("until spring"));
        shown.records().show(plan::Subject{"service", service.id.value});
        QTRY_VERIFY(shown.button("Delete this service"));
        shown.press("Delete this service");
        QCOMPARE(shown.plan().services.size(), before);
    }
    /// A note is about what is selected in the house, and the house leads to it.
    void aLooseEndAboutTheSelection()
    {
        Shown shown;
        shown.window->selection().selectDevice(shown.device("core"));
        shown.records().show(plan::kindOf<plan::LooseEnd>());
        shown.press("Add");
        QTRY_VERIFY(shown.named<QLineEdit>("What"));
        QCOMPARE(shown.named<QLineEdit>("About")->text(), "device core");
        shown.type("What", "fan is loud");
        shown.press("Save");
        shown.survey().showPane(SurveyPage::House);
        QTRY_VERIFY(shown.says("fan is loud"));
        for (QLabel* link : shown.window->findChildren<QLabel*>())
            if (link->isVisible() && link->text().contains("fan is loud")) {
                link->setFocus();
                QTest::keyClick(link, Qt::Key_Return);
                break;
            }
        QTRY_COMPARE(shown.survey().pane(), SurveyPage::Records);
        QTRY_VERIFY(shown.says("Change fan is loud"));
    }
    void aPlaceWithItsKindAndSize()
    {
        Shown shown;
        shown.survey().addPlace();
        shown.type("Name", "R9");
        shown.pick("Kind", "rack");
        shown.pick("Stands in", QString::number(shown.place("Cellar").value));
        shown.type("Size, m", "a large one");
        shown.press("Save");
        QTRY_VERIFY(shown.says("width x depth"));
        shown.type("Size, m", "0.6 x 0.8");
        shown.type("Corner, m", "2 x 0");
        shown.pick("Known from", "measured");
        shown.type("Date known", "2026-11-20");
        shown.press("Save");
        const plan::Place rack = *shown.plan().places.find(shown.place("R9"));
        QCOMPARE(rack.kind, plan::PlaceKind::Rack);
        QCOMPARE(rack.within, shown.place("Cellar"));
        QCOMPARE(rack.level, -1);  // that of the cellar
        QCOMPARE(rack.area->width, Length::of(0.6));
        QCOMPARE(rack.area->x, Length::of(2));
        QCOMPARE(plan::text(*rack.sources.of("area")), std::string("measured 2026-11-20"));
    }
    void whereADeviceStands()
    {
        Shown shown;
        shown.edit("core");
        QVERIFY(shown.named<QComboBox>("Role")->findData("ups") >= 0);  // all kinds there are
        shown.named<QSpinBox>("Rack unit")->setValue(7);
        shown.type("Spot, m", "1.2 x 0.4");
        shown.press("Save");
        const plan::Device core = *plan::deviceNamed(shown.plan(), "core");
        QCOMPARE(core.rackUnit, 7);
        QCOMPARE(core.at->x, Length::of(1.2));
        QCOMPARE(core.at->y, Length::of(0.4));
    }
    void whichNetworksAPortCarries()
    {
        Shown shown;
        IdSource ids(900000);
        const auto networks = editline::editedByAll(shown.plan(), "add network lab, tag=71\nadd network attic, tag=72",
                                                    testing::knowledge(), ids);
        QVERIFY(networks && shown.document->edit("networks", networks->plan));
        const plan::Port port = *plan::portsOf(shown.plan(), shown.device("core")).front();
        shown.survey().showPane(SurveyPage::House);
        shown.window->selection().selectPort(port.id, port.device);
        shown.survey().editSelected();
        shown.type("Tagged networks", "lab, moon");
        shown.press("Save");
        QTRY_VERIFY(shown.says("no network called moon"));
        shown.type("Tagged networks", "lab, attic");
        shown.press("Save");
        QCOMPARE(shown.plan().ports.find(port.id)->tagged.size(), 2u);
        QTRY_VERIFY(shown.says("lab, attic"));
    }
    void routeAndSlackOfARun()
    {
        Shown shown;
        shown.survey().showPane(SurveyPage::House);
        shown.window->selection().selectRun(shown.run("q1"));
        shown.survey().editSelected();
        shown.type("Route", "cellar > riser > press hall");
        shown.type("Slack, m", "6 ft");
        shown.pick("Known from", "told");
        shown.press("Save");
        const plan::Run run = *shown.plan().runs.find(shown.run("q1"));
        QCOMPARE(run.route.size(), 3u);
        QCOMPARE(run.route[1], std::string("riser"));
        QCOMPARE(*run.slack, Length::of(1.8288));
        QCOMPARE(run.sources.of("slack_m")->origin, plan::Origin::Told);
        QVERIFY(!run.sources.of("medium"));  // not changed here
        QTRY_VERIFY(shown.says("told"));
    }
    void duplicates()
    {
        Shown shown;
        const auto ports = plan::portsOf(shown.plan(), shown.device("spread")).size();
        shown.survey().showPane(SurveyPage::House);
        shown.window->selection().selectDevice(shown.device("spread"));
        QTRY_VERIFY(shown.button("Duplicate"));
        shown.press("Duplicate");
        QCOMPARE(plan::portsOf(shown.plan(), shown.device("spread-2")).size(), ports);
        QCOMPARE(plan::freeName(shown.plan(), "spread-2"), std::string("spread-3"));
        shown.document->undo();
        QVERIFY(!plan::deviceNamed(shown.plan(), "spread-2"));
    }
    /// One value into many rows, of any property there is.
    void manyRowsAtOnce()
    {
        Shown shown;
        shown.survey().showPane(SurveyPage::Tables);
        auto* tables = static_cast<TablesPane*>(shown.survey().paneWidget(SurveyPage::Tables));
        tables->show(app::SurveyTable::Devices);
        QVERIFY(!shown.named<QLineEdit>("Value for all selected rows"));
        tables->table().selectAll();
        QTRY_VERIFY(shown.named<QLineEdit>("Value for all selected rows"));
        shown.pick("What to set", "owner");
        shown.type("Value for all selected rows", "landlord");
        shown.press("Set");
        for (const plan::Device& device : shown.plan().devices)
            QCOMPARE(device.traits.word("owner"), std::string_view("landlord"));
        shown.document->undo();
        QVERIFY(std::any_of(shown.plan().devices.begin(), shown.plan().devices.end(),
                            [](const plan::Device& one) { return one.traits.word("owner") != "landlord"; }));
    }
};

SOKUDO_TEST(RecordsPaneTest)
#include "records_pane_test.moc"
