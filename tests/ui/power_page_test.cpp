// SPDX-License-Identifier: GPL-3.0-or-later
// The Power bench driven as a person does: the tree read, an outage played by keyboard, a repair used and undone.
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QLineEdit>
#include <QSignalSpy>
#include <QSpinBox>
#include <QTreeWidget>

#include "ui/pages/feeds_pane.h"
#include "ui/pages/outage_pane.h"
#include "ui/pages/places_pane.h"
#include "ui/pages/poe_pane.h"
#include "ui/pages/power_page.h"
#include "ui/pages/single_points_pane.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/outage_scale.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::PowerPage;

namespace {

struct Bench : WindowDesk {
    PowerPage* page = nullptr;
    explicit Bench(PowerPage::Pane pane)
    {
        QTest::keyClick(window.get(), Qt::Key_3, Qt::AltModifier);
        page = &window->powerPage();
        page->showPane(pane);
        const app::PowerPresenter& power = window->presenters()->power();
        QVERIFY(QTest::qWaitFor(
            [&] { return power.view() && !power.isWorking() && !says("Working it out") && !says("Trying repairs"); },
            20000));
        letEventsPass();
    }
    template <class Pane>
    Pane& pane(PowerPage::Pane which)
    {
        return *static_cast<Pane*>(page->paneWidget(which));
    }
    QString rowOf(QTreeWidget& tree, const QString& name, int column)
    {
        for (QTreeWidgetItem* one : tree.findItems(name, Qt::MatchStartsWith | Qt::MatchRecursive))
            return one->text(column);
        return {};
    }
    /// No visible text that wraps is cut off.
    bool isAllReadable()
    {
        letEventsPass();
        for (QLabel* one : page->findChildren<QLabel*>())
            if (one->isVisible() && one->wordWrap() && one->height() + 4 < one->heightForWidth(one->width())) {
                qWarning("cut off, %d of %d: %s", one->height(), one->heightForWidth(one->width()),
                         qPrintable(one->text()));
                return false;
            }
        return true;
    }
};

}  // namespace

class PowerPageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theTreeOfFeeds()
    {
        Bench bench(PowerPage::Feeds);
        QTreeWidget& tree = bench.pane<ui::FeedsPane>(PowerPage::Feeds).tree();
        QCOMPARE(bench.rowOf(tree, "core", 1), QString("46\u202FW"));
        QCOMPARE(bench.rowOf(tree, "vault", 2), QString("508\u202FkWh"));  // 58 W · 8.76
        const auto spread = tree.findItems("spread", Qt::MatchStartsWith | Qt::MatchRecursive);
        QCOMPARE(spread.front()->parent()->text(0), QString("battery-a"));
        QCOMPARE(spread.front()->childCount(), 4);
        tree.setFocus();
        tree.setCurrentItem(spread.front());
        QTest::keyClick(&tree, Qt::Key_Left);  // folds
        QVERIFY(!spread.front()->isExpanded());
        QVERIFY(bench.says("in normal use"));
        QVERIFY(bench.says("would be refused"));
        QVERIFY(bench.isAllReadable());
    }
    void anOutageByKeyboard()
    {
        Bench bench(PowerPage::Outage);
        auto& pane = bench.pane<ui::OutagePane>(PowerPage::Outage);
        QVERIFY(bench.says("no phones, internet: the media converter in Study has no battery"));
        ui::OutageScale& scale = pane.scale();
        scale.setFocus();
        QVERIFY(bench.says("At 0:00"));
        QTest::keyClick(&scale, Qt::Key_Right);
        QVERIFY(bench.says("At 0:01"));
        QTest::keyClick(&scale, Qt::Key_Right, Qt::ShiftModifier);
        QVERIFY(bench.says("At 0:11"));
        QTest::keyClick(&scale, Qt::Key_End);
        QVERIFY(bench.says("0 of 26 devices still work"));
        QTest::keyClick(&scale, Qt::Key_Home);
        QSignalSpy moved(&scale, &ui::OutageScale::moved);
        QTest::keyClick(&scale, Qt::Key_Space);
        QVERIFY(scale.isPlaying());
        QVERIFY(QTest::qWaitFor([&] { return moved.count() > 3; }, 5000));
        QTest::keyClick(&scale, Qt::Key_Space);
        QVERIFY(!scale.isPlaying() && scale.at() > Duration{});
        QVERIFY(bench.isAllReadable());
        // One circuit instead of the house.
        auto* choice = bench.named<QComboBox>("What goes off");
        choice->setCurrentIndex(choice->findText("Circuit press is off"));
        Q_EMIT choice->activated(choice->currentIndex());
        QVERIFY(bench.says("24 of 26 devices still work"));
        QVERIFY(bench.says("Lasts: internet in part, storage in part."));
        QVERIFY(QTest::qWaitFor([&] { return bench.says("2 of 16 end points lose"); }, 20000));
    }
    /// From the list of single points to the house without one of them, and on to any other device by its name.
    void whatIsLeftWithoutIt()
    {
        Bench bench(PowerPage::Points);
        QPushButton* play = nullptr;
        for (QPushButton* one : bench.page->findChildren<QPushButton*>())
            if (one->text() == "What is left without it") play = one;
        QVERIFY(play);
        play->click();
        QCOMPARE(bench.page->pane(), PowerPage::Outage);
        auto& pane = bench.pane<ui::OutagePane>(PowerPage::Outage);
        QVERIFY(QTest::qWaitFor([&] { return bench.says("of 16 end points lose"); }, 20000));
        QVERIFY(bench.isAllReadable());
        auto* choice = pane.findChild<QComboBox*>();
        choice->setFocus();
        choice->lineEdit()->selectAll();
        QTest::keyClicks(choice->lineEdit(), "tapes is broken");
        QTest::keyClick(choice->lineEdit(), Qt::Key_Return);
        QVERIFY(QTest::qWaitFor([&] { return bench.says("No end point loses gateway, storage or internet"); }, 20000));
    }
    void aRepairIsUsedAndUndone()
    {
        Bench bench(PowerPage::Outage);
        QPushButton* use = nullptr;
        for (QPushButton* one : bench.page->findChildren<QPushButton*>())
            if (one->accessibleName().contains("PoE splitter")) use = one;
        QVERIFY(use);
        const plan::Plan before = bench.document->plan();
        use->click();
        QVERIFY(!(bench.document->plan() == before));
        QVERIFY(QTest::qWaitFor([&] { return !bench.says("no phones, internet"); }, 20000));
        QVERIFY(bench.document->undoStack().undoText().contains("PoE splitter"));
        bench.document->undo();
        QVERIFY(bench.document->plan() == before);
        QVERIFY(QTest::qWaitFor([&] { return bench.says("no phones, internet"); }, 20000));
    }
    void poeSourcesAndPorts()
    {
        Bench bench(PowerPage::Poe);
        auto& sources = bench.pane<ui::PoePane>(PowerPage::Poe).sources();
        QCOMPARE(sources.model()->rowCount(), 3);
        QVERIFY(bench.says("class 4 (30\u202FW at the port): 7 more"));
        sources.selectRow(1);
        QVERIFY(bench.says("class 4 (30\u202FW at the port): 0 more"));
        QVERIFY(bench.says("s-cam was never measured"));  // no chain without a length
        sources.selectRow(0);
        QVERIFY(bench.says("landing-sw gets"));
        QVERIFY(bench.says("spread: ports 3, 8, 11, 15, 17, 18, 19 give both"));
        auto* rate = bench.named<QComboBox>("Wanted rate");
        rate->setCurrentIndex(rate->count() - 1);
        Q_EMIT rate->activated(rate->currentIndex());
        QVERIFY(bench.says("spread: ports 17, 18, 19 give both"));
        QVERIFY(bench.isAllReadable());
    }
    void singlePointsAndWhomTheyCutOff()
    {
        Bench bench(PowerPage::Points);
        auto& table = bench.pane<ui::SinglePointsPane>(PowerPage::Points).table();
        QVERIFY(table.model()->rowCount() > 20);
        QVERIFY(bench.says("Cut off from gateway: vault"));
        QVERIFY(bench.says("Tapes backs up vault under the same roof"));
        QVERIFY(bench.isAllReadable());
    }
    void ventsAreTried()
    {
        Bench bench(PowerPage::Places);
        QVERIFY(bench.says("settles at 38"));
        auto* vents = bench.named<QSpinBox>("Vents");
        auto* area = bench.named<QSpinBox>("Area of one");
        area->setValue(60);
        vents->setValue(2);
        QVERIFY(bench.says("times the air"));
        auto* device = bench.named<QComboBox>("Device to move");
        auto* place = bench.named<QComboBox>("Place it would stand in");
        device->setCurrentIndex(device->findText("kiln-a"));
        place->setCurrentIndex(place->findText("closet"));
        Q_EMIT place->activated(place->currentIndex());
        QVERIFY(bench.says("Closet gets up to"));
        QVERIFY(bench.isAllReadable());
    }
    /// 12 fees of 10 and 8 GB beyond at 2: 136; 3 people · 3 days · 40: 360.
    void aSecondWayToTheInternet()
    {
        Bench bench(PowerPage::Backup);
        QVERIFY(bench.says("It pays"));
        QVERIFY(bench.says("costs 136"));
        bench.named<QDoubleSpinBox>("A day without costs each")->setValue(5);
        QVERIFY(bench.says("It does not pay"));
        QVERIFY(bench.says("carried"));
    }
    void inASmallWindow()
    {
        Bench bench(PowerPage::Outage);
        bench.window->resize(1024, 680);
        letEventsPass();
        QVERIFY(bench.isAllReadable());
    }
};

SOKUDO_TEST(PowerPageTest)
#include "power_page_test.moc"
