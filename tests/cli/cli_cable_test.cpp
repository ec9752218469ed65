// SPDX-License-Identifier: GPL-3.0-or-later
// What a tester shows of a cable, asked on the command line.
#include "command_line.h"

using namespace sokudo::testing;

class CliCableTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aWireMapIsNamed()
    {
        const Run run =
            cli({"wiremap", "1-1 2-2 3-6 6-3 4-4 5-5 7-x 8-8", "--near", "plug", "--far", "jack", "--json"});
        QCOMPARE(run.status, 1);
        const QJsonObject json = run.json();
        QCOMPARE(json["id"].toString(), "open-cd");
        QCOMPARE(json["faults"].toArray().size(), 2);
        QCOMPARE(json["likelier_end"].toString(), "near");
        QCOMPARE(json["effects"].toArray().size(), 4);
        // An open idle pair leaves 100 Mb/s of a 10G pair of ports.
        QCOMPARE(json["effects"][3]["left_bps"].toDouble(), 1e8);
        QCOMPARE(json["map"].toString(), "1-1 2-2 3-6 4-4 5-5 6-3 7-x 8-8");
    }
    void aGoodMapAndASplitOne()
    {
        const Run good = cli({"wiremap", "1 2 3 4 5 6 7 8"});
        QCOMPARE(good.status, 0);
        QVERIFY(good.out.startsWith("Straight: all four pairs"));
        QVERIFY(cli({"wiremap", "1 2 3 4 5 6 7 8", "--crosstalk"}).out.contains("a pair is split"));
        const Run slow = cli({"wiremap", "1 2 3 4 5 6 7 8", "--links-at", "100m", "--wanted", "2.5g"});
        QVERIFY2(slow.out.contains("a pair may be split"), qPrintable(slow.out + slow.err));
        QVERIFY(slow.out.contains("10 Gb/s: no link"));
    }
    void badMapsAreRefused()
    {
        QCOMPARE(cli({"wiremap", "1 2 3"}).status, 2);
        QVERIFY(cli({"wiremap", "1-1 1-2 3-3 4-4 5-5 6-6 7-7 8-8"}).err.contains("pin 1 is there twice"));
        QVERIFY(cli({"wiremap", "1 2 3 4 5 6 7 8", "--near", "glue"}).err.contains("factory, jack or plug"));
        QVERIFY(cli({"wiremap", "1 2 3 4 5 6 7 8", "--links-at", "slow"}).err.contains("write the rate"));
    }

    void aFaultHasAPlace()
    {
        const QJsonObject json = cli({"cable-distance", "--reading", "14m", "--near-cord", "2m", "--fixed", "30m",
                                      "--far-cord", "3m", "--from-far", "21m", "--json"})
                                     .json();
        QCOMPARE(json["in_wall_m"].toDouble(), 12.0);
        QCOMPARE(json["nearer_to"].toString(), "near");
        QVERIFY(json["both_ends"].toString().contains("one place"));
        // 0.69 × 0.2998 × 870 / 2
        NEAR(cli({"cable-distance", "--delay", "870ns", "--nvp", "0.69", "--json"}).json()["reading_m"].toDouble(),
             89.98, 1e-3);
        NEAR(cli({"cable-distance", "--delay", "870ns", "--cable", "cat6", "--json"}).json()["reading_m"].toDouble(),
             89.98, 1e-3);
        QVERIFY(cli({"cable-distance", "--reading", "14m", "--fixed", "30m"}).out.contains("First: "));
    }
    void badDistancesAreRefused()
    {
        QVERIFY(cli({"cable-distance"}).err.contains("give the reading"));
        QVERIFY(cli({"cable-distance", "--reading", "far"}).err.contains("write the reading"));
        QVERIFY(cli({"cable-distance", "--delay", "870ns"}).err.contains("NVP"));
        QVERIFY(cli({"cable-distance", "--reading", "14m", "--fixed", "long"}).err.contains("write lengths"));
    }

    void aBatchIsJudged()
    {
        const QJsonObject json = cli({"batch", "2 bad of 5, 19 untested", "--json"}).json();
        // 3 of 25 on average: 2.28 of the 19.
        NEAR(json["expected_bad"].toDouble(), 2.28, 1e-9);
        double sum = 0;
        for (const QJsonValue one : json["exactly"].toArray()) sum += one.toDouble();
        NEAR(sum, 1, 1e-6);
        QVERIFY(cli({"batch", "0 bad of 40, 5 untested"}).out.contains("share of bad ones"));
        QCOMPARE(cli({"batch", "9 bad of 5, 19 untested"}).status, 2);
        QCOMPARE(cli({"batch", "something"}).status, 2);
    }

    void jobsAndTheirSchedule()
    {
        DemoProject demo;
        const Run run = cli({"jobs", demo.path, "--variant", "ten gigabit upstairs", "--json"});
        const QJsonArray jobs = run.json()["jobs"].toArray();
        QVERIFY2(jobs.size() >= 5, qPrintable(run.err));
        QStringList seen;
        double usual = 0;
        for (const QJsonValue job : jobs) {
            for (const QJsonValue first : job["after"].toArray()) QVERIFY(seen.contains(first.toString()));
            seen << job["key"].toString();
            usual += job["minutes"][1].toDouble();
            QVERIFY(!job["steps"].toArray().isEmpty());
        }
        NEAR(run.json()["minutes"][1].toDouble(), usual, 1e-9);
        const Run plan = cli({"schedule", demo.path, "--variant", "ten gigabit upstairs", "--person",
                              "ann tue 2h, sat 4h", "--person", "bo sat 4h", "--from", "2026-12-01", "--json"});
        QVERIFY2(!plan.json()["done"].isNull(), qPrintable(plan.err));
        QCOMPARE(plan.json()["jobs"].toArray().size(), jobs.size());
        QVERIFY(cli({"jobs", demo.path, "--variant", "ten gigabit upstairs"}).out.contains("Caution: "));
        QVERIFY(cli({"schedule", demo.path, "--variant", "ten gigabit upstairs", "--person", "ann"})
                    .err.contains("who has how long"));
        QVERIFY(cli({"schedule", demo.path, "--variant", "ten gigabit upstairs", "--person", "ann sat 4h", "--from",
                     "soon"})
                    .err.contains("first day"));
        QCOMPARE(cli({"jobs", demo.path, "--variant", "never"}).status, 2);
    }

    void theMovesOfASwitch()
    {
        DemoProject demo;
        QCOMPARE(cli({"edit", demo.path, "add switch core-new in cellar: 16x sfp28, 4x qsfp28, 8x rj45 2.5g"}).status,
                 0);
        const Run run = cli({"moves", demo.path, "--from", "core", "--to", "core-new", "--json"});
        QVERIFY2(run.status != 2, qPrintable(run.err));
        const QJsonObject json = run.json();
        QVERIFY(!json["moves"].toArray().isEmpty());
        QStringList to;
        for (const QJsonValue move : json["moves"].toArray()) {
            QVERIFY(!to.contains(move["to"].toString()));
            to << move["to"].toString();
            QVERIFY(move["from"].toString().startsWith("core "));
        }
        QVERIFY(cli({"moves", demo.path, "--from", "core", "--to", "core-new"})
                    .out.contains("leads move from core to core-new"));
        QVERIFY(cli({"moves", demo.path, "--from", "core", "--to", "core"}).err.contains("are the same"));
        QCOMPARE(cli({"moves", demo.path, "--from", "core", "--to", "moon"}).status, 2);
    }

    void netsForDirectLinks()
    {
        DemoProject demo;
        const Run run = cli({"addresses", demo.path, "--json"});
        QVERIFY2(run.status != 2, qPrintable(run.err));
        for (const QJsonValue one : run.json()["links"].toArray()) {
            QVERIFY(one["net"].toString().startsWith("10.99."));
            QVERIFY(one["a"].toString() != one["b"].toString());
        }
        QVERIFY(cli({"addresses", demo.path}).out.contains("direct links between hosts"));
        QVERIFY(cli({"addresses", demo.path, "--pool", "10.99.0.1/16"}).err.contains("write the net itself"));
        QCOMPARE(cli({"addresses", demo.path, "--pool", "here"}).status, 2);
    }

    void aLinkIsQualified()
    {
        const QJsonObject json =
            cli({"qualify", "--rate", "10g", "--load", "100", "--ratio", "1e-12", "--json"}).json();
        NEAR(json["seconds"].toDouble(), 299.57, 1e-3);
        QVERIFY(json["bound"].isNull());
        const Run run =
            cli({"qualify", "--rate", "10g", "--ratio", "1e-12", "--bits", "3e12", "--errors", "1", "--json"});
        QCOMPARE(run.status, 1);
        QVERIFY(!run.json()["proved"].toBool());
        QVERIFY(cli({"qualify", "--rate", "10g"}).out.contains("Run it for"));
        QVERIFY(cli({"qualify", "--rate", "fast"}).err.contains("write the rate"));
    }
};

SOKUDO_TEST(CliCableTest)
#include "cli_cable_test.moc"
