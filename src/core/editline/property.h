// SPDX-License-Identifier: GPL-3.0-or-later
// One "key=value" of an edit line, and what all kinds of objects do with it; for the files of properties only.
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/editline/draft.h"
#include "core/kb/rule_rows.h"

namespace sokudo::editline {

struct Property {
    std::string key, value;  ///< the key in small letters, the value as typed
    Word word;
    /// Takes a value away: empty, none, unknown.
    bool isCleared() const;
    Error wrong(text::Sentence what) const { return Words::wrongAt(word, std::move(what)); }
};

/// The field's key in exported JSON, for its source; or why the property is refused.
using Field = Result<std::string>;

/// All words that are left.
std::vector<Property> propertiesOf(Words&);
/// Takes "source=measured on=2026-11-28" out of the properties. @error BadInput  no such source, no such day
Result<std::optional<plan::Source>> takeSource(std::vector<Property>&);
tl::unexpected<Error> noProperty(const Property&, const char* of, kb::TraitOwner, const kb::KnowledgeBase&,
                                 std::vector<std::string> known);
/// A stated value of that kind of object. Nothing where no trait is called so.
std::optional<Field> setTrait(plan::Traits& into, const Property&, kb::TraitOwner, const kb::KnowledgeBase&);
Result<int> wholeOf(const Property&, int least, int most);
/// Two lengths with an x between them: "4x3.5", in metres.
Result<std::pair<Length, Length>> neededPair(const Property&);
Result<plan::PlaceId> placeCalled(const Property&, const plan::Plan&);
/// Puts a number into an int; a cleared one is 0.
Field setWhole(const Property&, int least, int most, int& into, const char* field);
Field setText(const Property&, std::string& into, const char* field);

Field setField(plan::Place&, const Property&, Draft&);
Field setField(plan::Device&, const Property&, Draft&);
Field setField(plan::Port&, const Property&, Draft&);
Field setField(plan::Slot&, const Property&, Draft&);

}  // namespace sokudo::editline
