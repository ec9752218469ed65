// SPDX-License-Identifier: GPL-3.0-or-later
// A link as its real pieces in their real order, with a joint between two neighbours.
#pragma once

#include <QWidget>

#include "app/presenters/match_presenter.h"

namespace sokudo::ui {

class CouplingView final : public QWidget {
    Q_OBJECT
public:
    explicit CouplingView(QWidget* parent = nullptr);
    void setPieces(std::vector<app::CouplingPiece>);
    int focusedPiece() const { return m_focused; }
    /// Focuses a piece; one that can be swapped is then chosen.
    void choose(int piece);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {320, sizeHint().height()}; }

Q_SIGNALS:
    void pieceChosen(int piece);  ///< one that can be swapped, by click or Enter

protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    bool event(QEvent*) override;

private:
    QRectF pieceRect(int) const;
    int pieceAt(const QPointF&) const;
    void drawJoint(QPainter&, const QRectF& gap, Verdict) const;
    std::vector<app::CouplingPiece> m_pieces;
    int m_focused = -1;
};

}  // namespace sokudo::ui
