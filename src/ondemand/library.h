// SPDX-License-Identifier: GPL-3.0-or-later
// Libraries that few sessions need stay out of memory until someone asks: a program starts sooner and takes less.
#pragma once

#include "core/base/result.h"

namespace sokudo::ondemand {

/// The address of a C function in a library of ours, which stays loaded from then on. The library is looked for where
/// the program was built or installed (its run path).
/// @param library  as its file is called, such as libsokudo_cbc.so
/// @error NotFound  the library is not there, or cannot be loaded; the sentence holds the loader's own reason
Result<void*> functionIn(const char* library, const char* function);

}  // namespace sokudo::ondemand
