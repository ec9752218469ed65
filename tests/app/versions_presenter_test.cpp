// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/versions_presenter.h"

#include "desk.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Shown : Desk {
    VersionsPresenter versions{*document};
    void line(const char* text) { QVERIFY(document->edit(text, houseOf(text, document->plan()))); }
};

}  // namespace

class VersionsPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theNewestIsComparedWithNow()
    {
        Shown shown;
        QCOMPARE(shown.versions.versions().size(), 4u);
        QCOMPARE(shown.versions.sentence(), "35 new, 9 changed");
        QCOMPARE(shown.versions.changes().size(), 44u);
        QVERIFY(shown.versions.before().isSet() && !shown.versions.after().isSet());
    }
    void theOtherWayRoundWhatIsNewIsGone()
    {
        Shown shown;
        const auto id = shown.versions.before();
        shown.versions.compare({}, id);
        int removed = 0;
        for (const store::ObjectChange& one : shown.versions.changes())
            removed += one.what == store::ChangeKind::Removed ? 1 : 0;
        QCOMPARE(removed, 35);
    }
    void keepingNamesTheHouseOfToday()
    {
        Shown shown;
        QVERIFY(shown.versions.keep("today", store::VersionKind::Variant, "a try"));
        const auto newest = shown.versions.versions().front();
        QCOMPARE(toQt(newest.name), "today");
        QCOMPARE(toQt(newest.note), "a try");
        QCOMPARE(newest.kind, store::VersionKind::Variant);
        shown.versions.compare(newest.id, {});
        QVERIFY(shown.versions.changes().empty());
        shown.line("set vault note=warm");
        shown.versions.compare(newest.id, {});
        QCOMPARE(shown.versions.changes().size(), 1u);
    }
    void whatIsGoneIsDrawnWhereItWas()
    {
        Shown shown;
        const plan::DeviceId scan = shown.device("scan");
        QVERIFY(shown.versions.keep("with scan", store::VersionKind::Snapshot, {}));
        shown.line("delete scan");
        shown.versions.compare(shown.versions.versions().front().id, {});
        const auto drawn = shown.versions.drawn();
        QCOMPARE(drawn.devices.at(scan), Mark::Removed);
        bool isDrawn = false;
        for (const auto& place : drawn.house.places)
            for (const auto& card : place.devices) isDrawn = isDrawn || card.name == "scan";
        QVERIFY(isDrawn);
    }
    void goingBackKeepsWhatCameAfter()
    {
        Shown shown;
        QVERIFY(shown.versions.keep("with scan", store::VersionKind::Snapshot, {}));
        const auto kept = shown.versions.versions().front().id;
        shown.line("delete scan");
        QVERIFY(shown.versions.use(kept));
        QVERIFY(plan::deviceNamed(shown.document->plan(), "scan"));
        QCOMPARE(shown.versions.versions().size(), 6u);
        // And what was there before can be gone to as well.
        QVERIFY(shown.versions.use(shown.versions.versions().front().id));
        QVERIFY(!plan::deviceNamed(shown.document->plan(), "scan"));
        QVERIFY(!shown.versions.use({12345678}));
    }
    void aForgottenOneIsComparedNoMore()
    {
        Shown shown;
        const auto id = shown.versions.before();
        QVERIFY(shown.versions.drop(id));
        QVERIFY(shown.versions.versions().size() == 3 && !shown.versions.before().isSet());
        shown.versions.compare({}, {});
        QVERIFY(shown.versions.changes().empty());
    }
};

SOKUDO_TEST(VersionsPresenterTest)
#include "versions_presenter_test.moc"
