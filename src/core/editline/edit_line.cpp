// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/edit_line.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/records.h"
#include "core/editline/verbs.h"
#include "core/oneline/tokens.h"

namespace sokudo::editline {
namespace {

using namespace std::string_view_literals;

struct Verb {
    VerbHelp help;
    Done (*apply)(Draft&, Words&);
};

/// The kind of device the owner keeps under a name that comes next.
const plan::DeviceKind* takeKind(Words& words, const plan::Plan& plan)
{
    const auto candidates = words.candidates();
    for (std::size_t i = 0; i < candidates.size(); ++i)
        for (const plan::DeviceKind& kind : plan.deviceKinds)
            if (text::lower(kind.name) == text::lower(candidates[i])) {
                words.skip(candidates.size() - i);
                return &kind;
            }
    return nullptr;
}

std::optional<plan::PlaceKind> takePlaceKind(Words& words)
{
    if (words.take("place") || words.take("room")) return plan::PlaceKind::Room;
    if (words.take("cupboard")) return plan::PlaceKind::Cupboard;
    if (words.take("rack")) return plan::PlaceKind::Rack;
    if (words.take("yard")) return plan::PlaceKind::Outside;
    return std::nullopt;
}

Done add(Draft& draft, Words& words)
{
    if (const plan::DeviceKind* kind = takeKind(words, draft.plan)) return addOfKind(draft, words, *kind);
    if (words.take("building")) return addBuilding(draft, words);
    if (const auto kind = takePlaceKind(words)) return addPlace(draft, words, *kind);
    if (words.take("run") || words.take("cable")) return addRun(draft, words);
    if (words.take("port") || words.take("ports")) return addPorts(draft, words);
    if (words.take("slot")) return addSlot(draft, words);
    if (const plan::Kind* kind = words.peek().isQuoted ? nullptr : recordKindOf(text::lower(words.peek().text)))
        return addRecord(draft, words, *kind);
    const std::string next = text::lower(words.peek(1).text);
    if (words.isNext({"drops", "drop"}) || next == "drops" || next == "drop") return addDrops(draft, words);
    if (const auto role = takeRole(words, draft.kb)) return addDevice(draft, words, *role);
    return tl::unexpected(
        words.wrong(text::say("edit-line.what-is-added",
                              "say what is added: a place, a building, a switch or another device, a run, "
                              "ports, drops, a service, a network, work, a spare")));
}

const Verb kVerbs[] = {
    {{"add"sv, "add WHAT …"sv, "add switch core in cellar: 8x sfp28, 2x qsfp28, rj45 management"sv}, add},
    {{"set"sv, "set OBJECT key=value …"sv, "set run q2 length=12m source=measured on=2026-11-28"sv}, setFields},
    {{"rename"sv, "rename OBJECT to NAME"sv, "rename core to core-sw"sv}, rename},
    {{"move"sv, "move DEVICE to PLACE"sv, "move vault to attic"sv}, moveDevice},
    {{"delete"sv, "delete OBJECT"sv, "delete run q2"sv}, remove},
    {{"duplicate"sv, "duplicate OBJECT as NAME"sv, "duplicate spread as spread-2 in attic"sv}, duplicate},
    {{"keep"sv, "keep DEVICE as KIND"sv, "keep core as my 8-port switch"sv}, keepKind},
    {{"name"sv, "name house NAME"sv, "name house Lantern Row"sv}, nameHouse},
};

const Verb* verbOf(std::string_view word)
{
    const std::string lower = text::lower(word);
    for (const Verb& verb : kVerbs)
        if (verb.help.word == lower) return &verb;
    return nullptr;
}

Result<std::string> carryOut(Draft& draft, std::string_view line)
{
    Words words(line);
    const Word first = words.peek();
    if (const Verb* verb = first.isQuoted ? nullptr : verbOf(first.text)) {
        words.next();
        auto done = verb->apply(draft, words);
        if (done && !words.isAtEnd())
            return tl::unexpected(
                words.wrong(text::say("edit-line.not-understood", "not understood here; nothing was changed")));
        return done;
    }
    // "switch core in cellar: 8x sfp28" adds as it stands.
    if (const auto role = takeRole(words, draft.kb)) return addDevice(draft, words, *role);
    std::vector<std::string> known;
    for (const Verb& verb : kVerbs) known.emplace_back(verb.help.word);
    return tl::unexpected(
        Words::wrongAt(first, text::say("edit-line.begins-with", "an edit begins with {}", text::joined(known, ", ")) +
                                  oneline::suggestion(text::lower(first.text), known)));
}

}  // namespace

std::vector<VerbHelp> verbs()
{
    std::vector<VerbHelp> all;
    for (const Verb& verb : kVerbs) all.push_back(verb.help);
    return all;
}

bool isEditLine(std::string_view line)
{
    const Words words(line);
    return !words.isAtEnd() && !words.peek().isQuoted && verbOf(words.peek().text);
}

Result<Edited> edited(const plan::Plan& plan, std::string_view line, const kb::KnowledgeBase& kb, IdSource& ids)
{
    Draft draft{plan, kb, ids, {}};
    auto done = carryOut(draft, line);
    if (!done) return tl::unexpected(done.error());
    return Edited{std::move(draft.plan), std::move(*done), std::move(draft.touched)};
}

Result<plan::Plan> withProperties(const plan::Plan& plan, const plan::Subject& subject, std::string_view properties,
                                  const kb::KnowledgeBase& kb, IdSource& ids)
{
    Draft draft{plan, kb, ids, {}};
    Words words(properties);
    if (auto error = setProperties(draft, words, subject)) return tl::unexpected(*error);
    return std::move(draft.plan);
}

Result<Edited> editedByAll(const plan::Plan& plan, std::string_view lines, const kb::KnowledgeBase& kb, IdSource& ids)
{
    Draft draft{plan, kb, ids, {}};
    std::vector<std::string> all;
    int number = 0;
    for (const std::string& line : text::split(lines, '\n')) {
        ++number;
        const std::string trimmed = text::trimmed(line);
        if (trimmed.empty() || trimmed.starts_with("#")) continue;
        auto done = carryOut(draft, trimmed);
        if (!done) {
            Error error = done.error();
            error.where = fmt::format("line {}{}{}", number, error.where.empty() ? "" : ", ", error.where);
            return tl::unexpected(std::move(error));
        }
        all.push_back(std::move(*done));
    }
    return Edited{std::move(draft.plan), text::joined(all, "\n"), std::move(draft.touched)};
}

}  // namespace sokudo::editline
