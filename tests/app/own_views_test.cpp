// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/own_views.h"

#include "core/base/csv.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::toQt;

class OwnViewsTest : public QObject {
    Q_OBJECT
    static QString usualOf(const kb::Files& files, const std::string& id)
    {
        const auto sheet = csv::parse(files.at("practices.csv"), "practices.csv");
        for (const csv::Record& row : sheet->records())
            if (sheet->cell(row, "id") == id) return toQt(std::string(sheet->cell(row, "usual")));
        return "no such practice";
    }
private Q_SLOTS:
    void asShippedWithoutAWish()
    {
        const kb::Files& shipped = kb::embeddedFiles();
        QCOMPARE(app::withViews(shipped, {}).at("practices.csv"), shipped.at("practices.csv"));
        QCOMPARE(usualOf(shipped, "lead-or-optics"), "lead");
    }
    void theOtherPractice()
    {
        const kb::Files wished = app::withViews(kb::embeddedFiles(), {{"lead-or-optics", "other"}});
        QCOMPARE(usualOf(wished, "lead-or-optics"), "optics");
        QCOMPARE(usualOf(wished, "fibre-kind"), usualOf(kb::embeddedFiles(), "fibre-kind"));
        QVERIFY(kb::load(wished).has_value());
    }
    void aWishForTheDefaultChangesNothing()
    {
        const kb::Files wished = app::withViews(kb::embeddedFiles(), {{"lead-or-optics", "one"}});
        QCOMPARE(usualOf(wished, "lead-or-optics"), "lead");
        QVERIFY(kb::load(wished).has_value());
    }
    void aPracticeThatIsGoneIsLeftOut()
    {
        const kb::Files wished = app::withViews(kb::embeddedFiles(), {{"gone", "other"}});
        QVERIFY(kb::load(wished).has_value());
        QCOMPARE(usualOf(wished, "lead-or-optics"), "lead");
    }
};

SOKUDO_TEST(OwnViewsTest)
#include "own_views_test.moc"
