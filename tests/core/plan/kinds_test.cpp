// SPDX-License-Identifier: GPL-3.0-or-later
// The descriptions of the kinds of records: whole, without contradiction, and true of the types that they describe.
#include <set>

#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "core/plan/references.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;
using namespace sokudo::plan;

namespace {

/// Notes the address of what every field shows.
class Places : public FieldVisitor {
public:
    std::vector<std::pair<std::string, const void*>> all;
    void text(const Field& field, std::string& at) override { note(field, &at); }
    void whole(const Field& field, int& at) override { note(field, &at); }
    void maybeWhole(const Field& field, std::optional<int>& at) override { note(field, &at); }
    void number(const Field& field, double& at) override { note(field, &at); }
    void flag(const Field& field, bool& at) override { note(field, &at); }
    void quantity(const Field& field, QuantityView view) override { note(field, view.at); }
    void word(const Field& field, WordView view) override { note(field, view.at); }
    void reference(const Field& field, std::int64_t& at) override { note(field, &at); }
    void references(const Field& field, ReferencesView view) override { note(field, view.at); }
    void about(const Field& field, std::optional<Subject>& at) override { note(field, &at); }
    void traits(const Field& field, Traits& at) override { note(field, &at); }
    void sources(const Field& field, Sources& at) override { note(field, &at); }
    void texts(const Field& field, std::map<std::string, std::string>& at) override { note(field, &at); }
    void numbers(const Field& field, std::map<std::string, double>& at) override { note(field, &at); }
    void words(const Field& field, std::vector<std::string>& at) override { note(field, &at); }
    void rates(const Field& field, std::vector<BitRate>& at) override { note(field, &at); }
    void object(const Field& field, ObjectView view) override { note(field, view.at); }
    void list(const Field& field, ListView view) override { note(field, view.at); }

private:
    void note(const Field& field, const void* at) { all.emplace_back(field.key, at); }
};

class Texts : public FieldVisitor {
public:
    bool isText = false;
    void text(const Field&, std::string&) override { isText = true; }
};

}  // namespace

class KindsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void each_data()
    {
        QTest::addColumn<int>("at");
        for (std::size_t i = 0; i < kinds().size(); ++i) QTest::newRow(kinds()[i]->name) << static_cast<int>(i);
    }
    void each()
    {
        QFETCH(int, at);
        const Kind& kind = *kinds()[static_cast<std::size_t>(at)];
        QCOMPARE(kindNamed(kind.name), &kind);
        QCOMPARE(kind.fields.front().key, "id");
        // No two fields share a key, a key of a line, or a place in the record.
        std::set<std::string> keys, lines;
        for (const Field& field : kind.fields) {
            QVERIFY2(keys.insert(field.key).second, field.key);
            QVERIFY2(!*field.line || lines.insert(field.line).second, field.line);
            QVERIFY2(!*field.line || *field.heading, field.key);
            // Results of measuring lie beside the plan.
            QVERIFY2(!*field.refersTo || kindNamed(field.refersTo) || field.refersTo == std::string_view("trial"),
                     field.refersTo);
        }
        const auto rows = kind.row.list();
        void* record = rows->add();
        Places places;
        visit(kind.fields, record, places);
        QCOMPARE(places.all.size(), kind.fields.size());
        std::set<const void*> seen;
        for (const auto& [key, where] : places.all) QVERIFY2(seen.insert(where).second, key.c_str());
        kind.row.setId(record, 77);
        QCOMPARE(kind.row.id(record), 77);
        const auto others = kind.row.list();
        void* copy = others->addCopy(record);
        QVERIFY(kind.row.isSame(record, copy));
        kind.row.setId(copy, 78);
        QVERIFY(!kind.row.isSame(record, copy));
        // What messages call it by is a text.
        Texts texts;
        const Field& name = kind.fields[kind.nameField];
        name.show(name, name.in(record), texts);
        QVERIFY2(texts.isText, name.key);
    }
    void everyKindThatLinesSetHasAWordForThem()
    {
        std::set<std::string> words;
        for (const Kind* kind : kinds()) {
            if (kind->table->size(Plan{}) != 0) QFAIL(kind->name);
            QVERIFY2(!*kind->title == !*kind->purpose, kind->name);
            // A table of its own, and a word of lines, have only those that are set field by field.
            if (*kind->title || *kind->lineWords) QVERIFY2(kind->hasKeys(), kind->name);
            for (const std::string& word : text::split(kind->lineWords, ' '))
                if (!word.empty()) QVERIFY2(words.insert(word).second, word.c_str());
        }
    }
    void theLastWordIsTheLast()
    {
        // A value that is added to an enum and not to its description would be missing here.
        const auto words = [](const Kind& kind, const char* key) {
            class Words : public FieldVisitor {
            public:
                QStringList all;
                void word(const Field&, WordView view) override
                {
                    for (std::string_view one : view.words())
                        all << QString::fromUtf8(one.data(), qsizetype(one.size()));
                }
            } visitor;
            const auto rows = kind.row.list();
            const Field& field = *kind.field(key);
            field.show(field, field.in(rows->add()), visitor);
            return visitor.all;
        };
        QCOMPARE(words(kindOf<Device>(), "role").size(), qsizetype(kRoles));
        QCOMPARE(words(kindOf<Port>(), "fec"), (QStringList{"none", "base-r", "rs", "auto"}));
        QCOMPARE(words(kindOf<CableTest>(), "outcome"), (QStringList{"not-judged", "passed", "narrowly", "failed"}));
        QCOMPARE(words(kindOf<Offer>(), "stock"), (QStringList{"unknown", "in-stock", "few", "out", "waiting"}));
    }
    /// What a record refers to is deleted: the field is cleared, or the record goes along, and what spoke of it is
    /// loose.
    void whatIsGoneIsLetGo()
    {
        Plan house = houseOf(
            "add place a\nadd switch s in a: 2x rj45\nadd computer c in a: rj45\nadd run s 1 - c, cat6 9m label=q\n"
            "add instrument t\nadd test of q, outcome=passed on=2026-11-28 instrument=t\n"
            "add open look, about=\"device c\"\n");
        const CableTest& test = *house.cableTests.begin();
        QVERIFY(test.instrument.isSet());
        house = *edits::putRecord(house, Photo{{990}, "its screen", Subject{"cable-test", test.id.value}});
        const Plan less = *edits::deleteRecord<Instrument>(house, test.instrument);
        QVERIFY(!less.cableTests.begin()->instrument.isSet());
        // The test goes with its run, and the photo of the test then shows nothing that is there.
        const Plan without = *edits::deleteRun(house, test.run);
        QVERIFY(without.cableTests.empty());
        QVERIFY(!without.photos.find({990})->about);
        QVERIFY(brokenInvariants(without).empty());
        const Plan noHost = *edits::deleteDevice(house, deviceNamed(house, "c")->id);
        QVERIFY(!noHost.looseEnds.begin()->about);
    }
    void whatIsMissingIsSaid()
    {
        const Plan none;
        const auto why =
            goneReference(none, kindOf<SettingChange>(), std::data({SettingChange{{1}, {}, "flow control"}}));
        QVERIFY(why);
        QCOMPARE(toQt(why->text()), "the setting “flow control” needs a device; say of which one it is");
    }
};

SOKUDO_TEST(KindsTest)
#include "kinds_test.moc"
