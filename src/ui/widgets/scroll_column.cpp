// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/scroll_column.h"

#include <algorithm>

#include <QEvent>
#include <QPointer>
#include <QTimer>

#include "ui/widgets/parts.h"

namespace sokudo::ui {

ScrollColumn::ScrollColumn(int margin, int gap, QWidget* parent) : QScrollArea(parent)
{
    auto* inside = new QWidget;
    m_rows = column(inside, margin, gap);
    setWidget(inside);
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    inside->installEventFilter(this);
}

void ScrollColumn::fit() { widget()->setMinimumHeight(std::max(0, m_rows->totalHeightForWidth(viewport()->width()))); }

void ScrollColumn::showRow(QWidget* row)
{
    // Its place is known when the rows are laid out: a turn later, and once more when long lines have wrapped.
    for (const int later : {0, 60})
        QTimer::singleShot(later, this, [this, row = QPointer<QWidget>(row)] {
            if (row) ensureWidgetVisible(row, 0, height() / 3);
        });
}

bool ScrollColumn::eventFilter(QObject* object, QEvent* event)
{
    if (event->type() == QEvent::LayoutRequest) fit();
    return QScrollArea::eventFilter(object, event);
}
void ScrollColumn::resizeEvent(QResizeEvent* event)
{
    QScrollArea::resizeEvent(event);
    fit();
}
/// What was filled in before it was seen is measured once its parts are there.
void ScrollColumn::showEvent(QShowEvent* event)
{
    QScrollArea::showEvent(event);
    QTimer::singleShot(0, this, &ScrollColumn::fit);
}

QWidget* sidePanel(ScrollColumn* inside)
{
    auto* panel = frame("panel");
    column(panel, 0, 0)->addWidget(inside);
    return panel;
}

namespace {

void showAll(QLayout* layout)
{
    for (int i = 0; i < layout->count(); ++i) {
        if (QWidget* widget = layout->itemAt(i)->widget()) widget->show();
        if (QLayout* inner = layout->itemAt(i)->layout()) showAll(inner);
    }
}

}  // namespace

void fitAgain(QLayout* lines)
{
    showAll(lines);
    if (QWidget* part = lines->parentWidget()) part->updateGeometry();
}

}  // namespace sokudo::ui
