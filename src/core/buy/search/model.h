// SPDX-License-Identifier: GPL-3.0-or-later
// The search for the cheapest plan as bare numbers: who could be joined how, what it takes, and what is wished.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/buy/prices.h"

namespace sokudo::buy {

struct PartUse {
    std::size_t part = 0;  ///< in Model::parts
    double amount = 1;     ///< pieces or metres
    friend bool operator==(const PartUse&, const PartUse&) = default;
};

/// A part that choices use: what is there already costs nothing.
struct PartSource {
    Part part;
    double have = 0;
    bool isOnce = false;  ///< a tool: one serves all
    PartPrice price;
};

/// What a choice takes.
struct Effort {
    std::vector<PartUse> uses;
    Watt watts;
    double minutes = 0;
};

/// A device, or a place where a switch may stand.
struct Node {
    std::string name;
    bool forwards = false;  ///< carries traffic of others
};

/// Ports of a node that are alike.
struct Group {
    std::size_t node = 0;
    int count = 0;  ///< without what is bought
};

/// Something bought that gives ports: a switch at a place, a card in a slot, a lead that splits a port.
struct Provider {
    std::string name;
    Effort effort;
    std::vector<std::pair<std::size_t, int>> gives, takes;  ///< group and number of ports
    int only = -1;  ///< of the providers with one number at most one is bought; -1: free
};

/// One way to join two nodes, proved by the rules.
struct LinkChoice {
    std::string name;
    std::size_t a = 0, b = 0;            ///< nodes
    std::size_t groupA = 0, groupB = 0;  ///< a port of each
    BitRate rate;
    Effort effort;
    int cable = -1;        ///< a cable that is there and can be used once; -1: a new one
    bool isThere = false;  ///< it is how the house is now
};

struct ModelWish {
    std::size_t a = 0, b = 0;
    BitRate rate;
    bool isKept = false;  ///< nobody asked for it: what works now should go on working
    std::string name;
};

/// Links that nothing changes.
struct FixedLink {
    std::size_t a = 0, b = 0;
    BitRate rate;
};

struct Model {
    std::vector<PartSource> parts;
    std::vector<Node> nodes;
    std::vector<Group> groups;
    std::vector<Provider> providers;
    std::vector<LinkChoice> choices;
    std::vector<FixedLink> fixed;
    std::vector<ModelWish> wishes;
};

/// What is bought and joined; by the lists of the model.
struct Selection {
    std::vector<bool> providers, choices;
    friend bool operator==(const Selection&, const Selection&) = default;
};

struct Totals {
    Money cost;
    Watt watts;
    double minutes = 0;
};
/// Parts are counted together over the whole selection, stock and packs included. A part without any price counts
/// nothing; such choices are left out of a model.
Totals totalsOf(const Model&, const Selection&);

/// The wishes that a selection leaves open: no way whose links all carry the rate.
std::vector<std::size_t> openWishes(const Model&, const Selection&);
/// The nodes that one has a way to whose links all carry the rate; itself too.
std::vector<bool> reachedFrom(const Model&, const Selection&, std::size_t node, BitRate);
/// Whether one wish has a way whose links all carry its rate.
bool isGranted(const Model&, const Selection&, std::size_t wish);
/// The most links that a node can have: its ports, and those that may be bought for it.
std::vector<int> mostLinks(const Model&);
/// A new link that uses the port or cable of one that is there, or something bought that takes its port.
bool takesPlace(const LinkChoice& taker, const LinkChoice& there);
bool takesPlace(const Provider& taker, const LinkChoice& there);
/// A link that is there comes out only for what takes its place. Ports, slots, cables, and parts that cannot be bought
/// are not used more often than they are there.
bool isPossible(const Model&, const Selection&);

}  // namespace sokudo::buy
