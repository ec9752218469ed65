// SPDX-License-Identifier: GPL-3.0-or-later
// A rack or panel seen from the front: units, devices, their ports by rate and use, weight and depth.
#pragma once

#include <vector>

#include <QWidget>

#include "app/presenters/house_content.h"

namespace sokudo::ui {

struct RackDevice {
    plan::DeviceId id;
    QString name, weightText, depthText;
    int unit = 0;    ///< lowest, from 1; 0: it stands beside the rack
    int height = 1;  ///< units
    bool isTooDeep = false;
    std::vector<app::PortMark> ports;
};
struct RackContent {
    QString name, note;  ///< "12 units, made for 80 kg"
    int units = 0;       ///< 0: not stated, as many as are taken
    std::vector<RackDevice> devices;
};

class RackView final : public QWidget {
    Q_OBJECT
public:
    explicit RackView(QWidget* parent = nullptr);
    void setContent(RackContent);
    void setSelection(plan::DeviceId, plan::PortId);
    QSize sizeHint() const override;
    /// Where the front of a device is drawn; empty: it is not in this rack.
    QRectF boxOf(plan::DeviceId) const;

Q_SIGNALS:
    void deviceSelected(sokudo::plan::DeviceId);
    void portSelected(sokudo::plan::PortId, sokudo::plan::DeviceId);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;

private:
    int units() const;
    double unitHeight() const;
    QRectF boxOf(const RackDevice&) const;
    QRectF markBox(const RackDevice&, std::size_t port) const;
    const app::PortMark* markAt(const QPointF&, const RackDevice** owner) const;
    void paintDevice(QPainter&, const RackDevice&) const;
    RackContent m_content;
    plan::DeviceId m_device;
    plan::PortId m_port;
};

}  // namespace sokudo::ui
