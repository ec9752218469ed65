// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/guard.h"

#include <cstdio>
#include <new>

namespace sokudo {

std::string textOf(const std::exception_ptr& thrown)
{
    try {
        if (thrown) std::rethrow_exception(thrown);
    } catch (const std::bad_alloc&) {
        return "there was not enough memory for it";
    } catch (const std::exception& error) {
        return error.what();
    } catch (...) {}
    return "nothing more is known";
}

int guarded(const char* program, const std::function<int()>& run)
{
    try {
        return run();
    } catch (...) {
        std::fprintf(stderr,
                     "%s: this could not be answered, by a fault of the program: %s. A project file keeps what was "
                     "saved last\n",
                     program, textOf(std::current_exception()).c_str());
    }
    return 2;
}

}  // namespace sokudo
