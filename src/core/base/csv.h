// SPDX-License-Identifier: GPL-3.0-or-later
// Comma-separated values by RFC 4180, with the line of every record.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"

namespace sokudo::csv {

struct Record {
    int line = 0;  ///< line on which the record starts, from 1
    std::vector<std::string> fields;
};

/// A table with named columns. Cells are asked for by column name.
class Sheet {
public:
    Sheet(std::string name, std::vector<std::string> columns, std::vector<Record> records);
    const std::string& name() const { return m_name; }
    const std::vector<std::string>& columns() const { return m_columns; }
    const std::vector<Record>& records() const { return m_records; }
    bool hasColumn(std::string_view column) const;
    /// The cell, or empty where the column does not exist.
    const std::string& cell(const Record&, std::string_view column) const;
    /// "reach.csv:17", for messages.
    std::string where(const Record&) const;

private:
    std::string m_name;
    std::vector<std::string> m_columns;
    std::vector<Record> m_records;
};

/// How much a table from outside may hold.
struct Bounds {
    std::size_t columns = 2'000;
    std::size_t cells = 4'000'000;
    std::size_t cellBytes = 65'536;
};

/// Reads text by RFC 4180: quotes, doubled quotes, line breaks inside quotes, CRLF or LF, a byte-order mark.
/// @param name  how messages call the file
/// @error BadInput  an open quote, a record with another number of fields, an empty or doubled column name, more than
///                  the bounds allow
/// @source rfc-4180
Result<Sheet> parse(std::string_view text, std::string name, const Bounds& = {});

/// One field, quoted where RFC 4180 asks for it.
std::string quoted(std::string_view field);
std::string line(const std::vector<std::string>& fields);

/// A line for files that people open in a spreadsheet: a cell that it would run as a formula (one that begins with
/// = + - @ or a tab and is no number) bears a ' in front, which a spreadsheet takes for “this is text”.
std::string sheetLine(const std::vector<std::string>& fields);
/// The cell that `sheetLine` wrote.
std::string fromSheet(std::string cell);

}  // namespace sokudo::csv
