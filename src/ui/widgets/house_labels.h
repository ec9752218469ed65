// SPDX-License-Identifier: GPL-3.0-or-later
// Where the rate or the state of a run is written beside its line.
#pragma once

#include <vector>

#include <QRectF>
#include <QString>

#include "ui/widgets/house_layout.h"

namespace sokudo::ui {

struct PlacedLabel {
    QRectF box;
    QString text;
    const app::DrawnRun* run = nullptr;
};

/// A label for each run that does not simply fit, and for the selected one, where a level stretch of its line has room
/// that no card and no other label takes.
std::vector<PlacedLabel> placeLabels(const HouseLayout&, plan::RunId selected);

}  // namespace sokudo::ui
