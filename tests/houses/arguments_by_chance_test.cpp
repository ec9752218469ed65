// SPDX-License-Identifier: GPL-3.0-or-later
// Arguments that nobody means end with a sentence and a status, whatever the verb.
#include "arguments.h"

#include <QTemporaryDir>

#include "chance_house.h"
#include "core/base/guard.h"
#include "core/base/text.h"
#include "core/base/utf8.h"
#include "quiet.h"
#include "store/project_file.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::houses;

class ArgumentsByChanceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void eachEndsWithASentence_data()
    {
        QTest::addColumn<int>("part");
        for (int part = 0; part < 3; ++part) QTest::addRow("part %d", part) << part;
    }
    void eachEndsWithASentence()
    {
        QFETCH(int, part);
        const QTemporaryDir folder;
        Chance chance(20261201 + static_cast<std::uint64_t>(part));
        const store::Project project = chanceHouse(3, chance);
        const std::string file = folder.filePath("house.sokudo").toStdString();
        QVERIFY(store::ProjectFile::create(file, project));
        const AskedHouse house{file, folder.path().toStdString(), sokudo::testing::sourcePath("data").toStdString(),
                               "now", &project.plan};
        const auto calls = strangeCalls(house, chance, 27);
        QVERIFY(calls.size() > 300);
        int refused = 0;
        for (const cli::Arguments& call : calls) {
            int status = -1;
            std::string errors, thrown;
            {
                Quiet quiet;
                try {
                    status = cli::run(call);
                } catch (...) {
                    thrown = textOf(std::current_exception());
                }
                errors = quiet.errors();
            }
            const std::string said = asUtf8(text::joined(call, " ")).substr(0, 300);
            QVERIFY2(thrown.empty(), (said + " threw " + thrown).c_str());
            QVERIFY2(status >= 0 && status <= 2, said.c_str());
            QVERIFY2(errors.size() < 8000, said.c_str());
            refused += status == 2;
            if (status == 2) QVERIFY2(errors.find("sokudo-cli: ") != std::string::npos, said.c_str());
        }
        QVERIFY(refused > static_cast<int>(calls.size()) / 3);
    }
    void theLastGuardSaysWhatWasThrown()
    {
        Quiet quiet;
        QCOMPARE(guarded("sokudo-cli", []() -> int { throw std::runtime_error("a wall"); }), 2);
        QCOMPARE(guarded("sokudo-cli", []() -> int { throw 7; }), 2);
        QCOMPARE(guarded("sokudo-cli", []() -> int { throw std::bad_alloc(); }), 2);
        QCOMPARE(guarded("sokudo-cli", [] { return 1; }), 1);
        QVERIFY(quiet.errors().find("a wall") != std::string::npos);
        QVERIFY(quiet.errors().find("not enough memory") != std::string::npos);
    }
};

SOKUDO_TEST(ArgumentsByChanceTest)
#include "arguments_by_chance_test.moc"
