// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/csv.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::csv {
namespace {

/// Splits the text into records; quotes are resolved, nothing is judged but the quotes themselves.
Result<std::vector<Record>> recordsOf(std::string_view in, const std::string& name)
{
    std::vector<Record> records;
    Record record{1, {}};
    std::string field;
    bool quotedField = false;
    bool inQuotes = false;
    int line = 1;
    int quoteLine = 0;
    const auto endField = [&] {
        record.fields.push_back(std::move(field));
        field.clear();
        quotedField = false;
    };
    const auto endRecord = [&] {
        const bool blank = record.fields.empty() && field.empty() && !quotedField;
        endField();
        if (!blank) records.push_back(std::move(record));
        record = Record{line + 1, {}};
    };
    for (std::size_t i = 0; i < in.size(); ++i) {
        const char c = in[i];
        if (inQuotes) {
            if (c == '"' && i + 1 < in.size() && in[i + 1] == '"') {
                field.push_back('"');
                ++i;
            } else if (c == '"') {
                inQuotes = false;
            } else {
                field.push_back(c);
            }
            if (c == '\n') ++line;
            continue;
        }
        if (c == '"') {
            if (!field.empty() || quotedField)
                return failure(ErrorCode::BadInput,
                               "a quote stands inside an unquoted field; put the whole field in quotes and double the "
                               "quotes in it",
                               fmt::format("{}:{}", name, line));
            inQuotes = quotedField = true;
            quoteLine = line;
        } else if (c == ',') {
            endField();
        } else if (c == '\n') {
            endRecord();
            ++line;
        } else if (c == '\r' && i + 1 < in.size() && in[i + 1] == '\n') {
            continue;
        } else {
            if (quotedField)
                return failure(ErrorCode::BadInput, "text follows a closing quote; put a comma or a line end there",
                               fmt::format("{}:{}", name, line));
            field.push_back(c);
        }
    }
    if (inQuotes)
        return failure(ErrorCode::BadInput, "a quote is opened here and never closed",
                       fmt::format("{}:{}", name, quoteLine));
    if (!field.empty() || !record.fields.empty() || quotedField) endRecord();
    return records;
}

}  // namespace

Sheet::Sheet(std::string name, std::vector<std::string> columns, std::vector<Record> records)
    : m_name(std::move(name)), m_columns(std::move(columns)), m_records(std::move(records))
{}

bool Sheet::hasColumn(std::string_view column) const
{
    return std::find(m_columns.begin(), m_columns.end(), column) != m_columns.end();
}

const std::string& Sheet::cell(const Record& record, std::string_view column) const
{
    static const std::string kEmpty;
    const auto at = std::find(m_columns.begin(), m_columns.end(), column);
    return at == m_columns.end() ? kEmpty : record.fields[static_cast<std::size_t>(at - m_columns.begin())];
}

std::string Sheet::where(const Record& record) const { return fmt::format("{}:{}", m_name, record.line); }

Result<Sheet> parse(std::string_view in, std::string name)
{
    if (in.starts_with("\xEF\xBB\xBF")) in.remove_prefix(3);
    auto records = recordsOf(in, name);
    if (!records) return tl::unexpected(records.error());
    if (records->empty())
        return failure(ErrorCode::BadInput, "the file is empty; the first line must name the columns", name);
    std::vector<std::string> columns;
    for (const std::string& raw : records->front().fields) {
        std::string column = text::lower(text::trimmed(raw));
        const std::string where = fmt::format("{}:{}", name, records->front().line);
        if (column.empty())
            return failure(ErrorCode::BadInput, "a column has no name; name every column in the first line", where);
        if (std::find(columns.begin(), columns.end(), column) != columns.end())
            return failure(ErrorCode::BadInput, fmt::format("the column “{}” stands twice; keep one of them", column),
                           where);
        columns.push_back(std::move(column));
    }
    records->erase(records->begin());
    for (const Record& record : *records)
        if (record.fields.size() != columns.size())
            return failure(
                ErrorCode::BadInput,
                fmt::format("{} fields where the first line names {} columns; put a field that holds a comma in quotes",
                            record.fields.size(), columns.size()),
                fmt::format("{}:{}", name, record.line));
    return Sheet(std::move(name), std::move(columns), std::move(*records));
}

std::string quoted(std::string_view field)
{
    if (field.find_first_of(",\"\r\n") == std::string_view::npos) return std::string(field);
    std::string out = "\"";
    for (char c : field) {
        if (c == '"') out.push_back('"');
        out.push_back(c);
    }
    return out + "\"";
}

std::string line(const std::vector<std::string>& fields)
{
    std::vector<std::string> cells;
    for (const std::string& field : fields) cells.push_back(quoted(field));
    return text::joined(cells, ",") + "\r\n";
}

}  // namespace sokudo::csv
