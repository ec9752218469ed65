// SPDX-License-Identifier: GPL-3.0-or-later
// Building, asked on the command line: jobs with ticks, ends, the test results, bring-up, the cut-over day.
#include "command_line.h"

using namespace sokudo::testing;

namespace {

const QString kRack = "a new switch in the rack";

QStringList strings(const QJsonValue& list, const char* key)
{
    QStringList all;
    for (const QJsonValue& one : list.toArray()) all << one[key].toString();
    return all;
}

}  // namespace

class CliBuildTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void ticksAndPermissionsAreSeenInTheJobs()
    {
        const DemoProject demo;
        const QStringList ask{"jobs", demo.path, "--variant", "ten gigabit upstairs", "--json"};
        const QJsonObject before = cli(ask).json();
        QCOMPARE(before["done"].toInt(), 0);
        QCOMPARE(before["locked"].toInt(), 1);
        QVERIFY(before["learned"].toArray().size() >= 2);
        const QString key = before["jobs"][0]["key"].toString();
        QCOMPARE(cli({"edit", demo.path, "add tick " + key + ", took=30min planned=25min",
                      "add permit drill upstairs, kind=consent in=Study by=\"the owner\""})
                     .status,
                 0);
        const QJsonObject after = cli(ask).json();
        QCOMPARE(after["done"].toInt(), 1);
        QCOMPARE(after["locked"].toInt(), 0);
        QCOMPARE(after["jobs"][0]["took_minutes"].toDouble(), 30.0);
        QVERIFY(after["jobs"][0]["steps"][0]["done"].toBool());
        QVERIFY(after["left_minutes"].toDouble() < before["left_minutes"].toDouble());
        // The people of the house have their evenings; a done job takes none.
        const Run schedule =
            cli({"schedule", demo.path, "--variant", "ten gigabit upstairs", "--from", "2026-11-30", "--json"});
        QCOMPARE(schedule.status, 0);
        QVERIFY(schedule.json()["evenings"].toInt() >= 1);
    }

    void theWindowOfADay()
    {
        const QString house = sourcePath("data/starters/lantern-row.json");
        const Run run = cli({"window", house, "--variant", kRack, "--json"});
        QCOMPARE(run.status, 0);
        const QJsonObject json = run.json();
        QCOMPARE(json["begins"].toString(), "18:00");
        QCOMPARE(json["minutes"].toInt(), 270);
        QCOMPARE(json["free_minutes"].toDouble(), 240.0);  // less 20 and 10 of appointments
        // 30 minutes and 4 for each of 14 leads back, and none of it in the backup at half past nine.
        QCOMPARE(json["roll_back_minutes"].toDouble(), 86.0);
        QCOMPARE(json["last_roll_back"].toString(), "20:04");
        double during = 0;
        for (const QJsonValue& step : json["steps"].toArray())
            if (step["phase"].toString() == "during") during += step["minutes"][1].toDouble();
        NEAR(json["planned_minutes"].toDouble(), during, 1e-9);
        NEAR(json["reserve_minutes"].toDouble(), during / 4, 1e-9);
        QVERIFY(json["fits"].toBool());
        const Run late = cli({"window", house, "--variant", kRack, "--begins", "21:00", "--until", "22:00",
                              "--appointments", "21:10 20min call"});
        QCOMPARE(late.status, 1);
        QVERIFY(late.out.contains("do not fit into"));
        QVERIFY(late.out.contains("services down: phones"));
    }
    void whatADayRefuses()
    {
        const QString house = sourcePath("data/starters/lantern-row.json");
        QVERIFY(cli({"window", house}).err.contains("--from OLD --to NEW"));
        QVERIFY(cli({"window", house, "--day", "x"}).err.contains("no cut-over day of the house is called so"));
        QVERIFY(cli({"window", house, "--from", "core", "--to", "core", "--begins", "18:00", "--until", "20:00"})
                    .err.contains("are the same"));
        QVERIFY(
            cli({"window", house, "--variant", kRack, "--begins", "6pm"}).err.contains("say when the window begins"));
        QVERIFY(cli({"window", house, "--variant", kRack, "--appointments", "23:30 5min tea"})
                    .err.contains("lies outside"));
        // More leads than free ports.
        const Run full =
            cli({"window", house, "--from", "spread", "--to", "landing-sw", "--begins", "18:00", "--until", "22:00"});
        QVERIFY2(full.err.contains(" leads and landing-sw has "), qPrintable(full.err));
    }
    void whatHasToBeProved()
    {
        const QJsonObject json =
            cli({"acceptance", sourcePath("data/starters/lantern-row.json"), "--variant", kRack, "--json"}).json();
        const QStringList kinds = strings(json["tests"], "kind");
        for (const char* kind : {"link rate", "power", "memory to memory", "file copy", "internet", "wireless"})
            QVERIFY2(kinds.contains(kind), kind);
        QCOMPARE(kinds.count("link rate"), 14);
        for (const QJsonValue& one : json["tests"].toArray())
            if (one["kind"].toString() == "internet") QCOMPARE(one["least_bps"].toDouble(), 1.8e9);
    }

    void theTestResults()
    {
        const DemoProject demo;
        const Run run = cli({"tests", demo.path, "--json"});
        QCOMPARE(run.status, 1);
        QCOMPARE(run.json()["runs"][0]["run"].toString(), "b1");
        QCOMPARE(strings(cli({"siblings", demo.path, "--run", "b1", "--json"}).json()["siblings"], "run").first(),
                 "b2");
        QVERIFY(cli({"history", demo.path, "--run", "w1"}).out.contains("Pull w1, took 70 min, by you"));
        QVERIFY(cli({"history", demo.path, "--run", "zz"}).err.contains("no run of the house"));
    }
    void aTestersFile()
    {
        const DemoProject demo;
        QFile file(demo.folder.filePath("lent.csv"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("Cable ID,Date,Result,Length (ft)\nB2,2026-11-20,PASS,88\nzz,2026-11-20,PASS,1\n");
        file.close();
        const Run run = cli({"import-tests", demo.path, file.fileName(), "--map", "lent", "--json"});
        QCOMPARE(run.status, 1);
        QCOMPARE(run.json()["imported"].toInt(), 1);
        QCOMPARE(run.json()["columns"].toString(), "run=Cable ID; on=Date; outcome=Result; length=Length (ft) in ft");
        QVERIFY(run.json()["left_out"][0].toString().contains("lent.csv:3"));
        QVERIFY(cli({"tests", demo.path}).out.contains("4 of 15 cables tested"));
        // Again by the name of the mapping, which was kept.
        QCOMPARE(cli({"import-tests", demo.path, file.fileName(), "--map", "lent"}).status, 1);
        QVERIFY(cli({"import-tests", demo.path, file.fileName(), "--columns", "on=Date"})
                    .err.contains("which column names the run"));
    }

    void endsOfATest()
    {
        const QString house = sourcePath("data/starters/lantern-row.json");
        const QJsonObject json = cli({"test-ends", house, "--run", "c1", "--json"}).json();
        const QJsonObject best = json["pairs"].toArray()[0].toObject();
        QVERIFY(best["proves_link"].toBool());
        QCOMPARE((QStringList{best["from"].toString(), best["to"].toString()}), (QStringList{"platen", "vault"}));
        const Run far = cli({"test-ends", house, "--run", "c8"});
        QCOMPARE(far.status, 1);
        QVERIFY(far.out.startsWith("no pair of hosts proves it"));
        QVERIFY(cli({"test-ends", house, "--run", "yard"}).err.contains("take a laptop along"));
    }

    void bringingUp()
    {
        const QString house = sourcePath("data/starters/lantern-row.json");
        const QJsonObject json = cli({"bring-up", house, "--variant", kRack, "--json"}).json();
        QCOMPARE(strings(json["order"], "device"), QStringList{"spread-next"});
        QCOMPARE(json["order"][0]["dead_s"].toDouble(), 300.0);
        QVERIFY(cli({"bring-up", house}).out.startsWith("1. battery-a: first of all"));
        QVERIFY(cli({"lights", "--of", "coax-adapter"}).out.contains("same band at both"));
        QVERIFY(cli({"lights", "--of", "toaster"}).err.contains("name a kind of device"));
        const Run run =
            cli({"readings", house, "--run", "c1", "--a", "rate=10g duplex=full", "--b", "rate=10g duplex=half"});
        QCOMPARE(run.status, 1);
        QVERIFY(run.out.contains("half duplex at vault X1"));
        QVERIFY(cli({"readings", house, "--run", "c1", "--a", "rate=fast"}).err.contains("a rate is written"));
        // A switch is asked; the simulated one ships.
        const Run asked = cli({"readings", house, "--run", "c8", "--a", "switch:simulated:core", "--json"});
        QCOMPARE(asked.status, 1);
        QCOMPARE(asked.json()["verdict"].toString(), QString("not as planned"));
        QMap<QString, QJsonValue> lines;
        const QJsonArray told = asked.json()["a"].toObject()["lines"].toArray();
        for (const auto& line : told) lines[line.toObject()["what"].toString()] = line;
        QCOMPARE(lines["rate"]["verdict"].toString(), QString("as planned"));
        QCOMPARE(lines["MTU"]["verdict"].toString(), QString("not as planned"));
        QVERIFY(cli({"readings", house, "--run", "c8", "--a", "switch:10.20.0.2"}).err.contains("read community"));
        QVERIFY(cli({"readings", house, "--run", "c8", "--a", "switch:simulated:moon"}).err.contains("no simulated"));
        QVERIFY(cli({"readings", house, "--run", "c8", "--a", "switch:simulated:core", "--interface", "x"})
                    .err.contains("no interface of that name"));
        const Run settings = cli({"settings", house});
        QCOMPARE(settings.status, 1);
        QVERIFY(settings.out.contains("spread 20 carries networks and attic-ap 1 states none"));
        const QJsonObject mtu = cli({"mtu", house, "--from", "vault", "--to", "platen", "--json"}).json();
        QCOMPARE(mtu["least"].toInt(), 1500);
        QCOMPARE(mtu["echo_bytes"].toInt(), 1472);
    }

    void countersBesideTheirBaseline()
    {
        const Run run = cli({"baseline", "frames=1m crc=3", "frames=9m crc=7", "--json"});
        QCOMPARE(run.status, 1);
        QCOMPARE(run.json()["changes"][0]["per_million"].toDouble(), 0.5);
        QVERIFY(cli({"baseline", "frames=9m crc=3", "frames=2m crc=0"}).out.contains("count from 0"));
        QVERIFY(cli({"baseline", "crc", "crc=1"}).err.contains("write what the port counted"));
    }
    void endsTrunkingAndTheCard()
    {
        const QJsonObject plug = cli({"terminate", "plug", "--scheme", "t568a", "--json"}).json();
        QCOMPARE(plug["pins"][0]["colour"].toString(), "white with green");
        QCOMPARE(plug["steps"].toArray().size(), 6);
        QVERIFY(cli({"terminate", "fibre"}).out.contains("Laser light is invisible"));
        QCOMPARE(cli({"trunking", "4.2m 3.1m door=0.8x2.05m", "--json"}).json()["pieces"].toInt(), 6);
        QVERIFY(cli({"trunking", "door=0.8x2m"}).err.contains("how long the walls are"));
        const Run card = cli({"cable-test", "enp5s0", "--root", sourcePath("data/hosts/platen"), "--json"});
        QCOMPARE(card.status, 1);
        QCOMPARE(card.json()["pairs"][1]["fault_m"].toDouble(), 12.4);
        QVERIFY(
            cli({"cable-test", "enp9", "--root", sourcePath("data/hosts/platen")}).err.contains("has no cable test"));
    }
    /// A reading of 14 m with no cords noted lies 14 of 31 m into the wall.
    void aFaultOnARunOfTheHouse()
    {
        const QString house = sourcePath("data/starters/lantern-row.json");
        const QJsonObject json = cli({"distance", house, "--run", "w1", "--reading", "14m", "--json"}).json();
        QVERIFY2(json["says"].toString().contains("45 % of the way"), qPrintable(json["says"].toString()));
        QCOMPARE(json["nearer_to"].toString(), "near");
        QVERIFY(
            cli({"distance", house, "--run", "w1", "--reading", "far"}).err.contains("write what the tester shows"));
        QVERIFY(cli({"distance", house, "--run", "b2", "--reading", "3m"}).err.contains("was never measured"));
        QVERIFY(cli({"distance", house}).err.contains("name two devices"));
    }
    void aLinkIsRunAndJudged()
    {
        const Run run = cli({"qualify", "--rate", "1g", "--loopback", "--ratio", "1e-7", "--most", "3", "--json"});
        QVERIFY(run.json()["bits"].toDouble() > 0);
        QVERIFY(run.json()["seconds"].toDouble() <= 3.1);
        // The loopback has no card that counts: nothing is proved.
        QVERIFY(!run.json()["counted"].toBool());
        QVERIFY(!run.json()["proved"].toBool());
    }
};

SOKUDO_TEST(CliBuildTest)
#include "cli_build_test.moc"
