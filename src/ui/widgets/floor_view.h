// SPDX-License-Identifier: GPL-3.0-or-later
// One floor from above: rooms by their size, devices at their spots, and the way a cable takes between two of them.
#pragma once

#include <optional>
#include <vector>

#include <QWidget>

#include "core/plan/plan.h"

namespace sokudo::ui {

struct FloorRoom {
    plan::PlaceId id;
    QString name;
    QRectF area;  ///< metres; y grows away from the front
};
struct FloorDevice {
    plan::DeviceId id;
    QString name;
    QPointF at;  ///< metres
    bool isGuess = false;
};
struct FloorContent {
    QString title;
    std::vector<FloorRoom> rooms;
    std::vector<FloorDevice> devices;
    QStringList unmeasured;  ///< rooms of this floor without a size
    /// The way between the two devices that are compared, at right angles.
    std::vector<QPointF> way;
};

class FloorView final : public QWidget {
    Q_OBJECT
public:
    explicit FloorView(QWidget* parent = nullptr);
    void setContent(FloorContent);
    void setSelection(plan::DeviceId);
    /// Where a device is drawn.
    QPointF spotOf(plan::DeviceId) const;

Q_SIGNALS:
    void deviceSelected(sokudo::plan::DeviceId);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

private:
    QPointF onScreen(const QPointF& metres) const;
    double scale() const;
    QRectF extent() const;
    void paintRooms(QPainter&) const;
    void paintDevices(QPainter&) const;
    void paintScale(QPainter&) const;
    FloorContent m_content;
    plan::DeviceId m_device;
};

}  // namespace sokudo::ui
