// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/coupling_view.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

namespace {
constexpr int kGap = 16;
constexpr int kMostWidth = 168;
}  // namespace

CouplingView::CouplingView(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Parts of the link");
}

QSize CouplingView::sizeHint() const { return {760, scaled(98)}; }

void CouplingView::setPieces(std::vector<app::CouplingPiece> pieces)
{
    m_pieces = std::move(pieces);
    m_focused = -1;
    QStringList words;
    for (const auto& piece : m_pieces)
        words << piece.caption + " " + piece.name +
                     (piece.joint && *piece.joint != Verdict::Fits
                          ? " (" + app::toQt(word(*piece.joint)) + " to the next)"
                          : QString());
    setAccessibleDescription(words.join(", "));
    update();
}

QRectF CouplingView::pieceRect(int index) const
{
    const auto count = static_cast<double>(m_pieces.size());
    const double width = std::min<double>(scaled(kMostWidth), (this->width() - 2 - kGap * (count - 1)) / count);
    return {1 + index * (width + kGap), 1, width, height() - 2.0};
}

int CouplingView::pieceAt(const QPointF& point) const
{
    for (int i = 0; i < static_cast<int>(m_pieces.size()); ++i)
        if (pieceRect(i).adjusted(0, 0, kGap, 0).contains(point)) return i;
    return -1;
}

/// Closed: a full bar. Half: filled below. Gap: two stumps. Dotted: not known. Marginal: cut on the diagonal. Hazard: a
/// triangle.
void CouplingView::drawJoint(QPainter& painter, const QRectF& gap, Verdict verdict) const
{
    const QColor color = theme().verdict(verdict);
    const QRectF bar(gap.left(), gap.center().y() - 14, gap.width(), 28);
    switch (verdict) {
    case Verdict::Fits: painter.fillRect(bar, color); break;
    case Verdict::Limited:
        painter.setPen(QPen(color, 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(bar.adjusted(-0.5, 0, 0.5, 0));
        painter.fillRect(QRectF(bar.left(), bar.center().y(), bar.width(), bar.height() / 2), color);
        break;
    case Verdict::Unknown: {
        QPen pen(color, 1.6);
        pen.setDashPattern({1.5, 1.8});
        painter.setPen(pen);
        painter.drawLine(bar.topLeft(), bar.topRight());
        painter.drawLine(bar.bottomLeft(), bar.bottomRight());
        break;
    }
    case Verdict::Marginal: {
        painter.setPen(QPen(color, 1.4));
        painter.drawRect(bar.adjusted(-0.5, 0, 0.5, 0));
        QPainterPath half;
        half.moveTo(bar.bottomLeft());
        half.lineTo(bar.topRight());
        half.lineTo(bar.bottomRight());
        half.closeSubpath();
        painter.fillPath(half, color);
        break;
    }
    case Verdict::NoLink:
        painter.fillRect(QRectF(bar.left(), bar.top(), bar.width() * 0.28, bar.height()), color);
        painter.fillRect(QRectF(bar.right() - bar.width() * 0.28, bar.top(), bar.width() * 0.28, bar.height()), color);
        break;
    case Verdict::Unsafe:
        paintVerdict(painter, QRectF(gap.left() + 1, gap.center().y() - 7, gap.width() - 2, 14), verdict, color);
        break;
    }
}

void CouplingView::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    for (int i = 0; i < static_cast<int>(m_pieces.size()); ++i) {
        const auto& piece = m_pieces[static_cast<std::size_t>(i)];
        const QRectF box = pieceRect(i);
        const QColor edge = piece.own && *piece.own > Verdict::Fits ? t.verdict(*piece.own) : t.plan;
        painter.setPen(QPen(edge, i == m_focused ? 2.4 : 1.3));
        painter.setBrush(t.raised);
        painter.drawRoundedRect(box, 3, 3);
        const QRectF inside = box.adjusted(8, 7, -6, -6);
        const auto write = [&](double top, Face face, int size, const QColor& color, const QString& text) {
            painter.setFont(typeface(face, size));
            painter.setPen(color);
            const QFontMetricsF metrics(painter.font());
            painter.drawText(QRectF(inside.left(), inside.top() + top, inside.width(), metrics.height()),
                             Qt::AlignLeft | Qt::AlignVCenter,
                             metrics.elidedText(text, Qt::ElideRight, inside.width()));
        };
        write(0, Face::Text, 11, t.soft, piece.caption);
        write(scaled(18), Face::Strong, 14, t.ink, piece.name);
        for (int line = 0; line < std::min<int>(2, static_cast<int>(piece.details.size())); ++line)
            write(scaled(43 + 18 * line), Face::Text, 12, t.ink, piece.details[line]);
        if (piece.own && *piece.own > Verdict::Fits)
            paintVerdict(painter, QRectF(box.right() - 19, box.top() + 7, 11, 11), *piece.own);
        if (piece.swaps) {
            // Two short opposed bars under the name: this piece can be swapped.
            painter.setPen(QPen(t.plan, 1.6));
            const double x = box.right() - 18, y = box.bottom() - 13;
            painter.drawLine(QPointF(x, y), QPointF(x + 10, y));
            painter.drawLine(QPointF(x, y), QPointF(x + 3, y - 3));
            painter.drawLine(QPointF(x, y + 5), QPointF(x + 10, y + 5));
            painter.drawLine(QPointF(x + 10, y + 5), QPointF(x + 7, y + 8));
        }
        if (piece.joint) drawJoint(painter, QRectF(box.right() + 1, box.top(), kGap - 2, box.height()), *piece.joint);
    }
    if (hasFocus() && m_focused < 0) {
        painter.setPen(QPen(t.plan, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    }
}

void CouplingView::keyPressEvent(QKeyEvent* event)
{
    const auto count = static_cast<int>(m_pieces.size());
    if (count > 0 && (event->key() == Qt::Key_Right || event->key() == Qt::Key_Left)) {
        m_focused = event->key() == Qt::Key_Right ? std::min(count - 1, m_focused + 1) : std::max(0, m_focused - 1);
        const auto& piece = m_pieces[static_cast<std::size_t>(m_focused)];
        if (!piece.jointText.isEmpty())
            QToolTip::showText(mapToGlobal(pieceRect(m_focused).bottomLeft().toPoint()), piece.jointText, this);
        update();
        return;
    }
    if (m_focused >= 0 &&
        (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space))
        return choose(m_focused);
    QWidget::keyPressEvent(event);
}

void CouplingView::mousePressEvent(QMouseEvent* event) { choose(pieceAt(event->position())); }

void CouplingView::choose(int piece)
{
    m_focused = piece;
    update();
    if (piece >= 0 && piece < static_cast<int>(m_pieces.size()) && m_pieces[static_cast<std::size_t>(piece)].swaps)
        Q_EMIT pieceChosen(piece);
}

bool CouplingView::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int at = pieceAt(help->pos());
        QToolTip::showText(help->globalPos(), at >= 0 ? m_pieces[static_cast<std::size_t>(at)].jointText : QString(),
                           this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace sokudo::ui
