// SPDX-License-Identifier: GPL-3.0-or-later
// Where everything of the house section stands: computed from the data, never dragged about.
#pragma once

#include <map>
#include <set>
#include <vector>

#include <QPolygonF>
#include <QRectF>

#include "app/presenters/survey_presenter.h"

namespace sokudo::ui {

struct PlacedBand {
    QRectF area;
    QString label;
    int level = 0;
    bool folded = false;
    int devices = 0;
};
struct PlacedTitle {
    QPointF at;
    QString text;
};
struct PlacedMark {
    QRectF square;
    app::PortMark mark;
};
struct PlacedCard {
    QRectF box;
    const app::DeviceCard* card = nullptr;
    std::vector<PlacedMark> marks;
};
struct PlacedRun {
    QPolygonF line;
    const app::DrawnRun* run = nullptr;
};

struct HouseLayout {
    QSizeF size;
    QRectF house, yard, outbuildings;
    double groundLine = 0;  ///< y of the ground in the yard
    std::vector<PlacedBand> bands;
    std::vector<PlacedTitle> titles;
    std::vector<PlacedCard> cards;
    std::vector<PlacedRun> runs;
};

/// Lays out the content for a width. @param folded  levels whose devices are not shown
HouseLayout layOut(const app::HouseContent&, double width, const std::set<int>& folded);

}  // namespace sokudo::ui
