// SPDX-License-Identifier: GPL-3.0-or-later
// Libraries that are loaded when asked for: there, not there, and without the function.
#include "ondemand/library.h"

#include "ondemand/small_picture.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::ondemand;
using sokudo::testing::toQt;

class LibraryTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void whatIsThereIsLoadedOnce()
    {
        const auto first = functionIn(kPicturesLibrary, kPicturesFunction);
        QVERIFY2(first, first ? "" : first.error().message().c_str());
        QCOMPARE(*functionIn(kPicturesLibrary, kPicturesFunction), *first);
    }
    void whatIsMissingIsNamed()
    {
        const auto none = functionIn("libsokudo_none.so", "sokudoNothing");
        QVERIFY(!none && none.error().code == ErrorCode::NotFound);
        QVERIFY(toQt(none.error().message()).contains("libsokudo_none.so"));
        const auto other = functionIn(kPicturesLibrary, "sokudoNothing");
        QVERIFY(!other && toQt(other.error().message()).contains("sokudoNothing"));
    }
};

SOKUDO_TEST(LibraryTest)
#include "library_test.moc"
