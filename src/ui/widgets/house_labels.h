// SPDX-License-Identifier: GPL-3.0-or-later
// Where the rate or the state of a run is written beside its line.
#pragma once

#include <map>
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

/// What the lines and cards of a house tell.
enum class HouseLayer { Rates, Verdicts, Networks, Owner, Makeshift, Power };
inline constexpr int kHouseLayers = 6;
const char* word(HouseLayer);

/// A label for each run that the layer has something to say of, such as one that does not simply fit, and for the
/// selected one, where a level stretch of its line has room that no card and no other label takes.
/// @param marks  runs that differ from another version: only these are labelled
std::vector<PlacedLabel> placeLabels(const HouseLayout&, plan::RunId selected, HouseLayer = HouseLayer::Rates,
                                     const std::map<plan::RunId, app::Mark>& marks = {});
const char* word(app::Mark);

}  // namespace sokudo::ui
