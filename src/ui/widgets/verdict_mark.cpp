// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/verdict_mark.h"

#include <QPainter>
#include <QPainterPath>

#include "app/qt_text.h"
#include "ui/theme.h"

namespace sokudo::ui {

void paintVerdict(QPainter& painter, const QRectF& square, Verdict verdict, const QColor& color)
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double w = square.width();
    const QRectF frame = square.adjusted(0.75, 0.75, -0.75, -0.75);
    QPen pen(color, 1.5);
    pen.setJoinStyle(Qt::MiterJoin);
    painter.setPen(pen);
    painter.setBrush(Qt::NoBrush);
    switch (verdict) {
    case Verdict::Fits: painter.fillRect(square, color); break;
    case Verdict::Limited:
        painter.drawRect(frame);
        painter.fillRect(QRectF(square.left(), square.center().y(), w, square.height() / 2), color);
        break;
    case Verdict::Unknown:
        pen.setDashPattern({1.4, 1.4});
        painter.setPen(pen);
        painter.drawRect(frame);
        break;
    case Verdict::Marginal: {
        painter.drawRect(frame);
        QPainterPath half;
        half.moveTo(square.bottomLeft());
        half.lineTo(square.topRight());
        half.lineTo(square.bottomRight());
        half.closeSubpath();
        painter.fillPath(half, color);
        break;
    }
    case Verdict::NoLink:
        painter.fillRect(QRectF(square.left(), square.top(), w * 0.34, square.height()), color);
        painter.fillRect(QRectF(square.right() - w * 0.34, square.top(), w * 0.34, square.height()), color);
        break;
    case Verdict::Unsafe: {
        QPainterPath triangle;
        triangle.moveTo(square.center().x(), square.top());
        triangle.lineTo(square.bottomRight());
        triangle.lineTo(square.bottomLeft());
        triangle.closeSubpath();
        painter.fillPath(triangle, color);
        break;
    }
    }
    painter.restore();
}

void paintVerdict(QPainter& painter, const QRectF& square, Verdict verdict)
{
    paintVerdict(painter, square, verdict, theme().verdict(verdict));
}

QIcon verdictIcon(Verdict verdict, const QColor& color)
{
    QPixmap pixmap(32, 32);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    paintVerdict(painter, QRectF(3, 3, 26, 26), verdict, color);
    return QIcon(pixmap);
}

VerdictMark::VerdictMark(std::optional<Verdict> verdict, QWidget* parent) : QWidget(parent)
{
    setFixedSize(sizeHint());
    setVerdict(verdict);
}

VerdictMark::VerdictMark(Verdict verdict, std::string_view says) : VerdictMark(verdict)
{
    setToolTip(app::toQt(says));
    setAccessibleName(toolTip());
}

void VerdictMark::setVerdict(std::optional<Verdict> verdict)
{
    m_verdict = verdict;
    setToolTip(verdict ? app::toQt(word(*verdict)) : QString());
    setAccessibleName(toolTip());
    update();
}

QSize VerdictMark::sizeHint() const { return {scaled(12), scaled(12)}; }

void VerdictMark::paintEvent(QPaintEvent*)
{
    if (!m_verdict) return;
    QPainter painter(this);
    paintVerdict(painter, rect(), *m_verdict);
}

}  // namespace sokudo::ui
