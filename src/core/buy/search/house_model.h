// SPDX-License-Identifier: GPL-3.0-or-later
// The model of a house and its wishes, and what each of its rows stands for in the plan.
#pragma once

#include <map>
#include <set>
#include <unordered_map>

#include "core/buy/list.h"
#include "core/buy/search/wishes.h"
#include "core/kb/part_rows.h"
#include "core/kb/trade_rows.h"
#include "core/match/reports.h"
#include "core/match/way_trial.h"

namespace sokudo::buy {

/// A device of the house, or a switch that may be bought.
struct NodeOf {
    plan::DeviceId device;  ///< of a switch to buy: its id once it is bought
    plan::PlaceId place, room;
    bool isNew = false;
};

/// Ports that are alike: those of the house, or those that a thing bought would have.
struct GroupOf {
    std::vector<plan::PortId> ports;  ///< of the house, free or to be freed
    plan::PortId example;             ///< a port like them in `HouseModel::stage`, with nothing in it
    std::string likeness;             ///< all that the rules could tell apart
    BitRate most;                     ///< the most that each offers
    bool isLeg = false;               ///< legs of a split port: the lead comes with them
};

/// What a provider is.
struct ProviderOf {
    enum class Kind { Switch, Card, Adapter, BreakOut };
    Kind kind = Kind::Switch;
    std::size_t node = 0;
    const kb::SwitchKind* switchKind = nullptr;
    const kb::Gear* gear = nullptr;
    plan::SlotId slot;  ///< of a card
    const kb::BreakOut* breakOut = nullptr;
};

/// A cable that is there: the runs between two rooms, in order.
struct CableOf {
    plan::Link link;  ///< as the house has it; unset ends: it ends in jacks
    plan::PlaceId roomA, roomB;
    const kb::Medium* medium = nullptr;
    Length length;
    bool isPlugged = false;  ///< between two devices; else between two jacks, and it takes a lead at each end
};

struct ChoiceOf {
    plan::RunId there;          ///< a link of the house as it is: its first run; unset: a new one
    plan::PortId portA, portB;  ///< of a link as it is
    match::Combination combination;
    Length length;
    bool isThroughWall = false;
};

struct HouseModel {
    Model model;
    std::vector<NodeOf> nodes;
    std::vector<GroupOf> groups;
    std::vector<ProviderOf> providers;
    std::vector<CableOf> cables;
    std::vector<ChoiceOf> choices;
    plan::Plan stage;                   ///< the house with an example of everything that could be bought
    std::vector<text::Sentence> notes;  ///< what was left out, and why
    std::size_t proved = 0;             ///< combinations that the rules judged
    bool isCutShort = false;            ///< it was stopped before every pair of devices was looked at
};

struct ModelQuestion {
    const plan::Plan& house;
    const WishSet& asked;
    const kb::KnowledgeBase& kb;
    std::string today;  ///< ISO 8601 date, for offers
    IdSource& ids;
    std::function<bool()> isStopped;  ///< may be empty
};

/// @error BadInput   no wish; a wish of a device that is gone
/// @error NotFound   a currency without a rate
/// Where it is stopped, what was found by then, and `isCutShort` says so.
Result<HouseModel> houseModel(const ModelQuestion&);

// Steps of houseModel, for its files only.
class PartIndex {
public:
    PartIndex(const plan::Plan& house, const kb::KnowledgeBase& kb, std::string today);
    /// The place of a part in the model; nothing where it has no price or must not be used.
    std::optional<std::size_t> at(Model&, const std::string& id, bool isOnce = false);
    void add(const std::string& part) { ++m_freed[part]; }  ///< a module or lead that may be taken out
    const std::optional<Error>& error() const { return m_error; }
    void ban(std::set<std::string> parts) { m_banned = std::move(parts); }

private:
    const plan::Plan& m_house;
    const kb::KnowledgeBase& m_kb;
    std::string m_today;
    CurrencyConverter m_converter;
    std::map<std::string, std::optional<std::size_t>> m_index;
    std::map<std::string, int> m_freed;
    std::set<std::string> m_banned;
    std::optional<Error> m_error;
};
/// A device carries traffic between its ports.
void addNodes(HouseModel&, const ModelQuestion&, const match::Reports&, PartIndex&);
void addProviders(HouseModel&, const ModelQuestion&, PartIndex&);
Result<bool> addChoices(HouseModel&, const ModelQuestion&, PartIndex&);
/// Moves the ends of a cable that is there to two ports; between jacks with a lead at each end.
plan::Link plugIn(plan::Plan&, const CableOf&, plan::PortId a, plan::PortId b, const plan::RunId cords[2]);

}  // namespace sokudo::buy
