// SPDX-License-Identifier: GPL-3.0-or-later
// Sixty houses by chance go through everything: file, JSON, tables, edits, versions, undo, merges, and every verb.
#include "house_trial.h"

#include "apps/sokudo-cli/verb_names.h"
#include "apps/sokudo-cli/program.h"
#include "core/plan/tables.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::houses;

class HousesByChanceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theListOfVerbsIsWhole()
    {
        std::vector<std::string> names = cli::verbNames();
        std::sort(names.begin(), names.end());
        QCOMPARE(names, std::vector<std::string>(std::begin(cli::kVerbNames), std::end(cli::kVerbNames)));
    }
    void noneCrashesAndNoneLosesAnything()
    {
        TrialWish wish;
        wish.source = sokudo::testing::sourcePath("data").toStdString();
        wish.seed = 20261201;
        wish.mostSeconds = 120;  // unoptimised, on a machine that others use too
        Tally tally;
        const int count = qEnvironmentVariableIsSet("SOKUDO_HOUSES") ? qEnvironmentVariableIntValue("SOKUDO_HOUSES") : 60;
        for (int i = 1; i <= count; ++i) tryHouse(i, wish, tally);
        for (const std::string& one : tally.wrong) qWarning("%s", one.c_str());
        QVERIFY(tally.wrong.empty());
        // What was made holds something of everything.
        plan::eachTable([&](auto table) {
            if (std::string_view(table.kind) != "catalogue")
                QVERIFY2(tally.rows[table.kind] > 0, table.kind);
        });
        QCOMPARE(tally.roles.size(), plan::kRoles);
        for (const char* verdict : {"fits", "limited", "marginal", "unknown", "no-link", "unsafe"})
            QVERIFY2(tally.verdicts[verdict] > 0, verdict);
        for (const char* step : {"edited", "kept", "branched", "went to", "merged", "edited a variant", "undone", "redone",
                                 "met", "conflicts"})
            QVERIFY2(tally.steps[step] > 0, step);
    }
};

SOKUDO_TEST(HousesByChanceTest)
#include "houses_by_chance_test.moc"
