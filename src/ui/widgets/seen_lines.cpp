// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/seen_lines.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

#include <QImage>

namespace sokudo::ui {
namespace {

QPointF into(const QRectF& area, const QPointF& point)
{
    return {std::clamp(point.x(), area.left(), area.right()), std::clamp(point.y(), area.top(), area.bottom())};
}

/// The piece of a level or upright line from one length along it to another, as wide as the pen.
QRectF piece(const QPointF& from, const QPointF& way, double length, double begin, double end, double width)
{
    const QPointF unit = way / length;
    const QRectF core = QRectF(from + unit * begin, from + unit * end).normalized();
    const double half = width / 2;
    return way.x() == 0 ? core.adjusted(-half, 0, half, 0) : core.adjusted(0, -half, 0, half);
}

/// One dash and one gap, to be laid side by side; made once for each look.
const QImage& tileOf(const QColor& colour, int dash, int period, bool isUpright)
{
    static std::map<std::tuple<QRgb, int, int, bool>, QImage> made;
    QImage& tile = made[{colour.rgba(), dash, period, isUpright}];
    if (!tile.isNull()) return tile;
    tile = QImage(isUpright ? 1 : period, isUpright ? period : 1, QImage::Format_ARGB32_Premultiplied);
    tile.fill(Qt::transparent);
    for (int i = 0; i < dash; ++i) tile.setPixelColor(isUpright ? 0 : i, isUpright ? i : 0, colour);
    return tile;
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
        if (from.x() == to.x() || from.y() == to.y()) {
            fill(from, to, pen, start + lengthOf(from - a));
            continue;
        }
        m_painter.setPen(pen);
        m_painter.drawLine(from, to);
    }
}

/// Level and upright lines are filled as rectangles: strokes, above all of many dashes, take several times as long.
void SeenLines::fill(const QPointF& from, const QPointF& to, const QPen& pen, double offset)
{
    const QPointF way = to - from;
    const double length = lengthOf(way), width = std::max(1.0, pen.widthF());
    if (length <= 0) return;
    m_painter.setPen(Qt::NoPen);
    if (m_painter.transform().type() <= QTransform::TxTranslate) return fillPixels(from, way, pen, offset);
    m_rects.clear();
    if (pen.style() == Qt::SolidLine) {
        m_rects.push_back(piece(from, way, length, -width / 2, length + width / 2, width));
    } else {
        const double dash = pen.dashPattern().at(0) * width, period = dash + pen.dashPattern().at(1) * width;
        for (double at = -std::fmod(offset, period); at < length; at += period)
            if (at + dash > 0)
                m_rects.push_back(piece(from, way, length, std::max(0.0, at), std::min(length, at + dash), width));
    }
    m_painter.setBrush(pen.color());
    m_painter.drawRects(m_rects.data(), static_cast<int>(m_rects.size()));
}

/// At full size lines and dashes are whole pixels: nothing is blended at their edges.
void SeenLines::fillPixels(const QPointF& from, const QPointF& way, const QPen& pen, double offset)
{
    const double width = std::max(1.0, pen.widthF());
    const int thick = std::max(1, qRound(width));
    const bool isUpright = way.x() == 0, isSolid = pen.style() == Qt::SolidLine;
    const double low = isUpright ? std::min(from.y(), from.y() + way.y()) : std::min(from.x(), from.x() + way.x());
    const double reach = isSolid ? width / 2 : 0;
    const int begin = qRound(low - reach), end = qRound(low + lengthOf(way) + reach);
    const int side = qRound((isUpright ? from.x() : from.y()) - thick / 2.0);
    QBrush brush(pen.color());
    if (!isSolid) {
        const double dash = pen.dashPattern().at(0) * width, period = dash + pen.dashPattern().at(1) * width;
        const int shown = std::max(1, qRound(dash)), whole = std::max(shown + 1, qRound(period));
        const double start = isUpright ? from.y() : from.x(), sign = way.x() + way.y() > 0 ? 1 : -1;
        const int first = qRound(start - sign * offset) - (sign < 0 ? shown : 0);
        brush = QBrush(tileOf(pen.color(), shown, whole, isUpright));
        m_painter.setBrushOrigin(isUpright ? QPoint(0, first) : QPoint(first, 0));
    }
    m_painter.setRenderHint(QPainter::Antialiasing, false);
    m_painter.fillRect(isUpright ? QRect(side, begin, thick, end - begin) : QRect(begin, side, end - begin, thick),
                       brush);
    m_painter.setRenderHint(QPainter::Antialiasing, true);
}

}  // namespace sokudo::ui
