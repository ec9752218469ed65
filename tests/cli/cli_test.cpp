// SPDX-License-Identifier: GPL-3.0-or-later
// The verbs of one line as a user runs them: output and exit status.

#include "command_line.h"

using namespace sokudo;
using namespace sokudo::testing;

class CliTest : public QObject {
    Q_OBJECT
    DemoProject m_demo;
    const QTemporaryDir& m_folder = m_demo.folder;
    const QString m_project = m_demo.path;

private Q_SLOTS:
    void theDemoIsImported() { QVERIFY2(m_demo.said.contains("28 devices, 33 runs"), qPrintable(m_demo.said)); }
    void link()
    {
        const Run good = cli({"link", "sfp+:10gbase-sr / om3 250m lc joints=2 / sfp+:10gbase-sr", "--json"});
        QCOMPARE(good.status, 0);
        QCOMPARE(good.json()["verdict"].toString(), "fits");
        QCOMPARE(good.json()["rate_bps"].toDouble(), 10e9);
        const auto findings = good.json()["findings"].toArray();
        QVERIFY(findings.size() >= 4);
        for (const auto& one : findings)
            for (const char* key : {"rule", "verdict", "rate_bps", "text", "source"})
                QVERIFY2(one.toObject().contains(key), key);
        QVERIFY(!good.out.contains(QChar(0x202F)));
        const Run dead = cli({"--json", "link", "sfp28:25gbase-sr,fec=rs / om4 30m / sfp28:25gbase-sr,fec=off"});
        QCOMPARE(dead.status, 1);
        QCOMPARE(dead.json()["verdict"].toString(), "no-link");
        QVERIFY(dead.json()["rate_bps"].isNull());
        QCOMPARE(cli({"link", "rj45:10gbase-t / cat6 50m / rj45:10gbase-t"}).status, 0);
        QCOMPARE(cli({"link", "rj45:10gbase-t / cat5e 20m / rj45:10gbase-t"}).status, 1);
    }
    void findingsCarryTheirChain()
    {
        const Run got = cli({"link", "sfp+:10gbase-lr / os2 2km polish=mixed / sfp+:10gbase-lr", "--json"});
        QCOMPARE(got.status, 1);
        const QJsonObject worst = got.json()["findings"].toArray()[0].toObject();
        QCOMPARE(worst["verdict"].toString(), "marginal");
        for (const char* key : {"case", "confidence", "facts", "remedy", "caution", "accepted"})
            QVERIFY2(worst.contains(key), key);
        QVERIFY(!worst["remedy"].toString().isEmpty());
        const Run dead = cli({"link", "sfp28:25gbase-sr,fec=rs / om4 30m / sfp28:25gbase-sr,fec=off", "--json"});
        QCOMPARE(dead.json()["findings"].toArray()[0].toObject()["facts"].toObject()["modeA"].toString(),
                 "RS-FEC (528,514)");
    }
    void ways()
    {
        const Run got = cli({"ways", "sfp28 / om4 18m / sfp28", "--rate", "25", "--json", "--by", "cheapest"});
        QCOMPARE(got.status, 0);
        const auto ways = got.json()["ways"].toArray();
        QVERIFY(ways.size() >= 5);
        // whatever the shipped prices: a ready-made lead and the fibre that is there are among them, the cheapest first
        QStringList ids;
        double cost = 0;
        for (const auto& one : ways) {
            ids << one.toObject()["id"].toString();
            if (one.toObject()["cost"].isNull()) continue;
            QVERIFY(one.toObject()["cost"].toDouble() >= cost);
            cost = one.toObject()["cost"].toDouble();
        }
        QVERIFY(ids.contains("aoc:none:none") && ids.contains("keep-om4:25gbase-sr:25gbase-sr"));
        for (const auto& one : ways) {
            QVERIFY(one.toObject()["rate_bps"].toDouble() >= 25e9);
            for (const char* key : {"title", "verdict", "watts", "latency_s", "minutes", "later_bps", "buys", "keeps",
                                    "steps", "cautions", "reaches_m"})
                QVERIFY2(one.toObject().contains(key), key);
        }
        QVERIFY(got.json()["practices"].toArray().size() > 0 && got.json()["not"].toArray().size() > 0);
        QVERIFY(!got.out.contains(QChar(0x202F)));
        const Run text = cli({"ways", m_project, "--link", "attic", "--by", "coolest"});
        QCOMPARE(text.status, 0);
        QVERIFY(text.out.contains("Coolest first") && text.out.contains("Before you drill"));
        QCOMPARE(cli({"ways", m_project, "--link", "atic"}).err.trimmed(),
                 "sokudo-cli: there is no run or link “atic”; did you mean attic?");
        QCOMPARE(cli({"ways", m_project, "--link", "attic", "--by", "luck"}).status, 2);
        QCOMPARE(cli({"ways", "sfp28 / om4 18m / sfp+", "--rate", "100"}).status, 0);  // lowered to 10, and it says so
        QVERIFY(cli({"ways", "sfp28 / om4 18m / sfp+", "--rate", "100"}).out.startsWith("nothing reaches 100 Gb/s"));
    }
    void whatIf()
    {
        const Run got = cli({"what-if", m_project, "--rate", "10", "--json"});
        QCOMPARE(got.status, 1);
        QCOMPARE(got.json()["links"].toArray().size(), 30);
        QVERIFY(cli({"what-if", m_project, "--rate", "0.1"}).out.contains("as they are"));
    }
    void anOwnCatalogue()
    {
        const QString project = m_folder.filePath("own.sokudo"), rows = m_folder.filePath("mine.csv");
        QCOMPARE(cli({"import", sourcePath("data/starters/lantern-row.json"), "--to", project}).status, 0);
        QFile file(rows);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("phy,medium,max_length_m\n10gbase-sr,om4,5\n");
        file.close();
        QCOMPARE(cli({"catalogue", "reach", "--file", project, "--add", rows}).status, 0);
        const auto verdictOfC2 = [&] {
            for (const auto& link : cli({"check", project, "--json"}).json()["links"].toArray())
                if (link.toObject()["title"].toString().contains("core 2 ") ||
                    link.toObject()["title"].toString().endsWith("core 2"))
                    return link.toObject()["verdict"].toString();
            return QString();
        };
        QCOMPARE(verdictOfC2(), "no-link");  // 12 m of 5
        QVERIFY(cli({"catalogue", "reach", "--file", project}).out.contains("max_length_m=5"));
        QVERIFY(cli({"catalogue", "modules"}).out.startsWith("id,name,cage"));
        QVERIFY(cli({"catalogue", "modules", "--json"}).json()["rows"].toArray().size() > 50);
        QCOMPARE(cli({"catalogue", "rules", "--file", project, "--add", rows}).status, 2);
        QVERIFY(cli({"catalogue", "nothing"}).err.contains("there are acceptance"));
        // the rows survive an export and an import
        const QString json = m_folder.filePath("own.json"), copy = m_folder.filePath("copy.sokudo");
        QCOMPARE(cli({"export", project, "-o", json}).status, 0);
        QCOMPARE(cli({"import", json, "--to", copy}).status, 0);
        QVERIFY(cli({"catalogue", "reach", "--file", copy}).out.contains("max_length_m=5"));
    }
    void judge()
    {
        const Run got = cli({"judge", "1.1 Gb/s", "--path", "10g", "--json"});
        QCOMPARE(got.status, 1);
        QCOMPARE(got.json()["verdict"].toString(), "unit");
        QCOMPARE(got.json()["standing"].toString(), "fault");
        QCOMPARE(got.json()["suggested_unit"].toString(), "GB/s");
        QVERIFY(got.json()["share"].toDouble() > 0.11 && got.json()["share"].toDouble() < 0.12);
        QVERIFY(got.json()["why"].toArray().size() >= 3);
        QCOMPARE(cli({"judge", "9.4 Gb/s", "--path", "10g"}).status, 0);
        const Run path = cli({"judge", "6.6 Gb/s", m_project, "--from", "vault", "--to", "platen", "--copy"});
        QCOMPARE(path.status, 0);
        QVERIFY(path.out.startsWith("normal"));
        QCOMPARE(cli({"judge", "6.6 Gb/s"}).status, 2);
        QCOMPARE(cli({"judge", "quick", "--path", "10g"}).status, 2);
    }
    void readAndParts()
    {
        const Run got = cli({"read", "SFP28 lantern", "--json"});
        QCOMPARE(got.json()["rate_bps"].toDouble(), 25e9);
        QCOMPARE(got.json()["unknown"].toArray().size(), 1);
        QVERIFY(cli({"read", "Cat 6A"}).out.contains("built: four pairs"));
        QCOMPARE(cli({"read", "lantern"}).status, 2);
        const Run parts = cli({"parts", m_project, "--json"});
        QCOMPARE(parts.status, 0);
        QVERIFY(parts.json()["modules"].toArray().size() >= 3 && parts.json()["devices"].toArray().size() >= 3);
        QVERIFY(cli({"parts", m_project}).out.contains("Cat 5e"));
        // the demo house: two rooms on coax, the gateway in one of them
        QCOMPARE(parts.json()["coax"].toObject()["adapters_needed"].toInt(), 2);
        QCOMPARE(cli({"parts", m_project, "--coax-rooms", "3", "--json"})
                     .json()["coax"]
                     .toObject()["adapters_needed"]
                     .toInt(),
                 4);
        QVERIFY(!parts.json()["cards"].toArray()[0].toObject()["never_seen"].toArray().isEmpty());
    }
    void flows()
    {
        const Run flows = cli({"flows", m_project, "--json"});
        QCOMPARE(flows.status, 0);
        const auto all = flows.json()["flows"].toArray();
        QCOMPARE(all.size(), 7);
        const auto editing = all[1].toObject();
        QCOMPARE(editing["held_by"].toString(), "disks of vault");
        QVERIFY(editing["rate_bps"].toObject()["typical"].toDouble() <
                editing["alone_bps"].toObject()["typical"].toDouble());
        QVERIFY(editing["slowed_by"].toArray().size() >= 2);
        QVERIFY(flows.json()["trunks"].toArray().size() >= 3);
        QVERIFY(cli({"flows", m_project, "--set", "busy evening"}).out.contains("shared with"));
        const Run none = cli({"flows", m_project, "--set", "dawn"});
        QCOMPARE(none.status, 2);
        QVERIFY(none.err.contains("busy evening"));
    }
    void upgrade()
    {
        const Run upgrade = cli(
            {"worth", m_project, "--from", "vault", "--to", "platen", "--size", "500GB", "--per-week", "1", "--json"});
        QCOMPARE(upgrade.status, 0);
        const auto job = upgrade.json()["jobs"].toArray()[0].toObject();
        NEAR(job["time_s"].toDouble(), 4000 / 7.026, 0.002);
        const auto tiers = job["tiers"].toArray();
        QVERIFY(tiers.size() >= 3 && tiers[0].toObject().contains("cost"));
        QCOMPARE(cli({"worth", m_project, "--json"}).json()["jobs"].toArray().size(), 4);
        QVERIFY(cli({"worth", m_project, "--job", "archive to the workstation", "--costs"}).out.contains("costs "));
        QCOMPARE(cli({"worth", m_project, "--from", "vault", "--to", "platen"}).status, 2);
        QVERIFY(cli({"worth", m_project, "--from", "vault", "--to", "platen", "--size", "big"}).err.contains("80GB"));
        QCOMPARE(cli({"worth", m_project, "--job", "nothing"}).status, 2);
    }
    void mediaByWhatWasMeasured()
    {
        const Run media = cli({"log", m_project, "--media", "--json"});
        QCOMPARE(media.status, 0);
        const auto ranks = media.json()["media"].toArray();
        QVERIFY(ranks.size() >= 2);
        QCOMPARE(ranks[0].toObject()["to_best"].toDouble(), 1.0);
        QVERIFY(cli({"log", m_project, "--media"}).out.contains("of the best"));
    }
    void headlinesOfBoxes()
    {
        const Run box = cli({"headline", "wifi 2402", "--json"});
        QCOMPARE(box.status, 0);
        NEAR(box.json()["client_bps"].toObject()["typical"].toDouble(), 2.402e9 * 0.6, 0.002);
        QVERIFY(cli({"headline", "powerline 2400 port=1g"}).out.contains("beware"));
        QCOMPARE(cli({"headline", "pigeon 7"}).status, 2);
    }
    void wrongWordsAreNamed()
    {
        const Run verb = cli({"juge", "3 Gb/s", "--path", "10g"});
        QCOMPARE(verb.status, 2);
        QVERIFY2(verb.err.contains("juge") && verb.err.contains("did you mean judge?"), qPrintable(verb.err));
        QVERIFY(cli({"--json", "pigeonhole"}).err.contains("no such verb"));
        QVERIFY(cli({"worth", m_project, "--from", "vault", "--size", "80GB"}).err.contains("where it ends with --to"));
        QVERIFY(cli({"worth", m_project, "--from", "vault", "--to", "platen", "--purpose", "pigeons"})
                    .out.contains("known are camera-1080p"));
        const Run rate = cli({"what-if", m_project, "--rate", "-3"});
        QCOMPARE(rate.status, 2);
        QVERIFY2(rate.err.contains("“-3” is no number above 0"), qPrintable(rate.err));
        QVERIFY(cli({"judge", "3 Gb/s", "--path", "10g", "--streams", "99"}).err.contains("not in range 1 to 64"));
    }
    void countersOfAPort()
    {
        const Run full = cli({"counters", "12304941132 packets=8127438 time=10s link=10g", "--json"});
        QCOMPARE(full.status, 0);
        NEAR(full.json()["share"].toDouble(), 1.0, 1e-6);
        NEAR(full.json()["wire_bps"].toDouble(), 1e10, 1e-6);
        QVERIFY(cli({"counters", "12304941132 packets=200000 time=10s link=10g"}).out.contains("merged"));
        QCOMPARE(cli({"counters", "12gb"}).status, 2);
    }
    void theOtherDirectionIsReasonedWith()
    {
        const Run both = cli({"judge", "3 Gb/s", "--path", "10g | pcie 3.0 x8", "--reverse", "9.2 Gb/s", "--json"});
        const auto view = both.json()["asymmetry"].toObject();
        QVERIFY(view["asymmetric"].toBool());
        QCOMPARE(view["ruled_out"].toArray()[0].toString(), "link");
        QCOMPARE(view["ruled_out"].toArray()[1].toString(), "slot");
        QVERIFY(!view["suspects"].toArray().isEmpty());
        QVERIFY(cli({"judge", "3 Gb/s", "--path", "10g"}).out.contains("per GB"));
    }
    void severalWays()
    {
        const Run ways = cli({"expect", m_project, "--from", "vault", "--to", "store-cam", "--json"});
        QVERIFY2(ways.json()["ways"].toArray().size() >= 2, qPrintable(ways.out + ways.err));
        const Run second = cli({"expect", m_project, "--from", "vault", "--to", "store-cam", "--way", "1"});
        QCOMPARE(second.status, 0);
        QVERIFY(second.out.contains("route 1, this one"));
        QVERIFY(cli({"expect", m_project, "--from", "vault", "--to", "platen", "--way", "3"})
                    .err.contains("routes from vault"));
    }
    void aLinkThatIsDownIsLookedAtInOrder()
    {
        const Run dark = cli({"dark", "sfp28 rates=25 fec=rs / dac 3m class=l / sfp28 rates=25 fec=none", "--json"});
        QCOMPARE(dark.status, 1);
        QCOMPARE(dark.json()["next"].toString(), "fec");
        const auto steps = dark.json()["steps"].toArray();
        QCOMPARE(steps.size(), 4);
        QCOMPARE(steps[0].toObject()["state"].toString(), "this is it");
        QCOMPARE(steps[3].toObject()["state"].toString(), "ruled out");
        QVERIFY(cli({"dark", m_project, "--link", "q1"}).out.contains("1."));
        const Run bad = cli({"dark", m_project, "--link", "q9"});
        QCOMPARE(bad.status, 2);
        QVERIFY(bad.err.contains("did you mean"));
        QVERIFY(cli({"dark", "rj45 / cat6a 3m / rj45"}).out.contains("neither end takes a module"));
    }
    void limits()
    {
        const Run got = cli({"limits", "cat6a", "--at", "500", "--json"});
        QCOMPARE(got.status, 0);
        QVERIFY(std::fabs(got.json()["insertion_loss_db"].toDouble() - 49.3) < 0.05);
        QVERIFY(std::fabs(got.json()["next_db"].toDouble() - 26.1) < 0.05);
        QCOMPARE(cli({"limits", "cat5e", "--at", "101"}).status, 2);
        QVERIFY(cli({"limits", "cat5e", "--permanent"}).out.contains("permanent link at 100 MHz"));
    }
    void path()
    {
        const Run got =
            cli({"path", "hdd*6 raid6 | pcie 3.0 x8 | 10g mtu=1500 | pcie 3.0 x4 | nvme 4.0x4 | smb", "--json"});
        QCOMPARE(got.status, 0);
        const auto stages = got.json()["stages"].toArray();
        QCOMPARE(stages.size(), 6);
        for (const auto& one : stages)
            for (const char* key : {"name", "ceiling_bps", "working"}) QVERIFY2(one.toObject().contains(key), key);
        NEAR(stages[2].toObject()["ceiling_bps"].toDouble(), 9.4148e9, 1e-5);
        NEAR(stages[3].toObject()["coded_bps"].toDouble(), 31.5077e9, 1e-5);
        QVERIFY(stages[3].toObject()["working"].toString().contains("31.5 Gb/s coded"));
        QCOMPARE(got.json()["binding_stage"].toString(), "file share");
        NEAR(got.json()["expected_bps"].toObject()["typical"].toDouble(), 7.026e9, 1e-3);
        QVERIFY(cli({"path", "10g | pcie 2.0 x4"}).out.contains("16 Gb/s coded"));
    }
    void bothWaysAndFrames()
    {
        const auto path = cli({"path", "10g | both-ways", "--json"}).json();
        QVERIFY(path["both_ways"].toBool());
        NEAR(path["expected_bps"].toObject()["high"].toDouble(), 9.3805e9, 1e-4);
        QCOMPARE(path["stages"].toArray()[0].toObject()["frames_per_s"].toDouble(), 812744.0);
        const auto one = cli({"expect", m_project, "--from", "scan", "--to", "vault", "--json"}).json(),
                   both = cli({"expect", m_project, "--from", "scan", "--to", "vault", "--both", "--json"}).json();
        QVERIFY(both["expected_bps"].toObject()["typical"].toDouble() <
                one["expected_bps"].toObject()["typical"].toDouble());
    }
    void whatAChangeDidForCopies()
    {
        const Run asked =
            cli({"log", m_project, "--gain", "--from", "vault", "--to", "platen", "--since", "2026-11-03", "--json"});
        QCOMPARE(asked.status, 0);
        for (const char* key : {"since", "network_factor", "copy_factor", "arrives", "sentence"})
            QVERIFY2(asked.json().contains(key), key);
        QCOMPARE(cli({"log", m_project, "--gain"}).status, 2);
        QVERIFY(cli({"log", m_project, "--gain", "--from", "vault", "--to", "platen", "--since", "yesterday"})
                    .err.contains("2026-11-25"));
    }
    void aGainInWords()
    {
        NEAR(cli({"convert", "900 % faster", "--json"}).json()["factor"].toDouble(), 10.0, 1e-9);
        QVERIFY(cli({"convert", "10 times faster"}).out.contains("10 to 11 times as fast"));
        QCOMPARE(cli({"convert", "much faster"}).status, 2);
    }
    void aCopyDialogIsDoubtedMore()
    {
        const auto plain = cli({"judge", "1.1 Gb/s", "--path", "10g", "--json"}).json(),
                   dialog = cli({"judge", "1.1 Gb/s", "--dialog", "--path", "10g", "--json"}).json();
        QCOMPARE(plain["suggested_unit"].toString(), "GB/s");
        QCOMPARE(dialog["suggested_unit"].toString(), "GB/s");
        QVERIFY(plain["why"] != dialog["why"]);  // 80 % likely, and 94 %
    }
    void convert()
    {
        const Run got = cli({"convert", "1.2 GB in 9.8 s ±1", "--json"});
        QCOMPARE(got.status, 0);
        NEAR(got.json()["rate_bps"].toDouble(), 979.592e6, 1e-6);
        NEAR(got.json()["low_bps"].toDouble(), 888.889e6, 1e-6);
        NEAR(got.json()["high_bps"].toDouble(), 1090.909e6, 1e-6);
    }
};

SOKUDO_TEST(CliTest)
#include "cli_test.moc"
