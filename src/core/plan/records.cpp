// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/records.h"
#include "core/base/enum_code.h"

#include <array>

#include "core/plan/power_records.h"
#include "core/plan/trade_records.h"

namespace sokudo::plan {
namespace {

constexpr std::array<std::string_view, 6> kServices{"internet", "telephone",   "television",
                                                    "alarm",    "electricity", "other"};
constexpr std::array<std::string_view, 4> kStock{"spare", "tool", "borrowed", "ordered"};
constexpr std::array<std::string_view, 3> kLooseEnds{"temporary", "compromise", "open"};
constexpr std::array<std::string_view, 9> kInspections{"none",     "clean", "dirty", "bent", "frayed",
                                                       "corroded", "torn",  "burnt", "other"};

constexpr std::array<std::string_view, 2> kOutlets{"wall", "strip"};
constexpr std::array<std::string_view, 5> kAvailabilities{"unknown", "in-stock", "few", "out", "waiting"};
constexpr std::array<std::string_view, 5> kStatuses{"wished", "ordered", "arrived", "fitted", "returned"};
constexpr std::array<std::string_view, 3> kTenures{"bought", "free", "lent"};
constexpr std::array<std::string_view, 4> kSupplies{"cord", "brick", "cable", "device"};

}  // namespace

std::string_view code(ServiceKind kind) { return kServices[static_cast<std::size_t>(kind)]; }
std::optional<ServiceKind> serviceKindFromCode(std::string_view text) { return fromCode<ServiceKind>(kServices, text); }
std::string_view code(StockKind kind) { return kStock[static_cast<std::size_t>(kind)]; }
std::optional<StockKind> stockKindFromCode(std::string_view text) { return fromCode<StockKind>(kStock, text); }
std::string_view code(LooseEndKind kind) { return kLooseEnds[static_cast<std::size_t>(kind)]; }
std::optional<LooseEndKind> looseEndKindFromCode(std::string_view text)
{
    return fromCode<LooseEndKind>(kLooseEnds, text);
}
std::string_view code(Inspection found) { return kInspections[static_cast<std::size_t>(found)]; }
std::optional<Inspection> inspectionFromCode(std::string_view text) { return fromCode<Inspection>(kInspections, text); }

std::string_view code(OutletKind kind) { return kOutlets[static_cast<std::size_t>(kind)]; }
std::optional<OutletKind> outletKindFromCode(std::string_view text) { return fromCode<OutletKind>(kOutlets, text); }
std::string_view code(Availability stock) { return kAvailabilities[static_cast<std::size_t>(stock)]; }
std::optional<Availability> availabilityFromCode(std::string_view text)
{
    return fromCode<Availability>(kAvailabilities, text);
}
std::string_view code(PurchaseStatus status) { return kStatuses[static_cast<std::size_t>(status)]; }
std::optional<PurchaseStatus> purchaseStatusFromCode(std::string_view text)
{
    return fromCode<PurchaseStatus>(kStatuses, text);
}
std::string_view code(Tenure tenure) { return kTenures[static_cast<std::size_t>(tenure)]; }
std::optional<Tenure> tenureFromCode(std::string_view text) { return fromCode<Tenure>(kTenures, text); }
std::string_view code(SupplyKind kind) { return kSupplies[static_cast<std::size_t>(kind)]; }
std::optional<SupplyKind> supplyKindFromCode(std::string_view text) { return fromCode<SupplyKind>(kSupplies, text); }

}  // namespace sokudo::plan
