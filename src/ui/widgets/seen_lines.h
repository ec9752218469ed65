// SPDX-License-Identifier: GPL-3.0-or-later
// Level and upright lines of a large drawing, painted as far as they are seen.
#pragma once

#include <set>
#include <tuple>
#include <vector>

#include <QPainter>
#include <QPen>
#include <QPolygonF>

namespace sokudo::ui {

class SeenLines {
public:
    /// @param seen  the part of the drawing that is painted; what lies outside costs nothing
    SeenLines(QPainter& painter, const QRectF& seen) : m_painter(painter), m_seen(seen) {}
    /// Dashes stand where they would on the whole line. What looks the same at the same place is painted once.
    void draw(const QPolygonF& line, QPen pen);

private:
    using Look = std::tuple<double, double, double, double, QRgb, double, int>;
    void fill(const QPointF& from, const QPointF& to, const QPen&, double offset);
    void fillPixels(const QPointF& from, const QPointF& way, const QPen&, double offset);
    QPainter& m_painter;
    QRectF m_seen;
    std::set<Look> m_drawn;
    std::vector<QRectF> m_rects;  ///< room that is used again
};

}  // namespace sokudo::ui
