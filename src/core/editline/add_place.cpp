// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/properties.h"
#include "core/editline/verbs.h"
#include "core/oneline/tokens.h"
#include "core/plan/edits.h"

namespace sokudo::editline {
namespace {

Result<int> levelIn(Words& words)
{
    const Word word = words.next();
    return oneline::wholeNumber({"level", word.text, static_cast<int>(word.at) + 1, word.text}, -20, 200);
}

}  // namespace

Done addPlace(Draft& draft, Words& words, plan::PlaceKind kind)
{
    plan::Place place;
    place.id = draft.ids.next<plan::PlaceId>();
    place.kind = kind;
    place.name = words.until({"level", "in", "building", "as"});
    if (place.name.empty())
        return tl::unexpected(
            words.wrong(text::say("add-place.a-place-needs-a-name", "a place needs a name: add place attic level 2")));
    while (!words.isAtEnd() && !words.isNext({",", ":"})) {
        if (words.take("level")) {
            const auto level = levelIn(words);
            if (!level) return tl::unexpected(level.error());
            place.level = *level;
        } else if (words.take("in")) {
            const auto outer = takePlace(words, draft.plan);
            if (!outer) return tl::unexpected(outer.error());
            place.within = *outer;
        } else if (words.take("building")) {
            place.building = words.until({"level", "in", "as"});
        } else if (words.take("as")) {
            const auto known = plan::placeKindFromCode(text::lower(words.peek().text));
            if (!known)
                return tl::unexpected(words.wrong(
                    text::say("add-place.a-place-is", "a place is a room, cupboard, rack, panel or outside")));
            place.kind = *known;
            words.next();
        } else {
            return tl::unexpected(words.wrong(
                text::say("add-place.not-understood", "not understood here; level, in, building and as may follow")));
        }
    }
    if (auto error = takeProperties(words, place, draft)) return tl::unexpected(*error);
    const auto id = place.id;
    if (auto error = draft.take(plan::edits::putPlace(draft.plan, std::move(place)))) return tl::unexpected(*error);
    draft.touch("place", id);
    const plan::Place& made = *draft.plan.places.find(id);
    return fmt::format("added {} {} on level {}{}", code(made.kind) == "room" ? "place" : code(made.kind), made.name,
                       made.level, made.building.empty() ? "" : " of " + made.building);
}

Done addBuilding(Draft& draft, Words& words)
{
    plan::Place place;
    place.id = draft.ids.next<plan::PlaceId>();
    std::string name;
    std::optional<Length> away;
    for (; !words.isAtEnd() && !words.isNext({",", ":", "level"}); words.next()) {
        // "garden shed 30m away", "garden shed 30 m away"
        const std::string one = text::lower(words.peek().text);
        if (const auto length = oneline::lengthOf(one + (text::lower(words.peek(1).text) == "m" ? "m" : ""))) {
            away = length;
            if (text::lower(words.peek(1).text) == "m") words.next();
            continue;
        }
        if (one != "away") name += (name.empty() ? "" : " ") + words.peek().text;
    }
    if (words.take("level")) {
        const auto level = levelIn(words);
        if (!level) return tl::unexpected(level.error());
        place.level = *level;
    }
    place.name = place.building = name;
    if (name.empty())
        return tl::unexpected(words.wrong(text::say("add-place.a-building-needs-a-name",
                                                    "a building needs a name: add building garden shed 30m away")));
    if (away) place.traits.set("away", text::number(away->in(), 9));
    if (auto error = takeProperties(words, place, draft)) return tl::unexpected(*error);
    const auto id = place.id;
    if (auto error = draft.take(plan::edits::putPlace(draft.plan, std::move(place)))) return tl::unexpected(*error);
    draft.touch("place", id);
    return fmt::format("added building {}{}", name, away ? ", " + text::length(*away) + " away" : "");
}

}  // namespace sokudo::editline
