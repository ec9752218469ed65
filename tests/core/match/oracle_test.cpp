// SPDX-License-Identifier: GPL-3.0-or-later
// 5,000 random links: the engine against a naive reading of the tables, cell by cell, that shares no code with it but
// the CSV reader.
#include "csv_rows.h"

#include <random>
#include <set>

#include <fmt/format.h>

#include "core/oneline/link_line.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

/// What the tables say: the worst word and the least rate.
struct Answer {
    int worst = 0;  // fits, limited, unknown, marginal, no-link, unsafe
    double rate = INFINITY;
    void say(const std::string& word, double atMost = INFINITY)
    {
        static const std::map<std::string, int> kRank{{"fits", 0},     {"limited", 1}, {"unknown", 2},
                                                      {"marginal", 3}, {"no-link", 4}, {"unsafe", 5}};
        const int rank = kRank.at(word);
        worst = std::max(worst, rank);
        dead = dead || rank == 4;
        rate = std::min(rate, atMost);
    }
    bool dead = false;
};

class Tables {
public:
    Row one(const std::vector<Row>& rows, const char* column, const std::string& value) const
    {
        for (const Row& row : rows)
            if (row.at(column) == value) return row;
        return {};
    }
    std::string clause(const char* id) const { return one(rules, "id", id).at("verdict"); }

    /// Two cages of one kind with the same optic in both, one fibre between.
    Answer optic(const std::string& cageId, const std::string& moduleId, const std::string& mediumId, double metres,
                 int joints) const
    {
        Answer answer;
        const Row cage = one(cages, "id", cageId), module = one(modules, "id", moduleId),
                  medium = one(media, "id", mediumId), phy = one(phys, "id", module.at("phy"));
        const Row home = one(cages, "id", module.at("cage"));
        const double phyRate = number(phy, "rate_gbps"), cageRate = number(cage, "rate_gbps");
        const bool deeper = cage.at("family") == home.at("family") + "-deep";
        if (cage.at("family") != home.at("family") && !deeper) {
            answer.say(clause("md-12"));
        }
        const std::vector<double> offered = numbers(cage.at("default_rates_gbps")),
                                  result = numbers(module.at("rates_gbps"));
        const double usual = offered.front();  // a socket may be made for more than hosts offer in it
        double runs = NAN;
        for (double rate : result)
            if (std::isnan(runs) &&
                std::any_of(offered.begin(), offered.end(), [&](double other) { return equal(rate, other); }))
                runs = rate;
        if (answer.worst == 0) {
            if (std::isnan(runs)) {
                if (result.back() > cageRate)
                    answer.say(home.at("family") == "qsfp" ? clause("md-10")
                               : usual <= 1                ? clause("md-04")
                                                           : clause("md-07"));
                else answer.say("unknown");
            } else if (result.size() > 1 && runs < result.front()) {
                answer.say(clause("md-08"), runs);
            } else if (runs < usual) {
                answer.say(cage.at("family").starts_with("qsfp") ? clause("md-11")
                           : runs <= 1                           ? clause("md-02")
                                                                 : clause("md-09"),
                           runs);
            }
        }
        if (!std::isnan(runs)) answer.rate = std::min(answer.rate, runs);
        // A dual-rate module at its lower rate is what it speaks there.
        const bool isSlow = !std::isnan(runs) && runs < phyRate && !phy.at("slow_phy").empty();
        const Row speaks = isSlow ? one(phys, "id", phy.at("slow_phy")) : phy;
        fibre(answer, speaks, medium, number(speaks, "rate_gbps"), metres, joints);
        // Whether a host offers 2500BASE-X, or equalises, was not said.
        if (phyRate == 2.5 || phy.at("id") == "10gbase-lrm") answer.say("unknown");
        return answer;
    }

    Answer copper(const std::string& mediumId, double fastest, double metres, bool bundled) const
    {
        Answer answer;
        const std::string phy = fastest == 0.1 ? "100base-tx"
                                : fastest == 1 ? "1000base-t"
                                               : fmt::format("{:g}gbase-t", fastest);
        for (const Row& row : pairs) {
            if (!has(row.at("phys"), phy) || !has(row.at("media"), mediumId)) continue;
            if ((row.at("bundle") == "bundled" && !bundled) || (row.at("bundle") == "loose" && bundled)) continue;
            if (metres > number(row, "up_to_m", INFINITY)) continue;
            answer.rate = fastest;
            if (row.at("verdict") == "no-link") answer.say("no-link");
            else
                answer.say(row.at("verdict"), row.at("plan_gbps") == "=" || row.at("plan_gbps").empty()
                                                  ? fastest
                                                  : below(fastest, number(row, "plan_gbps")));
            break;
        }
        return answer;
    }

    Answer lead(const std::string& cageId, const std::string& mediumId, double metres) const
    {
        Answer answer;
        const Row cage = one(cages, "id", cageId);
        const double rate = numbers(cage.at("default_rates_gbps")).front();
        answer.rate = rate;
        const std::string phy = rate == 10   ? "10gsfp+cu"
                                : rate == 25 ? "25gbase-cr"
                                : rate == 40 ? "40gbase-cr4"
                                : rate == 50 ? "50gbase-cr"
                                             : "100gbase-cr4";
        double longest = 0;
        for (const Row& row : leads) {
            if (row.at("phy") != phy || row.at("medium") != mediumId) continue;
            longest = std::max(longest, number(row, "up_to_m"));
            if (metres > number(row, "up_to_m")) continue;
            answer.say(row.at("verdict"));
            return answer;
        }
        if (longest == 0) answer.say("unknown");
        else answer.say(metres > 2 * longest ? "no-link" : "marginal");
        return answer;
    }

    std::vector<Row> cages = table("cages"), modules = table("modules"), media = table("media"), phys = table("phys"),
                     reaches = table("reach"), optics = table("optics"), pairs = table("twisted_pair"),
                     leads = table("direct_attach"), rules = table("rules"), fecs = table("fec"),
                     losses = table("passive_losses");

private:
    /// Ports list 10, 5, 2.5, 1 and 0.1: the highest of them at or under the plan.
    static double below(double fastest, double plan)
    {
        for (double rate : {10.0, 5.0, 2.5, 1.0, 0.1})
            if (rate <= plan && rate <= fastest) return rate;
        return INFINITY;
    }

    void fibre(Answer& answer, const Row& phy, const Row& medium, double phyRate, double metres, int joints) const
    {
        const bool onSingle = medium.at("kind") == "single-mode", isSingle = phy.at("medium_kind") == "single-mode";
        Row reach;
        for (const Row& row : reaches)
            if (row.at("phy") == phy.at("id") && row.at("medium") == medium.at("id")) reach = row;
        if (reach.empty()) {
            if (onSingle && !isSingle) answer.say("no-link");
            else if (isSingle && !onSingle) answer.say(phyRate <= 10 && metres < 100 ? "marginal" : "no-link");
            else answer.say("marginal");
        } else {
            const double longest = number(reach, "max_length_m");
            const bool wantsCords = reach.at("condition").starts_with("mode-conditioning");
            if (wantsCords && phyRate > 1 && metres <= longest) answer.say("unknown");
            else if (wantsCords && phyRate <= 1) answer.say(metres > 300 ? "marginal" : clause("fo-12"));
            else if (metres <= longest) answer.say("fits");
            else answer.say(metres <= 1.2 * longest + 1e-9 || isSingle ? "marginal" : "no-link");
        }
        light(answer, phy, medium, reach, metres, joints);
    }

    void light(Answer& answer, const Row& phy, const Row& medium, const Row& reach, double metres, int joints) const
    {
        const std::string window = phy.at("window_nm");
        const double perKm = number(medium, ("loss_" + window + "_db_per_km").c_str());
        if (std::isnan(perKm)) return;
        const std::string typicalColumn = "typical_" + window + "_db_per_km";
        const double usual = std::min(perKm, number(medium, typicalColumn.c_str(), perKm));
        const Row pair = one(losses, "id", "mated-pair");
        const double most = metres / 1000 * perKm + joints * number(pair, "greatest_db"),
                     typical = metres / 1000 * usual + joints * number(pair, "typical_db");
        if (!reach.empty() && !reach.at("max_loss_db").empty()) {
            const double allowed = number(reach, "max_loss_db");
            if (most > allowed + 5e-4) answer.say(typical > allowed + 5e-4 ? "no-link" : "marginal");
        }
        const Row level = one(optics, "phy", phy.at("id"));
        if (level.empty()) return;
        const double strongest = number(level, "tx_max_dbm") - typical;
        if (strongest > number(level, "rx_max_dbm") + 5e-4) {
            // A damage figure that is only typical counts from 1 dB above it.
            const double unsure = level.at("confidence") == "standard" ? 0 : 1;
            const bool burns =
                strongest > number(level, "damage_dbm", INFINITY) + unsure + 5e-4 || phy.at("id") == "10g-zr";
            answer.say(burns ? "unsafe" : "marginal");
        }
        const double least = number(level, "tx_max_dbm") - number(level, "rx_max_dbm");
        if (least > 0 && typical < least - 5e-4) answer.say(clause("fo-25"));
    }
};

/// Random links with the answer that the tables give.
class RandomLinks {
public:
    explicit RandomLinks(const Tables& tables) : m_tables(tables)
    {
        for (const Row& module : tables.modules) {
            const Row phy = tables.one(tables.phys, "id", module.at("phy"));
            const std::string kind = phy.at("medium_kind");
            // bidirectional halves face their partner, and dual-rate parts at 40 have no lane of their own here
            if ((kind == "multimode" || kind == "single-mode") &&
                phy.at("wavelengths").find('/') == std::string::npos && module.at("id") != "40g-dual-100")
                m_optics.push_back(module.at("id"));
        }
    }
    std::pair<std::string, Answer> next()
    {
        static const double metres[] = {0.5, 1,    2,    3,    5,     6,     7,     10,    12,   15,  20,
                                        30,  33,   37,   40,   55,    56,    70,    82,    84,   90,  100,
                                        101, 120,  121,  150,  180,   220,   275,   300,   301,  360, 400,
                                        550, 2000, 2400, 5000, 10000, 12001, 30000, 40000, 80000};
        const double length = pick(metres);
        const auto kind = m_random() % 5;
        return kind < 3 ? optic(length) : kind == 3 ? copper(length) : lead(length);
    }

private:
    template <class List>
    auto pick(const List& list) -> std::decay_t<decltype(list[0])>
    {
        return list[m_random() % std::size(list)];
    }
    std::pair<std::string, Answer> optic(double length)
    {
        static const char* cages[] = {"sfp", "sfp+", "sfp28", "sfp56", "qsfp+", "qsfp28", "sfp-dd", "qsfp-dd"};
        static const char* fibres[] = {"om1", "om2", "om3", "om4", "om5", "os1", "os2"};
        const std::string cage = pick(cages), module = pick(m_optics), fibre = pick(fibres);
        const int joints = static_cast<int>(m_random() % 5);
        return {fmt::format("{}:{} / {} {}m joints={} / {}:{}", cage, module, fibre, length, joints, cage, module),
                m_tables.optic(cage, module, fibre, length, joints)};
    }
    std::pair<std::string, Answer> copper(double length)
    {
        static const char* coppers[] = {"cat3",  "cat5", "cat5e", "cat6", "cat6-screened",
                                        "cat6a", "cat7", "cat7a", "cat8"};
        static const double rates[] = {10, 5, 2.5, 1, 0.1};
        const std::size_t top = m_random() % 5;
        std::string list;
        for (std::size_t k = top; k < 5; ++k) list += fmt::format("{}{:g}", list.empty() ? "" : "+", rates[k]);
        const bool bundled = m_random() % 2;
        const std::string medium = pick(coppers);
        return {fmt::format("rj45,rates={} / {} {}m {} / rj45,rates={}", list, medium, length,
                            bundled ? "bundled" : "loose", list),
                m_tables.copper(medium, rates[top], length, bundled)};
    }
    std::pair<std::string, Answer> lead(double length)
    {
        static const char* holders[] = {"sfp+", "sfp28", "sfp56", "qsfp+", "qsfp28"};
        static const char* kinds[] = {"dac", "dac-active", "aoc"};
        const std::string cage = pick(holders), kind = pick(kinds);
        return {fmt::format("{} / {} {}m / {}", cage, kind, length, cage), m_tables.lead(cage, kind, length)};
    }

    const Tables& m_tables;
    std::mt19937 m_random{8023};
    std::vector<std::string> m_optics;
};

}  // namespace

class OracleTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void fiveThousandLinks()
    {
        const Tables tables;
        RandomLinks links(tables);
        int verdicts[6] = {};
        for (int i = 0; i < 5000; ++i) {
            const auto [line, expected] = links.next();
            const auto report = oneline::judgeLinkLine(line, knowledge());
            QVERIFY2(report, line.c_str());
            const int got = std::vector<int>{0, 1, 2, 3, 4, 5}[static_cast<std::size_t>(report->verdict)];
            const auto said = fmt::format("{}: engine {} ({}), tables {}", line, word(report->verdict),
                                          report->reason(), expected.worst);
            QVERIFY2(got == expected.worst, said.c_str());
            if (expected.dead) QVERIFY2(!report->rate, said.c_str());
            else if (report->rate && std::isfinite(expected.rate))
                QVERIFY2(equal(inGigabits(*report->rate), expected.rate),
                         fmt::format("{}; rate {} of {}", said, inGigabits(*report->rate), expected.rate).c_str());
            ++verdicts[expected.worst];
        }
        for (int verdict : {0, 1, 2, 3, 4, 5})
            QVERIFY2(verdicts[verdict] >= 10, fmt::format("{}: {}", verdict, verdicts[verdict]).c_str());
    }
};

SOKUDO_TEST(OracleTest)
#include "oracle_test.moc"
