// SPDX-License-Identifier: GPL-3.0-or-later
// "8x sfp28, 2x qsfp28, rj45 management": groups of ports.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/verbs.h"
#include "core/kb/port_rows.h"
#include "core/oneline/line_words.h"

namespace sokudo::editline {
namespace {

using oneline::Token;

constexpr int kMostPorts = 512;  ///< of one device: more is a slip of the finger

struct Group {
    int count = 1;
    bool isCounted = false;  ///< "8x" was written
    bool isManagement = false;
    std::string prefix;              ///< "X" of "as X"
    std::vector<std::string> names;  ///< of a jack or panel: "W1", "W2"
    std::string category;            ///< of a jack or panel: id in media.csv
    plan::Port port;
};

/// What is written as a count of ports, be it one that there can be or not: "8x", "0x", "1.5x", "513x".
bool isCountWritten(std::string_view word)
{
    return word.size() > 1 && word.back() == 'x' && text::parseNumber(word.substr(0, word.size() - 1));
}

std::optional<int> countOf(std::string_view word)
{
    if (word.size() < 2 || word.back() != 'x') return std::nullopt;
    const auto count = text::parseNumber(word.substr(0, word.size() - 1));
    if (!count || *count < 1 || *count > kMostPorts || *count != static_cast<int>(*count)) return std::nullopt;
    return static_cast<int>(*count);
}

/// Rates a fixed copper socket falls back through, from this one down.
std::vector<BitRate> ratesDownFrom(BitRate most)
{
    std::vector<BitRate> rates;
    for (double rate : {10.0, 5.0, 2.5, 1.0, 0.1})
        if (gigabits(rate) <= most) rates.push_back(gigabits(rate));
    if (rates.empty() || rates.front() != most) rates.insert(rates.begin(), most);
    return rates;
}

class GroupReader {
public:
    GroupReader(plan::Role role, const kb::KnowledgeBase& kb) : m_role(role), m_kb(kb) {}
    Result<Group> read(std::vector<Token> tokens)
    {
        if (!tokens.empty() && isCountWritten(tokens[0].text) && !countOf(tokens[0].text))
            return tl::unexpected(oneline::pointAt(
                tokens[0], text::say("ports.count", "a count of ports is a whole number from 1 to {}", kMostPorts)));
        takeCount(tokens);
        std::vector<Token> left;
        for (std::size_t i = 0; i < tokens.size(); ++i) {
            const Token& token = tokens[i];
            if (token.text == "management" || token.text == "mgmt") m_made.isManagement = true;
            else if (token.text == "poe") m_made.port.traits.set("pse", token.hasValue() ? token.value : "type2");
            else if (token.text == "as" && i + 1 < tokens.size()) m_made.prefix = tokens[++i].typed;
            else if (token.text == "ports" || token.text == "port" || token.text == "of") continue;
            else if (isRate(token, left)) m_rate = oneline::rateOf(token.text);
            else left.push_back(token);
        }
        if (auto error = plan::isPassive(m_role) ? takeNames(left) : takeSocket(left)) return tl::unexpected(*error);
        return std::move(m_made);
    }

private:
    /// "8x", "8 x", "8" before a socket.
    void takeCount(std::vector<Token>& tokens)
    {
        if (tokens.empty()) return;
        std::size_t taken = 0;
        if (const auto count = countOf(tokens[0].text)) {
            m_made.count = *count;
            taken = 1;
        } else if (const auto bare = countOf(tokens[0].text + "x"); bare && tokens.size() > 1) {
            m_made.count = *bare;
            taken = tokens[1].text == "x" ? 2 : 1;
        }
        m_made.isCounted = taken > 0;
        tokens.erase(tokens.begin(), tokens.begin() + static_cast<std::ptrdiff_t>(taken));
    }
    static bool isRate(const Token& token, const std::vector<Token>& before)
    {
        return !token.hasValue() && !before.empty() && token.text.find_first_of("gm") != std::string::npos &&
               oneline::rateOf(token.text);
    }
    /// A jack or panel: categories say what its sockets are, all else is a name.
    std::optional<Error> takeNames(const std::vector<Token>& tokens)
    {
        m_made.port.cage = m_role == plan::Role::CoaxOutlet ? "f" : "rj45";
        for (const Token& token : tokens) {
            if (const kb::Cage* cage = m_kb.find<kb::Cage>(token.text)) m_made.port.cage = cage->id;
            else if (const kb::Medium* medium = m_kb.find<kb::Medium>(token.text)) m_made.category = medium->id;
            else if (token.hasValue()) {
                const auto taken = oneline::takeTrait(token, kb::TraitOwner::Port, m_made.port.traits, m_kb);
                if (!taken) return taken.error();
                if (!*taken)
                    return oneline::pointAt(token, text::say("ports.no-property-of-a-port", "no property of a port"));
            } else m_made.names.push_back(token.typed);
        }
        if (m_made.isCounted && m_made.names.size() == 1) m_made.prefix = m_made.names.front();
        if (m_made.isCounted) m_made.names.clear();
        return std::nullopt;
    }
    std::optional<Error> takeSocket(const std::vector<Token>& tokens)
    {
        auto end = oneline::readEnd(tokens, "port", m_kb);
        if (!end) return end.error();
        plan::Traits poe = m_made.port.traits;
        m_made.port = end->port;
        for (const auto& [id, value] : poe) m_made.port.traits.set(id, value);
        const kb::Cage* cage = m_kb.find<kb::Cage>(m_made.port.cage);
        if (m_rate) m_made.port.rates = cage && !cage->holdsModule ? ratesDownFrom(*m_rate) : std::vector{*m_rate};
        if (m_made.isManagement) m_made.port.traits.set("management", "yes");
        return std::nullopt;
    }
    plan::Role m_role;
    const kb::KnowledgeBase& m_kb;
    Group m_made;
    std::optional<BitRate> m_rate;
};

/// How the ports of a group are called where nobody says: four-lane cages Q1, Q2; management mgmt; all others numbered.
std::string prefixOf(const Group& group, const kb::KnowledgeBase& kb)
{
    if (!group.prefix.empty()) return group.prefix;
    if (group.isManagement) return "mgmt";
    const kb::Cage* cage = kb.find<kb::Cage>(group.port.cage);
    return cage && cage->family.starts_with("qsfp") ? "Q" : "";
}

}  // namespace

namespace {

/// Names for the ports of a group that has none; the taken ones are passed over.
std::vector<std::string> namesFor(const Group& group, const std::vector<std::string>& taken,
                                  const kb::KnowledgeBase& kb)
{
    const auto isTaken = [&](const std::string& name) {
        return std::find(taken.begin(), taken.end(), name) != taken.end();
    };
    const std::string prefix = prefixOf(group, kb);
    if (group.count == 1 && !group.isCounted && !prefix.empty() && !isTaken(prefix)) return {prefix};
    std::vector<std::string> names;
    for (int number = 1; static_cast<int>(names.size()) < group.count; ++number)
        if (std::string name = prefix + std::to_string(number); !isTaken(name)) names.push_back(std::move(name));
    return names;
}

}  // namespace

Result<PortGroups> portsIn(std::string_view text, std::size_t offset, plan::Role role,
                           const std::vector<std::string>& used, Draft& draft)
{
    PortGroups made;
    std::vector<std::string> taken = used;
    for (const oneline::Part& part : oneline::parts(text, ',')) {
        auto tokens = oneline::tokens(part.text, offset + part.offset);
        if (tokens.empty()) continue;
        GroupReader reader(role, draft.kb);
        auto group = reader.read(std::move(tokens));
        if (!group) return tl::unexpected(group.error());
        if (group->names.empty()) group->names = namesFor(*group, taken, draft.kb);
        if (!group->category.empty()) made.category = group->category;
        for (const std::string& name : group->names) {
            plan::Port port = group->port;
            port.id = draft.ids.next<plan::PortId>();
            port.name = name;
            port.position = static_cast<int>(taken.size());
            taken.push_back(name);
            made.ports.push_back(std::move(port));
            if (made.ports.size() > kMostPorts)
                return failure(ErrorCode::BadInput,
                               text::say("ports.too-many", "more than {} ports on one device", kMostPorts));
        }
    }
    return made;
}

}  // namespace sokudo::editline
