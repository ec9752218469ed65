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

EndStep endStepRow(RowReader& row)
{
    return {row.text("end"),     row.whole("number"), row.text("text"),
            row.text("caution"), row.text("tool"),    row.provenance()};
}

BringUpStep bringUpRow(RowReader& row)
{
    return {row.text("role"), row.whole("number"), row.text("text"), row.text("caution"), row.provenance()};
}

StartTime startTimeRow(RowReader& row)
{
    StartTime time{row.text("role"),
                   row.text("name"),
                   Duration::of(row.number("link_s")),
                   Duration::of(row.number("ready_s")),
                   Duration::of(row.number("dead_s")),
                   row.text("says"),
                   row.provenance()};
    if (time.link < Duration{} || time.link > time.ready || time.ready > time.dead)
        row.complain("columns link_s, ready_s and dead_s rise from 0");
    return time;
}

LightMeaning lightRow(RowReader& row)
{
    return {row.text("id"),    row.text("where"), row.text("light"), row.text("looks"),
            row.text("means"), row.text("next"),  row.provenance()};
}

BondMode bondRow(RowReader& row)
{
    return {row.text("id"),    row.text("name"),      row.text("needs"),
            row.text("gives"), row.text("gives_not"), row.provenance()};
}

CutOverStep cutOverRow(RowReader& row)
{
    CutOverStep step{row.text("id"),      row.text("phase"), row.whole("number"), row.text("per"),
                     row.text("text"),    row.number("low"), row.number("usual"), row.number("high"),
                     row.text("caution"), row.provenance()};
    if (step.low < 0 || step.low > step.usual || step.usual > step.high)
        row.complain("low, usual and high minutes rise from 0");
    return step;
}

RemovedUnit removedRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.text("when"), row.text("then"), row.provenance()};
}

}  // namespace

void buildTables(Loader& tables)
{
    tables.add("wiring_schemes.csv", pinRow, by<&Pin::number>);
    tables.add("jobs/ends.csv", endKindRow);
    tables.add("jobs/kinds.csv", jobKindRow);
    tables.add("jobs/steps.csv", jobStepRow, nullptr);
    tables.add("jobs/end_steps.csv", endStepRow, nullptr);
    tables.add("jobs/bring_up.csv", bringUpRow, nullptr);
    tables.add("jobs/start_times.csv", startTimeRow, by<&StartTime::role>);
    tables.add("jobs/lights.csv", lightRow);
    tables.add("jobs/bonds.csv", bondRow);
    tables.add("jobs/cut_over.csv", cutOverRow);
    tables.add("jobs/removed_units.csv", removedRow);
    tables.add("cable_delays.csv", delayRow, by<&CableDelay::medium>);
}

}  // namespace sokudo::kb
