// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/bore_drawing.h"

#include <algorithm>
#include <cmath>

#include <QPainterPath>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"

namespace sokudo::ui {

using app::toQt;

namespace {

constexpr double kThroat = 0.34;   // share of the height that the narrowest stage takes
constexpr double kDecades = 1.25;  // factors of ten above the narrowest that fill the height
constexpr int kLeastWidth = 74;    // of a section, before stages fold

QString gigabits(BitRate rate) { return toQt(text::gigabitFigure(rate)); }

}  // namespace

std::vector<BoreSection> boreSections(int stages, int binding, int most)
{
    std::vector<BoreSection> result;
    if (stages <= std::max(5, most)) {
        for (int i = 0; i < stages; ++i) result.push_back({i, i});
        return result;
    }
    const auto fold = [&](int head, int tail) {
        for (int i = 0; i < head; ++i) result.push_back({i, i});
        result.push_back({head, stages - tail - 1});
        for (int i = stages - tail; i < stages; ++i) result.push_back({i, i});
    };
    const int singles = std::max(4, most - 1), head = (singles + 1) / 2, tail = singles / 2;
    if (binding < head || binding >= stages - tail) {
        fold(head, tail);
        return result;
    }
    // What binds stands between two folds.
    const int ends = std::max(2, most - 3), first = (ends + 1) / 2, last = ends / 2;
    for (int i = 0; i < first; ++i) result.push_back({i, i});
    if (binding > first) result.push_back({first, binding - 1});
    result.push_back({binding, binding});
    if (binding < stages - last - 1) result.push_back({binding + 1, stages - last - 1});
    for (int i = stages - last; i < stages; ++i) result.push_back({i, i});
    return result;
}

BoreDrawing::BoreDrawing(const app::BoreContent& content, const QRectF& area, int focused)
    : m_content(content),
      m_area(area),
      m_focused(focused),
      m_sections(boreSections(static_cast<int>(content.stages.size()), static_cast<int>(content.binding),
                              static_cast<int>(pipe().width() / scaled(kLeastWidth))))
{
    for (const auto& stage : content.stages)
        if (m_least.steps() == 0 || stage.carries.typical < m_least) m_least = stage.carries.typical;
}

QRectF BoreDrawing::pipe() const { return m_area.adjusted(scaled(6), scaled(24), -scaled(14), -scaled(42)); }

/// The narrowest stage keeps a fixed share of the height; wider ones grow with the log of their rate.
double BoreDrawing::halfHeight(BitRate rate, double most) const
{
    const double factor = rate.in() / std::max(1.0, m_least.in());
    if (factor <= 1) return most * kThroat * std::max(0.0, factor);
    return most * (kThroat + (1 - kThroat) * std::min(1.0, std::log10(factor) / kDecades));
}

BitRate BoreDrawing::narrowest(const std::vector<expect::Stage>& stages, const BoreSection& section) const
{
    BitRate least = stages[static_cast<std::size_t>(section.first)].carries.typical;
    for (int i = section.first; i <= section.last; ++i)
        least = std::min(least, stages[static_cast<std::size_t>(i)].carries.typical);
    return least;
}

QPainterPath BoreDrawing::wallOf(const std::vector<double>& half) const
{
    const QRectF pipe = this->pipe();
    const auto count = static_cast<int>(half.size());
    const double middle = pipe.center().y(), width = pipe.width() / count, slope = std::min(width * 0.22, 18.0);
    QPainterPath wall;
    const auto edge = [&](int i, double sign, bool forward) {
        const double left = pipe.left() + i * width, right = left + width,
                     y = middle + sign * half[static_cast<std::size_t>(i)];
        const double a = left + (i > 0 ? slope / 2 : 0), b = right - (i + 1 < count ? slope / 2 : 0);
        wall.lineTo(forward ? a : b, y);
        wall.lineTo(forward ? b : a, y);
    };
    wall.moveTo(pipe.left(), middle - half.front());
    for (int i = 0; i < count; ++i) edge(i, -1, true);
    for (int i = count - 1; i >= 0; --i) edge(i, 1, false);
    wall.closeSubpath();
    return wall;
}

/// The other plan as an outline: stage over stage where it has as many, else over the whole length.
void BoreDrawing::drawOther(QPainter& painter) const
{
    if (m_content.other.empty()) return;
    const double most = pipe().height() / 2;
    std::vector<double> half;
    if (m_content.other.size() == m_content.stages.size())
        for (const BoreSection& section : m_sections)
            half.push_back(halfHeight(narrowest(m_content.other, section), most));
    else
        for (const auto& stage : m_content.other) half.push_back(halfHeight(stage.carries.typical, most));
    painter.setPen(QPen(theme().soft, 1.4, Qt::DotLine));
    painter.drawPath(wallOf(half));
}

void BoreDrawing::drawMeasured(QPainter& painter) const
{
    if (!m_content.measured) return;
    const Theme& t = theme();
    const QRectF pipe = this->pipe();
    const double middle = pipe.center().y(), most = pipe.height() / 2;
    // Earlier results: hairlines, so that their spread is seen beside the newest.
    QColor faint = t.measured;
    faint.setAlpha(110);
    painter.setPen(QPen(faint, 1, Qt::DashDotLine));
    for (const measure::MeasuredRate& earlier : m_content.earlier) {
        const double h = std::min(halfHeight(earlier.value, most), most);
        for (double sign : {-1.0, 1.0})
            painter.drawLine(QPointF(pipe.left(), middle + sign * h), QPointF(pipe.right(), middle + sign * h));
    }
    const double h = std::min(halfHeight(m_content.measured->value, most), most),
                 low = halfHeight(m_content.measured->low, most), high = halfHeight(m_content.measured->high, most);
    QColor core = t.measured;
    core.setAlpha(t.dark ? 90 : 60);
    painter.fillRect(QRectF(pipe.left(), middle - h, pipe.width(), 2 * h), core);
    if (high > low + 1) {
        core.setAlpha(50);
        painter.fillRect(QRectF(pipe.left(), middle - high, pipe.width(), high - low), core);
        painter.fillRect(QRectF(pipe.left(), middle + low, pipe.width(), high - low), core);
    }
    painter.setPen(QPen(t.measured, 1.8));
    for (double sign : {-1.0, 1.0})
        painter.drawLine(QPointF(pipe.left(), middle + sign * h), QPointF(pipe.right(), middle + sign * h));
    QPainterPath arrow;
    arrow.moveTo(pipe.right() + 3, middle);
    arrow.lineTo(pipe.right() + 11, middle - 5);
    arrow.lineTo(pipe.right() + 11, middle + 5);
    arrow.closeSubpath();
    painter.fillPath(arrow, t.measured);
}

void BoreDrawing::drawBand(QPainter& painter) const
{
    if (!m_content.expected) return;
    const QRectF pipe = this->pipe();
    for (BitRate bound : {m_content.expected->low, m_content.expected->high}) {
        const double h = halfHeight(bound, pipe.height() / 2);
        painter.setPen(QPen(theme().planDeep, 1.1, Qt::DashLine));
        for (double sign : {-1.0, 1.0})
            painter.drawLine(QPointF(pipe.left(), pipe.center().y() + sign * h),
                             QPointF(pipe.right(), pipe.center().y() + sign * h));
    }
}

void BoreDrawing::drawWords(QPainter& painter, int at) const
{
    const Theme& t = theme();
    const QRectF pipe = this->pipe();
    const BoreSection& section = m_sections[static_cast<std::size_t>(at)];
    const auto& stage = m_content.stages[static_cast<std::size_t>(section.first)];
    const double width = pipe.width() / static_cast<double>(m_sections.size());
    const QRectF column(pipe.left() + at * width + 1, m_area.top(), width - 2, m_area.height());
    const bool binds =
        m_content.expected && section.first == static_cast<int>(m_content.binding) && !section.isFolded();
    painter.setPen(binds ? t.planDeep : t.ink);
    QFont figure = typeface(Face::Figure, 13);
    figure.setBold(binds);
    painter.setFont(figure);
    const BitRate carries = narrowest(m_content.stages, section);
    const QString rate = (section.isFolded() ? "≥ " : "") + gigabits(carries) + " Gb/s";
    const bool wide = QFontMetricsF(figure).horizontalAdvance(rate) <= column.width();
    painter.drawText(QRectF(column.left(), m_area.top() + 2, column.width(), scaled(19)), Qt::AlignCenter,
                     wide ? rate : gigabits(carries));
    painter.setFont(typeface(Face::Strong, 12));
    const QFontMetricsF strong(painter.font());
    const QString label = section.isFolded() ? QString("%1 stages").arg(section.count()) : toQt(stage.label);
    painter.drawText(QRectF(column.left(), pipe.bottom() + scaled(6), column.width(), scaled(17)), Qt::AlignCenter,
                     strong.elidedText(label, Qt::ElideRight, column.width()));
    painter.setFont(typeface(Face::Text, 11));
    painter.setPen(t.soft);
    const QFontMetricsF small(painter.font());
    const QString detail = section.isFolded() ? QString("folded") : toQt(stage.detail);
    painter.drawText(QRectF(column.left(), pipe.bottom() + scaled(22), column.width(), scaled(16)), Qt::AlignCenter,
                     small.elidedText(detail, Qt::ElideRight, column.width()));
}

void BoreDrawing::draw(QPainter& painter) const
{
    const Theme& t = theme();
    painter.setRenderHint(QPainter::Antialiasing);
    const auto count = static_cast<int>(m_sections.size());
    if (count == 0) {
        painter.setPen(t.soft);
        painter.setFont(typeface(Face::Text, 13));
        painter.drawText(m_area, Qt::AlignCenter, "No path yet. Select two connected hosts.");
        return;
    }
    const QRectF pipe = this->pipe();
    const double middle = pipe.center().y(), most = pipe.height() / 2, width = pipe.width() / count,
                 slope = std::min(width * 0.22, 18.0);
    std::vector<double> half;
    for (const BoreSection& section : m_sections)
        half.push_back(halfHeight(narrowest(m_content.stages, section), most));
    const QPainterPath wall = wallOf(half);
    painter.fillPath(wall, t.planPale);
    for (int i = 0; i < count; ++i) {
        const BoreSection& section = m_sections[static_cast<std::size_t>(i)];
        const double left = pipe.left() + i * width + (i > 0 ? slope / 2 : 0),
                     right = pipe.left() + (i + 1) * width - (i + 1 < count ? slope / 2 : 0),
                     h = half[static_cast<std::size_t>(i)];
        if (m_content.expected && section.first == static_cast<int>(m_content.binding))
            painter.fillRect(QRectF(left, middle - h, right - left, 2 * h),
                             t.dark ? t.plan.darker(150) : t.plan.darker(120));
        if (section.isFolded())
            painter.fillRect(QRectF(left, middle - h, right - left, 2 * h), QBrush(t.plan, Qt::BDiagPattern));
        if (m_focused >= section.first && m_focused <= section.last)
            painter.fillRect(QRectF(pipe.left() + i * width, pipe.top(), width, pipe.height()),
                             QColor(t.plan.red(), t.plan.green(), t.plan.blue(), 40));
    }
    painter.setPen(QPen(t.plan, 1.4));
    painter.drawPath(wall);
    drawOther(painter);
    drawMeasured(painter);
    drawBand(painter);
    for (int i = 0; i < count; ++i) drawWords(painter, i);
}

int BoreDrawing::sectionAt(const QPointF& point) const
{
    const QRectF pipe = this->pipe();
    const auto count = static_cast<int>(m_sections.size());
    if (count == 0 || point.x() < pipe.left() || point.x() >= pipe.right()) return -1;
    return std::clamp(static_cast<int>((point.x() - pipe.left()) / (pipe.width() / count)), 0, count - 1);
}

QPointF BoreDrawing::middleOf(int section) const
{
    const QRectF pipe = this->pipe();
    return {pipe.left() + (section + 0.5) * pipe.width() / std::max<double>(1, static_cast<double>(m_sections.size())),
            pipe.center().y()};
}

}  // namespace sokudo::ui
