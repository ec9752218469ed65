// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/fall_view.h"

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>

#include "ui/theme.h"

namespace sokudo::ui {
namespace {
constexpr int kRow = 26, kHead = 24;
}  // namespace

FallView::FallView(QWidget* parent) : QWidget(parent) { setAccessibleName("Where each Gb/s goes"); }

QSize FallView::sizeHint() const { return {420, scaled(kHead + kRow * static_cast<int>(m_rows.size()) + 6)}; }

void FallView::setFalls(const QString& head, std::vector<app::FallRow> rows)
{
    m_head = head;
    m_rows = std::move(rows);
    QStringList words{head};
    for (const app::FallRow& row : m_rows)
        words << QString("%1 takes %2, leaves %3").arg(row.what, row.takes, row.left);
    setAccessibleDescription(words.join("; "));
    updateGeometry();
    update();
}

void FallView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(typeface(Face::Strong, 12));
    painter.setPen(t.ink);
    painter.drawText(QRectF(0, 0, width(), scaled(kHead)), Qt::AlignLeft | Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(m_head, Qt::ElideRight, width()));
    const double names = width() * 0.36, figures = scaled(80), room = width() - names - 2 * figures - scaled(16);
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const app::FallRow& row = m_rows[i];
        const double top = scaled(kHead) + static_cast<double>(i) * scaled(kRow), height = scaled(kRow);
        painter.setFont(typeface(row.binds ? Face::Strong : Face::Text, 12));
        painter.setPen(t.ink);
        painter.drawText(QRectF(0, top, names - 8, height), Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(row.what + (row.binds ? " (limit)" : ""), Qt::ElideRight,
                                                          static_cast<int>(names) - 8));
        const QRectF bar(names, top + height * 0.22, room, height * 0.56);
        painter.fillRect(QRectF(bar.left(), bar.top(), bar.width() * row.leftShare, bar.height()),
                         row.binds ? t.planDeep : t.planPale);
        painter.setPen(QPen(t.plan, 1, row.binds ? Qt::SolidLine : Qt::DashLine));
        painter.drawRect(QRectF(bar.left() + bar.width() * row.leftShare, bar.top(),
                                std::max(1.0, bar.width() * row.takesShare), bar.height()));
        painter.setFont(typeface(Face::Figure, 12));
        painter.setPen(t.soft);
        painter.drawText(QRectF(names + room + 4, top, figures, height), Qt::AlignRight | Qt::AlignVCenter, row.takes);
        painter.setPen(t.ink);
        painter.drawText(QRectF(names + room + figures + 8, top, figures + 8, height),
                         Qt::AlignRight | Qt::AlignVCenter, row.left);
    }
}

bool FallView::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int row = (help->pos().y() - scaled(kHead)) / scaled(kRow);
        if (row >= 0 && row < static_cast<int>(m_rows.size()))
            QToolTip::showText(help->globalPos(), m_rows[static_cast<std::size_t>(row)].working, this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace sokudo::ui
