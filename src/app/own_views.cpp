// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/own_views.h"

#include "app/preferences.h"
#include "core/base/csv.h"

namespace sokudo::app {

kb::Files withViews(kb::Files files, const std::map<std::string, std::string>& views)
{
    const auto practices = files.find("practices.csv");
    if (views.empty() || practices == files.end()) return files;
    const auto sheet = csv::parse(practices->second, "practices.csv");
    if (!sheet) return files;
    std::string text = csv::line(sheet->columns());
    for (const csv::Record& record : sheet->records()) {
        csv::Record row = record;
        const auto view = views.find(sheet->cell(record, "id"));
        for (std::size_t i = 0; i < row.fields.size(); ++i)
            if (sheet->columns()[i] == "usual" && view != views.end())
                row.fields[i] = sheet->cell(record, view->second == "one" ? "one_name" : "other_name");
        text += csv::line(row.fields);
    }
    practices->second = std::move(text);
    return files;
}

const kb::Files& tablesInForce()
{
    static const kb::Files kFiles = withViews(kb::embeddedFiles(), preferences().views);
    return kFiles;
}

}  // namespace sokudo::app
