// SPDX-License-Identifier: GPL-3.0-or-later
// Paints a laid-out house: on screen, on paper, into a file.
#pragma once

#include <map>
#include <set>
#include <vector>

#include "ui/widgets/house_labels.h"
#include "ui/widgets/house_layout.h"

class QPainter;

namespace sokudo::ui {

class SeenLines;

/// What of the house is brought out, and what stands back.
struct HouseLook {
    HouseLayer layer = HouseLayer::Rates;
    plan::DeviceId device;
    plan::RunId run;
    plan::PortId port;
    plan::RunId hovered;
    /// Differences to another version; empty: none is shown.
    std::map<plan::DeviceId, app::Mark> deviceMarks;
    std::map<plan::RunId, app::Mark> runMarks;
    std::set<plan::DeviceId> off = {};  ///< without power
};

class HousePainter {
public:
    /// @param layout, labels, look  outlive the painter
    HousePainter(const app::HouseContent&, const HouseLayout&, const std::vector<PlacedLabel>&, const HouseLook&);
    /// Paints what meets `seen`, in the coordinates of the layout; the paper reaches to `paper`.
    void paint(QPainter&, const QRectF& seen, const QSizeF& paper) const;

private:
    void paintYard(QPainter&, const QSizeF& paper) const;
    void paintBands(QPainter&) const;
    void paintBundles(SeenLines&) const;
    void paintBundleCounts(QPainter&, const QRectF& seen) const;
    void paintRun(QPainter&, SeenLines&, const PlacedRun&) const;
    void paintLabel(QPainter&, const PlacedLabel&) const;
    void paintFeeds(QPainter&) const;
    void paintCard(QPainter&, const PlacedCard&) const;
    bool isOff(plan::DeviceId device) const { return m_look.off.contains(device); }
    void paintMark(QPainter&, const PlacedMark&) const;
    bool isSelected(const app::DrawnRun&) const;
    /// It stands back: something else is selected, or the layer is not about it.
    bool standsBack(const app::DrawnRun&) const;
    bool standsBack(const app::DeviceCard&) const;
    const app::HouseContent& m_content;
    const HouseLayout& m_layout;
    const std::vector<PlacedLabel>& m_labels;
    const HouseLook& m_look;
    std::set<plan::RunId> m_chosenLinks;   ///< links of what is selected or hovered
    std::set<plan::PortId> m_chosenPorts;  ///< their ends
    bool m_hasChoice = false;
};

}  // namespace sokudo::ui
