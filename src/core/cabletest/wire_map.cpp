// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/wire_map.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/build_rows.h"

namespace sokudo::cabletest {
namespace {

struct Pair {
    const char* name;
    int plus, minus;
    bool isSignal;  ///< carries 10 and 100 Mb/s and negotiation
};
constexpr std::array<Pair, 4> kPairs{
    {{"1-2", 1, 2, true}, {"3-6", 3, 6, true}, {"4-5", 4, 5, false}, {"7-8", 7, 8, false}}};

std::size_t pairOf(int pin)
{
    for (std::size_t i = 0; i < kPairs.size(); ++i)
        if (kPairs[i].plus == pin || kPairs[i].minus == pin) return i;
    return 0;
}

/// Worse first: what it leaves at 100 Mb/s, then at 1G, then above.
bool isWorse(const kb::WireFault& a, const kb::WireFault& b)
{
    return std::tuple(b.at100M, b.at1G, b.atFast) < std::tuple(a.at100M, a.at1G, a.atFast);
}

class Judging {
public:
    Judging(const WireMap& map, const MapEvidence& evidence, const kb::KnowledgeBase& kb)
        : m_map(map), m_evidence(evidence), m_kb(kb)
    {}

    MapVerdict run()
    {
        shorts();
        pairs();
        if (m_map.hasScreen == false)
            add("screen-open", "screen", text::say("wire-map.screen", "the screen is not continuous"));
        if (m_found.faults.empty()) splitOrGood();
        std::stable_sort(m_found.faults.begin(), m_found.faults.end(),
                         [](const MapFault& a, const MapFault& b) { return isWorse(*a.kind, *b.kind); });
        m_found.id = m_found.faults.empty() ? "good" : m_found.faults.front().kind->id;
        names();
        effects();
        likelyEnd();
        whatNext();
        return std::move(m_found);
    }

private:
    int far(int pin) const { return m_map.far[static_cast<std::size_t>(pin)]; }
    void add(const char* id, std::string pairs, text::Sentence says)
    {
        if (const auto* kind = m_kb.find<kb::WireFault>(id))
            m_found.faults.push_back({kind, std::move(pairs), std::move(says)});
    }

    void shorts()
    {
        for (const Short& one : m_map.shorts) {
            const std::size_t a = pairOf(one.a), b = pairOf(one.b);
            m_shorted.insert(a);
            m_shorted.insert(b);
            if (a != b)
                add("short-between", fmt::format("{} and {}", kPairs[a].name, kPairs[b].name),
                    text::say("wire-map.short-between", "wires {} and {} touch: pairs {} and {} are lost", one.a, one.b,
                              kPairs[a].name, kPairs[b].name));
            else
                add(kPairs[a].isSignal ? "short-ab" : "short-cd", kPairs[a].name,
                    text::say("wire-map.short-within", "wires {} and {} of one pair touch", one.a, one.b));
        }
    }
    void pairs()
    {
        std::set<std::pair<std::size_t, std::size_t>> exchanged;
        for (std::size_t i = 0; i < kPairs.size(); ++i) {
            const Pair& pair = kPairs[i];
            const int plus = far(pair.plus), minus = far(pair.minus);
            if (plus == kOpen || minus == kOpen) {
                // A tester shows no far pin of a short either: that is said already.
                if (!m_shorted.count(i)) open(pair, plus, minus);
                continue;
            }
            const std::size_t to = pairOf(plus);
            if (to != pairOf(minus)) {
                m_transposed.push_back(i);
                continue;
            }
            if (plus != kPairs[to].plus)
                add("reversed", pair.name,
                    text::say("wire-map.reversed", "pair {} is reversed: {} comes out at {}, {} at {}", pair.name,
                              pair.plus, plus, pair.minus, minus));
            if (to != i) exchanged.insert(std::minmax(i, to));
        }
        for (const auto& [a, b] : exchanged) crossed(a, b);
        transposed();
    }
    void open(const Pair& pair, int plus, int minus)
    {
        const std::string wires = plus == kOpen && minus == kOpen
                                      ? fmt::format("wires {} and {} are", pair.plus, pair.minus)
                                  : plus == kOpen ? fmt::format("wire {} is", pair.plus)
                                                  : fmt::format("wire {} is", pair.minus);
        add(pair.isSignal ? "open-ab" : "open-cd", pair.name, text::say("wire-map.open", "{} open", wires));
    }
    void crossed(std::size_t a, std::size_t b)
    {
        const std::string both = fmt::format("{} and {}", kPairs[a].name, kPairs[b].name);
        if (kPairs[a].isSignal && kPairs[b].isSignal)
            add("crossed-ab", both,
                text::say("wire-map.other-scheme", "T568A at one end, T568B at the other: pairs {} are exchanged",
                          both));
        else if (!kPairs[a].isSignal && !kPairs[b].isSignal)
            add("crossed-cd", both, text::say("wire-map.crossed-cd", "pairs {} are exchanged", both));
        else
            add("crossed-ab-cd", both,
                text::say("wire-map.crossed",
                          "pairs {} are exchanged: a signal pair comes out where an idle one should", both));
    }
    void transposed()
    {
        if (m_transposed.empty()) return;
        std::string pairs, wires;
        for (std::size_t i : m_transposed) {
            pairs += (pairs.empty() ? "" : " and ") + std::string(kPairs[i].name);
            for (int pin : {kPairs[i].plus, kPairs[i].minus})
                if (far(pin) != pin) wires += fmt::format("{}{} at {}", wires.empty() ? "" : ", ", pin, far(pin));
        }
        add("miswire", pairs, text::say("wire-map.miswire", "wires come out in the wrong pair: {}", wires));
    }
    /// Straight by number. Crosstalk, or a rate that fell to 100 Mb/s, tells a split pair from a good map.
    void splitOrGood()
    {
        const bool isSlow = m_evidence.linksAt && m_evidence.wanted && *m_evidence.wanted > gigabits(0.1) &&
                            *m_evidence.linksAt <= gigabits(0.1);
        if (m_evidence.failsCrosstalk)
            add("split", "3-6 and 4-5",
                text::say("wire-map.split",
                          "the map is straight and crosstalk fails: a pair is split; pins 1-2, 3-4, 5-6, 7-8 "
                          "were likely taken for the pairs"));
        else if (isSlow)
            add("split", "3-6 and 4-5",
                text::say("wire-map.split-by-rate",
                          "the map is straight and the ports of {} came up at {}: a pair may be split, "
                          "or a contact is poor; measure crosstalk, or look at both ends",
                          text::figure::linkRate(*m_evidence.wanted), text::figure::linkRate(*m_evidence.linksAt)));
    }

    void names()
    {
        if (m_found.faults.empty()) {
            m_found.name = text::say("wire-map.good", "Straight: all four pairs come out where they belong");
            return;
        }
        std::vector<std::string> kinds;
        for (const MapFault& fault : m_found.faults)
            if (std::find(kinds.begin(), kinds.end(), fault.kind->name) == kinds.end())
                kinds.push_back(fault.kind->name);
        m_found.name = kinds.size() == 1 ? text::Sentence(kinds.front())
                                         : text::say("wire-map.mixed", "Mixed: {}", text::joined(kinds, ", "));
    }

    /// Of several faults the worst counts at each rate, and the least that one of them leaves.
    void effects()
    {
        std::vector<const kb::WireFault*> kinds;
        for (const MapFault& fault : m_found.faults) kinds.push_back(fault.kind);
        if (kinds.empty()) kinds.push_back(m_kb.find<kb::WireFault>("good"));
        for (BitRate asked : {gigabits(0.1), gigabits(1), gigabits(2.5), gigabits(10)}) {
            RateEffect effect{asked, Verdict::Fits, asked};
            for (const kb::WireFault* kind : kinds) {
                if (!kind) continue;
                const bool is100 = asked == gigabits(0.1), is1G = asked == gigabits(1);
                const Verdict verdict = is100 ? kind->at100M : is1G ? kind->at1G : kind->atFast;
                const auto left = is100 ? kind->plan100M : is1G ? kind->plan1G : kind->planFast;
                effect.verdict = std::max(effect.verdict, verdict);
                if (verdict == Verdict::NoLink) effect.left.reset();
                else if (left && effect.left) effect.left = std::min(*effect.left, *left);
            }
            if (effect.verdict == Verdict::NoLink) effect.left.reset();
            m_found.effects.push_back(effect);
        }
        static const std::vector<std::string> kWorse{"no", "errors under load", "two pairs only", "works"};
        m_found.power = "works";
        for (const std::string& word : kWorse)
            if (std::any_of(kinds.begin(), kinds.end(),
                            [&](const auto* kind) { return kind && kind->power == word; })) {
                m_found.power = word;
                break;
            }
    }

    void likelyEnd()
    {
        if (m_found.faults.empty()) return;
        const auto* near = m_kb.find<kb::EndKind>(m_evidence.nearEnd);
        const auto* far = m_kb.find<kb::EndKind>(m_evidence.farEnd);
        if (!near || !far || near->trouble == far->trouble) {
            m_found.why = text::say("wire-map.either",
                                    "Nothing tells the ends apart: look at the end that was made last, and at the one "
                                    "that is easier to reach");
            return;
        }
        const bool isNear = near->trouble > far->trouble;
        m_found.end = isNear ? LikelyEnd::Near : LikelyEnd::Far;
        const kb::EndKind &worse = isNear ? *near : *far, &better = isNear ? *far : *near;
        m_found.why = text::say("wire-map.likelier", "The {} end is likelier: {} is at fault {} times as often as {}",
                                isNear ? "near" : "far", worse.name,
                                text::figure::number(worse.trouble / better.trouble, 2), better.name);
    }
    void whatNext()
    {
        if (m_found.faults.empty()) return;
        if (m_evidence.nearEnd == "factory" || m_evidence.farEnd == "factory" || m_evidence.nearEnd.empty())
            m_found.next.push_back(
                text::say("wire-map.try-cord", "Try another cord first: it takes a minute and changes nothing"));
        std::set<std::string> said;
        for (const MapFault& fault : m_found.faults)
            if (!fault.kind->remedy.empty() && said.insert(fault.kind->remedy).second)
                m_found.next.push_back(text::say("wire-map.remedy", "Pair {}: {}", fault.pairs, fault.kind->remedy));
        const std::string& id = m_found.end == LikelyEnd::Near  ? m_evidence.nearEnd
                                : m_found.end == LikelyEnd::Far ? m_evidence.farEnd
                                                                : std::string();
        if (const auto* kind = m_kb.find<kb::EndKind>(id))
            m_found.next.push_back(text::say("wire-map.end", "At the {} end: {}",
                                             m_found.end == LikelyEnd::Near ? "near" : "far", kind->says));
        m_found.next.push_back(text::say("wire-map.again", "Map it again, and let both ports come up at their rate"));
    }

    const WireMap& m_map;
    const MapEvidence& m_evidence;
    const kb::KnowledgeBase& m_kb;
    MapVerdict m_found;
    std::set<std::size_t> m_shorted;
    std::vector<std::size_t> m_transposed;
};

}  // namespace

MapVerdict judgeMap(const WireMap& map, const MapEvidence& evidence, const kb::KnowledgeBase& kb)
{
    return Judging(map, evidence, kb).run();
}

}  // namespace sokudo::cabletest
