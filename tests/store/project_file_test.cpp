// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing is lost: closing, killing mid-write, a full or read-only folder, a damaged file.
#include <sched.h>
#include <sys/mount.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>
#include <csignal>
#include <random>

#include <QDir>
#include <QTemporaryDir>

#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "plan_builder.h"
#include "store/project_file.h"
#include "store/project_json.h"
#include "store/row_upgrade.h"
#include "store/sqlite.h"

using namespace sokudo;
using namespace sokudo::store;
using sokudo::testing::toQt;

namespace {

/// Edits the file as fast as it can until it is killed: run k is labelled k. Says the number of each edit on `saved`
/// once it is saved.
[[noreturn]] void editForEver(const std::string& path, int saved)
{
    auto file = ProjectFile::open(path);
    if (!file) _exit(3);
    auto project = (*file)->load();
    plan::Plan plan = project->project.plan;
    for (std::int64_t k = 1;; ++k) {
        plan::Port port{{1000 + k}, plan.devices.begin()->id, static_cast<int>(k), "p" + std::to_string(k), "rj45"};
        plan::Run run{{2000000 + k}, std::to_string(k), port.id, {}, "cat6"};
        const auto next = plan::edits::putRun(*plan::edits::putPort(plan, port), run);
        if (!(*file)->save({&plan, &*next, {}, {}, {}, {}})) _exit(4);
        plan = *next;
        if (::write(saved, &k, sizeof k) != sizeof k) _exit(5);
    }
}

/// How many moments a program is killed at: 20, or as many as SOKUDO_KILLS says.
int killings()
{
    const int asked = qEnvironmentVariableIntValue("SOKUDO_KILLS");
    return asked > 0 ? asked : 20;
}

/// Kills a program at a random moment of its editing. @return the last edit that it said was saved
std::int64_t editAndKill(const std::string& path, std::mt19937& random)
{
    int pipe[2];
    if (::pipe(pipe) != 0) return -1;
    const pid_t child = ::fork();
    if (child == 0) editForEver(path, pipe[1]);
    ::close(pipe[1]);
    std::int64_t saved = 0, one = 0;
    if (::read(pipe[0], &saved, sizeof saved) != sizeof saved) return -1;
    ::usleep(std::uniform_int_distribution<useconds_t>(0, 90000)(random));
    ::kill(child, SIGKILL);
    while (::read(pipe[0], &one, sizeof one) == sizeof one) saved = one;
    ::close(pipe[0]);
    int status = 0;
    ::waitpid(child, &status, 0);
    return WIFSIGNALED(status) ? saved : -1;
}

QByteArray bytesOf(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

}  // namespace

class ProjectFileTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    int m_count = 0;
    std::string fresh() { return m_folder.filePath(QString("p%1.sokudo").arg(++m_count)).toStdString(); }

private Q_SLOTS:
    void whatIsSavedIsRead()
    {
        const std::string path = fresh();
        auto demo = importJson(sokudo::testing::sourceFile("data/starters/lantern-row.json").toStdString(), "demo");
        {
            auto file = ProjectFile::create(path, *demo);
            QVERIFY2(file, file ? "" : file.error().message().c_str());
        }
        auto file = ProjectFile::open(path);
        const auto read = (*file)->load();
        QVERIFY2(read, read ? "" : read.error().message().c_str());
        QVERIFY(read->project == *demo);
        QVERIFY(troubles(*read).empty());
    }
    void onlyWhatChangedIsWritten()
    {
        const std::string path = fresh();
        const testing::PlanBuilder built = testing::twoHosts();
        Project project;
        project.plan = built.plan();
        auto file = ProjectFile::create(path, project);
        const auto next = plan::edits::deleteRun(project.plan, built.runId("a"));
        QVERIFY((*file)->save({&project.plan, &*next, {}, {}, {}, {}}));
        QVERIFY((*file)->load()->project.plan == *next);
        QVERIFY((*file)->save({&*next, &project.plan, {}, {}, {}, {}}));
        QVERIFY((*file)->load()->project.plan == project.plan);
    }
    void killedMidWriteItHoldsEverySavedEdit()
    {
        const auto start = std::random_device{}();
        std::mt19937 random{start};
        for (int round = 0; round < killings(); ++round) {
            const std::string path = fresh();
            Project project;
            project.plan = testing::twoHosts().plan();
            QVERIFY(ProjectFile::create(path, project));
            const std::int64_t saved = editAndKill(path, random);
            QVERIFY2(saved > 0, qPrintable(QString("start %1, round %2").arg(start).arg(round)));
            auto file = ProjectFile::open(path);
            QVERIFY2(file, file ? "" : file.error().message().c_str());
            const auto read = (*file)->load();
            QVERIFY2(read, read ? "" : read.error().message().c_str());
            QVERIFY(plan::brokenInvariants(read->project.plan).empty());
            // Every edit adds one port and one run: a whole number of edits, none that was said saved missing, none
            // torn. One more may be in: killed between the saving and the saying.
            const auto edits = static_cast<std::int64_t>(read->project.plan.runs.size()) - 2;
            QVERIFY2(edits == saved || edits == saved + 1,
                     qPrintable(QString("%1 saved, %2 found, start %3").arg(saved).arg(edits).arg(start)));
            QCOMPARE(static_cast<std::int64_t>(read->project.plan.ports.size()) - 4, edits);
            for (std::int64_t k = 1; k <= edits; ++k) QVERIFY(read->project.plan.runs.has({2000000 + k}));
        }
    }
    void aLockedFileIsSaidAndUnharmed()
    {
        const std::string path = fresh();
        Project project;
        project.plan = testing::twoHosts().plan();
        auto file = ProjectFile::create(path, project);
        QVERIFY((*file)->load());
        // Another program holds the file for writing.
        const auto other = Sqlite::open(path, Sqlite::Mode::Open);
        QCOMPARE(other->run("BEGIN EXCLUSIVE"), 0);
        plan::Plan changed = project.plan;
        changed.name = "changed";
        const auto saved = (*file)->save({&project.plan, &changed, {}, {}, {}, {}});
        QVERIFY(!saved);
        QVERIFY2(toQt(saved.error().what.text()).contains("another program is writing"),
                 saved.error().what.text().c_str());
        const auto read = (*file)->load();
        QVERIFY(!read && toQt(read.error().what.text()).contains("another program is writing"));
        QCOMPARE(other->run("ROLLBACK"), 0);
        QVERIFY((*file)->load()->project.plan == project.plan);
    }
    void strangersAreRefusedAndLeftAlone_data()
    {
        QTest::addColumn<QByteArray>("content");
        QTest::newRow("text") << QByteArray("hello, this is not a database, and it is longer than a header");
        QTest::newRow("half a header") << QByteArray("SQLite format 3");
        QTest::newRow("noise") << QByteArray(4096, '\xA5');
    }
    void strangersAreRefusedAndLeftAlone()
    {
        QFETCH(QByteArray, content);
        const QString path = toQt(fresh());
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(content);
        file.close();
        const auto opened = ProjectFile::open(path.toStdString());
        QVERIFY(!opened);
        QVERIFY2(toQt(opened.error().what.text()).contains("left as it is"), opened.error().what.text().c_str());
        QCOMPARE(bytesOf(path), content);
    }
    void anotherProgramsDatabaseIsRefused()
    {
        const std::string path = fresh();
        QCOMPARE(Sqlite::open(path, Sqlite::Mode::Create)->run("CREATE TABLE t (x)"), 0);
        const auto opened = ProjectFile::open(path);
        QVERIFY(!opened);
        QVERIFY(toQt(opened.error().what.text()).contains("does not belong to Sokudo"));
    }
    void aLaterVersionIsRefused()
    {
        const std::string path = fresh();
        QVERIFY(ProjectFile::create(path, {}));
        QCOMPARE(Sqlite::open(path, Sqlite::Mode::Open)->run("PRAGMA user_version = 99"), 0);
        const auto opened = ProjectFile::open(path);
        QVERIFY(!opened);
        QVERIFY(toQt(opened.error().what.text()).contains("update Sokudo"));
    }
    void whatIsNoFileIsSaid()
    {
        const auto said = [](const Result<std::unique_ptr<ProjectFile>>& opened) {
            return opened ? QString("opened") : toQt(opened.error().what.text());
        };
        QVERIFY(said(ProjectFile::open(fresh())).contains("no such file"));
        QVERIFY(said(ProjectFile::open(m_folder.path().toStdString())).contains("this is a folder"));
        const std::string pipe = fresh(), empty = fresh();
        QCOMPARE(::mkfifo(pipe.c_str(), 0600), 0);
        QVERIFY(said(ProjectFile::open(pipe)).contains("a pipe"));
        QVERIFY(said(ProjectFile::create(pipe, {})).contains("already a file"));
        QFile file(toQt(empty));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.close();
        QVERIFY(said(ProjectFile::open(empty)).contains("the file is empty"));
        QCOMPARE(file.size(), 0);
        QVERIFY(said(ProjectFile::create("/no/such/folder/p.sokudo", {})).contains("no such folder"));
    }
    void makingOneNeverWritesOverAnother()
    {
        const std::string path = fresh();
        QVERIFY(ProjectFile::create(path, {}));
        const QByteArray before = bytesOf(toQt(path));
        const auto again = ProjectFile::create(path, {});
        QVERIFY(!again && toQt(again.error().what.text()).contains("already a file of this name"));
        QCOMPARE(bytesOf(toQt(path)), before);
        QCOMPARE(QDir(m_folder.path()).entryList({"*.sokudo.*"}).size(), 0);  // nothing half-written is left
    }
    void aFullDiskIsSaidAndLeavesNoStump()
    {
        // A folder with room for 48 kB, in a mount namespace of a child.
        const QString folder = m_folder.filePath("small");
        QVERIFY(QDir().mkpath(folder));
        const pid_t child = ::fork();
        if (child == 0) {
            if (::unshare(CLONE_NEWNS) != 0 || ::mount("none", "/", nullptr, MS_REC | MS_PRIVATE, nullptr) != 0 ||
                ::mount("tmpfs", folder.toStdString().c_str(), "tmpfs", 0, "size=48k") != 0)
                _exit(77);
            const std::string path = (folder + "/p.sokudo").toStdString();
            const auto demo =
                importJson(sokudo::testing::sourceFile("data/starters/lantern-row.json").toStdString(), "demo");
            const auto made = ProjectFile::create(path, *demo);
            if (made) _exit(1);
            if (!toQt(made.error().what.text()).contains("disk is full")) _exit(2);
            if (!QDir(folder).entryList(QDir::Files).isEmpty()) _exit(3);
            auto small = ProjectFile::create(path, {});
            if (!small || !(*small)->load()) _exit(4);
            const plan::Plan empty;
            const auto saved = (*small)->save({&empty, &demo->plan, {}, {}, {}, {}});
            if (saved || !toQt(saved.error().what.text()).contains("disk is full")) _exit(5);
            const auto after = (*ProjectFile::open(path))->load();
            _exit(after && after->project.plan == empty && after->lost.empty() ? 0 : 6);
        }
        int status = 0;
        ::waitpid(child, &status, 0);
        if (WEXITSTATUS(status) == 77) QSKIP("this machine allows no mount of its own");
        QCOMPARE(WEXITSTATUS(status), 0);
    }
    void aFileThatMayOnlyBeReadSaysSo()
    {
        const std::string path = fresh();
        Project project;
        project.plan = testing::twoHosts().plan();
        QVERIFY(ProjectFile::create(path, project));
        QVERIFY(::chmod(m_folder.path().toStdString().c_str(), 0755) == 0 && ::chmod(path.c_str(), 0444) == 0);
        const pid_t child = ::fork();
        if (child == 0) {
            if (::getuid() == 0 && ::setuid(65534) != 0) _exit(77);
            auto file = ProjectFile::open(path);
            if (!file) _exit(1);
            const auto read = (*file)->load();
            if (!read || !(read->project.plan == project.plan)) _exit(2);
            if (!(*file)->isReadOnly()) _exit(3);
            plan::Plan changed = project.plan;
            changed.name = "x";
            const auto saved = (*file)->save({&project.plan, &changed, {}, {}, {}, {}});
            _exit(!saved && toQt(saved.error().what.text()).contains("may only be read") ? 0 : 4);
        }
        int status = 0;
        ::waitpid(child, &status, 0);
        QCOMPARE(WEXITSTATUS(status), 0);
    }
    void aFileThatVanishedIsSaid()
    {
        const std::string path = fresh();
        Project project;
        auto file = ProjectFile::create(path, project);
        QVERIFY((*file)->load());
        QVERIFY(QFile::rename(toQt(path), toQt(path) + ".away"));
        plan::Plan changed;
        changed.name = "x";
        const auto saved = (*file)->save({&project.plan, &changed, {}, {}, {}, {}});
        QVERIFY(!saved && toQt(saved.error().what.text()).contains("was moved"));
        QVERIFY(!QFile::exists(toQt(path)));
        QVERIFY(QFile::rename(toQt(path) + ".away", toQt(path)));
        QVERIFY((*file)->save({&project.plan, &changed, {}, {}, {}, {}}));
    }
    void aFileOfVersion1IsMigrated()
    {
        const QString path = toQt(fresh());
        QVERIFY(QFile::copy(sokudo::testing::sourcePath("tests/data/project-v1.sokudo"), path));
        QVERIFY(QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner));
        const QByteArray before = bytesOf(path);
        auto file = ProjectFile::open(path.toStdString());
        const auto read = (*file)->load();
        QVERIFY2(read, read ? "" : read.error().message().c_str());
        QVERIFY(troubles(*read).empty());
        QCOMPARE(bytesOf(path), before);  // looking changes nothing
        QCOMPARE(toQt(read->project.plan.name), "Lantern Row");
        QCOMPARE(read->project.plan.devices.size(), std::size_t{19});
        QCOMPARE(read->project.plan.runs.size(), std::size_t{26});
        QCOMPARE(read->project.entries.size(), std::size_t{41});
        const auto isFed = [](const plan::Device& device) { return plan::feederOf(device).isSet(); };
        QVERIFY(std::any_of(read->project.plan.devices.begin(), read->project.plan.devices.end(), isFed));
        plan::Plan changed = read->project.plan;
        changed.name = "Lantern Row, brought on";
        QVERIFY((*file)->save({&read->project.plan, &changed, {}, {}, {}, {}}));
        QCOMPARE(Sqlite::open(path.toStdString(), Sqlite::Mode::Open)->number("PRAGMA user_version"), kVersion);
        const auto again = (*ProjectFile::open(path.toStdString()))->load();
        QVERIFY(troubles(*again).empty());
        QVERIFY(again->project.plan == changed);
        QVERIFY(again->project.trials == read->project.trials && again->project.entries == read->project.entries);
    }
    /// A file whose log has readings of ports gets them as records when it is first written into, with the same ids as
    /// were shown before.
    void readingsOfAnOlderFile()
    {
        const QString path = toQt(fresh());
        QVERIFY(QFile::copy(sokudo::testing::sourcePath("tests/data/project-v3.sokudo"), path));
        QVERIFY(QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner));
        {
            const auto other = Sqlite::open(path.toStdString(), Sqlite::Mode::Open);
            const std::int64_t port = other->number("SELECT min(id) FROM object WHERE kind = 'port'");
            const std::string note =
                "INSERT INTO object VALUES ('entry', 990001, '{\"id\":990001,\"at\":\"2026-11-02T10:00:00Z\",\"kind\":"
                "\"note\",\"text\":\"read: rate=10g mtu=9000\",\"about\":{\"kind\":\"port\",\"id\":" +
                std::to_string(port) + "}}', NULL);";
            QCOMPARE(other->run(note), 0);
        }
        auto file = ProjectFile::open(path.toStdString());
        const auto read = (*file)->load();
        QVERIFY(read && troubles(*read).empty());
        QCOMPARE(read->project.readings.size(), std::size_t{1});
        QVERIFY(read->project.readings[0].shown->rate == gigabits(10));
        plan::Plan changed = read->project.plan;
        changed.name = "brought on";
        QVERIFY((*file)->save({&read->project.plan, &changed}));
        const auto again = (*ProjectFile::open(path.toStdString()))->load();
        QVERIFY(troubles(*again).empty());
        QVERIFY(again->project.readings == read->project.readings);
        QVERIFY(again->project.entries == read->project.entries);
    }
    void fieldsOfALaterSokudoAreKept()
    {
        const std::string path = fresh();
        Project project;
        project.plan = testing::twoHosts().plan();
        QVERIFY(ProjectFile::create(path, project));
        const auto device = *project.plan.devices.begin();
        {
            const auto other = Sqlite::open(path, Sqlite::Mode::Open);
            QCOMPARE(
                other->run("UPDATE object SET sum = NULL, body = json_set(body, '$.colour', 'green', '$.rack.unit', 7) "
                           "WHERE kind = 'device'"),
                0);
        }
        auto file = ProjectFile::open(path);
        const auto read = (*file)->load();
        QVERIFY(troubles(*read).empty());
        plan::Device renamed = device;
        renamed.name = "renamed";
        const auto next = plan::edits::putDevice(read->project.plan, renamed);
        QVERIFY((*file)->save({&read->project.plan, &*next, {}, {}, {}, {}}));
        const auto body =
            Sqlite::open(path, Sqlite::Mode::Open)
                ->text("SELECT body FROM object WHERE kind = 'device' AND id = " + std::to_string(device.id.value));
        QVERIFY2(toQt(body).contains("\"colour\":\"green\"") && toQt(body).contains("\"unit\":7") &&
                     toQt(body).contains("renamed"),
                 body.c_str());
        QVERIFY(toQt(exportJson((*ProjectFile::open(path))->load()->project)).contains("\"colour\": \"green\""));
        // Kinds of rows that are not known stay too.
        QCOMPARE(
            Sqlite::open(path, Sqlite::Mode::Open)->run("INSERT INTO object VALUES ('poster', 1, '{\"id\":1}', NULL)"),
            0);
        auto again = ProjectFile::open(path);
        const auto loaded = (*again)->load();
        QVERIFY(troubles(*loaded).empty());
        QVERIFY((*again)->save({&loaded->project.plan, &project.plan, {}, {}, {}, {}}));
        QCOMPARE(Sqlite::open(path, Sqlite::Mode::Open)->number("SELECT count(*) FROM object WHERE kind = 'poster'"),
                 1);
    }
    void fieldsOfAListComeBackWhereItKeptItsLength()
    {
        const auto read = importJson(R"({"format":"sokudo-project","version":2,"places":[{"id":1,"name":"p"}],
            "devices":[{"id":2,"place":1,"name":"d","disks":[{"kind":"hdd","count":1,"serial":"a"},
                                                            {"kind":"ssd","count":1,"serial":"b"}]}]})",
                                     "x");
        QVERIFY2(read, read ? "" : read.error().message().c_str());
        QVERIFY(toQt(exportJson(*read)).contains("\"serial\": \"b\""));
        Project shorter = *read;
        plan::Device device = *read->plan.devices.begin();
        device.disks.pop_back();
        shorter.plan.devices = shorter.plan.devices.with(device);
        QVERIFY(!toQt(exportJson(shorter)).contains("serial"));
    }
};

SOKUDO_TEST(ProjectFileTest)
#include "project_file_test.moc"
