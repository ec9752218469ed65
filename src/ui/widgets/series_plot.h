// SPDX-License-Identifier: GPL-3.0-or-later
// Rates over time: a running test, or the results of a path with the expected band.
#pragma once

#include <optional>
#include <vector>

#include <QWidget>

#include "core/kb/knowledge_base.h"
#include "core/kb/stage_rows.h"

class QCustomPlot;

namespace sokudo::ui {

class SeriesPlot final : public QWidget {
public:
    explicit SeriesPlot(QWidget* parent = nullptr);
    struct Point {
        double x = 0;
        double gigabits = 0;
        bool hollow = false;
    };
    /// @param unit  of the x axis: "s" or "days"
    void show(const std::vector<Point>&, const std::vector<Point>& second, const std::optional<kb::Band>& band,
              const QString& unit, bool asLine);
    void clear();

protected:
    void changeEvent(QEvent*) override;

private:
    void dress();
    QCustomPlot* m_plot;
};

}  // namespace sokudo::ui
