// SPDX-License-Identifier: GPL-3.0-or-later
// A report as the user wants it: HTML or text, on standard output, in a file or in JSON.
#pragma once

#include <string>
#include <vector>

#include "core/report/blocks.h"

namespace sokudo::cli {

struct Context;

struct PageOptions {
    std::string out;  ///< file; empty: standard output
    bool text = false;
};

/// @return the exit status
int writePage(const std::string& title, const std::vector<report::Block>&, const PageOptions&, const Context&);

}  // namespace sokudo::cli
