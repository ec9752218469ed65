// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/floor_view.h"

#include <cmath>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"

namespace sokudo::ui {

namespace {
constexpr int kMargin = 46;
constexpr double kSpot = 9;
}  // namespace

FloorView::FloorView(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Floor from above");
    setMinimumSize(320, 260);
}

void FloorView::setContent(FloorContent content)
{
    m_content = std::move(content);
    update();
}

void FloorView::setSelection(plan::DeviceId device)
{
    m_device = device;
    update();
}

QRectF FloorView::extent() const
{
    QRectF all;
    for (const FloorRoom& room : m_content.rooms) all = all.united(room.area);
    return all.isEmpty() ? QRectF(0, 0, 10, 8) : all;
}

double FloorView::scale() const
{
    const QRectF all = extent();
    return std::min((width() - 2.0 * scaled(kMargin)) / all.width(), (height() - 2.0 * scaled(kMargin)) / all.height());
}

/// The front of the house is at the bottom.
QPointF FloorView::onScreen(const QPointF& metres) const
{
    const QRectF all = extent();
    return {scaled(kMargin) + (metres.x() - all.left()) * scale(),
            height() - scaled(kMargin) - (metres.y() - all.top()) * scale()};
}

QPointF FloorView::spotOf(plan::DeviceId id) const
{
    for (const FloorDevice& one : m_content.devices)
        if (one.id == id) return onScreen(one.at);
    return {};
}

/// A bar of one, two, five or ten metres.
void FloorView::paintScale(QPainter& painter) const
{
    double metres = 1;
    for (double one : {1.0, 2.0, 5.0, 10.0})
        if (one * scale() < 140) metres = one;
    const double y = height() - 16, left = scaled(kMargin);
    painter.setPen(QPen(theme().ink, 1.4));
    painter.drawLine(QPointF(left, y), QPointF(left + metres * scale(), y));
    for (double x : {left, left + metres * scale()}) painter.drawLine(QPointF(x, y - 4), QPointF(x, y + 4));
    painter.setFont(typeface(Face::Figure, 11));
    painter.drawText(QPointF(left + metres * scale() + 8, y + 4), app::toQt(text::length(Length::of(metres))));
}

void FloorView::paintRooms(QPainter& painter) const
{
    const Theme& t = theme();
    for (const FloorRoom& room : m_content.rooms) {
        const QRectF box = QRectF(onScreen(room.area.topLeft()), onScreen(room.area.bottomRight())).normalized();
        painter.setPen(QPen(t.ink, 1.6));
        painter.setBrush(t.raised);
        painter.drawRect(box);
        painter.setPen(t.soft);
        painter.setFont(typeface(Face::Text, 12));
        painter.drawText(box.adjusted(8, 5, -6, 0), Qt::AlignLeft | Qt::AlignTop,
                         QString("%1\n%2 × %3")
                             .arg(room.name, app::toQt(text::length(Length::of(room.area.width()))),
                                  app::toQt(text::length(Length::of(room.area.height())))));
    }
}

void FloorView::paintDevices(QPainter& painter) const
{
    const Theme& t = theme();
    for (const FloorDevice& one : m_content.devices) {
        const QPointF at = onScreen(one.at);
        const bool isSelected = one.id == m_device && m_device.isSet();
        painter.setPen(
            QPen(isSelected ? t.ink : t.plan, isSelected ? 2.2 : 1.4, one.isGuess ? Qt::DotLine : Qt::SolidLine));
        painter.setBrush(one.isGuess ? QBrush(t.paper) : QBrush(t.planPale));
        painter.drawRect(QRectF(at.x() - kSpot / 2, at.y() - kSpot / 2, kSpot, kSpot));
        painter.setPen(t.ink);
        painter.setFont(typeface(isSelected ? Face::Strong : Face::Text, 11));
        const double wide = QFontMetricsF(painter.font()).horizontalAdvance(one.name);
        const bool isLeft = at.x() + kSpot + wide > width() - 6;  // no room at the right
        painter.drawText(QPointF(isLeft ? at.x() - kSpot - wide : at.x() + kSpot, at.y() + 4), one.name);
    }
}

void FloorView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), t.paper);
    painter.setPen(t.ink);
    painter.setFont(typeface(Face::Strong, 14));
    painter.drawText(QRectF(scaled(kMargin), 8, width(), scaled(24)), Qt::AlignVCenter, m_content.title);
    if (m_content.rooms.empty()) {
        painter.setPen(t.soft);
        painter.setFont(typeface(Face::Text, 13));
        painter.drawText(rect(), Qt::AlignCenter,
                         "No room of this floor has a size yet.\nset place NAME size=4x3.5 corner=0x6 draws one "
                         "(metres, from the front left corner).");
        return;
    }
    paintRooms(painter);
    if (m_content.way.size() > 1) {
        QPolygonF way;
        for (const QPointF& one : m_content.way) way << onScreen(one);
        painter.setPen(QPen(t.planDeep, 2.4, Qt::DashLine));
        painter.drawPolyline(way);
    }
    paintDevices(painter);
    paintScale(painter);
    if (!m_content.unmeasured.isEmpty()) {
        painter.setPen(t.soft);
        painter.setFont(typeface(Face::Text, 11));
        painter.drawText(QRectF(scaled(220), height() - 28, width() - scaled(230), 22),
                         Qt::AlignRight | Qt::AlignVCenter, "not measured: " + m_content.unmeasured.join(", "));
    }
}

void FloorView::mousePressEvent(QMouseEvent* event)
{
    const FloorDevice* best = nullptr;
    double nearest = 16;
    for (const FloorDevice& one : m_content.devices) {
        const QPointF off = onScreen(one.at) - event->position();
        if (const double d = std::hypot(off.x(), off.y()); d < nearest) {
            nearest = d;
            best = &one;
        }
    }
    if (best) Q_EMIT deviceSelected(best->id);
}

/// Left and right go along the devices.
void FloorView::keyPressEvent(QKeyEvent* event)
{
    if ((event->key() != Qt::Key_Left && event->key() != Qt::Key_Right) || m_content.devices.empty())
        return QWidget::keyPressEvent(event);
    const auto count = m_content.devices.size();
    std::size_t next = 0;
    for (std::size_t i = 0; i < count; ++i)
        if (m_content.devices[i].id == m_device)
            next = event->key() == Qt::Key_Right ? (i + 1) % count : (i + count - 1) % count;
    Q_EMIT deviceSelected(m_content.devices[next].id);
}

}  // namespace sokudo::ui
