// SPDX-License-Identifier: GPL-3.0-or-later
// The house section: nothing overlaps, nothing leaves the picture, twelve devices or a hundred and twenty.
#include "ui/widgets/house_layout.h"
#include "core/kb/port_rows.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

app::HouseContent demo()
{
    Desk desk;
    return app::SurveyPresenter(*desk.document, desk.selection, shippedHosts()).house();
}

app::HouseContent large(int devices)
{
    app::HouseContent result;
    std::int64_t id = 0;
    for (int level = 3; level >= -1; --level) result.places.push_back({QString("level %1").arg(level), {}, level, {}});
    for (int i = 0; i < devices; ++i) {
        app::DeviceCard card{{++id}, QString("device %1").arg(i), "something", {}};
        for (int p = 0; p < 4; ++p) card.ports.push_back({{++id}, app::PortState::Used, gigabits(1)});
        result.places[static_cast<std::size_t>(i) % result.places.size()].devices.push_back(card);
    }
    std::vector<plan::PortId> ports;
    for (const auto& place : result.places)
        for (const auto& card : place.devices)
            for (const auto& port : card.ports) ports.push_back(port.id);
    for (std::size_t i = 0; i + 7 < ports.size(); i += 8)
        result.runs.push_back(
            {{++id}, ports[i], ports[i + 7], "r", gigabits(1), Verdict::Fits, kb::MediumKind::TwistedPair});
    return result;
}

void check(const app::HouseContent& content, double width)
{
    const ui::HouseLayout layout = ui::layOut(content, width, {});
    std::size_t devices = 0;
    for (const auto& place : content.places) devices += place.devices.size();
    QCOMPARE(layout.cards.size(), devices);
    for (std::size_t i = 0; i < layout.cards.size(); ++i) {
        const QRectF& box = layout.cards[i].box;
        QVERIFY(box.left() >= 0 && box.right() <= width && box.top() >= 0 && box.bottom() <= layout.size.height());
        for (std::size_t j = i + 1; j < layout.cards.size(); ++j) QVERIFY(!box.intersects(layout.cards[j].box));
        for (const auto& mark : layout.cards[i].marks) QVERIFY(box.contains(mark.square));
    }
    for (const auto& run : layout.runs) {
        for (const QPointF& point : run.line)
            QVERIFY(point.x() >= 0 && point.x() <= width && point.y() >= 0 && point.y() <= layout.size.height());
        for (qsizetype i = 1; i < run.line.size(); ++i)
            QVERIFY2(run.line[i].x() == run.line[i - 1].x() || run.line[i].y() == run.line[i - 1].y(),
                     "runs turn at right angles");
    }
}

}  // namespace

class HouseLayoutTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theDemoHouse_data()
    {
        QTest::addColumn<double>("width");
        for (double width : {680.0, 940.0, 1500.0}) QTest::addRow("%g", width) << width;
    }
    void theDemoHouse()
    {
        QFETCH(double, width);
        check(demo(), width);
        QCOMPARE(ui::layOut(demo(), width, {}).runs.size(), std::size_t{26});
    }
    void itFitsAtTheUsualSize() { QVERIFY(ui::layOut(demo(), 930, {}).size.height() <= 645); }
    void aHundredAndTwentyDevices() { check(large(120), 900); }
    void nothingAtAll()
    {
        const auto layout = ui::layOut({}, 900, {});
        QVERIFY(layout.cards.empty() && layout.bands.empty());
    }
    void foldedLevelsHideTheirDevices()
    {
        const auto layout = ui::layOut(demo(), 900, {-1});
        QCOMPARE(layout.cards.size(), std::size_t{12});
        const auto band =
            std::find_if(layout.bands.begin(), layout.bands.end(), [](const auto& one) { return one.level == -1; });
        QVERIFY(band->folded && band->devices == 7);
    }
    void outbuildingsStandBesideTheYard()
    {
        const auto content = demo();
        const auto layout = ui::layOut(content, 930, {});
        for (const auto& card : layout.cards) {
            const bool outside = card.card->name.startsWith("store");
            QCOMPARE(card.box.left() > layout.yard.right() - 1, outside);
        }
    }
    void lanesAreShared()
    {
        // Runs whose stretches do not meet may lie in one lane; those that do must not lie on each other.
        const auto content = demo();
        const auto layout = ui::layOut(content, 930, {});
        for (std::size_t i = 0; i < layout.runs.size(); ++i)
            for (std::size_t j = i + 1; j < layout.runs.size(); ++j) {
                const auto& a = layout.runs[i].line;
                const auto& b = layout.runs[j].line;
                for (qsizetype k = 1; k < a.size(); ++k)
                    for (qsizetype l = 1; l < b.size(); ++l) {
                        const bool bothUpright =
                            a[k].x() == a[k - 1].x() && b[l].x() == b[l - 1].x() && a[k].x() == b[l].x();
                        if (!bothUpright || a[k].x() > 160) continue;
                        const double top = std::max(std::min(a[k].y(), a[k - 1].y()), std::min(b[l].y(), b[l - 1].y()));
                        const double bottom =
                            std::min(std::max(a[k].y(), a[k - 1].y()), std::max(b[l].y(), b[l - 1].y()));
                        QVERIFY2(bottom - top < 1, "two runs on one another");
                    }
            }
    }
};

SOKUDO_TEST(HouseLayoutTest)
#include "house_layout_test.moc"
