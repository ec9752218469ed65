// SPDX-License-Identifier: GPL-3.0-or-later
// The kinds of plan::kTables by name, for what is compiled once for each. A kind that is missing here is missed by the
// linker.
#pragma once

#include "core/plan/plan.h"

// clang-format off
#define SOKUDO_PLAN_KINDS(X) \
    X(Place) X(Device) X(Slot) X(Port) X(Run) X(Waiver) X(CatalogueRow) X(Flow) X(Job) X(Service) X(Network) \
    X(Workload) X(StockItem) X(LooseEnd) X(Access) X(Photo) X(DeviceKind) X(Circuit) X(Outlet) X(Offer) \
    X(Purchase) X(Currency) X(Budget) X(Person) X(Tick) X(Permit) X(Instrument) X(CableTest) X(PortProfile) \
    X(SettingChange) X(CutOver) X(DayMark) X(ColumnMap)
// clang-format on
