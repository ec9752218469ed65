// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/buy_rows.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

Money money(RowReader& row, const char* column) { return Money::of(row.number(column)); }

/// "8xrj45:2.5": count, cage and Gb/s.
std::vector<PortGroup> portGroups(RowReader& row)
{
    std::vector<PortGroup> groups;
    for (const std::string& word : row.words("ports")) {
        const auto times = word.find('x'), colon = word.find(':');
        const auto count = text::parseNumber(word.substr(0, times == std::string::npos ? 0 : times));
        const auto rate = text::parseNumber(colon == std::string::npos ? "" : word.substr(colon + 1));
        if (!count || !rate || *count < 1 || *rate <= 0 || colon < times) {
            row.complain("column ports needs words such as 8xrj45:2.5");
            return groups;
        }
        groups.push_back({static_cast<int>(*count), word.substr(times + 1, colon - times - 1), gigabits(*rate)});
    }
    return groups;
}

SwitchKind switchRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            portGroups(row),
            row.flag("managed"),
            row.flag("fan"),
            Watt::of(row.number("poe_w")),
            Watt::of(row.number("watts")),
            money(row, "price"),
            row.provenance()};
}

LeadKind leadRow(RowReader& row)
{
    LeadKind lead{row.text("medium"), row.text("name"), {}, money(row, "price_each"), money(row, "price_per_m"), {}};
    for (const std::string& word : row.words("lengths_m"))
        if (const auto metres = text::parseNumber(word)) lead.lengths.push_back(Length::of(*metres));
        else row.complain("column lengths_m needs numbers");
    if (lead.lengths.empty() || !std::is_sorted(lead.lengths.begin(), lead.lengths.end()))
        row.complain("column lengths_m needs lengths that rise");
    lead.from = row.provenance();
    return lead;
}

SmallPart smallPartRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"),    row.text("kind"),
            row.text("medium"), money(row, "price"), row.provenance()};
}

PartNeed partNeedRow(RowReader& row)
{
    PartNeed need{row.text("when"),   row.text("per"), row.text("part"),
                  row.whole("count"), row.text("why"), row.provenance()};
    if (need.per != "end" && need.per != "active-end" && need.per != "device" && need.per != "house" &&
        need.per != "run")
        row.complain("column per needs end, active-end, run, device or house");
    return need;
}

SellerKind sellerRow(RowReader& row)
{
    return {row.text("id"),           row.text("name"), row.number("fails_percent"),
            row.whole("return_days"), row.text("says"), row.provenance()};
}

Resale resaleRow(RowReader& row)
{
    return {row.text("kind"), row.number("low_percent"), row.number("high_percent"), row.text("says"),
            row.provenance()};
}

Instrument instrumentRow(RowReader& row)
{
    Instrument one{row.text("id"), row.text("name"), row.text("proves"), row.text("proves_not"), money(row, "price")};
    if (const auto rent = row.maybeNumber("day_rent")) one.dayRent = Money::of(*rent);
    one.minutesPerRun = row.number("minutes_run");
    one.findsPercent = row.number("finds_percent");
    one.from = row.provenance();
    return one;
}

TradeFigure figureRow(RowReader& row)
{
    return {row.text("id"), row.number("value"), row.text("unit"), row.text("what"), row.provenance()};
}

}  // namespace

const Length* LeadKind::lengthFor(Length needed) const
{
    const auto found = std::lower_bound(lengths.begin(), lengths.end(), needed);
    return found == lengths.end() ? nullptr : &*found;
}

std::string LeadKind::partOf(Length sold) const { return medium + "-lead-" + text::number(sold.in(), 6) + "m"; }

double tradeFigure(const KnowledgeBase& kb, std::string_view id)
{
    const TradeFigure* row = kb.find<TradeFigure>(id);
    return row ? row->value : 0;
}

void buyTables(Loader& tables)
{
    tables.add("switches.csv", switchRow);
    tables.add("leads.csv", leadRow, by<&LeadKind::medium>);
    tables.add("small_parts.csv", smallPartRow);
    tables.add("part_needs.csv", partNeedRow, nullptr);
    tables.add("sellers.csv", sellerRow);
    tables.add("resale.csv", resaleRow, by<&Resale::kind>);
    tables.add("instruments.csv", instrumentRow);
    tables.add("trade_figures.csv", figureRow);
}

}  // namespace sokudo::kb
