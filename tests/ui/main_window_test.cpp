// SPDX-License-Identifier: GPL-3.0-or-later
// The real window, driven by keys and clicks, offscreen.
#include <QComboBox>
#include <QLineEdit>
#include <QListView>
#include <QListWidget>
#include <QScrollArea>
#include <QTableView>

#include "core/plan/edits.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"
#include "ui/pages/survey_forms.h"
#include "ui/pages/survey_page.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::MainWindow;

namespace {

struct Shown : WindowDesk {
    using WindowDesk::WindowDesk;
    void press(const QString& text) const
    {
        QTRY_VERIFY2(button(text), qPrintable("no button " + text));
        QTest::mouseClick(button(text), Qt::LeftButton);
    }
    void choose(const QString& field, const QString& text) const
    {
        auto* box = named<QComboBox>(field);
        QVERIFY2(box, qPrintable(field));
        int at = box->findText(text);
        if (at < 0) at = box->findText(text + ":", Qt::MatchStartsWith);  // a cable with what it would give
        QVERIFY2(at >= 0, qPrintable(field + " has no " + text));
        box->setCurrentIndex(at);
    }
    void type(const QString& field, const QString& text) const
    {
        auto* edit = named<QLineEdit>(field);
        QVERIFY2(edit, qPrintable(field));
        edit->clear();
        QTest::keyClicks(edit, text);
    }
};

}  // namespace

class MainWindowTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void addARunReadItsVerdictUndo()
    {
        Shown shown;
        QTest::keyClick(shown.window.get(), Qt::Key_R, Qt::ControlModifier);
        shown.choose("From", "spread 17");
        shown.choose("To", "spread 18");
        shown.choose("Cable", "Cat 5e");
        shown.type("Length, m", "20");
        shown.type("Label", "new");
        QVERIFY2(shown.says("marginal, 5"), "the verdict shows before it is confirmed");
        QTest::keyClick(shown.named<QLineEdit>("Label"), Qt::Key_Return);
        shown.settle();
        letEventsPass();
        QCOMPARE(shown.document->plan().runs.size(), std::size_t{34});
        QCOMPARE(shown.document->analysis().reportOf(shown.run("new"))->verdict, Verdict::Marginal);
        QVERIFY(shown.says("run new"));
        QVERIFY(shown.button("2 marginal"));
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier);
        shown.settle();
        QCOMPARE(shown.document->plan().runs.size(), std::size_t{33});
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(shown.document->plan().runs.size(), std::size_t{34});
    }
    void fromNothingToAFirstLink()
    {
        Shown shown(false);
        QTRY_VERIFY(shown.says("Start with the house you have"));
        QTest::keyClick(shown.window.get(), Qt::Key_P, Qt::ControlModifier);
        QVERIFY(shown.says("Start with a place"));
        shown.type("Name", "cupboard");
        shown.press("Save");
        letEventsPass();
        QCOMPARE(shown.document->plan().places.size(), std::size_t{1});
        for (const char* name : {"one", "two"}) {
            QTest::keyClick(shown.window.get(), Qt::Key_D, Qt::ControlModifier);
            shown.type("Name", name);
            shown.press("Save");
            letEventsPass();
            shown.press("Add port");
            shown.type("Name", "1");
            shown.choose("Socket", "RJ45");
            shown.press("Save");
            letEventsPass();
        }
        QCOMPARE(shown.document->plan().ports.size(), std::size_t{2});
        QTest::keyClick(shown.window.get(), Qt::Key_R, Qt::ControlModifier);
        shown.choose("From", "one 1");
        shown.choose("To", "two 1");
        shown.choose("Cable", "Cat 6A");
        shown.type("Length, m", "31");
        shown.press("Save");
        shown.settle();
        QCOMPARE(shown.document->analysis().count(Verdict::Fits), 1);
    }
    void aRefusedFormStaysOpenAndSaysWhy()
    {
        Shown shown;
        QTest::keyClick(shown.window.get(), Qt::Key_D, Qt::ControlModifier);
        shown.type("Name", "core");
        shown.press("Save");
        QVERIFY(shown.says("already a device called core"));
        QVERIFY(shown.named<QLineEdit>("Name"));
        QTest::keyClick(shown.named<QLineEdit>("Name"), Qt::Key_Escape);
        QTRY_VERIFY(!shown.named<QLineEdit>("Name"));
    }
    void changeAndDelete()
    {
        Shown shown;
        shown.selection.selectDevice(shown.device("scan"));
        shown.window->selection().selectDevice(shown.device("scan"));
        shown.press("Change");
        shown.type("Name", "scanner");
        shown.press("Save");
        letEventsPass();
        QVERIFY(plan::deviceNamed(shown.document->plan(), "scanner"));
        shown.press("Delete");
        QVERIFY(!plan::deviceNamed(shown.document->plan(), "scanner"));
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier);
        QTest::keyClick(shown.window.get(), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(plan::deviceNamed(shown.document->plan(), "scan"));
    }
    /// What a form does not show, and figures that nobody typed, stay to the last digit.
    void aFormKeepsWhatItDoesNotShow()
    {
        Shown shown;
        plan::Device device = *shown.document->plan().devices.find(shown.device("vault"));
        device.disks = {{"hdd", 6, "raid6"}, {"ssd", 2, "mirror"}};
        device.processor = plan::HostProcessor{"mid-x86", 3.123456, 4};
        device.traits.set("of-a-later-sokudo", "7");
        QVERIFY(shown.document->edit("x", plan::edits::putDevice(shown.document->plan(), device)));
        shown.window->selection().selectDevice(device.id);
        shown.press("Change");
        shown.type("Note", "hums");
        shown.press("Save");
        QTRY_COMPARE(toQt(shown.document->plan().devices.find(device.id)->note), "hums");
        device.note = "hums";
        QVERIFY(*shown.document->plan().devices.find(device.id) == device);

        plan::Run run = *shown.document->plan().runs.find(shown.run("c2"));
        run.length = Length::fromSteps(12'345'678);
        run.wanted = BitRate::fromSteps(2'345'678'912);
        QVERIFY(shown.document->edit("x", plan::edits::putRun(shown.document->plan(), run)));
        shown.window->selection().selectRun(run.id);
        shown.press("Change");
        shown.type("Note", "behind the shelf");
        shown.press("Save");
        QTRY_COMPARE(toQt(shown.document->plan().runs.find(run.id)->note), "behind the shelf");
        run.note = "behind the shelf";
        QVERIFY(*shown.document->plan().runs.find(run.id) == run);
    }
    void namesAreShownAsTheyAre()
    {
        Shown shown;
        plan::Device device = *shown.document->plan().devices.find(shown.device("scan"));
        device.name = "<b>bold</b><img src=x>";
        QVERIFY(shown.document->edit("x", plan::edits::putDevice(shown.document->plan(), device)));
        shown.window->selection().selectDevice(device.id);
        QTRY_VERIFY(shown.says("<b>bold</b><img src=x>"));
        for (QLabel* one : shown.window->findChildren<QLabel*>())
            if (one->text().contains("<img")) QCOMPARE(one->textFormat(), Qt::PlainText);
    }
    void theFootAlwaysShowsOneGap()
    {
        Shown shown;
        const auto& gaps = shown.document->analysis().gaps;
        const auto worst = std::max_element(gaps.begin(), gaps.end(),
                                            [](const Gap& a, const Gap& b) { return a.verdict < b.verdict; });
        // Its text may be cut; the whole of it is the tip of its button.
        const auto isShown = [&] {
            const auto buttons = shown.window->findChildren<QPushButton*>();
            return std::any_of(buttons.begin(), buttons.end(), [&](const QPushButton* one) {
                return one->isVisible() && one->width() > 0 &&
                       one->toolTip().contains(toQt(worst->text).toHtmlEscaped());
            });
        };
        for (const QSize size : {QSize(1600, 900), QSize(1024, 700), QSize(900, 600)}) {
            shown.window->resize(size);
            QTRY_VERIFY2(isShown(), qPrintable(QString::number(size.width())));
        }
    }
    void theHouseByKeyboardAndMouse()
    {
        Shown shown;
        auto& house = shown.window->survey().house();
        house.setFocus();
        QTest::keyClick(&house, Qt::Key_Down);
        QVERIFY(shown.window->selection().device().isSet());
        const auto first = shown.window->selection().device();
        QTest::keyClick(&house, Qt::Key_Right);
        QVERIFY(shown.window->selection().device() != first);
        QTest::keyClick(&house, Qt::Key_R);
        QVERIFY(shown.window->selection().run().isSet());
        QTest::keyClick(&house, Qt::Key_Return);
        QVERIFY(shown.named<QLineEdit>("Length, m"));
        QPoint at;
        for (const auto& card : house.placed().cards)
            if (card.card->name == "vault") at = card.box.center().toPoint();
        QTest::mouseClick(&house, Qt::LeftButton, {}, at);
        QCOMPARE(shown.window->selection().device(), shown.device("vault"));
        QTest::keyClick(&house, Qt::Key_Escape);
        QVERIFY(!shown.window->selection().device().isSet());
    }
    void draggingFromPortToPortBeginsARun()
    {
        Shown shown;
        auto& house = shown.window->survey().house();
        std::vector<QPoint> freeMarks;
        for (const auto& card : house.placed().cards)
            for (const auto& mark : card.marks)
                if (mark.mark.state == app::PortState::Free && freeMarks.size() < 2)
                    freeMarks.push_back(mark.square.center().toPoint());
        QCOMPARE(freeMarks.size(), std::size_t{2});
        QTest::mousePress(&house, Qt::LeftButton, {}, freeMarks[0]);
        // The press selects the card and redraws; the marks stay where they are.
        QTest::mouseMove(&house, freeMarks[1]);
        QTest::mouseRelease(&house, Qt::LeftButton, {}, freeMarks[1]);
        auto* from = shown.named<QComboBox>("From");
        auto* to = shown.named<QComboBox>("To");
        QVERIFY(from && to && from->currentData().toString() != "0" && to->currentData().toString() != "0");
        QVERIFY(from->currentIndex() > 0 && to->currentIndex() > 0);
    }
    void factsAndPartsOfARun()
    {
        Shown shown;
        shown.window->selection().selectRun(shown.run("attic"));
        QTRY_VERIFY(shown.button("Change"));
        shown.press("Change");
        shown.type("Parts, from end", "cord cat6 5m 26awg / panel");
        QVERIFY2(shown.named<QLineEdit>("Parts, from end"), "the form has a field for cords and joints");
        auto* offers = shown.named<QComboBox>("Add a property");
        QVERIFY(offers);
        const int hot = offers->findText("Warmest place");
        QVERIFY(hot > 0);
        QVERIFY(offers->findText("Attenuator") < 0);  // fibre facts are not for copper
        offers->setCurrentIndex(hot);
        Q_EMIT offers->activated(hot);
        QTRY_VERIFY(shown.named<QLineEdit>("Warmest place"));
        shown.type("Warmest place", "900");
        QTRY_VERIFY(shown.says("lies between"));
        shown.type("Warmest place", "55");
        shown.press("Save");
        const plan::Run* run = shown.document->plan().runs.find(shown.run("attic"));
        QCOMPARE(run->segments.size(), std::size_t(2));
        QCOMPARE(run->segments[0].gauge, 26);
        QVERIFY(run->segments[1].kind == plan::SegmentKind::Panel);
        QCOMPARE(run->traits.as<Celsius>("celsius")->in(), 55.0);
        shown.document->undo();
        QVERIFY(shown.document->plan().runs.find(shown.run("attic"))->segments.empty());
    }
    void benchesCarryTheSelection()
    {
        Shown shown;
        QTest::keyClick(shown.window.get(), Qt::Key_2, Qt::AltModifier);
        QCOMPARE(shown.window->bench(), static_cast<int>(MainWindow::Match));
        QVERIFY(shown.says("spread 12 — store-sw 8"));
        QVERIFY2(shown.says("USB 5 Gb/s, 2.5G adapter: up to") || shown.says("USB 5 Gb/s, 2.5G adapter: up to"),
                 "the stage that binds shows its formula");
        shown.window->selection().selectRun(shown.run("q2"));
        QVERIFY(shown.says("core Q2 — kiln-a 1"));
        QVERIFY(shown.says("blocks do not align"));
        for (const auto& [key, bench] : {std::pair{Qt::Key_5, MainWindow::Measure},
                                         {Qt::Key_6, MainWindow::Diagnose},
                                         {Qt::Key_7, MainWindow::Logbook},
                                         {Qt::Key_1, MainWindow::Survey}}) {
            QTest::keyClick(shown.window.get(), key, Qt::AltModifier);
            QCOMPARE(shown.window->bench(), static_cast<int>(bench));
        }
        QVERIFY(shown.says("run q2"));
    }
    void countsJumpToTheirList()
    {
        Shown shown;
        shown.press("2 no link");
        QCOMPARE(shown.window->bench(), static_cast<int>(MainWindow::Match));
        QCOMPARE(shown.named<QListView>("Links, worst first")->model()->rowCount(), 2);
        shown.press("2 no link");
        QCOMPARE(shown.named<QListView>("Links, worst first")->model()->rowCount(), 30);
    }
    void theCommandFieldFindsAndAnswers()
    {
        Shown shown;
        QTest::keyClick(shown.window.get(), Qt::Key_K, Qt::ControlModifier);
        auto* field = shown.named<QLineEdit>("Find or command");
        QVERIFY(field && field->hasFocus());
        QTest::keyClicks(field, "attic-ap");
        QTest::keyClick(field, Qt::Key_Return);
        QCOMPARE(shown.window->selection().device(), shown.device("attic-ap"));
        QTest::keyClicks(field, "go to log");
        QTest::keyClick(field, Qt::Key_Return);
        QCOMPARE(shown.window->bench(), static_cast<int>(MainWindow::Logbook));
        QTest::keyClicks(field, "sfp+ / dac 2m / sfp+");
        auto* answer = field->findChild<QListWidget*>();
        QVERIFY(answer && answer->item(0)->text().startsWith("fits"));
        field->clear();
        QTest::keyClicks(field, "battery 480 Wh lead 35 W");
        QCOMPARE(answer->item(0)->text(), "about 7 h 50 min, 5 h 24 min to 9 h 46 min");
        field->clear();
        QTest::keyClicks(field, "heat 180 W in 1.4 m3, 2 x 80 cm2 vents, 24 c outside, at most 35 c");
        QCOMPARE(answer->item(0)->text(), "settles at 34 °C, 31 to 40 °C; 49 m³/h of air keep it at 35 °C");
        field->clear();
        QTest::keyClicks(field, "poe type1 / cat6 60m / switch 9w / cat6 20m / class4");
        QVERIFY(answer->item(0)->text().contains("gets no power"));
        field->clear();
        QTest::keyClicks(field, "10G-LR 1310nm");
        QVERIFY(answer->item(0)->text().contains("long reach"));
        field->clear();
        QTest::keyClicks(field, "wifi 2402");
        QVERIFY2(answer->item(0)->text().contains("one client sees 1.08"), qPrintable(answer->item(0)->text()));
        field->clear();
        QTest::keyClicks(field, "12304941132 packets=8127438 time=10s link=10g");
        QVERIFY2(answer->item(0)->text().contains("100.0 % busy"), qPrintable(answer->item(0)->text()));
        QTest::keyClick(field, Qt::Key_Escape);
        QVERIFY(field->text().isEmpty());
    }
    void aTestFromTheMeasureBench()
    {
        Shown shown;
        shown.window->showBench(MainWindow::Measure);
        const auto before = shown.document->records().trials().size();
        shown.press("Start test");
        // A test of this machine with itself says nothing of the path, and this machine is not in the demo house.
        QTRY_VERIFY(shown.says("This machine alone moves"));
        QCOMPARE(shown.document->records().trials().size(), before);
        shown.type("Result as you read it", "3 GiB in 27 s ±1");
        QVERIFY(shown.says("954.4"));
        shown.press("Keep");
        QCOMPARE(shown.document->records().trials().size(), before + 1);
        QVERIFY(shown.named<QTableView>("Results of this path")->model()->rowCount() > 1);
    }
    void answersFromTheDiagnoseBench()
    {
        Shown shown;
        shown.window->showBench(MainWindow::Diagnose);
        QVERIFY(shown.says("Why is scan → vault slow?"));
        QVERIFY(shown.says("Hidden slower hop"));
        shown.press("Read now");
        QTRY_VERIFY(shown.says("scan read"));
        shown.press("Yes");
        QCOMPARE(shown.document->records().answers().size(), std::size_t{1});
        QTRY_VERIFY(shown.button("Take back"));
    }
    void notesFromTheLogbook()
    {
        Shown shown;
        shown.window->showBench(MainWindow::Logbook);
        shown.type("New note", "swapped two leads");
        QTest::keyClick(shown.named<QLineEdit>("New note"), Qt::Key_Return);
        QCOMPARE(toQt(shown.document->records().entries().back().text), "swapped two leads");
        auto* table = shown.named<QTableView>("Entries, newest first");
        QCOMPARE(table->model()->index(0, 2).data().toString(), "swapped two leads");
    }
    void thisMachineIsShownAndAdded()
    {
        Shown shown;
        shown.press("This machine");
        QTRY_VERIFY(shown.says("QSFP28, 100GBASE-SR4"));
        QVERIFY(shown.says("only to an administrator"));
        shown.press("Add to the survey");
        QVERIFY(shown.says("already a device called platen"));
    }
    /// Every bench paints at each window size and text size; no text is cut by its own widget.
    void everyBenchAtEverySize_data()
    {
        QTest::addColumn<QSize>("size");
        QTest::addColumn<int>("percent");
        QTest::addColumn<bool>("dark");
        QTest::newRow("usual") << QSize(1280, 800) << 100 << false;
        QTest::newRow("small") << QSize(1024, 700) << 100 << false;
        QTest::newRow("larger text") << QSize(1280, 800) << 125 << true;
        QTest::newRow("large text") << QSize(1600, 1000) << 150 << false;
    }
    void everyBenchAtEverySize()
    {
        QFETCH(QSize, size);
        QFETCH(int, percent);
        QFETCH(bool, dark);
        ui::applyTheme(*qApp, dark, percent);
        {
            Shown shown;
            shown.window->resize(size);
            shown.window->selection().selectDevice(shown.device("platen"));
            for (int bench = 0; bench < 5; ++bench) {
                shown.window->showBench(bench);
                letEventsPass();
                const QImage image = shown.window->grab().toImage();
                QSet<QRgb> colours;
                for (int x = 0; x < image.width(); x += 7)
                    for (int y = 0; y < image.height(); y += 7) colours << image.pixel(x, y);
                QVERIFY2(colours.size() > 20, qPrintable(QString("bench %1 is blank").arg(bench)));
                for (QPushButton* one : shown.window->findChildren<QPushButton*>())
                    if (one->isVisible() && !one->text().isEmpty() && one->parentWidget()->isVisible())
                        QVERIFY2(one->width() + 2 >= one->fontMetrics().horizontalAdvance(one->text()),
                                 qPrintable(one->text() + " is cut"));
            }
        }
        ui::applyTheme(*qApp, false, 100);
    }
    void closingLosesNothing()
    {
        std::string path;
        Shown shown;
        shown.document->records().writeNote("last words");
        path = shown.file();
        const auto plan = shown.document->plan();
        shown.window->close();
        shown.window.reset();
        shown.document.reset();
        const auto again = (*store::ProjectFile::open(path))->load();
        QVERIFY(again->project.plan == plan);
        QCOMPARE(toQt(again->project.entries.back().text), "last words");
    }
};

SOKUDO_TEST(MainWindowTest)
#include "main_window_test.moc"
