// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/csv.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::toQt;

class CsvTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void readsQuotesAndLineEnds()
    {
        const auto sheet = csv::parse(
            "\xEF\xBB\xBFName,Note\r\ncore,\"two, with \"\"quotes\"\"\"\r\nvault,\"line\nbreak\"\r\n", "t.csv");
        QVERIFY(sheet);
        QCOMPARE(sheet->records().size(), std::size_t{2});
        QCOMPARE(toQt(sheet->cell(sheet->records()[0], "note")), "two, with \"quotes\"");
        QCOMPARE(toQt(sheet->cell(sheet->records()[1], "note")), "line\nbreak");
        QCOMPARE(sheet->records()[1].line, 3);
    }
    /// What is too large is refused at once, and no message quotes it whole.
    void whatIsTooLargeIsRefused()
    {
        std::string wide = "c0";
        for (int i = 1; i < 100'000; ++i) wide += ",c" + std::to_string(i);
        const auto columns = csv::parse(wide, "t.csv");
        QVERIFY(!columns && toQt(columns.error().message()).contains("more than 2000 columns"));
        const auto cell = csv::parse("a\n" + std::string(5'000'000, 'x'), "t.csv");
        QVERIFY(!cell && toQt(cell.error().message()).contains("longer than 65536 bytes"));
        QVERIFY(cell.error().message().size() < 300);
        std::string many = "a,b\n";
        for (int i = 0; i < 60; ++i) many += "1,2\n";
        QVERIFY(csv::parse(many, "t.csv", {.cells = 200}));
        const auto cells = csv::parse(many, "t.csv", {.cells = 100});
        QVERIFY(!cells && toQt(cells.error().message()).contains("more than 100 cells"));
    }
    /// A cell that a spreadsheet would run bears a mark, figures stay figures, and all is read back as it was.
    void formulasAreText()
    {
        const std::vector<std::string> cells{"=1+1",     "+49 30", "-5",  "-x",  "@a", "'=1", "''=1",
                                             "'quoted'", "2.5",    "a=b", "\tx", "",   "''"};
        const std::string line = csv::sheetLine(cells);
        QVERIFY(toQt(line).startsWith("'=1+1,"));
        QVERIFY(toQt(line).contains(",-5,"));
        QVERIFY(toQt(line).contains(",'-x,") && toQt(line).contains(",'@a,"));
        const auto sheet = csv::parse("a,b,c,d,e,f,g,h,i,j,k,l,m\n" + line, "t.csv");
        QVERIFY(sheet);
        const auto& fields = sheet->records()[0].fields;
        for (std::size_t i = 0; i < cells.size(); ++i) QCOMPARE(toQt(csv::fromSheet(fields[i])), toQt(cells[i]));
    }
    void emptyCellsAndMissingLastLineEnd()
    {
        const auto sheet = csv::parse("a,b\n,\nx,", "t.csv");
        QVERIFY(sheet);
        QCOMPARE(sheet->records().size(), std::size_t{2});
        QCOMPARE(toQt(sheet->cell(sheet->records()[1], "a")), "x");
        QVERIFY(sheet->cell(sheet->records()[1], "no such column").empty());
    }
    void saysWhatWhereAndHow_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("where");
        QTest::addColumn<QString>("part");
        QTest::newRow("open quote") << "a\nb\n\"c\nd"
                                    << "t.csv:3"
                                    << "never closed";
        QTest::newRow("short record") << "a,b\n1"
                                      << "t.csv:2"
                                      << "1 fields";
        QTest::newRow("long record") << "a,b\n1,2\n1,2,3"
                                     << "t.csv:3"
                                     << "3 fields";
        QTest::newRow("quote inside") << "a\nb\"c"
                                      << "t.csv:2"
                                      << "double the quotes";
        QTest::newRow("text after quote") << "a\n\"b\"c"
                                          << "t.csv:2"
                                          << "closing quote";
        QTest::newRow("doubled column") << "a,A\n1,2"
                                        << "t.csv:1"
                                        << "stands twice";
        QTest::newRow("nameless column") << "a,\n1,2"
                                         << "t.csv:1"
                                         << "no name";
        QTest::newRow("empty") << ""
                               << "t.csv"
                               << "empty";
    }
    void saysWhatWhereAndHow()
    {
        QFETCH(QString, text);
        QFETCH(QString, where);
        QFETCH(QString, part);
        const auto sheet = csv::parse(text.toStdString(), "t.csv");
        QVERIFY(!sheet);
        QCOMPARE(toQt(sheet.error().where), where);
        QVERIFY2(toQt(sheet.error().what.text()).contains(part), sheet.error().what.text().c_str());
    }
    void writtenLinesAreReadBack()
    {
        const std::vector<std::string> fields{"plain", "with, comma", "with \"quote\"", "two\nlines", ""};
        const auto sheet = csv::parse("a,b,c,d,e\r\n" + csv::line(fields), "t.csv");
        QVERIFY(sheet);
        QCOMPARE(sheet->records().front().fields, fields);
    }
};

SOKUDO_TEST(CsvTest)
#include "csv_test.moc"
