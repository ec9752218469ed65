// SPDX-License-Identifier: GPL-3.0-or-later
// Versions of a house whose pictures come and go: pictures belong to every version, and no version keeps one.
#include "store/version.h"

#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

const measure::Timestamp kNow = *measure::timeFromIso("2026-12-01T12:00:00Z");

/// A cable whose test shows a photo.
plan::Plan photographed()
{
    plan::Plan house =
        houseOf("add place a\nadd switch s in a: 2x rj45\nadd computer c in a: rj45\nadd run s 1 - c, cat6 9m\n");
    plan::CableTest test;
    test.id = {901};
    test.name = "q before";
    test.run = house.runs.begin()->id;
    test.on = "2026-11-28";
    house = *plan::edits::putRecord(house, test);
    house = *plan::edits::putRecord(house, plan::Photo{{902}, "the screen", plan::Subject{"cable-test", 901}});
    test.photo = {902};
    return *plan::edits::putRecord(house, test);
}

}  // namespace

class VersionsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// A variant kept while there was a photo is, after the photo is gone and another version became the house, what it
    /// was, without the photo: nothing in it points to what is no longer there.
    void aPhotoDeletedSince()
    {
        const plan::Plan house = photographed();
        store::Version variant{{910}, "v", store::VersionKind::Variant, kNow, {}, {}, {}};
        variant.base = variant.house = store::houseText(house);
        store::Project project;
        project.plan = *plan::edits::deleteRecord<plan::Photo>(house, {902});
        project.versions = {variant};
        IdSource ids(3);
        ids.startAfter(910);
        const store::Version empty{{911}, "empty", store::VersionKind::Snapshot, kNow, {}, store::houseText({}), {}};
        const auto going = store::goingTo(project, empty, kNow, ids);
        QVERIFY(going);
        const auto later = std::find_if(going->versions.begin(), going->versions.end(),
                                        [](const store::Version& one) { return one.id.value == 910; });
        QVERIFY(later != going->versions.end());
        const auto built = store::variantNow(going->house, *later);
        QVERIFY2(built.has_value(), built ? "" : built.error().message().c_str());
        QVERIFY(*built == *store::restored(going->house, *later));
        QVERIFY(!built->cableTests.find({901})->photo.isSet());
        QVERIFY(plan::brokenInvariants(*built).empty());
        // In a house that has the photo, the variant shows it.
        QCOMPARE(store::variantNow(house, variant)->cableTests.find({901})->photo.value, 902);
    }
};

SOKUDO_TEST(VersionsTest)
#include "versions_test.moc"
