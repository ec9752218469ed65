// SPDX-License-Identifier: GPL-3.0-or-later
// The solver: CBC, loaded when first asked; without it every search says what to install.
#include <algorithm>

#include "core/buy/mip.h"
#include "ondemand/cbc.h"
#include "ondemand/library.h"

namespace sokudo::buy {
namespace {

/// Every column is zero: either that holds all rows or nothing does.
MipAnswer nothingToChoose(const Mip& rows, std::size_t columns)
{
    MipAnswer answer;
    const bool holds = std::all_of(rows.rows.begin(), rows.rows.end(),
                                   [](const Mip::Row& row) { return row.low <= 0 && row.high >= 0; });
    answer.end = holds ? MipEnd::Proved : MipEnd::Impossible;
    if (!holds) return answer;
    answer.values.assign(columns, 0);
    answer.state.best = answer.state.bound = 0;
    return answer;
}

/// Columns that can only be zero are left out: the solver would carry them through every step.
Result<MipAnswer> solve(const Mip& mip, const MipOptions& options)
{
    std::vector<int> place(mip.columns.size(), -1);
    Mip small;
    for (std::size_t c = 0; c < mip.columns.size(); ++c) {
        if (mip.columns[c].low == 0 && mip.columns[c].high == 0) continue;
        place[c] = static_cast<int>(small.columns.size());
        small.columns.push_back(mip.columns[c]);
    }
    for (const Mip::Row& row : mip.rows) {
        std::vector<std::pair<int, double>> terms;
        for (const auto& [column, factor] : row.terms)
            if (const int at = place[static_cast<std::size_t>(column)]; at >= 0) terms.emplace_back(at, factor);
        if (!terms.empty() || row.low > 0 || row.high < 0) small.row(row.low, row.high, std::move(terms));
    }
    if (small.columns.empty()) return nothingToChoose(small, mip.columns.size());
    MipOptions few = options;
    few.start.clear();
    for (std::size_t c = 0; c < options.start.size(); ++c)
        if (place[c] >= 0) few.start.push_back(options.start[c]);
    const auto cbc = ondemand::functionIn(ondemand::kCbcLibrary, ondemand::kCbcFunction);
    if (!cbc) return noSolver()(mip, options);
    MipAnswer answer;
    reinterpret_cast<ondemand::CbcSolve*> (*cbc)(small, few, answer);
    if (answer.values.empty()) return answer;
    std::vector<double> values(mip.columns.size(), 0);
    for (std::size_t c = 0; c < values.size(); ++c)
        if (place[c] >= 0) values[c] = answer.values[static_cast<std::size_t>(place[c])];
    answer.values = std::move(values);
    return answer;
}

}  // namespace

Solver builtInSolver() { return &solve; }

}  // namespace sokudo::buy
