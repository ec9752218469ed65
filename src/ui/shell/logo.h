// SPDX-License-Identifier: GPL-3.0-or-later
// The sign of the program in the top bar.
#pragma once

#include <QPainter>
#include <QPainterPath>
#include <QWidget>

#include "ui/theme.h"

namespace sokudo::ui {

/// A pipe that narrows: the sign of the program.
class Logo final : public QWidget {
public:
    Logo() { setFixedSize(scaled(30), scaled(16)); }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        const double w = width(), h = height(), m = h / 2;
        QPainterPath pipe;
        pipe.moveTo(0, m - h * 0.42);
        pipe.lineTo(w * 0.4, m - h * 0.42);
        pipe.lineTo(w * 0.55, m - h * 0.14);
        pipe.lineTo(w, m - h * 0.14);
        pipe.lineTo(w, m + h * 0.14);
        pipe.lineTo(w * 0.55, m + h * 0.14);
        pipe.lineTo(w * 0.4, m + h * 0.42);
        pipe.lineTo(0, m + h * 0.42);
        pipe.closeSubpath();
        painter.fillPath(pipe, theme().dark ? theme().planDeep : QColor("#aab4e6"));
    }
};

}  // namespace sokudo::ui
