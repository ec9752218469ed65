// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include "core/kb/rule_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trait_value.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::sources;
using sokudo::testing::toQt;

class TraitValueTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void canonical_data()
    {
        QTest::addColumn<QString>("trait");
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("shown");
        QTest::newRow("bare celsius") << "celsius"
                                      << "55"
                                      << "55"
                                      << "55 °C";
        QTest::newRow("celsius with unit") << "celsius"
                                           << "55 °C"
                                           << "55"
                                           << "55 °C";
        QTest::newRow("millimetres") << "bend"
                                     << "25mm"
                                     << "0.025"
                                     << "25 mm";
        QTest::newRow("a rate of eleven digits") << "rated"
                                                 << "25"
                                                 << "25000000000"
                                                 << "25 Gb/s";
        QTest::newRow("a rate in Mb/s") << "adapter-port"
                                        << "100 Mb/s"
                                        << "100000000"
                                        << "100 Mb/s";
        QTest::newRow("dBm") << "rx"
                             << "-7.25dBm"
                             << "-7.25"
                             << "-7.25 dBm";
        QTest::newRow("gauge") << "gauge"
                               << "26AWG"
                               << "26"
                               << "26 AWG";
        QTest::newRow("bare flag") << "satellite"
                                   << ""
                                   << "yes"
                                   << "yes";
        QTest::newRow("choice in capitals") << "mpo"
                                            << "B"
                                            << "b"
                                            << "b";
        QTest::newRow("gigahertz") << "splitter-mhz"
                                   << "1.675 GHz"
                                   << "1675"
                                   << "1675 MHz";
    }
    void canonical()
    {
        QFETCH(QString, trait);
        QFETCH(QString, typed);
        QFETCH(QString, value);
        QFETCH(QString, shown);
        const kb::TraitKind* kind = knowledge().find<kb::TraitKind>(trait.toStdString());
        QVERIFY(kind);
        const auto got = kb::traitValue(*kind, typed.toStdString());
        QVERIFY2(got, got ? "" : got.error().what.text().c_str());
        QCOMPARE(toQt(*got), value);
        QCOMPARE(toQt(kb::traitText(*kind, *got)).replace(QChar(0x202f), ' '), shown);
    }
    void refused_data()
    {
        QTest::addColumn<QString>("trait");
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("says");
        QTest::newRow("too hot") << "celsius"
                                 << "91"
                                 << "between -40 and 90 °C";
        QTest::newRow("a word for a number") << "loop"
                                             << "many"
                                             << "a number in Ω";
        QTest::newRow("half a gauge") << "gauge"
                                      << "24.5"
                                      << "whole number";
        QTest::newRow("no such choice") << "mpo"
                                        << "d"
                                        << "a, b, c";
        QTest::newRow("the wrong unit") << "bend"
                                        << "25kg"
                                        << "a number in m";
    }
    void refused()
    {
        QFETCH(QString, trait);
        QFETCH(QString, typed);
        QFETCH(QString, says);
        const auto got = kb::traitValue(*knowledge().find<kb::TraitKind>(trait.toStdString()), typed.toStdString());
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().what.text()).contains(says), got.error().what.text().c_str());
    }
    /// Every kind has bounds or choices, a name and a meaning.
    void kindsAreWhole()
    {
        for (const kb::TraitKind& kind : knowledge().all<kb::TraitKind>()) {
            QVERIFY2(!kind.name.empty() && !kind.meaning.empty() && !kind.changes.empty() && !kind.media.empty(),
                     kind.id.c_str());
            const bool bounded = kind.least && kind.most && *kind.least < *kind.most;
            const bool isFree = kind.type == kb::TraitType::Flag || kind.type == kb::TraitType::Text;
            QVERIFY2(isFree ? !bounded && kind.choices.empty() : bounded == kind.choices.empty(), kind.id.c_str());
        }
    }
    /// What the rules ask for exists, and what exists is asked for.
    void theRulesAskForWhatExists()
    {
        QString code;
        for (const QString& file : sources("src/core"))
            if (file.startsWith("match/") || file.startsWith("oneline/") || file.startsWith("expect/") ||
                file.startsWith("power/"))
                code += QString::fromUtf8(testing::sourceFile("src/core/" + file));
        for (const kb::TraitKind& kind : knowledge().all<kb::TraitKind>()) {
            // a trait may be asked for by a row that says what it changes
            const bool byRow =
                std::any_of(knowledge().all<kb::StageFactor>().begin(), knowledge().all<kb::StageFactor>().end(),
                            [&](const kb::StageFactor& row) { return row.trait == kind.id; });
            QVERIFY2(byRow || kind.isOfSurvey() || code.contains('"' + toQt(kind.id) + '"'), kind.id.c_str());
        }
        static const QRegularExpression asked(
            "(?:traits\\.(?:word|is|yes|count|has)|traits\\.as<\\w+>|runWord|runCount|runAs<\\w+>|\\bend\\.is|\\bend\\."
            "word|link\\.[ab]\\.is|link\\.[ab]\\.word)\\(\"([a-z0-9-]+)\"");
        auto matches = asked.globalMatch(code);
        int count = 0;
        for (; matches.hasNext(); ++count) {
            const QString id = matches.next().captured(1);
            QVERIFY2(knowledge().find<kb::TraitKind>(id.toStdString()), qPrintable(id));
        }
        QVERIFY(count > 60);
    }
};

SOKUDO_TEST(TraitValueTest)
#include "trait_value_test.moc"
