// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/compare_grid.h"

#include <algorithm>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {
namespace {

constexpr int kBar = 8;

int rowHeight() { return scaled(28); }
int headHeight() { return scaled(56); }

}  // namespace

CompareGrid::CompareGrid(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Variants side by side");
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void CompareGrid::setContent(std::vector<Head> heads, std::vector<app::CompareRow> rows)
{
    m_heads = std::move(heads);
    m_rows = std::move(rows);
    describe();
    updateGeometry();
    update();
}

/// All of it in words, for who cannot see it.
void CompareGrid::describe()
{
    QStringList lines;
    for (const app::CompareRow& row : m_rows) {
        QStringList cells;
        for (std::size_t i = 0; i < row.cells.size() && i < m_heads.size(); ++i)
            cells << m_heads[i].name + " " + row.cells[i];
        lines << row.what + ": " + cells.join(", ");
    }
    setAccessibleDescription(lines.join("\n"));
}

QSize CompareGrid::sizeHint() const
{
    return {scaled(560), headHeight() + scaled(8) + static_cast<int>(m_rows.size()) * rowHeight()};
}

int CompareGrid::nameWidth() const { return std::min(scaled(230), width() / 3); }

QRect CompareGrid::columnRect(int column) const
{
    const int columns = std::max(1, static_cast<int>(m_heads.size()));
    const int gap = scaled(12), left = nameWidth() + gap;
    const int each = (width() - left - gap * (columns - 1)) / columns;
    return {left + column * (each + gap), 0, each, height()};
}

void CompareGrid::paintHead(QPainter& painter) const
{
    for (int i = 0; i < static_cast<int>(m_heads.size()); ++i) {
        const Head& head = m_heads[static_cast<std::size_t>(i)];
        QRect box = columnRect(i);
        box.setHeight(headHeight() - scaled(4));
        painter.setPen(QPen(head.isChosen ? theme().plan : theme().hairline, head.isChosen ? 2 : 1));
        painter.setBrush(head.isChosen ? theme().planPale : theme().raised);
        painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 4, 4);
        painter.setPen(theme().ink);
        painter.setFont(typeface(Face::Strong, 13));
        const QRect words = box.adjusted(scaled(10), scaled(6), -scaled(8), -scaled(6));
        painter.drawText(words, Qt::AlignLeft | Qt::AlignTop,
                         painter.fontMetrics().elidedText(head.name, Qt::ElideRight, words.width()));
        painter.setPen(theme().soft);
        painter.setFont(typeface(Face::Text, 12));
        painter.drawText(words, Qt::AlignLeft | Qt::AlignBottom,
                         painter.fontMetrics().elidedText(head.note, Qt::ElideRight, words.width()));
    }
}

void CompareGrid::paintRow(QPainter& painter, std::size_t index, int top) const
{
    const app::CompareRow& row = m_rows[index];
    painter.setPen(theme().ink);
    painter.setFont(typeface(Face::Text, 13));
    const QRect name(0, top, nameWidth(), rowHeight());
    painter.drawText(name, Qt::AlignLeft | Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(row.what, Qt::ElideRight, name.width()));
    for (std::size_t i = 0; i < row.cells.size() && i < m_heads.size(); ++i) {
        QRect cell = columnRect(static_cast<int>(i));
        cell.setTop(top);
        cell.setHeight(rowHeight());
        const bool isBest = row.best == i;
        painter.setFont(typeface(isBest ? Face::Strong : Face::Figure, 13));
        painter.setPen(theme().ink);
        const bool hasBar = i < row.shares.size() && row.shares[i] >= 0 && cell.width() > scaled(150);
        const int words = hasBar ? cell.width() * 11 / 20 : cell.width();
        painter.drawText(cell.adjusted(scaled(10), 0, words - cell.width(), 0), Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(row.cells[i], Qt::ElideRight, words - scaled(10)));
        if (!hasBar) continue;
        const int most = cell.width() - words - scaled(8);
        const QRect bar(cell.left() + words, top + (rowHeight() - kBar) / 2,
                        std::max(1, static_cast<int>(most * row.shares[i])), kBar);
        painter.fillRect(bar, i == 0 ? theme().hairline : theme().plan);
    }
    painter.setPen(theme().hairline);
    painter.drawLine(0, top + rowHeight() - 1, width(), top + rowHeight() - 1);
}

void CompareGrid::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintHead(painter);
    int top = headHeight() + scaled(4);
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        paintRow(painter, i, top);
        top += rowHeight();
    }
    if (hasFocus()) {
        painter.setPen(QPen(theme().plan, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

void CompareGrid::mousePressEvent(QMouseEvent* event)
{
    for (int i = 0; i < static_cast<int>(m_heads.size()); ++i)
        if (columnRect(i).contains(event->pos())) Q_EMIT chosen(i);
}

void CompareGrid::keyPressEvent(QKeyEvent* event)
{
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step == 0) return QWidget::keyPressEvent(event);
    int now = 0;
    for (int i = 0; i < static_cast<int>(m_heads.size()); ++i)
        if (m_heads[static_cast<std::size_t>(i)].isChosen) now = i;
    Q_EMIT chosen(std::clamp(now + step, 0, static_cast<int>(m_heads.size()) - 1));
}

bool CompareGrid::event(QEvent* event)
{
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const int row = (help->pos().y() - headHeight() - scaled(4)) / rowHeight();
    QString words;
    for (int i = 0; i < static_cast<int>(m_heads.size()); ++i)
        if (columnRect(i).contains(help->pos())) {
            const Head& head = m_heads[static_cast<std::size_t>(i)];
            const bool isRow = help->pos().y() > headHeight() && row >= 0 && row < static_cast<int>(m_rows.size());
            words = isRow ? m_rows[static_cast<std::size_t>(row)].what + ": " +
                                m_rows[static_cast<std::size_t>(row)].cells[static_cast<std::size_t>(i)]
                          : head.name + "\n" + head.note;
        }
    QToolTip::showText(help->globalPos(), words.isEmpty() ? words : tip(words), this);
    return true;
}

}  // namespace sokudo::ui
