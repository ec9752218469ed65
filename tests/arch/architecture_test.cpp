// SPDX-License-Identifier: GPL-3.0-or-later
// The arrows between folders, and that every rule, stage and clause is tested.
#include <map>

#include <QDirIterator>
#include <QRegularExpression>

#include "core/kb/provenance.h"
#include "core/match/rule.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::sourceFile;
using sokudo::testing::sourcePath;
using sokudo::testing::sources;
using sokudo::testing::toQt;

namespace {

struct Arrow {
    const char* folder;
    QStringList mayInclude;
};

// A folder may include itself and what stands here.
const QList<Arrow> kArrows{
    {"core/base", {}},
    {"core/kb", {"core/base"}},
    {"core/formulas", {"core/base", "core/kb"}},
    {"core/plan", {"core/base", "core/kb"}},
    {"core/match", {"core/base", "core/kb", "core/formulas", "core/plan"}},
    {"core/expect", {"core/base", "core/kb", "core/formulas", "core/plan", "core/match"}},
    {"core/measure", {"core/base", "core/kb", "core/plan"}},
    {"core/power", {"core/base", "core/kb", "core/formulas", "core/plan", "core/match"}},
    {"core/failing", {"core/base", "core/kb", "core/plan", "core/match", "core/expect", "core/power"}},
    {"core/oneline", {"core/base", "core/kb", "core/formulas", "core/plan", "core/match", "core/expect", "core/power"}},
    {"core/editline", {"core/base", "core/kb", "core/plan", "core/oneline"}},
    {"core/survey",
     {"core/base", "core/kb", "core/formulas", "core/plan", "core/match", "core/expect", "core/oneline",
      "core/editline", "core/measure", "core/diagnose", "core/analyse.h"}},
    {"core/buy",
     {"core/base", "core/kb", "core/formulas", "core/plan", "core/match", "core/expect", "core/power", "core/oneline",
      "core/editline", "core/survey"}},
    {"core/cabletest",
     {"core/base", "core/kb", "core/formulas", "core/plan", "core/match", "core/expect", "core/measure", "core/buy"}},
    {"core/jobs", {"core/base", "core/kb", "core/plan", "core/match", "core/buy", "core/logbook", "core/measure"}},
    {"core/bringup", {"core/base", "core/kb", "core/plan", "core/match", "core/power", "core/measure", "core/jobs"}},
    {"core/settings", {"core/base", "core/kb", "core/plan", "core/match", "core/oneline"}},
    {"core/cutover",
     {"core/base", "core/kb", "core/formulas", "core/plan", "core/match", "core/expect", "core/power", "core/oneline",
      "core/buy", "core/jobs", "core/bringup"}},
    {"core/logbook", {"core/base", "core/plan", "core/measure"}},
    {"core/diagnose",
     {"core/base", "core/kb", "core/formulas", "core/plan", "core/match", "core/expect", "core/measure", "core/logbook",
      "core/analyse.h"}},
    {"core/report",
     {"core/base", "core/diagnose", "core/kb", "core/plan", "core/match", "core/expect", "core/measure", "core/logbook",
      "core/survey", "core/analyse.h"}},
    {"ondemand", {"core/base", "core/buy"}},
    {"solver", {"core/base", "core/buy", "ondemand"}},
    {"host", {"core/base", "core/measure", "core/plan", "ondemand"}},
    {"traffic", {"core/base", "core/measure"}},
    {"store", {"core"}},
    {"app", {"core", "store", "host"}},
    {"ui", {"app", "core"}},
    {"apps", {"core", "store", "host", "traffic", "app", "ui"}},
};

QString folderOf(const QString& path)
{
    QString best;
    for (const Arrow& arrow : kArrows)
        if (path.startsWith(QString(arrow.folder) + "/") && QString(arrow.folder).size() > best.size())
            best = arrow.folder;
    return best;
}

}  // namespace

class ArchitectureTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void arrowsPointDown()
    {
        static const QRegularExpression kInclude("^#include \"([^\"]+)\"", QRegularExpression::MultilineOption);
        QStringList wrong;
        for (const QString& file : sources("src")) {
            const QString folder = folderOf(file);
            if (folder.isEmpty()) continue;  // core/analyse, the one call above them all
            const QStringList& allowed = std::find_if(kArrows.begin(), kArrows.end(), [&](const Arrow& arrow) {
                                             return folder == arrow.folder;
                                         })->mayInclude;
            auto includes = kInclude.globalMatch(QString::fromUtf8(sourceFile("src/" + file)));
            while (includes.hasNext()) {
                const QString target = includes.next().captured(1);
                if (!target.contains('/') || target.startsWith(folder + "/")) continue;
                const bool good = std::any_of(allowed.begin(), allowed.end(), [&](const QString& one) {
                    return target == one || target.startsWith(one + "/");
                });
                if (!good) wrong << file + " includes " + target;
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
    }
    /// What nearly every file includes stays cheap: JSON, formatting and the parser of arguments are for .cpp files.
    void headersOfTheBaseAreLight()
    {
        static const QStringList kHeavy{"nlohmann/json.hpp", "fmt/",      "CLI/", "regex",      "iostream", "sstream",
                                        "filesystem",        "algorithm", "map",  "functional", "chrono",   "thread"};
        // Those that few include, and what they are for.
        static const QMap<QString, QStringList> kAllowed{{"json.h", {"nlohmann/json.hpp"}},
                                                         {"cores.h", {"thread", "algorithm"}},
                                                         {"date.h", {"chrono"}},
                                                         {"guard.h", {"functional"}},
                                                         {"id.h", {"functional"}},
                                                         {"sentence.h", {"functional"}},
                                                         {"table.h", {"algorithm"}}};
        static const QRegularExpression kInclude("^#include [<\"]([^\">]+)[>\"]", QRegularExpression::MultilineOption);
        QStringList wrong;
        for (const QString& file : sources("src/core/base")) {
            if (!file.endsWith(".h")) continue;
            auto includes = kInclude.globalMatch(QString::fromUtf8(sourceFile("src/core/base/" + file)));
            while (includes.hasNext()) {
                const QString target = includes.next().captured(1);
                for (const QString& heavy : kHeavy) {
                    const bool is = heavy.endsWith('/') ? target.startsWith(heavy) : target == heavy;
                    if (is && !kAllowed.value(file).contains(heavy)) wrong << file + " includes " + target;
                }
                // What it includes of ours is as light.
                if ((target == "core/base/json.h" && file != "json_uses.h") || target == "core/base/cores.h" ||
                    target == "core/base/date.h")
                    wrong << file + " includes " + target;
                if (target.startsWith("core/") && !target.startsWith("core/base/"))
                    wrong << file + " includes " + target;
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("\n")));
    }
    void theCoreKnowsNoQt()
    {
        static const QRegularExpression kQt("#include [<\"][Qq][A-Z_a-z]*[>\"./]");
        for (const QString& file : sources("src")) {
            if (!file.startsWith("core/") && !file.startsWith("host/") && !file.startsWith("traffic/")) continue;
            QVERIFY2(!QString::fromUtf8(sourceFile("src/" + file)).contains(kQt), qPrintable(file));
        }
    }
    void widgetsStayInUi()
    {
        for (const QString& file : sources("src/app")) {
            const QString text = QString::fromUtf8(sourceFile("src/app/" + file));
            QVERIFY2(!text.contains("#include <QWidget>") && !text.contains("#include <QApplication>"),
                     qPrintable(file));
        }
    }
    void everySourceIsBuilt()
    {
        const QString list = QString::fromUtf8(sourceFile("src/CMakeLists.txt"));
        for (const QString& file : sources("src"))
            if (file.endsWith(".cpp")) QVERIFY2(list.contains(file), qPrintable(file + " is in no target"));
        for (const QString& file : sources("tests")) {
            if (!file.endsWith("_test.cpp")) continue;
            QString folder = file.section('/', 0, 0);
            QVERIFY2(
                QString::fromUtf8(sourceFile("tests/" + folder + "/CMakeLists.txt")).contains(file.section('/', 1)),
                qPrintable(file + " is in no target"));
        }
    }
    void everyFileNamesItsLicence()
    {
        for (const char* below : {"src", "tests"})
            for (const QString& file : sources(below))
                QVERIFY2(
                    sourceFile(QString(below) + "/" + file).startsWith("// SPDX-License-Identifier: GPL-3.0-or-later"),
                    qPrintable(file));
    }
    void everyRuleHasItsTest()
    {
        for (const match::Rule* rule : match::allRules()) {
            const QString file = toQt(rule->id).replace('-', '_');
            // The budget of a source is a matter of the whole house.
            const bool isOfHouse = file == "power_budget";
            const QString tests = isOfHouse ? "tests/core/power/" : "tests/core/match/";
            const QString rules = isOfHouse ? "src/core/power/" : "src/core/match/rules/";
            QVERIFY2(QFile::exists(sourcePath(tests + file + "_test.cpp")), qPrintable(file));
            QVERIFY2(QFile::exists(sourcePath(rules + file + ".cpp")), qPrintable(file));
        }
    }
    void everyRuleFileIsListed()
    {
        const QString list = QString::fromUtf8(sourceFile("src/core/match/rules/all_rules.cpp"));
        for (const QString& file : sources("src/core/match/rules")) {
            if (file == "all_rules.cpp") continue;
            QString name = "k";
            for (const QString& word : file.section('.', 0, 0).split('_')) name += word.left(1).toUpper() + word.mid(1);
            QVERIFY2(list.contains("&" + name), qPrintable(file));
        }
    }
    /// A clause that a rule or a stage names in code must be asserted by a test: a comment is no evidence.
    void everyClauseInCodeHasEvidence()
    {
        QString tests;
        static const QRegularExpression kComment("//[^\n]*");
        for (const QString& file : sources("tests"))
            tests += QString::fromUtf8(sourceFile("tests/" + file)).remove(kComment);
        QStringList missing;
        for (const QString& file : sources("src/core")) {
            const QString text = QString::fromUtf8(sourceFile("src/core/" + file));
            for (const kb::Clause& clause : knowledge().all<kb::Clause>())
                if (text.contains("\"" + toQt(clause.id) + "\"") && !tests.contains(toQt(clause.id)))
                    missing << toQt(clause.id) + " of " + file;
        }
        missing.removeDuplicates();
        QVERIFY2(missing.isEmpty(), qPrintable(missing.join(", ")));
    }
};

SOKUDO_TEST(ArchitectureTest)
#include "architecture_test.moc"
