// SPDX-License-Identifier: GPL-3.0-or-later
// The verbs of a house, and the window, as a user starts them: output and exit status.
#include "command_line.h"

using namespace sokudo;
using namespace sokudo::testing;

class CliHouseTest : public QObject {
    Q_OBJECT
    DemoProject m_demo;
    const QTemporaryDir& m_folder = m_demo.folder;
    const QString m_project = m_demo.path;

private Q_SLOTS:
    void checkExpectAndDiagnose()
    {
        const Run check = cli({"check", m_project, "--json"});
        QCOMPARE(check.status, 1);
        QCOMPARE(check.json()["verdict"].toString(), "unsafe");
        QCOMPARE(check.json()["counts"].toObject()["no-link"].toInt(), 2);
        QCOMPARE(check.json()["links"].toArray().size(), 30);
        const Run expect = cli({"expect", m_project, "--from", "vault", "--to", "platen", "--copy", "--json"});
        QCOMPARE(expect.status, 0);
        QCOMPARE(expect.json()["binding_stage"].toString(), "file share");
        const Run diagnose = cli({"diagnose", m_project, "--from", "scan", "--to", "vault", "--read-from",
                                  sourcePath("data/hosts/scan"), "--answer", "e30=yes", "--json"});
        QCOMPARE(diagnose.status, 1);
        QCOMPARE(diagnose.json()["standing"].toString(), "fault");
        QVERIFY(diagnose.json()["causes"].toArray().size() >= 10);
        QVERIFY(!diagnose.json()["next"].toArray().isEmpty());
        QCOMPARE(cli({"diagnose", m_project, "--from", "vault", "--to", "platen"}).status, 0);
    }
    void diagnoseWithoutAProject()
    {
        const Run got = cli({"diagnose", "--context", "copper pcie file", "--answer", "e02=yes", "--json"});
        QCOMPARE(got.status, 1);
        QVERIFY(got.json()["causes"].toArray().size() >= 10);
        QVERIFY(got.json()["context"].toArray().contains("copper"));
        QVERIFY(!got.json()["next"].toArray()[0].toObject()["id"].toString().isEmpty());
        // every fix and every check that needs care says so where it stands
        qsizetype cautions = 0, ofChecks = 0;
        for (const auto& cause : got.json()["causes"].toArray())
            cautions += !cause.toObject()["caution"].toString().isEmpty();
        for (const auto& next : got.json()["next"].toArray()) {
            if (++ofChecks > 5) break;
            cautions += !next.toObject()["caution"].toString().isEmpty();
        }
        const Run spoken = cli({"diagnose", "--context", "copper pcie file", "--answer", "e02=yes"});
        QVERIFY(cautions > 1);
        QCOMPARE(QString(spoken.out).count("caution: "), cautions);
        const QString first = got.json()["causes"].toArray()[0].toObject()["id"].toString();
        const Run tried = cli({"diagnose", "--context", "copper", "--answer", "e02=yes", "--tried", first, "--json"});
        for (const auto& cause : tried.json()["causes"].toArray()) QVERIFY(cause.toObject()["id"].toString() != first);
        QVERIFY(cli({"diagnose", "--context", "copper", "--answer", "e27=unsure"}).out.contains("Likely causes"));
        const Run wrong = cli({"diagnose", "--context", "tin"});
        QCOMPARE(wrong.status, 2);
        QVERIFY(wrong.err.contains("no such part of a path") && wrong.err.contains("copper"));
        QCOMPARE(cli({"diagnose"}).status, 2);
        QCOMPARE(cli({"diagnose", "--context", "copper", "--answer", "e02=perhaps"}).status, 2);
        QCOMPARE(cli({"diagnose", "--context", "copper", "--from", "vault"}).status, 2);
    }
    void host()
    {
        const Run got = cli({"host", "--root", sourcePath("data/hosts/platen"), "--json"});
        QCOMPARE(got.status, 0);
        const auto first = got.json()["interfaces"].toArray()[0].toObject();
        QCOMPARE(first["rate_bps"].toDouble(), 100e9);
        QCOMPARE(first["bus"].toObject()["lanes"].toInt(), 4);
        QCOMPARE(cli({"host"}).status, 0);
    }
    void measureTypedImportedAndReal()
    {
        QCOMPARE(cli({"measure", "--typed", "3 GiB in 27 s ±1", "--save", m_project, "--from", "vault", "--to",
                      "platen", "--note", "typed here"})
                     .status,
                 0);
        QFile csv(m_folder.filePath("r.csv"));
        QVERIFY(csv.open(QIODevice::WriteOnly));
        csv.write("from,to,rate\nvault,platen,9.3 Gb/s\n");
        csv.close();
        QCOMPARE(cli({"measure", "--csv", csv.fileName(), "--save", m_project}).status, 0);
        const Run loop = cli({"measure", "--loopback", "--seconds", "1", "--warmup", "0.5", "--streams", "2", "--json",
                              "--save", m_project, "--from", "vault"});
        QVERIFY2(loop.status == 0, qPrintable(loop.err));
        QVERIFY(loop.json()["forward_bps"].toDouble() > 1e8);
        QCOMPARE(
            cli({"measure", "--loopback", "--seconds", "1", "--save", m_project, "--from", "vault", "--to", "platen"})
                .status,
            2);
        const Run log = cli({"log", m_project});
        QVERIFY(log.out.contains("vault alone, memory to memory"));
        QVERIFY(log.out.contains("typed here") && log.out.contains("9.3 Gb/s"));
    }
    void logReportExport()
    {
        QCOMPARE(cli({"log", m_project, "--add", "from the shell"}).status, 0);
        QVERIFY(cli({"log", m_project, "--json"}).json()["entries"].toArray().last().toObject()["text"].toString() ==
                "from the shell");
        const Run report = cli({"report", m_project, "--from", "vault", "--to", "platen", "--copy"});
        QCOMPARE(report.status, 0);
        QVERIFY(report.out.startsWith("<!doctype html>") && report.out.contains("vault → platen, file copy"));
        const Run exported = cli({"export", m_project, "-o", m_folder.filePath("e.json")});
        QCOMPARE(exported.status, 0);
        QCOMPARE(cli({"import", m_folder.filePath("e.json"), "--to", m_folder.filePath("second.sokudo")}).status, 0);
        QCOMPARE(cli({"export", m_folder.filePath("second.sokudo")}).out, cli({"export", m_project}).out);
        QCOMPARE(cli({"check", m_folder.filePath("e.json")}).status, 1);
    }
    void tablesOfTheAuthor()
    {
        QCOMPARE(cli({"--data", sourcePath("data"), "link", "sfp+ / dac 2m / sfp+"}).status, 0);
    }
    void theManualNamesEveryVerb()
    {
        const QString manual = QString::fromUtf8(sourceFile("docs/sokudo-cli.1"));
        for (const char* verb :
             {"check",    "link",     "path",      "expect",     "convert",  "measure", "diagnose",       "host",
              "log",      "report",   "export",    "import",     "ways",     "what-if", "catalogue",      "limits",
              "read",     "parts",    "link-down", "dark",       "judge",    "flows",   "upgrade",        "worth",
              "headline", "counters", "edit",      "start",      "standing", "census",  "contradictions", "advice",
              "distance", "labels",   "versions",  "neighbours", "tour"}) {
            const QString known = QString(verb).replace("dark", "link-down").replace("worth", "upgrade");
            QVERIFY2(manual.contains(".B " + known) || manual.contains(".B " + QString(known).replace("-", "\\-")),
                     verb);
            QCOMPARE(cli({verb, "--help"}).status, 0);
        }
    }
    void theWindowStarts()
    {
        Child process;
        auto environment = QProcessEnvironment::systemEnvironment();
        environment.insert("QT_QPA_PLATFORM", "offscreen");
        environment.insert("XDG_DATA_HOME", m_folder.path());
        process.setProcessEnvironment(environment);
        process.start(program("sokudo"), {"--demo", "--bench-start"});
        QVERIFY(process.waitForFinished(30000));
        QCOMPARE(process.exitCode(), 0);
        QVERIFY(process.readAllStandardOutput().contains("start to first painted window"));
        process.start(program("sokudo"), {sourcePath("README.md"), "--bench-start"});
        QVERIFY(process.waitForFinished(30000));
        QCOMPARE(process.exitCode(), 2);
        // For a person, the window says why and stays; for a terminal, the sentence is there at once.
        process.start(program("sokudo"), {sourcePath("README.md")});
        QByteArray said;
        while (!said.contains("not a Sokudo project") && process.waitForReadyRead(30000))
            said += process.readAllStandardError();
        QVERIFY2(said.contains("not a Sokudo project"), said.constData());
        QVERIFY(!process.waitForFinished(300));
        process.kill();
        process.waitForFinished();
    }
    void aHouseByLines()
    {
        const QString house = m_folder.filePath("lines.sokudo");
        const Run made = cli({"edit", house, "--new", "add place Cellar level -1", "switch core in Cellar: 8x sfp28",
                              "add storage vault in Cellar: 2x sfp28", "add run core 4 - vault 2, dac 2m label=q1"});
        QCOMPARE(made.status, 0);
        QVERIFY2(made.out.contains("added run q1: core 4 – vault 2, dac, 2 m"), qPrintable(made.out));
        QVERIFY2(made.out.contains("core 4 – vault 2: fits, 25 Gb/s"), qPrintable(made.out));
        const Run refused = cli({"edit", house, "add place Attic", "add run core 4 - vault 1, dac 2m"});
        QCOMPARE(refused.status, 2);
        QVERIFY2(refused.err.contains("line 2: core 4 already holds a run"), qPrintable(refused.err));
        QVERIFY(!cli({"export", house}).out.contains("Attic"));
        const Run tried = cli({"edit", house, "--try", "--json", "set run q1 length=9m"});
        QCOMPARE(tried.json()["links"].toArray()[0].toObject()["verdict"].toString(), "marginal");
        QCOMPARE(tried.json()["touched"].toArray()[0].toObject()["name"].toString(), "run q1");
        QVERIFY(cli({"export", house}).out.contains("\"length_m\": 2"));
        QVERIFY(cli({"log", house}).out.contains("added storage vault with 2 ports in Cellar"));
        QVERIFY(cli({"edit", house}).err.contains("say what to change"));
        QVERIFY(cli({"edit", house, "--new", "name house x"}).err.contains("lines.sokudo"));
    }
    void tablesAndSchema()
    {
        const QString house = m_folder.filePath("tables.sokudo");
        QVERIFY(QFile::copy(m_project, house));
        const Run runs = cli({"export", house, "--table", "runs"});
        QCOMPARE(runs.out.count('\n'), 34);
        QFile table(m_folder.filePath("runs.csv"));
        QVERIFY(table.open(QIODevice::WriteOnly));
        table.write(QString(runs.out).replace(",om4,9", ",om4,31").toUtf8());
        table.close();
        const Run taken = cli({"import", table.fileName(), "--to", house, "--table", "runs"});
        QVERIFY2(taken.out.contains("1 changed"), qPrintable(taken.out + taken.err));
        QVERIFY(cli({"export", house, "--table", "runs"}).out.contains(",om4,31"));
        QVERIFY(
            cli({"import", table.fileName(), "--to", house, "--table", "log"}).err.contains("with a whole project"));
        QCOMPARE(cli({"export", "--schema"}).out, QString::fromUtf8(sourceFile("docs/house.schema.json")));
        QVERIFY(cli({"edit", house, "add address vault 10.20.0.2"}).status == 0);
        const Run exported = cli({"export", house});
        QVERIFY(!exported.out.contains("10.20.0.2") && exported.err.contains("--private"));
        QVERIFY(cli({"export", house, "--private"}).out.contains("10.20.0.2"));
    }
    void whoIsOnTheNetwork()
    {
        const QString captured = sourcePath("data/hosts/platen");
        const Run run = cli({"neighbours", m_project, "--root", captured});
        QCOMPARE(run.status, 1);  // a stranger
        QVERIFY2(run.out.contains("6 seen, 1 of them not in the inventory"), qPrintable(run.out + run.err));
        const QJsonObject json = cli({"--json", "neighbours", m_project, "--root", captured}).json();
        QCOMPARE(json["seen"].toArray().size(), 6);
        QVERIFY(json["seen"][0]["device"].isNull());
        QCOMPARE(json["not_seen"].toArray().first().toString(), "spread");
        const Run wrong = cli({"neighbours", m_project, "--root", captured, "--leases", "/no/such/file"});
        QVERIFY(wrong.status > 1 && wrong.err.contains("/no/such/file"));
    }
    void theTour()
    {
        const Run run = cli({"tour", m_project, "--text"});
        QCOMPARE(run.status, 0);
        QVERIFY(run.out.contains("Paper store, level 0, in the building") && !run.out.contains("10.20.0.2"));
        QVERIFY(cli({"tour", m_project, "--text", "--private"}).out.contains("10.20.0.2"));
        const QString path = m_folder.filePath("tour.html");
        QCOMPARE(cli({"tour", m_project, "-o", path}).status, 0);
        QFile page(path);
        QVERIFY(page.open(QIODevice::ReadOnly) && page.readAll().contains("<table>"));
    }
};

SOKUDO_TEST(CliHouseTest)
#include "cli_house_test.moc"
