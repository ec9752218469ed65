// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing is lost: closing, killing mid-write, a full or read-only folder, a damaged file.
#include <sys/wait.h>
#include <unistd.h>
#include <csignal>

#include <QSqlDatabase>
#include <QSqlQuery>
#include <QTemporaryDir>

#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "plan_builder.h"
#include "store/project_file.h"
#include "store/project_json.h"

using namespace sokudo;
using namespace sokudo::store;
using sokudo::testing::toQt;

namespace {

/// Edits the file as fast as it can until it is killed: run k is labelled k.
/// Says once on `began` that the first edit is in.
[[noreturn]] void editForEver(const std::string& path, int began)
{
    auto file = ProjectFile::open(path);
    if (!file) _exit(3);
    auto project = (*file)->load();
    plan::Plan plan = project->plan;
    for (std::int64_t k = 1;; ++k) {
        plan::Port port{{1000 + k}, plan.devices.begin()->id, static_cast<int>(k), "p" + std::to_string(k), "rj45"};
        plan::Run run{{2000000 + k}, std::to_string(k), port.id, {}, "cat6"};
        const auto next = plan::edits::putRun(*plan::edits::putPort(plan, port), run);
        if (!(*file)->save({&plan, &*next, {}, {}, {}, {}})) _exit(4);
        plan = *next;
        if (k == 1 && ::write(began, "x", 1) != 1) _exit(5);
    }
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
            auto file = ProjectFile::open(path, *demo);
            QVERIFY2(file, file ? "" : file.error().message().c_str());
        }
        auto file = ProjectFile::open(path);
        const auto read = (*file)->load();
        QVERIFY2(read, read ? "" : read.error().message().c_str());
        QVERIFY(read->plan == demo->plan);
        QCOMPARE(read->trials.size(), demo->trials.size());
        QVERIFY(*read == *(*ProjectFile::open(path))->load());
    }
    void onlyWhatChangedIsWritten()
    {
        const std::string path = fresh();
        const testing::PlanBuilder built = testing::twoHosts();
        Project project;
        project.plan = built.plan();
        auto file = ProjectFile::open(path, project);
        const auto next = plan::edits::deleteRun(project.plan, built.runId("a"));
        QVERIFY((*file)->save({&project.plan, &*next, {}, {}, {}, {}}));
        QVERIFY((*file)->load()->plan == *next);
        QVERIFY((*file)->save({&*next, &project.plan, {}, {}, {}, {}}));
        QVERIFY((*file)->load()->plan == project.plan);
    }
    void killedMidWriteItHoldsTheLastWholeEdit()
    {
        for (int round = 0; round < 6; ++round) {
            const std::string path = fresh();
            Project project;
            project.plan = testing::twoHosts().plan();
            QVERIFY(ProjectFile::open(path, project));
            int pipe[2];
            QVERIFY(::pipe(pipe) == 0);
            const pid_t child = ::fork();
            if (child == 0) editForEver(path, pipe[1]);
            ::close(pipe[1]);
            char mark = 0;
            QCOMPARE(::read(pipe[0], &mark, 1), 1);
            ::close(pipe[0]);
            ::usleep(static_cast<useconds_t>(7000 + 23000 * round));
            ::kill(child, SIGKILL);
            int status = 0;
            ::waitpid(child, &status, 0);
            QVERIFY(WIFSIGNALED(status));
            auto file = ProjectFile::open(path);
            QVERIFY2(file, file ? "" : file.error().message().c_str());
            const auto read = (*file)->load();
            QVERIFY2(read, read ? "" : read.error().message().c_str());
            QVERIFY(plan::brokenInvariants(read->plan).empty());
            // Every edit adds one port and one run: a whole number of edits, none skipped, none torn.
            const auto edits = static_cast<std::int64_t>(read->plan.runs.size()) - 2;
            QVERIFY2(edits > 0, qPrintable(QString::number(edits)));
            QCOMPARE(static_cast<std::int64_t>(read->plan.ports.size()) - 4, edits);
            for (std::int64_t k = 1; k <= edits; ++k) QVERIFY(read->plan.runs.has({2000000 + k}));
        }
    }
    void aFailedSaveLeavesTheFileAndSaysSo()
    {
        const std::string path = fresh();
        Project project;
        project.plan = testing::twoHosts().plan();
        auto file = ProjectFile::open(path, project);
        // Another program holds the file for writing.
        {
            auto other = QSqlDatabase::addDatabase("QSQLITE", "other");
            other.setDatabaseName(toQt(path));
            QVERIFY(other.open());
            QSqlQuery hold(other);
            QVERIFY(hold.exec("BEGIN EXCLUSIVE"));
            plan::Plan changed = project.plan;
            changed.name = "changed";
            QSqlQuery(QSqlDatabase::database("other")).exec("SELECT 1");
            const auto saved = (*file)->save({&project.plan, &changed, {}, {}, {}, {}});
            QVERIFY(!saved);
            QVERIFY(!saved.error().what.empty());
            QVERIFY(hold.exec("ROLLBACK"));
        }
        QSqlDatabase::removeDatabase("other");
        QVERIFY((*file)->load()->plan == project.plan);
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
        QVERIFY2(toQt(opened.error().what).contains("left as it is"), opened.error().what.c_str());
        QCOMPARE(bytesOf(path), content);
    }
    void anotherProgramsDatabaseIsRefused()
    {
        const QString path = toQt(fresh());
        {
            auto other = QSqlDatabase::addDatabase("QSQLITE", "foreign");
            other.setDatabaseName(path);
            QVERIFY(other.open());
            QVERIFY(QSqlQuery(other).exec("CREATE TABLE t (x)"));
        }
        QSqlDatabase::removeDatabase("foreign");
        const auto opened = ProjectFile::open(path.toStdString());
        QVERIFY(!opened);
        QVERIFY(toQt(opened.error().what).contains("does not belong to Sokudo"));
    }
    void aLaterVersionIsRefused()
    {
        const std::string path = fresh();
        QVERIFY(ProjectFile::open(path));
        {
            auto other = QSqlDatabase::addDatabase("QSQLITE", "later");
            other.setDatabaseName(toQt(path));
            QVERIFY(other.open());
            QVERIFY(QSqlQuery(other).exec("PRAGMA user_version = 99"));
        }
        QSqlDatabase::removeDatabase("later");
        const auto opened = ProjectFile::open(path);
        QVERIFY(!opened);
        QVERIFY(toQt(opened.error().what).contains("update Sokudo"));
    }
    void aDamagedRowIsNamed()
    {
        const std::string path = fresh();
        Project project;
        project.plan = testing::twoHosts().plan();
        QVERIFY(ProjectFile::open(path, project));
        {
            auto other = QSqlDatabase::addDatabase("QSQLITE", "damage");
            other.setDatabaseName(toQt(path));
            QVERIFY(other.open());
            QVERIFY(QSqlQuery(other).exec("UPDATE object SET body = '{\"id\": 2, ' WHERE kind = 'device' AND id = 2"));
        }
        QSqlDatabase::removeDatabase("damage");
        const auto read = (*ProjectFile::open(path))->load();
        QVERIFY(!read);
        QVERIFY2(toQt(read.error().where).contains("device 2"), read.error().where.c_str());
    }
    void aFolderThatIsNotThereIsSaid()
    {
        const auto opened = ProjectFile::open("/no/such/folder/p.sokudo");
        QVERIFY(!opened);
        QCOMPARE(opened.error().code, ErrorCode::NotAllowed);
    }
};

SOKUDO_TEST(ProjectFileTest)
#include "project_file_test.moc"
