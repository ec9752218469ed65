// SPDX-License-Identifier: GPL-3.0-or-later
// Undo and redo without limit, everything in the file at once.
#include <random>

#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "desk.h"
#include "store/sqlite.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {
/// Has a document look at its file, and waits until it has taken over what is there.
void look(app::Document& document)
{
    document.lookAtFile();
    QTRY_VERIFY(!document.isReading());
}
store::Project onDisk(const Desk& desk) { return (*store::ProjectFile::open(desk.file()))->load()->project; }
}  // namespace

class DocumentTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyEditIsInTheFileBeforeTheNextEvent()
    {
        Desk desk;
        QVERIFY(desk.document->edit("Delete run q2", plan::edits::deleteRun(desk.document->plan(), desk.run("q2"))));
        QVERIFY(onDisk(desk).plan == desk.document->plan());
        desk.document->undo();
        QVERIFY(onDisk(desk).plan == desk.document->plan());
        QCOMPARE(onDisk(desk).plan.runs.size(), std::size_t{33});
    }
    void undoAndRedoAreInverse()
    {
        const unsigned start = 31;
        qInfo("random edits start from %u", start);
        std::mt19937 engine(start);
        Desk desk;
        std::vector<plan::Plan> states{desk.document->plan()};
        std::int64_t next = 50000;
        for (int i = 0; i < 120; ++i) {
            const plan::Plan& plan = desk.document->plan();
            Result<plan::Plan> result = failure(ErrorCode::BadInput, "none");
            switch (engine() % 3) {
            case 0: result = plan::edits::putPlace(plan, {{++next}, "place " + std::to_string(next), 0}); break;
            case 1:
                result =
                    plan::edits::putDevice(plan, {{++next}, plan.places.begin()->id, "device " + std::to_string(next)});
                break;
            case 2:
                result = plan::edits::deleteRun(plan, plan.runs.empty() ? plan::RunId{} : plan.runs.begin()->id);
                break;
            }
            if (result && desk.document->edit("step", result)) states.push_back(desk.document->plan());
        }
        QVERIFY(states.size() > 100);
        for (std::size_t i = states.size() - 1; i-- > 0;) {
            desk.document->undo();
            QVERIFY(desk.document->plan() == states[i]);
        }
        desk.document->undo();
        QVERIFY(desk.document->plan() == states.front());
        for (std::size_t i = 1; i < states.size(); ++i) {
            desk.document->redo();
            QVERIFY(desk.document->plan() == states[i]);
        }
        QVERIFY(onDisk(desk).plan == states.back());
    }
    void aRefusedEditChangesNothingAndSaysWhy()
    {
        Desk desk;
        QSignalSpy failed(desk.document.get(), &app::Document::failed);
        const plan::Plan before = desk.document->plan();
        QVERIFY(!desk.document->edit("x", plan::edits::putPlace(before, {{7}, ""})));
        QCOMPARE(failed.size(), 1);
        QVERIFY(failed[0][0].toString().contains("name of the place is missing"));
        QVERIFY(desk.document->plan() == before && !desk.document->undoStack().canUndo());
    }
    void editsAreLogged()
    {
        Desk desk;
        const auto before = desk.document->records().entries().size();
        desk.document->edit("Add place loft", plan::edits::putPlace(desk.document->plan(), {{7}, "loft", 3}));
        desk.document->undo();
        QCOMPARE(desk.document->records().entries().size(), before + 2);
        QCOMPARE(toQt(desk.document->records().entries()[before].text), "Add place loft");
        QCOMPARE(toQt(desk.document->records().entries()[before + 1].text), "Undo: Add place loft");
        QCOMPARE(onDisk(desk).entries.size(), before + 2);
    }
    void judgementFollowsThePlan()
    {
        Desk desk;
        const int before = desk.document->analysis().count(Verdict::NoLink);
        desk.document->edit("x", plan::edits::deleteRun(desk.document->plan(), desk.run("q2")));
        desk.settle();
        QCOMPARE(desk.document->analysis().count(Verdict::NoLink), before - 1);
    }
    void answersToggle()
    {
        Desk desk;
        const auto a = desk.device("scan"), b = desk.device("vault");
        QVERIFY(desk.document->records().answer(a, b, "e30", true));
        QCOMPARE(desk.document->records().answers().size(), std::size_t{1});
        desk.document->records().answer(a, b, "e30", false);
        QCOMPARE(desk.document->records().answers().size(), std::size_t{1});
        QVERIFY(!desk.document->records().answers().front().present);
        desk.document->records().answer(a, b, "e30", false);
        QVERIFY(desk.document->records().answers().empty());
        QVERIFY(onDisk(desk).answers.empty());
    }
    void readingsAreKeptAtOnceWithALineEach()
    {
        Desk desk;
        QSignalSpy recorded(desk.document.get(), &app::Document::recordChanged);
        QSignalSpy versions(desk.document.get(), &app::Document::versionsChanged);
        const auto before = desk.document->records().entries().size();
        auto port = desk.document->plan().ports.begin();
        const plan::PortId one = (*port).id, other = (*++port).id;
        const auto shows = [](const char* line) { return *measure::portReadingOf(line, sokudo::testing::knowledge()); };
        QVERIFY(desk.document->records().keepReadings(
            {{{}, {}, one, shows("rate=10g mtu=9000"), {}, {}},
             {{}, {}, other, shows("no-link"), measure::CounterState{{{"crc", 2}}, {}}, {}}}));
        QVERIFY(desk.document->records().keepReadings({}));
        QCOMPARE(recorded.size(), 1);
        QCOMPARE(versions.size(), 0);
        QCOMPARE(desk.document->records().entries().size(), before + 2);
        const auto kept = onDisk(desk);
        QCOMPARE(kept.readings.size(), std::size_t{2});
        QVERIFY(kept.readings == desk.document->records().readings());
        QVERIFY(kept.readings[0].port == one && kept.readings[0].shown->rate == gigabits(10));
        QCOMPARE(kept.readings[1].counted->counts.at("crc"), 2.0);
        QCOMPARE(toQt(kept.entries[before].text), "read: rate=10g mtu=9000");
        QCOMPARE(toQt(kept.entries[before + 1].text), "read: no-link; counters: crc=2");
        QVERIFY((kept.entries[before].about == plan::Subject{"port", one.value}));
        QVERIFY(desk.document->versions().branch("fibre everywhere").isSet());
        QVERIFY(desk.document->versions().keep("today", store::VersionKind::Snapshot));
        QCOMPARE(versions.size(), 2);
        QCOMPARE(recorded.size(), 3);
    }
    void notesAndTrialsAreKept()
    {
        Desk desk;
        QVERIFY(desk.document->records().writeNote("  a note "));
        QVERIFY(!desk.document->records().writeNote("   "));
        QCOMPARE(toQt(desk.document->records().entries().back().text), "a note");
        measure::Trial trial;
        trial.id = {123};
        trial.at = *measure::timeFromIso("2026-11-01");
        trial.from = desk.device("vault");
        trial.to = desk.device("platen");
        trial.rate.value = gigabits(1);
        const auto count = desk.document->records().trials().size();
        // What the file would not give back is refused: its interval does not hold the rate.
        QSignalSpy failed(desk.document.get(), &app::Document::failed);
        QVERIFY(!desk.document->records().keepTrials({trial}));
        QVERIFY2(failed[0][0].toString().contains("high_bps"), qPrintable(failed[0][0].toString()));
        trial.rate.low = trial.rate.high = trial.rate.value;
        QVERIFY(desk.document->records().keepTrials({trial}));
        QCOMPARE(desk.document->records().trials().size(), count + 1);
        QCOMPARE(desk.document->records().trials().front().id, trial.id);
        QVERIFY(desk.document->project() == desk.document->project());
    }
    void twoWindowsEditDeleteAndUndo()
    {
        Desk desk;
        app::Document& a = *desk.document;
        auto file = store::ProjectFile::open(desk.file());
        auto loaded = (*file)->load();
        app::Document b(knowledge(), std::move(*file), std::move(*loaded));
        QVERIFY2(b.notices().join(" ").contains("open in another window"), qPrintable(b.notices().join(" ")));
        look(a);
        QVERIFY(a.notices().join(" ").contains("open in another window"));
        QSignalSpy told(&b, &app::Document::notice), failed(&b, &app::Document::failed);

        // a adds, b deletes something else before it has seen that.
        QVERIFY(a.edit("Add loft", plan::edits::putPlace(a.plan(), {{7}, "loft", 3})));
        QVERIFY(b.edit("Delete q2", plan::edits::deleteRun(b.plan(), desk.run("q2"))));
        QVERIFY(b.plan().places.has({7}));
        look(a);
        QVERIFY(a.plan() == b.plan());
        // a takes back its own step only.
        a.undo();
        QVERIFY(!a.plan().places.has({7}));
        QCOMPARE(a.plan().runs.size(), std::size_t{32});
        look(b);
        QVERIFY(told.size() >= 1);
        QVERIFY(a.plan() == b.plan());
        // b takes back its deletion, though a has written since.
        b.undo();
        QCOMPARE(b.plan().runs.size(), std::size_t{33});
        b.redo();
        b.undo();
        look(a);
        a.redo();
        look(b);
        QVERIFY(a.plan() == b.plan() && a.plan().places.has({7}) && a.plan().runs.size() == 33);
        QCOMPARE(failed.size(), 0);
        // What b changed in a thing that a then deleted cannot be taken back, and is said.
        plan::Device device = *plan::deviceNamed(b.plan(), "store-cam");
        device.note = "b was here";
        QVERIFY(b.edit("Note", plan::edits::putDevice(b.plan(), device)));
        look(a);
        QVERIFY(a.edit("Delete", plan::edits::deleteDevice(a.plan(), device.id)));
        b.undo();
        QCOMPARE(failed.size(), 1);
        QVERIFY2(failed[0][0].toString().contains("store-cam"), qPrintable(failed[0][0].toString()));
        look(b);
        QVERIFY(a.plan() == b.plan());
        QVERIFY(plan::brokenInvariants(a.plan()).empty());
        QVERIFY(onDisk(desk).plan == a.plan());
        QCOMPARE(onDisk(desk).entries.size(), a.records().entries().size());
    }
    void anEditThatMeetsAnotherIsRefusedAndBothLiveOn()
    {
        Desk desk;
        app::Document& a = *desk.document;
        auto file = store::ProjectFile::open(desk.file());
        auto loaded = (*file)->load();
        app::Document b(knowledge(), std::move(*file), std::move(*loaded));
        QSignalSpy failed(&b, &app::Document::failed);
        plan::Device one = *plan::deviceNamed(a.plan(), "core"), two = one;
        one.description = "one";
        two.description = "two";
        QVERIFY(a.edit("x", plan::edits::putDevice(a.plan(), one)));
        QVERIFY(!b.edit("x", plan::edits::putDevice(b.plan(), two)));
        QVERIFY2(failed[0][0].toString().contains("description was changed meanwhile"),
                 qPrintable(failed[0][0].toString()));
        look(b);
        QVERIFY(b.edit("x", plan::edits::putDevice(b.plan(), two)));
        QCOMPARE(toQt(onDisk(desk).plan.devices.find(one.id)->description), "two");
    }
    void whatIsSavedWhileAnothersEditIsReadIsKept()
    {
        Desk desk;
        app::Document& a = *desk.document;
        auto file = store::ProjectFile::open(desk.file());
        auto loaded = (*file)->load();
        app::Document b(knowledge(), std::move(*file), std::move(*loaded));
        QVERIFY(b.edit("Add loft", plan::edits::putPlace(b.plan(), {{7}, "loft", 3})));
        a.lookAtFile();
        QVERIFY(a.isReading());
        QVERIFY(!a.plan().places.has({7}));  // it is read on another thread
        // Before it has arrived, a saves: its own and the other's edit are there, and stay when the reading ends.
        QVERIFY(a.edit("Add shed", plan::edits::putPlace(a.plan(), {{8}, "shed", 0})));
        QVERIFY(a.plan().places.has({7}) && a.plan().places.has({8}));
        QTRY_VERIFY(!a.isReading());
        look(a);
        QVERIFY(a.plan().places.has({7}) && a.plan().places.has({8}));
        look(b);
        QVERIFY(a.plan() == b.plan());
    }
    void readingDoesNotPassForAnotherWindow()
    {
        Desk desk;
        store::ReadProgress progress;
        const auto before = desk.document->notices();
        auto read = store::ProjectFile::read(desk.file(), progress);
        QVERIFY(read && read->project.plan == desk.document->plan());
        auto file = store::ProjectFile::open(desk.file());
        auto loaded = (*file)->load();
        const std::int64_t since = (*file)->revision();
        QVERIFY((*file)->accept(*read, since));
        QVERIFY(desk.document->records().writeNote("meanwhile"));
        QVERIFY(!(*file)->accept(*read, since + 1));
        QCOMPARE(desk.document->notices(), before);
    }
    void trialsAndAnswersOfBothWindowsAreKept()
    {
        Desk desk;
        app::Document& a = *desk.document;
        auto file = store::ProjectFile::open(desk.file());
        auto loaded = (*file)->load();
        app::Document b(knowledge(), std::move(*file), std::move(*loaded));
        const auto from = desk.device("scan"), to = desk.device("vault");
        QVERIFY(a.records().answer(from, to, "e30", true));
        QVERIFY(b.records().answer(from, to, "e30", false));  // the later word counts
        QVERIFY(b.records().writeNote("from b"));
        look(a);
        QCOMPARE(a.records().answers().size(), std::size_t{1});
        QVERIFY(!a.records().answers().front().present);
        QVERIFY(a.project() == b.project());
    }
    void workIsWaitedForAtTheEnd()
    {
        // The tables and the plan may go right after the document: nothing reads them any more.
        for (int i = 0; i < 20; ++i) {
            auto tables = std::make_unique<kb::KnowledgeBase>(knowledge());
            QTemporaryDir folder;
            const std::string path = folder.filePath("p.sokudo").toStdString();
            const store::Project project =
                *store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "demo");
            auto file = store::ProjectFile::create(path, project);
            auto loaded = (*file)->load();
            auto document = std::make_unique<app::Document>(*tables, std::move(*file), std::move(*loaded));
            document->edit("x", plan::edits::putPlace(document->plan(), {{7}, "loft", 3}));
            document.reset();
            tables.reset();
        }
        QCoreApplication::processEvents();
    }
    void damageIsTold()
    {
        Desk desk;
        desk.document.reset();
        {
            const auto file = store::Sqlite::open(desk.file(), store::Sqlite::Mode::Open);
            QCOMPARE(file->run("UPDATE object SET body = '{', sum = NULL WHERE kind = 'job'"), 0);
        }
        auto file = store::ProjectFile::open(desk.file());
        auto loaded = (*file)->load();
        const app::Document document(knowledge(), std::move(*file), std::move(*loaded));
        QVERIFY2(document.notices().join(" ").contains("Set aside, and kept in the file: job"),
                 qPrintable(document.notices().join(" ")));
    }
};

SOKUDO_TEST(DocumentTest)
#include "document_test.moc"
