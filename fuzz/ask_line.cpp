// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever is asked about buying and building: an answer within its bounds, or one message; never a crash.
#include <cmath>
#include <cstdint>
#include <cstdlib>

#include "core/buy/later.h"
#include "core/buy/search/wishes.h"
#include "core/cabletest/batch.h"
#include "core/cabletest/wire_map.h"
#include "core/editline/edit_line.h"
#include "core/kb/load.h"

using namespace sokudo;

namespace {

const kb::KnowledgeBase& knowledge()
{
    static const auto kb = kb::load(kb::embeddedFiles());
    return *kb;
}

void must(bool holds)
{
    if (!holds) std::abort();
}

const plan::Plan& house()
{
    static const plan::Plan made = [] {
        IdSource ids(1);
        auto edited = editline::editedByAll({},
                                            "add place Cellar level -1\nadd place Study level 1\n"
                                            "switch core in Cellar: 8x sfp28\nadd computer desk in Study: rj45 2.5g\n"
                                            "add storage vault in Cellar: sfp28\n",
                                            knowledge(), ids);
        must(edited.has_value());
        return std::move(edited->plan);
    }();
    return made;
}

void wireMap(const std::string& line)
{
    const auto map = cabletest::wireMapOf(line);
    if (!map) return must(!map.error().what.text().empty());
    const auto again = cabletest::wireMapOf(cabletest::lineOf(*map));
    must(again && *again == *map);
    must(cabletest::judgeMap(*map, {}, knowledge()).effects.size() == 4);
}

void batch(const std::string& line)
{
    const auto question = cabletest::batchQuestion(line, knowledge());
    if (!question) return must(!question.error().what.text().empty());
    if (const auto answer = cabletest::batchAnswer(*question))
        must(answer->noneBad >= 0 && answer->noneBad <= 1 + 1e-9 && answer->share > 0 && answer->share < 1);
}

void later(const std::string& line)
{
    const auto question = buy::laterQuestion(line, knowledge());
    if (!question) return must(!question.error().what.text().empty());
    must(std::isfinite(buy::laterAnswer(*question).expected.in()));
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size > 400) return 0;
    const std::string line(reinterpret_cast<const char*>(data), size);
    wireMap(line);
    batch(line);
    later(line);
    const auto wish = buy::withWish({}, line, house(), knowledge());
    if (!wish) must(!wish.error().what.text().empty());
    else
        for (const buy::Wish& one : wish->wishes) must(one.a != one.b && one.rate > BitRate{});
    return 0;
}
