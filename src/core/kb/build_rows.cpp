// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/build_rows.h"

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

Pin pinRow(RowReader& row)
{
    return {row.text("pin"),   row.text("pair"),     row.text("t568a"),
            row.text("t568b"), row.text("use_100m"), row.provenance()};
}

EndKind endKindRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.number("trouble"), row.text("says"), row.provenance()};
}

CableDelay delayRow(RowReader& row)
{
    CableDelay delay{row.text("medium"), row.number("nvp_low"), row.number("nvp"), row.number("nvp_high"),
                     row.provenance()};
    if (delay.low <= 0 || delay.low > delay.usual || delay.usual > delay.high || delay.high >= 1)
        row.complain("columns nvp_low, nvp and nvp_high rise between 0 and 1");
    return delay;
}

JobKind jobKindRow(RowReader& row)
{
    JobKind kind{row.text("id"),      row.text("name"),   row.whole("people"),     row.number("low"),
                 row.number("usual"), row.number("high"), row.number("per_metre"), row.provenance()};
    if (kind.people < 1 || kind.low < 0 || kind.low > kind.usual || kind.usual > kind.high)
        row.complain("one person at least, and low, usual and high minutes that rise");
    return kind;
}

JobStepRow jobStepRow(RowReader& row)
{
    return {row.text("job"),     row.whole("number"), row.text("text"),
            row.text("caution"), row.text("tool"),    row.provenance()};
}

}  // namespace

void buildTables(Loader& tables)
{
    tables.add("wiring_schemes.csv", pinRow, by<&Pin::number>);
    tables.add("end_kinds.csv", endKindRow);
    tables.add("job_kinds.csv", jobKindRow);
    tables.add("job_steps.csv", jobStepRow, nullptr);
    tables.add("cable_delays.csv", delayRow, by<&CableDelay::medium>);
}

}  // namespace sokudo::kb
