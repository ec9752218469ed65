// SPDX-License-Identifier: GPL-3.0-or-later
// Every example of docs/one-line.md, and lines that are wrong.
#include <random>

#include <QRegularExpression>

#include "core/plan/invariants.h"
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class LinkLineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The documentation's table of lines and answers is the test.
    void documentedLines()
    {
        static const QRegularExpression kRow(R"(^\| `([^`]+/[^`]+)` \| ([a-z ]+)(?:, ([0-9.]+) (Gb/s|Mb/s))? \|)");
        int checked = 0;
        for (const QString& row : QString::fromUtf8(sourceFile("docs/one-line.md")).split('\n')) {
            const auto found = kRow.match(row);
            if (!found.hasMatch()) continue;
            const auto report = oneline::judgeLinkLine(found.captured(1).toStdString(), knowledge());
            QVERIFY2(report,
                     qPrintable(found.captured(1) + ": " + (report ? QString() : toQt(report.error().message()))));
            QVERIFY2(
                toQt(word(report->verdict)) == found.captured(2),
                qPrintable(found.captured(1) + ": " + toQt(word(report->verdict)) + ", " + toQt(report->reason())));
            const double gbps = found.captured(3).toDouble() * (found.captured(4) == "Mb/s" ? 1e-3 : 1);
            if (gbps > 0) NEAR(inGigabits(*report->rate), gbps, 5e-3);
            else QVERIFY2(!report->rate, qPrintable(found.captured(1)));
            ++checked;
        }
        QVERIFY2(checked >= 40, qPrintable(QString::number(checked)));
    }
    /// A length that no count of millimetres times five can hold is far too long, and not a little.
    void anAbsurdLength()
    {
        const auto report =
            oneline::judgeLinkLine("sfp+:10gbase-sr / om3 2000000000000000m / sfp+:10gbase-sr", knowledge());
        QVERIFY(report);
        QCOMPARE(report->verdict, Verdict::NoLink);
        for (const match::Finding& finding : report->findings)
            QVERIFY2(finding.text().find("it may link") == std::string::npos, finding.text().c_str());
    }
    void errorsPointAtTheWord_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("where");
        QTest::addColumn<QString>("what");
        const auto row = [](const char* line, const char* where, const char* what) {
            QTest::newRow(line) << line << where << what;
        };
        row("sfp28:25gbase-sr", "", "three parts");
        row("", "", "three parts");
        row(" / om4 8m / sfp28", "", "first end is empty");
        row("sfp28 / / sfp28", "", "cable between two /");
        row("sfp28 / om4 8m / ", "", "second end is empty");
        row("sfp28 / om6 8m / sfp28", "character 9, “om6”", "did you mean");
        row("sfp99 / om4 8m / sfp28", "character 1, “sfp99”", "no socket");
        row("sfp28,fec=maybe / om4 8m / sfp28", "character 7, “fec=maybe”", "no kind of FEC");
        row("sfp28,colour=red / om4 8m / sfp28", "character 7, “colour=red”", "no setting");
        row("sfp28 / om4 8m joints=x / sfp28", "character 16, “joints=x”", "whole number");
        row("sfp28 / 8m / sfp28", "character 9, “8m”", "names no kind");
        row("sfp28 / om4 om3 8m / sfp28", "character 13, “om3”", "second kind");
        row("sfp28,slot=3.0 / dac 2m / sfp28", "character 7, “slot=3.0”", "generation and lanes");
        row("rj45,rates=fast / cat6 2m / rj45", "character 6, “rates=fast”", "10+5+2.5+1");
        row("sfp28 / om4 0m / sfp28", "character 9, “om4”", "above 0 m");
        row("sfp28,mtu=5 / om4 1m / sfp28", "character 7, “mtu=5”", "576");
        row("rj45 / cat6a 90 / rj45", "character 14, “90”", "written 90m");
        row("rj45 rates=10,5 / cat6a 9m / rj45", "character 15, “5”", "rates=10+5");
        row("rj45 / cat6a 9m utp / rj45", "character 17, “utp”", "f/utp");
        row("rj45 / cat6a 9m 802.3at / rj45", "character 17, “802.3at”", "pse=type2");
        row("sfp28 / dac 3m ca-25g-l / sfp28", "character 16, “ca-25g-l”", "class=l");
        row("rj45 / cat6 9m cca / rj45", "character 16, “cca”", "copper-clad");
        row("rj45 lacp / cat6 9m / rj45", "character 6, “lacp”", "bond=ports");
        row("rj45 10gbe / cat6 9m / rj45", "character 6, “10gbe”", "rates=10");
        row("sfp+:10gbase-sr module=10gbase-lr / om3 9m / sfp+:10gbase-sr", "character 6, “10gbase-sr”",
            "speaks another PHY");
        row("rj45 autoneg / cat6 9m / rj45", "character 6, “autoneg”", "takes a value");
    }
    void errorsPointAtTheWord()
    {
        QFETCH(QString, line);
        QFETCH(QString, where);
        QFETCH(QString, what);
        const auto got = oneline::judgeLinkLine(line.toStdString(), knowledge());
        QVERIFY(!got);
        QCOMPARE(toQt(got.error().where), where);
        QVERIFY2(toQt(got.error().what.text()).contains(what), got.error().what.text().c_str());
        QVERIFY(!toQt(got.error().message()).contains('\n'));
    }
    void screensAreWrittenWithTheirSlash()
    {
        for (const char* screen : {"f/utp", "S/FTP", "u/ftp", "SF/UTP"}) {
            const auto plan =
                oneline::planFromLinkLine(std::string("rj45 / cat6a 9m ") + screen + " / rj45", knowledge());
            QVERIFY2(plan, screen);
            QVERIFY(plan->runs.begin()->traits.flag("screened"));
        }
        const auto plain = oneline::planFromLinkLine("rj45 / U/UTP cat6a 9m / rj45", knowledge());
        QVERIFY(plain && !plain->runs.begin()->traits.has("screened"));
    }
    void spacesAndCaseDoNotChangeTheAnswer()
    {
        const auto a = oneline::judgeLinkLine("sfp28:25gbase-sr,fec=rs / om4 80m lc joints=2 / sfp28:25gbase-sr,fec=rs",
                                              knowledge());
        const auto b = oneline::judgeLinkLine(
            "  SFP28 : 25GBASE-SR , FEC = RS/OM 4  80 M  LC JOINTS = 2/sfp 28:25gbase-sr  fec=RS ", knowledge());
        QVERIFY2(a && b, b ? "" : b.error().message().c_str());
        QCOMPARE(a->verdict, b->verdict);
        QCOMPARE(a->findings.size(), b->findings.size());
    }
    void severalCablesMeetAtPanels()
    {
        const auto plan = oneline::planFromLinkLine("rj45 / cat6 1m / cat6a 30m / cat6 2m / rj45", knowledge());
        QVERIFY(plan);
        QCOMPARE(plan->runs.size(), std::size_t{3});
        QCOMPARE(plan->devices.size(), std::size_t{4});
        QVERIFY(plan::brokenInvariants(*plan).empty());
        QCOMPARE(plan::links(*plan).size(), std::size_t{1});
    }
    /// Any line is answered or refused; none brings the program down.
    void scrambledLinesAreAnsweredOrRefused()
    {
        const unsigned start = 4711;
        qInfo("scrambled lines start from %u", start);
        std::mt19937 engine(start);
        static constexpr const char* kPieces[] = {"sfp28",      ":",           "25gbase-sr",
                                                  ",",          "fec=rs",      " / ",
                                                  "om4",        "80m",         "joints=2",
                                                  "cat5e",      "rj45",        "=",
                                                  "x",          "dac",         "999999999999m",
                                                  "rates=10+1", "\xC3\x97",    "want=",
                                                  "-1m",        "slot=4.0x4",  "  ",
                                                  "qsfp28",     "100gbase-dr", "wiremap=split",
                                                  "é",          "\t",          "between-buildings",
                                                  "0.000001m"};
        for (int i = 0; i < 20000; ++i) {
            std::string line;
            for (auto n = engine() % 14; n > 0; --n)
                line += std::string(kPieces[engine() % std::size(kPieces)]) + (engine() % 2 ? " " : "");
            const auto got = oneline::judgeLinkLine(line, knowledge());
            if (!got) QVERIFY2(!got.error().what.text().empty(), line.c_str());
        }
    }
};

SOKUDO_TEST(LinkLineTest)
#include "link_line_test.moc"
