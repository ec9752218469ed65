// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/sentence.h"

#include "core/oneline/link_line.h"
#include "core/plan/edits.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::literals;
using sokudo::testing::toQt;
using text::say;
using text::Sentence;

class SentenceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void valuesStandWhereTheyBelong()
    {
        QCOMPARE(toQt(say("test.plain", "nothing to add")), "nothing to add");
        QCOMPARE(toQt(say("test.two", "{} of {}", 3, std::string("four"))), "3 of four");
        QCOMPARE(toQt(say("test.share", "{:.0f} %", 12.6)), "13 %");
        QCOMPARE(toQt(say("test.rate", "{}", text::figure::rate(gigabits(9.41478), 3))), "9.41\u202fGb/s");
        QCOMPARE(toQt(say("test.length", "{}", text::figure::length(Length::of(31)))), "31\u202fm");
    }
    /// A sentence may be a value of another one; both keep their ids.
    void sentencesStandInSentences()
    {
        const Sentence inner = say("test.inner", "{} cores", 8);
        const Sentence outer = say("test.outer", "with {}, on one link", inner);
        QCOMPARE(toQt(outer), "with 8 cores, on one link");
        QCOMPARE(toQt(std::string(outer.id())), "test.outer");
        Sentence row = outer + ": " + say("test.more", "more");
        row += std::string("!");
        QCOMPARE(toQt(row), "with 8 cores, on one link: more!");
        QCOMPARE(toQt(text::joined({inner, "two"}, ", ")), "8 cores, two");
        QVERIFY(Sentence().empty() && Sentence("").empty() && !inner.empty());
        QVERIFY(inner == say("test.inner", "{} cores", 8));
        QVERIFY(inner != say("test.inner", "{} cores", 9));
    }
    void textsInItMayBeChanged()
    {
        const Sentence said = say("test.names", "{} and {}: {}", "A", say("test.inner", "{} B", "A"), 7);
        const auto named = [](const std::string& text) { return text == "A" ? std::string("core 1") : text; };
        QCOMPARE(toQt(said.with(named)), "core 1 and core 1 B: 7");
        QCOMPARE(toQt(said), "A and A B: 7");
    }
    /// What the core refuses and estimates carries an id.
    void whatTheCoreSaysHasAnId()
    {
        const auto refused = plan::edits::putPlace({}, {{1}, "  "});
        QVERIFY(!refused);
        QCOMPARE(toQt(std::string(refused.error().what.id())), "edits.the-of-the");
        const auto line = oneline::judgeLinkLine("sfp+ / om3", testing::knowledge());
        QVERIFY(!line);
        QVERIFY(!line.error().what.id().empty());
    }
};

SOKUDO_TEST(SentenceTest)
#include "sentence_test.moc"
