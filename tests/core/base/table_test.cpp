// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include "core/base/id.h"
#include "core/base/table_rows.h"

#include <map>
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
    /// Against a plain map, over several blocks.
    void manyRowsInBlocks()
    {
        std::map<std::int64_t, int> plain;
        Table<Thing> table;
        std::uint64_t state = 7;
        for (int i = 0; i < 3000; ++i) {
            state = state * 6364136223846793005ULL + 1442695040888963407ULL;
            const auto id = static_cast<std::int64_t>((state >> 33) % 1000) + 1;
            const Table<Thing> before = table;
            if (i % 3 == 2) {
                plain.erase(id);
                table = table.without({id});
            } else {
                plain[id] = i;
                table = table.with({{id}, i});
            }
            int differences = 0;
            eachDifference(before, table, [&](const Thing* old, const Thing* now) {
                ++differences;
                QCOMPARE((old ? old : now)->id.value, id);
            });
            QVERIFY(differences <= 1);
        }
        QCOMPARE(table.size(), plain.size());
        auto at = plain.begin();
        for (const Thing& thing : table) {
            QCOMPARE(thing.id.value, at->first);
            QCOMPARE(thing.value, at->second);
            QCOMPARE(table.find(thing.id), &thing);
            ++at;
        }
        QVERIFY(at == plain.end());
        std::vector<Thing> rows;
        for (const auto& [id, value] : plain) rows.push_back({{id}, value});
        QVERIFY(Table<Thing>::fromRows(rows) == table);
    }
    void equalByContent()
    {
        QVERIFY(Table<Thing>::fromRows({{{1}, 1}}) == Table<Thing>().with({{1}, 1}));
        QVERIFY(!(Table<Thing>::fromRows({{{1}, 1}}) == Table<Thing>::fromRows({{{1}, 2}})));
    }
    void idsGrowWhereAsked()
    {
        IdSource ids(7);
        ids.startAfter(500);
        std::int64_t last = 500;
        for (int i = 0; i < 10000; ++i) {
            const auto id = ids.next<Id<ThingTag>>();
            QVERIFY(id.value > last && id.value - last <= (std::int64_t{1} << 28));
            last = id.value;
        }
        ids.startAfter((std::int64_t{1} << 53) - 5);  // no room above: random ones again
        QVERIFY(ids.next<Id<ThingTag>>().value < (std::int64_t{1} << 53));
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
