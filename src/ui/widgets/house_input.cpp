// SPDX-License-Identifier: GPL-3.0-or-later
// Mouse and keys on the drawing of the house.
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
constexpr double kZoomStep = 1.2;
}  // namespace

void HouseView::mousePressEvent(QMouseEvent* event)
{
    if (event->button() == Qt::MiddleButton) {
        m_isPanning = true;
        m_panFrom = event->globalPosition();
        setCursor(Qt::ClosedHandCursor);
        return;
    }
    const QPointF at = inHouse(event->position());
    if (const PlacedMark* mark = markAt(at)) {
        m_dragFrom = mark->mark.id;
        m_dragTo = at;
        return;
    }
    if (const PlacedCard* card = cardAt(at)) {
        if (card->card->isFolded) toggleFold(card->card->place);
        else Q_EMIT deviceSelected(card->card->id);
        return;
    }
    if (const PlacedRun* run = runAt(at)) {
        Q_EMIT runSelected(run->run->run);
        return;
    }
    if (!foldAt(at)) Q_EMIT deviceSelected({});
}

/// Folds or opens the level or place whose name stands there.
bool HouseView::foldAt(const QPointF& at)
{
    for (const PlacedTitle& title : m_layout.titles)
        if (title.box.contains(at) && title.place.isSet()) {
            toggleFold(title.place);
            return true;
        }
    for (const PlacedBand& band : m_layout.bands)
        if (band.area.contains(at) && (at.x() < scaled(96) || band.folded)) {
            if (!m_folds.levels.erase(band.level)) m_folds.levels.insert(band.level);
            relayout();
            return true;
        }
    return false;
}

void HouseView::mouseMoveEvent(QMouseEvent* event)
{
    if (m_isPanning) {
        if (QScrollArea* around = area()) {
            const QPoint by = (event->globalPosition() - m_panFrom).toPoint();
            around->horizontalScrollBar()->setValue(around->horizontalScrollBar()->value() - by.x());
            around->verticalScrollBar()->setValue(around->verticalScrollBar()->value() - by.y());
        }
        m_panFrom = event->globalPosition();
        return;
    }
    const QPointF at = inHouse(event->position());
    if (m_dragFrom.isSet()) {
        m_dragTo = at;
        update();
        return;
    }
    const PlacedRun* run = cardAt(at) ? nullptr : runAt(at);
    const plan::RunId hovered = run ? run->run->run : plan::RunId{};
    if (hovered == m_look.hovered) return;
    m_look.hovered = hovered;
    update();
}

void HouseView::mouseReleaseEvent(QMouseEvent* event)
{
    if (m_isPanning) {
        m_isPanning = false;
        unsetCursor();
        return;
    }
    const plan::PortId from = m_dragFrom;
    m_dragFrom = {};
    update();
    const PlacedMark* mark = markAt(inHouse(event->position()));
    if (!from.isSet() || !mark) return;
    if (mark->mark.id == from) choosePort(mark->mark);
    else Q_EMIT portsJoined(from, mark->mark.id);
}

void HouseView::leaveEvent(QEvent*)
{
    m_look.hovered = {};
    update();
}

void HouseView::wheelEvent(QWheelEvent* event)
{
    if (!event->modifiers().testFlag(Qt::ControlModifier)) return QWidget::wheelEvent(event);
    setZoom(m_zoom * std::pow(kZoomStep, event->angleDelta().y() / 120.0), event->position());
    event->accept();
}

/// Arrows go to the nearest card in that direction.
void HouseView::moveSelection(int key)
{
    const PlacedCard* from = nullptr;
    for (const PlacedCard& card : m_layout.cards)
        if (card.card->id == m_look.device) from = &card;
    if (!from) {
        if (!m_layout.cards.empty()) Q_EMIT deviceSelected(m_layout.cards.front().card->id);
        return;
    }
    const PlacedCard* best = nullptr;
    double nearest = 1e9;
    for (const PlacedCard& card : m_layout.cards) {
        if (&card == from || card.card->isFolded) continue;
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

/// The next port of the selected device.
void HouseView::stepPort()
{
    for (const PlacedCard& card : m_layout.cards) {
        if (card.card->id != m_look.device || !m_look.device.isSet() || card.marks.empty()) continue;
        std::size_t next = 0;
        for (std::size_t i = 0; i < card.marks.size(); ++i)
            if (card.marks[i].mark.id == m_look.port) next = (i + 1) % card.marks.size();
        Q_EMIT portSelected(card.marks[next].mark.id);
        return;
    }
}

void HouseView::stepRun()
{
    if (m_content.runs.empty()) return;
    std::size_t next = 0;
    for (std::size_t i = 0; i < m_content.runs.size(); ++i)
        if (m_content.runs[i].run == m_look.run) next = (i + 1) % m_content.runs.size();
    Q_EMIT runSelected(m_content.runs[next].run);
}

void HouseView::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left:
    case Qt::Key_Right:
    case Qt::Key_Up:
    case Qt::Key_Down: return moveSelection(event->key());
    case Qt::Key_R: return stepRun();
    case Qt::Key_P: return stepPort();
    case Qt::Key_Plus:
    case Qt::Key_Equal: return setZoom(m_zoom * kZoomStep);
    case Qt::Key_Minus: return setZoom(m_zoom / kZoomStep);
    case Qt::Key_0: return setZoom(1);
    case Qt::Key_F: return fit();
    case Qt::Key_L: return setLayer(static_cast<HouseLayer>((static_cast<int>(m_look.layer) + 1) % kHouseLayers));
    case Qt::Key_Return:
    case Qt::Key_Enter: Q_EMIT opened(); return;
    case Qt::Key_Escape:
        if (!m_look.device.isSet() && !m_look.run.isSet()) break;
        Q_EMIT deviceSelected({});
        return;
    default: break;
    }
    QWidget::keyPressEvent(event);
}

}  // namespace sokudo::ui
