// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quick/link_line.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/plan/edits.h"
#include "core/quick/tokens.h"

namespace sokudo::quick {
namespace {

struct EndOfLine {
    plan::Port port;
    std::optional<plan::Slot> slot;
    std::string building;
};

std::vector<std::string> portWords(const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known{"fec", "rates", "rate", "slot", "card", "mtu", "building", "module"};
    for (const auto& cage : kb.cages) known.push_back(cage.id);
    for (const auto& phy : kb.phys) known.push_back(phy.id);
    for (const auto& module : kb.modules) known.push_back(module.id);
    return known;
}

std::vector<std::string> mediumWords(const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known{"joints", "splices", "bundled", "loose", "want", "wiremap", "between-buildings", "protected", "screened", "length"};
    for (const auto& medium : kb.media) known.push_back(medium.id);
    return known;
}

std::vector<BitRate> twistedPairRates(BitRate most, BitRate least)
{
    std::vector<BitRate> rates;
    for (double rate : {40.0, 25.0, 10.0, 5.0, 2.5, 1.0, 0.1, 0.01})
        if (gigabits(rate) <= most && gigabits(rate) >= least) rates.push_back(gigabits(rate));
    return rates;
}

Result<int> wholeNumber(const Token& token, int least, int most)
{
    const auto value = text::parseNumber(token.value);
    if (!value || *value != static_cast<int>(*value) || *value < least || *value > most)
        return tl::unexpected(pointAt(token, fmt::format("{} is a whole number from {} to {}", token.text, least, most)));
    return static_cast<int>(*value);
}

class EndReader {
public:
    explicit EndReader(const kb::KnowledgeBase& kb) : m_kb(kb) {}

    Result<EndOfLine> read(const std::vector<Token>& words, std::string_view which)
    {
        if (words.empty())
            return failure(ErrorCode::BadInput, fmt::format("the {} end is empty; write its socket, such as sfp+:10gbase-sr or rj45:10gbase-t", which));
        for (const Token& token : words)
            if (auto error = take(token)) return tl::unexpected(*error);
        if (m_end.port.cage.empty())
            return tl::unexpected(pointAt(words.front(), "the end names no socket; start with rj45, sfp+, sfp28, qsfp28 or another" + suggestion(words.front().text, portWords(m_kb))));
        if (auto error = settlePhy()) return tl::unexpected(*error);
        return m_end;
    }

private:
    std::optional<Error> take(const Token& token)
    {
        if (token.hasValue()) return takeSetting(token);
        if (const kb::Cage* cage = m_kb.cage(token.text); cage && m_end.port.cage.empty()) {
            m_end.port.cage = cage->id;
            return std::nullopt;
        }
        if (const kb::Phy* phy = m_kb.phy(token.text)) {
            m_phy = phy;
            m_phyToken = token;
            if (m_end.port.cage.empty()) m_end.port.cage = phy->cage;
            return std::nullopt;
        }
        if (const kb::ModuleKind* module = m_kb.module(token.text)) {
            m_end.port.module = module->id;
            if (m_end.port.cage.empty()) m_end.port.cage = module->cage;
            return std::nullopt;
        }
        return pointAt(token, "no socket, PHY, module or setting that Sokudo knows" + suggestion(token.text, portWords(m_kb)));
    }
    std::optional<Error> takeSetting(const Token& token)
    {
        if (token.text == "fec") return takeFec(token);
        if (token.text == "rates") {
            for (const std::string& word : text::split(token.value, '+')) {
                const auto rate = rateOf(word);
                if (!rate) return pointAt(token, "rates are written 10+5+2.5+1, in Gb/s");
                m_end.port.rates.push_back(*rate);
            }
            std::sort(m_end.port.rates.begin(), m_end.port.rates.end(), std::greater<>());
            return std::nullopt;
        }
        if (token.text == "rate" || token.text == "forced") {
            const auto rate = rateOf(token.value);
            if (!rate) return pointAt(token, "a forced rate is written rate=10, in Gb/s");
            m_end.port.forced = rate;
            return std::nullopt;
        }
        if (token.text == "slot" || token.text == "card") {
            const auto bus = busOf(token.value);
            if (!bus) return pointAt(token, "write generation and lanes, such as slot=3.0x4");
            if (!m_end.slot) m_end.slot.emplace();
            if (token.text == "slot") { m_end.slot->generation = bus->generation; m_end.slot->lanes = bus->lanes; }
            else m_end.slot->card = plan::Card{"card", bus->generation, bus->lanes};
            return std::nullopt;
        }
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
        if (token.text == "module") {
            const kb::ModuleKind* module = m_kb.module(token.value);
            if (!module) return pointAt(token, "no module of the catalogue" + suggestion(token.value, portWords(m_kb)));
            m_end.port.module = module->id;
            return std::nullopt;
        }
        return pointAt(token, "no setting of a port" + suggestion(token.text, portWords(m_kb)) + " Known: fec, rates, rate, slot, card, mtu, module, building");
    }
    std::optional<Error> takeFec(const Token& token)
    {
        static constexpr std::pair<std::string_view, plan::Fec> kWords[] = {
            {"rs", plan::Fec::Rs}, {"rs528", plan::Fec::Rs}, {"rs544", plan::Fec::Rs}, {"cl91", plan::Fec::Rs}, {"cl108", plan::Fec::Rs}, {"base-r", plan::Fec::BaseR}, {"baser", plan::Fec::BaseR},
            {"fc", plan::Fec::BaseR}, {"cl74", plan::Fec::BaseR}, {"none", plan::Fec::None}, {"off", plan::Fec::None}, {"no", plan::Fec::None}, {"auto", plan::Fec::Auto}};
        for (const auto& [word, fec] : kWords)
            if (word == token.value) {
                m_end.port.fec = fec;
                return std::nullopt;
            }
        return pointAt(token, "no kind of FEC; write fec=rs, fec=base-r, fec=none or fec=auto");
    }
    /// A PHY named at an end is a module in a cage, or the rate list of a fixed socket.
    std::optional<Error> settlePhy()
    {
        if (!m_phy) return std::nullopt;
        const kb::Cage* cage = m_kb.cage(m_end.port.cage);
        if (m_phy->medium == kb::MediumKind::DirectAttach) {
            if (m_end.port.rates.empty() && !m_end.port.forced) m_end.port.rates = {m_phy->rate};
            return std::nullopt;
        }
        if (cage->holdsModule) {
            const kb::ModuleKind* module = m_kb.module(m_phy->id);
            if (!module) return pointAt(m_phyToken, fmt::format("there is no module of this kind for a {} cage", cage->name));
            m_end.port.module = module->id;
            return std::nullopt;
        }
        if (m_phy->medium == kb::MediumKind::TwistedPair && cage->family == "rj45") {
            if (m_end.port.rates.empty()) m_end.port.rates = twistedPairRates(m_phy->rate, m_phy->rate >= gigabits(25) ? gigabits(1) : gigabits(0.01));
            return std::nullopt;
        }
        if (cage->family == "coax" && m_phy->medium == kb::MediumKind::Coax) return std::nullopt;
        m_end.port.module = m_phy->id;  // a module in a fixed socket: the rules say that it does not go in
        return std::nullopt;
    }

    const kb::KnowledgeBase& m_kb;
    EndOfLine m_end;
    const kb::Phy* m_phy = nullptr;
    Token m_phyToken;
};

struct MediumOfLine {
    plan::Run run;
    bool betweenBuildings = false;
};

Result<MediumOfLine> readMedium(const std::vector<Token>& words, const kb::KnowledgeBase& kb)
{
    if (words.empty()) return failure(ErrorCode::BadInput, "the cable between two / is empty; write its kind and length, such as om4 80m or cat6a 20m");
    MediumOfLine made;
    bool screened = false;
    for (const Token& token : words) {
        const auto counted = [&](int& into) -> std::optional<Error> {
            const auto value = wholeNumber(token, 0, 99);
            if (!value) return value.error();
            into = *value;
            return std::nullopt;
        };
        std::optional<Error> error;
        if (token.text == "joints" || token.text == "connectors") error = counted(made.run.joints);
        else if (token.text == "splices") error = counted(made.run.splices);
        else if (token.text == "want") {
            made.run.wanted = rateOf(token.value);
            if (!made.run.wanted) error = pointAt(token, "a wish is written want=10, in Gb/s");
        } else if (token.text == "length") {
            made.run.length = lengthOf(token.value);
            if (!made.run.length) error = pointAt(token, "a length is written length=80m");
        } else if (token.text == "wiremap") {
            const auto map = plan::wireMapFromCode(token.value);
            if (map) made.run.wireMap = *map;
            else error = pointAt(token, "a wire map is good, open-ab, open-cd or split");
        } else if (token.hasValue()) error = pointAt(token, "no property of a cable" + suggestion(token.text, mediumWords(kb)));
        else if (token.text == "bundled" || token.text == "bundle") made.run.bundle = plan::Bundle::Bundled;
        else if (token.text == "loose") made.run.bundle = plan::Bundle::Loose;
        else if (token.text == "screened" || token.text == "f/utp") screened = true;
        else if (token.text == "between-buildings" || token.text == "outdoors") made.betweenBuildings = true;
        else if (token.text == "protected") made.run.protectedOutdoors = true;
        else if (const auto length = lengthOf(token.text)) made.run.length = length;
        else if (const kb::Medium* medium = kb.medium(token.text)) {
            if (!made.run.medium.empty()) error = pointAt(token, "a second kind of cable; put a / between two cables");
            made.run.medium = medium->id;
        } else if (token.text != "lc" && token.text != "sc" && token.text != "st" && token.text != "mpo" && token.text != "rj45" && token.text != "duplex" && token.text != "passive")
            error = pointAt(token, "no cable, length or property that Sokudo knows" + suggestion(token.text, mediumWords(kb)));
        if (error) return tl::unexpected(*error);
    }
    if (made.run.medium.empty()) return tl::unexpected(pointAt(words.front(), "the cable names no kind; write cat6a, om4, os2, dac or another"));
    if (screened && made.run.medium == "cat6") made.run.medium = "cat6-screened";
    if (made.run.length && made.run.length->steps() <= 0) return tl::unexpected(pointAt(words.front(), "the length must be above 0 m"));
    return made;
}

/// FEC stated at one end only: the silent end is taken to run none, and the rule says so.
void settleFec(EndOfLine& a, EndOfLine& b)
{
    if (a.port.fec && !b.port.fec) b.port.fec = plan::Fec::None;
    if (b.port.fec && !a.port.fec) a.port.fec = plan::Fec::None;
}

}  // namespace

Result<plan::Plan> planFromLinkLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    const auto pieces = parts(line, '/');
    if (pieces.size() < 3)
        return failure(ErrorCode::BadInput, "a link has three parts with / between them: end / cable / end, such as sfp+:10gbase-sr / om3 30m / sfp+:10gbase-sr");
    auto a = EndReader(kb).read(tokens(pieces.front().text, pieces.front().offset), "first");
    if (!a) return tl::unexpected(a.error());
    std::vector<MediumOfLine> media;
    for (std::size_t i = 1; i + 1 < pieces.size(); ++i) {
        auto medium = readMedium(tokens(pieces[i].text, pieces[i].offset), kb);
        if (!medium) return tl::unexpected(medium.error());
        media.push_back(std::move(*medium));
    }
    auto b = EndReader(kb).read(tokens(pieces.back().text, pieces.back().offset), "second");
    if (!b) return tl::unexpected(b.error());
    settleFec(*a, *b);

    plan::Plan made;
    std::int64_t next = 1;
    const auto addDevice = [&](std::string name, plan::Role role, std::string building) {
        const plan::Place place{{next++}, "place of " + name, 0, std::move(building), {}};
        made.places = made.places.with(place);
        plan::Device device{{next++}, place.id, std::move(name), role};
        made.devices = made.devices.with(device);
        return device.id;
    };
    const auto addEnd = [&](EndOfLine& end, std::string name) {

        end.port.device = addDevice(std::move(name), plan::Role::Switch, end.building);
        end.port.id = {next++};
        end.port.name = kb.cage(end.port.cage)->name;
        if (end.slot) {
            end.slot->id = {next++};
            end.slot->device = end.port.device;
            end.slot->name = "1";
            end.port.slot = end.slot->id;
            made.slots = made.slots.with(*end.slot);
        }
        made.ports = made.ports.with(end.port);
        return end.port.id;
    };
    std::string building = a->building;
    const plan::PortId first = addEnd(*a, "end A");
    for (const MediumOfLine& medium : media)
        if (medium.betweenBuildings && b->building == building) b->building = building + "another building";
    const plan::PortId last = addEnd(*b, "end B");
    plan::PortId at = first;
    for (std::size_t i = 0; i < media.size(); ++i) {
        plan::Run run = media[i].run;
        run.id = {next++};
        run.label = media.size() == 1 ? "cable" : fmt::format("cable {}", i + 1);
        run.a = at;
        if (media[i].betweenBuildings) building = b->building;
        if (i + 1 < media.size()) {
            plan::Port panel{{next++}, addDevice(fmt::format("panel {}", i + 1), plan::Role::Panel, building), 0, "1", "panel"};
            made.ports = made.ports.with(panel);
            run.b = at = panel.id;
        } else {
            run.b = last;
        }
        made.runs = made.runs.with(run);
    }
    return made;
}

Result<match::LinkReport> judgeLinkLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    const auto plan = planFromLinkLine(line, kb);
    if (!plan) return tl::unexpected(plan.error());
    auto reports = match::judgeAll(*plan, kb);
    if (reports.size() != 1) return failure(ErrorCode::BadInput, "the line does not make one link");
    return std::move(reports.front());
}

}  // namespace sokudo::quick
