// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/house_cards.h"

#include <algorithm>
#include <cmath>

namespace sokudo::ui {

HouseCards::HouseCards(const app::HouseContent& content, const HouseFolds& folds)
{
    for (const app::PlaceBand& place : content.places) {
        std::vector<const app::DeviceCard*>& cards = m_cardsOf[&place];
        if (folds.places.contains(place.id) && !place.devices.empty()) cards.push_back(foldedCard(place));
        else
            for (const app::DeviceCard& card : place.devices) cards.push_back(&card);
    }
}

/// One card for all devices of a place: its marks are the ports that cables lead to.
const app::DeviceCard* HouseCards::foldedCard(const app::PlaceBand& place)
{
    auto card = std::make_unique<app::DeviceCard>();
    card->name = place.name;
    card->description = QString("%1 devices, folded").arg(place.devices.size());
    card->place = place.id;
    card->isFolded = true;
    for (const app::DeviceCard& one : place.devices)
        for (const app::PortMark& port : one.ports)
            if (port.state != app::PortState::Free) card->ports.push_back(port);
    for (const app::PortMark& port : card->ports) m_foldOf[port.id.value] = card.get();
    m_folds.push_back(std::move(card));
    return m_folds.back().get();
}

QSizeF HouseCards::sizeOf(const app::DeviceCard& card)
{
    QSizeF& size = m_sizes[&card];
    if (size.isEmpty()) size = measured(card);
    return size;
}

QSizeF HouseCards::measured(const app::DeviceCard& card) const
{
    const double text = std::max(m_strong.horizontalAdvance(card.name),
                                 std::min<double>(m_small.horizontalAdvance(card.description), scaled(150)));
    const double marks = std::min<double>(static_cast<double>(card.ports.size()), 22) * kMarkStep;
    const int markRows = std::max(1, static_cast<int>(std::ceil(static_cast<double>(card.ports.size()) / 22)));
    return {std::clamp<double>(std::max(text, marks) + 20, scaled(96), scaled(240)), scaled(43) + 11.0 * markRows};
}

bool HouseCards::areFoldedTogether(std::int64_t a, std::int64_t b) const
{
    const auto at = m_foldOf.find(a), other = m_foldOf.find(b);
    return at != m_foldOf.end() && other != m_foldOf.end() && at->second == other->second;
}

}  // namespace sokudo::ui
