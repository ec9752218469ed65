// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/mip.h"

namespace sokudo::buy {

int Mip::column(double low, double high, double cost, bool isWhole)
{
    columns.push_back({low, high, cost, isWhole});
    return static_cast<int>(columns.size()) - 1;
}

void Mip::row(double low, double high, std::vector<std::pair<int, double>> terms)
{
    rows.push_back({low, high, std::move(terms)});
}

Solver noSolver()
{
    return [](const Mip&, const MipOptions&) -> Result<MipAnswer> {
        return failure(ErrorCode::NotFound,
                       text::say("mip.no-solver",
                                 "this Sokudo was built without a solver: install coinor-libcbc-dev, build again, and "
                                 "ask once more; lists and comparisons work without it"));
    };
}

}  // namespace sokudo::buy
