// SPDX-License-Identifier: GPL-3.0-or-later
// Reads typed cells of one table and keeps the first complaint.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/csv.h"
#include "core/base/quantity.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// File name to content: what is embedded at build, or a folder an author tries changes in.
using Files = std::map<std::string, std::string>;

class RowReader {
public:
    RowReader(const csv::Sheet& sheet, const csv::Record& record, std::optional<Error>& error)
        : m_sheet(sheet), m_record(record), m_error(error)
    {}
    std::string text(std::string_view column) const;
    double number(std::string_view column);
    std::optional<double> maybeNumber(std::string_view column);
    int whole(std::string_view column);
    int wholeOr(std::string_view column, int otherwise) { return text(column).empty() ? otherwise : whole(column); }
    bool flag(std::string_view column);
    std::vector<std::string> words(std::string_view column) const;
    std::vector<BitRate> gigabitList(std::string_view column);
    BitRate gigabit(std::string_view column) { return gigabits(number(column)); }
    Length metres(std::string_view column) { return Length::of(number(column)); }
    PowerDbm dbm(std::string_view column) { return PowerDbm::of(number(column)); }
    std::optional<Decibel> maybeDecibel(std::string_view column);
    std::optional<Length> maybeMetres(std::string_view column);
    std::optional<PowerDbm> maybeDbm(std::string_view column);
    Verdict verdict(std::string_view column);
    Provenance provenance();
    void complain(std::string what);

private:
    const csv::Sheet& m_sheet;
    const csv::Record& m_record;
    std::optional<Error>& m_error;
};

}  // namespace sokudo::kb
