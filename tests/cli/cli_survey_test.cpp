// SPDX-License-Identifier: GPL-3.0-or-later
// What a house as a whole says, as a user asks it.
#include "command_line.h"

using namespace sokudo::testing;

class CliSurveyTest : public QObject {
    Q_OBJECT
    DemoProject m_demo;
    QString copy(const char* name)
    {
        const QString path = m_demo.folder.filePath(name);
        if (!QFile::copy(m_demo.path, path)) qFatal("no copy");
        return path;
    }
private Q_SLOTS:
    void sixAnswersMakeAHouse()
    {
        const QString path = m_demo.folder.filePath("home.sokudo");
        const QStringList answers{"--floors", "cellar, ground floor", "--buildings", "garden shed, 30 m away",
                                  "--switch", "cellar: 8x sfp28",     "--walls",     "Cat 6, two to each room"};
        const Run tried = cli(QStringList{"start", path, "--try"} + answers);
        QCOMPARE(tried.status, 0);
        QVERIFY(!QFile::exists(path));
        QVERIFY(tried.out.contains("add switch core") && tried.out.contains("are not known yet"));
        QCOMPARE(cli(QStringList{"start", path} + answers).status, 0);
        QVERIFY(cli({"export", path}).out.contains("garden shed"));
        // Never over a house that is there.
        QVERIFY(cli(QStringList{"start", path} + answers).status > 1);
    }
    /// A picture into a copy of the demo, and out again in its export.
    void aPicture()
    {
        const QString path = copy("pictures.sokudo"), picture = sourcePath("docs/screenshots/survey.png");
        const Run run = cli({"photo", path, picture, "--of", "device core", "--found", "dirty"});
        QVERIFY2(run.out.contains("added photo survey: 1280 x 800 pixels"), qPrintable(run.out + run.err));
        // Of a test result: the result names it.
        const Run ofTest = cli({"photo", path, picture, "--of", "test w1 2026-11-14", "--caption", "the face"});
        QVERIFY2(ofTest.status == 0, qPrintable(ofTest.err));
        const QJsonObject tested = QJsonDocument::fromJson(cli({"export", path}).out.toUtf8()).object();
        bool isNamed = false;
        for (const QJsonValue& photo : tested["photos"].toArray())
            for (const QJsonValue& test : tested["cable_tests"].toArray())
                isNamed = isNamed || (photo["caption"].toString() == "the face" && test["photo"] == photo["id"] &&
                                      test["name"].toString() == "w1 2026-11-14");
        QVERIFY(isNamed);
        QVERIFY(cli({"photo", path, picture, "--of", "device moon"}).err.contains("no device"));
        QVERIFY(cli({"photo", path, path}).err.contains("no JPEG"));
        const QJsonObject house = QJsonDocument::fromJson(cli({"export", path}).out.toUtf8()).object();
        QVERIFY(cli({"export", path}).out.contains("/9j/"));  // how each JPEG begins in base64
        QVERIFY(!house.isEmpty());
    }
    void powerInOneLine()
    {
        const Run chain = cli({"poe", "type3 / cat6 60m 24awg / switch 9w / cat6 20m 24awg / class4"});
        QCOMPARE(chain.status, 0);
        QVERIFY2(chain.out.contains("passes on up to 37") && chain.out.contains("25.5 W"), qPrintable(chain.out));
        QCOMPARE(cli({"poe", "type1 / cat6 60m / switch 9w / cat6 20m / class4"}).status, 1);
        QVERIFY(cli({"poe", "triple plus / cat6 2m / class4"}).err.contains("no standard term"));
        QVERIFY(cli({"heat", "180 W in 1.4 m3, 2 x 80 cm2 vents, 24 c outside, at most 35 c"})
                    .out.contains("settles at 34"));
        QVERIFY(cli({"battery", "480 Wh lead 35 W"}).out.contains("about 7 h 50 min"));
        const QJsonObject worth = cli({"--json", "backup-internet", "--fee", "10", "--included", "5", "--per-gb", "2",
                                       "--days", "3", "--people", "4", "--gb", "1.5", "--value", "50"})
                                      .json();
        QCOMPARE(worth["bill"].toDouble(), 146.0);
        QVERIFY(worth["pays"].toBool());
    }
    void singlePointsAndSources()
    {
        const QJsonArray points = cli({"--json", "single-points", m_demo.path}).json()["single_points"].toArray();
        QVERIFY(points.size() > 5);
        QCOMPARE(points[0].toObject()["name"].toString(), "gate");
        QVERIFY(cli({"single-points", m_demo.path, "--most", "3"}).out.contains("more; --most"));
        const QString path = copy("power.sokudo");
        QVERIFY(cli({"poe", path, "--device", "press"}).err.contains("no port of this device"));
        QVERIFY(cli({"edit", path, "set spread pse-budget=50", "set spread 20 pse=type2", "set spread 9 pse=type2",
                     "set spread 4 pse=none", "set spread 10 pse=none", "set attic-ap 1 pd=class4",
                     "set cam-east 1 pd=class4"})
                    .status < 2);
        QVERIFY(cli({"chain", path, "--from", "spread 20"}).out.startsWith("attic-ap gets 25.5"));
        QVERIFY(cli({"chain", path, "--from", "spread 99"}).err.contains("supplies no power"));
        const Run source = cli({"poe", path, "--device", "spread"});
        QCOMPARE(source.status, 1);
        QVERIFY2(source.out.contains("30 W of 50 W are reserved") && source.out.contains("refused"),
                 qPrintable(source.out + source.err));
        QVERIFY(cli({"poe", path, "--rate", "1", "--class", "4"}).out.contains("no free port gives both"));
    }
    void powerOutageAndRepairs()
    {
        const Run power = cli({"power", m_demo.path});
        QCOMPARE(power.status, 1);
        QVERIFY2(power.out.contains("circuit cellar") && power.out.contains("kWh a year") &&
                     power.out.contains("would be refused") && power.out.contains("closet gets up to"),
                 qPrintable(power.out));
        const QJsonObject json = cli({"--json", "power", m_demo.path}).json();
        QVERIFY(json["feeds"].toArray().size() > 20 && json["judgements"].toArray().size() >= 5);
        QCOMPARE(json["energy"].toObject()["per_kwh"].toDouble(), 0.32);
        const Run moved = cli({"power", m_demo.path, "--device", "kiln-a", "--in", "closet"});
        QVERIFY2(moved.out.contains("closet gets up to"), qPrintable(moved.out + moved.err));
        QVERIFY(cli({"power", m_demo.path, "--device", "kiln-a", "--in", "moon"}).err.contains("moon"));
        const Run outage = cli({"outage", m_demo.path, "--mains-off"});
        QCOMPARE(outage.status, 1);
        QVERIFY2(outage.out.contains("internet  gone at 0:00: the media converter in Study has no battery"),
                 qPrintable(outage.out));
        const QJsonObject line = cli({"--json", "outage", m_demo.path, "--mains-off", "Study"}).json();
        QCOMPARE(line["drops"].toArray().size(), 3);  // study, coax-b, converter: landing-sw is fed over its cable
        QCOMPARE(line["title"].toString(), "Mains off in Study");
        QVERIFY(cli({"outage", m_demo.path, "--without", "landing-sw"}).out.contains("landing-sw is broken"));
        QVERIFY(cli({"outage", m_demo.path, "--without", "run street"}).out.contains("Cable street is cut"));
        QVERIFY(cli({"outage", m_demo.path, "--without", "circuit press"}).out.contains("Circuit press is off"));
        QVERIFY(cli({"outage", m_demo.path}).err.contains("say what goes off"));
        QVERIFY(cli({"outage", m_demo.path, "--without", "toaster"}).err.contains("toaster"));
        const QString path = copy("repaired.sokudo");
        const QJsonArray repairs = cli({"--json", "repairs", path}).json()["repairs"].toArray();
        int splitter = 0;
        for (int i = 0; i < repairs.size(); ++i)
            if (repairs[i].toObject()["kind"] == "splitter") splitter = i + 1;
        QVERIFY(splitter > 0);
        QVERIFY(cli({"repairs", path, "--apply", QString::number(splitter)}).out.contains("PoE splitter"));
        QVERIFY(!cli({"outage", path, "--mains-off"}).out.contains("internet  gone at 0:00"));
        QVERIFY(cli({"repairs", path, "--apply", "99"}).err.contains("there are"));
        const QJsonArray ports =
            cli({"--json", "poe", path, "--rate", "2.5", "--class", "4"}).json()["sources"].toArray();
        QVERIFY(!ports[0].toObject()["free"].toArray().isEmpty());
    }
    void howItStands()
    {
        const Run run = cli({"standing", m_demo.path});
        QVERIFY(run.out.startsWith("17 of 30 links fit; 1 is unsafe, 2 do not link, 6 are limited."));
        QVERIFY(run.out.contains("Most worth doing next") && run.out.contains("min"));
        const QJsonObject json = cli({"--json", "standing", m_demo.path}).json();
        QVERIFY(!json.isEmpty());
    }
    void theCensus()
    {
        const Run table = cli({"census", m_demo.path, "--only", "ports", "--csv"});
        QCOMPARE(table.status, 0);
        QVERIFY2(table.out.startsWith("device,place,rate,used,free"), qPrintable(table.out.left(80)));
        QVERIFY(table.out.contains("core,R1,100 Gb/s,2,0"));
        QVERIFY(cli({"census", m_demo.path, "--only", "spoons"}).err.contains("ports"));
        QVERIFY(!cli({"--json", "census", m_demo.path}).json()["tables"].toArray().isEmpty());
    }
    void contradictionsAreFindings()
    {
        const Run run = cli({"contradictions", m_demo.path});
        QCOMPARE(run.status, 1);
        QVERIFY(run.out.contains("15 cables are said to end at spread, and 14 are listed"));
        QVERIFY(run.out.contains("trace the one that is missing"));
        const QString path = copy("agreed.sokudo");
        QCOMPARE(cli({"edit", path, "set spread claims-runs=14"}).status < 2, true);
        QCOMPARE(cli({"contradictions", path}).status, 0);
    }
    void adviceHasBothPractices()
    {
        const Run run = cli({"advice", m_demo.path});
        QVERIFY(run.out.contains("Keep core in Cellar") && run.out.contains("the other practice"));
        QVERIFY(cli({"--json", "advice", m_demo.path}).json()["advice"].toArray().size() >= 3);
    }
    void howFarItIs()
    {
        const Run run = cli({"distance", m_demo.path, "--from", "gate", "--to", "vault"});
        QVERIFY2(run.out.startsWith("2.236 m straight, 3 m as a cable goes, 9.3 m with slack"), qPrintable(run.out));
        const QJsonObject json = cli({"--json", "distance", m_demo.path, "--from", "gate", "--to", "vault"}).json();
        QVERIFY(std::abs(json["straight_m"].toDouble() - 2.236) < 0.001);
        QVERIFY(std::abs(json["with_slack_m"].toDouble() - 9.3) < 0.001);
        QVERIFY(cli({"distance", m_demo.path, "--from", "gate", "--to", "moon"}).err.contains("moon"));
    }
    void labelsOfBothEnds()
    {
        const Run run = cli({"labels", m_demo.path});
        QCOMPARE(run.out.trimmed().count('\n'), 66);  // headings, two of each of 26 runs
        QVERIFY(run.out.contains("q1,core Q1 → platen 1,OM4 14 m"));
        QVERIFY(run.out.contains("q1,platen 1 → core Q1,OM4 14 m"));
    }
    void versionsThereAndBack()
    {
        const QString path = copy("versions.sokudo");
        QVERIFY(cli({"versions", path}).out.contains("before the fibre"));
        QVERIFY(cli({"versions", path, "--compare", "before the fibre", "now"}).out.contains("run attic is new"));
        QCOMPARE(cli({"versions", path, "--keep", "today", "--note", "as found"}).status, 0);
        QVERIFY(cli({"edit", path, "delete scan"}).out.contains("scan"));
        QVERIFY(cli({"versions", path, "--compare", "today", "now"}).out.contains("device scan is gone"));
        QCOMPARE(cli({"versions", path, "--use", "today"}).status, 0);
        QVERIFY(cli({"export", path}).out.contains("\"scan\""));
        QCOMPARE(cli({"versions", path, "--drop", "today"}).status, 0);
        QVERIFY(!cli({"versions", path}).out.contains("as found"));
        QVERIFY(cli({"versions", path, "--use", "never"}).err.contains("never"));
    }
};

SOKUDO_TEST(CliSurveyTest)
#include "cli_survey_test.moc"
