// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/shipped.h"

namespace sokudo::host {

std::filesystem::path shippedData()
{
    std::error_code error;
    const auto program = std::filesystem::read_symlink("/proc/self/exe", error);
    const auto installed = program.parent_path().parent_path() / "share" / "sokudo";
    if (!error && std::filesystem::exists(installed, error)) return installed;
    return SOKUDO_DATA_DIR;
}

}  // namespace sokudo::host
