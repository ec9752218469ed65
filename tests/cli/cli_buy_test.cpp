// SPDX-License-Identifier: GPL-3.0-or-later
// Buying on the command line.
#include "command_line.h"

using namespace sokudo::testing;

class CliBuyTest : public QObject {
    Q_OBJECT
    DemoProject m_demo;

private Q_SLOTS:
    void theListOfAVariant()
    {
        const Run run = cli({"buy", m_demo.path, "--variant", "fast plates", "--on", "2026-11-28", "--json"});
        const QJsonObject json = run.json();
        QCOMPARE(json["currency"].toString(), "EUR");
        double sum = 0;
        for (const QJsonValue line : json["lines"].toArray()) sum += line["cost"].toDouble();
        QCOMPARE(sum, json["to_buy"].toDouble());
        QCOMPARE(json["budget"].toDouble(), 900.0);
        QVERIFY(cli({"buy", m_demo.path, "--variant", "fast plates"}).out.contains("25G card, SFP28"));
        QVERIFY(cli({"buy", m_demo.path, "--variant", "never"}).err.contains("there are “before the fibre”"));
    }
    void theTripAndTheTable()
    {
        QVERIFY(cli({"list", m_demo.path, "--variant", "fast plates", "--on", "2026-11-28"})
                    .out.contains("[ ] 1 × 25G card"));
        QVERIFY(cli({"list", m_demo.path, "--variant", "fast plates", "--csv"}).out.startsWith("part,name,count"));
    }
    void whatIsCut()
    {
        const Run run = cli({"cut", m_demo.path, "--variant", "ten gigabit upstairs"});
        QCOMPARE(run.status, 0);
        QVERIFY2(run.out.contains("Rest of a reel of 85 m in stock"), qPrintable(run.out));
        QVERIFY(run.out.contains("no other way costs less"));
        QVERIFY(cli({"cut", m_demo.path, "--variant", "fast plates"}).out.contains("Nothing has to be cut"));
    }
    void theCheapestPlanIsProvedAndKept()
    {
        const Run run = cli({"solve", m_demo.path, "--wish", "platen to vault at 25g", "--keep", "plates", "--json"});
        const QJsonObject json = QJsonDocument::fromJson(run.out.left(run.out.lastIndexOf('}') + 1).toUtf8()).object();
        QVERIFY2(json["proved"].toBool(), qPrintable(run.err));
        QCOMPARE(json["totals"]["cost"].toDouble(), 118.0);
        QVERIFY(json["why_not_cheaper"].toString().contains("platen – vault at 25 Gb/s"));
        QCOMPARE(cli({"buy", m_demo.path, "--variant", "plates", "--json"}).json()["to_buy"].toDouble(), 118.0);
        QVERIFY(cli({"solve", m_demo.path, "--wish", "platen to moon at 25g"}).err.contains("moon"));
        QCOMPARE(cli({"solve", m_demo.path, "--wish", "platen to moon at 25g"}).status, 2);
    }
    void variantsSideBySide()
    {
        const Run run = cli({"compare", m_demo.path, "--on", "2026-11-28"});
        QVERIFY(run.out.contains("plates to the store"));
        QVERIFY(run.out.contains("“fast plates” costs"));
        const QJsonObject json = cli({"compare", m_demo.path, "fast plates", "--json"}).json();
        QCOMPARE(json["variants"].toArray().size(), 2);
        QVERIFY(json["variants"][1]["hours_saved_a_year"].toDouble() > 0);
        QVERIFY(cli({"compare", sourcePath("data/starters/test-bench.json")}).err.contains("no variant yet"));
    }
    void stagesOverMonths()
    {
        const Run run = cli({"stages", m_demo.path, "--variant", "ten gigabit upstairs", "--monthly", "200", "--json"});
        const QJsonObject json = run.json();
        QVERIFY2(json["exact"].toBool(), qPrintable(run.err));
        int month = 0;
        for (const QJsonValue one : json["order"].toArray()) {
            QVERIFY(one["month"].toInt() >= month);
            month = one["month"].toInt();
        }
        QVERIFY(month >= 2);
    }
    void laterInstrumentsAndCapacity()
    {
        const QJsonObject later = cli({"later", "premium 400, redo 2200, 8 years, p 0.4", "--json"}).json();
        QVERIFY(later["pays_now"].toBool());
        NEAR(later["expected_cost_of_waiting"].toDouble(), 772.17, 1e-4);
        QCOMPARE(cli({"later", "premium 400"}).status, 2);
        QVERIFY(cli({"instruments", "--runs", "100"}).out.contains("of 5.0 expected faults"));
        QVERIFY(cli({"capacity", m_demo.path}).out.contains("vault"));
    }
    void thePriceSaysWhereItComesFrom()
    {
        const QJsonObject json =
            cli({"buy", m_demo.path, "--variant", "fast plates", "--on", "2026-11-28", "--json"}).json();
        int rough = 0, offers = 0;
        for (const QJsonValue line : json["lines"].toArray()) {
            if (line["to_buy"].toDouble() <= 0) continue;
            const QString from = line["price_from"].toString();
            QVERIFY2(!from.isEmpty(), qPrintable(line["name"].toString()));
            if (line["rough"].toBool()) {
                ++rough;
                QVERIFY2(from.startsWith("rough price of 2026 in "), qPrintable(from));
            } else {
                ++offers;
                QVERIFY2(from.startsWith("offer"), qPrintable(from));
            }
        }
        QVERIFY(rough > 0 && offers > 0);
        QVERIFY(json.contains("expected_loss"));
        QVERIFY(cli({"list", m_demo.path, "--variant", "fast plates", "--csv"}).out.contains("price_from"));
    }
    void theStepsOfAPlanSayWhatToMind()
    {
        const QJsonObject json = cli({"solve", m_demo.path, "--wish", "study to vault at 10g", "--json"}).json();
        QVERIFY(json["proved"].toBool());
        QVERIFY(!json["steps"].toArray().isEmpty());
        for (const QJsonValue step : json["steps"].toArray()) QVERIFY(!step["do"].toString().isEmpty());
        QVERIFY2(!json["greedy"].isNull(), "the plan by hand");
        QVERIFY(json["greedy"]["cost"].toDouble() >= json["totals"]["cost"].toDouble());
    }
    void fibreAgainstRadio()
    {
        const Run run = cli({"bridge", "--distance", "60m", "--rate", "1g", "--hour", "20", "--json"});
        QCOMPARE(run.status, 0);
        const QJsonObject json = run.json();
        QCOMPARE(json["options"].toArray().size(), 3);
        // Sums of BridgeTest: 665 by a trench, 250 by radio.
        NEAR(json["options"][0]["total"].toDouble(), 665, 1e-6);
        NEAR(json["options"][1]["total"].toDouble(), 250, 1e-6);
        QVERIFY(json["options"][1]["best"].toBool());
        QVERIFY(cli({"bridge", "--distance", "60m", "--rate", "1g"}).out.contains("Caution: "));
        QVERIFY(cli({"bridge", "--distance", "far"}).err.contains("write the distance"));
        QVERIFY(cli({"bridge", "--distance", "60m", "--rate", "quick"}).err.contains("write the rate"));
        QVERIFY(cli({"bridge", "--distance", "60m", "--dig", "tunnel"}).err.contains("there are trench-by-hand"));
    }
    void whatACardBringsAlong()
    {
        const QJsonObject json =
            cli({"cascade", m_demo.path, "--device", "study", "--card", "card-25", "--json"}).json();
        QVERIFY(!json["ways"].toArray().isEmpty());
        QVERIFY(json["ways"][0]["least"].toDouble() >= 130);
        QVERIFY(cli({"cascade", m_demo.path, "--device", "study", "--card", "card-25"}).out.contains("Caution: "));
        QVERIFY(
            cli({"cascade", m_demo.path, "--device", "study", "--card", "nothing"}).err.contains("there are card-2.5"));
        QVERIFY(cli({"cascade", m_demo.path, "--device", "core", "--card", "card-25"}).err.contains("takes no cards"));
        QCOMPARE(cli({"cascade", m_demo.path, "--device", "moon", "--card", "card-25"}).status, 2);
    }
};

SOKUDO_TEST(CliBuyTest)
#include "cli_buy_test.moc"
