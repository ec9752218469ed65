// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/row_upgrade.h"

#include "core/base/json.h"

namespace sokudo::store {
namespace {

void rename(Json& body, const char* from, const char* to)
{
    const auto at = body.find(from);
    if (at == body.end() || body.contains(to)) return;
    body[to] = *at;
    body.erase(from);
}

void toVersion2(std::string_view kind, Json& body)
{
    if (kind == "device") rename(body, "feeds", "fed_by");
    if (kind == "catalogue" && body.value("table", Json()) == "bridges") body["table"] = "media_converters";
    if (kind == "run" && body.value("wire_map", Json()) == "untested") body.erase("wire_map");
}

/// One field said what feeds a device; now power enters by supplies.
void toVersion3(std::string_view kind, Json& body)
{
    if (kind != "device" || !body.contains("fed_by")) return;
    if (!body.contains("supplies")) body["supplies"] = Json::array({{{"by", "cable"}, {"from", body["fed_by"]}}});
    body.erase("fed_by");
    if (const auto sources = body.find("sources"); sources != body.end() && sources->is_object())
        rename(*sources, "fed_by", "supplies");
}

}  // namespace

void upgradeRow(std::string_view kind, Json& body, int version)
{
    if (!body.is_object()) return;
    if (version < 2) toVersion2(kind, body);
    if (version < 3) toVersion3(kind, body);
}

}  // namespace sokudo::store
