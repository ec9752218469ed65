// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/lane_plan.h"

#include <algorithm>
#include <numeric>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/formulas/bus.h"
#include "core/formulas/framing.h"
#include "core/match/parts_list.h"

namespace sokudo::match {
namespace {

constexpr std::size_t kMostSlots = 7;
constexpr double kSame = 1e-6;

struct Seated {
    const plan::Slot* home;
    plan::Card card;
    int ports = 0;
    BitRate needs;
};

BitRate carriesIn(const plan::Slot& slot, const plan::Card& card, const kb::KnowledgeBase& kb)
{
    plan::Slot with = slot;
    with.card = card;
    const auto [generation, lanes] = plan::trained(with);
    const auto bus = formulas::busCarries(kb, {generation, lanes, 0});
    return bus ? bus->usable.typical : BitRate{};
}

/// How well a seating serves: network cards, the others, and cards that stay where they are.
struct Score {
    double network = 0, others = 0;
    int staying = 0;
    bool isBetterThan(const Score& than) const
    {
        if (std::abs(network - than.network) > kSame) return network > than.network;
        if (std::abs(others - than.others) > kSame) return others > than.others;
        return staying > than.staying;
    }
};

class Seating {
public:
    Seating(std::vector<Seated> cards, std::vector<const plan::Slot*> slots, const kb::KnowledgeBase& kb)
        : m_cards(std::move(cards)), m_slots(std::move(slots)), m_kb(kb)
    {
        for (const Seated& seated : m_cards) {
            auto& row = m_carries.emplace_back();
            for (const plan::Slot* slot : m_slots)
                row.push_back(slot->shape >= seated.card.lanes || slot == seated.home
                                  ? carriesIn(*slot, seated.card, m_kb)
                                  : BitRate{});
        }
    }
    /// For each card the index of its slot.
    std::vector<std::size_t> best()
    {
        std::vector<std::size_t> now;
        for (const Seated& seated : m_cards)
            now.push_back(
                static_cast<std::size_t>(std::find(m_slots.begin(), m_slots.end(), seated.home) - m_slots.begin()));
        m_best = now;
        m_bestScore = score(now);
        std::vector<std::size_t> chosen;
        std::vector<bool> taken(m_slots.size(), false);
        choose(chosen, taken);
        return m_best;
    }
    BitRate carries(std::size_t card, std::size_t slot) const { return m_carries[card][slot]; }

private:
    Score score(const std::vector<std::size_t>& seats) const
    {
        Score result;
        for (std::size_t i = 0; i < seats.size(); ++i) {
            const Seated& seated = m_cards[i];
            const double served =
                seated.needs.steps() > 0 ? std::min(1.0, m_carries[i][seats[i]].in() / seated.needs.in()) : 1.0;
            (seated.ports > 0 ? result.network : result.others) += served;
            result.staying += m_slots[seats[i]] == seated.home;
        }
        return result;
    }
    void choose(std::vector<std::size_t>& chosen, std::vector<bool>& taken)
    {
        if (chosen.size() == m_cards.size()) {
            const Score here = score(chosen);
            if (!here.isBetterThan(m_bestScore)) return;
            m_bestScore = here;
            m_best = chosen;
            return;
        }
        for (std::size_t slot = 0; slot < m_slots.size(); ++slot) {
            if (taken[slot] || m_carries[chosen.size()][slot] == BitRate{}) continue;
            taken[slot] = true;
            chosen.push_back(slot);
            choose(chosen, taken);
            chosen.pop_back();
            taken[slot] = false;
        }
    }

    std::vector<Seated> m_cards;
    std::vector<const plan::Slot*> m_slots;
    const kb::KnowledgeBase& m_kb;
    std::vector<std::vector<BitRate>> m_carries;
    std::vector<std::size_t> m_best;
    Score m_bestScore;
};

text::Sentence sentenceOf(const std::vector<CardPlacing>& cards)
{
    text::Sentence moves, loses;
    for (const CardPlacing& one : cards) {
        if (one.from != one.to)
            moves += text::say("lane-plan.from-slot-to-instead", "{}{} from slot {} to {} ({} instead of {})",
                               moves.empty() ? "move " : ", ", one.card, one.from, one.to,
                               text::figure::rate(one.then, 3), text::figure::rate(one.now, 3));
        if (one.loses())
            loses += text::say("lane-plan.keeps-of", "{}{} keeps {} of {}", loses.empty() ? "; " : ", ", one.card,
                               text::figure::rate(one.then, 3), text::figure::rate(one.now, 3));
    }
    return moves + (loses.empty() ? text::say("lane-plan.nothing-loses-by-it", "; nothing loses by it") : loses);
}

}  // namespace

std::optional<LanePlan> lanePlan(const plan::Plan& plan, plan::DeviceId id, const kb::KnowledgeBase& kb)
{
    std::vector<const plan::Slot*> slots;
    for (const plan::Slot* slot : plan::slotsOf(plan, id))
        if (slot->generation > 0 && slot->lanes > 0) slots.push_back(slot);
    if (slots.size() < 2 || slots.size() > kMostSlots) return std::nullopt;
    const auto loads = cardsOf(plan, id, kb);
    std::vector<Seated> cards;
    for (const plan::Slot* slot : slots) {
        if (!slot->card) continue;
        Seated seated{slot, *slot->card, 0, {}};
        const auto load =
            std::find_if(loads.begin(), loads.end(), [&](const CardLoad& one) { return one.slot == slot->name; });
        if (load != loads.end()) seated.ports = load->ports;
        const auto own = formulas::busCarries(kb, {slot->card->generation, slot->card->lanes, 0});
        // Its ports need payload: what frames leave of their rates.
        if (seated.ports > 0) seated.needs = formulas::goodput(load->sum).value_or(BitRate{});
        else if (own) seated.needs = own->usable.typical;
        cards.push_back(std::move(seated));
    }
    if (cards.empty()) return std::nullopt;
    Seating seating(cards, slots, kb);
    const auto best = seating.best();
    LanePlan result;
    for (std::size_t i = 0; i < cards.size(); ++i) {
        const auto now = static_cast<std::size_t>(std::find(slots.begin(), slots.end(), cards[i].home) - slots.begin());
        result.cards.push_back({cards[i].card.name, cards[i].home->name, slots[best[i]]->name, cards[i].ports,
                                cards[i].needs, seating.carries(i, now), seating.carries(i, best[i])});
    }
    if (std::none_of(result.cards.begin(), result.cards.end(),
                     [](const CardPlacing& one) { return one.gains() && one.from != one.to; }))
        return std::nullopt;
    result.sentence = sentenceOf(result.cards);
    return result;
}

}  // namespace sokudo::match
