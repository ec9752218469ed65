// SPDX-License-Identifier: GPL-3.0-or-later
// Two programs on one file: told of each other, they see each other's edits and lose nothing.
#include <sys/wait.h>
#include <unistd.h>

#include <chrono>
#include <cstdio>
#include <thread>

#include <QTemporaryDir>

#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "plan_builder.h"
#include "store/project_file.h"
#include "store/rebase.h"
#include "store/sqlite.h"

using namespace sokudo;
using namespace sokudo::store;
using sokudo::testing::toQt;

namespace {

/// One of the programs: its view of the plan, saved edit by edit.
struct Program {
    std::unique_ptr<ProjectFile> file;
    plan::Plan plan;
    explicit Program(const std::string& path) : file(*ProjectFile::open(path)) { look(); }
    void look() { plan = file->load()->project.plan; }
    Result<std::optional<Loaded>> save(const plan::Plan& next)
    {
        auto saved = file->save({&plan, &next, {}, {}, {}, {}});
        if (saved) plan = *saved ? (*saved)->project.plan : next;
        return saved;
    }
};

}  // namespace

class TwoProgramsTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    int m_count = 0;
    std::string project()
    {
        const std::string path = m_folder.filePath(QString("t%1.sokudo").arg(++m_count)).toStdString();
        Project start;
        start.plan = testing::twoHosts().plan();
        if (!ProjectFile::create(path, start)) qFatal("cannot make a project");
        return path;
    }

private Q_SLOTS:
    void eachIsToldOfTheOther()
    {
        const std::string path = project();
        const Program first(path);
        QVERIFY(!first.file->isOpenElsewhere());
        {
            const Program second(path);
            QVERIFY(first.file->isOpenElsewhere() && second.file->isOpenElsewhere());
        }
        QVERIFY(!first.file->isOpenElsewhere());
        const pid_t child = ::fork();
        if (child == 0) {
            const Program other(path);
            ::usleep(400000);
            _exit(0);
        }
        QTRY_VERIFY_WITH_TIMEOUT(first.file->isOpenElsewhere(), 2000);
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        QVERIFY(!first.file->isOpenElsewhere());  // a crash takes it back
    }
    void editsOfBothAreKept()
    {
        const std::string path = project();
        Program a(path), b(path);
        QVERIFY(a.save(*plan::edits::putPlace(a.plan, {{901}, "loft", 2})));
        QVERIFY(b.file->isChangedElsewhere());
        const auto saved = b.save(*plan::edits::putPlace(b.plan, {{902}, "shed", 0}));
        QVERIFY2(saved, saved ? "" : saved.error().message().c_str());
        QVERIFY(saved->has_value());
        QVERIFY(b.plan.places.has({901}) && b.plan.places.has({902}));
        QVERIFY(a.file->isChangedElsewhere());
        a.look();
        QVERIFY(a.plan == b.plan);
        QVERIFY(!a.file->isChangedElsewhere());
    }
    void twoFieldsOfOneObjectGoTogether()
    {
        const std::string path = project();
        Program a(path), b(path);
        plan::Device renamed = *a.plan.devices.begin(), noted = renamed;
        renamed.name = "renamed";
        noted.note = "a note";
        QVERIFY(a.save(*plan::edits::putDevice(a.plan, renamed)));
        QVERIFY(b.save(*plan::edits::putDevice(b.plan, noted)));
        const plan::Device* both = b.plan.devices.find(renamed.id);
        QCOMPARE(toQt(both->name), "renamed");
        QCOMPARE(toQt(both->note), "a note");
    }
    void theSameFieldIsAConflictAndNothingIsLost()
    {
        const std::string path = project();
        Program a(path), b(path);
        plan::Device one = *a.plan.devices.begin(), two = one;
        one.name = "one";
        two.name = "two";
        QVERIFY(a.save(*plan::edits::putDevice(a.plan, one)));
        const auto saved = b.save(*plan::edits::putDevice(b.plan, two));
        QVERIFY(!saved);
        QCOMPARE(saved.error().code, ErrorCode::Conflict);
        QVERIFY2(toQt(saved.error().message()).contains("its name was changed meanwhile"),
                 saved.error().message().c_str());
        b.look();
        QCOMPARE(toQt(b.plan.devices.find(one.id)->name), "one");
    }
    void deletingAndChangingIsAConflict()
    {
        const std::string path = project();
        Program a(path), b(path);
        const plan::Device device = *a.plan.devices.begin();
        QVERIFY(a.save(*plan::edits::deleteDevice(a.plan, device.id)));
        plan::Device changed = device;
        changed.note = "x";
        const auto revived = b.save(*plan::edits::putDevice(b.plan, changed));
        QVERIFY(!revived && toQt(revived.error().message()).contains("deleted meanwhile"));
        b.look();
        QVERIFY(!b.plan.devices.has(device.id));
        // A run to a port that the other has deleted does not go together with it.
        Program c(path), d(path);
        const plan::Port port = *c.plan.ports.begin();
        QVERIFY(c.save(*plan::edits::deletePort(c.plan, port.id)));
        plan::Plan next = d.plan;
        for (const plan::Run& run : d.plan.runs) next = *plan::edits::deleteRun(next, run.id);
        next = *plan::edits::putRun(next, {{990}, "late", port.id, {}, "cat6"});
        QVERIFY(!d.save(next));
        QVERIFY(plan::brokenInvariants((*ProjectFile::open(path))->load()->project.plan).empty());
    }
    void recordsOfBothAreKept()
    {
        const std::string path = project();
        Program a(path), b(path);
        const auto at = *measure::timeFromIso("2026-11-25T21:04:05Z");
        QVERIFY(a.file->save({.entries = {{{801}, at, logbook::EntryKind::Note, "from a", {}, {}}}}));
        QVERIFY(b.file->save({.entries = {{{802}, at, logbook::EntryKind::Note, "from b", {}, {}}}}));
        QCOMPARE((*ProjectFile::open(path))->load()->project.entries.size(), std::size_t{2});
    }
    void whatASaveGivesBackIsWhatTheFileHolds()
    {
        const std::string path = project();
        Program a(path), b(path);
        const auto at = *measure::timeFromIso("2026-11-25T21:04:05Z");
        const plan::DeviceId from = (*a.plan.devices.begin()).id;
        const Answer old{{701}, from, from, "e02", true, at};
        QVERIFY(a.file->save({.answers = {old}}));
        QVERIFY(a.save(*plan::edits::putPlace(a.plan, {{901}, "loft", 2})));
        const plan::Plan mine = *plan::edits::putPlace(b.plan, {{902}, "shed", 0});
        const logbook::Entry note{{802}, at, logbook::EntryKind::Note, "from b", {}, {}};
        const auto saved = b.file->save({.before = &b.plan,
                                         .after = &mine,
                                         .entries = {note},
                                         .answers = {{{702}, from, from, "e05", true, at}},
                                         .withdrawnAnswers = {{701}}});
        QVERIFY(saved && *saved);
        const Loaded now = *(*ProjectFile::open(path))->load();
        QVERIFY((*saved)->project == now.project);
        QCOMPARE((*saved)->revision, now.revision);
        QVERIFY(now.project.plan.places.has({901}) && now.project.plan.places.has({902}));
        QCOMPARE(now.project.answers.size(), std::size_t{1});
    }
    void anEditIsTakenBackByItsDifference()
    {
        const plan::Plan start = testing::twoHosts().plan();
        const plan::Plan mine = *plan::edits::putPlace(start, {{901}, "loft", 2});
        const plan::Plan both = *plan::edits::putPlace(mine, {{902}, "shed", 0});
        const auto undone = rebased(both, mine, start);
        QVERIFY(undone && !undone->places.has({901}) && undone->places.has({902}));
    }
    void aFileThatIsBeingWrittenIsBusyAndNotDamaged()
    {
        const std::string path = project();
        const auto writer = *Sqlite::open(path, Sqlite::Mode::Open);
        // Longer than a save waits: opening waits for the end of it.
        QCOMPARE(writer.run("BEGIN EXCLUSIVE"), 0);
        std::thread ends([&] {
            std::this_thread::sleep_for(Sqlite::kPatience + std::chrono::milliseconds(500));
            writer.run("COMMIT");
        });
        auto file = ProjectFile::open(path);
        ends.join();
        QVERIFY2(file, file ? "" : file.error().message().c_str());
        QVERIFY(!(*file)->isDamaged());
        const auto loaded = (*file)->load();
        QVERIFY(loaded && troubles(*loaded).empty());
        // What is being written is seen by the look after it.
        QCOMPARE(writer.run("BEGIN EXCLUSIVE; UPDATE setting SET value = value + 1 WHERE name = 'revision'"), 0);
        QVERIFY(!(*file)->isChangedElsewhere());
        // One that writes on and on: opening says so.
        const auto refused = ProjectFile::open(path);
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, ErrorCode::NotAllowed);
        QVERIFY(toQt(refused.error().message()).contains("another program is writing to the file"));
        QCOMPARE(writer.run("COMMIT"), 0);
        QVERIFY((*file)->isChangedElsewhere());
    }
    void manyEditsOfTwoProcessesAllArrive()
    {
        const std::string path = project();
        constexpr int kEach = 20;
        std::vector<pid_t> children;
        for (int who = 0; who < 2; ++who) {
            children.push_back(::fork());
            if (children.back() != 0) continue;
            Program program(path);
            const auto end = std::chrono::steady_clock::now() + std::chrono::seconds(90);
            for (int i = 0; i < kEach;) {
                const std::int64_t id = 1000 * (who + 1) + i;
                const auto saved =
                    program.save(*plan::edits::putPlace(program.plan, {{id}, "place " + std::to_string(id), 0}));
                if (saved) {
                    ++i;
                    continue;
                }
                if (std::chrono::steady_clock::now() < end) ::usleep(1000);
                else {
                    std::fprintf(stderr, "%d of %d saved: %s\n", i, kEach, saved.error().message().c_str());
                    _exit(2);
                }
            }
            _exit(0);
        }
        for (const pid_t child : children) {
            int status = 1;
            ::waitpid(child, &status, 0);
            QCOMPARE(status, 0);
        }
        const auto loaded = (*ProjectFile::open(path))->load();
        QVERIFY(troubles(*loaded).empty());
        for (int who = 0; who < 2; ++who)
            for (int i = 0; i < kEach; ++i) QVERIFY(loaded->project.plan.places.has({1000 * (who + 1) + i}));
    }
};

SOKUDO_TEST(TwoProgramsTest)
#include "two_programs_test.moc"
