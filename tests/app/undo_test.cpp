// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever is done to a house is one step of Undo: it names what was done, takes it back, and gives it again.
#include <QRegularExpression>
#include <QSet>

#include "core/plan/edits.h"
#include "desk.h"
#include "store/version.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Action {
    const char* method;  ///< of Document
    QString undoText;
    std::function<bool(Desk&)> act;
};

store::VersionId versionCalled(const Desk& desk, const char* name)
{
    for (const store::Version& one : desk.document->versions().all())
        if (one.name == name) return one.id;
    return {};
}

measure::Trial trial(Desk& desk)
{
    measure::Trial made;
    made.id = desk.document->ids().next<measure::TrialId>();
    made.at = *measure::timeFromIso("2026-11-30T20:00:00Z");
    made.from = desk.device("vault");
    made.to = desk.device("platen");
    made.rate = {gigabits(9.1), gigabits(9.1), gigabits(9.1)};
    return made;
}

app::HouseRecords& recordsOf(Desk& desk) { return desk.document->records(); }
app::HouseVersions& versionsOf(Desk& desk) { return desk.document->versions(); }

/// What a port shows, and what it counted.
std::vector<measure::KeptReading> twoReadings(const Desk& desk)
{
    measure::PortReading shown;
    shown.hasLink = false;
    measure::CounterState counted;
    counted.counts = {{"frames", 12}, {"crc", 3}};
    const plan::PortId port = desk.document->plan().ports.begin()->id;
    return {{{}, {}, port, shown, {}, {}}, {{}, {}, port, {}, counted, {}}};
}

/// Every method of Document that changes the house, once or more. What is not in it fails `theListIsWhole`.
const std::vector<Action>& actions()
{
    static const std::vector<Action> kActions{
        {"edit", "Delete run q2",
         [](Desk& desk) {
             return desk.document->edit("Delete run q2", plan::edits::deleteRun(desk.document->plan(), desk.run("q2")));
         }},
        {"keep", "Keep the version “today”",
         [](Desk& desk) { return versionsOf(desk).keep("today", store::VersionKind::Snapshot); }},
        {"drop", "Forget the version “as it was”",
         [](Desk& desk) { return versionsOf(desk).drop(versionCalled(desk, "as it was")); }},
        {"use", "Go to the version “as it was”",
         [](Desk& desk) { return versionsOf(desk).use(versionCalled(desk, "as it was")); }},
        {"branch", "Branch the variant “a try”", [](Desk& desk) { return versionsOf(desk).branch("a try").isSet(); }},
        {"merge", "Merge the variant “a try”",
         [](Desk& desk) {
             plan::Plan other = desk.document->plan();
             other.name = "Lantern Row, rebuilt";
             return versionsOf(desk).merge(versionsOf(desk).branch("a try", &other));
         }},
        {"rename", "Rename “as it was” to “then”",
         [](Desk& desk) { return versionsOf(desk).rename(versionCalled(desk, "as it was"), "then"); }},
        {"keepTrials", "Keep a result", [](Desk& desk) { return recordsOf(desk).keepTrials({trial(desk)}); }},
        {"writeNote", "Write a note", [](Desk& desk) { return recordsOf(desk).writeNote("looked at it"); }},
        {"writeNoteAbout", "Write a note",
         [](Desk& desk) {
             return recordsOf(desk).writeNoteAbout("bent", {"run", desk.run("q2").value});
         }},
        {"keepReadings", "Keep 2 readings", [](Desk& desk) { return recordsOf(desk).keepReadings(twoReadings(desk)); }},
        {"sayMade", "Say when a change was made",
         [](Desk& desk) {
             for (const logbook::Entry& entry : recordsOf(desk).entries())
                 if (entry.kind == logbook::EntryKind::Change) return recordsOf(desk).sayMade(entry.id, "2026-10-01");
             return false;
         }},
        {"writeDiagnosis", "Write down the conclusion",
         [](Desk& desk) { return recordsOf(desk).writeDiagnosis("the cord", recordsOf(desk).trials().front().id); }},
        {"answer", "Answer",
         [](Desk& desk) { return recordsOf(desk).answer(desk.device("vault"), desk.device("scan"), "e02", true); }},
        {"answer", "Answer",
         [](Desk& desk) {
             return recordsOf(desk).answer(desk.device("vault"), desk.device("scan"), "e05", false, true);
         }},
    };
    return kActions;
}

/// All but the logbook, which also tells of edits that were undone.
bool isSame(store::Project a, store::Project b)
{
    a.entries.clear();
    b.entries.clear();
    // A variant may be edited: when that was is no part of what was undone.
    for (store::Version& one : a.versions) one.at = {};
    for (store::Version& one : b.versions) one.at = {};
    const auto byId = [](const store::Version& x, const store::Version& y) { return x.id < y.id; };
    std::sort(a.versions.begin(), a.versions.end(), byId);
    std::sort(b.versions.begin(), b.versions.end(), byId);
    return a == b;
}

store::Project onDisk(const Desk& desk) { return (*store::ProjectFile::open(desk.file()))->load()->project; }

/// A house with a version that is not the house of today.
void prepare(Desk& desk)
{
    QVERIFY(desk.document->versions().keep("as it was", store::VersionKind::Snapshot));
    QVERIFY(desk.document->versions().branch("kept variant").isSet());
    QVERIFY(desk.document->edit("Delete run q1", plan::edits::deleteRun(desk.document->plan(), desk.run("q1"))));
}

}  // namespace

class UndoTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// A method of Document that changes the house and is not in the list is one that nobody undid here.
    void theListIsWhole()
    {
        static const QRegularExpression kMethod("^    (?:bool|store::VersionId) (\\w+)\\([^;]*\\);",
                                                QRegularExpression::MultilineOption);
        QSet<QString> there;
        for (const char* name : {"document", "house_records", "house_versions"}) {
            const QString header = sourceFile(QString("src/app/%1.h").arg(name));
            const QString open =
                header.section("public:", 1).section("private:", 0, 0).section("public Q_SLOTS:", 0, 0);
            for (auto found = kMethod.globalMatch(open); found.hasNext();) there << found.next().captured(1);
        }
        // The first shows another state and changes none; by the second all of them are made a step.
        QSet<QString> listed{"open", "record"};
        for (const Action& one : actions()) listed << one.method;
        QCOMPARE(there, listed);
    }
    void each_data()
    {
        QTest::addColumn<int>("at");
        for (int i = 0; i < static_cast<int>(actions().size()); ++i)
            QTest::addRow("%s %d", actions()[static_cast<std::size_t>(i)].method, i) << i;
    }
    void each()
    {
        QFETCH(int, at);
        const Action& action = actions()[static_cast<std::size_t>(at)];
        Desk desk;
        prepare(desk);
        const store::Project before = desk.document->project();
        const int steps = desk.document->undoStack().index();
        QVERIFY(action.act(desk));
        const store::Project after = desk.document->project();
        QVERIFY(!(before == after));
        QCOMPARE(desk.document->undoStack().undoText(), action.undoText);
        QVERIFY(desk.document->undoStack().index() > steps);
        while (desk.document->undoStack().index() > steps) desk.document->undo();
        QVERIFY(isSame(desk.document->project(), before));
        QVERIFY(isSame(onDisk(desk), before));
        while (desk.document->undoStack().canRedo()) desk.document->redo();
        QVERIFY(isSame(desk.document->project(), after));
        QVERIFY(isSame(onDisk(desk), after));
        // What is a record of its own goes and comes with its step.
        while (desk.document->undoStack().index() > steps) desk.document->undo();
        const auto notes = [](const store::Project& project) {
            return std::count_if(project.entries.begin(), project.entries.end(),
                                 [](const logbook::Entry& one) { return one.kind != logbook::EntryKind::Change; });
        };
        QCOMPARE(notes(desk.document->project()), notes(before));
    }
    void undoTakesBackTheLastThing()
    {
        Desk desk;
        QVERIFY(desk.document->edit("Delete run q2", plan::edits::deleteRun(desk.document->plan(), desk.run("q2"))));
        const plan::Plan without = desk.document->plan();
        QVERIFY(desk.document->records().writeNote("a note after it"));
        desk.document->undo();
        QVERIFY(desk.document->plan() == without);
        QVERIFY(desk.document->records().entries().back().text.find("a note after it") == std::string::npos);
        QCOMPARE(desk.document->undoStack().undoText(), QString("Delete run q2"));
    }
    /// The same answer again withdraws it; both are steps.
    void anAnswerIsTakenBackAndGivenAgain()
    {
        Desk desk;
        const auto give = [&] {
            return desk.document->records().answer(desk.device("vault"), desk.device("scan"), "e02", true);
        };
        const auto count = desk.document->records().answers().size();
        QVERIFY(give() && give());
        QCOMPARE(desk.document->records().answers().size(), count);
        desk.document->undo();
        QCOMPARE(desk.document->records().answers().size(), count + 1);
        desk.document->undo();
        QCOMPARE(desk.document->records().answers().size(), count);
    }
    /// A variant that is open when its making is undone is left, and nothing else is.
    void anOpenVariantIsLeftWhenItGoes()
    {
        Desk desk;
        const auto id = desk.document->versions().branch("a try");
        QVERIFY(desk.document->versions().open(id));
        desk.document->undo();
        QVERIFY(!desk.document->versions().opened().isSet());
        QVERIFY(!desk.document->versions().find(id));
        desk.document->redo();
        QVERIFY(desk.document->versions().find(id));
    }
    /// Another window changed what the step left: it is said, and nothing is lost.
    void whatWasChangedSinceIsNotUndone()
    {
        Desk desk;
        QVERIFY(desk.document->versions().keep("today", store::VersionKind::Snapshot));
        auto other = *store::ProjectFile::open(desk.file());
        const auto loaded = *other->load();
        store::Version renamed = loaded.project.versions.back();
        for (const store::Version& one : loaded.project.versions)
            if (one.name == "today") renamed = one;
        renamed.name = "that day";
        store::Changes changes;
        changes.versions = {renamed};
        QVERIFY(other->save(changes));
        desk.document->lookAtFile();
        QTRY_VERIFY(versionCalled(desk, "that day").isSet());
        QSignalSpy failed(desk.document.get(), &Document::failed);
        desk.document->undo();
        QCOMPARE(failed.size(), 1);
        QVERIFY(failed.front().front().toString().contains("was changed since"));
        QVERIFY(versionCalled(desk, "that day").isSet());
    }
    /// Another program's edits between working a change out and writing it are kept.
    void goingToAVersionKeepsWhatAnotherProgramWrote()
    {
        Desk desk;
        prepare(desk);
        auto other = *store::ProjectFile::open(desk.file());
        const auto loaded = *other->load();
        const plan::Plan theirs = *plan::edits::putPlace(loaded.project.plan, {{777777}, "their loft", 2});
        store::Changes changes;
        changes.before = &loaded.project.plan;
        changes.after = &theirs;
        QVERIFY(other->save(changes));
        QVERIFY(desk.document->versions().use(versionCalled(desk, "as it was")));
        QVERIFY(onDisk(desk).plan.places.has({777777}));
        QVERIFY(desk.document->plan().runs.has(desk.run("q1")));
    }
};

SOKUDO_TEST(UndoTest)
#include "undo_test.moc"
