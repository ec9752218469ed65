// SPDX-License-Identifier: GPL-3.0-or-later
// The house in section: levels stacked, devices as cards, runs in the gutters.
#pragma once

#include <set>

#include <QWidget>

#include "app/presenters/survey_presenter.h"
#include "ui/widgets/house_labels.h"
#include "ui/widgets/house_layout.h"

namespace sokudo::ui {

class SeenLines;

class HouseView final : public QWidget {
    Q_OBJECT
public:
    explicit HouseView(QWidget* parent = nullptr);
    void setContent(app::HouseContent);
    void setSelection(plan::DeviceId, plan::RunId);
    QSize sizeHint() const override;
    /// Where everything stands, for the width it was last shown in.
    const HouseLayout& placed();

Q_SIGNALS:
    void deviceSelected(sokudo::plan::DeviceId);
    void runSelected(sokudo::plan::RunId);
    void portsJoined(sokudo::plan::PortId from, sokudo::plan::PortId to);  ///< dragged from one port mark to another
    void opened();                                                         ///< Enter on the selection

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void showEvent(QShowEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;

private:
    int layoutWidth() const;
    void relayout();
    void drawRun(QPainter&, SeenLines&, const PlacedRun&, bool selected) const;
    void drawLabel(QPainter&, const PlacedLabel&) const;
    void drawYard(QPainter&) const;
    void drawBands(QPainter&) const;
    void drawCard(QPainter&, const PlacedCard&) const;
    void moveSelection(int key);
    const PlacedMark* markAt(const QPointF&) const;
    const PlacedCard* cardAt(const QPointF&) const;
    const PlacedRun* runAt(const QPointF&) const;
    app::HouseContent m_content;
    HouseLayout m_layout;
    std::vector<PlacedLabel> m_labels;
    static constexpr int kNotLaidOut = -1;
    int m_laidOutFor = kNotLaidOut;  ///< pixels of width
    std::set<int> m_folded;
    plan::DeviceId m_device;
    plan::RunId m_run;
    plan::PortId m_dragFrom;
    QPointF m_dragTo;
};

}  // namespace sokudo::ui
