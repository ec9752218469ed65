// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:10gbase-t / om4 9m / rj45:10gbase-t", Verdict::NoLink, -1, "connector"},
    {"sfp+:10gbase-sr / cat6a 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "connector"},
    {"rj45:10gbase-t / dac 2m / sfp+", Verdict::NoLink, -1, "connector"},
    {"f / cat6 2m / rj45", Verdict::NoLink, -1, "connector"},
    {"sfp+:10gbase-sr / om4 9m / cat6 9m / rj45", Verdict::NoLink, -1, "media-meet"},
    {"sfp+:10gbase-sr / om4 9m / os2 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "fo-20"},
};

}  // namespace

SOKUDO_RULE_ROWS(MediumMeetsPortTest, "medium-meets-port", kRows)

class MediumMeetsPortTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void whatPlugsInIsNotMentioned()
    {
        for (const char* line : {"rj45 / cat6 2m / rj45", "sfp+:10gbase-sr / om4 9m / sfp+:10gbase-sr",
                                 "sfp+ / dac 2m / sfp+", "f / coax 20m / f", "sfp+:10gbase-t / cat6a 9m / rj45"})
            QVERIFY2(!outcomeOf("medium-meets-port", line), line);
    }
};

SOKUDO_TEST(MediumMeetsPortTest)
#include "medium_meets_port_test.moc"
