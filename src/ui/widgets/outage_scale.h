// SPDX-License-Identifier: GPL-3.0-or-later
// An outage along time: charge of each battery, a bar for each service, and the minute that is looked at.
#pragma once

#include <optional>

#include <QTimer>
#include <QWidget>

#include "core/power/outage.h"

namespace sokudo::ui {

/// Space plays and stops, the arrows move by minutes, Home and End to the ends.
class OutageScale final : public QWidget {
    Q_OBJECT
public:
    explicit OutageScale(QWidget* parent = nullptr);
    /// @param names  of the batteries, in their order
    void setLine(std::optional<power::TimeLine>, QStringList names);
    Duration at() const { return m_at; }
    void setAt(Duration);
    bool isPlaying() const { return m_play.isActive(); }
    void togglePlay();
    /// Puts a widget below the names, at the left of the times.
    void setCorner(QWidget*);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {360, sizeHint().height()}; }

Q_SIGNALS:
    void moved();
    void playing(bool);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void resizeEvent(QResizeEvent*) override;

private:
    QRectF scale() const;
    double xOf(Duration) const;
    Duration end() const;
    Duration step() const;
    void seek(double x);
    double paintBattery(QPainter&, const power::BatteryCurve&, const QString& name, double top) const;
    void paintService(QPainter&, const power::ServiceLine&, double top) const;
    void paintClock(QPainter&) const;
    std::optional<power::TimeLine> m_line;
    QStringList m_names;
    Duration m_at;
    QTimer m_play;
    QWidget* m_corner = nullptr;
};

}  // namespace sokudo::ui
