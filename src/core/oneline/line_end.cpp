// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/trait_value.h"
#include "core/oneline/line_words.h"

namespace sokudo::oneline {
namespace {

std::vector<std::string> portWords(const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known{"fec", "rates", "rate", "slot", "card", "mtu", "building", "module", "role"};
    for (const auto& trait : kb.all<kb::TraitKind>())
        if (trait.of == kb::TraitOwner::Port || trait.of == kb::TraitOwner::Device) known.push_back(trait.id);
    for (const auto& cage : kb.all<kb::Cage>()) known.push_back(cage.id);
    for (const auto& phy : kb.all<kb::Phy>()) known.push_back(phy.id);
    for (const auto& module : kb.all<kb::ModuleKind>()) known.push_back(module.id);
    return known;
}

std::vector<BitRate> twistedPairRates(BitRate most, BitRate least)
{
    std::vector<BitRate> rates;
    for (double rate : {40.0, 25.0, 10.0, 5.0, 2.5, 1.0, 0.1, 0.01})
        if (gigabits(rate) <= most && gigabits(rate) >= least) rates.push_back(gigabits(rate));
    return rates;
}

class EndReader {
public:
    explicit EndReader(const kb::KnowledgeBase& kb) : m_kb(kb) {}

    Result<EndOfLine> read(const std::vector<Token>& words, std::string_view which)
    {
        if (words.empty())
            return failure(
                ErrorCode::BadInput,
                text::say("line-end.the-end-is-empty",
                          "the {} end is empty; write its socket, such as sfp+:10gbase-sr or rj45:10gbase-t", which));
        for (const Token& token : words)
            if (auto error = take(token)) return tl::unexpected(*error);
        if (m_end.port.cage.empty())
            return tl::unexpected(pointAt(
                words.front(), text::say("line-end.the-end-names-no",
                                         "the end names no socket; start with rj45, sfp+, sfp28, qsfp28 or another") +
                                   suggestion(words.front().text, portWords(m_kb))));
        if (auto error = settlePhy()) return tl::unexpected(*error);
        return m_end;
    }

private:
    std::optional<Error> take(const Token& token)
    {
        if (token.hasValue()) return takeSetting(token);
        if (const kb::Cage* cage = m_kb.find<kb::Cage>(token.text); cage && m_end.port.cage.empty()) {
            m_end.port.cage = cage->id;
            return std::nullopt;
        }
        if (const kb::Phy* phy = m_kb.find<kb::Phy>(token.text)) {
            m_phy = phy;
            m_phyToken = token;
            if (m_end.port.cage.empty()) m_end.port.cage = phy->cage;
            return std::nullopt;
        }
        if (const kb::ModuleKind* module = kb::moduleNamed(m_kb, token.text)) {
            m_end.port.module = module->id;
            if (m_end.port.cage.empty()) m_end.port.cage = module->cage;
            return std::nullopt;
        }
        return pointAt(
            token, text::say("line-end.no-socket-phy-module", "no socket, PHY, module or setting that Sokudo knows") +
                       suggestion(token.text, portWords(m_kb)));
    }
    std::optional<Error> takeModule(const Token& token)
    {
        const kb::ModuleKind* module = kb::moduleNamed(m_kb, token.value);
        if (!module)
            return pointAt(token, text::say("line-end.no-module-of-the", "no module of the catalogue") +
                                      suggestion(token.value, portWords(m_kb)));
        m_end.port.module = module->id;
        return std::nullopt;
    }
    std::optional<Error> takeSetting(const Token& token)
    {
        if (token.text == "fec") return takeFec(token);
        if (token.text == "rates") return takeRates(token);
        if (token.text == "rate" || token.text == "forced") {
            const auto rate = rateOf(token.value);
            if (!rate)
                return pointAt(token,
                               text::say("line-end.a-forced-rate-is", "a forced rate is written rate=10, in Gb/s"));
            m_end.port.forced = rate;
            return std::nullopt;
        }
        if (token.text == "slot" || token.text == "card") return takeBus(token);
        if (token.text == "mtu") {
            const auto mtu = wholeNumber(token, 576, 65535);
            if (!mtu) return mtu.error();
            m_end.port.mtu = *mtu;
            return std::nullopt;
        }
        if (token.text == "building") {
            m_end.building = token.value;
            return std::nullopt;
        }
        if (token.text == "role") {
            const auto role = plan::roleFromCode(token.value);
            if (!role)
                return pointAt(token,
                               text::say("line-end.a-role-is-switch",
                                         "a role is switch, router, computer, storage, access-point, camera or other"));
            m_end.role = *role;
            return std::nullopt;
        }
        if (token.text == "module") return takeModule(token);
        for (const auto& [owner, into] :
             {std::pair(kb::TraitOwner::Port, &m_end.port.traits), std::pair(kb::TraitOwner::Device, &m_end.device)}) {
            const auto taken = takeTrait(token, owner, *into, m_kb);
            if (!taken) return taken.error();
            if (*taken) return std::nullopt;
        }
        return pointAt(token,
                       text::say("line-end.no-setting-of-a", "no setting of a port") +
                           suggestion(token.text, portWords(m_kb)) +
                           text::say("line-end.the-settings-stand-in", " The settings stand in docs/one-line.md"));
    }
    std::optional<Error> takeRates(const Token& token)
    {
        for (const std::string& word : text::split(token.value, '+')) {
            const auto rate = rateOf(word);
            if (!rate)
                return pointAt(token,
                               text::say("line-end.rates-are-written-in", "rates are written 10+5+2.5+1, in Gb/s"));
            m_end.port.rates.push_back(*rate);
        }
        std::sort(m_end.port.rates.begin(), m_end.port.rates.end(), std::greater<>());
        return std::nullopt;
    }
    std::optional<Error> takeBus(const Token& token)
    {
        const auto bus = busOf(token.value);
        if (!bus)
            return pointAt(token, text::say("line-end.write-generation-and-lanes",
                                            "write generation and lanes, such as slot=3.0x4"));
        if (!m_end.slot) m_end.slot.emplace();
        if (token.text == "slot") {
            m_end.slot->generation = bus->generation;
            m_end.slot->lanes = bus->lanes;
        } else {
            m_end.slot->card = plan::Card{"card", bus->generation, bus->lanes};
        }
        return std::nullopt;
    }
    std::optional<Error> takeFec(const Token& token)
    {
        const kb::FecMode* mode = kb::fecModeNamed(m_kb, token.value);
        if (!mode)
            return pointAt(token, text::say("line-end.no-kind-of-fec",
                                            "no kind of FEC; write fec=rs, fec=base-r, fec=none or fec=auto, or the "
                                            "clause: cl74, cl91, cl108"));
        m_end.port.fec = plan::fecFromCode(mode->setting);
        return std::nullopt;
    }
    /// A PHY named at an end is a module in a cage, or the rate list of a fixed socket.
    std::optional<Error> settlePhy()
    {
        if (!m_phy) return std::nullopt;
        const kb::Cage* cage = m_kb.find<kb::Cage>(m_end.port.cage);
        if (m_phy->medium == kb::MediumKind::DirectAttach) {
            if (m_end.port.rates.empty() && !m_end.port.forced) m_end.port.rates = {m_phy->rate};
            return std::nullopt;
        }
        if (cage->holdsModule && !m_end.port.module.empty()) {
            const kb::ModuleKind* named = m_kb.find<kb::ModuleKind>(m_end.port.module);
            if (named && named->phy == m_phy->id) return std::nullopt;
            return pointAt(m_phyToken,
                           text::say("line-end.the-module-speaks-another",
                                     "the module {} speaks another PHY: name one of the two", m_end.port.module));
        }
        if (cage->holdsModule) {
            const kb::ModuleKind* module = kb::moduleNamed(m_kb, m_phy->id);
            if (!module)
                return pointAt(m_phyToken, text::say("line-end.there-is-no-module",
                                                     "there is no module of this kind for a {} cage", cage->name));
            m_end.port.module = module->id;
            return std::nullopt;
        }
        if (m_phy->medium == kb::MediumKind::TwistedPair && cage->family == "rj45") {
            if (m_end.port.rates.empty())
                m_end.port.rates = twistedPairRates(
                    m_phy->rate, m_end.port.traits.as<BitRate>("lowest-rate")
                                     .value_or(m_phy->rate >= gigabits(25) ? gigabits(1) : gigabits(0.01)));
            return std::nullopt;
        }
        if (cage->family == "coax" && m_phy->medium == kb::MediumKind::Coax) {
            constexpr std::string_view kPrefix = "coax-";  // coax-2.5 is the PHY of generation 2.5
            if (!m_end.port.traits.has("coax-version") && m_phy->id.starts_with(kPrefix))
                m_end.port.traits.set("coax-version", m_phy->id.substr(kPrefix.size()));
            return std::nullopt;
        }
        m_end.port.module = m_phy->id;  // a module in a fixed socket: the rules say that it does not go in
        return std::nullopt;
    }

    const kb::KnowledgeBase& m_kb;
    EndOfLine m_end;
    const kb::Phy* m_phy = nullptr;
    Token m_phyToken;
};

}  // namespace

Result<bool> takeTrait(const Token& token, kb::TraitOwner owner, plan::Traits& into, const kb::KnowledgeBase& kb)
{
    const kb::TraitKind* kind = kb.find<kb::TraitKind>(token.text);
    if (!kind || kind->of != owner) return false;
    if (!token.hasValue() && kind->type != kb::TraitType::Flag)
        return tl::unexpected(
            pointAt(token, text::say("line-end.needs-a-value", "needs a value: {}",
                                     kind->choices.empty() ? kind->meaning : text::joined(kind->choices, ", "))));
    const bool isText = kind->type == kb::TraitType::Text && token.hasValue();
    const auto value = kb::traitValue(*kind, isText ? token.typed : token.value);
    if (!value) return tl::unexpected(pointAt(token, value.error().what));
    into.set(kind->id, *value);
    return true;
}

Result<EndOfLine> readEnd(const std::vector<Token>& words, std::string_view which, const kb::KnowledgeBase& kb)
{
    return EndReader(kb).read(words, which);
}

}  // namespace sokudo::oneline
