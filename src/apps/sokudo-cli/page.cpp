// SPDX-License-Identifier: GPL-3.0-or-later
#include "page.h"

#include "cli.h"
#include "store/new_file.h"

namespace sokudo::cli {

int writePage(const std::string& title, const std::vector<report::Block>& blocks, const PageOptions& given,
              const Context& context)
{
    const std::string page = given.text ? plain(report::toText(title, blocks)) : report::toHtml(title, blocks);
    if (context.json) print(Json{{"title", title}, {"html", page}});
    else if (given.out.empty()) print(page);
    if (given.out.empty()) return kFine;
    const auto written = store::writeWhole(given.out, page);
    return written ? kFine : fail(written.error());
}

}  // namespace sokudo::cli
