// SPDX-License-Identifier: GPL-3.0-or-later
// The house section: nothing overlaps, nothing leaves the picture, twelve devices or a hundred and twenty.
#include "ui/widgets/house_layout.h"

#include <set>

#include <QImage>
#include <QPainter>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "desk.h"
#include "ui/widgets/house_labels.h"
#include "ui/widgets/seen_lines.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

app::HouseContent demo()
{
    Desk desk;
    return app::SurveyPresenter(*desk.document, desk.selection, shippedHosts()).house();
}

/// @param span  how many ports lie between the ends of a run
app::HouseContent large(int devices, std::size_t span = 7)
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
    for (std::size_t i = 0; i + span < ports.size(); i += 8)
        result.runs.push_back(
            {{++id}, ports[i], ports[i + span], "r", gigabits(1), Verdict::Fits, kb::MediumKind::TwistedPair});
    return result;
}

/// A switch in the cellar with a cable to each of so many devices.
app::HouseContent star(int devices)
{
    app::HouseContent result = large(devices);
    result.runs.clear();
    std::int64_t id = 100000;
    app::DeviceCard core{{++id}, "core", "something", {}};
    for (const auto& place : result.places)
        for (const auto& card : place.devices) {
            core.ports.push_back({{++id}, app::PortState::Used, gigabits(1)});
            result.runs.push_back({{++id},
                                   core.ports.back().id,
                                   card.ports[0].id,
                                   "r",
                                   gigabits(1),
                                   Verdict::Fits,
                                   kb::MediumKind::TwistedPair});
        }
    result.places.back().devices.push_back(core);
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

/// The lines of a house, painted in strips of that height.
QImage painted(const ui::HouseLayout& house, int strip)
{
    QImage image(house.size.toSize(), QImage::Format_RGB32);
    image.fill(Qt::white);
    for (int top = 0; top < image.height(); top += strip) {
        QPainter painter(&image);
        painter.setRenderHint(QPainter::Antialiasing);
        const QRect part(0, top, image.width(), strip);
        painter.setClipRect(part);
        ui::SeenLines lines(painter, QRectF(part).adjusted(-8, -8, 8, 8));
        for (const ui::PlacedRun& run : house.runs) {
            QPen pen(Qt::black, 2);
            if (run.run->medium == kb::MediumKind::Multimode) pen.setDashPattern({1.2, 1.2});
            pen.setCapStyle(Qt::FlatCap);
            lines.draw(run.line, pen);
        }
    }
    return image;
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
        QCOMPARE(ui::layOut(demo(), width, {}).runs.size(), std::size_t{33});
    }
    void itFitsAtTheUsualSize() { QVERIFY(ui::layOut(demo(), 930, {}).size.height() <= 860); }
    void aHundredAndTwentyDevices() { check(large(120), 900); }
    void moreRunsThanAnEyeCanFollowLeaveRoomForTheCards()
    {
        const app::HouseContent content = large(2000);
        QVERIFY(content.runs.size() > 900);
        check(content, 900);
        const auto layout = ui::layOut(content, 900, {});
        double left = 900;
        for (const auto& card : layout.cards) left = std::min(left, card.box.left());
        QVERIFY2(left < 900 * 0.4, qPrintable(QString::number(left)));
    }
    /// More upright lines than an eye can follow: those between the same rows share a lane and part at their ports.
    void manyRunsAreBundled()
    {
        const app::HouseContent content = star(60);
        check(content, 900);
        const ui::HouseLayout layout = ui::layOut(content, 900, {});
        QVERIFY(!layout.bundles.empty());
        int bundled = 0;
        for (const ui::PlacedBundle& bundle : layout.bundles) {
            QVERIFY(bundle.runs >= 3);
            bundled += bundle.runs;
            // As many runs go along its upright part as it says.
            const double x = bundle.spine[1].x(), top = std::min(bundle.spine[1].y(), bundle.spine[2].y()),
                         bottom = std::max(bundle.spine[1].y(), bundle.spine[2].y());
            int along = 0;
            for (const auto& run : layout.runs)
                along += run.line.size() == 6 && run.line[2].x() == x &&
                         std::min(run.line[2].y(), run.line[3].y()) == top &&
                         std::max(run.line[2].y(), run.line[3].y()) == bottom;
            QCOMPARE(along, bundle.runs);
            QVERIFY(bundle.label.y() > top && bundle.label.y() < bottom);
        }
        QVERIFY(bundled > 20);
        // A house that can be followed run by run has none.
        QVERIFY(ui::layOut(demo(), 930, {}).bundles.empty());
        // Every run still ends at its own port.
        std::set<std::pair<double, double>> ends;
        for (const auto& run : layout.runs) ends.insert({run.line.last().x(), run.line.last().y()});
        QCOMPARE(ends.size(), layout.runs.size());
    }
    void labelsStandClearOfCardsAndOfEachOther()
    {
        app::HouseContent content = large(120, 31);
        for (std::size_t i = 0; i < content.runs.size(); i += 2) content.runs[i].verdict = Verdict::Limited;
        const auto layout = ui::layOut(content, 1200, {});
        const auto labels = ui::placeLabels(layout, {});
        QVERIFY2(labels.size() > 10, qPrintable(QString::number(labels.size())));
        for (std::size_t i = 0; i < labels.size(); ++i) {
            QCOMPARE(labels[i].run->verdict, Verdict::Limited);
            QCOMPARE(labels[i].text, toQt(text::rate(gigabits(1), 2)));
            for (const auto& card : layout.cards) QVERIFY(!card.box.intersects(labels[i].box));
            for (std::size_t j = i + 1; j < labels.size(); ++j) QVERIFY(!labels[j].box.intersects(labels[i].box));
        }
        // The selected run has one though it simply fits.
        const auto fits = std::find_if(layout.runs.begin(), layout.runs.end(), [](const auto& run) {
            return run.run->verdict == Verdict::Fits && std::abs(run.line[1].x() - run.line[2].x()) > 200;
        });
        QVERIFY(fits != layout.runs.end());
        QVERIFY(ui::placeLabels(layout, fits->run->run).size() >= labels.size());
    }
    void paintedInPiecesTheLinesAreTheSame()
    {
        app::HouseContent content = demo();
        const auto house = ui::layOut(content, 900, {});
        const QImage whole = painted(house, 4000), strips = painted(house, 64);
        int dark = 0, unlike = 0;
        for (int y = 0; y < whole.height(); ++y)
            for (int x = 0; x < whole.width(); ++x) {
                const int a = qGray(whole.pixel(x, y)), b = qGray(strips.pixel(x, y));
                dark += a < 128;
                unlike += std::abs(a - b) > 40;
            }
        QVERIFY(dark > 5000);
        QVERIFY2(unlike <= dark / 500, qPrintable(QString("%1 of %2").arg(unlike).arg(dark)));
    }
    /// A narrow window: the drawing is wider than it, and no card leaves the house.
    void noCardLeavesTheHouse()
    {
        const auto layout = ui::layOut(demo(), 380, {});
        QVERIFY(layout.size.width() > 380);
        for (const auto& card : layout.cards)
            if (card.box.left() < layout.house.right()) QVERIFY(card.box.right() <= layout.house.right());
    }
    void nothingAtAll()
    {
        const auto layout = ui::layOut({}, 900, {});
        QVERIFY(layout.cards.empty() && layout.bands.empty());
    }
    void foldedLevelsHideTheirDevices()
    {
        const auto layout = ui::layOut(demo(), 900, {{-1}, {}});
        QCOMPARE(layout.cards.size(), std::size_t{19});
        const auto band =
            std::find_if(layout.bands.begin(), layout.bands.end(), [](const auto& one) { return one.level == -1; });
        QVERIFY(band->folded && band->devices == 9);
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
