// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include "core/kb/part_rows.h"
#include "core/oneline/marks.h"

using namespace sokudo;
using namespace sokudo::testing;

class MarksTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void labels_data()
    {
        QTest::addColumn<QString>("label");
        QTest::addColumn<double>("gbps");
        QTest::addColumn<int>("known");
        const auto row = [](const char* label, double gbps, int known) {
            QTest::newRow(label) << label << gbps << known;
        };
        row("10G-LR 1310nm", 10.0, 3);
        row("SFP28", 25.0, 1);
        row("sfp+ sr 850 nm", 10.0, 3);
        row("QSFP28", 100.0, 1);
        row("Cat 5e U/UTP CMR", 2.5, 3);
        row("cat6a", 10.0, 1);
        row("2.5GbE PoE+", 2.5, 2);
        row("100/1000/2.5G/5G/10G", 10.0, 1);
        row("PoE+", 0.0, 1);
        row("SFP28 10G", 0.0, 2);  // they differ: the sentence says so
    }
    void labels()
    {
        QFETCH(QString, label);
        QFETCH(double, gbps);
        QFETCH(int, known);
        const auto read = oneline::readLabel(label.toStdString(), knowledge());
        QVERIFY2(read, read ? "" : read.error().message().c_str());
        QCOMPARE(static_cast<int>(read->known.size()), known);
        if (gbps > 0) QCOMPARE(inGigabits(*read->rate), gbps);
        else QVERIFY(!read->rate);
        QVERIFY(!read->sentence.empty());
    }
    void whatIsNotKnownIsSaid()
    {
        const auto read = oneline::readLabel("SFP+ lantern blue", knowledge());
        QCOMPARE(read->unknown.size(), std::size_t(2));
        QVERIFY(!oneline::readLabel("lantern", knowledge()));
        QVERIFY(!oneline::readLabel("", knowledge()));
        QVERIFY(toQt(oneline::readLabel("SFP28 10G", knowledge())->sentence).contains("differ"));
    }
    void cablesAreExplained()
    {
        for (const char* medium : {"cat5e", "cat6", "cat6a", "cat7", "cat8", "om3", "om4", "os2", "coax", "dac"}) {
            const kb::MediumNote* note = knowledge().find<kb::MediumNote>(medium);
            QVERIFY2(note && !note->build.empty() && !note->mechanics.empty(), medium);
        }
        QVERIFY(!knowledge().find<kb::MediumNote>("wifi"));
    }
};

SOKUDO_TEST(MarksTest)
#include "marks_test.moc"
