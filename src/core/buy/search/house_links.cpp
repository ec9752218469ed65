// SPDX-License-Identifier: GPL-3.0-or-later
// Every way to join two nodes that the rules pass, and that no other is cheaper than in everything.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/buy/needs.h"
#include "core/buy/search/house_model.h"
#include "core/kb/port_rows.h"
#include "core/match/end_choices.h"
#include "core/survey/distances.h"

namespace sokudo::buy {
namespace {

constexpr std::int64_t kBreakOutReach = 3000;  ///< mm: the length of a break-out lead, small_parts.csv

/// What the rules said of a combination.
struct Proof {
    BitRate rate;
    Watt watts;
    double minutes = 0;
};

/// What a way needs, before the rules are asked.
struct Draft {
    match::Combination combination;
    std::vector<PartUse> uses;
    std::vector<std::size_t> tools;
    double most = 0;    ///< what it costs where nothing of it is in stock; endless where packs or stock count
    double least = 0;   ///< and where all that may be in stock is
    BitRate potential;  ///< it is not faster than this
};

class Links {
public:
    Links(HouseModel& into, const ModelQuestion& asked, PartIndex& parts)
        : m_into(into), m_asked(asked), m_kb(asked.kb), m_parts(parts), m_newIds(asked.ids)
    {
        for (const ModelWish& wish : into.model.wishes)
            if (!wish.isKept) m_levels.insert(wish.rate);
        for (const Goal goal : asked.asked.goals) m_onlyCost = m_onlyCost && goal == Goal::Cost;
        for (std::size_t g = 0; g < into.groups.size(); ++g) m_groupsOf[into.model.groups[g].node].push_back(g);
        keptRates();
        m_mostLinks = mostLinks(into.model);
        for (const ModelWish& wish : into.model.wishes) ++m_degree[wish.a], ++m_degree[wish.b];
    }

    Result<bool> run()
    {
        const std::size_t nodes = m_into.nodes.size();
        for (std::size_t a = 0; a < nodes; ++a)
            for (std::size_t b = a + 1; b < nodes; ++b) {
                if (m_asked.isStopped && m_asked.isStopped()) {
                    m_into.isCutShort = true;
                    return true;
                }
                if (const auto least = leastRate(a, b)) join(a, b, *least);
            }
        return true;
    }

private:
    /// What goes on working joins two nodes at this rate in every plan: the widest way over the links there are.
    void keptRates()
    {
        const std::size_t nodes = m_into.nodes.size();
        m_keptRate.assign(nodes, std::vector<BitRate>(nodes));
        const auto join = [&](std::size_t a, std::size_t b, BitRate rate) {
            m_keptRate[a][b] = m_keptRate[b][a] = std::max(m_keptRate[a][b], rate);
        };
        for (const FixedLink& one : m_into.model.fixed) join(one.a, one.b, one.rate);
        for (const LinkChoice& one : m_into.model.choices)
            if (one.isThere) join(one.a, one.b, one.rate);
        for (std::size_t by = 0; by < nodes; ++by) {
            if (!m_into.model.nodes[by].forwards) continue;
            for (std::size_t a = 0; a < nodes; ++a)
                for (std::size_t b = 0; b < nodes; ++b)
                    if (a != b)
                        m_keptRate[a][b] = std::max(m_keptRate[a][b], std::min(m_keptRate[a][by], m_keptRate[by][b]));
        }
    }
    /// A host with one link has none to spare for a single wish of several.
    bool isBusy(std::size_t node) const
    {
        const auto degree = m_degree.find(node);
        return !m_into.model.nodes[node].forwards && m_mostLinks[node] <= 1 && degree != m_degree.end() &&
               degree->second > 1;
    }
    bool isWished(std::size_t node) const
    {
        return std::any_of(m_into.model.wishes.begin(), m_into.model.wishes.end(),
                           [&](const ModelWish& one) { return !one.isKept && (one.a == node || one.b == node); });
    }
    /// A device in the middle of a chain, such as a converter, gets no new links.
    bool takesLinks(std::size_t node) const
    {
        if (!m_into.model.nodes[node].forwards || m_into.nodes[node].isNew) return true;
        const plan::Device* device = m_asked.house.devices.find(m_into.nodes[node].device);
        return device && (device->role == plan::Role::Switch || device->role == plan::Role::Router || isWished(node));
    }
    /// The slowest rate at which a link between the two is of use; nothing: none is.
    std::optional<BitRate> leastRate(std::size_t a, std::size_t b) const
    {
        const bool isTrunk = m_into.model.nodes[a].forwards && m_into.model.nodes[b].forwards;
        if (!takesLinks(a) || !takesLinks(b)) return std::nullopt;
        std::optional<BitRate> least;
        for (const ModelWish& wish : m_into.model.wishes) {
            if (wish.isKept) continue;
            if (wish.rate <= m_keptRate[wish.a][wish.b] || wish.rate <= m_keptRate[a][b]) continue;
            const bool ofBoth =
                ((wish.a == a && wish.b == b) || (wish.a == b && wish.b == a)) &&
                (m_into.model.nodes[a].forwards || m_into.model.nodes[b].forwards || (!isBusy(a) && !isBusy(b)));
            const bool overSwitch = (m_into.model.nodes[b].forwards && (wish.a == a || wish.b == a)) ||
                                    (m_into.model.nodes[a].forwards && (wish.a == b || wish.b == b));
            if (isTrunk || ofBoth || overSwitch) least = least ? std::min(*least, wish.rate) : wish.rate;
        }
        return least;
    }
    /// Rates between two levels are worth the same.
    std::size_t levelOf(BitRate rate) const
    {
        return static_cast<std::size_t>(
            std::count_if(m_levels.begin(), m_levels.end(), [&](BitRate level) { return level <= rate; }));
    }

    void join(std::size_t a, std::size_t b, BitRate least)
    {
        for (std::size_t groupA : m_groupsOf[a])
            for (std::size_t groupB : m_groupsOf[b]) {
                if (m_into.groups[groupA].most < least || m_into.groups[groupB].most < least) continue;
                if (m_into.groups[groupA].isLeg && m_into.groups[groupB].isLeg) continue;
                joinPorts(groupA, groupB, least);
            }
    }
    /// How long a new cable between two nodes is; nothing: none can be laid there.
    std::optional<Length> distance(std::size_t a, std::size_t b)
    {
        const NodeOf &one = m_into.nodes[a], &other = m_into.nodes[b];
        if (one.room == other.room) return Length::of(kb::tradeFigure(m_kb, "room-lead"));
        for (const Pull& pull : m_asked.asked.pulls)
            if ((pull.a == one.room && pull.b == other.room) || (pull.a == other.room && pull.b == one.room))
                return pull.length;
        if (!m_asked.asked.mayPull) return std::nullopt;
        const auto key = std::minmax(one.room, other.room);
        const auto [found, isNew] = m_distances.emplace(key, std::nullopt);
        if (isNew) {
            if (const auto measured = survey::distance(m_into.stage, one.device, other.device))
                found->second = Length::of(std::ceil(measured->withSlack.in()));
            else
                m_into.notes.push_back(text::say(
                    "house-links.no-distance",
                    "how far it is from {} to {} is not known: no new cable was considered; say “pull {} to {} 20m”",
                    nameOf(one.room), nameOf(other.room), nameOf(one.room), nameOf(other.room)));
        }
        return found->second;
    }
    std::string nameOf(plan::PlaceId id) const
    {
        const plan::Place* place = m_asked.house.places.find(id);
        return place ? place->name : std::string();
    }

    void joinPorts(std::size_t groupA, std::size_t groupB, BitRate least)
    {
        m_groupA = groupA;
        m_groupB = groupB;
        m_least = least;
        const std::size_t a = m_into.model.groups[groupA].node, b = m_into.model.groups[groupB].node;
        const bool isThroughWall = m_into.nodes[a].room != m_into.nodes[b].room;
        m_accepted.clear();
        if (const auto length = distance(a, b)) newCables(*length, isThroughWall);
        if (m_into.groups[groupA].isLeg || m_into.groups[groupB].isLeg) return;
        for (std::size_t i = 0; i < m_into.cables.size(); ++i) {
            const CableOf& cable = m_into.cables[i];
            const bool forth = cable.roomA == m_into.nodes[a].room && cable.roomB == m_into.nodes[b].room;
            const bool back = cable.roomB == m_into.nodes[a].room && cable.roomA == m_into.nodes[b].room;
            // A lead in one room is bought again sooner than searched for.
            if ((forth || back) && cable.medium && isThroughWall) oldCable(i, !forth);
        }
    }

    const plan::Port& portOf(std::size_t group) const { return *m_into.stage.ports.find(m_into.groups[group].example); }

    void newCables(Length length, bool isThroughWall)
    {
        const bool isLeg = m_into.groups[m_groupA].isLeg || m_into.groups[m_groupB].isLeg;
        std::vector<Draft> drafts;
        for (const kb::Supply& supply : m_kb.all<kb::Supply>()) {
            const kb::Medium* medium = m_kb.find<kb::Medium>(supply.medium);
            if (!medium || kb::isShared(medium->kind) || m_asked.asked.without.count(medium->id)) continue;
            if (length > supply.longest || (isThroughWall && supply.wall == kb::ThroughWall::No)) continue;
            if (isLeg && (medium->kind != kb::MediumKind::DirectAttach || isThroughWall ||
                          length.steps() > kBreakOutReach || medium->id != "dac"))
                continue;
            plan::Run run;
            run.medium = medium->id;
            run.length = length;
            run.a = m_into.groups[m_groupA].example;
            run.b = m_into.groups[m_groupB].example;
            const auto needs = isLeg ? std::vector<Need>{} : needsOfRun(m_into.stage, run, m_kb);
            combine(drafts, *medium, &supply, needs);
        }
        tryAll(drafts, length, isThroughWall, -1);
    }
    void oldCable(std::size_t at, bool isTurned)
    {
        const CableOf& cable = m_into.cables[at];
        std::vector<Need> needs;
        if (!cable.isPlugged) {
            const kb::LeadKind* leads = m_kb.find<kb::LeadKind>(cable.medium->id);
            const Length* sold = leads ? leads->lengthFor(Length::of(kb::tradeFigure(m_kb, "room-lead"))) : nullptr;
            if (!sold) return;
            Need need;
            need.part = leads->partOf(*sold);
            need.count = 2;
            needs.push_back(need);
        }
        m_isTurned = isTurned;
        std::vector<Draft> drafts;
        combine(drafts, *cable.medium, nullptr, needs);
        tryAll(drafts, cable.length, true, static_cast<int>(at));
    }

    static bool has(const std::vector<match::EndChoice>& all, const kb::ModuleKind* module)
    {
        return std::any_of(all.begin(), all.end(),
                           [&](const auto& one) { return one.module == module && !one.bridge; });
    }
    /// Two kinds for one job, where two alike do; or the mirror of a pair that is tried anyway.
    bool isNeedless(const match::EndChoice& a, const match::EndChoice& b, const std::vector<match::EndChoice>& atA,
                    const std::vector<match::EndChoice>& atB) const
    {
        if (!a.module || !b.module || a.module == b.module || a.bridge || b.bridge) return false;
        if (!has(atA, b.module) || !has(atB, a.module)) return false;
        const kb::Phy* phyA = m_kb.find<kb::Phy>(a.module->phy);
        const kb::Phy* phyB = m_kb.find<kb::Phy>(b.module->phy);
        const bool complement =
            phyA && phyB && phyA->wavelengths != phyB->wavelengths && phyA->wavelengths.find('/') != std::string::npos;
        return !complement || a.module > b.module;
    }
    void combine(std::vector<Draft>& drafts, const kb::Medium& medium, const kb::Supply* supply,
                 const std::vector<Need>& needs)
    {
        for (const auto& [a, b] : pairsOf(medium)) {
            Draft draft{{&medium, supply, a, b}, {}, {}};
            if (count(draft, needs)) drafts.push_back(std::move(draft));
        }
    }
    /// What can stand at both ends; the same for all ports that are alike.
    using Pairs = std::vector<std::pair<match::EndChoice, match::EndChoice>>;
    const Pairs& pairsOf(const kb::Medium& medium)
    {
        const auto [found, isNew] =
            m_pairs.emplace(fmt::format("{}~{}~{}~{}", m_into.groups[m_groupA].likeness,
                                        m_into.groups[m_groupB].likeness, medium.id, m_least.steps()),
                            Pairs{});
        if (!isNew) return found->second;
        const auto atA = match::choicesAt(portOf(m_groupA), medium, m_least, m_kb),
                   atB = match::choicesAt(portOf(m_groupB), medium, m_least, m_kb);
        for (const match::EndChoice& a : atA)
            for (const match::EndChoice& b : atB)
                if (canFace(a, b) && !isNeedless(a, b, atA, atB)) found->second.emplace_back(a, b);
        return found->second;
    }
    bool canFace(const match::EndChoice& a, const match::EndChoice& b)
    {
        const auto [found, isNew] = m_faces.emplace(std::pair(a.module, b.module), false);
        if (isNew) found->second = match::canFace(a, b, m_kb);
        return found->second;
    }
    void use(Draft& draft, std::size_t part, double amount) const
    {
        for (PartUse& one : draft.uses)
            if (one.part == part) {
                one.amount += amount;
                return;
            }
        draft.uses.push_back({part, amount});
    }
    /// Parts and price of a draft. @return false: some part has no price, or must not be used
    bool count(Draft& draft, const std::vector<Need>& needs)
    {
        for (const Need& need : needs) {
            const auto part = m_parts.at(m_into.model, need.part, need.isOnce);
            if (!part) return false;
            const bool isByLength = m_into.model.parts[*part].part.isByLength;
            use(draft, *part, isByLength ? need.length.in() : need.count);
            if (need.isOnce) draft.tools.push_back(*part);
        }
        draft.potential = std::min(m_into.groups[m_groupA].most, m_into.groups[m_groupB].most);
        for (const match::EndChoice* end : {&draft.combination.a, &draft.combination.b}) {
            for (const std::string& id :
                 {end->module ? end->module->id : std::string(), end->bridge ? end->bridge->id : std::string()}) {
                if (id.empty()) continue;
                const auto part = m_parts.at(m_into.model, id);
                if (!part) return false;
                use(draft, *part, 1);
            }
            if (end->module && !end->module->rates.empty())
                draft.potential = std::min(draft.potential, end->module->rates.front());
        }
        price(draft);
        return true;
    }
    void price(Draft& draft) const
    {
        for (const PartUse& one : draft.uses) {
            const PartSource& source = m_into.model.parts[one.part];
            if (source.isOnce) continue;
            if (source.price.buys.empty()) {
                draft.most = kEndless;
                continue;
            }
            double least = kEndless;
            bool isPlain = source.have <= 0 && source.price.buys.size() == 1;
            for (const Buy& buy : source.price.buys) {
                least = std::min(least, buy.price.in() / buy.amount);
                isPlain = isPlain && (buy.isDivisible || buy.amount <= 1);
            }
            draft.most = isPlain ? draft.most + least * one.amount : kEndless;
            if (source.have <= 0) draft.least += least * one.amount;
        }
    }

    /// A way found before that costs no more, whatever is in stock, and is as fast: the rules need not be asked.
    bool isBeaten(const Draft& draft) const
    {
        return m_onlyCost && std::any_of(m_accepted.begin(), m_accepted.end(), [&](const auto& one) {
                   const auto& [better, level] = one;
                   const bool sameTools = std::all_of(better.tools.begin(), better.tools.end(), [&](std::size_t tool) {
                       return std::find(draft.tools.begin(), draft.tools.end(), tool) != draft.tools.end();
                   });
                   return sameTools && level >= levelOf(draft.potential) && better.most <= draft.least;
               });
    }
    void tryAll(std::vector<Draft>& drafts, Length length, bool isThroughWall, int cable)
    {
        std::stable_sort(drafts.begin(), drafts.end(),
                         [](const Draft& a, const Draft& b) { return a.least < b.least; });
        for (const Draft& draft : drafts) {
            if (isBeaten(draft)) continue;
            const std::optional<Proof>& proof = proofOf(draft, length, isThroughWall, cable);
            if (!proof) continue;
            add(draft, *proof, length, isThroughWall, cable);
            if (cable < 0) m_accepted.emplace_back(draft, levelOf(proof->rate));
        }
    }
    void add(const Draft& draft, const Proof& proof, Length length, bool isThroughWall, int cable)
    {
        LinkChoice choice;
        choice.a = m_into.model.groups[m_groupA].node;
        choice.b = m_into.model.groups[m_groupB].node;
        choice.name = m_into.model.nodes[choice.a].name + " – " + m_into.model.nodes[choice.b].name + ": " +
                      draft.combination.medium->name;
        choice.groupA = m_groupA;
        choice.groupB = m_groupB;
        choice.rate = proof.rate;
        choice.effort = {draft.uses, proof.watts, proof.minutes};
        choice.cable = cable;
        m_into.model.choices.push_back(std::move(choice));
        m_into.choices.push_back({{}, {}, {}, draft.combination, length, isThroughWall});
    }

    std::string keyOf(const Draft& draft, Length length, int cable) const
    {
        const auto end = [](const match::EndChoice& one) {
            return (one.bridge ? one.bridge->id : std::string()) + "+" + (one.module ? one.module->id : std::string());
        };
        return fmt::format("{}~{}~{}~{}~{}~{}~{}~{}", m_into.groups[m_groupA].likeness,
                           m_into.groups[m_groupB].likeness, draft.combination.medium->id, end(draft.combination.a),
                           end(draft.combination.b), length.steps(), cable, m_least.steps());
    }
    const std::optional<Proof>& proofOf(const Draft& draft, Length length, bool isThroughWall, int cable)
    {
        const auto [found, isNew] = m_proofs.emplace(keyOf(draft, length, cable), std::nullopt);
        if (!isNew) return found->second;
        ++m_into.proved;
        match::Wish wish{
            m_into.groups[m_groupA].example, m_into.groups[m_groupB].example, m_least, length, isThroughWall, {}};
        plan::Plan stage = twoPorts(cable);
        if (cable >= 0) plug(stage, wish, m_into.cables[static_cast<std::size_t>(cable)]);
        const match::Tried tried = match::tryWay(stage, wish, draft.combination, m_kb, m_newIds, match::Trial::Quick);
        if (tried.way && tried.way->verdict <= Verdict::Limited)
            found->second = Proof{tried.way->rate, tried.way->watts, tried.way->minutes};
        return found->second;
    }
    /// The stage with nothing in it but the two ports and what lies between them: small enough to be copied often.
    plan::Plan twoPorts(int cable) const
    {
        const plan::Plan& all = m_into.stage;
        plan::Plan few;
        few.places = all.places;
        std::vector<plan::PortId> ports{m_into.groups[m_groupA].example, m_into.groups[m_groupB].example};
        if (cable >= 0) {
            const CableOf& old = m_into.cables[static_cast<std::size_t>(cable)];
            for (plan::RunId id : old.link.runs)
                if (const plan::Run* run = all.runs.find(id)) few.runs = few.runs.with(*run);
            ports.insert(ports.end(), old.link.through.begin(), old.link.through.end());
            if (!old.isPlugged) ports.insert(ports.end(), {old.link.a, old.link.b});
        }
        for (plan::PortId id : ports) {
            const plan::Port* port = all.ports.find(id);
            if (!port) continue;
            few.ports = few.ports.with(*port);
            if (const plan::Port* whole = all.ports.find(port->splitOf)) few.ports = few.ports.with(*whole);
            if (const plan::Slot* slot = all.slots.find(port->slot)) few.slots = few.slots.with(*slot);
            few.devices = few.devices.with(*all.devices.find(port->device));
        }
        return few;
    }
    /// The ends of a cable that is there moved to the ports of the wish.
    void plug(plan::Plan& stage, match::Wish& wish, const CableOf& cable) const
    {
        const plan::PortId a = m_isTurned ? wish.b : wish.a, b = m_isTurned ? wish.a : wish.b;
        wish.existing = plugIn(stage, cable, a, b, m_newIds.cords);
        if (m_isTurned) std::swap(wish.existing.a, wish.existing.b);
    }

    HouseModel& m_into;
    const ModelQuestion& m_asked;
    const kb::KnowledgeBase& m_kb;
    PartIndex& m_parts;
    match::NewIds m_newIds;
    std::set<BitRate> m_levels;
    bool m_onlyCost = true;
    std::map<std::size_t, std::vector<std::size_t>> m_groupsOf;
    std::map<std::pair<plan::PlaceId, plan::PlaceId>, std::optional<Length>> m_distances;
    std::unordered_map<std::string, std::optional<Proof>> m_proofs;
    std::unordered_map<std::string, Pairs> m_pairs;
    std::map<std::pair<const kb::ModuleKind*, const kb::ModuleKind*>, bool> m_faces;
    std::vector<std::vector<BitRate>> m_keptRate;
    std::vector<int> m_mostLinks;
    std::map<std::size_t, int> m_degree;
    std::vector<std::pair<Draft, std::size_t>> m_accepted;
    std::size_t m_groupA = 0, m_groupB = 0;
    BitRate m_least;
    bool m_isTurned = false;
};

}  // namespace

Result<bool> addChoices(HouseModel& into, const ModelQuestion& asked, PartIndex& parts)
{
    return Links(into, asked, parts).run();
}

}  // namespace sokudo::buy
