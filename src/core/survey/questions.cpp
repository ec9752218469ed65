// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/questions.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/editline/edit_line.h"
#include "core/editline/words.h"
#include "core/kb/port_rows.h"
#include "core/kb/survey_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::survey {
namespace {

enum Asked { Floors, Buildings, Internet, Switch, Fast, Walls };

/// The storey that a floor's name says by itself. Nothing: it follows the one before it.
std::optional<int> levelSaid(const std::string& floor)
{
    static constexpr std::pair<std::string_view, int> kKnown[] = {
        {"cellar", -1},      {"basement", -1}, {"ground floor", 0}, {"ground", 0}, {"first floor", 1}, {"first", 1},
        {"second floor", 2}, {"second", 2},    {"third floor", 3},  {"third", 3},  {"garden floor", 0}};
    for (const auto& [name, level] : kKnown)
        if (text::lower(floor) == name) return level;
    return std::nullopt;
}

std::vector<std::string> parts(const std::string& answer, char separator = ',')
{
    std::vector<std::string> result;
    for (const std::string& part : text::split(answer, separator))
        if (!text::trimmed(part).empty()) result.push_back(text::trimmed(part));
    return result;
}

/// "200", "1000", with the unit behind the pair or the figure: "1000 / 200 Mb/s", "2.5G".
std::vector<BitRate> ratesIn(const std::string& part)
{
    std::vector<double> figures;
    std::string unit;
    for (const std::string& word : text::words(part)) {
        if (word == "/") continue;
        for (const std::string& piece : word.find('/') != std::string::npos && word.find("/s") == std::string::npos
                                            ? text::split(word, '/')
                                            : std::vector{word}) {
            std::size_t end = 0;
            while (end < piece.size() && ((piece[end] >= '0' && piece[end] <= '9') || piece[end] == '.')) ++end;
            if (const auto figure = text::parseNumber(piece.substr(0, end))) figures.push_back(*figure);
            if (std::string rest = text::lower(piece.substr(end)); rest.starts_with("g") || rest.starts_with("m"))
                unit = rest;
        }
    }
    std::vector<BitRate> rates;
    const bool isGiga = unit.starts_with("g");
    for (double figure : figures)
        if (figure > 0) rates.push_back(BitRate::of(figure * (isGiga ? 1e9 : 1e6)));
    return rates;
}

class Reader {
public:
    Reader(const Answers& answers, const kb::KnowledgeBase& kb, IdSource& ids)
        : m_answers(answers), m_kb(kb), m_ids(ids)
    {}
    Understood read() &&
    {
        floors();
        buildings();
        mainSwitch();
        internet();
        fast();
        walls();
        count();
        return std::move(m_made);
    }

private:
    /// Carries out a line; a line that is refused is no part of the house.
    bool line(const std::string& text)
    {
        auto next = editline::edited(m_made.plan, text, m_kb, m_ids);
        if (!next) return false;
        m_made.plan = std::move(next->plan);
        m_made.lines.push_back(text);
        return true;
    }
    void notTaken(Asked question, const std::string& part)
    {
        std::string& into = m_made.notTaken[question];
        into += (into.empty() ? "" : ", ") + part;
    }
    /// A floor or building that the text begins with or holds; unset: none.
    plan::PlaceId placeIn(const std::string& text) const
    {
        plan::PlaceId best;
        std::size_t length = 0;
        for (const plan::Place& place : m_made.plan.places)
            if (text::lower(text).find(text::lower(place.name)) != std::string::npos && place.name.size() > length) {
                best = place.id;
                length = place.name.size();
            }
        return best;
    }
    const std::string& nameOf(plan::PlaceId id) const { return m_made.plan.places.find(id)->name; }
    /// Where something stands that names no place: with the main switch, else on the lowest floor.
    plan::PlaceId usualPlace() const
    {
        if (m_core.isSet()) return m_made.plan.devices.find(m_core)->place;
        const plan::Place* best = nullptr;
        for (const plan::Place& place : m_made.plan.places)
            if (place.building.empty() && (!best || std::abs(place.level) < std::abs(best->level))) best = &place;
        return best ? best->id : plan::PlaceId{};
    }

    void floors()
    {
        std::vector<std::string> names = parts(m_answers[Floors]);
        // "3 floors" is enough.
        if (names.size() == 1)
            if (const auto count = text::parseNumber(text::words(names.front()).front());
                count && *count >= 1 && *count <= 20 && *count == static_cast<int>(*count)) {
                const int floors = static_cast<int>(*count);
                names.clear();
                for (int i = 0; i < floors; ++i) names.push_back(i == 0 ? "ground floor" : fmt::format("floor {}", i));
            }
        int level = 0;
        for (std::size_t i = 0; i < names.size(); ++i) {
            level = levelSaid(names[i]).value_or(i == 0 ? 0 : level + 1);
            if (!line(fmt::format("add room {} level {}", editline::quoted(names[i]), level)))
                notTaken(Floors, names[i]);
        }
        if (m_made.plan.places.empty() && hasAnyOther()) line("add room home");
    }
    bool hasAnyOther() const
    {
        return std::any_of(m_answers.begin() + 1, m_answers.end(),
                           [](const std::string& one) { return !text::trimmed(one).empty(); });
    }
    void buildings()
    {
        // "garden shed, 30 m away; garage 8 m": parts that are only a distance belong to the building before them.
        std::vector<std::string> found;
        for (const std::string& group : parts(m_answers[Buildings], ';'))
            for (const std::string& part : parts(group)) {
                const bool isDistance = part[0] >= '0' && part[0] <= '9';
                if (isDistance && !found.empty()) found.back() += " " + part;
                else found.push_back(part);
            }
        for (const std::string& one : found)
            if (text::lower(one) != "none" && text::lower(one) != "no" && !line("add building " + one))
                notTaken(Buildings, one);
        for (const plan::Place& place : m_made.plan.places)
            if (!place.building.empty())
                m_made.hazards.push_back(text::say("questions.to-the-building",
                                                   "To the {}: use fibre without metal. Copper between buildings "
                                                   "carries lightning and differences of earth",
                                                   place.name));
    }
    void mainSwitch()
    {
        const std::string& answer = m_answers[Switch];
        if (text::trimmed(answer).empty()) return;
        const std::size_t colon = answer.find(':');
        const auto place = placeIn(colon == std::string::npos ? answer : answer.substr(0, colon));
        const std::string ports = colon == std::string::npos ? "" : ": " + text::trimmed(answer.substr(colon + 1));
        const auto where = place.isSet() ? place : usualPlace();
        if (!where.isSet()) return notTaken(Switch, answer);
        if (!line(fmt::format("add switch core in {}{}", editline::quoted(nameOf(where)), ports))) {
            notTaken(Switch, colon == std::string::npos ? answer : answer.substr(colon + 1));
            line(fmt::format("add switch core in {}", editline::quoted(nameOf(where))));
        }
        if (const plan::Device* core = plan::deviceNamed(m_made.plan, "core")) m_core = core->id;
    }
    void internet()
    {
        if (text::trimmed(m_answers[Internet]).empty()) return;
        plan::PlaceId where;
        std::string technology, service, port;
        for (const std::string& part : parts(m_answers[Internet])) {
            const std::string lower = text::lower(part);
            const auto rates = ratesIn(lower);
            if (lower.find("port") != std::string::npos && !rates.empty()) {
                port = text::number(inGigabits(rates.front()), 6) + "g";
                continue;
            }
            if (!rates.empty()) {
                service += fmt::format(" down={}m", text::number(rates[0].in() / 1e6, 9));
                if (rates.size() > 1) service += fmt::format(" up={}m", text::number(rates[1].in() / 1e6, 9));
                continue;
            }
            if (const auto place = placeIn(part); place.isSet()) where = place;
            else if (const auto found = technologyIn(lower); !found.empty()) technology = found;
            else notTaken(Internet, part);
        }
        if (!where.isSet()) where = usualPlace();
        if (!where.isSet()) return;
        line(fmt::format("add internet terminal terminal in {}{}", editline::quoted(nameOf(where)),
                         port.empty() ? "" : ": rj45 " + port + " as LAN"));
        line(fmt::format("add service internet,{}{}{} in={} box=terminal",
                         technology.empty() ? "" : " technology=" + editline::quoted(technology), service,
                         port.empty() ? "" : " hand-off=" + port, editline::quoted(nameOf(where))));
        line(fmt::format("add router gate in {}", editline::quoted(nameOf(where))));
    }
    static std::string technologyIn(const std::string& text)
    {
        for (std::string_view one : {"fibre", "cable", "coax", "vdsl", "dsl", "satellite", "5g", "4g", "radio"})
            if (text.find(one) != std::string::npos) return std::string(one);
        return {};
    }
    /// Devices that the wishes name: "copies between storage and workstation; cameras".
    void fast()
    {
        editline::Words words(m_answers[Fast]);
        std::vector<std::string> hosts;
        std::string left;
        while (!words.isAtEnd()) {
            if (const kb::RoleWord* word = roleHere(words)) {
                addWished(*word, hosts);
                continue;
            }
            const std::string one = text::lower(words.next().text);
            static constexpr std::string_view kFiller[] = {
                "copies", "copy",    "between", "and",    "to",   "from", "the", ",",
                ":",      "from",    "a",       "my",     "fast", "with", ";",   "editing",
                "games",  "streams", "backups", "backup", "on",   "in",   "of",  "footage"};
            if (std::find(std::begin(kFiller), std::end(kFiller), one) == std::end(kFiller))
                left += (left.empty() ? "" : " ") + one;
        }
        if (!left.empty()) notTaken(Fast, left);
        if (hosts.size() >= 2)
            m_made.remarks.push_back(text::say(
                "questions.between-hosts",
                "{} and {}: state their ports and disks, and the path says what copies can reach", hosts[0], hosts[1]));
    }
    /// A word of a kind of device, also in the plural: "cameras;".
    const kb::RoleWord* roleHere(editline::Words& words) const
    {
        const auto candidates = words.candidates();
        for (std::size_t i = 0; i < candidates.size(); ++i) {
            std::string wanted = text::lower(candidates[i]);
            while (!wanted.empty() && (wanted.back() == ';' || wanted.back() == '.')) wanted.pop_back();
            const kb::RoleWord* found = m_kb.find<kb::RoleWord>(wanted);
            if (!found && wanted.ends_with("s")) found = m_kb.find<kb::RoleWord>(wanted.substr(0, wanted.size() - 1));
            if (!found) continue;
            words.skip(candidates.size() - i);
            return found;
        }
        return nullptr;
    }
    void addWished(const kb::RoleWord& word, std::vector<std::string>& hosts)
    {
        const auto where = usualPlace();
        if (!where.isSet() || plan::deviceNamed(m_made.plan, word.word)) return;
        if (!line(fmt::format("add {} {} in {}", word.word, editline::quoted(word.word),
                              editline::quoted(nameOf(where)))))
            return;
        const auto role = plan::roleFromCode(word.role);
        if (role && plan::isHost(*role)) hosts.push_back(word.word);
        line(fmt::format("add open {}, about={}",
                         editline::quoted("where " + word.word + " stands, and what ports it has"),
                         editline::quoted("device " + word.word)));
    }
    /// "Cat 6, two to each room, lengths not known"
    void walls()
    {
        const std::string answer = text::lower(m_answers[Walls]);
        if (text::trimmed(answer).empty() || answer == "none") return;
        std::string medium;
        for (const oneline::Token& token : oneline::tokens(m_answers[Walls], 0))
            if (const kb::Medium* found = m_kb.find<kb::Medium>(token.text); found && medium.empty())
                medium = found->id;
        if (medium.empty()) return notTaken(Walls, m_answers[Walls]);
        int each = 2;
        for (const auto& [word, count] :
             {std::pair<std::string_view, int>{"one ", 1}, {"three ", 3}, {"four ", 4}, {"1 ", 1}, {"3 ", 3}})
            if (answer.find(word) != std::string::npos && answer.find("each") != std::string::npos) each = count;
        std::vector<std::string> rooms;
        const auto home = usualPlace();
        for (const plan::Place& place : m_made.plan.places)
            if (place.id != home && place.building.empty()) rooms.push_back(editline::quoted(place.name));
        if (rooms.empty() || !home.isSet()) return;
        line(fmt::format("add panel panel in {}: {}x {}", editline::quoted(nameOf(home)),
                         each * static_cast<int>(rooms.size()), medium));
        line(fmt::format("add drops of {} from panel to {}, {} each", medium, text::joined(rooms, ", "), each));
    }
    void count()
    {
        for (const plan::Run& run : m_made.plan.runs) m_made.unknownLengths += !run.length;
        for (const plan::Device& device : m_made.plan.devices)
            m_made.unknownDevices += plan::portsOf(m_made.plan, device.id).empty();
    }
    const Answers& m_answers;
    const kb::KnowledgeBase& m_kb;
    IdSource& m_ids;
    Understood m_made;
    plan::DeviceId m_core;
};

}  // namespace

const std::array<Question, kQuestions>& questions()
{
    static constexpr std::array<Question, kQuestions> kAll{{
        {"Floors", "cellar, ground floor, upper floor, attic", "from the lowest up"},
        {"Other buildings", "garden shed, 30 m away", "with the distance over the ground"},
        {"Internet comes in", "cellar, fibre, 1000 / 200 Mb/s, 2.5G port", "where, by what, how fast, which port"},
        {"The main switch", "cellar: 8x sfp28, 2x qsfp28", "where it stands and what ports it has"},
        {"What should be fast", "copies between storage and workstation; cameras", "the devices that matter"},
        {"Cable in the walls", "Cat 6, two to each room, lengths not known", "what is there already"},
    }};
    return kAll;
}

Understood understood(const Answers& answers, const kb::KnowledgeBase& kb, IdSource& ids)
{
    return Reader(answers, kb, ids).read();
}

}  // namespace sokudo::survey
