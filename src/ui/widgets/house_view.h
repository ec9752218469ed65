// SPDX-License-Identifier: GPL-3.0-or-later
// The house in section: levels stacked, devices as cards, runs in the gutters.
#pragma once

#include <set>

#include <QWidget>

#include "app/presenters/house_content.h"
#include "ui/widgets/house_painter.h"

class QScrollArea;

namespace sokudo::ui {

class HouseView final : public QWidget {
    Q_OBJECT
public:
    explicit HouseView(QWidget* parent = nullptr);
    void setContent(app::HouseContent);
    void setSelection(plan::DeviceId, plan::RunId, plan::PortId = {});
    void setLayer(HouseLayer);
    HouseLayer layer() const { return m_look.layer; }
    /// Shows what differs from another version; empty maps: nothing.
    void setMarks(std::map<plan::DeviceId, app::Mark>, std::map<plan::RunId, app::Mark>);
    /// Devices without power, drawn so.
    void setOff(std::set<plan::DeviceId>);
    QSize sizeHint() const override;
    /// Where everything stands, for the width it was last shown in.
    const HouseLayout& placed();
    /// 1 is full size. @param about  the point of the widget that stays where it is
    void setZoom(double, QPointF about = {});
    double zoom() const { return m_zoom; }
    /// Zooms out until all of it is seen.
    void fit();
    void toggleFold(plan::PlaceId);
    /// Scrolls to what is selected.
    void reveal();
    /// Paints the whole house into a rectangle, on paper or into a file.
    void print(QPainter&, const QRectF& into);

Q_SIGNALS:
    void deviceSelected(sokudo::plan::DeviceId);
    void runSelected(sokudo::plan::RunId);
    void portSelected(sokudo::plan::PortId);
    void portsJoined(sokudo::plan::PortId from, sokudo::plan::PortId to);  ///< one after the other, or dragged
    void opened();                                                         ///< Enter on the selection
    void layerChanged();
    void zoomed();

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void showEvent(QShowEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void leaveEvent(QEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;

private:
    int layoutWidth() const;
    void relayout();
    void showTip(const QPoint& global, const QPointF& at);
    void moveSelection(int key);
    void stepPort();
    void stepRun();
    void choosePort(const app::PortMark&);
    QScrollArea* area() const;
    QPointF inHouse(const QPointF& point) const { return point / m_zoom; }
    const PlacedMark* markAt(const QPointF&) const;
    const PlacedCard* cardAt(const QPointF&) const;
    const PlacedRun* runAt(const QPointF&) const;
    bool foldAt(const QPointF&);
    app::HouseContent m_content;
    HouseLayout m_layout;
    std::vector<PlacedLabel> m_labels;
    HouseLook m_look;
    static constexpr int kNotLaidOut = -1;
    int m_laidOutFor = kNotLaidOut;  ///< pixels of width
    double m_zoom = 1;
    HouseFolds m_folds;
    plan::PortId m_dragFrom;
    QPointF m_dragTo, m_panFrom;
    bool m_isPanning = false;
};

}  // namespace sokudo::ui
