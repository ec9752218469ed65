// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold of every row of the tables, whatever its figures are.
#include "csv_rows.h"

#include <QRegularExpression>

#include <fmt/format.h>

#include "core/kb/copper_rows.h"
#include "core/oneline/link_line.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

struct Answer {
    Verdict verdict = Verdict::Fits;
    double rate = 0;
};

Answer answerOf(const std::string& line)
{
    const auto report = oneline::judgeLinkLine(line, knowledge());
    if (!report) qFatal("%s: %s", line.c_str(), report.error().message().c_str());
    return {report->verdict, report->rate ? inGigabits(*report->rate) : 0};
}

constexpr double kMetres[] = {0.5, 1,   2,    3,    5,    7,    10,    15,    20,    30,    37,    50,   55,
                              75,  90,  100,  105,  110,  120,  125,   150,   200,   220,   275,   300,  400,
                              550, 700, 1000, 2000, 2400, 5000, 10000, 12000, 15000, 30000, 40000, 80000};

/// The same line over ever longer runs: never a better word, never a higher rate.
void neverBetter(const std::string& before, const std::string& after)
{
    std::optional<Answer> last;
    double lastMetres = 0;
    for (double metres : kMetres) {
        const Answer now = answerOf(fmt::format("{}{}m{}", before, metres, after));
        // A long-reach optic on a short run may burn its receiver: there a longer run is better indeed.
        const bool isOverload = last && (last->verdict == Verdict::Unsafe || last->verdict == Verdict::Marginal) &&
                                before.find("joints") != std::string::npos;
        if (last && !isOverload) {
            const auto said = fmt::format("{}{}: {} m {} {:g}, {} m {} {:g}", before, after, lastMetres,
                                          word(last->verdict), last->rate, metres, word(now.verdict), now.rate);
            QVERIFY2(now.verdict >= last->verdict, said.c_str());
            QVERIFY2(now.rate <= last->rate + 1e-9, said.c_str());
        }
        last = now;
        lastMetres = metres;
    }
}

}  // namespace

class TrueTablesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aLongerCopperRunIsNeverBetter()
    {
        for (const Row& medium : table("media")) {
            if (medium.at("kind") != "twisted-pair") continue;
            for (const char* rates : {"40", "25", "10+5+2.5+1+0.1", "5+2.5+1", "2.5+1", "1+0.1", "0.1"})
                for (const char* bundle : {" loose", " bundled"})
                    neverBetter(fmt::format("rj45,rates={} / {} ", rates, medium.at("id")),
                                fmt::format("{} / rj45,rates={}", bundle, rates));
        }
    }
    void aLongerFibreIsNeverBetter()
    {
        for (const Row& module : table("modules")) {
            const std::string phy = module.at("phy");
            for (const Row& reach : table("reach")) {
                if (reach.at("phy") != phy) continue;
                const std::string end = module.at("cage") + ":" + module.at("id");
                std::string other = end;
                if (const auto at = other.rfind("-d"); at != std::string::npos && at + 2 == other.size())
                    other[at + 1] = 'u';
                else if (const auto up = other.rfind("-u"); up != std::string::npos && up + 2 == other.size())
                    other[up + 1] = 'd';
                neverBetter(fmt::format("{} / {} joints=0 ", end, reach.at("medium")), " / " + other);
            }
        }
    }
    void aLongerLeadIsNeverBetter()
    {
        for (const Row& cage : table("cages"))
            for (const char* lead : {"dac", "dac-active", "aoc"})
                if (cage.at("holds_module") == "yes")
                    neverBetter(fmt::format("{} / {} ", cage.at("id"), lead), " / " + cage.at("id"));
    }
    /// Whatever the cage and the lead: it is judged by its length, or it is unknown.
    void noLeadIsLeftUnjudged()
    {
        for (const Row& cage : table("cages")) {
            if (cage.at("holds_module") != "yes") continue;
            for (const char* lead : {"dac", "dac-active", "aoc"}) {
                const auto line = fmt::format("{} / {} 900m / {}", cage.at("id"), lead, cage.at("id"));
                QVERIFY2(answerOf(line).verdict >= Verdict::Unknown, line.c_str());
            }
        }
    }
    /// Two optics of the same colours, lanes and symbol rate are never told apart by their colours.
    void equalWavelengthsNeverDiffer()
    {
        const auto phys = table("phys"), modules = table("modules");
        const auto moduleOf = [&](const std::string& phy) -> const Row* {
            for (const Row& module : modules)
                if (module.at("phy") == phy) return &module;
            return nullptr;
        };
        int pairs = 0;
        for (const Row& a : phys)
            for (const Row& b : phys) {
                const bool isFibre = a.at("medium_kind") == "single-mode" || a.at("medium_kind") == "multimode";
                if (!isFibre || a.at("id") == b.at("id") || a.at("wavelengths") != b.at("wavelengths") ||
                    a.at("lane_gbd") != b.at("lane_gbd") || a.at("lanes") != b.at("lanes") ||
                    a.at("window_nm") != b.at("window_nm"))
                    continue;
                const Row *atA = moduleOf(a.at("id")), *atB = moduleOf(b.at("id"));
                if (!atA || !atB) continue;
                const auto report = oneline::judgeLinkLine(fmt::format("{}:{} / os2 100m / {}:{}", atA->at("cage"),
                                                                       atA->at("id"), atB->at("cage"), atB->at("id")),
                                                           knowledge());
                QVERIFY(report);
                ++pairs;
                for (const match::Finding& finding : report->findings)
                    QVERIFY2(!QString::fromStdString(finding.text()).contains("wavelengths differ"),
                             finding.text().c_str());
            }
        QVERIFY(pairs >= 10);
    }
    /// At the lower rate of a dual-rate part the rows of the slower PHY count: the answer is that of a single-rate
    /// part.
    void theSlowerRateUsesTheSlowerRows()
    {
        for (const auto& [dual, cage, single, home, rate] :
             {std::tuple{"25g-dual-sr", "sfp28", "10gbase-sr", "sfp+", 10},
              {"25g-dual-lr", "sfp28", "10gbase-lr", "sfp+", 10},
              {"10g-dual-sr", "sfp+", "1000base-sx", "sfp", 1},
              {"40g-dual-100", "qsfp28", "40gbase-sr4", "qsfp+", 40}})
            for (const char* fibre : {"om1", "om2", "om3", "om4", "os2"})
                for (double metres : {10.0, 82.0, 100.0, 150.0, 300.0, 550.0, 10000.0}) {
                    const Answer own = answerOf(
                        fmt::format("{0}:{1},rate={4} / {2} {3}m / {0}:{1},rate={4}", cage, dual, fibre, metres, rate));
                    const Answer plain =
                        answerOf(fmt::format("{0}:{1} / {2} {3}m / {0}:{1}", home, single, fibre, metres));
                    const auto said = fmt::format("{} at {} on {} {} m: {} against {} of {}", dual, rate, fibre, metres,
                                                  word(own.verdict), word(plain.verdict), single);
                    // being set to the lower rate is a limit of its own
                    const bool isSame = own.verdict == plain.verdict ||
                                        (own.verdict == Verdict::Limited && plain.verdict == Verdict::Fits);
                    QVERIFY2(isSame, said.c_str());
                }
    }
    /// IEEE 802.3 Table 145-29: what a device is given at its plug by its class.
    void noClassOfPowerGetsLessVoltage()
    {
        const std::map<int, double> clause{{1, 37},   {2, 37},   {3, 37},   {4, 42.5},
                                           {5, 44.3}, {6, 42.5}, {7, 42.9}, {8, 41.1}};
        for (const kb::PoeClass& row : knowledge().all<kb::PoeClass>())
            if (const auto least = clause.find(row.number); least != clause.end())
                QVERIFY2(row.deviceVolt.in() >= least->second - 1e-9, row.id.c_str());
    }
    /// Every PHY, category and fibre that advice names is one of the catalogue. "-R" and "-X" name a family.
    void advisedPartsExist()
    {
        QStringList names;
        for (const char* source : {"phys", "media"})
            for (const Row& row : table(source)) names << QString::fromStdString(row.at("name"));
        const QRegularExpression part(R"(\b[\d.]+G?BASE-[A-Z0-9]+(?:-[A-Z0-9]+)?|\b(?:OM|OS)\d\b|\bCat \d\w?)");
        int named = 0;
        const std::pair<const char*, const char*> advice[] = {{"rules", "remedy"},         {"rules", "text"},
                                                              {"causes", "fix"},           {"wire_faults", "remedy"},
                                                              {"practices", "one_says"},   {"practices", "other_says"},
                                                              {"link_down_steps", "look"}, {"direct_attach", "text"}};
        for (const auto& [source, column] : advice)
            for (const Row& row : table(source)) {
                auto found = part.globalMatch(QString::fromStdString(row.at(column)));
                while (found.hasNext()) {
                    const QString name = found.next().captured();
                    ++named;
                    const bool isFamily = name.endsWith("-R") || name.endsWith("-X");
                    QVERIFY2(isFamily || names.contains(name), qPrintable(QString(source) + ": " + name));
                }
            }
        QVERIFY2(named > 10, qPrintable(QString::number(named)));
    }
};

SOKUDO_TEST(TrueTablesTest)
#include "true_tables_test.moc"
