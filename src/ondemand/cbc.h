// SPDX-License-Identifier: GPL-3.0-or-later
// What libsokudo_cbc.so offers: branch and cut by CBC over CLP, with exact gaps.
#pragma once

#include "core/buy/mip.h"

namespace sokudo::ondemand {

inline constexpr const char* kCbcLibrary = "libsokudo_cbc.so";
inline constexpr const char* kCbcFunction = "sokudoSolve";
/// Solves a program that has a column; whoever is told of progress may stop it.
using CbcSolve = void(const buy::Mip& mip, const buy::MipOptions& options, buy::MipAnswer& answer);

}  // namespace sokudo::ondemand
