// SPDX-License-Identifier: GPL-3.0-or-later
// What would fill the next limit: streams, a window, less loss.
#include "core/expect/remedy.h"
#include "core/base/text.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

QString remedyOf(const char* line)
{
    const auto path = oneline::expectPathLine(line, knowledge());
    return path ? toQt(expect::remedyNote(*path)) : toQt(path.error().message());
}

}  // namespace

class RemedyTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aWindow()
    {
        // 0.93678 Gb/s * 20 ms / 8 = 2.342 MB; 0.93678 / 0.026214 = 35.7 streams
        const QString said = remedyOf("1g | window 65535b rtt=20ms");
        QVERIFY2(said.contains(QString("a window of 2.342%1MB").arg(toQt(text::kThin))) && said.contains("36 streams"),
                 qPrintable(said));
        QVERIFY(!remedyOf("100g | window 65535b rtt=20ms").contains("streams"));
        QVERIFY(remedyOf("1g | window 16mib rtt=20ms").isEmpty());
    }
    void loss()
    {
        // (8 * 1448 / 0.3 ms * 1.2247 / 9.3678 Gb/s)² = 2.5e-5; 9.3678 / 1.495 = 6.3 streams
        const QString said = remedyOf("10g | loss 0.1% rtt=0.3ms");
        QVERIFY2(said.contains("no more than 0.0025") && said.contains("7 streams"), qPrintable(said));
    }
    void cores()
    {
        // one core of 3.5 * 8 = 28 Gb/s; five at 0.8 are 112, four only 89.6 of 93.7
        const QString said = remedyOf("100g | pcie 4.0 x16 | cpu recent-x86 3.5ghz cores=8");
        QVERIFY2(said.startsWith("5 streams") && said.contains("would fill link at 93.7"), qPrintable(said));
        // two old cores: 2 * 0.8 * 6.4 = 10.2 of 23.4
        const QString short_ = remedyOf("25g | cpu old-x86 2ghz cores=2");
        QVERIFY2(short_.contains("about 10.2") && short_.contains("link stays out of reach"), qPrintable(short_));
        QVERIFY(remedyOf("10g | cpu recent-x86 4ghz cores=8").isEmpty());
        QVERIFY(remedyOf("100g | cpu recent-x86 4ghz").isEmpty());
    }
    void itStandsWithTheNotesOfAPath()
    {
        const auto path = oneline::expectPathLine("1g | window 65535b rtt=20ms", knowledge());
        QCOMPARE(path->notes.size(), std::size_t{1});
        QVERIFY(expect::remedyNote({}).empty());
    }
};

SOKUDO_TEST(RemedyTest)
#include "remedy_test.moc"
