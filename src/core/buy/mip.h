// SPDX-License-Identifier: GPL-3.0-or-later
// A mixed-integer program and the seam to whoever solves it.
#pragma once

#include <cstdint>
#include <functional>
#include <limits>
#include <optional>
#include <utility>
#include <vector>

#include "core/base/result.h"

namespace sokudo::buy {

inline constexpr double kEndless = std::numeric_limits<double>::infinity();

/// Least cost·x with low ≤ row·x ≤ high, low ≤ x ≤ high, and whole numbers where asked.
struct Mip {
    struct Column {
        double low = 0, high = 1, cost = 0;
        bool isWhole = true;
    };
    struct Row {
        double low = -kEndless, high = kEndless;
        std::vector<std::pair<int, double>> terms;  ///< column and factor
    };
    std::vector<Column> columns;
    std::vector<Row> rows;
    int column(double low, double high, double cost, bool isWhole);
    void row(double low, double high, std::vector<std::pair<int, double>> terms);
};

struct MipState {
    double bound = -kEndless;    ///< no answer costs less
    std::optional<double> best;  ///< the best found so far
    std::int64_t nodes = 0;      ///< subproblems bounded
};

enum class MipEnd { Proved, Stopped, Impossible };

struct MipAnswer {
    MipEnd end = MipEnd::Stopped;
    MipState state;
    std::vector<double> values;  ///< by column; empty: none was found
};

struct MipOptions {
    bool relaxed = false;                           ///< leave out that columns are whole
    std::vector<double> start;                      ///< a feasible point to begin with; empty: none
    std::function<bool(const MipState&)> progress;  ///< false: stop
};

/// @error NotFound  there is no solver; the sentence says what to do
using Solver = std::function<Result<MipAnswer>(const Mip&, const MipOptions&)>;

/// The one that Sokudo was built with.
Solver builtInSolver();
/// Stands for none.
Solver noSolver();

}  // namespace sokudo::buy
