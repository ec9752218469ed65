// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of the owner: taken with the same checks, and refused with the row and the reason.
#include "plan_builder.h"

#include "core/analyse.h"
#include "core/kb/own_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/trade_rows.h"
#include "core/oneline/link_line.h"

using namespace sokudo;
using namespace sokudo::testing;

class OwnRowsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aModuleOfOnesOwn()
    {
        const kb::OwnRow row{"modules",
                             {{"id", "lantern-sr"},
                              {"name", "Lantern SR"},
                              {"cage", "sfp+"},
                              {"phy", "10gbase-sr"},
                              {"rates_gbps", "10"},
                              {"watts", "0.7"},
                              {"price", "11"}}};
        const auto kb = kb::loadWith(knowledge(), kb::embeddedFiles(), std::span(&row, 1));
        QVERIFY2(kb.has_value(), kb ? "" : kb.error().message().c_str());
        QCOMPARE(kb->all<kb::ModuleKind>().size(), knowledge().all<kb::ModuleKind>().size() + 1);
        QCOMPARE(kb::moduleNamed(*kb, "lantern-sr")->power, Watt::of(0.7));
        QCOMPARE(QString::fromStdString(kb::moduleNamed(*kb, "lantern-sr")->from.source), QString("own"));
        QCOMPARE(oneline::judgeLinkLine("sfp+:lantern-sr / om3 30m / sfp+:10gbase-sr", *kb)->verdict, Verdict::Fits);
        QVERIFY(!oneline::judgeLinkLine("sfp+:lantern-sr / om3 30m / sfp+:10gbase-sr", knowledge()));
    }
    void aShippedRowIsReplaced()
    {
        const kb::OwnRow row{"supplies",
                             {{"medium", "om4"},
                              {"price_per_m", "1.5"},
                              {"price_each", "20"},
                              {"longest_m", "50"},
                              {"minutes_each", "10"},
                              {"minutes_per_m", "1"},
                              {"minutes_cord", "2"},
                              {"wall", "yes"},
                              {"ns_per_m", "4.9"},
                              {"end_w", "0"}}};
        const auto kb = kb::loadWith(knowledge(), kb::embeddedFiles(), std::span(&row, 1));
        QCOMPARE(kb->all<kb::Supply>().size(), knowledge().all<kb::Supply>().size());
        QCOMPARE(*kb->find<kb::Supply>("om4")->pricePerMetre, 1.5);
    }
    void whatIsWrongIsNamed_data()
    {
        QTest::addColumn<QString>("table");
        QTest::addColumn<QString>("column");
        QTest::addColumn<QString>("cell");
        QTest::addColumn<QString>("says");
        QTest::newRow("table") << "rules"
                               << "id"
                               << "x"
                               << "takes no rows of your own";
        QTest::newRow("column") << "modules"
                                << "watt"
                                << "1"
                                << "did you mean watts?";
        QTest::newRow("no key") << "modules"
                                << "name"
                                << "Lantern"
                                << "column id is empty";
        QTest::newRow("number") << "modules"
                                << "watts"
                                << "one"
                                << "one";
        QTest::newRow("phy") << "modules"
                             << "phy"
                             << "10gbase-qr"
                             << "names something unknown";
    }
    void whatIsWrongIsNamed()
    {
        QFETCH(QString, table);
        QFETCH(QString, column);
        QFETCH(QString, cell);
        QFETCH(QString, says);
        kb::OwnRow row{
            table.toStdString(),
            {{"id", "lantern"}, {"cage", "sfp+"}, {"phy", "10gbase-sr"}, {"rates_gbps", "10"}, {"watts", "0.7"}}};
        if (column == "name") row.cells.erase("id");
        row.cells[column.toStdString()] = cell.toStdString();
        const auto kb = kb::loadWith(knowledge(), kb::embeddedFiles(), std::span(&row, 1));
        QVERIFY(!kb);
        QVERIFY2(toQt(kb.error().message()).contains(says), kb.error().message().c_str());
    }
    void fromCsv()
    {
        const auto rows =
            kb::ownRowsFromCsv(kb::embeddedFiles(), "modules", "id,price,name\na,5,\"A, long\"\nb,,B\n", "mine.csv");
        QCOMPARE(rows->size(), std::size_t(2));
        QCOMPARE(QString::fromStdString((*rows)[0].cells.at("name")), QString("A, long"));
        QVERIFY(!(*rows)[1].cells.count("price"));
        QVERIFY(!kb::ownRowsFromCsv(kb::embeddedFiles(), "modules", "name\nx\n", "mine.csv"));
        QVERIFY(!kb::ownRowsFromCsv(kb::embeddedFiles(), "modules", "id,colour\nx,red\n", "mine.csv"));
        QVERIFY(!kb::ownRowsFromCsv(kb::embeddedFiles(), "causes", "id\nx\n", "mine.csv"));
        for (const kb::OpenTable& table : kb::openTables())
            QVERIFY(!kb::columnsOf(kb::embeddedFiles(), table.table).empty());
    }
    void theProjectCarriesThem()
    {
        plan::Plan house = lanternRow();
        house = *plan::edits::putCatalogueRow(house, {{77},
                                                      "modules",
                                                      {{"id", "10gbase-sr"},
                                                       {"name", "10GBASE-SR module"},
                                                       {"cage", "sfp+"},
                                                       {"phy", "10gbase-sr"},
                                                       {"rates_gbps", "10"},
                                                       {"watts", "0.6"}}});
        QCOMPARE(kb::moduleNamed(*knowledgeOf(house, knowledge(), kb::embeddedFiles()), "10gbase-sr")->power,
                 Watt::of(0.6));
        QVERIFY(!plan::edits::putCatalogueRow(house, {{78}, "modules", {}}));
        QVERIFY(!plan::edits::putCatalogueRow(house, {{78}, "", {{"id", "x"}}}));
        house = *plan::edits::deleteCatalogueRow(house, {77});
        QCOMPARE(kb::moduleNamed(*knowledgeOf(house, knowledge(), kb::embeddedFiles()), "10gbase-sr")->power,
                 kb::moduleNamed(knowledge(), "10gbase-sr")->power);
        QVERIFY(!plan::edits::deleteCatalogueRow(house, {77}));
    }
};

SOKUDO_TEST(OwnRowsTest)
#include "own_rows_test.moc"
