// SPDX-License-Identifier: GPL-3.0-or-later
// A plan with one more link in it, and the cheapest things to buy that give its ports.
#pragma once

#include "core/buy/search/model.h"

namespace sokudo::buy {

class OneMoreLink {
public:
    explicit OneMoreLink(const Model&);
    struct Step {
        Selection next;
        Money cost;
    };
    /// Nothing where no port can be had for it.
    std::optional<Step> with(const Selection& from, std::size_t choice) const;
    /// Choices that end at a node: of those that join the same ports at one rate the one that costs least by itself.
    const std::vector<std::size_t>& at(std::size_t node) const { return m_at[node]; }
    /// Plans that were looked at so far.
    std::size_t tried() const { return m_tried; }
    /// More were looked at than a person would wait for.
    bool isTooMany() const { return m_tried > m_most; }

private:
    int portsLeft(const Selection&, std::size_t group) const;
    std::vector<std::optional<std::size_t>> givers(const Selection&, std::size_t group) const;
    void buy(Selection&, std::optional<std::size_t> provider) const;
    std::optional<Step> cheapestOpening(const Selection& from, const LinkChoice&) const;
    void makeRoom(Selection&) const;
    const Model& m_model;
    std::vector<std::vector<std::size_t>> m_at;
    std::size_t m_most;
    mutable std::size_t m_tried = 0;
};

}  // namespace sokudo::buy
