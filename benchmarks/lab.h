// SPDX-License-Identifier: GPL-3.0-or-later
// A made-up lab of any size: switches of 24 ports, each to a host over twisted pair, fibre, a lead or a broken cable.
#pragma once

#include "core/plan/plan.h"

namespace sokudo::bench {

/// A plan with `links` links. The same number gives the same plan.
plan::Plan lab(int links);

/// The same with its switches joined into a tree of 100G trunks, and processors in the hosts: `hosts` of them and a
/// switch for every 24.
plan::Plan net(int hosts);

}  // namespace sokudo::bench
