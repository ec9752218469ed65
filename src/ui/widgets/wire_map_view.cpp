// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/wire_map_view.h"

#include <array>

#include <QPainter>

#include "ui/theme.h"

namespace sokudo::ui {
namespace {

constexpr int kPins = 8;
int rowHeight() { return scaled(36); }
int headHeight() { return scaled(26); }
int boxWidth() { return scaled(44); }
int wordWidth() { return scaled(130); }

/// The colour of the insulation, for the eye; the words beside it say the same.
QColor wireColour(const QString& words)
{
    const bool isDark = theme().dark;
    if (words.contains("orange")) return QColor(isDark ? "#e8a04a" : "#d98a2b");
    if (words.contains("green")) return QColor(isDark ? "#4fae7c" : "#2e8b57");
    if (words.contains("blue")) return QColor(isDark ? "#7f9be0" : "#3b5ba9");
    return QColor(isDark ? "#b07f5c" : "#7a4f33");
}

}  // namespace

WireMapView::WireMapView(QWidget* parent) : QWidget(parent)
{
    setAccessibleName("Drawing of the wires");
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void WireMapView::setContent(Content content)
{
    m_shown = std::move(content);
    QStringList lines;
    for (int pin = 1; pin <= kPins; ++pin) {
        const int far = m_shown.map.far[static_cast<std::size_t>(pin)];
        lines << (far == cabletest::kOpen ? QString("pin %1 is open").arg(pin)
                                          : QString("pin %1 comes out at %2").arg(pin).arg(far));
    }
    for (const cabletest::Short& one : m_shown.map.shorts)
        lines << QString("pins %1 and %2 touch").arg(one.a).arg(one.b);
    if (m_shown.isSplit) lines << "wires 3 and 4, 5 and 6 are twisted together: a split pair";
    setAccessibleDescription(lines.join("; "));
    updateGeometry();
    update();
}

QSize WireMapView::sizeHint() const { return {scaled(560), headHeight() + kPins * rowHeight() + scaled(8)}; }

int WireMapView::top(int pin) const { return headHeight() + (pin - 1) * rowHeight() + rowHeight() / 2; }

void WireMapView::paintEnd(QPainter& painter, bool isNear) const
{
    const int align = static_cast<int>(isNear ? Qt::AlignRight : Qt::AlignLeft) | static_cast<int>(Qt::AlignVCenter);
    const int left = isNear ? wordWidth() : width() - wordWidth() - boxWidth();
    painter.setFont(typeface(Face::Text, 13));
    painter.setPen(theme().soft);
    const QRect head =
        isNear ? QRect(0, 0, left + boxWidth(), headHeight()) : QRect(left, 0, width() - left, headHeight());
    painter.drawText(
        head, align,
        painter.fontMetrics().elidedText(isNear ? m_shown.nearName : m_shown.farName, Qt::ElideRight, head.width()));
    const QStringList& words = isNear ? m_shown.near : m_shown.far;
    for (int pin = 1; pin <= kPins; ++pin) {
        const QRect box(left, top(pin) - scaled(13), boxWidth(), scaled(26));
        painter.setPen(theme().hairline);
        painter.setBrush(theme().raised);
        painter.drawRoundedRect(box, 3, 3);
        painter.setPen(theme().ink);
        painter.setFont(typeface(Face::Figure, 15));
        painter.drawText(box, Qt::AlignCenter, QString::number(pin));
        painter.setPen(theme().soft);
        painter.setFont(typeface(Face::Text, 12));
        const QRect word =
            isNear ? QRect(0, box.top(), left - scaled(8), box.height())
                   : QRect(box.right() + scaled(8), box.top(), width() - box.right() - scaled(8), box.height());
        painter.drawText(word, align, words.value(pin - 1));
    }
}

void WireMapView::paintWires(QPainter& painter) const
{
    const int from = wordWidth() + boxWidth(), to = width() - wordWidth() - boxWidth();
    for (int pin = 1; pin <= kPins; ++pin) {
        const int far = m_shown.map.far[static_cast<std::size_t>(pin)];
        const QString words = m_shown.near.value(pin - 1);
        QPen pen(wireColour(words), scaled(4));
        pen.setCapStyle(Qt::FlatCap);
        if (words.startsWith("white")) pen.setDashPattern({3, 1.6});
        painter.setPen(pen);
        if (far != cabletest::kOpen) {
            painter.drawLine(from, top(pin), to, top(far));
            continue;
        }
        const int end = from + (to - from) / 4;
        painter.drawLine(from, top(pin), end, top(pin));
        painter.setPen(QPen(theme().noLink, scaled(2)));
        const int arm = scaled(6);
        painter.drawLine(end + arm, top(pin) - arm, end + 3 * arm, top(pin) + arm);
        painter.drawLine(end + arm, top(pin) + arm, end + 3 * arm, top(pin) - arm);
        painter.setFont(typeface(Face::Text, 12));
        painter.drawText(QRect(end + 4 * arm, top(pin) - scaled(10), scaled(80), scaled(20)),
                         Qt::AlignLeft | Qt::AlignVCenter, "open");
    }
}

void WireMapView::paintTwists(QPainter& painter) const
{
    if (!m_shown.isSplit) return;
    const int middle = width() / 2;
    painter.setFont(typeface(Face::Text, 11));
    for (const auto& [a, b] : {std::pair(1, 2), {3, 4}, {5, 6}, {7, 8}}) {
        const bool isWrong = a == 3 || a == 5;
        const QRect mark(middle - scaled(26), top(a) - scaled(4), scaled(52), top(b) - top(a) + scaled(8));
        painter.setPen(QPen(isWrong ? theme().noLink : theme().fits, scaled(2)));
        painter.setBrush(theme().paper);
        painter.drawRoundedRect(mark, scaled(10), scaled(10));
        painter.setPen(isWrong ? theme().noLink : theme().fits);
        painter.drawText(mark, Qt::AlignCenter, isWrong ? "split" : "twist");
    }
}

void WireMapView::paintShorts(QPainter& painter) const
{
    int at = wordWidth() + boxWidth() + scaled(24);
    for (const cabletest::Short& one : m_shown.map.shorts) {
        painter.setPen(QPen(theme().noLink, scaled(3)));
        painter.setBrush(theme().noLink);
        painter.drawLine(at, top(one.a), at, top(one.b));
        for (int pin : {one.a, one.b}) painter.drawEllipse(QPoint(at, top(pin)), scaled(4), scaled(4));
        painter.setFont(typeface(Face::Text, 12));
        painter.drawText(QRect(at + scaled(8), (top(one.a) + top(one.b)) / 2 - scaled(10), scaled(60), scaled(20)),
                         Qt::AlignLeft | Qt::AlignVCenter, "short");
        at += scaled(64);
    }
}

void WireMapView::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintWires(painter);
    paintShorts(painter);
    paintTwists(painter);
    paintEnd(painter, true);
    paintEnd(painter, false);
}

}  // namespace sokudo::ui
