// SPDX-License-Identifier: GPL-3.0-or-later
// Findings name the part that is at fault, by the name it has.
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

QString saying(std::string_view rule, const char* line)
{
    const auto outcome = outcomeOf(rule, line);
    return outcome ? QString::fromStdString(text::render(outcome->pattern, outcome->args)) : QString();
}

}  // namespace

class NamedPartsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aJackThatIsWeakerThanItsCable()
    {
        const QString jack = saying("reach-twisted-pair", "rj45 / cat6a 14m / jack cat3 / rj45");
        QVERIFY2(jack.contains("of Cat 3 (the jack of"), qPrintable(jack));
        const QString cable = saying("reach-twisted-pair", "rj45 / cat6 58m / jack cat6a / rj45");
        QVERIFY2(cable.contains("of Cat 6:") && !cable.contains("jack"), qPrintable(cable));
    }
    /// An active optical lead is not 40GBASE-CR4, which is copper.
    void anOpticalLeadIsNoCopperPhy()
    {
        const QString optical = saying("reach-direct-attach", "qsfp+ / aoc 30m / qsfp+");
        QVERIFY2(!optical.contains("CR4") && optical.startsWith(QString::fromUtf8("40\u202fGb/s, 30\u202fm")),
                 qPrintable(optical));
        QVERIFY(saying("reach-direct-attach", "qsfp+ / dac 3m / qsfp+").startsWith("40GBASE-CR4"));
    }
};

SOKUDO_TEST(NamedPartsTest)
#include "named_parts_test.moc"
