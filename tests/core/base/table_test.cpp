// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include "core/base/id.h"
#include "core/base/table.h"

#include <set>

using namespace sokudo;

namespace {
struct Thing {
    Id<struct ThingTag> id;
    int value = 0;
    friend bool operator==(const Thing&, const Thing&) = default;
};
}  // namespace

class TableTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void copiesShareUntilChanged()
    {
        const Table<Thing> one = Table<Thing>::fromRows({{{3}, 30}, {{1}, 10}});
        const Table<Thing> same = one;
        QVERIFY(same.sharesStorageWith(one));
        const Table<Thing> more = one.with({{2}, 20});
        QCOMPARE(one.size(), std::size_t{2});
        QCOMPARE(more.size(), std::size_t{3});
        QVERIFY(!one.has({2}));
        QCOMPARE(more.find({2})->value, 20);
    }
    void staysSortedAndReplaces()
    {
        const auto table = Table<Thing>::fromRows({{{5}, 1}, {{2}, 1}}).with({{5}, 7});
        QCOMPARE(table.size(), std::size_t{2});
        QCOMPARE(table.begin()->id.value, std::int64_t{2});
        QCOMPARE(table.find({5})->value, 7);
        QVERIFY(table.without({5}).find({5}) == nullptr);
        QVERIFY(table.without({99}) == table);
    }
    void equalByContent()
    {
        QVERIFY(Table<Thing>::fromRows({{{1}, 1}}) == Table<Thing>().with({{1}, 1}));
        QVERIFY(!(Table<Thing>::fromRows({{{1}, 1}}) == Table<Thing>::fromRows({{{1}, 2}})));
    }
    void idsDoNotRepeat()
    {
        IdSource ids(7);
        std::set<std::int64_t> seen;
        for (int i = 0; i < 10000; ++i) {
            const auto id = ids.next<Id<ThingTag>>();
            QVERIFY(id.isSet() && id.value < (std::int64_t{1} << 53));
            QVERIFY(seen.insert(id.value).second);
        }
    }
};

SOKUDO_TEST(TableTest)
#include "table_test.moc"
