// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/house_view.h"

#include <cmath>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QNativeGestureEvent>
#include <QPainter>
#include <QScrollArea>
#include <QScrollBar>
#include <QToolTip>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::toQt;

namespace {

constexpr double kLeastZoom = 0.25, kMostZoom = 3;

double distance(const QPolygonF& line, const QPointF& point)
{
    double best = 1e9;
    for (int i = 1; i < line.size(); ++i) {
        const QPointF a = line[i - 1], d = line[i] - a;
        const double length = QPointF::dotProduct(d, d);
        const double share = length > 0 ? std::clamp(QPointF::dotProduct(point - a, d) / length, 0.0, 1.0) : 0;
        const QPointF off = point - (a + share * d);
        best = std::min(best, std::hypot(off.x(), off.y()));
    }
    return best;
}

}  // namespace

HouseView::HouseView(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("House section");
    setMouseTracking(true);
}

QSize HouseView::sizeHint() const { return (m_layout.size * m_zoom).toSize(); }

void HouseView::setContent(app::HouseContent content)
{
    // What was placed points into the old content.
    m_layout = {};
    m_labels.clear();
    m_laidOutFor = kNotLaidOut;
    m_content = std::move(content);
    if (isVisible()) relayout();
}

const HouseLayout& HouseView::placed()
{
    if (m_laidOutFor == kNotLaidOut) relayout();
    return m_layout;
}

void HouseView::setSelection(plan::DeviceId device, plan::RunId run, plan::PortId port)
{
    const bool isOther = m_look.run != run;
    m_look.device = device;
    m_look.run = run;
    m_look.port = port;
    if (isOther) m_labels = placeLabels(m_layout, run, m_look.layer, m_look.runMarks);
    for (const PlacedCard& card : m_layout.cards)
        if (card.card->id == device)
            setAccessibleDescription("Selected: " + card.card->name + ", " + card.card->description);
    update();
}

void HouseView::setLayer(HouseLayer layer)
{
    if (m_look.layer == layer) return;
    m_look.layer = layer;
    m_labels = placeLabels(m_layout, m_look.run, layer, m_look.runMarks);
    update();
    Q_EMIT layerChanged();
}

void HouseView::setOff(std::set<plan::DeviceId> off)
{
    if (off == m_look.off) return;
    m_look.off = std::move(off);
    update();
}

void HouseView::setMarks(std::map<plan::DeviceId, app::Mark> devices, std::map<plan::RunId, app::Mark> runs)
{
    m_look.deviceMarks = std::move(devices);
    m_look.runMarks = std::move(runs);
    m_labels = placeLabels(m_layout, m_look.run, m_look.layer, m_look.runMarks);
    update();
}

/// The width there is; zoomed out, the house spreads over more.
int HouseView::layoutWidth() const
{
    const QScrollArea* around = area();
    const int room = around ? around->viewport()->width() : width();
    return std::max(560, static_cast<int>(m_zoom < 1 ? room / m_zoom : room));
}

/// Lays out for the width there is.
void HouseView::relayout()
{
    m_laidOutFor = layoutWidth();
    m_layout = layOut(m_content, m_laidOutFor, m_folds);
    m_labels = placeLabels(m_layout, m_look.run, m_look.layer, m_look.runMarks);
    const QSize size = (m_layout.size * m_zoom).toSize();
    setMinimumSize(m_zoom > 1 ? size.width() : qRound(m_layout.leastWidth * m_zoom), size.height());
    updateGeometry();
    update();
}

QScrollArea* HouseView::area() const
{
    for (QWidget* one = parentWidget(); one; one = one->parentWidget())
        if (auto* found = qobject_cast<QScrollArea*>(one)) return found;
    return nullptr;
}

void HouseView::setZoom(double zoom, QPointF about)
{
    const double next = std::clamp(zoom, kLeastZoom, kMostZoom);
    if (std::abs(next - m_zoom) < 1e-6) return;
    const QPointF kept = about / m_zoom;
    m_zoom = next;
    relayout();
    if (QScrollArea* around = area()) {
        const QPointF moved = kept * m_zoom - about;
        around->horizontalScrollBar()->setValue(around->horizontalScrollBar()->value() + static_cast<int>(moved.x()));
        around->verticalScrollBar()->setValue(around->verticalScrollBar()->value() + static_cast<int>(moved.y()));
    }
    Q_EMIT zoomed();
}

void HouseView::fit()
{
    const QScrollArea* around = area();
    const QSize room = around ? around->maximumViewportSize() : size();
    // Zoomed out the house is wider and thus lower: a few steps find where all of it is seen.
    for (double zoom = 1; zoom >= kLeastZoom; zoom /= 1.1) {
        setZoom(zoom);
        if (m_layout.size.height() * m_zoom <= room.height() && m_layout.size.width() * m_zoom <= room.width()) return;
    }
}

void HouseView::toggleFold(plan::PlaceId place)
{
    if (!m_folds.places.erase(place)) m_folds.places.insert(place);
    relayout();
}

void HouseView::reveal()
{
    QScrollArea* around = area();
    if (!around) return;
    for (const PlacedCard& card : placed().cards)
        if (card.card->id == m_look.device && m_look.device.isSet()) {
            const QPoint centre = (card.box.center() * m_zoom).toPoint();
            around->ensureVisible(centre.x(), centre.y(), 120, 90);
            return;
        }
    for (const PlacedRun& run : m_layout.runs)
        if (run.run->run == m_look.run && m_look.run.isSet() && !run.line.isEmpty()) {
            const QRect seen(around->horizontalScrollBar()->value(), around->verticalScrollBar()->value(),
                             around->viewport()->width(), around->viewport()->height());
            const QRectF line = QPolygonF(run.line).boundingRect();
            if (seen.intersects(QRectF(line.topLeft() * m_zoom, line.size() * m_zoom).toAlignedRect())) return;
            const QPoint first = (run.line.first() * m_zoom).toPoint();
            around->ensureVisible(first.x(), first.y(), 120, 90);
            return;
        }
}

void HouseView::print(QPainter& painter, const QRectF& into)
{
    placed();
    const double scale = std::min(into.width() / m_layout.size.width(), into.height() / m_layout.size.height());
    painter.save();
    painter.translate(into.topLeft());
    painter.scale(scale, scale);
    HouseLook plain;
    plain.layer = m_look.layer;
    HousePainter(m_content, m_layout, m_labels, plain)
        .paint(painter, QRectF(QPointF(0, 0), m_layout.size), m_layout.size);
    painter.restore();
}

void HouseView::resizeEvent(QResizeEvent*)
{
    if (isVisible() && layoutWidth() != m_laidOutFor) relayout();
}

/// What is not shown has no width to be laid out for yet.
void HouseView::showEvent(QShowEvent*)
{
    if (layoutWidth() != m_laidOutFor) relayout();
}

void HouseView::paintEvent(QPaintEvent* event)
{
    QPainter painter(this);
    painter.scale(m_zoom, m_zoom);
    const QRectF seen(QRectF(event->rect()).topLeft() / m_zoom, QRectF(event->rect()).size() / m_zoom);
    HousePainter(m_content, m_layout, m_labels, m_look)
        .paint(painter, seen.adjusted(-8, -8, 8, 8), QSizeF(size()) / m_zoom);
    if (m_dragFrom.isSet()) {
        painter.setPen(QPen(theme().planDeep, 2, Qt::DashLine));
        for (const PlacedCard& card : m_layout.cards)
            for (const PlacedMark& mark : card.marks)
                if (mark.mark.id == m_dragFrom) painter.drawLine(mark.square.center(), m_dragTo);
    }
    painter.resetTransform();
    if (hasFocus()) {
        painter.setPen(QPen(theme().plan, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

const PlacedMark* HouseView::markAt(const QPointF& point) const
{
    for (const PlacedCard& card : m_layout.cards)
        for (const PlacedMark& mark : card.marks)
            if (mark.square.adjusted(-1, -3, 1, 3).contains(point)) return &mark;
    return nullptr;
}

const PlacedCard* HouseView::cardAt(const QPointF& point) const
{
    for (const PlacedCard& card : m_layout.cards)
        if (card.box.contains(point)) return &card;
    return nullptr;
}

const PlacedRun* HouseView::runAt(const QPointF& point) const
{
    const PlacedRun* best = nullptr;
    double nearest = 5;
    for (const PlacedRun& run : m_layout.runs)
        if (const double d = distance(run.line, point); d < nearest) {
            nearest = d;
            best = &run;
        }
    return best;
}

/// A port after a free one joins the two; else it is looked at.
void HouseView::choosePort(const app::PortMark& mark)
{
    const plan::PortId from = m_look.port;
    bool isFromFree = false;
    for (const PlacedCard& card : m_layout.cards)
        for (const PlacedMark& one : card.marks)
            isFromFree = isFromFree || (one.mark.id == from && one.mark.state == app::PortState::Free);
    if (from.isSet() && from != mark.id && isFromFree && mark.state == app::PortState::Free)
        Q_EMIT portsJoined(from, mark.id);
    else Q_EMIT portSelected(mark.id);
}

void HouseView::showTip(const QPoint& global, const QPointF& at)
{
    QString text;
    if (const PlacedMark* mark = markAt(at))
        text = mark->mark.name + (mark->mark.rate ? ", " + toQt(text::rate(*mark->mark.rate, 3)) : QString());
    else if (const PlacedCard* card = cardAt(at)) text = card->card->name + ", " + card->card->description;
    else if (const PlacedRun* run = runAt(at))
        text = "run " + run->run->label + ": " + toQt(word(run->run->verdict)) +
               (run->run->rate ? ", " + toQt(text::rate(*run->run->rate, 3)) : QString());
    QToolTip::showText(global, text.isEmpty() ? text : tip(text), this);
}

bool HouseView::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        showTip(help->globalPos(), inHouse(help->pos()));
        return true;
    }
    if (event->type() == QEvent::NativeGesture) {
        const auto* gesture = static_cast<QNativeGestureEvent*>(event);
        if (gesture->gestureType() == Qt::ZoomNativeGesture) {
            setZoom(m_zoom * (1 + gesture->value()), gesture->position());
            return true;
        }
    }
    return QWidget::event(event);
}

}  // namespace sokudo::ui
