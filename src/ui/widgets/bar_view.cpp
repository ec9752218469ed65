// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/bar_view.h"

#include <QPainter>

#include "ui/theme.h"

namespace sokudo::ui {
namespace {
constexpr int kRow = 24;
}  // namespace

BarView::BarView(QWidget* parent) : QWidget(parent) { setAccessibleName("What each flow gets, and would get alone"); }

QSize BarView::sizeHint() const { return {300, scaled(kRow * static_cast<int>(m_bars.size()) + 4)}; }

void BarView::setBars(std::vector<app::FlowsPresenter::Bar> bars)
{
    m_bars = std::move(bars);
    QStringList words;
    for (const auto& bar : m_bars) words << QString("%1 %2").arg(bar.name, bar.text);
    setAccessibleDescription(words.join(", "));
    updateGeometry();
    update();
}

void BarView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double names = width() * 0.40, figures = scaled(84), room = width() - names - figures - 8;
    for (std::size_t i = 0; i < m_bars.size(); ++i) {
        const auto& bar = m_bars[i];
        const double top = static_cast<double>(i) * scaled(kRow), height = scaled(kRow);
        painter.setFont(typeface(Face::Text, 12));
        painter.setPen(t.ink);
        painter.drawText(QRectF(0, top, names - 8, height), Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(bar.name, Qt::ElideRight, static_cast<int>(names) - 8));
        const QRectF area(names, top + height * 0.24, room, height * 0.52);
        painter.fillRect(QRectF(area.left(), area.top(), std::max(2.0, area.width() * bar.rate), area.height()),
                         t.plan);
        painter.setPen(QPen(t.plan, 1, Qt::DashLine));
        painter.drawRect(QRectF(area.left(), area.top(), std::max(2.0, area.width() * bar.alone), area.height()));
        painter.setFont(typeface(Face::Figure, 12));
        painter.setPen(bar.dark ? t.noLink : t.ink);
        painter.drawText(QRectF(names + room + 4, top, figures, height), Qt::AlignRight | Qt::AlignVCenter, bar.text);
    }
}

}  // namespace sokudo::ui
