// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/cascade.h"

#include <algorithm>
#include <array>

#include "core/base/text.h"
#include "core/buy/currency_converter.h"
#include "core/formulas/bus.h"
#include "core/formulas/framing.h"
#include "core/kb/buy_rows.h"
#include "core/kb/part_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/worth_rows.h"

namespace sokudo::buy {
namespace {

constexpr double kWarmCard = 8;  ///< own: watts from which a quiet case needs moving air at the card

/// The lanes a link of so many wired ones trains to: 1, 2, 4, 8 or 16.
int trainedLanes(int wired)
{
    constexpr std::array kLanes{16, 8, 4, 2, 1};
    const auto found = std::find_if(kLanes.begin(), kLanes.end(), [&](int lanes) { return lanes <= wired; });
    return found == kLanes.end() ? 0 : *found;
}

class Following {
public:
    Following(const plan::Plan& plan, const plan::Device& device, const kb::Gear& gear, const kb::KnowledgeBase& kb)
        : m_plan(plan), m_device(device), m_gear(gear), m_kb(kb)
    {
        if (const auto most = formulas::goodput(gear.rate)) m_needs = *most;
    }

    Cascade run()
    {
        for (const plan::Slot* slot : plan::slotsOf(m_plan, m_device.id)) look(*slot);
        std::stable_sort(m_found.slots.begin(), m_found.slots.end(), [](const SlotFit& a, const SlotFit& b) {
            return std::tuple(b.isFull, a.isTaken, a.isShared, b.carries) <
                   std::tuple(a.isFull, b.isTaken, b.isShared, a.carries);
        });
        if (!m_found.slots.empty()) m_found.ways.push_back(inSlot(m_found.slots.front()));
        if (m_found.ways.empty() || !m_found.ways.front().isFull) m_found.ways.push_back(withBoard());
        if (const auto* row = m_kb.find<kb::Caution>("card")) m_found.caution = row->text;
        say();
        return std::move(m_found);
    }

private:
    void look(const plan::Slot& slot)
    {
        if (slot.generation <= 0 || slot.lanes <= 0) {
            m_found.refused.push_back(
                text::say("cascade.not-read", "slot {} was never read: state its generation and lanes", slot.name));
            return;
        }
        if (m_gear.lanes > std::max(slot.shape, slot.lanes)) {
            m_found.refused.push_back(text::say("cascade.too-short",
                                                "slot {} takes cards of ×{} at most, this one is ×{}", slot.name,
                                                std::max(slot.shape, slot.lanes), m_gear.lanes));
            return;
        }
        SlotFit fit{slot.id, slot.name};
        fit.generation = std::min(slot.generation, m_gear.generation);
        fit.lanes = trainedLanes(std::min(slot.lanes, m_gear.lanes));
        if (const auto bus = formulas::busCarries(m_kb, {fit.generation, fit.lanes})) fit.carries = bus->usable.typical;
        fit.isFull = fit.carries >= m_needs;
        fit.isTaken = slot.card.has_value();
        fit.isShared = slot.chipset;
        m_found.slots.push_back(fit);
    }

    void follow(CascadeWay& way, const char* id, std::optional<Money> price = {}, text::Sentence what = {}) const
    {
        const auto* row = m_kb.find<kb::FollowUp>(id);
        if (!row) return;
        way.steps.push_back({row->id, what.empty() ? text::Sentence(row->what) : std::move(what),
                             price.value_or(row->price), row->minutes, row->isMaybe});
    }
    CascadeWay inSlot(const SlotFit& fit) const
    {
        CascadeWay way;
        way.title = text::say("cascade.in-slot", "In slot {}, {}.0 ×{}", fit.name, fit.generation, fit.lanes);
        way.carries = std::min(fit.carries, m_needs);
        way.isFull = fit.isFull;
        if (fit.isTaken) {
            const plan::Slot* slot = m_plan.slots.find(fit.slot);
            follow(way, "move-card", {},
                   text::say("cascade.move", "{} leaves slot {}",
                             slot->card->name.empty() ? "its card" : slot->card->name, fit.name));
        }
        if (fit.isShared) follow(way, "chipset");
        atAnySlot(way);
        return way;
    }
    CascadeWay withBoard() const
    {
        CascadeWay way;
        way.title = text::say("cascade.board", "With another board, {}.0 ×{}", m_gear.generation, m_gear.lanes);
        const auto bus = formulas::busCarries(m_kb, {m_gear.generation, trainedLanes(m_gear.lanes)});
        way.carries = bus ? std::min(bus->usable.typical, m_needs) : m_needs;
        way.isFull = way.carries >= m_needs;
        const auto* board = m_kb.find<kb::SmallPart>("board");
        follow(way, "board", board ? std::optional(board->price) : std::nullopt);
        follow(way, "board-parts");
        atAnySlot(way);
        return way;
    }
    /// Air, bracket, and the port and lead at the other end.
    void atAnySlot(CascadeWay& way) const
    {
        if (m_gear.power >= Watt::of(kWarmCard)) follow(way, "air");
        if (m_device.traits.word("case") == "low") follow(way, "bracket");
        if (!hasPartner()) {
            const kb::Gear* port = nullptr;
            for (const kb::Gear& row : m_kb.all<kb::Gear>())
                if (row.kind == "port" && row.cage == m_gear.cage && row.rate >= m_gear.rate &&
                    (!port || row.price < port->price))
                    port = &row;
            if (port)
                follow(way, "partner", Money::of(port->price),
                       text::say("cascade.partner", "no other port of the house is as fast: {}", port->name));
            else follow(way, "partner");
        }
        if (const auto lead = cheapestLead()) follow(way, "lead", *lead);
        way.least = way.most = Money::of(m_gear.price);
        for (const CascadeStep& step : way.steps) {
            way.most = way.most + step.price;
            if (step.isMaybe) continue;
            way.least = way.least + step.price;
            way.minutes += step.minutes;
        }
    }
    /// A port of another device that offers the rate, in a cage of the same kind, and is free.
    bool hasPartner() const
    {
        return std::any_of(m_plan.ports.begin(), m_plan.ports.end(), [&](const plan::Port& port) {
            const plan::Device* owner = m_plan.devices.find(port.device);
            if (port.device == m_device.id || port.cage != m_gear.cage || !owner || plan::isPassive(owner->role))
                return false;
            const auto* cage = m_kb.find<kb::Cage>(port.cage);
            BitRate most = cage ? cage->usualRate() : BitRate{};
            if (!port.rates.empty()) most = *std::max_element(port.rates.begin(), port.rates.end());
            return most >= m_gear.rate && plan::runsAt(m_plan, port.id).empty();
        });
    }
    /// A lead of 2 m that goes into both cages: direct attach, or twisted pair.
    std::optional<Money> cheapestLead() const
    {
        const auto* lead = m_kb.find<kb::LeadKind>(m_gear.cage == "rj45" ? "cat6" : "dac");
        const Length* sold = lead ? lead->lengthFor(Length::of(2)) : nullptr;
        return sold ? std::optional(lead->priceOf(*sold)) : std::nullopt;
    }
    void say()
    {
        const CascadeWay& first = m_found.ways.front();
        if (m_found.slots.empty())
            m_found.sentence =
                text::say("cascade.no-slot", "No slot of {} takes a {}: it needs another board, {} to {} in all",
                          m_device.name, m_gear.name, amountText(first.least), amountText(first.most));
        else if (!first.isFull)
            m_found.sentence = text::say(
                "cascade.held", "{} gets {} of {} in slot {}: {} as it is, {} to {} with another board", m_gear.name,
                text::figure::rate(first.carries), text::figure::rate(m_needs), m_found.slots.front().name,
                amountText(first.least), amountText(m_found.ways.back().least), amountText(m_found.ways.back().most));
        else
            m_found.sentence =
                text::say("cascade.fits",
                          "{} gets all that one port of it carries in slot {} of {}: {} with what it brings along",
                          m_gear.name, m_found.slots.front().name, m_device.name, amountText(first.least));
    }

    const plan::Plan& m_plan;
    const plan::Device& m_device;
    const kb::Gear& m_gear;
    const kb::KnowledgeBase& m_kb;
    BitRate m_needs;  ///< payload of one port
    Cascade m_found;
};

}  // namespace

Result<Cascade> cascadeOf(const plan::Plan& plan, plan::DeviceId id, const kb::Gear& gear, const kb::KnowledgeBase& kb)
{
    const plan::Device* device = plan.devices.find(id);
    if (!device || !plan::isHost(device->role))
        return failure(ErrorCode::BadInput,
                       text::say("cascade.no-host", "{} takes no cards: name a computer, a storage or a recorder",
                                 device ? device->name : "a device that is gone"));
    if (gear.kind != "card")
        return failure(ErrorCode::BadInput, text::say("cascade.no-card", "{} is no card", gear.name));
    return Following(plan, *device, gear, kb).run();
}

}  // namespace sokudo::buy
