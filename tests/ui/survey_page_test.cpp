// SPDX-License-Identifier: GPL-3.0-or-later
// Survey in the real window: questions to a house, runs by gesture and by keys, tables, paste, jacks, versions.
#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QScrollArea>
#include <QScrollBar>
#include <QTableView>

#include "core/editline/edit_line.h"
#include "ui/pages/survey_page.h"
#include "ui/pages/tables_pane.h"
#include "ui/pages/versions_pane.h"
#include "ui/widgets/floor_view.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/rack_view.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::ui;
using sokudo::testing::toQt;

namespace {

struct Shown : sokudo::testing::WindowDesk {
    explicit Shown(bool demo = true) : WindowDesk(demo) {}
    SurveyPage& survey() { return window->survey(); }
    HouseView& house() { return survey().house(); }
    const plan::Plan& plan() { return document->plan(); }
    QPoint markOf(const QString& port)
    {
        for (const PlacedCard& card : house().placed().cards)
            for (const PlacedMark& mark : card.marks)
                if (mark.mark.name == port) return mark.square.center().toPoint();
        qFatal("no mark %s", qPrintable(port));
    }
    void clickPort(const QString& port) { QTest::mouseClick(&house(), Qt::LeftButton, {}, markOf(port)); }
    void press(const QString& text)
    {
        QPushButton* found = button(text);
        QVERIFY2(found, qPrintable(text));
        found->click();
    }
    /// A line typed into the command field and taken with Enter.
    void line(const QString& text)
    {
        auto* field = named<QLineEdit>("Find or command");
        field->setFocus();
        field->clear();
        QTest::keyClicks(field, text);
        QTest::keyClick(field, Qt::Key_Return);
    }
};

}  // namespace

class SurveyPageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void sixQuestionsToADrawnHouse()
    {
        Shown shown(false);
        QVERIFY(shown.survey().isStarting());
        QVERIFY(!shown.button("Draw this house")->isEnabled());
        for (std::size_t i = 0; i < survey::kQuestions; ++i)
            shown.named<QLineEdit>(survey::questions()[i].title)->setText(survey::questions()[i].example);
        QTRY_VERIFY(shown.says("use fibre without metal"));
        QTRY_VERIFY(shown.says("6 lengths"));
        shown.named<QLineEdit>("Floors")->setText("cellar, ground floor, moon base \"");
        QVERIFY(shown.button("Draw this house")->isEnabled());
        shown.named<QLineEdit>("Floors")->setText(survey::questions()[0].example);
        shown.press("Draw this house");
        QTRY_VERIFY(!shown.survey().isStarting());
        QVERIFY(plan::deviceNamed(shown.plan(), "core"));
        QCOMPARE(shown.plan().runs.size(), std::size_t{6});
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(shown.survey().isStarting() && shown.plan().devices.empty());
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY(!shown.survey().isStarting());
    }
    void aRunByTwoClicks()
    {
        Shown shown;
        shown.clickPort("core 4");
        QVERIFY(shown.says("core 4") && shown.says("What goes in") && shown.says("click the port at the other end"));
        shown.clickPort("core 6");
        auto* cable = shown.named<QComboBox>("Cable");
        QVERIFY(cable && shown.named<QComboBox>("From")->currentText() == "core 4" &&
                shown.named<QComboBox>("To")->currentText() == "core 6");
        // What makes sense between the two stands first, with what it would give.
        QVERIFY2(cable->itemText(1).startsWith("Direct-attach copper: fits, 25"), qPrintable(cable->itemText(1)));
        cable->setCurrentIndex(1);
        shown.named<QLineEdit>("Length, m")->setText("7 ft");
        QTRY_VERIFY(shown.says("fits"));
        shown.named<QLineEdit>("Label")->setText("two-clicks");
        shown.press("Save");
        QCOMPARE(shown.plan().runs.size(), std::size_t{34});
        QCOMPARE(shown.plan().runs.find(shown.run("two-clicks"))->length->steps(), 2134);  // 7 × 304.8 mm
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(shown.plan().runs.size(), std::size_t{33});
    }
    void aRunByALine()
    {
        Shown shown;
        shown.line("add run core 4 - core 6, dac 2m label=typed");
        QCOMPARE(shown.plan().runs.size(), std::size_t{34});
        QCOMPARE(shown.window->selection().run(), shown.run("typed"));
        shown.line("add 4 drops of cat6a from nowhere to Study");
        QCOMPARE(shown.plan().runs.size(), std::size_t{34});
        QTest::keyClick(shown.named<QLineEdit>("Find or command"), Qt::Key_Escape);
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(shown.plan().runs.size(), std::size_t{33});
    }
    void bulkInOneStep()
    {
        Shown shown;
        shown.line("add panel patch in Cellar: 12x cat6a");
        shown.line("add 8 drops of cat6a from patch to Study, Attic, two each");
        QVERIFY(shown.plan().runs.size() == 33);  // eight to two rooms is not two each
        shown.line("add 8 drops of cat6a from patch to Study, Attic, four each");
        QCOMPARE(shown.plan().runs.size(), std::size_t{41});
        shown.window->setFocus();
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(shown.plan().runs.size(), std::size_t{33});
        QVERIFY(plan::deviceNamed(shown.plan(), "patch"));
    }
    void portsByKeyboard()
    {
        Shown shown;
        shown.window->selection().selectDevice(shown.device("gate"));
        shown.house().setFocus();
        QTest::keyClick(&shown.house(), Qt::Key_P);
        QCOMPARE(toQt(plan::portText(shown.plan(), shown.window->selection().port())), "gate L1");
        QTest::keyClick(&shown.house(), Qt::Key_P);
        QCOMPARE(toQt(plan::portText(shown.plan(), shown.window->selection().port())), "gate L2");
        QVERIFY(shown.says("What is in"));
        QTest::keyClick(&shown.house(), Qt::Key_Escape);
        QVERIFY(!shown.window->selection().port().isSet());
    }
    void zoomLayersAndFolds()
    {
        Shown shown;
        HouseView& house = shown.house();
        house.setFocus();
        const auto boxes = [&] { return house.placed().cards.size(); };
        const auto all = boxes();
        QTest::keyClick(&house, Qt::Key_Plus);
        QVERIFY(house.zoom() > 1.1 && shown.button("120 %"));
        QTest::keyClick(&house, Qt::Key_F);
        QVERIFY(house.zoom() <= 1);
        QTest::keyClick(&house, Qt::Key_0);
        QCOMPARE(house.zoom(), 1.0);
        for (int i = 1; i < kHouseLayers; ++i) {
            QTest::keyClick(&house, Qt::Key_L);
            QCOMPARE(static_cast<int>(house.layer()), i);
            QVERIFY(!house.grab().toImage().isNull());
        }
        QTest::keyClick(&house, Qt::Key_L);
        QCOMPARE(house.layer(), HouseLayer::Rates);
        // A place folds into one card, which opens it again.
        const auto title = std::find_if(house.placed().titles.begin(), house.placed().titles.end(),
                                        [](const PlacedTitle& one) { return one.text == "Attic"; });
        QTest::mouseClick(&house, Qt::LeftButton, {}, title->box.center().toPoint());
        QCOMPARE(boxes(), all - 2);
        const auto folded = std::find_if(house.placed().cards.begin(), house.placed().cards.end(),
                                         [](const PlacedCard& one) { return one.card->isFolded; });
        QVERIFY(folded->card->description.startsWith("3 devices") && folded->card->ports.size() == 3);
        QTest::mouseClick(&house, Qt::LeftButton, {}, folded->box.topLeft().toPoint() + QPoint(6, 6));
        QCOMPARE(boxes(), all);
    }
    void whatIsFoundIsScrolledTo()
    {
        Shown shown;
        auto* area = qobject_cast<QScrollArea*>(shown.house().parentWidget()->parentWidget());
        QVERIFY(area);
        shown.house().setZoom(2);
        QCoreApplication::processEvents();
        area->verticalScrollBar()->setValue(0);
        QTest::keyClicks(shown.named<QLineEdit>("Find or command"), "kiln-b");
        QTest::keyClick(shown.named<QLineEdit>("Find or command"), Qt::Key_Return);
        QCOMPARE(shown.window->selection().device(), shown.device("kiln-b"));
        for (const PlacedCard& card : shown.house().placed().cards)
            if (card.card->id == shown.device("kiln-b"))
                QVERIFY(shown.house().visibleRegion().contains((card.box.center() * 2).toPoint()));
    }
    void howTheHouseStands()
    {
        Shown shown;
        QVERIFY(shown.says("17 of 30 links fit; 1 is unsafe, 2 do not link"));
        QTRY_VERIFY_WITH_TIMEOUT(shown.says("Most worth doing next"), 20000);
        for (QLabel* one : shown.window->findChildren<QLabel*>())
            if (one->isVisible() && one->text().startsWith("core 5 — kiln-b 1:")) {
                QTest::mouseClick(one, Qt::LeftButton);
                break;
            }
        QCOMPARE(shown.window->selection().run(), shown.run("c5"));
    }
    void tablesEditFillAndPaste()
    {
        Shown shown;
        shown.survey().showPane(SurveyPage::Tables);
        auto& pane = *static_cast<TablesPane*>(shown.survey().paneWidget(SurveyPage::Tables));
        pane.show(app::SurveyTable::Runs);
        QAbstractItemModel* model = pane.table().model();
        const auto rowOf = [&](const QString& label) {
            for (int i = 0; i < model->rowCount(); ++i)
                if (model->index(i, 0).data().toString() == label) return i;
            return -1;
        };
        QVERIFY(model->setData(model->index(rowOf("west"), 4), "130 ft"));
        QCOMPARE(shown.plan().runs.find(shown.run("west"))->length->steps(), 39624);
        QVERIFY(!model->setData(model->index(rowOf("west"), 4), "far"));
        QVERIFY(shown.says("Nothing was changed"));
        QVERIFY(model->setData(model->index(rowOf("w1"), 3), "cat6"));
        QCOMPARE(toQt(shown.plan().runs.find(shown.run("w1"))->medium), "cat6");
        // Fill down: the note of the first into three rows, one step of undo.
        const auto before = shown.document->undoStack().count();
        QVERIFY(model->setData(model->index(0, 9), "looked at"));
        pane.table().setCurrentIndex(model->index(0, 9));
        pane.table().selectionModel()->select(QItemSelection(model->index(0, 9), model->index(2, 9)),
                                              QItemSelectionModel::ClearAndSelect);
        QTest::keyClick(&pane.table(), Qt::Key_D, Qt::ControlModifier);
        QCOMPARE(model->index(2, 9).data().toString(), "looked at");
        QCOMPARE(shown.document->undoStack().count(), before + 2);
        pane.showPaste("name\ttype\troom\tports\nlamp-sw\tswitch\tStudy\t5x rj45\ncore\tswitch\tStudy\t2x rj45\n");
        QTRY_VERIFY(shown.says("1 of 2 rows can be taken"));
        shown.press("Take 1 rows");
        QVERIFY(plan::deviceNamed(shown.plan(), "lamp-sw"));
        shown.document->undo();
        QVERIFY(!plan::deviceNamed(shown.plan(), "lamp-sw"));
    }
    void jacksAreTraced()
    {
        Shown shown;
        shown.line("add panel patch in Cellar: 2x cat6a");
        shown.survey().showPane(SurveyPage::Jacks);
        QTRY_VERIFY(shown.says("1 jack is not traced, and 2 panel ports are open"));
        QVERIFY(shown.says("Remote 1 into bindery W2 (Bindery)"));
        auto* box = shown.named<QComboBox>("Read at patch 2");
        QVERIFY(box);
        box->setCurrentIndex(2);
        Q_EMIT box->activated(2);
        QTRY_VERIFY(shown.button("Write 1 into the house"));
        shown.press("Write 1 into the house");
        const plan::Run& run = *shown.plan().runs.find(shown.run("b2"));
        QCOMPARE(toQt(plan::portText(shown.plan(), run.b)), "patch 2");
        QTRY_VERIFY(shown.says("Every jack is traced"));
    }
    void versionsAreKeptComparedAndTaken()
    {
        Shown shown;
        shown.survey().showPane(SurveyPage::Versions);
        auto& pane = *static_cast<VersionsPane*>(shown.survey().paneWidget(SurveyPage::Versions));
        QTRY_VERIFY(shown.says("35 new, 9 changed"));
        shown.named<QLineEdit>("Name of the version")->setText("today");
        shown.press("Keep it as it is now");
        QCOMPARE(shown.document->versions().all().size(), std::size_t{5});
        shown.line("delete scan");
        QTRY_VERIFY(shown.named<QComboBox>("Earlier version")->findText("today") > 0);
        auto* box = shown.named<QComboBox>("Earlier version");
        box->setCurrentIndex(box->findText("today"));
        Q_EMIT box->activated(box->currentIndex());
        QTRY_VERIFY(shown.says("device scan is gone"));
        // What is gone is drawn where it was.
        const auto& cards = pane.house().placed().cards;
        QVERIFY(
            std::any_of(cards.begin(), cards.end(), [](const PlacedCard& one) { return one.card->name == "scan"; }));
        QVERIFY(!shown.document->versions().use({999}));
        QVERIFY(shown.document->versions().use(shown.document->versions().all().back().id));
        QVERIFY(plan::deviceNamed(shown.plan(), "scan"));
        QCOMPARE(shown.document->versions().all().size(), std::size_t{6});  // what was there before is kept
    }
    void racksAndFloors()
    {
        Shown shown;
        shown.window->selection().selectDevice(shown.device("vault"));
        shown.survey().showPane(SurveyPage::Racks);
        QTRY_VERIFY(shown.named<RackView>("Rack from the front"));
        auto* rack = shown.named<RackView>("Rack from the front");
        QVERIFY(rack->boxOf(shown.device("core")).isValid());
        QVERIFY(rack->boxOf(shown.device("core")).top() < rack->boxOf(shown.device("kiln-b")).top());
        QTest::mouseClick(rack, Qt::LeftButton, {}, rack->boxOf(shown.device("kiln-a")).center().toPoint());
        QCOMPARE(shown.window->selection().device(), shown.device("kiln-a"));
        shown.window->selection().selectDevice(shown.device("gate"));
        testing::letEventsPass();
        auto* to = shown.named<QComboBox>("To");
        to->setCurrentIndex(to->findText("vault"));
        Q_EMIT to->activated(to->currentIndex());
        // gate (1, 6), vault (3, 7): √5 = 2.236 straight, 3 along walls, 3 × 1.1 + 6 = 9.3 with slack
        QTRY_VERIFY(shown.says(QString("2.236 m straight · 3 m as a cable goes · 9.3 m with slack")));
    }
    void strangersAreFoundAndTakenIn()
    {
        Shown shown;
        shown.survey().showPane(SurveyPage::Neighbours);
        QTRY_VERIFY(shown.says("6 seen, 1 of them not in the inventory; not seen: spread"));
        QTRY_VERIFY(shown.named<QComboBox>("Who is 10.20.0.77"));
        QVERIFY(shown.says("Install ieee-data") && shown.says("random, set by the device"));
        auto* who = shown.named<QComboBox>("Who is 10.20.0.77");
        who->setCurrentIndex(who->findText("attic-ap"));
        Q_EMIT who->activated(who->currentIndex());
        QTRY_VERIFY(shown.says("6 seen, 0 of them not in the inventory"));
        const auto& accesses = shown.plan().accesses;
        QVERIFY(std::any_of(accesses.begin(), accesses.end(), [&](const plan::Access& one) {
            return one.device == shown.device("attic-ap") && one.hardware == "da:3f:10:8e:21:77";
        }));
        shown.document->undo();
        QTRY_VERIFY(shown.says("1 of them not in the inventory"));
    }
    /// Another machine fills itself in through its agent.
    void anotherMachineByItsAgent()
    {
        Shown shown;
        shown.survey().readThisMachine();
        QTRY_VERIFY(shown.named<QLineEdit>("Address of the agent"));
        const auto ask = [&](const char* address, const char* key) {
            shown.named<QLineEdit>("Address of the agent")->setText(address);
            shown.named<QLineEdit>("Pairing key of the agent")->setText(key);
            shown.press("Read it");
        };
        ask("10.20.0.8", "abcdefgh-12345678");
        QTRY_VERIFY(shown.says("nobody answers there"));
        ask("10.20.0.9", "wrong");
        QTRY_VERIFY(shown.says("another pairing key"));
        ask("10.20.0.9", "abcdefgh-12345678");
        QTRY_VERIFY(shown.says("6 cores"));
        shown.press("Add to the survey");
        const plan::Device* far = plan::deviceNamed(shown.plan(), "far");
        QVERIFY(far);
        QCOMPARE(plan::portsOf(shown.plan(), far->id).size(), 1u);
    }
    void theDrawingIsExported()
    {
        Shown shown;
        for (const char* ending : {"svg", "pdf", "png"}) {
            const QString path = shown.folder.filePath(QString("house.") + ending);
            shown.survey().housePane().exportDrawing(path);
            QVERIFY2(QFileInfo(path).size() > 2000, ending);
        }
        QFile svg(shown.folder.filePath("house.svg"));
        QVERIFY(svg.open(QIODevice::ReadOnly) && svg.readAll().contains("vault"));
    }
    void theHouseIsRenamed()
    {
        Shown shown;
        shown.line("rename the house");
        auto* name = shown.named<QLineEdit>("Name of the house");
        QVERIFY(name && name->text() == "Lantern Row");
        name->setText("Other Row");
        QTest::keyClick(name, Qt::Key_Return);
        QCOMPARE(toQt(shown.plan().name), "Other Row");
        QVERIFY(shown.window->windowTitle().startsWith("Other Row"));
    }
    void settingsAndHelp()
    {
        Shown shown;
        shown.window->showBench(MainWindow::Match);
        QTest::keyClick(shown.window.get(), Qt::Key_F1);
        QVERIFY(shown.says("Words of the trade"));
        auto* find = shown.named<QLineEdit>("Find a word");
        find->setText("jumbo");
        QVERIFY(!shown.says("A four-lane cage"));
        QTest::keyClick(find, Qt::Key_Escape);
        QCOMPARE(shown.window->sheet(), "");
        QCOMPARE(shown.window->bench(), static_cast<int>(MainWindow::Match));
        shown.window->showSheet("settings");
        QVERIFY(shown.says("Where practitioners differ") && shown.named<QComboBox>("Text size"));
    }
};

SOKUDO_TEST(SurveyPageTest)
#include "survey_page_test.moc"
