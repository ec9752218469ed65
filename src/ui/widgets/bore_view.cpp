// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/bore_view.h"

#include <algorithm>
#include <cmath>

#include <QBuffer>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>
#include <QSvgGenerator>
#include <QToolTip>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"

namespace sokudo::ui {

using app::q;

namespace {
constexpr double kThroat = 0.34;    // share of the height that the narrowest stage takes
constexpr double kDecades = 1.25;   // factors of ten above the narrowest that fill the height

QString gigabits(BitRate rate) { return q(text::gigabitFigure(rate)); }
}  // namespace

BoreView::BoreView(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName("Path, stage by stage");
}

QSize BoreView::sizeHint() const { return {800, scaled(168)}; }
QSize BoreView::minimumSizeHint() const { return {400, scaled(150)}; }

void BoreView::setContent(const app::BoreContent& content)
{
    m_content = content;
    m_focused = -1;
    QStringList words;
    for (const auto& stage : content.stages) words << QString("%1 %2 Gb/s").arg(q(stage.name), gigabits(stage.carries.typical));
    setAccessibleDescription(words.join(", "));
    update();
}

QRectF BoreView::pipeArea(const QRectF& area) const { return area.adjusted(scaled(6), scaled(24), -scaled(14), -scaled(42)); }

/// The narrowest stage keeps a fixed share of the height; wider ones grow with the log of their rate.
double BoreView::halfHeight(BitRate rate, double most) const
{
    BitRate least = m_content.stages.front().carries.typical;
    for (const auto& stage : m_content.stages) least = std::min(least, stage.carries.typical);
    const double factor = rate.in() / std::max(1.0, least.in());
    if (factor <= 1) return most * kThroat * std::max(0.0, factor);
    return most * (kThroat + (1 - kThroat) * std::min(1.0, std::log10(factor) / kDecades));
}

void BoreView::draw(QPainter& painter, const QRectF& area) const
{
    const Theme& t = theme();
    painter.setRenderHint(QPainter::Antialiasing);
    const auto count = static_cast<int>(m_content.stages.size());
    if (count == 0) {
        painter.setPen(t.soft);
        painter.setFont(typeface(Face::Text, 13));
        painter.drawText(area, Qt::AlignCenter, "No path yet: pick two hosts that a cable joins");
        return;
    }
    const QRectF pipe = pipeArea(area);
    const double middle = pipe.center().y(), most = pipe.height() / 2, width = pipe.width() / count, slope = std::min(width * 0.22, 18.0);
    std::vector<double> half;
    for (const auto& stage : m_content.stages) half.push_back(halfHeight(stage.carries.typical, most));
    QPainterPath wall;
    const auto edge = [&](int i, double sign, bool forward) {
        const double left = pipe.left() + i * width, right = left + width, y = middle + sign * half[static_cast<std::size_t>(i)];
        const double a = left + (i > 0 ? slope / 2 : 0), b = right - (i + 1 < count ? slope / 2 : 0);
        wall.lineTo(forward ? a : b, y);
        wall.lineTo(forward ? b : a, y);
    };
    wall.moveTo(pipe.left(), middle - half.front());
    for (int i = 0; i < count; ++i) edge(i, -1, true);
    for (int i = count - 1; i >= 0; --i) edge(i, 1, false);
    wall.closeSubpath();
    painter.fillPath(wall, t.planPale);
    if (m_content.expected) {
        const auto binding = static_cast<int>(m_content.binding);
        const double left = pipe.left() + binding * width + (binding > 0 ? slope / 2 : 0), right = pipe.left() + (binding + 1) * width - (binding + 1 < count ? slope / 2 : 0);
        const double h = half[m_content.binding];
        painter.fillRect(QRectF(left, middle - h, right - left, 2 * h), t.dark ? t.plan.darker(150) : t.plan.darker(120));
    }
    if (m_focused >= 0) painter.fillRect(QRectF(pipe.left() + m_focused * width, pipe.top(), width, pipe.height()), QColor(t.plan.red(), t.plan.green(), t.plan.blue(), 40));
    painter.setPen(QPen(t.plan, 1.4));
    painter.drawPath(wall);
    if (m_content.measured) {
        const double h = std::min(halfHeight(m_content.measured->value, most), most), low = halfHeight(m_content.measured->low, most), high = halfHeight(m_content.measured->high, most);
        QColor core = t.measured;
        core.setAlpha(t.dark ? 90 : 60);
        painter.fillRect(QRectF(pipe.left(), middle - h, pipe.width(), 2 * h), core);
        if (high > low + 1) {
            core.setAlpha(50);
            painter.fillRect(QRectF(pipe.left(), middle - high, pipe.width(), high - low), core);
            painter.fillRect(QRectF(pipe.left(), middle + low, pipe.width(), high - low), core);
        }
        painter.setPen(QPen(t.measured, 1.8));
        for (double sign : {-1.0, 1.0}) painter.drawLine(QPointF(pipe.left(), middle + sign * h), QPointF(pipe.right(), middle + sign * h));
        QPainterPath arrow;
        arrow.moveTo(pipe.right() + 3, middle);
        arrow.lineTo(pipe.right() + 11, middle - 5);
        arrow.lineTo(pipe.right() + 11, middle + 5);
        arrow.closeSubpath();
        painter.fillPath(arrow, t.measured);
    }
    if (m_content.expected) {
        for (BitRate bound : {m_content.expected->low, m_content.expected->high}) {
            const double h = halfHeight(bound, most);
            painter.setPen(QPen(t.planDeep, 1.1, Qt::DashLine));
            for (double sign : {-1.0, 1.0}) painter.drawLine(QPointF(pipe.left(), middle + sign * h), QPointF(pipe.right(), middle + sign * h));
        }
    }
    for (int i = 0; i < count; ++i) {
        const auto& stage = m_content.stages[static_cast<std::size_t>(i)];
        const QRectF column(pipe.left() + i * width + 1, area.top(), width - 2, area.height());
        const bool binds = m_content.expected && static_cast<std::size_t>(i) == m_content.binding;
        painter.setPen(binds ? t.planDeep : t.ink);
        QFont figure = typeface(Face::Figure, 13);
        figure.setBold(binds);
        painter.setFont(figure);
        const QString rate = gigabits(stage.carries.typical) + " Gb/s";
        const bool wide = QFontMetricsF(figure).horizontalAdvance(rate) <= column.width();
        painter.drawText(QRectF(column.left(), area.top() + 2, column.width(), scaled(19)), Qt::AlignCenter, wide ? rate : gigabits(stage.carries.typical));
        painter.setFont(typeface(Face::Strong, 12));
        const QFontMetricsF strong(painter.font());
        painter.drawText(QRectF(column.left(), pipe.bottom() + scaled(6), column.width(), scaled(17)), Qt::AlignCenter, strong.elidedText(q(stage.label), Qt::ElideRight, column.width()));
        painter.setFont(typeface(Face::Text, 11));
        painter.setPen(t.soft);
        const QFontMetricsF small(painter.font());
        painter.drawText(QRectF(column.left(), pipe.bottom() + scaled(22), column.width(), scaled(16)), Qt::AlignCenter, small.elidedText(q(stage.detail), Qt::ElideRight, column.width()));
    }
}

void BoreView::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    draw(painter, rect());
    if (hasFocus()) {
        painter.setPen(QPen(theme().plan, 1, Qt::DotLine));
        painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    }
}

QByteArray BoreView::toSvg() const
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    QSvgGenerator generator;
    generator.setOutputDevice(&buffer);
    generator.setSize({1200, 190});
    generator.setViewBox(QRect(0, 0, 1200, 190));
    generator.setTitle("Path, stage by stage; figures in Gb/s");
    QPainter painter(&generator);
    draw(painter, QRectF(0, 0, 1200, 190));
    painter.end();
    return bytes;
}

int BoreView::stageAt(const QPointF& point) const
{
    const QRectF pipe = pipeArea(rect());
    const auto count = static_cast<int>(m_content.stages.size());
    if (count == 0 || point.x() < pipe.left() || point.x() >= pipe.right()) return -1;
    return std::clamp(static_cast<int>((point.x() - pipe.left()) / (pipe.width() / count)), 0, count - 1);
}

QString BoreView::tip(int stage) const
{
    if (stage < 0 || stage >= static_cast<int>(m_content.stages.size())) return {};
    const auto& one = m_content.stages[static_cast<std::size_t>(stage)];
    return QString("<b>%1</b><br>usually %4, at most %2 (%3)<br>%5<br><i>%6</i>")
        .arg(q(one.name).toHtmlEscaped(), q(text::rate(one.carries.high)), q(text::byteRate(one.carries.high)), q(text::rate(one.carries.typical)), q(one.working).toHtmlEscaped(),
             q(std::string(code(one.from.certainty))) + ", " + q(one.from.source));
}

void BoreView::focusStage(int stage)
{
    if (stage == m_focused) return;
    m_focused = stage;
    update();
    Q_EMIT stageFocused(stage);
}

void BoreView::mouseMoveEvent(QMouseEvent* event) { focusStage(stageAt(event->position())); }
void BoreView::leaveEvent(QEvent*) { focusStage(-1); }
void BoreView::focusInEvent(QFocusEvent*) { update(); }
void BoreView::focusOutEvent(QFocusEvent*) { focusStage(-1); update(); }

void BoreView::keyPressEvent(QKeyEvent* event)
{
    const auto count = static_cast<int>(m_content.stages.size());
    if (count > 0 && (event->key() == Qt::Key_Right || event->key() == Qt::Key_Left)) {
        focusStage(event->key() == Qt::Key_Right ? std::min(count - 1, m_focused + 1) : std::max(0, m_focused - 1));
        const double width = pipeArea(rect()).width() / count;
        QToolTip::showText(mapToGlobal(QPoint(static_cast<int>(pipeArea(rect()).left() + (m_focused + 0.5) * width), height() / 2)), tip(m_focused), this);
        return;
    }
    QWidget::keyPressEvent(event);
}

bool BoreView::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        QToolTip::showText(help->globalPos(), tip(stageAt(help->pos())), this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace sokudo::ui
