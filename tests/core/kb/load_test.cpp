// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/load.h"
#include "core/kb/cause_rows.h"
#include "core/kb/check.h"
#include "core/kb/port_rows.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::toQt;

class LoadTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void builtInTablesAgree()
    {
        const auto kb = kb::load(kb::embeddedFiles());
        QVERIFY2(kb, kb ? "" : kb.error().message().c_str());
        const auto wrong = kb::contradictions(*kb);
        QVERIFY2(wrong.empty(), wrong.empty() ? "" : wrong.front().c_str());
        QVERIFY(kb->all<kb::Phy>().size() > 40);
        QVERIFY(kb->all<kb::Cause>().size() >= 82);
        QVERIFY(kb->all<kb::Flag>().size() >= 88);
    }
    void badCellsNameFileAndLine_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QString>("find");
        QTest::addColumn<QString>("put");
        QTest::addColumn<QString>("what");
        QTest::newRow("not a number") << "reach.csv"
                                      << "1000base-sx,om1,275"
                                      << "1000base-sx,om1,far"
                                      << "not a number";
        QTest::newRow("unknown verdict") << "twisted_pair.csv"
                                         << "any,,no-link"
                                         << "any,,nolink"
                                         << "unknown verdict";
        QTest::newRow("unknown confidence") << "buses.csv"
                                            << "pcie-base,standard"
                                            << "pcie-base,sure"
                                            << "standard, typical, unsure";
        QTest::newRow("no source") << "buses.csv"
                                   << "pcie-base,standard"
                                   << ",standard"
                                   << "no source";
        QTest::newRow("unknown kind") << "media.csv"
                                      << "twisted-pair"
                                      << "twisted"
                                      << "kind of medium";
        QTest::newRow("bad signature") << "causes.csv"
                                       << "e02:H"
                                       << "e02:Q"
                                       << "H, M, L or Z";
    }
    void badCellsNameFileAndLine()
    {
        QFETCH(QString, file);
        QFETCH(QString, find);
        QFETCH(QString, put);
        QFETCH(QString, what);
        kb::Files files = kb::embeddedFiles();
        QString text = toQt(files.at(file.toStdString()));
        QVERIFY(text.contains(find));
        text.replace(text.indexOf(find), find.size(), put);
        files[file.toStdString()] = text.toStdString();
        const auto kb = kb::load(files);
        QVERIFY(!kb);
        QVERIFY2(toQt(kb.error().where).startsWith(file + ":"), kb.error().where.c_str());
        QVERIFY2(toQt(kb.error().what.text()).contains(what), kb.error().what.text().c_str());
    }
    void aMissingTableIsSaid()
    {
        kb::Files files = kb::embeddedFiles();
        files.erase("optics.csv");
        const auto kb = kb::load(files);
        QVERIFY(!kb);
        QCOMPARE(toQt(kb.error().where), "optics.csv");
    }
    void contradictionsAreFound_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QString>("find");
        QTest::addColumn<QString>("put");
        QTest::newRow("rate is not lanes times baud") << "phys.csv"
                                                      << "10gbase-sr,10GBASE-SR,10,1,10.3125"
                                                      << "10gbase-sr,10GBASE-SR,10,1,10.4";
        QTest::newRow("budget does not close") << "optics.csv"
                                               << "10gbase-lr,-8.2"
                                               << "10gbase-lr,-7.2";
        QTest::newRow("unknown source") << "media.csv"
                                        << "tia-568.2,standard"
                                        << "tia-999,standard";
        QTest::newRow("unknown medium") << "reach.csv"
                                        << "10gbase-sr,om3"
                                        << "10gbase-sr,om33";
        QTest::newRow("falling band") << "disks.csv"
                                      << "150,180,210"
                                      << "190,180,210";
        QTest::newRow("id twice") << "cages.csv"
                                  << "sfp28,SFP28"
                                  << "sfp+,SFP28";
        QTest::newRow("falling band of long packets") << "processors.csv"
                                                      << "5.5,7.5,9.5"
                                                      << "7.6,7.5,9.5";
        QTest::newRow("instead of nothing") << "stage_factors.csv"
                                            << "discard sendfile"
                                            << "discard send";
        QTest::newRow("instead of another stage's") << "stage_factors.csv"
                                                    << "discard sendfile"
                                                    << "discard wall";
        QTest::newRow("unknown flag") << "causes.csv"
                                      << "e02:H"
                                      << "e99:H";
    }
    void contradictionsAreFound()
    {
        QFETCH(QString, file);
        QFETCH(QString, find);
        QFETCH(QString, put);
        kb::Files files = kb::embeddedFiles();
        QString text = toQt(files.at(file.toStdString()));
        QVERIFY(text.contains(find));
        text.replace(text.indexOf(find), find.size(), put);
        files[file.toStdString()] = text.toStdString();
        const auto kb = kb::load(files);
        QVERIFY(kb);
        QVERIFY(!kb::contradictions(*kb).empty());
    }
};

SOKUDO_TEST(LoadTest)
#include "load_test.moc"
