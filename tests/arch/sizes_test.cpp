// SPDX-License-Identifier: GPL-3.0-or-later
// Files are read in one sitting, and a class can be taken in at a glance.
#include <QRegularExpression>
#include <QSet>

#include "testing.h"

using namespace sokudo;
using sokudo::testing::sourceFile;
using sokudo::testing::sources;

namespace {

constexpr int kMostLines = 450, kMostFunctions = 25;

/// The text from an opening brace to the one that closes it, without what stands in braces within.
QString outermost(const QString& text, qsizetype open)
{
    QString body;
    int depth = 0;
    for (qsizetype i = open; i < text.size(); ++i) {
        if (text[i] == '}' && --depth == 0) break;
        if (text[i] == '{' && ++depth == 2) body += ';';  // the body of a function ends its statement
        else if (depth == 1 && text[i] != '{' && text[i] != '}') body += text[i];
    }
    return body;
}

/// Functions of a class that anybody may call, overloads as one; signals are none.
qsizetype publicFunctions(const QString& body, bool isStruct)
{
    static const QRegularExpression kAccess(
        R"((public Q_SLOTS|public|protected Q_SLOTS|protected|private Q_SLOTS|private|Q_SIGNALS)\s*:(?!:))"),
        kFunction(R"((~?\w+)\s*\()"), kNone(R"(\b(using|friend|typedef|static_assert)\b)");
    QSet<QString> names;
    bool isPublic = isStruct;
    qsizetype from = 0;
    const auto take = [&](const QString& part) {
        for (const QString& statement : part.split(';'))
            if (const auto found = kFunction.match(statement);
                isPublic && found.hasMatch() && !statement.contains(kNone))
                names << found.captured(1);
    };
    for (auto at = kAccess.globalMatch(body); at.hasNext();) {
        const auto match = at.next();
        take(body.mid(from, match.capturedStart() - from));
        isPublic = match.captured(1).startsWith("public");
        from = match.capturedEnd();
    }
    take(body.mid(from));
    return names.size();
}

}  // namespace

class SizesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void filesCanBeReadInOneSitting()
    {
        for (const char* below : {"src", "tests"})
            for (const QString& file : sources(below)) {
                const auto lines = sourceFile(QString(below) + "/" + file).count('\n');
                QVERIFY2(lines <= kMostLines, qPrintable(QString("%1 has %2 lines").arg(file).arg(lines)));
            }
    }
    void functionsAreCounted()
    {
        const QString text =
            "class A { public: A(); int b() const { return c(); } private: void d(); public: void e(); void e(int); "
            "Q_SIGNALS: void f(); };";
        QCOMPARE(publicFunctions(outermost(text, text.indexOf('{')), false), 3);
    }
    void classesCanBeTakenIn()
    {
        static const QRegularExpression kClass(R"(\b(class|struct)\s+(\w+)(?:\s+final)?[^;{()=<>]*\{)"),
            kComment(R"(//[^\n]*)");
        int seen = 0;
        for (const QString& file : sources("src")) {
            if (!file.endsWith(".h")) continue;
            const QString text = QString::fromUtf8(sourceFile("src/" + file)).remove(kComment);
            for (auto at = kClass.globalMatch(text); at.hasNext();) {
                const auto match = at.next();
                // A vocabulary: one word for each type of field, of which a description uses three or four.
                if (match.captured(2) == "Fields" && file == "core/plan/describe.h") continue;
                const qsizetype count =
                    publicFunctions(outermost(text, match.capturedEnd() - 1), match.captured(1) == "struct");
                QVERIFY2(
                    count <= kMostFunctions,
                    qPrintable(QString("%1 of %2 has %3 public functions").arg(match.captured(2), file).arg(count)));
                ++seen;
            }
        }
        QVERIFY(seen > 500);
    }
};

SOKUDO_TEST(SizesTest)
#include "sizes_test.moc"
