// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/properties.h"
#include "core/editline/property.h"
#include "core/kb/port_rows.h"
#include "core/oneline/line_words.h"

namespace sokudo::editline {
namespace {

/// The fields of a run that are no words of a cable. Nothing where it is one.
std::optional<Field> setOwnField(plan::Run& run, const Property& one, const kb::KnowledgeBase& kb)
{
    if (one.key == "label") return setText(one, run.label, "label");
    if (one.key == "note") return setText(one, run.note, "note");
    if (one.key == "route") {
        run.route.clear();
        for (const std::string& part : text::split(one.value, '>'))
            if (!text::trimmed(part).empty()) run.route.push_back(text::trimmed(part));
        return Field("route");
    }
    if (one.key == "slack") {
        run.slack.reset();
        if (one.isCleared()) return Field("slack_m");
        run.slack = oneline::lengthOf(text::lower(one.value));
        if (run.slack) return Field("slack_m");
        return Field(tl::unexpected(one.wrong(text::say("properties.slack-is-written", "slack is written slack=2m"))));
    }
    const bool isCleared = one.isCleared() && one.word.text.find('=') != std::string::npos;
    if (isCleared && one.key == "length") {
        run.length.reset();
        return Field("length_m");
    }
    if (isCleared && one.key == "cable") {
        run.medium.clear();
        return Field("medium");
    }
    if (isCleared && one.key == "want") {
        run.wanted.reset();
        return Field("wanted_bps");
    }
    const kb::TraitKind* kind = kb.find<kb::TraitKind>(one.key);
    if (kind && kind->of == kb::TraitOwner::Run && (isCleared || kind->type == kb::TraitType::Text))
        return setTrait(run.traits, one, kb::TraitOwner::Run, kb);
    return std::nullopt;
}

/// The field that a word of a cable filled.
std::string fieldOf(const oneline::Token& token, const kb::KnowledgeBase& kb)
{
    if (token.text == "length" || oneline::lengthOf(token.text)) return "length_m";
    if (kb.find<kb::Medium>(token.text)) return "medium";
    if (kb.find<kb::TraitKind>(token.text)) return "traits." + token.text;
    if (token.text == "want") return "wanted_bps";
    return token.text == "wiremap" ? "wire_map" : token.text;
}

}  // namespace

std::optional<Error> takeProperties(Words& words, plan::Run& run, Draft& draft)
{
    std::vector<Property> all = propertiesOf(words);
    const auto source = takeSource(all);
    if (!source) return source.error();
    // Words of the cable keep their place in the line, for messages; the others become blanks.
    std::string cable;
    std::vector<std::string> fields;
    for (const Property& one : all) {
        if (const auto field = setOwnField(run, one, draft.kb)) {
            if (!*field) return field->error();
            fields.push_back(**field);
            continue;
        }
        cable.resize(std::max(cable.size() + 1, one.word.at), ' ');
        cable += one.key == "cable" ? one.value : one.word.text;
    }
    const auto tokens = oneline::tokens(cable, 0);
    auto changed = oneline::changedCable(run, tokens, draft.kb);
    if (!changed) return changed.error();
    run = std::move(*changed);
    for (const oneline::Token& token : tokens) fields.push_back(fieldOf(token, draft.kb));
    if (*source)
        for (const std::string& field : fields) run.sources.set(field, *source);
    return std::nullopt;
}

}  // namespace sokudo::editline
