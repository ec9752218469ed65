// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/table_rows.h"

#include <numeric>

namespace sokudo {

std::vector<std::size_t> risingOrder(const std::vector<std::int64_t>& ids)
{
    std::vector<std::size_t> order(ids.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return ids[a] < ids[b]; });
    return order;
}

}  // namespace sokudo
