// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of buying and building: what their rows refer to is there, and a bad cell is named.
#include "core/buy/parts.h"
#include "core/kb/build_rows.h"
#include "core/kb/load.h"
#include "core/kb/port_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/worth_rows.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class TradeTablesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyNeedIsAPart()
    {
        for (const kb::PartNeed& row : knowledge().all<kb::PartNeed>()) {
            std::string part = row.part;
            if (const auto at = part.find("{medium}"); at != std::string::npos) part.replace(at, 8, "cat6a");
            QVERIFY2(buy::partOf(knowledge(), part), row.part.c_str());
            QVERIFY(row.count >= 1 && !row.why.empty());
        }
    }
    void everySwitchHasItsCages()
    {
        for (const kb::SwitchKind& row : knowledge().all<kb::SwitchKind>()) {
            QVERIFY2(!row.ports.empty(), row.id.c_str());
            for (const kb::PortGroup& ports : row.ports) {
                const auto* cage = knowledge().find<kb::Cage>(ports.cage);
                QVERIFY2(cage && ports.count > 0, row.id.c_str());
                QVERIFY2(ports.rate <= cage->usualRate() || !cage->defaultRates.empty(), row.id.c_str());
            }
            QVERIFY2(row.price > Money{} && row.power > Watt{}, row.id.c_str());
        }
    }
    void everyLeadHasItsMediumAndRises()
    {
        for (const kb::LeadKind& row : knowledge().all<kb::LeadKind>()) {
            QVERIFY2(knowledge().find<kb::Medium>(row.medium), row.medium.c_str());
            QVERIFY(row.lengthFor(Length::of(0.1)) == &row.lengths.front());
            QVERIFY(!row.lengthFor(row.lengths.back() + Length::of(0.1)));
            for (const Length& sold : row.lengths) {
                const auto part = buy::partOf(knowledge(), row.partOf(sold));
                QVERIFY2(part, row.partOf(sold).c_str());
                QCOMPARE(*part->rough, row.priceOf(sold));
            }
        }
    }
    void everyPartNamesItsTable()
    {
        for (const char* id :
             {"10gbase-sr", "cat6a", "switch-8x10", "card-25", "om4-lead-3m", "plate", "coax-adapter"}) {
            const auto part = buy::partOf(knowledge(), id);
            QVERIFY2(part && part->table.ends_with(".csv"), id);
            QVERIFY2(kb::embeddedFiles().count(part->table), part->table.c_str());
        }
    }
    void bridgesAndFollowUpsHoldTogether()
    {
        for (const kb::RadioBridge& row : knowledge().all<kb::RadioBridge>()) {
            QVERIFY2(knowledge().find<kb::Ceiling>(row.ceiling), row.id.c_str());
            QVERIFY(row.pair > Money{} && row.longest > Length::of(10));
        }
        for (const char* id : {"board", "board-parts", "move-card", "air", "bracket", "chipset", "partner", "lead"})
            QVERIFY2(knowledge().find<kb::FollowUp>(id), id);
        QVERIFY(knowledge().find<kb::FollowUp>("board-parts")->isMaybe);
        for (const char* id : {"dig", "roof", "ladders", "surge", "light", "fibre-dust", "card", "walls"})
            QVERIFY2(knowledge().find<kb::Caution>(id), id);
    }
    void endsAreTroubleByTheirKind()
    {
        const auto* factory = knowledge().find<kb::EndKind>("factory");
        const auto* plug = knowledge().find<kb::EndKind>("plug");
        QVERIFY(factory && plug && factory->trouble < plug->trouble);
        for (const kb::EndKind& row : knowledge().all<kb::EndKind>()) QVERIFY(!row.says.empty() && row.trouble > 0);
    }

    void badCellsAreNamed_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QString>("find");
        QTest::addColumn<QString>("put");
        QTest::addColumn<QString>("says");
        const auto row = [](const char* name, const char* file, const char* find, const char* put, const char* says) {
            QTest::newRow(name) << file << find << put << says;
        };
        row("delay", "cable_delays.csv", "0.67,0.69,0.70", "0.72,0.69,0.70", "rise between 0 and 1");
        row("too fast", "cable_delays.csv", "0.82,0.83,0.85", "0.82,0.83,1.2", "rise between 0 and 1");
        row("dig", "digs.csv", "20,2.5,60", "much,2.5,60", "not a number");
        row("bridge", "bridges.csv", "220,400", "220,far", "not a number");
        row("follow-up", "follow_ups.csv", "220,180,no", "220,180,perhaps", "maybe");
        row("switch", "switches.csv", "8xsfp+:10", "8 sfp+", "8xrj45:2.5");
        row("lead", "leads.csv", "0.5 1 2 3", "3 2 1", "rise");
        row("need", "part_needs.csv", "laid-any,house,labels", "laid-any,street,labels", "per needs end");
    }
    void badCellsAreNamed()
    {
        QFETCH(QString, file);
        QFETCH(QString, find);
        QFETCH(QString, put);
        QFETCH(QString, says);
        kb::Files files = kb::embeddedFiles();
        QString text = toQt(files.at(file.toStdString()));
        QVERIFY2(text.contains(find), qPrintable(text.left(400)));
        files[file.toStdString()] = text.replace(find, put).toStdString();
        const auto kb = kb::load(files);
        QVERIFY(!kb);
        QVERIFY2(toQt(kb.error().message()).contains(says) && toQt(kb.error().message()).contains(file),
                 kb.error().message().c_str());
    }
};

SOKUDO_TEST(TradeTablesTest)
#include "trade_tables_test.moc"
