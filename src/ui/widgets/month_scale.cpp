// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/month_scale.h"

#include <algorithm>

#include <QPainter>

#include "ui/theme.h"

namespace sokudo::ui {
namespace {

int rowHeight() { return scaled(46); }
int headHeight() { return scaled(22); }

}  // namespace

MonthScale::MonthScale(QWidget* parent) : QWidget(parent)
{
    setAccessibleName("Stages by month");
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void MonthScale::setContent(std::vector<Bar> bars)
{
    m_bars = std::move(bars);
    QStringList lines;
    for (const Bar& bar : m_bars)
        lines << QString("month %1: %2, %3, %4").arg(bar.to).arg(bar.name, bar.cost, bar.saves);
    setAccessibleDescription(lines.join("\n"));
    updateGeometry();
    update();
}

QSize MonthScale::sizeHint() const
{
    return {scaled(500), headHeight() + static_cast<int>(m_bars.size()) * rowHeight()};
}

void MonthScale::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    int months = 1;
    for (const Bar& bar : m_bars) months = std::max(months, bar.to);
    const int left = width() / 2, wide = width() - left - scaled(8);
    const auto at = [&](int month) { return left + wide * month / months; };
    painter.setFont(typeface(Face::Figure, 11));
    const int step = std::max(1, (months * scaled(34) + wide - 1) / std::max(1, wide));
    for (int month = 0; month <= months; month += step) {
        painter.setPen(theme().hairline);
        painter.drawLine(at(month), headHeight(), at(month), height());
        painter.setPen(theme().soft);
        if (month > 0)
            painter.drawText(QRect(at(month - step), 0, at(month) - at(month - step), headHeight()), Qt::AlignCenter,
                             QString::number(month));
    }
    painter.drawText(QRect(0, 0, left - scaled(8), headHeight()), Qt::AlignRight | Qt::AlignVCenter, "month");
    int top = headHeight();
    int number = 0;
    for (const Bar& bar : m_bars) {
        painter.setPen(theme().ink);
        painter.setFont(typeface(Face::Text, 13));
        const QRect name(0, top, left - scaled(16), rowHeight() / 2);
        painter.drawText(name, Qt::AlignLeft | Qt::AlignBottom,
                         painter.fontMetrics().elidedText(QString("%1. %2").arg(++number).arg(bar.name), Qt::ElideRight,
                                                          name.width()));
        painter.setPen(theme().soft);
        painter.setFont(typeface(Face::Figure, 12));
        const QRect under(0, top + rowHeight() / 2, left - scaled(16), rowHeight() / 2 - 2);
        painter.drawText(under, Qt::AlignLeft | Qt::AlignTop, bar.cost + " · " + bar.saves);
        const int from = std::min(bar.from, bar.to - 1);
        painter.fillRect(QRect(at(from), top + rowHeight() / 2 - 6, std::max(2, at(bar.to) - at(from)), 12),
                         theme().plan);
        painter.setPen(theme().hairline);
        painter.drawLine(0, top + rowHeight() - 1, width(), top + rowHeight() - 1);
        top += rowHeight();
    }
}

}  // namespace sokudo::ui
