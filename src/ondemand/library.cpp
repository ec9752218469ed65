// SPDX-License-Identifier: GPL-3.0-or-later
#include "ondemand/library.h"

#include <dlfcn.h>

#include <string>

#include "core/base/sentence.h"

namespace sokudo::ondemand {
namespace {

tl::unexpected<Error> missing(const char* library)
{
    const char* reason = dlerror();
    return failure(ErrorCode::NotFound,
                   text::say("ondemand.library-is-missing", "a part of Sokudo cannot be loaded, install it again: {}",
                             std::string(reason ? reason : library)));
}

}  // namespace

Result<void*> functionIn(const char* library, const char* function)
{
    dlerror();
    void* const loaded = dlopen(library, RTLD_NOW | RTLD_LOCAL);
    if (!loaded) return missing(library);
    void* const found = dlsym(loaded, function);
    if (!found) return missing(library);
    return found;
}

}  // namespace sokudo::ondemand
