// SPDX-License-Identifier: GPL-3.0-or-later
#include "chance.h"

#include <cmath>

namespace sokudo::houses {

double Chance::between(double least, double most)
{
    if (least <= 0) return least + (most - least) * share();
    return least * std::pow(most / least, share());
}

std::string Chance::word(bool isStrange)
{
    static const std::vector<std::string> kPlain{"lantern", "press", "vault", "loft", "kiln", "shed", "north",
                                                 "bindery", "desk",  "paper", "ink",  "row",  "gate", "spare"};
    static const std::vector<std::string> kStrange{"=1+1",
                                                   "a,b",
                                                   "\"q\"",
                                                   "it's",
                                                   "a;b",
                                                   "a/b",
                                                   "- x",
                                                   "Zürich",
                                                   "نور",
                                                   "a\xE2\x80\x8F"
                                                   "b",
                                                   "<b>",
                                                   "&amp;",
                                                   "%s%n",
                                                   "line\nend",
                                                   "tab\tend",
                                                   "  blank ",
                                                   "🙂",
                                                   "'=x"};
    const std::string word = isStrange ? of(kStrange) : of(kPlain);
    return word + (is(0.7) ? std::to_string(below(1000)) : "");
}

}  // namespace sokudo::houses
