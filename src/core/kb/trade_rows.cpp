// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/trade_rows.h"

#include "core/base/text.h"
#include "core/kb/loader.h"

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

Practice practiceRow(RowReader& row)
{
    const auto view = [&](const char* name, const char* says, const char* media) {
        return View{row.text(name), row.text(says), row.words(media)};
    };
    Practice result{row.text("id"),
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
    return {row.text("id"),          row.text("kind"),
            row.text("name"),        row.text("cage"),
            row.gigabit("gbps"),     row.wholeOr("ports", 1),
            row.wholeOr("lanes", 0), row.wholeOr("generation", 0),
            row.number("price"),     Watt::of(row.number("watts")),
            row.provenance()};
}

Labour labourRow(RowReader& row) { return {row.text("id"), row.text("what"), row.number("minutes"), row.provenance()}; }

LinkDownCheck linkDownCheckRow(RowReader& row)
{
    return {
        row.text("id"),     row.text("title"),  row.text("look"),      row.text("on"),  row.gigabit("at_least_gbps"),
        row.words("rules"), row.words("needs"), row.number("minutes"), row.provenance()};
}

}  // namespace

void tradeTables(Loader& tables)
{
    tables.add("supplies.csv", supplyRow, by<&Supply::medium>);
    tables.add("phy_uses.csv", phyUseRow, by<&PhyUse::phy>);
    tables.add("media_converters.csv", mediaConverterRow);
    tables.add("practices.csv", practiceRow);
    tables.add("gear.csv", gearRow);
    tables.add("labours.csv", labourRow);
    tables.add("link_down_steps.csv", linkDownCheckRow);
}

}  // namespace sokudo::kb
