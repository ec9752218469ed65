// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/seen_lines.h"

#include <algorithm>
#include <cmath>

namespace sokudo::ui {
namespace {

QPointF into(const QRectF& area, const QPointF& point)
{
    return {std::clamp(point.x(), area.left(), area.right()), std::clamp(point.y(), area.top(), area.bottom())};
}

double lengthOf(const QPointF& way) { return std::abs(way.x()) + std::abs(way.y()); }

}  // namespace

void SeenLines::draw(const QPolygonF& line, QPen pen)
{
    const bool isDashed = pen.style() != Qt::SolidLine;
    if (!isDashed) pen.setCapStyle(Qt::SquareCap);  // corners are whole
    double before = 0;
    for (int i = 1; i < line.size(); ++i) {
        const QPointF a = line[i - 1], b = line[i];
        const double start = before;
        before += lengthOf(b - a);
        if (!QRectF(a, b).normalized().adjusted(-1, -1, 1, 1).intersects(m_seen)) continue;
        const QPointF from = into(m_seen, a), to = into(m_seen, b);
        if (isDashed) pen.setDashOffset((start + lengthOf(from - a)) / std::max(1.0, pen.widthF()));
        const Look look{from.x(),
                        from.y(),
                        to.x(),
                        to.y(),
                        pen.color().rgba(),
                        pen.widthF(),
                        isDashed ? static_cast<int>(pen.dashPattern().front() * 16) : 0};
        if (!m_drawn.insert(look).second) continue;
        m_painter.setPen(pen);
        m_painter.drawLine(from, to);
    }
}

}  // namespace sokudo::ui
