// SPDX-License-Identifier: GPL-3.0-or-later
// The six verdict marks, told apart by shape as well as colour.
#pragma once

#include <QIcon>
#include <QWidget>

#include "core/base/verdict.h"

class QPainter;

namespace sokudo::ui {

/// Draws the mark inside the square: full, half filled from below, dotted, filled on one side of the diagonal, split,
/// triangle.
void paintVerdict(QPainter&, const QRectF& square, Verdict, const QColor& color);
/// The same in the theme's colour of the verdict.
void paintVerdict(QPainter&, const QRectF& square, Verdict);
QIcon verdictIcon(Verdict, const QColor& color);

class VerdictMark final : public QWidget {
public:
    explicit VerdictMark(std::optional<Verdict>, QWidget* parent = nullptr);
    /// The same mark for something else than a link: `says` is its word.
    VerdictMark(Verdict, std::string_view says);
    void setVerdict(std::optional<Verdict>);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent*) override;

private:
    std::optional<Verdict> m_verdict;
};

}  // namespace sokudo::ui
