// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/pin_out_view.h"

#include <QPainter>

#include "ui/theme.h"

namespace sokudo::ui {
namespace {

constexpr int kRow = 40, kTop = 44;

QColor inkOf(const QString& word)
{
    if (word.contains("orange")) return {0xe0, 0x7b, 0x1a};
    if (word.contains("green")) return {0x2e, 0x8b, 0x45};
    if (word.contains("blue")) return {0x2d, 0x62, 0xb8};
    if (word.contains("brown")) return {0x7a, 0x4a, 0x26};
    return {0xf4, 0xf1, 0xea};
}

}  // namespace

PinOutView::PinOutView(QWidget* parent) : QWidget(parent)
{
    setMinimumHeight(sizeHint().height());
    setAccessibleName("Pins and colours");
}

void PinOutView::setPins(const QString& scheme, const QStringList& colours, const QStringList& pairs)
{
    m_scheme = scheme;
    m_colours = colours;
    m_pairs = pairs;
    QStringList words;
    for (int i = 0; i < colours.size(); ++i) words << QString("pin %1 %2").arg(i + 1).arg(colours[i]);
    setAccessibleDescription(scheme + ": " + words.join(", "));
    update();
}

QSize PinOutView::sizeHint() const { return {scaled(420), scaled(kTop + 8 * kRow + 8)}; }

void PinOutView::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(theme().ink);
    painter.setFont(typeface(Face::Strong, 20));
    painter.drawText(QRect(0, 0, width(), scaled(kTop - 6)), Qt::AlignLeft | Qt::AlignVCenter, m_scheme);
    for (int i = 0; i < m_colours.size(); ++i) {
        const QRect row(0, scaled(kTop + i * kRow), width(), scaled(kRow - 6));
        painter.setPen(theme().ink);
        painter.setFont(typeface(Face::Figure, 22));
        painter.drawText(QRect(row.left(), row.top(), scaled(34), row.height()), Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(i + 1));
        // The wire: plain, or white with a stripe round it.
        // Very large words need the room of the wire and of the pair.
        const int wireWidth = isVeryLarge() ? scaled(44) : scaled(120);
        const QRect wire(row.left() + scaled(50), row.top() + scaled(6), wireWidth, row.height() - scaled(12));
        const bool isStriped = m_colours[i].startsWith("white");
        painter.setPen(QPen(theme().hairline.darker(130), 1));
        painter.setBrush(isStriped ? QColor(0xf4, 0xf1, 0xea) : inkOf(m_colours[i]));
        painter.drawRoundedRect(wire, wire.height() / 2.0, wire.height() / 2.0);
        if (isStriped) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(inkOf(m_colours[i].section(' ', -1)));
            for (int stripe = 1; stripe < 5; ++stripe)
                painter.drawRect(wire.left() + stripe * wire.width() / 5, wire.top() + 1, wire.width() / 12,
                                 wire.height() - 2);
        }
        painter.setPen(theme().ink);
        painter.setFont(typeface(Face::Text, 20));
        painter.drawText(row.adjusted(scaled(66) + wireWidth, 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter, m_colours[i]);
        if (i < m_pairs.size() && !isVeryLarge()) {
            painter.setPen(theme().soft);
            painter.setFont(typeface(Face::Text, 13));
            painter.drawText(row, Qt::AlignRight | Qt::AlignVCenter, m_pairs[i]);
        }
    }
}

}  // namespace sokudo::ui
