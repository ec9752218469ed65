// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json_fwd.hpp>

namespace sokudo {

using Json = nlohmann::ordered_json;

}  // namespace sokudo
