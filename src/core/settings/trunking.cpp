// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/settings/trunking.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"
#include "core/oneline/tokens.h"

namespace sokudo::settings {
namespace {

constexpr double kCuts = 0.05;  ///< own: share lost in cuts

tl::unexpected<Error> bad(const std::string& word, text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what), "“" + word + "”");
}

std::optional<Doorway> doorOf(const std::string& value)
{
    const auto parts = text::split(value, 'x');
    if (parts.size() != 2) return std::nullopt;
    const std::string unit = parts[1].ends_with("ft") ? "ft" : "m";
    const auto width = oneline::lengthOf(parts[0].ends_with(unit) ? parts[0] : parts[0] + unit);
    const auto height = oneline::lengthOf(parts[1].ends_with(unit) ? parts[1] : parts[1] + unit);
    if (!width || !height || *width <= Length{} || *height <= Length{}) return std::nullopt;
    return Doorway{*width, *height};
}

}  // namespace

Result<TrunkingWay> trunkingWay(const std::string& line)
{
    TrunkingWay way;
    Length walls, doors;
    for (const std::string& raw : text::split(text::trimmed(line), ' ')) {
        const std::string word = text::lower(raw);
        if (word.empty()) continue;
        const std::size_t equals = word.find('=');
        const std::string key = word.substr(0, equals);
        const std::string value = equals == std::string::npos ? std::string() : word.substr(equals + 1);
        if (key == "door") {
            const auto door = doorOf(value);
            if (!door)
                return bad(raw, text::say("trunking.door", "a doorway is written door=0.8x2.05m: width x height"));
            way.doors.push_back(*door);
            doors = doors + door->width;
            continue;
        }
        const auto length = oneline::lengthOf(equals == std::string::npos ? word : value);
        if (!length || *length <= Length{})
            return bad(raw, text::say("trunking.word",
                                      "write the walls one after the other, 4.2m 3.1m, then door=0.8x2.05m, "
                                      "above=0.1m, piece=2m"));
        if (equals == std::string::npos) way.walls.push_back(*length), walls = walls + *length;
        else if (key == "above") way.above = *length;
        else if (key == "piece") way.piece = *length;
        else return bad(raw, text::say("trunking.key", "no such word here; it is door, above or piece"));
    }
    if (way.walls.empty()) return bad(line, text::say("trunking.no-wall", "say how long the walls are: 4.2m 3.1m"));
    if (doors > walls) return bad(line, text::say("trunking.wide", "the doorways are wider together than all walls"));
    return way;
}

TrunkingList trunkingList(const TrunkingWay& way)
{
    TrunkingList list;
    for (Length wall : way.walls) list.length = list.length + wall;
    list.corners = static_cast<int>(way.walls.size()) - 1;
    for (const Doorway& door : way.doors) {
        const Length up = std::max(Length{}, door.height - way.above);
        list.length = list.length + 2 * up;
        list.corners += 4;
    }
    list.cable = list.length;
    list.pieces = static_cast<int>(std::ceil(list.length.in() * (1 + kCuts) / way.piece.in() - 1e-9));
    list.says = text::say("trunking.says", "{} of trunking, {} pieces of {}, {} corners; {} of cable lie in it",
                          text::figure::length(list.length), list.pieces, text::length(way.piece), list.corners,
                          text::length(list.cable));
    return list;
}

}  // namespace sokudo::settings
