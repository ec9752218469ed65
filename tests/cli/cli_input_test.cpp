// SPDX-License-Identifier: GPL-3.0-or-later
// What the command line is given that it cannot use: one clear line, nothing lost.
#include <sys/stat.h>

#include "command_line.h"

using namespace sokudo;
using namespace sokudo::testing;

class CliInputTest : public QObject {
    Q_OBJECT
    DemoProject m_demo;
    const QTemporaryDir& m_folder = m_demo.folder;
    const QString m_project = m_demo.path;

private Q_SLOTS:
    void theDemoIsImported() { QVERIFY2(m_demo.said.contains("28 devices, 33 runs"), qPrintable(m_demo.said)); }
    void badInput_data()
    {
        QTest::addColumn<QStringList>("arguments");
        QTest::addColumn<QString>("part");
        const auto row = [](const char* name, const QStringList& arguments, const char* part) {
            QTest::newRow(name) << arguments << part;
        };
        row("no verb", {}, "sokudo-cli --help");
        row("unknown verb", {"fly"}, "sokudo-cli --help");
        row("malformed line", {"link", "sfp28 / om6 8m / sfp28"}, "character 9, “om6”");
        row("malformed path", {"path", "10g | floppy"}, "character 7, “floppy”");
        row("malformed result", {"convert", "fast"}, "write it like");
        row("no such file", {"check", "/no/such/file"}, "/no/such/file");
        row("not a project", {"check", sourcePath("README.md")}, "neither a Sokudo project");
        row("unknown device",
            {"expect", sourcePath("data/starters/lantern-row.json"), "--from", "vult", "--to", "platen"},
            "did you mean vault?");
        row("bad answer",
            {"diagnose", sourcePath("data/starters/lantern-row.json"), "--from", "scan", "--to", "vault", "--answer",
             "e30"},
            "flag=yes");
        row("no result",
            {"diagnose", sourcePath("data/starters/lantern-row.json"), "--from", "kiln-a", "--to", "vault"},
            "no result of this kind");
        row("no host there", {"host", "--root", sourcePath("docs")}, "sys/class/net");
        row("no key", {"measure", "--host", "127.0.0.1", "--port", "1"}, "pairing key is missing");
        row("too many streams", {"measure", "--loopback", "--streams", "17"}, "17");
        row("data folder", {"--data", sourcePath("docs"), "link", "x"}, "missing from the data folder");
    }
    void badInput()
    {
        QFETCH(QStringList, arguments);
        QFETCH(QString, part);
        const Run got = cli(arguments);
        QCOMPARE(got.status, 2);
        QVERIFY2(got.err.count('\n') == 1 && got.err.startsWith("sokudo-cli: "), qPrintable(got.err));
        QVERIFY2(got.err.contains(part), qPrintable(got.err));
        QVERIFY(got.out.isEmpty());
    }
    void importsNeverOverwrite()
    {
        const Run again = cli({"import", sourcePath("data/starters/lantern-row.json"), "--to", m_project});
        QCOMPARE(again.status, 2);
        QVERIFY(again.err.contains("It was left as it is"));
        QFile bad(m_folder.filePath("bad.json"));
        QVERIFY(bad.open(QIODevice::WriteOnly));
        bad.write("{\"format\": \"sokudo-project\", \"version\": 1, \"places\": [{\"id\": \"x\"}]}");
        bad.close();
        const Run broken = cli({"import", bad.fileName()});
        QCOMPARE(broken.status, 2);
        QVERIFY2(broken.err.contains("places[0].id"), qPrintable(broken.err));
        QVERIFY(!QFile::exists(m_folder.filePath("bad.sokudo")));
    }
    void aProjectIsNeverWrittenOver()
    {
        QFile project(m_project);
        QVERIFY(project.open(QIODevice::ReadOnly));
        const QByteArray before = project.readAll();
        for (const char* verb : {"report", "export"}) {
            const Run got = cli({verb, m_project, "-o", m_project});
            QCOMPARE(got.status, 2);
            QVERIFY2(got.err.contains("this is a Sokudo project"), qPrintable(got.err));
        }
        project.seek(0);
        QCOMPARE(project.readAll(), before);
    }
    void whatCannotBeWrittenOrReadIsSaid()
    {
        Child full;
        full.setStandardOutputFile("/dev/full");
        full.start(program("sokudo-cli"), {"export", m_project});
        QVERIFY(full.waitForFinished(10000));
        QCOMPARE(full.exitCode(), 2);
        QVERIFY(full.readAllStandardError().contains("could not be written"));
        QVERIFY(cli({"export", m_project, "-o", "/dev/full"}).err.contains("disk is full"));
        const QString missing = m_folder.filePath("mistyped.sokudo");
        const Run note = cli({"log", missing, "--add", "a note"});
        QCOMPARE(note.status, 2);
        QVERIFY2(note.err.contains("no such file"), qPrintable(note.err));
        QVERIFY(!QFile::exists(missing));
        const QString pipe = m_folder.filePath("pipe");
        QCOMPARE(::mkfifo(pipe.toStdString().c_str(), 0600), 0);
        const Run hung = cli({"export", pipe});
        QCOMPARE(hung.status, 2);
        QVERIFY2(hung.err.contains("nobody writes"), qPrintable(hung.err));
    }
    void textThatIsNotUtf8IsRefused()
    {
        // A list of texts would convert the argument: a shell passes the bytes on.
        Child shell;
        shell.start("sh", {"-c", program("sokudo-cli") + " read \"$(printf 'Stra\\337e')\""});
        QVERIFY(shell.waitForFinished(10000));
        QCOMPARE(shell.exitCode(), 2);
        QVERIFY2(shell.readAllStandardError().contains("argument 2"), "");
        QFile csv(m_folder.filePath("latin1.csv"));
        QVERIFY(csv.open(QIODevice::WriteOnly));
        csv.write(
            "rate,note\n9.4 Gb/s,fine\n9.3 Gb/s,Stra\xDF"
            "e\n");
        csv.close();
        const Run got =
            cli({"measure", "--csv", csv.fileName(), "--save", m_project, "--from", "vault", "--to", "platen"});
        QCOMPARE(got.status, 2);
        QVERIFY2(got.err.contains("latin1.csv:3") && got.err.contains("UTF-8"), qPrintable(got.err));
    }
    void theLocaleChangesNothing_data()
    {
        QTest::addColumn<QString>("locale");
        for (const char* locale : {"de_DE.UTF-8", "tr_TR.UTF-8", "fr_FR.UTF-8"}) QTest::newRow(locale) << locale;
    }
    void theLocaleChangesNothing()
    {
        QFETCH(QString, locale);
        QProcessEnvironment german = QProcessEnvironment::systemEnvironment();
        german.insert("LC_ALL", locale);
        const auto in = [&](const QStringList& arguments) {
            Child process;
            process.setProcessEnvironment(german);
            process.start(program("sokudo-cli"), arguments);
            process.waitForFinished(10000);
            return QPair<int, QByteArray>(process.exitCode(), process.readAllStandardOutput());
        };
        for (const QStringList& arguments :
             {QStringList{"limits", "cat6a", "--at", "62.5"}, QStringList{"path", "10G MTU=1500 | PCIE 3.0 X8"},
              QStringList{"convert", "1.15 GiB in 9.8 s"}}) {
            const auto got = in(arguments);
            const Run plain = cli(arguments);
            QCOMPARE(got.first, 0);
            QCOMPARE(QString::fromUtf8(got.second), plain.out);
        }
    }
    void namesDoNotSteerTheTerminal()
    {
        const QString steered = m_folder.filePath("steered.json");
        QFile file(steered);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(
            "{\"format\": \"sokudo-project\", \"version\": 2, \"places\": [{\"id\": 1, \"name\": \"x\"}], \"log\": "
            "[{\"id\": 5, \"at\": \"2026-11-25\", \"kind\": \"note\", \"text\": \"red \\u001b[31m alert\\u0007\"}]}");
        file.close();
        const Run got = cli({"log", steered});
        QVERIFY2(got.out.contains("red [31m alert") && !got.out.contains(QChar(0x1b)) && !got.out.contains(QChar(7)),
                 qPrintable(got.out));
    }
    void aDamagedProjectIsReadAsFarAsItGoes()
    {
        const QString copy = m_folder.filePath("damaged.sokudo");
        QVERIFY(QFile::copy(m_project, copy));
        QFile file(copy);
        QVERIFY(file.open(QIODevice::ReadWrite));
        const QByteArray bytes = file.readAll();
        const qsizetype at = bytes.indexOf("\"label\":\"q2\"");
        QVERIFY(at > 0);
        file.seek(at + 9);
        file.write("Q");
        file.close();
        const Run got = cli({"check", copy});
        QVERIFY2(got.err.contains("Set aside") && got.err.contains("not what was saved"), qPrintable(got.err));
        QVERIFY(got.out.contains("core"));
        QVERIFY(cli({"export", copy}).out.contains("\"set_aside\""));
    }
};

SOKUDO_TEST(CliInputTest)
#include "cli_input_test.moc"
