// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/house_layout.h"

#include <algorithm>
#include <cmath>

#include <QFontMetricsF>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/house_bundles.h"
#include "ui/widgets/house_cards.h"
#include "ui/widgets/lanes.h"

namespace sokudo::ui {
namespace {

constexpr double kLane = 6, kMark = 8, kMarkStep = HouseCards::kMarkStep;

struct Row {
    double top = 0, bottom = 0;
    int lanes = 0;
    bool outside = false;
};

class Builder {
public:
    Builder(const app::HouseContent& content, double width, const HouseFolds& folds)
        : m_cards(content, folds), m_content(content), m_width(width), m_folded(folds.levels)
    {}

    HouseLayout build()
    {
        giveRoomOutside();
        // The lanes at the left depend on the rows, the rows on the room that the lanes leave: twice is enough.
        for (int pass = 0; pass < 2; ++pass) {
            giveRoomInside();
            m_rows.clear();
            m_made = {};
            m_routes.clear();
            placeBands(pass == 0);
            findEnds();
            takeLanes();
        }
        stack();
        drawBundles();
        drawRuns();
        for (PlacedRun& run : m_made.runs) run.bounds = run.line.boundingRect().adjusted(-10, -10, 10, 10);
        m_made.foldedCards = m_cards.takeFolded();
        return std::move(m_made);
    }

private:
    double labelWidth() const { return scaled(58); }
    double cardsLeft() const { return labelWidth() + 10 + m_leftLanes * kLane + 8; }
    double houseWidth() const { return m_width - m_outsideWidth - m_yardWidth; }

    /// What stands outside takes no more room than it needs: at large text the house needs it.
    void giveRoomOutside()
    {
        double widest = 0;
        for (const app::PlaceBand& place : m_content.places) {
            if (place.building.isEmpty()) continue;
            const QString title = place.devices.empty() ? place.name + " (empty)" : place.name;
            widest = std::max(widest, QFontMetricsF(typeface(Face::Strong, 12)).horizontalAdvance(title));
            for (const app::DeviceCard* card : m_cards.of(place))
                widest = std::max(widest, m_cards.sizeOf(*card).width());
        }
        if (widest == 0) return;
        m_outsideWidth = std::clamp<double>(widest + 28, scaled(110), scaled(200));
        m_yardWidth = std::min(scaled(56), 60);
    }
    /// At large text in a small window the drawing is wider than the window, so that no card leaves the house.
    void giveRoomInside()
    {
        double widest = 0;
        for (const app::PlaceBand& place : m_content.places)
            if (place.building.isEmpty())
                for (const app::DeviceCard* card : m_cards.of(place))
                    widest = std::max(widest, m_cards.sizeOf(*card).width());
        m_leastWidth = widest > 0 ? cardsLeft() + widest + 20 + m_outsideWidth + m_yardWidth : 0;
        m_width = std::max(m_width, m_leastWidth);
    }
    static QString titleOf(const app::PlaceBand& place)
    {
        return place.within.isEmpty() ? place.name : place.name + ", in " + place.within;
    }
    /// One line of groups of cards; wraps when the width is used up.
    void flow(const std::vector<const app::PlaceBand*>& places, double left, double right, bool outside,
              double& bottomOut)
    {
        double x = left;
        int row = newRow(outside);
        for (const app::PlaceBand* place : places) {
            bool titled = false;
            double titleEnd = 0;
            for (const app::DeviceCard* card : m_cards.of(*place)) {
                const QSizeF size = m_cards.sizeOf(*card);
                if (x + size.width() > right && x > left) {
                    x = left;
                    row = newRow(outside);
                    titleEnd = 0;
                }
                if (!titled) {
                    titleEnd = x + QFontMetricsF(typeface(Face::Strong, 12)).horizontalAdvance(titleOf(*place)) + 14;
                    m_pendingTitles.push_back({row, {{x, 0}, titleOf(*place), place->id}});
                    titled = true;
                }
                m_cardRows.push_back(row);
                m_made.cards.push_back({QRectF(QPointF(x, 0), size), card, {}});
                x += size.width() + 10;
            }
            if (place->devices.empty()) {
                m_pendingTitles.push_back({row, {{x, 0}, place->name + " (empty)"}});
                x += QFontMetricsF(typeface(Face::Strong, 12)).horizontalAdvance(place->name + " (empty)") + 24;
            }
            x = std::max(x + 6, titleEnd);
        }
        bottomOut = row;
    }

    int newRow(bool outside)
    {
        m_rows.push_back({0, 0, 0, outside});
        return static_cast<int>(m_rows.size()) - 1;
    }

    void placeBands(bool firstPass)
    {
        if (firstPass) m_leftLanes = 12;
        m_cardRows.clear();
        m_pendingTitles.clear();
        m_levels.clear();
        std::vector<int> levels;
        for (const auto& place : m_content.places)
            if (std::find(levels.begin(), levels.end(), place.level) == levels.end()) levels.push_back(place.level);
        std::sort(levels.rbegin(), levels.rend());
        for (int level : levels) {
            std::vector<const app::PlaceBand*> inside, outside;
            int devices = 0;
            for (const auto& place : m_content.places)
                if (place.level == level) {
                    (place.building.isEmpty() ? inside : outside).push_back(&place);
                    devices += static_cast<int>(place.devices.size());
                }
            Level result{level, static_cast<int>(m_rows.size()), 0, 0, 0, devices, m_folded.contains(level)};
            double last = 0;
            if (!result.folded) {
                if (!inside.empty()) flow(inside, cardsLeft(), houseWidth() - 10, false, last);
                result.insideRows = static_cast<int>(m_rows.size()) - result.firstRow;
                result.firstOutside = static_cast<int>(m_rows.size());
                if (!outside.empty()) flow(outside, m_width - m_outsideWidth + 12, m_width - 8, true, last);
                result.outsideRows = static_cast<int>(m_rows.size()) - result.firstOutside;
            }
            m_levels.push_back(result);
        }
    }

    /// The row and the place of both ends of each run.
    void findEnds()
    {
        m_routes.assign(m_content.runs.size(), {});
        struct At {
            int row;
            double x;
            int card;
        };
        std::map<std::int64_t, At> portAt;
        for (std::size_t i = 0; i < m_made.cards.size(); ++i) {
            PlacedCard& card = m_made.cards[i];
            for (std::size_t p = 0; p < card.card->ports.size(); ++p)
                portAt[card.card->ports[p].id.value] = {
                    m_cardRows[i], card.box.left() + 10 + static_cast<double>(p % 22) * kMarkStep + kMark / 2,
                    static_cast<int>(i)};
        }
        for (std::size_t i = 0; i < m_content.runs.size(); ++i) {
            const app::DrawnRun& run = m_content.runs[i];
            const auto a = portAt.find(run.a.value), b = portAt.find(run.b.value);
            RunRoute& route = m_routes[i];
            if (a == portAt.end() && b == portAt.end()) continue;
            const At& first = a != portAt.end() ? a->second : b->second;
            route.rowA = first.row;
            route.xA = first.x;
            route.cardA = first.card;
            if (a == portAt.end() || b == portAt.end()) {
                route.open = true;
                continue;
            }
            if (m_cards.areFoldedTogether(a->first, b->first)) {
                route = {};
                continue;
            }
            route.rowB = b->second.row;
            route.xB = b->second.x;
            route.cardB = b->second.card;
            const auto isOutside = [&](int row) { return m_rows[static_cast<std::size_t>(row)].outside; };
            route.yard = isOutside(route.rowA) || isOutside(route.rowB);
        }
    }

    /// A lane carries several runs when their stretches do not meet, and all of a bundle.
    void takeLanes()
    {
        m_bundles = bundlesOf(m_routes, m_content.runs, houseWidth());
        std::map<int, Lanes> across;
        Lanes left, yard;
        // Of those that are left, too many to follow: the ones between the same two levels share the upright line.
        std::map<std::tuple<int, int, bool>, int> shared;
        const bool isCrowded = isCrowdedBesideBundles();
        const auto upright = [&](const RunRoute& route) {
            Lanes& lanes = route.yard ? yard : left;
            const auto [first, last] = std::minmax({levelOf(route.rowA), levelOf(route.rowB)});
            if (!isCrowded) return lanes.take(rank(route.rowA), rank(route.rowB));
            const auto [at, isNew] = shared.try_emplace({first, last, route.yard}, 0);
            if (isNew) at->second = lanes.take(first * 100, last * 100 + 99);
            return at->second;
        };
        const auto lay = [&](RunRoute& route) {
            if (!route.isUpright()) {
                route.laneA = route.laneB = across[route.rowA].take(route.xA, route.xB);
                return;
            }
            const double end = route.uprightAt(houseWidth());
            route.vertical = upright(route);
            route.laneA = across[route.rowA].take(route.xA, end);
            route.laneB = across[route.rowB].take(route.xB, end);
        };
        for (RunRoute& route : m_routes) {
            if (route.rowA < 0 || route.open) continue;
            const auto bundle = m_bundles.find(keyOf(route));
            if (bundle == m_bundles.end()) {
                lay(route);
                continue;
            }
            RunRoute& way = bundle->second.way;
            if (!bundle->second.isLaid) lay(way);
            bundle->second.isLaid = true;
            route.vertical = way.vertical;
            route.laneA = route.rowA == way.rowA ? way.laneA : way.laneB;
            route.laneB = route.rowB == way.rowB ? way.laneB : way.laneA;
        }
        for (auto& [row, lanes] : across) m_rows[static_cast<std::size_t>(row)].lanes = lanes.count();
        m_leftLanes = left.count();
    }

    bool isCrowdedBesideBundles() const
    {
        constexpr std::ptrdiff_t kMost = 40;
        return std::count_if(m_routes.begin(), m_routes.end(), [&](const RunRoute& route) {
                   return route.isUpright() && !m_bundles.contains(keyOf(route));
               }) > kMost;
    }
    /// Where in the list of levels a row stands.
    int levelOf(int row) const { return static_cast<int>(rank(row)) / 100; }

    /// Rows in the order in which they stand from top to bottom; outbuildings share the height of their level.
    double rank(int row) const
    {
        for (std::size_t level = 0; level < m_levels.size(); ++level) {
            const Level& one = m_levels[level];
            if (row >= one.firstRow && row < one.firstRow + one.insideRows)
                return static_cast<double>(level) * 100 + row - one.firstRow;
            if (row >= one.firstOutside && row < one.firstOutside + one.outsideRows)
                return static_cast<double>(level) * 100 + row - one.firstOutside;
        }
        return 0;
    }

    /// Rows below each other; where the last of them ends.
    double stackRows(int first, int count, double bottom)
    {
        for (int r = first; r < first + count; ++r) {
            Row& row = m_rows[static_cast<std::size_t>(r)];
            row.top = bottom + scaled(22);
            double tallest = scaled(54);
            for (std::size_t c = 0; c < m_made.cards.size(); ++c)
                if (m_cardRows[c] == r) tallest = std::max(tallest, m_made.cards[c].box.height());
            row.bottom = row.top + tallest;
            bottom = row.bottom + 6 + std::max(1, row.lanes) * kLane;
        }
        return bottom;
    }
    void raiseRows(int first, int count, double by)
    {
        for (int r = first; r < first + count; ++r) {
            m_rows[static_cast<std::size_t>(r)].top -= by;
            m_rows[static_cast<std::size_t>(r)].bottom -= by;
        }
    }
    static QString levelName(int level)
    {
        return QString("level %1%2").arg(level > 0 ? "+" : level < 0 ? "−" : "").arg(std::abs(level));
    }
    /// Gives rows and bands their heights, top to bottom.
    void stack()
    {
        double y = 0;
        bool outsideAbove = false;
        for (const Level& level : m_levels) {
            const double top = y;
            double insideBottom = y + scaled(34), outsideBottom = y;
            if (!level.folded) {
                insideBottom = stackRows(level.firstRow, level.insideRows, y);
                outsideBottom = stackRows(level.firstOutside, level.outsideRows, y);
                // An outbuilding that is taller than its level stands higher, where the yard is empty anyway.
                const double excess = std::min(outsideBottom - insideBottom, y);
                if (level.outsideRows > 0 && level.insideRows > 0 && excess > 0 && !outsideAbove) {
                    raiseRows(level.firstOutside, level.outsideRows, excess);
                    outsideBottom -= excess;
                }
                outsideAbove = outsideAbove || level.outsideRows > 0;
            }
            y = std::max({insideBottom, outsideBottom, top + scaled(40)}) + 4;
            m_made.bands.push_back({QRectF(0, top, houseWidth(), y - top), levelName(level.level), level.level,
                                    level.folded, level.devices});
            if (level.level >= 0) m_made.groundLine = y;
        }
        placeCards();
        m_made.size = {m_width, y};
        m_made.leastWidth = m_leastWidth;
        m_made.house = {0, 0, houseWidth(), y};
        m_made.yard = {houseWidth(), 0, m_yardWidth, y};
        m_made.outbuildings = {m_width - m_outsideWidth, 0, m_outsideWidth, y};
    }
    /// Cards, their ports and the titles onto their rows.
    void placeCards()
    {
        for (std::size_t i = 0; i < m_made.cards.size(); ++i) {
            PlacedCard& card = m_made.cards[i];
            card.box.moveTop(m_rows[static_cast<std::size_t>(m_cardRows[i])].top);
            for (std::size_t p = 0; p < card.card->ports.size(); ++p)
                card.marks.push_back(
                    {QRectF(card.box.left() + 10 + static_cast<double>(p % 22) * kMarkStep,
                            card.box.top() + scaled(39) + 11.0 * static_cast<double>(p / 22), kMark, kMark),
                     card.card->ports[p]});
        }
        const QFontMetricsF metrics(typeface(Face::Strong, 12));
        for (auto& [row, placed] : m_pendingTitles) {
            placed.at.setY(m_rows[static_cast<std::size_t>(row)].top - 7);
            placed.box = QRectF(placed.at.x() - 2, placed.at.y() - metrics.ascent() - 2,
                                metrics.horizontalAdvance(placed.text) + 4, metrics.height() + 4);
            m_made.titles.push_back(placed);
        }
    }

    double laneY(int row, int lane) const { return m_rows[static_cast<std::size_t>(row)].bottom + 6 + lane * kLane; }

    double uprightX(const RunRoute& route) const
    {
        return route.yard ? m_made.yard.left() + 8 + route.vertical * kLane * 1.6
                          : labelWidth() + 10 + route.vertical * kLane;
    }

    void drawBundles()
    {
        for (const auto& [key, bundle] : m_bundles) {
            const RunRoute& way = bundle.way;
            const double yA = laneY(way.rowA, way.laneA), yB = laneY(way.rowB, way.laneB);
            QPolygonF spine;
            spine << QPointF(way.xA, yA);
            if (way.isUpright()) spine << QPointF(uprightX(way), yA) << QPointF(uprightX(way), yB);
            spine << QPointF(way.xB, yB);
            // Not all counts at one height, so that those of lanes side by side can be read.
            const double share = 0.35 + 0.1 * static_cast<double>(m_made.bundles.size() % 4);
            const QPointF &from = spine[spine.size() / 2 - 1], &to = spine[spine.size() / 2];
            const QPointF middle = from + (to - from) * share;
            m_made.bundles.push_back({std::move(spine), middle, bundle.runs, bundle.worst});
        }
    }

    void drawRuns()
    {
        for (std::size_t i = 0; i < m_routes.size(); ++i) {
            const RunRoute& route = m_routes[i];
            if (route.rowA < 0) continue;
            PlacedRun placed{{}, &m_content.runs[i], route.open, !route.open && m_bundles.contains(keyOf(route))};
            const double bottomA = m_rows[static_cast<std::size_t>(route.rowA)].bottom;
            placed.line << QPointF(route.xA, bottomA);
            if (route.open) {
                placed.line << QPointF(route.xA, bottomA + 10) << QPointF(route.xA + 16, bottomA + 10);
                m_made.runs.push_back(std::move(placed));
                continue;
            }
            const double yA = laneY(route.rowA, route.laneA);
            placed.line << QPointF(route.xA, yA);
            if (route.vertical >= 0) {
                const double x = uprightX(route);
                const double yB = laneY(route.rowB, route.laneB);
                placed.line << QPointF(x, yA) << QPointF(x, yB) << QPointF(route.xB, yB);
            } else {
                placed.line << QPointF(route.xB, yA);
            }
            placed.line << QPointF(route.xB, m_rows[static_cast<std::size_t>(route.rowB)].bottom);
            m_made.runs.push_back(std::move(placed));
        }
    }

    struct Level {
        int level = 0, firstRow = 0, insideRows = 0, firstOutside = 0, outsideRows = 0, devices = 0;
        bool folded = false;
    };
    HouseCards m_cards;
    const app::HouseContent& m_content;
    double m_width;
    const std::set<int>& m_folded;
    double m_outsideWidth = 0, m_yardWidth = 0, m_leastWidth = 0;
    int m_leftLanes = 12;
    std::vector<Row> m_rows;
    std::vector<Level> m_levels;
    std::vector<int> m_cardRows;
    std::vector<std::pair<int, PlacedTitle>> m_pendingTitles;
    std::vector<RunRoute> m_routes;
    Bundles m_bundles;
    HouseLayout m_made;
};

}  // namespace

HouseLayout layOut(const app::HouseContent& content, double width, const HouseFolds& folds)
{
    return Builder(content, width, folds).build();
}

}  // namespace sokudo::ui
