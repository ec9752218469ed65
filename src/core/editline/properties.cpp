// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/properties.h"

#include <tuple>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/property.h"

namespace sokudo::editline {
Field setField(plan::Place& place, const Property& one, Draft& draft)
{
    if (one.key == "name") return setText(one, place.name, "name");
    if (one.key == "note") return setText(one, place.note, "note");
    if (one.key == "building") return setText(one, place.building, "building");
    if (one.key == "level") return setWhole(one, -20, 200, place.level, "level");
    if (one.key == "in" || one.key == "within") {
        place.within = {};
        if (one.isCleared()) return "within";
        const auto outer = placeCalled(one, draft.plan);
        if (!outer) return tl::unexpected(outer.error());
        place.within = *outer;
        return "within";
    }
    if (one.key == "kind") {
        const auto kind = plan::placeKindFromCode(text::lower(one.value));
        if (!kind)
            return tl::unexpected(
                one.wrong(text::say("properties.a-place-is", "a place is a room, cupboard, rack, panel or outside")));
        place.kind = *kind;
        return "kind";
    }
    if (one.key == "size" || one.key == "corner") {
        const auto pair = neededPair(one);
        if (!pair) return tl::unexpected(pair.error());
        if (!place.area) place.area.emplace();
        if (one.key == "size") std::tie(place.area->width, place.area->depth) = *pair;
        else std::tie(place.area->x, place.area->y) = *pair;
        return "area";
    }
    if (auto trait = setTrait(place.traits, one, kb::TraitOwner::Place, draft.kb)) return *trait;
    return noProperty(one, "place", kb::TraitOwner::Place, draft.kb,
                      {"name", "note", "building", "level", "in", "kind", "size", "corner"});
}

namespace {

template <class T>
std::optional<Error> takeAll(Words& words, T& object, Draft& draft)
{
    std::vector<Property> all = propertiesOf(words);
    const auto source = takeSource(all);
    if (!source) return source.error();
    for (const Property& one : all) {
        const Field field = setField(object, one, draft);
        if (!field) return field.error();
        if (*source) object.sources.set(*field, *source);
    }
    return std::nullopt;
}

}  // namespace

std::optional<Error> takeProperties(Words& words, plan::Place& place, Draft& draft)
{
    return takeAll(words, place, draft);
}
std::optional<Error> takeProperties(Words& words, plan::Device& device, Draft& draft)
{
    return takeAll(words, device, draft);
}
std::optional<Error> takeProperties(Words& words, plan::Port& port, Draft& draft)
{
    return takeAll(words, port, draft);
}
std::optional<Error> takeProperties(Words& words, plan::Slot& slot, Draft& draft)
{
    return takeAll(words, slot, draft);
}

}  // namespace sokudo::editline
