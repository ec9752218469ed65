// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/csv.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"

namespace sokudo::csv {
namespace {

/// Splits the text into records; quotes are resolved, nothing is judged but the quotes themselves.
/// Takes a text apart into records, character by character.
class RecordReader {
public:
    RecordReader(std::string_view in, const std::string& name, const Bounds& most)
        : m_in(in), m_name(name), m_most(most)
    {}
    Result<std::vector<Record>> read()
    {
        for (; m_at < m_in.size(); ++m_at) {
            if (auto taken = m_inQuotes ? takeQuoted() : takePlain(); !taken) return tl::unexpected(taken.error());
            if (auto inBounds = bounded(); !inBounds) return tl::unexpected(inBounds.error());
        }
        if (m_inQuotes)
            return wrong(text::say("csv.a-quote-is-opened", "a quote is opened here and never closed"), m_quoteLine);
        if (!m_field.empty() || !m_record.fields.empty() || m_quotedField) endRecord();
        return std::move(m_records);
    }

private:
    tl::unexpected<Error> wrong(text::Sentence what, int line) const
    {
        return failure(ErrorCode::BadInput, std::move(what), fmt::format("{}:{}", m_name, line));
    }
    bool nextIs(char c) const { return m_at + 1 < m_in.size() && m_in[m_at + 1] == c; }
    Result<void> bounded() const
    {
        if (m_field.size() > m_most.cellBytes)
            return wrong(
                text::say("csv.a-cell-is-too-long", "a cell is longer than {} bytes; shorten it", m_most.cellBytes),
                m_line);
        if (m_record.fields.size() > m_most.columns)
            return wrong(text::say("csv.too-many-columns",
                                   "there are more than {} columns; leave out what is not asked", m_most.columns),
                         m_line);
        if (m_cells > m_most.cells)
            return wrong(
                text::say("csv.too-many-cells", "there are more than {} cells; take the file in parts", m_most.cells),
                m_line);
        return {};
    }
    void endField()
    {
        ++m_cells;
        m_record.fields.push_back(std::move(m_field));
        m_field.clear();
        m_quotedField = false;
    }
    void endRecord()
    {
        const bool blank = m_record.fields.empty() && m_field.empty() && !m_quotedField;
        endField();
        if (!blank) m_records.push_back(std::move(m_record));
        m_record = Record{m_line + 1, {}};
    }
    Result<void> takeQuoted()
    {
        const char c = m_in[m_at];
        if (c == '"' && nextIs('"')) {
            m_field.push_back('"');
            ++m_at;
        } else if (c == '"') {
            m_inQuotes = false;
        } else {
            m_field.push_back(c);
        }
        if (c == '\n') ++m_line;
        return {};
    }
    Result<void> takePlain()
    {
        const char c = m_in[m_at];
        if (c == '"') {
            if (!m_field.empty() || m_quotedField)
                return wrong(
                    text::say("csv.a-quote-stands-inside",
                              "a quote stands inside an unquoted field; put the whole field in quotes and double the "
                              "quotes in it"),
                    m_line);
            m_inQuotes = m_quotedField = true;
            m_quoteLine = m_line;
        } else if (c == ',') {
            endField();
        } else if (c == '\n') {
            endRecord();
            ++m_line;
        } else if (c != '\r' || !nextIs('\n')) {
            if (m_quotedField)
                return wrong(text::say("csv.text-follows-a-closing",
                                       "text follows a closing quote; put a comma or a line end there"),
                             m_line);
            m_field.push_back(c);
        }
        return {};
    }

    std::string_view m_in;
    const std::string& m_name;
    const Bounds m_most;
    std::size_t m_at = 0, m_cells = 0;
    std::vector<Record> m_records;
    Record m_record{1, {}};
    std::string m_field;
    bool m_quotedField = false, m_inQuotes = false;
    int m_line = 1, m_quoteLine = 0;
};

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

Result<Sheet> parse(std::string_view in, std::string name, const Bounds& most)
{
    if (in.starts_with("\xEF\xBB\xBF")) in.remove_prefix(3);
    auto records = RecordReader(in, name, most).read();
    if (!records) return tl::unexpected(records.error());
    if (records->empty())
        return failure(ErrorCode::BadInput,
                       text::say("csv.the-file-is-empty", "the file is empty; the first line must name the columns"),
                       name);
    std::vector<std::string> columns;
    for (const std::string& raw : records->front().fields) {
        std::string column = text::lower(text::trimmed(raw));
        const std::string where = fmt::format("{}:{}", name, records->front().line);
        if (column.empty())
            return failure(
                ErrorCode::BadInput,
                text::say("csv.a-column-has-no", "a column has no name; name every column in the first line"), where);
        if (std::find(columns.begin(), columns.end(), column) != columns.end())
            return failure(
                ErrorCode::BadInput,
                text::say("csv.the-column-stands-twice", "the column “{}” stands twice; keep one of them", column),
                where);
        columns.push_back(std::move(column));
    }
    records->erase(records->begin());
    for (const Record& record : *records)
        if (record.fields.size() != columns.size())
            return failure(
                ErrorCode::BadInput,
                text::say("csv.fields-where-the-first",
                          "{} fields where the first line names {} columns; put a field that holds a comma in quotes",
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

namespace {
/// What a spreadsheet takes for the beginning of a formula. @source OWASP, CSV injection
bool beginsAsFormula(std::string_view cell)
{
    return !cell.empty() && std::string_view("=+-@\t\r").find(cell.front()) != std::string_view::npos &&
           !text::parseNumber(cell);
}
}  // namespace

std::string sheetLine(const std::vector<std::string>& fields)
{
    std::vector<std::string> cells;
    for (const std::string& field : fields) {
        const std::string_view behind =
            std::string_view(field).substr(std::min<std::size_t>(field.find_first_not_of('\''), field.size()));
        // A cell that bears the mark already gets one more, so that it is read back as it was.
        const bool isMarked = field.starts_with("'") && beginsAsFormula(behind);
        cells.push_back(isMarked || beginsAsFormula(field) ? "'" + field : field);
    }
    return line(cells);
}

std::string fromSheet(std::string cell)
{
    const std::size_t behind = cell.find_first_not_of('\'');
    if (behind != std::string::npos && behind > 0 && beginsAsFormula(std::string_view(cell).substr(behind)))
        cell.erase(0, 1);
    return cell;
}

}  // namespace sokudo::csv
