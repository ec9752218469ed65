// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/blocks.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::report;
using sokudo::testing::toQt;

class BlocksTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void htmlEscapesEverything()
    {
        const QString page = toQt(toHtml(
            "a < b & c", {Paragraph{"<script>'\"</script>"}, TableBlock{{"x<y"}, {{"1 & 2"}}, {Verdict::NoLink}}}));
        QVERIFY(!page.contains("<script>"));
        QVERIFY(page.contains("&lt;script&gt;&#39;&quot;"));
        QVERIFY(page.contains("x&lt;y") && page.contains("1 &amp; 2") && page.contains("a &lt; b &amp; c"));
        QVERIFY(page.startsWith("<!doctype html>") && page.contains("charset='utf-8'"));
    }
    void everyVerdictHasShapeAndWord()
    {
        QSet<QString> shapes;
        for (Verdict verdict : kAllVerdicts) {
            const QString page = toQt(toHtml("t", {TableBlock{{"a"}, {{"b"}}, {verdict}}}));
            const auto from = page.indexOf("<td class='mark'>");
            const QString mark = page.mid(from, page.indexOf("</td>", from) - from);
            QVERIFY2(mark.contains(toQt(word(verdict))), qPrintable(mark));
            shapes << mark.left(mark.indexOf("</svg>"));
        }
        QCOMPARE(shapes.size(), 6);
    }
    void textLinesUp()
    {
        const QStringList lines =
            toQt(toText("T", {TableBlock{{"name", "rate"}, {{"a", "1"}, {"longer — name", "2"}}, {}}})).split('\n');
        const auto at = lines.indexOf(QRegularExpression("^name.*"));
        QVERIFY(at >= 0);
        QCOMPARE(lines[at].indexOf("rate"), lines[at + 2].indexOf("2"));
    }
};

SOKUDO_TEST(BlocksTest)
#include "blocks_test.moc"
