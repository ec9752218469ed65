// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing is lost by asking: variants by line, new houses, versions, imports, pictures taken of a house.
#include <QDir>
#include <QTemporaryDir>

#include "command_line.h"

using namespace sokudo;
using namespace sokudo::testing;

class CliKeepTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    QString in(const char* name) const { return m_folder.filePath(name); }
    QString house(const char* name) const
    {
        const QString path = in(name);
        const Run made = cli({"edit", path, "--new", "add place A", "add switch sw in A: 8x rj45 1g",
                              "add computer pc in A: rj45 1g", "add run sw 1 - pc 1, cat6 5m"});
        if (made.status != 0) qFatal("%s", qPrintable(made.err));
        return path;
    }
    static QByteArray bytesOf(const QString& path)
    {
        QFile file(path);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }

private Q_SLOTS:
    /// A weaker cable behind an injector rates the channel, and ends nothing.
    void aWeakerCableBehindAnInjector()
    {
        const QString path = in("injector.sokudo");
        const Run made = cli({"edit", path, "--new", "add room A", "add switch sw in A: 8x rj45 1g",
                              "add injector inj in A: 2x rj45 1g", "add computer pc in A: rj45 1g",
                              "add run sw 7 - inj 1, cat6a 1m", "add run inj 2 - pc 1, cat5e 15m"});
        QCOMPARE(made.status, 0);
        const Run check = cli({"check", path});
        QVERIFY2(check.out.contains("1000BASE-T over 16 m of Cat 5e: inside the standard"), qPrintable(check.out));
    }
    /// A change that was logged late is moved to its day; one that changed nothing is said to be written down only.
    void whenAChangeWasMade()
    {
        const QString path = house("made.sokudo");
        QCOMPARE(cli({"edit", path, "set run r1 length=6m"}).status, 0);
        const Run made = cli({"log", path, "--made", "2026-11-20 18:00", "--entry", "r1"});
        QVERIFY2(made.out.contains("made on 2026-11-20 18:00 UTC"), qPrintable(made.out + made.err));
        QVERIFY(cli({"log", path}).out.contains(", made on 2026-11-20 18:00 UTC"));
        QVERIFY(cli({"log", path, "--made", "nothing", "--entry", "r1"}).out.contains("only written down"));
        QVERIFY(cli({"log", path}).out.contains(", only written down"));
        QVERIFY(cli({"log", path, "--made", "logged", "--entry", "r1"}).status == 0);
        QVERIFY(!cli({"log", path}).out.contains("made on") && !cli({"log", path}).out.contains("only written"));
        QCOMPARE(cli({"log", path, "--made", "2126-01-01", "--entry", "r1"}).status, 2);
        QVERIFY(cli({"log", path, "--made", "soon", "--entry", "r1"}).err.contains("write the moment as"));
        QVERIFY(cli({"log", path, "--made", "nothing", "--entry", "no such words"}).err.contains("name the change"));
    }
    void aNewHouseIsMadeWholeOrNotAtAll()
    {
        const QString path = in("new.sokudo");
        const Run wrong = cli({"edit", path, "--new", "add place A", "add nothing at all"});
        QCOMPARE(wrong.status, 2);
        QVERIFY(!QFile::exists(path));
        QCOMPARE(cli({"edit", path, "--new", "add place A"}).status, 0);
        QCOMPARE(cli({"edit", path, "--new", "add place B"}).status, 2);
        QVERIFY(cli({"census", path}).status != 2);
    }
    /// Going back to a day leaves a variant what it was.
    void goingBackEmptiesNoVariant()
    {
        const QString path = house("variant.sokudo");
        QCOMPARE(cli({"versions", path, "--keep", "base"}).status, 0);
        QCOMPARE(cli({"edit", path, "add computer p2 in A: rj45 1g", "add run sw 2 - p2 1, cat6 5m"}).status, 0);
        QCOMPARE(cli({"versions", path, "--keep", "plan", "--variant"}).status, 0);
        QCOMPARE(cli({"versions", path, "--use", "base"}).status, 0);
        const Run compared = cli({"versions", path, "--compare", "base", "plan"});
        QVERIFY2(compared.out.startsWith("2 new"), qPrintable(compared.out));
        QVERIFY(cli({"jobs", path, "--variant", "plan"}).out.contains("Mount p2"));
        QVERIFY(cli({"buy", path, "--variant", "plan"}).out.contains("p2"));
    }
    void aVariantIsMadeByLines()
    {
        const QString path = house("lines.sokudo");
        QCOMPARE(cli({"versions", path, "--keep", "plan", "--variant"}).status, 0);
        QCOMPARE(cli({"edit", path, "--variant", "plan", "add computer p2 in A: rj45 1g",
                      "add run sw 2 - p2 1, cat6 5m label=new"})
                     .status,
                 0);
        QVERIFY(!cli({"labels", path}).out.contains("new,"));
        QVERIFY(cli({"labels", path, "--variant", "plan"}).out.contains("new,"));
        QVERIFY(cli({"report", path, "--text", "--variant", "plan"}).out.contains("p2"));
        QVERIFY(cli({"check", path, "--variant", "plan"}).out.contains("sw 2"));
        const Run none = cli({"check", path, "--variant", "gone"});
        QCOMPARE(none.status, 2);
        QVERIFY(none.err.contains("there is no such version"));
        const Run note = cli({"log", path, "--add", "x", "--variant", "plan"});
        QCOMPARE(note.status, 2);
        QVERIFY(note.err.contains("leave --variant out"));
        const Run idle = cli({"convert", "1 GB in 1 s", "--variant", "plan"});
        QVERIFY(idle.status == 2 && idle.err.contains("reads no house"));
    }
    /// Pictures are taken of a copy: what is pressed for them is nothing that the owner did.
    void picturesChangeNothing()
    {
        const QString path = in("pictured.sokudo");
        QCOMPARE(cli({"import", sourcePath("data/starters/lantern-row.json"), "--to", path}).status, 0);
        const QByteArray before = bytesOf(path);
        Child process;
        auto environment = QProcessEnvironment::systemEnvironment();
        environment.insert("QT_QPA_PLATFORM", "offscreen");
        environment.insert("XDG_DATA_HOME", m_folder.path());
        process.setProcessEnvironment(environment);
        process.start(program("sokudo"), {path, "--shots", in("pictures")});
        // Unoptimised it takes minutes; what it pressed until then is enough.
        if (!process.waitForFinished(45000)) process.kill();
        process.waitForFinished();
        QVERIFY(!QDir(in("pictures")).isEmpty());
        QCOMPARE(bytesOf(path), before);
    }
    void aHouseThatIsNotThereIsNotMade()
    {
        Child process;
        auto environment = QProcessEnvironment::systemEnvironment();
        environment.insert("QT_QPA_PLATFORM", "offscreen");
        environment.insert("XDG_DATA_HOME", m_folder.path());
        process.setProcessEnvironment(environment);
        process.start(program("sokudo"), {in("gone/x.sokudo"), "--bench-start"});
        QVERIFY(process.waitForFinished(30000));
        QCOMPARE(process.exitCode(), 2);
        QVERIFY(process.readAllStandardError().contains("there is no such folder"));
        process.start(program("sokudo"), {in("x.sokudo"), "--bench-start"});
        QVERIFY(process.waitForFinished(30000));
        QCOMPARE(process.exitCode(), 2);
        QVERIFY(!QFile::exists(in("x.sokudo")) && !QFile::exists(in("gone")));
        process.start(program("sokudo"), {in("x.sokudo"), "--new", "--bench-start"});
        QVERIFY(process.waitForFinished(30000));
        QCOMPARE(process.exitCode(), 0);
        QVERIFY(QFile::exists(in("x.sokudo")));
    }
    void whatAFullDiskSays()
    {
        // The reason of the database is kept, whatever is called after it.
        const QString path = house("full.sokudo");
        QFile::setPermissions(path, QFileDevice::ReadOwner | QFileDevice::WriteOwner);
        Child process;
        // A file may not grow beyond what it has: as on a full disk.
        process.start("bash", {"-c",
                               QString("trap '' XFSZ; ulimit -f %1; exec \"$0\" log \"$1\" --add \"$2\"")
                                   .arg(QFileInfo(path).size() / 1024),
                               program("sokudo-cli"), path, QString(60000, 'n')});
        QVERIFY(process.waitForFinished(30000));
        QCOMPARE(process.exitCode(), 2);
        const QString said = QString::fromUtf8(process.readAllStandardError());
        QVERIFY2(said.contains("saving failed") && !said.contains("not an error"), qPrintable(said));
        QVERIFY(cli({"log", path}).status == 0);
    }
    void longLinesAndOddFiles()
    {
        QCOMPARE(cli({"poe", "type3 / " + QString(300, 'x') + " / class4"}).status, 2);
        // A batch with a byte order mark is a batch.
        const QString batch = in("batch.txt");
        QFile file(batch);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(
            "\xEF\xBB\xBF"
            "add place Loft level 2\n");
        file.close();
        QCOMPARE(cli({"edit", house("bom.sokudo"), "--batch", batch}).status, 0);
        QCOMPARE(cli({"--data=" + sourcePath("data"), "link", "sfp+ / dac 2m / sfp+"}).status, 0);
        QCOMPARE(cli({"--data=/no/such/folder", "link", "sfp+ / dac 2m / sfp+"}).status, 2);
    }
    /// What JSON holds and nobody reads is said, not dropped.
    void unknownListsAndHalfBits()
    {
        const QString path = house("json.sokudo"), json = in("json.json");
        QCOMPARE(cli({"export", path, "-o", json}).status, 0);
        const auto changed = [&](const QByteArray& from, const QByteArray& to) {
            QByteArray text = bytesOf(json);
            text.replace(from, to);
            QFile file(in("changed.json"));
            if (file.open(QIODevice::WriteOnly)) file.write(text);
            file.close();
            return cli({"import", in("changed.json"), "--to", in("changed.sokudo")});
        };
        const Run list = changed("\"places\":", "\"rooms\": [], \"places\":");
        QVERIFY2(list.status == 2 && list.err.contains("is no part of an exported house"), qPrintable(list.err));
        const Run bits = changed("1000000000", "1000000000.5");
        QVERIFY2(bits.status == 2 && bits.err.contains("whole"), qPrintable(bits.err));
        const Run twice = changed("\"name\": \"pc\"", "\"name\": \"sw\"");
        QVERIFY2(twice.status == 2 && twice.err.contains("two devices are called sw"), qPrintable(twice.err));
    }
    /// The times are asked for before anything that takes long.
    void theWindowAsksForItsTimesFirst()
    {
        const QString path = house("window.sokudo");
        QCOMPARE(cli({"edit", path, "add switch next in A: 8x rj45 1g"}).status, 0);
        const Run run = cli({"window", path, "--from", "sw", "--to", "next"});
        QVERIFY(run.status == 2 && run.err.contains("say when the window begins"));
    }
};

SOKUDO_TEST(CliKeepTest)
#include "cli_keep_test.moc"
