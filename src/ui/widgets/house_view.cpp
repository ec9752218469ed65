// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/house_view.h"

#include <cmath>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "ui/theme.h"
#include "ui/widgets/seen_lines.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {

/// Thickness by the log of the rate: 1.3 at 100 Mb/s to 4.8 at 100 Gb/s.
double thickness(const std::optional<BitRate>& rate)
{
    if (!rate || rate->steps() <= 0) return 1.3;
    return std::clamp(1.3 + (std::log10(rate->in()) - 8) * 1.15, 1.3, 4.8);
}

/// Solid copper, fine dots fibre, short dashes coax, long dashes what is not known.
Qt::PenStyle setDash(QPen& pen, const std::optional<kb::MediumKind>& medium)
{
    const double w = std::max(1.0, pen.widthF());
    if (!medium) pen.setDashPattern({9 / w, 6 / w});
    else if (kb::isFibre(*medium)) pen.setDashPattern({2.4 / w, 2.4 / w});
    else if (*medium == kb::MediumKind::Coax) pen.setDashPattern({7 / w, 4 / w});
    pen.setCapStyle(Qt::FlatCap);
    return pen.style();
}

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

QSize HouseView::sizeHint() const { return m_layout.size.toSize(); }

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

void HouseView::setSelection(plan::DeviceId device, plan::RunId run)
{
    m_device = device;
    if (m_run != run) m_labels = placeLabels(m_layout, run);
    m_run = run;
    for (const PlacedCard& card : m_layout.cards)
        if (card.card->id == device)
            setAccessibleDescription("Selected: " + card.card->name + ", " + card.card->description);
    update();
}

int HouseView::layoutWidth() const { return std::max(560, width()); }

/// Lays out for the width there is.
void HouseView::relayout()
{
    m_laidOutFor = layoutWidth();
    m_layout = layOut(m_content, m_laidOutFor, m_folded);
    m_labels = placeLabels(m_layout, m_run);
    setMinimumHeight(static_cast<int>(m_layout.size.height()));
    update();
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

void HouseView::drawRun(QPainter& painter, SeenLines& lines, const PlacedRun& placed, bool selected) const
{
    const Theme& t = theme();
    const app::DrawnRun& run = *placed.run;
    QPen pen(run.verdict > Verdict::Unknown ? t.verdict(run.verdict) : t.rate(run.rate), thickness(run.rate));
    if (selected) {
        QPen halo(t.ink, pen.widthF() + 4);
        lines.draw(placed.line, halo);
        lines.draw(placed.line, QPen(t.paper, pen.widthF() + 2));
    }
    setDash(pen, run.medium);
    lines.draw(placed.line, pen);
    if (placed.line.size() == 3) {  // an open end: a dotted square where it stops
        paintVerdict(painter, QRectF(placed.line.last() - QPointF(0, 4), QSizeF(8, 8)), Verdict::Unknown);
    }
}

void HouseView::drawLabel(QPainter& painter, const PlacedLabel& label) const
{
    const Theme& t = theme();
    const QRectF& box = label.box;
    painter.setFont(typeface(Face::Figure, 11));
    painter.fillRect(box, t.paper);
    paintVerdict(painter, QRectF(box.left() + 2, box.center().y() - 4.5, 9, 9), label.run->verdict);
    painter.setPen(t.verdict(label.run->verdict));
    painter.drawText(box.adjusted(14, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, label.text);
}

void HouseView::drawCard(QPainter& painter, const PlacedCard& placed) const
{
    const Theme& t = theme();
    const bool selected = placed.card->id == m_device;
    painter.setPen(QPen(selected ? t.ink : t.plan, selected ? 2.2 : 1.1));
    painter.setBrush(t.raised);
    painter.drawRoundedRect(placed.box, 3, 3);
    const QRectF inside = placed.box.adjusted(10, 6, -8, -4);
    painter.setPen(t.ink);
    painter.setFont(typeface(Face::Strong, 13));
    QFontMetricsF metrics(painter.font());
    painter.drawText(QRectF(inside.left(), inside.top(), inside.width(), scaled(17)), Qt::AlignVCenter,
                     metrics.elidedText(placed.card->name, Qt::ElideRight, inside.width()));
    painter.setPen(t.soft);
    painter.setFont(typeface(Face::Text, 11));
    metrics = QFontMetricsF(painter.font());
    painter.drawText(QRectF(inside.left(), inside.top() + scaled(17), inside.width(), scaled(15)), Qt::AlignVCenter,
                     metrics.elidedText(placed.card->description, Qt::ElideRight, inside.width()));
    for (const PlacedMark& mark : placed.marks) {
        switch (mark.mark.state) {
        case app::PortState::Used: painter.fillRect(mark.square, t.rate(mark.mark.rate)); break;
        case app::PortState::Free:
            painter.setPen(QPen(t.plan, 1));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(mark.square.adjusted(0.5, 0.5, -0.5, -0.5));
            break;
        case app::PortState::Dead: paintVerdict(painter, mark.square, Verdict::NoLink); break;
        }
    }
}

/// The yard, the ground and the outbuildings on it.
void HouseView::drawYard(QPainter& painter) const
{
    if (m_layout.yard.width() <= 0) return;
    const Theme& t = theme();
    const QColor earth = t.dark ? QColor("#2a2620") : QColor("#e9e2d2"),
                 yard = t.dark ? QColor("#20201f") : QColor("#f1ebde");
    painter.fillRect(QRectF(m_layout.yard.left(), 0, width() - m_layout.yard.left(), m_layout.groundLine), yard);
    painter.fillRect(QRectF(m_layout.yard.left(), m_layout.groundLine, width() - m_layout.yard.left(), height()),
                     earth);
    painter.setPen(t.soft);
    painter.setFont(typeface(Face::Text, 11));
    painter.drawText(QRectF(m_layout.yard.left(), 6, m_layout.yard.width(), scaled(16)), Qt::AlignCenter, "yard");
    painter.drawText(
        QRectF(m_layout.yard.left(), m_layout.groundLine + 6, width() - m_layout.yard.left() - 12, scaled(16)),
        Qt::AlignCenter, "ground");
    double top = m_layout.groundLine, bottom = 0;
    for (const PlacedCard& card : m_layout.cards)
        if (card.box.left() > m_layout.yard.right())
            top = std::min(top, card.box.top() - scaled(28)), bottom = std::max(bottom, card.box.bottom() + 22);
    if (bottom > 0) {
        painter.setPen(QPen(t.ink, 1.2));
        painter.setBrush(t.paper);
        painter.drawRect(QRectF(m_layout.outbuildings.left(), top, m_layout.outbuildings.width() - 4,
                                std::max(bottom, m_layout.groundLine) - top));
    }
}

/// Levels of the house with their names.
void HouseView::drawBands(QPainter& painter) const
{
    const Theme& t = theme();
    for (const PlacedBand& band : m_layout.bands) {
        painter.setPen(QPen(t.hairline, 1));
        painter.drawLine(band.area.bottomLeft(), band.area.bottomRight());
        painter.setPen(t.soft);
        painter.setFont(typeface(Face::Figure, 11));
        painter.drawText(QRectF(12, band.area.top() + 8, scaled(84), scaled(16)), Qt::AlignLeft | Qt::AlignVCenter,
                         (band.folded ? "▸ " : "") + band.label);
        if (band.folded) {
            painter.setFont(typeface(Face::Text, 12));
            painter.drawText(QRectF(scaled(104), band.area.top(), band.area.width() - scaled(110), band.area.height()),
                             Qt::AlignLeft | Qt::AlignVCenter,
                             QString("%1 devices, folded; click to open").arg(band.devices));
        }
    }
}

void HouseView::paintEvent(QPaintEvent* event)
{
    const QRectF seen = QRectF(event->rect()).adjusted(-8, -8, 8, 8);
    const Theme& t = theme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), t.paper);
    drawYard(painter);
    drawBands(painter);
    painter.setPen(QPen(t.ink, 1.2));
    painter.drawLine(m_layout.house.topRight(), m_layout.house.bottomRight());
    painter.setFont(typeface(Face::Strong, 12));
    painter.setPen(t.ink);
    for (const PlacedTitle& title : m_layout.titles) painter.drawText(title.at, title.text);
    SeenLines lines(painter, seen);
    for (const PlacedRun& run : m_layout.runs)
        if (run.run->run != m_run) drawRun(painter, lines, run, false);
    for (const PlacedRun& run : m_layout.runs)
        if (run.run->run == m_run) drawRun(painter, lines, run, true);
    for (const PlacedCard& card : m_layout.cards)
        if (card.box.intersects(seen)) drawCard(painter, card);
    for (const PlacedLabel& label : m_labels)
        if (label.box.intersects(seen)) drawLabel(painter, label);
    if (m_dragFrom.isSet()) {
        painter.setPen(QPen(t.planDeep, 2, Qt::DashLine));
        for (const PlacedCard& card : m_layout.cards)
            for (const PlacedMark& mark : card.marks)
                if (mark.mark.id == m_dragFrom) painter.drawLine(mark.square.center(), m_dragTo);
    }
    if (hasFocus()) {
        painter.setPen(QPen(t.plan, 1, Qt::DotLine));
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

void HouseView::mousePressEvent(QMouseEvent* event)
{
    const QPointF at = event->position();
    if (const PlacedMark* mark = markAt(at)) {
        m_dragFrom = mark->mark.id;
        m_dragTo = at;
    }
    if (const PlacedCard* card = cardAt(at)) {
        Q_EMIT deviceSelected(card->card->id);
        return;
    }
    if (const PlacedRun* run = runAt(at)) {
        Q_EMIT runSelected(run->run->run);
        return;
    }
    for (const PlacedBand& band : m_layout.bands)
        if (band.area.contains(at) && (at.x() < scaled(96) || band.folded)) {
            if (!m_folded.erase(band.level)) m_folded.insert(band.level);
            relayout();
            return;
        }
    Q_EMIT deviceSelected({});
}

void HouseView::mouseMoveEvent(QMouseEvent* event)
{
    if (!m_dragFrom.isSet()) return;
    m_dragTo = event->position();
    update();
}

void HouseView::mouseReleaseEvent(QMouseEvent* event)
{
    const plan::PortId from = m_dragFrom;
    m_dragFrom = {};
    update();
    const PlacedMark* mark = markAt(event->position());
    if (from.isSet() && mark && mark->mark.id != from) Q_EMIT portsJoined(from, mark->mark.id);
}

/// Arrows go to the nearest card in that direction.
void HouseView::moveSelection(int key)
{
    const PlacedCard* from = nullptr;
    for (const PlacedCard& card : m_layout.cards)
        if (card.card->id == m_device) from = &card;
    if (!from) {
        if (!m_layout.cards.empty()) Q_EMIT deviceSelected(m_layout.cards.front().card->id);
        return;
    }
    const PlacedCard* best = nullptr;
    double nearest = 1e9;
    for (const PlacedCard& card : m_layout.cards) {
        if (&card == from) continue;
        const QPointF d = card.box.center() - from->box.center();
        const bool sideways = key == Qt::Key_Left || key == Qt::Key_Right;
        const double along = key == Qt::Key_Left    ? -d.x()
                             : key == Qt::Key_Right ? d.x()
                             : key == Qt::Key_Up    ? -d.y()
                                                    : d.y();
        const double across = std::abs(sideways ? d.y() : d.x());
        if (along < 8) continue;
        const double cost = along + (sideways ? 3.0 : 0.6) * across;
        if (cost < nearest) {
            nearest = cost;
            best = &card;
        }
    }
    if (best) Q_EMIT deviceSelected(best->card->id);
}

void HouseView::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left:
    case Qt::Key_Right:
    case Qt::Key_Up:
    case Qt::Key_Down: moveSelection(event->key()); return;
    case Qt::Key_R: {  // walk through the runs
        if (m_content.runs.empty()) return;
        std::size_t next = 0;
        for (std::size_t i = 0; i < m_content.runs.size(); ++i)
            if (m_content.runs[i].run == m_run) next = (i + 1) % m_content.runs.size();
        Q_EMIT runSelected(m_content.runs[next].run);
        return;
    }
    case Qt::Key_Return:
    case Qt::Key_Enter: Q_EMIT opened(); return;
    case Qt::Key_Escape: Q_EMIT deviceSelected({}); return;
    default: QWidget::keyPressEvent(event);
    }
}

bool HouseView::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        QString text;
        if (const PlacedCard* card = cardAt(help->pos())) text = card->card->name + ", " + card->card->description;
        else if (const PlacedRun* run = runAt(help->pos()))
            text = "run " + run->run->label + ": " + toQt(word(run->run->verdict)) +
                   (run->run->rate ? ", " + toQt(text::rate(*run->run->rate, 3)) : QString());
        QToolTip::showText(help->globalPos(), text, this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace sokudo::ui
