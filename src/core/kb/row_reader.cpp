// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/row_reader.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/base/whole.h"

namespace sokudo::kb {

void RowReader::complain(std::string what)
{
    if (!m_error) m_error = Error{ErrorCode::BadInput, std::move(what), m_sheet.where(m_record)};
}

std::string RowReader::text(std::string_view column) const { return m_sheet.cell(m_record, column); }

std::optional<double> RowReader::maybeNumber(std::string_view column)
{
    const std::string cell = text(column);
    if (cell.empty()) return std::nullopt;
    const auto value = text::parseNumber(cell);
    if (!value) complain(fmt::format("“{}” in column {} is not a number", cell, column));
    return value;
}

double RowReader::number(std::string_view column)
{
    const auto value = maybeNumber(column);
    if (!value) complain(fmt::format("column {} needs a number", column));
    return value.value_or(0);
}

int RowReader::whole(std::string_view column)
{
    const auto value = wholeOf(number(column));
    if (!value) complain(fmt::format("column {} needs a whole number", column));
    return value.value_or(0);
}

bool RowReader::flag(std::string_view column)
{
    const std::string cell = text(column);
    if (cell != "yes" && cell != "no") complain(fmt::format("column {} needs yes or no, not “{}”", column, cell));
    return cell == "yes";
}

std::vector<std::string> RowReader::words(std::string_view column) const { return text::words(text(column)); }

std::vector<BitRate> RowReader::gigabitList(std::string_view column)
{
    std::vector<BitRate> rates;
    for (const std::string& word : words(column)) {
        const auto value = text::parseNumber(word);
        if (!value) complain(fmt::format("“{}” in column {} is not a rate in Gb/s", word, column));
        rates.push_back(gigabits(value.value_or(0)));
    }
    return rates;
}

std::optional<Decibel> RowReader::maybeDecibel(std::string_view column)
{
    const auto value = maybeNumber(column);
    return value ? std::optional(Decibel::of(*value)) : std::nullopt;
}

std::optional<Length> RowReader::maybeMetres(std::string_view column)
{
    const auto value = maybeNumber(column);
    return value ? std::optional(Length::of(*value)) : std::nullopt;
}

std::optional<PowerDbm> RowReader::maybeDbm(std::string_view column)
{
    const auto value = maybeNumber(column);
    return value ? std::optional(PowerDbm::of(*value)) : std::nullopt;
}

Verdict RowReader::verdict(std::string_view column)
{
    const auto value = verdictFromCode(text(column));
    if (!value) complain(fmt::format("unknown verdict “{}” in column {}", text(column), column));
    return value.value_or(Verdict::Unknown);
}

Provenance RowReader::provenance()
{
    const auto certainty = certaintyFromCode(text("confidence"));
    if (!certainty) complain(fmt::format("confidence “{}” is none of standard, typical, unsure", text("confidence")));
    if (text("source").empty()) complain("the row has no source");
    return {text("source"), certainty.value_or(Certainty::Unsure)};
}

}  // namespace sokudo::kb
