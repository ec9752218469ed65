// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/property.h"

#include <algorithm>

#include "core/base/date.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/trait_value.h"
#include "core/oneline/tokens.h"

namespace sokudo::editline {
namespace {

Property propertyOf(Word word)
{
    const std::size_t equals = word.text.find('=');
    Property result{text::lower(word.text.substr(0, equals)), {}, word};
    if (equals != std::string::npos) result.value = text::trimmed(word.text.substr(equals + 1));
    return result;
}

/// Two lengths with an x between them: "4x3.5", in metres.
std::optional<std::pair<Length, Length>> pairOf(const std::string& value)
{
    const std::size_t times = value.find('x');
    if (times == std::string::npos) return std::nullopt;
    const auto metres = [](const std::string& word) -> std::optional<Length> {
        if (const auto bare = text::parseNumber(word)) return Length::of(*bare);
        return oneline::lengthOf(text::lower(word));
    };
    const auto a = metres(value.substr(0, times)), b = metres(value.substr(times + 1));
    if (!a || !b) return std::nullopt;
    return std::pair(*a, *b);
}

}  // namespace

bool Property::isCleared() const
{
    return value.empty() || text::lower(value) == "none" || text::lower(value) == "unknown";
}

Result<std::optional<plan::Source>> takeSource(std::vector<Property>& all)
{
    std::optional<plan::Source> source;
    std::string on;
    for (const Property& one : all) {
        if (one.key == "source") {
            const auto origin = plan::originFromCode(text::lower(one.value));
            if (!origin)
                return tl::unexpected(one.wrong(
                    text::say("properties.a-source-is", "a source is read, measured, printed, told or guessed")));
            source = plan::Source{*origin, {}};
        } else if (one.key == "on") {
            if (!dayFromIso(one.value))
                return tl::unexpected(one.wrong(text::say("properties.a-day-is", "a day is written on=2026-11-28")));
            on = one.value;
        }
    }
    std::erase_if(all, [](const Property& one) { return one.key == "source" || one.key == "on"; });
    if (source) source->on = on;
    return source;
}

std::vector<Property> propertiesOf(Words& words)
{
    std::vector<Property> all;
    while (!words.isAtEnd()) {
        Word word = words.next();
        if (word.text != "," && word.text != ":") all.push_back(propertyOf(std::move(word)));
    }
    return all;
}

tl::unexpected<Error> noProperty(const Property& one, const char* of, kb::TraitOwner owner, const kb::KnowledgeBase& kb,
                                 std::vector<std::string> known)
{
    for (const kb::TraitKind& kind : kb.all<kb::TraitKind>())
        if (kind.of == owner) known.push_back(kind.id);
    return tl::unexpected(one.wrong(text::say("properties.no-property-of", "no property of a {}", of) +
                                    oneline::suggestion(one.key, known)));
}

std::optional<Field> setTrait(plan::Traits& into, const Property& one, kb::TraitOwner owner,
                              const kb::KnowledgeBase& kb)
{
    const kb::TraitKind* kind = kb.find<kb::TraitKind>(one.key);
    if (!kind || kind->of != owner) return std::nullopt;
    const bool hasNone = std::find(kind->choices.begin(), kind->choices.end(), "none") != kind->choices.end();
    const bool isFlag = kind->type == kb::TraitType::Flag;
    if (one.isCleared() && !(isFlag && one.value.empty()) && !(hasNone && text::lower(one.value) == "none")) {
        into.set(kind->id, "");
        return "traits." + kind->id;
    }
    const auto value = kb::traitValue(*kind, one.value);
    if (!value) return Field(tl::unexpected(one.wrong(value.error().what)));
    into.set(kind->id, *value);
    return "traits." + kind->id;
}

Result<int> wholeOf(const Property& one, int least, int most)
{
    return oneline::wholeNumber({one.key, one.value, static_cast<int>(one.word.at) + 1, one.value}, least, most);
}

Result<std::pair<Length, Length>> neededPair(const Property& one)
{
    const auto pair = pairOf(one.value);
    if (!pair)
        return tl::unexpected(
            one.wrong(text::say("properties.two-lengths-are", "two lengths are written {}=4x3.5, in metres", one.key)));
    return *pair;
}

Result<plan::PlaceId> placeCalled(const Property& one, const plan::Plan& plan)
{
    Words name(quoted(one.value));
    const auto found = takePlace(name, plan);
    if (!found) return tl::unexpected(one.wrong(found.error().what));
    return *found;
}

Field setWhole(const Property& one, int least, int most, int& into, const char* field)
{
    if (one.isCleared()) {
        into = 0;
        return field;
    }
    const auto value = wholeOf(one, least, most);
    if (!value) return tl::unexpected(value.error());
    into = *value;
    return field;
}

Field setText(const Property& one, std::string& into, const char* field)
{
    into = one.value;
    return field;
}

}  // namespace sokudo::editline
