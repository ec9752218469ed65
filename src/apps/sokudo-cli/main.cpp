// SPDX-License-Identifier: GPL-3.0-or-later
// Sokudo without a window: one verb a question.
#include "core/base/guard.h"
#include "program.h"

int main(int argc, char** argv)
{
    return sokudo::guarded(
        "sokudo-cli", [=] { return sokudo::cli::run(sokudo::cli::Arguments(argv + (argc > 0 ? 1 : 0), argv + argc)); });
}
