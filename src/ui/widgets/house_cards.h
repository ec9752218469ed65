// SPDX-License-Identifier: GPL-3.0-or-later
// The cards of a drawn house: one for each device, or one for a place that is folded; and how large each is.
#pragma once

#include <memory>
#include <unordered_map>
#include <vector>

#include <QFontMetricsF>

#include "ui/theme.h"
#include "ui/widgets/house_layout.h"

namespace sokudo::ui {

class HouseCards {
public:
    static constexpr double kMarkStep = 10;  ///< pixels from port to port

    HouseCards(const app::HouseContent&, const HouseFolds&);
    const std::vector<const app::DeviceCard*>& of(const app::PlaceBand& place) const { return m_cardsOf.at(&place); }
    /// Measured once: texts are measured slowly, and every pass asks again.
    QSizeF sizeOf(const app::DeviceCard&);
    /// Both ports are in one folded place: nothing is drawn between them.
    bool areFoldedTogether(std::int64_t a, std::int64_t b) const;
    /// The cards of folded places, which the drawing goes on to need.
    std::vector<std::unique_ptr<app::DeviceCard>> takeFolded() { return std::move(m_folds); }

private:
    const app::DeviceCard* foldedCard(const app::PlaceBand&);
    QSizeF measured(const app::DeviceCard&) const;

    const QFontMetricsF m_strong{typeface(Face::Strong, 13)}, m_small{typeface(Face::Text, 11)};
    std::unordered_map<const app::DeviceCard*, QSizeF> m_sizes;
    std::unordered_map<const app::PlaceBand*, std::vector<const app::DeviceCard*>> m_cardsOf;
    std::vector<std::unique_ptr<app::DeviceCard>> m_folds;
    std::unordered_map<std::int64_t, const app::DeviceCard*> m_foldOf;  ///< by port
};

}  // namespace sokudo::ui
