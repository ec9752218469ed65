// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/part_rows.h"

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

Connector connectorRow(RowReader& row)
{
    return {row.text("id"),          row.text("name"), row.whole("fibres"),
            row.text("eeprom_code"), row.text("note"), row.provenance()};
}

BreakOut breakOutRow(RowReader& row)
{
    return {row.text("id"),       row.text("cage"),     row.whole("legs"),        row.gigabit("leg_gbps"),
            row.text("leg_cage"), row.text("leg_phys"), row.words("module_phys"), row.text("host_must"),
            row.text("not_with"), row.provenance()};
}

CageAdapter cageAdapterRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"), row.text("outer"), row.text("inner"),
            row.whole("lanes"), row.text("note"), row.provenance()};
}

FibreJoint fibreJointRow(RowReader& row)
{
    return {row.text("id"),         row.text("what"), row.text("first"), row.text("second"),
            row.verdict("verdict"), row.text("text"), row.provenance()};
}

ModuleCode moduleCodeRow(RowReader& row)
{
    ModuleCode result;
    result.family = row.text("family");
    result.place = row.text("place");
    result.code = row.text("code");
    result.phy = row.text("phy");
    result.says = row.text("says");
    result.linkMode = row.text("link_mode");
    if (const auto also = text::words(row.text("also")); also.size() == 2) {
        result.alsoPlace = also[0];
        result.alsoCode = also[1];
    } else if (!also.empty()) row.complain("column also needs a place and a code, such as sff-8024 02h");
    if (const auto reach = row.maybeNumber("least_km")) result.leastReach = Length::of(1000 * *reach);
    if (result.family != "sfp" && result.family != "qsfp") row.complain("column family needs sfp or qsfp");
    if (!row.text("nm").empty()) result.nm = row.whole("nm");
    if (const auto least = row.maybeNumber("least_mbd")) result.least = Frequency::of(*least);
    if (const auto most = row.maybeNumber("most_mbd")) result.most = Frequency::of(*most);
    result.from = row.provenance();
    return result;
}

AcceptanceLine acceptanceRow(RowReader& row)
{
    return {row.text("medium"),
            row.text("kind"),
            row.text("part"),
            Frequency::of(row.number("low_mhz")),
            Frequency::of(row.number("high_mhz")),
            row.number("a_db"),
            row.number("b_db"),
            row.number("over_mhz"),
            row.whole("joints"),
            row.provenance()};
}

Mark markRow(RowReader& row)
{
    Mark result{row.text("id"), row.text("mark"), row.text("on"), {}, row.text("means"), row.text("beware")};
    if (!row.text("rate_gbps").empty()) result.rate = row.gigabit("rate_gbps");
    result.from = row.provenance();
    return result;
}

MediumNote mediumNoteRow(RowReader& row)
{
    return {row.text("medium"), row.text("build"), row.text("mechanics"), row.provenance()};
}

}  // namespace

const BreakOut* breakOutOf(const KnowledgeBase& kb, std::string_view cage, int legs)
{
    return firstWhere<BreakOut>(kb, [&](const BreakOut& row) { return row.cage == cage && row.legs == legs; });
}

const FibreJoint* fibreJointOf(const KnowledgeBase& kb, std::string_view what, std::string_view first,
                               std::string_view second)
{
    return firstWhere<FibreJoint>(kb, [&](const FibreJoint& row) {
        return row.what == what &&
               ((row.first == first && row.second == second) || (row.first == second && row.second == first));
    });
}

void partTables(Loader& tables)
{
    tables.add("connectors.csv", connectorRow);
    tables.add("break_outs.csv", breakOutRow);
    tables.add("cage_adapters.csv", cageAdapterRow);
    tables.add("fibre_joints.csv", fibreJointRow);
    tables.add("module_codes.csv", moduleCodeRow);
    tables.add("acceptance.csv", acceptanceRow);
    tables.add("marks.csv", markRow);
    tables.add("medium_notes.csv", mediumNoteRow, by<&MediumNote::medium>);
}

}  // namespace sokudo::kb
