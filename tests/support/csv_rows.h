// SPDX-License-Identifier: GPL-3.0-or-later
// The shipped tables as plain cells, for tests that must share no code with the rules but the CSV reader.
#pragma once

#include <algorithm>
#include <cmath>
#include <map>
#include <string>
#include <vector>

#include "core/base/csv.h"
#include "core/base/text.h"
#include "testing.h"

namespace sokudo::testing {

using Row = std::map<std::string, std::string>;

inline std::vector<Row> table(const char* name)
{
    const auto sheet = csv::parse(sourceFile(QString("data/%1.csv").arg(name)).toStdString(), name);
    std::vector<Row> rows;
    for (const csv::Record& record : sheet->records()) {
        Row row;
        for (const std::string& column : sheet->columns()) row[column] = sheet->cell(record, column);
        rows.push_back(row);
    }
    return rows;
}

inline double number(const Row& row, const char* column, double otherwise = NAN)
{
    const std::string& cell = row.at(column);
    return cell.empty() ? otherwise : std::stod(cell);
}

inline std::vector<double> numbers(const std::string& cell)
{
    std::vector<double> result;
    for (const std::string& word : text::words(cell)) result.push_back(std::stod(word));
    return result;
}

inline bool has(const std::string& list, const std::string& word)
{
    const auto all = text::words(list);
    return std::find(all.begin(), all.end(), word) != all.end() || std::find(all.begin(), all.end(), "*") != all.end();
}

inline bool equal(double a, double b) { return std::fabs(a - b) < 1e-9; }

}  // namespace sokudo::testing
