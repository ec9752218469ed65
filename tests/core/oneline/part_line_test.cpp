// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include "core/oneline/part_line.h"

using namespace sokudo;
using namespace sokudo::testing;

class PartLineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void thereAndBack()
    {
        for (const char* text :
             {"", "cord", "cord cat6a 3m 26awg / jack", "panel / cord cat6 0.5m", "coupler / coupler / jack"}) {
            const auto result = oneline::readParts(text, true, knowledge());
            QVERIFY2(result, result ? "" : result.error().message().c_str());
            QCOMPARE(toQt(oneline::partsText(*result, true)), QString(text));
            QCOMPARE(toQt(oneline::partsText(*result, false)), QString());
            QVERIFY(std::all_of(result->begin(), result->end(), [](const plan::Segment& one) { return one.atB; }));
        }
        const auto one = oneline::readParts("CORD  cat6a 10ft 28AWG", false, knowledge());
        QCOMPARE(one->front().length->in(), 3.048);
        QCOMPARE(one->front().gauge, 28);
    }
    void wrongWordsArePointedAt()
    {
        for (const auto& [text, says] : {std::pair{"lead 3m", "begins with cord"},
                                         {"cord red", "no property of a cord"},
                                         {"cord / / jack", "between two /"},
                                         {"cord 99awg", "gauge"}}) {
            const auto result = oneline::readParts(text, false, knowledge());
            QVERIFY2(!result && toQt(result.error().message()).contains(says),
                     result ? text : result.error().message().c_str());
        }
    }
};

SOKUDO_TEST(PartLineTest)
#include "part_line_test.moc"
