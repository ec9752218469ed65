// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/kb/load_rows.h"

namespace sokudo::kb {
namespace {

ThroughWall wallOf(RowReader& row)
{
    const std::string word = row.text("wall");
    if (word == "yes") return ThroughWall::Yes;
    if (word == "awkward") return ThroughWall::Awkward;
    if (word != "no") row.complain("column wall needs yes, awkward or no");
    return ThroughWall::No;
}

Supply supplyRow(RowReader& row)
{
    return {row.text("medium"),
            row.maybeNumber("price_per_m"),
            row.maybeNumber("price_each"),
            row.metres("longest_m"),
            row.number("minutes_each"),
            row.number("minutes_per_m"),
            row.number("minutes_cord"),
            wallOf(row),
            row.number("ns_per_m"),
            Watt::of(row.number("end_w")),
            row.provenance()};
}

PhyUse phyUseRow(RowReader& row)
{
    return {row.text("phy"), row.number("microseconds"), Watt::of(row.number("port_w")), row.provenance()};
}

MediaConverter mediaConverterRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.text("from_cage"),
            row.text("to_cage"),
            row.text("trait"),
            row.text("cord_medium"),
            row.metres("cord_m"),
            row.maybeNumber("price"),
            Watt::of(row.number("watts")),
            row.number("microseconds"),
            row.number("minutes"),
            row.provenance()};
}

School schoolRow(RowReader& row)
{
    const auto view = [&](const char* name, const char* says, const char* media) {
        return View{row.text(name), row.text(says), row.words(media)};
    };
    School result{row.text("id"),
                  row.text("question"),
                  view("one_name", "one_says", "one_media"),
                  view("other_name", "other_says", "other_media"),
                  true,
                  row.text("why")};
    result.usualIsOne = row.text("usual") == result.one.name;
    if (!result.usualIsOne && row.text("usual") != result.other.name)
        row.complain("column usual needs " + result.one.name + " or " + result.other.name);
    result.upTo = row.maybeMetres("up_to_m");
    if (!row.text("at_least_gbps").empty()) result.atLeast = row.gigabit("at_least_gbps");
    result.from = row.provenance();
    return result;
}

Gear gearRow(RowReader& row)
{
    return {row.text("id"),
            row.text("kind"),
            row.text("name"),
            row.text("cage"),
            row.gigabit("gbps"),
            row.number("price"),
            Watt::of(row.number("watts")),
            row.provenance()};
}

Labour labourRow(RowReader& row) { return {row.text("id"), row.text("what"), row.number("minutes"), row.provenance()}; }

LinkDownCheck linkDownCheckRow(RowReader& row)
{
    return {
        row.text("id"),     row.text("title"),  row.text("look"),      row.text("on"),  row.gigabit("at_least_gbps"),
        row.words("rules"), row.words("needs"), row.number("minutes"), row.provenance()};
}

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
    ModuleCode result{row.text("family"), row.text("place"), row.text("code"),      {}, {}, {},
                      row.text("phy"),    row.text("says"),  row.text("link_mode"), {}};
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

void loadTradeRows(const Files& files, KnowledgeBase& kb, std::optional<Error>& error)
{
    readRows(files, "supplies.csv", kb.supplies, supplyRow, error);
    readRows(files, "phy_uses.csv", kb.phyUses, phyUseRow, error);
    readRows(files, "media_converters.csv", kb.mediaConverters, mediaConverterRow, error);
    readRows(files, "schools.csv", kb.schools, schoolRow, error);
    readRows(files, "gear.csv", kb.gear, gearRow, error);
    readRows(files, "labours.csv", kb.labours, labourRow, error);
    readRows(files, "link_down_steps.csv", kb.linkDownChecks, linkDownCheckRow, error);
    readRows(files, "connectors.csv", kb.connectors, connectorRow, error);
    readRows(files, "break_outs.csv", kb.breakOuts, breakOutRow, error);
    readRows(files, "cage_adapters.csv", kb.cageAdapters, cageAdapterRow, error);
    readRows(files, "fibre_joints.csv", kb.fibreJoints, fibreJointRow, error);
    readRows(files, "module_codes.csv", kb.moduleCodes, moduleCodeRow, error);
    readRows(files, "acceptance.csv", kb.acceptance, acceptanceRow, error);
    readRows(files, "marks.csv", kb.marks, markRow, error);
    readRows(files, "medium_notes.csv", kb.mediumNotes, mediumNoteRow, error);
}

}  // namespace sokudo::kb
