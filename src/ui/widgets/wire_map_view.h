// SPDX-License-Identifier: GPL-3.0-or-later
// Eight wires from end to end: where each comes out, what is open, what touches, which wires are twisted together.
#pragma once

#include <QWidget>

#include "core/cabletest/wire_map.h"

namespace sokudo::ui {

class WireMapView final : public QWidget {
public:
    explicit WireMapView(QWidget* parent = nullptr);
    struct Content {
        cabletest::WireMap map;
        bool isSplit = false;  ///< the twists are 1-2, 3-4, 5-6, 7-8
        QString nearName, farName;
        QStringList near, far;  ///< colours in words, of the pins from 1
    };
    void setContent(Content);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent*) override;

private:
    int top(int pin) const;
    void paintEnd(QPainter&, bool isNear) const;
    void paintWires(QPainter&) const;
    void paintTwists(QPainter&) const;
    void paintShorts(QPainter&) const;
    Content m_shown;
};

}  // namespace sokudo::ui
