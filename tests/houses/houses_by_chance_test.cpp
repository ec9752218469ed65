// SPDX-License-Identifier: GPL-3.0-or-later
// Sixty houses by chance go through everything: file, JSON, tables, edits, versions, undo, merges, and every verb.
#include "house_trial.h"

#include "apps/sokudo-cli/program.h"
#include "apps/sokudo-cli/verb_names.h"
#include "each_table.h"
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
    void noneCrashesAndNoneLosesAnything_data()
    {
        QTest::addColumn<int>("first");
        // In parts: unoptimised, on a machine that others use too, each takes its time.
        for (int first = 1; first <= kHouses; first += kAtOnce) QTest::addRow("from house %d", first) << first;
    }
    void noneCrashesAndNoneLosesAnything()
    {
        QFETCH(int, first);
        TrialWish wish;
        wish.source = sokudo::testing::sourcePath("data").toStdString();
        wish.seed = 3;  // two rebases with a conflict among its sixty
        wish.mostSeconds = 200;
        Tally tally;
        for (int i = first; i < first + kAtOnce; ++i) tryHouse(i, wish, tally);
        for (const std::string& one : tally.wrong) qWarning("%s", one.c_str());
        QVERIFY(tally.wrong.empty());
        m_all.add(tally);
    }
    /// What was made holds something of everything.
    void everythingCameUp()
    {
        if (m_all.houses < kHouses) QSKIP("only some of the houses were made");
        sokudo::testing::eachTable([&](auto table) {
            if (std::string_view(table.kind) != "catalogue") QVERIFY2(m_all.rows[table.kind] > 0, table.kind);
        });
        QCOMPARE(m_all.roles.size(), plan::kRoles);
        for (const char* verdict : {"fits", "limited", "marginal", "unknown", "no-link", "unsafe"})
            QVERIFY2(m_all.verdicts[verdict] > 0, verdict);
        for (const char* step : {"edited", "kept", "branched", "went to", "merged", "edited a variant", "noted",
                                 "undone", "redone", "met", "conflicts", "fields read back"})
            QVERIFY2(m_all.steps[step] > 0, step);
    }

private:
    static constexpr int kHouses = 60, kAtOnce = 5;
    Tally m_all;
};

SOKUDO_TEST(HousesByChanceTest)
#include "houses_by_chance_test.moc"
