// SPDX-License-Identifier: GPL-3.0-or-later
// One executable holds the test classes of a folder; the first argument names the class to run.
#pragma once

#include <functional>
#include <memory>
#include <string>
#include <vector>

#include <QSignalSpy>
#include <QTest>

#include "core/base/text.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::testing {

struct Registered {
    const char* name;
    std::function<std::unique_ptr<QObject>()> make;
};
std::vector<Registered>& registry();

template <class Test>
struct Register {
    explicit Register(const char* name)
    {
        registry().push_back({name, [] { return std::make_unique<Test>(); }});
    }
};

/// Runs the class that the first argument names, or all of them. @return how many tests failed; 99: no such class
int runRegistered(int argc, char** argv);

/// The tables as built in; loaded once.
const kb::KnowledgeBase& knowledge();
/// The same tables at the prices of tests/data/prices.csv: what is shipped may become dearer, sums in tests may not.
const kb::KnowledgeBase& priced();
/// A file of the source tree.
QByteArray sourceFile(const QString& path);
QString sourcePath(const QString& path);
/// All .h and .cpp files below a folder of the source tree, as paths from there.
QStringList sources(const QString& below);
/// A program of this build.
QString program(const QString& name);

/// With plain spaces between a figure and its unit, to be compared with what people type.
inline QString spaced(QString text) { return text.replace(QChar(0x202f), ' '); }
inline QString toQt(const text::Sentence& sentence) { return QString::fromStdString(sentence.text()); }
inline QString toQt(const std::string& text) { return QString::fromStdString(text); }
inline QString toQt(const char* text) { return QString::fromUtf8(text); }
inline QString toQt(std::string_view text)
{
    return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
}

/// Fails with the two figures when they differ by more than `share` of the second: 0.01 is a hundredth.
#define NEAR(actual, expected, share)                                                               \
    do {                                                                                            \
        QVERIFY2((share) < 0.1, "a share of what is expected, not a difference");                   \
        const double a_ = (actual), e_ = (expected);                                                \
        QVERIFY2(std::fabs(a_ - e_) <= std::fabs(e_) * (share),                                     \
                 qPrintable(QString("got %1, expected %2").arg(a_, 0, 'g', 9).arg(e_, 0, 'g', 9))); \
    } while (false)

}  // namespace sokudo::testing

#define SOKUDO_TEST(Class) static const sokudo::testing::Register<Class> kRegister##Class(#Class);

namespace sokudo {
// How Qt Test prints our types.
inline char* toString(Verdict verdict) { return qstrdup(std::string(code(verdict)).c_str()); }
inline char* toString(BitRate rate) { return qstrdup((std::to_string(rate.steps()) + " bit/s").c_str()); }
inline char* toString(Length length) { return qstrdup((std::to_string(length.steps()) + " mm").c_str()); }
inline char* toString(Decibel ratio) { return qstrdup((std::to_string(ratio.steps()) + " mdB").c_str()); }
inline char* toString(PowerDbm level) { return qstrdup((std::to_string(level.steps()) + " mdBm").c_str()); }
}  // namespace sokudo
