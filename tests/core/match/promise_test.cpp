// SPDX-License-Identifier: GPL-3.0-or-later
// 20,000 random links over all that a line can say: no answer promises more than the weakest piece allows, by a naive
// reading of the tables that shares no code with the rules but the CSV reader.
#include "csv_rows.h"

#include <random>
#include <set>

#include <fmt/format.h>

#include "core/oneline/link_line.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

/// One end as it was written, with what its pieces allow at most.
struct End {
    std::string text, cage, family, module, phy, adapter;
    std::vector<double> list, moduleRates;
    double forced = NAN, cageMost = 0;
    int split = 0;
    bool adapts = false;  ///< the module shows its host one rate, whatever the copper runs at

    /// Whether every piece of this end can run at that rate.
    bool allows(double rate) const
    {
        const auto in = [&](const std::vector<double>& rates) {
            return std::any_of(rates.begin(), rates.end(), [&](double one) { return equal(one, rate); });
        };
        if (rate > cageMost + 1e-9) return false;
        if (!moduleRates.empty() && !in(moduleRates)) return false;
        if (adapts) rate = moduleRates.front();
        if (!list.empty() && !in(list)) return false;
        return std::isnan(forced) || equal(forced, rate);
    }
};

struct Piece {
    std::string kind, medium;  ///< "" is the cable itself; a jack, a coupler, a panel, a cord
    double metres = 0;
};

struct Sample {
    std::string line;
    End a, b;
    std::vector<Piece> pieces;
    double metres = 0;
    bool bundled = false;
    int joints = 0;
};

class Sampler {
public:
    Sample next()
    {
        Sample sample;
        const auto kind = m_random() % 4;  // copper, fibre, lead, anything with anything
        sample.a = end(kind);
        sample.b = m_random() % 3 ? end(kind) : sample.a;
        cable(sample, kind);
        sample.line = sample.a.text + sample.line + " / " + sample.b.text;
        return sample;
    }
    std::vector<Row> cages = table("cages"), modules = table("modules"), media = table("media"), phys = table("phys"),
                     reaches = table("reach"), pairs = table("twisted_pair"), leads = table("direct_attach");
    const Row& row(const std::vector<Row>& rows, const std::string& id) const
    {
        static const Row kNone;
        for (const Row& one : rows)
            if (one.at("id") == id) return one;
        return kNone;
    }

private:
    template <class List>
    auto pick(const List& list) -> std::decay_t<decltype(list[0])>
    {
        return list[m_random() % std::size(list)];
    }
    bool sometimes(unsigned oneOf) { return m_random() % oneOf == 0; }

    End end(unsigned long kind)
    {
        static const char* holders[] = {"sfp",    "sfp+",   "sfp28",  "sfp56",  "qsfp+",
                                        "qsfp28", "qsfp56", "sfp-dd", "qsfp-dd"};
        static const double rates[] = {0.1, 1, 2.5, 5, 10, 25, 40, 50, 100, 200};
        End result;
        result.cage = kind == 0 || (kind == 3 && sometimes(3)) ? "rj45" : pick(holders);
        const Row cage = row(cages, result.cage);
        result.family = cage.at("family");
        // the fastest rate that exists over twisted pairs stands with the PHYs, not with the socket
        result.cageMost = result.cage == "rj45" ? 40 : number(cage, "rate_gbps");
        result.text = result.cage;
        if (result.cage != "rj45" && kind != 2 && !sometimes(6)) {
            const Row module = pick(modules);
            result.module = module.at("id");
            result.phy = module.at("phy");
            result.moduleRates = numbers(module.at("rates_gbps"));
            result.adapts = module.at("adapts") == "pause";
            result.text += ":" + result.module;
        }
        if (result.family == "qsfp" && result.module.empty() && sometimes(4)) {
            result.adapter = "qsfp-to-sfp";
            result.text += ",adapter=qsfp-to-sfp";
            result.cageMost /= 4;
        } else if (result.family == "qsfp" && sometimes(6)) {
            result.split = 4;
            result.text += ",split=4";
            result.cageMost /= 4;
            for (double& one : result.moduleRates) one /= 4;
        }
        if (sometimes(4)) {
            std::set<double> list{pick(rates), pick(rates), pick(rates)};
            result.list.assign(list.begin(), list.end());
            std::string text;
            for (double one : result.list) text += fmt::format("{}{:g}", text.empty() ? "" : "+", one);
            result.text += ",rates=" + text;
        }
        if (sometimes(4)) {
            result.forced = pick(rates);
            result.text += fmt::format(",rate={:g}", result.forced);
        }
        return result;
    }

    void cable(Sample& sample, unsigned long kind)
    {
        static const char* coppers[] = {"cat3",  "cat5", "cat5e", "cat6", "cat6-screened",
                                        "cat6a", "cat7", "cat7a", "cat8"};
        static const char* fibres[] = {"om1", "om2", "om3", "om4", "om5", "os1", "os2"};
        static const char* leads[] = {"dac", "dac-active", "aoc"};
        static const char* parts[] = {"jack", "coupler", "panel"};
        static const double lengths[] = {0.5, 1,   2,   3,   4,   5,   6,   7,    10,    14,    15,   30,
                                         31,  37,  38,  55,  56,  70,  75,  82,   90,    100,   101,  110,
                                         120, 121, 150, 220, 300, 400, 550, 2000, 10000, 30000, 80000};
        const std::string medium = kind == 0      ? pick(coppers)
                                   : kind == 1    ? pick(fibres)
                                   : kind == 2    ? pick(leads)
                                   : sometimes(2) ? pick(fibres)
                                                  : pick(coppers);
        sample.metres = pick(lengths);
        sample.pieces.push_back({"", medium, sample.metres});
        sample.line = fmt::format(" / {} {}m", medium, sample.metres);
        if (medium.starts_with("cat")) {
            sample.bundled = sometimes(2);
            sample.line += sample.bundled ? " bundled" : " loose";
            for (int part = 0; part < 2 && sometimes(3); ++part) {
                Piece piece{pick(parts), sometimes(5) ? std::string() : std::string(pick(coppers)), 0};
                sample.line += " / " + piece.kind + (piece.medium.empty() ? "" : " " + piece.medium);
                sample.pieces.push_back(std::move(piece));
            }
            if (sometimes(5)) {
                Piece cord{"cord", pick(coppers), pick(lengths)};
                sample.metres += cord.metres;
                sample.line += fmt::format(" / cord {} {}m", cord.medium, cord.metres);
                sample.pieces.push_back(std::move(cord));
            }
        } else if (sometimes(2)) {
            sample.joints = static_cast<int>(m_random() % 5);
            sample.line += fmt::format(" joints={}", sample.joints);
        }
    }

    std::mt19937 m_random{88023};
};

/// Why a good answer cannot be true; empty: nothing speaks against it.
class Naive {
public:
    explicit Naive(const Sampler& tables) : m_tables(tables) {}

    std::string whyNot(const Sample& sample, Verdict verdict, std::optional<double> rate) const
    {
        const bool isGood = verdict <= Verdict::Limited;
        if (rate && verdict != Verdict::Unknown)
            for (const End* end : {&sample.a, &sample.b}) {
                if (*rate > end->cageMost + 1e-9) return fmt::format("{} is made for {:g}", end->cage, end->cageMost);
                if (!std::isnan(end->forced) && *rate > end->forced + 1e-9)
                    return fmt::format("forced to {:g}", end->forced);
            }
        if (!isGood) return {};
        if (!rate) return "a good answer without a rate";
        for (const End* end : {&sample.a, &sample.b})
            if (!end->allows(*rate)) return fmt::format("{} cannot run at {:g}", end->text, *rate);
        const std::string medium = sample.pieces.front().medium;
        if (medium.starts_with("cat")) return copper(sample, verdict, *rate);
        return medium.starts_with("o") ? fibre(sample, medium, verdict, *rate) : lead(sample, medium, *rate);
    }

private:
    std::string copper(const Sample& sample, Verdict verdict, double rate) const
    {
        std::string weakest;
        double grade = INFINITY;
        for (const Piece& piece : sample.pieces) {
            if (piece.medium.empty()) {
                if (verdict == Verdict::Fits) return "a part of unknown category, and a fit";
                continue;
            }
            const double own = number(m_tables.row(m_tables.media, piece.medium), "grade");
            if (own < grade) std::tie(grade, weakest) = std::tie(own, piece.medium);
        }
        const std::string phy = rate < 1         ? fmt::format("{:g}base-tx", 1000 * rate)
                                : equal(rate, 1) ? std::string("1000base-t")
                                                 : fmt::format("{:g}gbase-t", rate);
        for (const Row& row : m_tables.pairs) {
            if (!has(row.at("phys"), phy) || !has(row.at("media"), weakest)) continue;
            if ((row.at("bundle") == "bundled" && !sample.bundled) || (row.at("bundle") == "loose" && sample.bundled))
                continue;
            if (sample.metres > number(row, "up_to_m", INFINITY)) continue;
            const std::string& word = row.at("verdict");
            if (word == "fits" || (word == "limited" && verdict == Verdict::Limited)) return {};
            return fmt::format("{} over {} of {}: {}", phy, sample.metres, weakest, word);
        }
        return fmt::format("no row for {} on {}", phy, weakest);
    }

    std::string fibre(const Sample& sample, const std::string& medium, Verdict verdict, double rate) const
    {
        if (medium == "aoc") return lead(sample, medium, rate);
        for (const End* end : {&sample.a, &sample.b}) {
            if (end->module.empty()) return "no optic at " + end->text;
            const Row& phy = m_tables.row(m_tables.phys, end->phy);
            if (phy.at("medium_kind") == "twisted-pair") return "a copper module on fibre";
            const std::string kind = m_tables.row(m_tables.media, medium).at("kind");
            if (phy.at("medium_kind") == "multimode" && kind == "single-mode")
                return "a multimode optic on single-mode";
            const double own = number(phy, "rate_gbps");
            const std::string speaks = end->split == 4 && !phy.at("lane_phy").empty() ? phy.at("lane_phy")
                                       : rate < own && !phy.at("slow_phy").empty()    ? phy.at("slow_phy")
                                                                                      : end->phy;
            double longest = 0;
            for (const Row& reach : m_tables.reaches)
                if (reach.at("phy") == speaks && reach.at("medium") == medium)
                    longest = std::max(longest, number(reach, "max_length_m"));
            if (longest == 0) return fmt::format("{} is not specified on {}", speaks, medium);
            if (sample.metres > longest + 1e-9)
                return fmt::format("{} reaches {:g} of {:g} m on {}", speaks, longest, sample.metres, medium);
            const Row& cage = m_tables.row(m_tables.cages, m_tables.row(m_tables.modules, end->module).at("cage"));
            const bool goesIn = cage.at("family") == end->family || cage.at("family") + "-deep" == end->family;
            if (!goesIn && end->adapter.empty()) return fmt::format("{} does not go into {}", end->module, end->cage);
        }
        return verdict == Verdict::Fits && sample.a.split != sample.b.split && sample.a.split * sample.b.split > 0
                   ? std::string("unlike splits")
                   : std::string();
    }

    std::string lead(const Sample& sample, const std::string& medium, double rate) const
    {
        for (const End* end : {&sample.a, &sample.b})
            if (!end->module.empty()) return "a module in the cage of a lead";
        for (const Row& row : m_tables.leads) {
            const Row& phy = m_tables.row(m_tables.phys, row.at("phy"));
            if (row.at("medium") == medium && equal(number(phy, "rate_gbps"), rate) &&
                sample.metres <= number(row, "up_to_m"))
                return {};
        }
        return fmt::format("no {} carries {:g} over {:g} m", medium, rate, sample.metres);
    }

    const Sampler& m_tables;
};

}  // namespace

class PromiseTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void twentyThousandLinks()
    {
        Sampler sampler;
        const Naive naive(sampler);
        int verdicts[6] = {}, judged = 0;
        QStringList wrong;
        for (int i = 0; i < 20000; ++i) {
            const Sample sample = sampler.next();
            const auto report = oneline::judgeLinkLine(sample.line, knowledge());
            if (!report) {
                wrong << toQt(sample.line + ": " + report.error().message());
                continue;
            }
            ++judged;
            ++verdicts[static_cast<int>(report->verdict)];
            const auto rate = report->rate ? std::optional(inGigabits(*report->rate)) : std::nullopt;
            if (const std::string why = naive.whyNot(sample, report->verdict, rate); !why.empty())
                wrong << toQt(fmt::format("{}: {}{}, but {}", sample.line, word(report->verdict),
                                          rate ? fmt::format(" at {:g}", *rate) : std::string(), why));
        }
        const QString first = wrong.mid(0, 12).join("\n");
        QVERIFY2(wrong.isEmpty(), qPrintable(QString("%1 of them:\n%2").arg(wrong.size()).arg(first)));
        QCOMPARE(judged, 20000);
        for (int verdict : {0, 1, 2, 3, 4})
            QVERIFY2(verdicts[verdict] >= 50, fmt::format("{}: {}", verdict, verdicts[verdict]).c_str());
    }
};

SOKUDO_TEST(PromiseTest)
#include "promise_test.moc"
