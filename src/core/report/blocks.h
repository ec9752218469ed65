// SPDX-License-Identifier: GPL-3.0-or-later
// A report as neutral blocks, and the writers that turn blocks into a page.
#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/base/verdict.h"

namespace sokudo::report {

struct Heading {
    std::string text;
    int level = 2;
};
struct Paragraph {
    std::string text;
};
struct TableBlock {
    std::vector<std::string> headings;
    std::vector<std::vector<std::string>> rows;
    std::vector<Verdict> marks;  ///< one a row, or empty: no marks
};
/// Ready SVG, such as a bore.
struct Drawing {
    std::string svg;
};
using Block = std::variant<Heading, Paragraph, TableBlock, Drawing>;

/// A complete page that needs nothing beside it. All text is escaped; drawings are taken as they are.
std::string toHtml(const std::string& title, const std::vector<Block>&);
std::string toText(const std::string& title, const std::vector<Block>&);
std::string escaped(const std::string&);

}  // namespace sokudo::report
