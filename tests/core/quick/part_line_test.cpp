// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include "core/quick/part_line.h"

using namespace sokudo;
using namespace sokudo::testing;

class PartLineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void thereAndBack()
    {
        for (const char* text : {"", "cord", "cord cat6a 3m 26awg / jack", "panel / cord cat6 0.5m", "coupler / coupler / jack"}) {
            const auto made = quick::readParts(text, true, knowledge());
            QVERIFY2(made, made ? "" : made.error().message().c_str());
            QCOMPARE(q(quick::partsText(*made, true)), QString(text));
            QCOMPARE(q(quick::partsText(*made, false)), QString());
            QVERIFY(std::all_of(made->begin(), made->end(), [](const plan::Segment& one) { return one.atB; }));
        }
        const auto one = quick::readParts("CORD  cat6a 10ft 28AWG", false, knowledge());
        QCOMPARE(one->front().length->in(), 3.048);
        QCOMPARE(one->front().gauge, 28);
    }
    void wrongWordsArePointedAt()
    {
        for (const auto& [text, says] : {std::pair{"lead 3m", "begins with cord"}, {"cord red", "no property of a cord"}, {"cord / / jack", "between two /"}, {"cord 99awg", "gauge"}}) {
            const auto made = quick::readParts(text, false, knowledge());
            QVERIFY2(!made && q(made.error().message()).contains(says), made ? text : made.error().message().c_str());
        }
    }
};

SOKUDO_TEST(PartLineTest)
#include "part_line_test.moc"
