// SPDX-License-Identifier: GPL-3.0-or-later
// Where everything of the house section stands: computed from the data, never dragged about.
#pragma once

#include <map>
#include <memory>
#include <set>
#include <vector>

#include <QPolygonF>
#include <QRectF>

#include "app/presenters/house_content.h"

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
    plan::PlaceId place = {};
    QRectF box = {};  ///< where a click folds the place
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
    bool isOpen = false;     ///< its second end is open or not traced
    bool isBundled = false;  ///< the bundle speaks for it
    QRectF bounds = {};      ///< of the line, with room for its thickness
};

/// Several runs between the same two rows, or the same two devices of one row, that share a lane; they part where they
/// reach their ports.
struct PlacedBundle {
    QPolygonF spine;
    QPointF label;  ///< middle of the count
    int runs = 0;
    Verdict worst = Verdict::Fits;
};

/// What is not drawn device by device.
struct HouseFolds {
    std::set<int> levels;
    std::set<plan::PlaceId> places;
};

struct HouseLayout {
    /// Cards that stand for folded places; the layout owns them.
    std::vector<std::unique_ptr<app::DeviceCard>> foldedCards;
    QSizeF size;
    double leastWidth = 0;  ///< narrower it cannot be drawn
    QRectF house, yard, outbuildings;
    double groundLine = 0;  ///< y of the ground in the yard
    std::vector<PlacedBand> bands;
    std::vector<PlacedTitle> titles;
    std::vector<PlacedCard> cards;
    std::vector<PlacedRun> runs;
    std::vector<PlacedBundle> bundles;  ///< empty where the runs can be told apart without
};

/// Lays out the content for a width; wider where a card would not fit.
HouseLayout layOut(const app::HouseContent&, double width, const HouseFolds&);

}  // namespace sokudo::ui
