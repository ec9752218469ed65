// SPDX-License-Identifier: GPL-3.0-or-later
#include "chance_house.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "chance_row.h"
#include "core/kb/load.h"
#include "core/kb/port_rows.h"
#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "each_table.h"
#include "store/loaded.h"
#include "store/row.h"

namespace sokudo::houses {
namespace {

/// What is stated of a row that is new: nothing, some, all.
double statedShare(Chance& chance)
{
    static const std::vector<double> kShares{0.0, 0.15, 0.35, 0.6, 1.0};
    return chance.of(kShares);
}

char letter(Chance& chance) { return static_cast<char>('A' + chance.below(26)); }

class Builder {
public:
    /// @param isCalm  little is stated of ports and cables, and they fit each other: links that work come up too
    Builder(plan::Plan plan, Chance& chance, bool isCalm = false)
        : m_plan(std::move(plan)), m_chance(chance), m_isCalm(isCalm)
    {
        sokudo::testing::eachTable([&](auto table) {
            for (const auto& row : m_plan.*table.rows) know(table.kind, row.id.value);
        });
        m_last = plan::greatestId(m_plan);
    }
    const plan::Plan& plan() const { return m_plan; }
    KnownIds& ids() { return m_ids; }
    std::int64_t nextId() { return m_last += 1 + static_cast<std::int64_t>(m_chance.below(1000)); }

    /// A row of chance with some fields given; nothing where the checks refuse it even with little stated.
    template <class T>
    const T* add(const sokudo::testing::TableOf<T>& table, const Json& given)
    {
        const std::int64_t id = nextId();
        const std::string_view kind = table.kind;
        const bool isBare = m_isCalm && (kind == "port" || kind == "run") && m_chance.is(0.85);
        for (const double share : {isBare ? 0.0 : statedShare(m_chance), 0.1, 0.0}) {
            Json body = chanceRow(table.list, id, m_ids, share, m_chance);
            if (kind == "currency") body["name"] = std::string{letter(m_chance), letter(m_chance), letter(m_chance)};
            else if (body.contains("name") && kind != "port")
                body["name"] = fmt::format("{} {}", body["name"].template get<std::string>(), m_names++);
            body.update(given);
            auto row = store::parsedRow<T>(body, "");
            if (!row || !row->unknown.is_null()) continue;
            m_plan.*table.rows = (m_plan.*table.rows).with(std::move(row->row));
            know(table.kind, id);
            return (m_plan.*table.rows).find({id});
        }
        return nullptr;
    }
    /// Takes out what does not hold together.
    plan::Plan whole() &&
    {
        for (auto broken = plan::brokenObjects(m_plan); !broken.empty(); broken = plan::brokenObjects(m_plan))
            m_plan = plan::without(std::move(m_plan), broken);
        return std::move(m_plan);
    }

private:
    void know(const char* kind, std::int64_t id) { m_ids[kind].push_back(id); }
    plan::Plan m_plan;
    Chance& m_chance;
    KnownIds m_ids;
    std::int64_t m_last = 0;
    int m_names = 1;
    bool m_isCalm;
};

constexpr sokudo::testing::TableOf<plan::Place> kPlaces{"place", "places", &plan::Plan::places};
constexpr sokudo::testing::TableOf<plan::Device> kDevices{"device", "devices", &plan::Plan::devices};
constexpr sokudo::testing::TableOf<plan::Port> kPorts{"port", "ports", &plan::Plan::ports};
constexpr sokudo::testing::TableOf<plan::Run> kRuns{"run", "runs", &plan::Plan::runs};

/// Sockets that a device of a role usually has.
std::vector<std::string> cagesOf(plan::Role role, Chance& chance)
{
    static const std::vector<std::string> kCopper{"rj45"}, kMixed{"rj45", "sfp", "sfp+", "sfp28", "qsfp28"},
        kAny{"rj45", "sfp", "sfp+", "sfp28", "sfp56", "qsfp+", "qsfp28", "qsfp56", "qsfp-dd"};
    const auto some = [&](const std::vector<std::string>& of, int least, int most) {
        std::vector<std::string> cages;
        for (int left = chance.whole(least, most); left > 0; --left) cages.push_back(chance.of(of));
        return cages;
    };
    switch (role) {
    case plan::Role::Injector: return {"rj45", "rj45"};
    case plan::Role::PoeSplitter: return {"rj45", "rj45"};
    case plan::Role::MediaConverter: return {"rj45", chance.of(kMixed)};
    case plan::Role::CoaxAdapter: return {"rj45", "f"};
    case plan::Role::CoaxOutlet: return {"f"};
    case plan::Role::CoaxSplitter: return {"f", "f", "f"};
    case plan::Role::PowerLineAdapter: return {"rj45", "mains-plug"};
    case plan::Role::RadioAdapter: return {"rj45", "radio"};
    case plan::Role::RadioClient: return {"radio"};
    case plan::Role::Jack: return some(kCopper, 1, 2);
    case plan::Role::Panel: return some(kCopper, 2, 6);
    case plan::Role::AccessPoint: return {"rj45", "radio"};
    case plan::Role::Camera: return {"rj45"};
    case plan::Role::InternetTerminal: return some(kMixed, 1, 3);
    case plan::Role::Switch: return some(kAny, 3, 8);
    default: return some(kMixed, 1, 4);
    }
}

/// Cables that go into a socket.
std::vector<std::string> mediaFor(const std::string& cage)
{
    if (cage == "rj45") return {"cat5", "cat5e", "cat6", "cat6a", "cat8"};
    if (cage == "f") return {"coax", "coax-rg59", "coax-rg11"};
    if (cage == "mains-plug") return {"power-line"};
    if (cage == "radio") return {"wifi", "radio-60"};
    return {"om3", "om4", "om5", "os2", "dac", "dac-active", "aoc", "om1"};
}

void addDevices(Builder& builder, int number, Chance& chance)
{
    for (int left = chance.whole(1, 5); left > 0; --left) builder.add(kPlaces, Json::object());
    if (builder.plan().places.empty()) builder.add(kPlaces, Json{{"name", "cellar"}, {"kind", "room"}});
    const int count = chance.whole(2, 12);
    for (int i = 0; i < count; ++i) {
        const auto role = static_cast<plan::Role>((static_cast<std::size_t>(number) * 7 + static_cast<std::size_t>(i)) %
                                                  plan::kRoles);
        const plan::Device* device =
            builder.add(kDevices, Json{{"role", code(role)}, {"place", chance.of(builder.ids()["place"])}});
        if (!device) continue;
        const auto id = device->id;
        sokudo::testing::eachTable([&](auto table) {
            if constexpr (std::is_same_v<typename decltype(table)::Row, plan::Slot>)
                for (int slots = chance.whole(0, 2); slots > 0; --slots) builder.add(table, Json{{"device", id.value}});
        });
        int position = 1;
        for (const std::string& cage : cagesOf(role, chance)) {
            builder.add(kPorts, Json{{"device", id.value},
                                     {"cage", cage},
                                     {"name", std::to_string(position)},
                                     {"position", position},
                                     {"slot", 0},
                                     {"split_of", 0},
                                     {"combo_of", 0}});
            ++position;
        }
    }
}

/// Four-lane ports that are split, and shared sockets.
void addLegs(Builder& builder, Chance& chance)
{
    const plan::Plan before = builder.plan();
    for (const plan::Port& port : before.ports) {
        const bool isWide = port.cage.starts_with("qsfp");
        if (!isWide || !chance.is(0.4)) continue;
        for (int leg = 1; leg <= 2; ++leg)
            builder.add(kPorts, Json{{"device", port.device.value},
                                     {"cage", "sfp28"},
                                     {"name", port.name + "/" + std::to_string(leg)},
                                     {"position", port.position},
                                     {"slot", 0},
                                     {"combo_of", 0},
                                     {"split_of", port.id.value},
                                     {"leg", leg}});
    }
}

void addRuns(Builder& builder, bool isCalm, Chance& chance)
{
    std::vector<plan::Port> free;
    for (const plan::Port& port : builder.plan().ports) {
        const plan::Device* device = builder.plan().devices.find(port.device);
        for (int times = device && plan::isPassive(device->role) ? 2 : 1; times > 0; --times) free.push_back(port);
    }
    const auto take = [&](auto isWanted) -> std::optional<plan::Port> {
        std::vector<std::size_t> fits;
        for (std::size_t i = 0; i < free.size(); ++i)
            if (isWanted(free[i])) fits.push_back(i);
        if (fits.empty()) return std::nullopt;
        const std::size_t at = chance.of(fits);
        const plan::Port port = free[at];
        free.erase(free.begin() + static_cast<std::ptrdiff_t>(at));
        return port;
    };
    const std::size_t wanted = free.size() / 2;
    for (std::size_t i = 0; i < wanted; ++i) {
        const auto a = take([](const plan::Port&) { return true; });
        if (!a) break;
        const bool isSame = chance.is(0.8);
        std::optional<plan::Port> b;
        if (!chance.is(0.08))
            b = take([&](const plan::Port& one) {
                return one.device != a->device && (!isSame || mediaFor(one.cage) == mediaFor(a->cage));
            });
        Json given{{"a", a->id.value}, {"b", b ? b->id.value : 0}, {"label", fmt::format("r{}", i)}};
        if (isCalm || chance.is(0.8)) given["medium"] = chance.of(mediaFor(a->cage));
        if (isCalm && given["medium"].get<std::string>().starts_with("om")) given["medium"] = "dac";
        if (isCalm) given["length_m"] = chance.whole(1, a->cage == "rj45" ? 60 : 3);
        builder.add(kRuns, given);
    }
}

/// What is kept beside: each kind now and then, in turns by the number of the house.
void addRecords(Builder& builder, int number, Chance& chance)
{
    int kind = 0;
    sokudo::testing::eachTable([&](auto table) {
        using Row = typename decltype(table)::Row;
        constexpr bool isCarrier = std::is_same_v<Row, plan::Place> || std::is_same_v<Row, plan::Device> ||
                                   std::is_same_v<Row, plan::Slot> || std::is_same_v<Row, plan::Port> ||
                                   std::is_same_v<Row, plan::Run> || std::is_same_v<Row, plan::CatalogueRow>;
        if constexpr (!isCarrier) {
            // What refers to another kind has its turn together with that one.
            ++kind;
            const bool isTurn = (number + kind) % 3 == 0 || std::is_same_v<Row, plan::DayMark>;
            for (int left = isTurn ? chance.whole(1, 3) : 0; left > 0; --left) builder.add(table, Json::object());
        }
    });
}

template <class T>
void addRecord(std::vector<T>& into, const char* list, Builder& builder, Chance& chance)
{
    for (const double share : {statedShare(chance), 0.0}) {
        auto row = store::parsedRow<T>(chanceRow(list, builder.nextId(), builder.ids(), share, chance), "");
        if (!row || !row->unknown.is_null()) continue;
        into.push_back(std::move(row->row));
        return;
    }
}

}  // namespace

store::Project chanceHouse(int number, Chance& chance)
{
    plan::Plan empty;
    empty.name = chance.word(chance.is(0.2));
    const bool isCalm = number % 2 == 0;
    Builder builder(std::move(empty), chance, isCalm);
    addDevices(builder, number, chance);
    addLegs(builder, chance);
    addRuns(builder, isCalm, chance);
    addRecords(builder, number, chance);
    // A second round: what the first kinds refer to is there now.
    sokudo::testing::eachTable([&](auto table) {
        if constexpr (std::is_same_v<typename decltype(table)::Row, plan::Device>)
            for (int left = chance.whole(0, 2); left > 0; --left) builder.add(table, Json::object());
    });
    store::Project project;
    for (int left = chance.whole(0, 4); left > 0; --left) addRecord(project.trials, "trials", builder, chance);
    for (int left = chance.whole(0, 4); left > 0; --left) addRecord(project.entries, "log", builder, chance);
    for (int left = chance.whole(0, 3); left > 0; --left) addRecord(project.answers, "answers", builder, chance);
    for (int left = chance.whole(0, 3); left > 0; --left) addRecord(project.readings, "readings", builder, chance);
    project.plan = std::move(builder).whole();
    store::sortRecords(project);
    return project;
}

plan::Plan chanceEdit(const plan::Plan& plan, Chance& chance)
{
    const std::size_t kKinds = plan::kinds().size();
    for (int tries = 0; tries < 20; ++tries) {
        const std::size_t wanted = chance.below(kKinds);
        const int what = chance.whole(0, 2);
        Builder builder(plan, chance);
        plan::Plan next = plan;
        std::size_t at = 0;
        sokudo::testing::eachTable([&](auto table) {
            using Row = typename decltype(table)::Row;
            if (at++ != wanted || std::is_same_v<Row, plan::CatalogueRow>) return;
            const auto& rows = plan.*table.rows;
            if (what == 0 || rows.empty()) {
                if (builder.add(table, Json::object())) next = builder.plan();
                return;
            }
            std::vector<Row> all(rows.begin(), rows.end());
            const Row& old = chance.of(all);
            if (what == 1) {
                Json body = chanceRow(table.list, old.id.value, builder.ids(), statedShare(chance), chance);
                for (const char* kept : {"name", "device", "place", "a", "b", "cage"}) {
                    const Json was = store::toJson(old);
                    if (was.contains(kept)) body[kept] = was[kept];
                }
                auto row = store::parsedRow<Row>(body, "");
                if (row && row->unknown.is_null()) next.*table.rows = rows.with(std::move(row->row));
            } else {
                next.*table.rows = rows.without(old.id);
            }
        });
        if (next == plan) continue;
        for (auto broken = plan::brokenObjects(next); !broken.empty(); broken = plan::brokenObjects(next))
            next = plan::without(std::move(next), broken);
        if (!(next == plan) && !plan::doubledName(next)) return next;
    }
    return plan;
}

}  // namespace sokudo::houses
