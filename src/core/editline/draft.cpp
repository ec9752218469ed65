// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/draft.h"

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/record_keys.h"
#include "core/editline/records.h"
#include "core/kb/survey_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::editline {
namespace {

struct Found {
    std::int64_t id = 0;
    std::size_t words = 0;  ///< how many words of the line it took
};

/// The object whose name is the longest of what the coming words could be.
template <class Rows, class Name>
Found longest(const Words& words, const Rows& rows, Name name)
{
    const auto candidates = words.candidates();
    for (std::size_t i = 0; i < candidates.size(); ++i) {
        const std::string wanted = asInALine(candidates[i]);
        for (const auto& row : rows)
            if (asInALine(name(row)) == wanted) return {row.id.value, candidates.size() - i};
    }
    return {};
}

template <class Rows, class Name>
std::vector<std::string> namesOf(const Rows& rows, Name name)
{
    std::vector<std::string> names;
    for (const auto& row : rows) names.push_back(text::lower(name(row)));
    return names;
}

template <class Rows>
auto byName(Words& words, const Rows& rows, const char* kind) -> Result<decltype(rows.begin()->id)>
{
    const auto name = [](const auto& row) { return row.name; };
    const Found found = longest(words, rows, name);
    if (found.id == 0)
        return tl::unexpected(words.wrong(text::say("draft.there-is-no", "there is no {} of that name", kind) +
                                          oneline::suggestion(text::lower(words.peek().text), namesOf(rows, name))));
    words.skip(found.words);
    return decltype(rows.begin()->id){found.id};
}

}  // namespace

Result<plan::DeviceId> takeDevice(Words& words, const plan::Plan& plan)
{
    return byName(words, plan.devices, "device");
}
Result<plan::PlaceId> takePlace(Words& words, const plan::Plan& plan) { return byName(words, plan.places, "place"); }
Result<plan::NetworkId> takeNetwork(Words& words, const plan::Plan& plan)
{
    return byName(words, plan.networks, "network");
}

Result<plan::OutletId> takeOutlet(Words& words, const plan::Plan& plan)
{
    return byName(words, plan.outlets, "outlet");
}
Result<plan::CircuitId> takeCircuit(Words& words, const plan::Plan& plan)
{
    return byName(words, plan.circuits, "circuit");
}

Result<plan::RunId> takeRun(Words& words, const plan::Plan& plan)
{
    const auto label = [](const plan::Run& run) { return run.label; };
    const Found found = longest(words, plan.runs, label);
    if (found.id == 0)
        return tl::unexpected(
            words.wrong(text::say("draft.there-is-no-run", "there is no run of that name") +
                        oneline::suggestion(text::lower(words.peek().text), namesOf(plan.runs, label))));
    words.skip(found.words);
    return plan::RunId{found.id};
}

Result<plan::PortId> takePort(Words& words, const plan::Plan& plan)
{
    const auto device = takeDevice(words, plan);
    if (!device) return tl::unexpected(device.error());
    const auto ports = plan::portsOf(plan, *device);
    const auto candidates = words.candidates();
    for (std::size_t i = 0; i < candidates.size(); ++i)
        for (const plan::Port* port : ports)
            if (text::lower(port->name) == text::lower(candidates[i])) {
                words.skip(candidates.size() - i);
                return port->id;
            }
    if (ports.size() == 1 && (words.isAtEnd() || words.isNext({",", ":", "-", "–", "—", "to"})))
        return ports.front()->id;
    std::vector<std::string> names;
    for (const plan::Port* port : ports) names.push_back(port->name);
    const std::string called = plan.devices.find(*device)->name;
    if (names.empty())
        return tl::unexpected(words.wrong(
            text::say("draft.has-no-ports", "{} has no ports; add one: add port {}: rj45 2.5g", called, called)));
    return tl::unexpected(
        words.wrong(text::say("draft.has-the-ports", "{} has the ports {}", called, text::joined(names, ", "))));
}

namespace {

struct Called {
    plan::Subject id;
    std::string name;
};

std::vector<Called> recordsOf(const plan::Plan& plan, const plan::Kind& kind)
{
    std::vector<Called> all;
    kind.table->each(plan, [&](const void* row) {
        all.push_back({{kind.name, kind.row.id(row)}, lineName(kind, row, plan)});
    });
    return all;
}

/// A service, a network or another record after the word for its kind. Nothing where none is called so: the word may be
/// the name of a device.
std::optional<plan::Subject> takeRecord(Words& words, const plan::Plan& plan, const plan::Kind& described)
{
    Words after = words;
    after.skip(1);
    const std::vector<Called> all = recordsOf(plan, described);
    const auto candidates = after.candidates();
    for (std::size_t i = 0; i < candidates.size(); ++i)
        for (const Called& one : all)
            if (asInALine(one.name) == asInALine(candidates[i])) {
                words.skip(1 + candidates.size() - i);
                return one.id;
            }
    return std::nullopt;
}

/// Nothing is called so. Where the word for a kind comes first, its records are offered.
Error nothingOfThatName(const Words& words, const plan::Plan& plan, const plan::Kind* kind)
{
    std::vector<std::string> known;
    if (kind) {
        Words after = words;
        after.skip(1);
        for (Called& one : recordsOf(plan, *kind)) known.push_back(std::move(one.name));
        return after.wrong(text::say("draft.no-record-of-that-name", "there is no {} of that name", kind->word) +
                           oneline::suggestion(text::lower(after.until({})), known));
    }
    const auto name = [](const auto& row) { return row.name; };
    known = namesOf(plan.devices, name);
    for (std::string& one : namesOf(plan.places, name)) known.push_back(std::move(one));
    for (std::string& one : namesOf(plan.runs, [](const plan::Run& run) { return run.label; }))
        known.push_back(std::move(one));
    return words.wrong(text::say("draft.nothing-of-that-name",
                                 "there is no device, place or run of that name; another record has the word for its "
                                 "kind before its name, as in “service home fibre”") +
                       oneline::suggestion(text::lower(words.peek().text), known));
}

/// Two kinds of things are called so, and nothing says which is meant.
std::optional<Error> namedTwice(const Words& words, const plan::Plan& plan, const Found& device, const Found& place,
                                const Found& run)
{
    const std::size_t most = std::max({device.words, place.words, run.words});
    std::vector<std::string> kinds;
    if (device.id != 0 && device.words == most) kinds.push_back("device");
    if (place.id != 0 && place.words == most) kinds.push_back("place");
    if (run.id != 0 && run.words == most) kinds.push_back("run");
    // "core 4" is a port of the device although a run is called core.
    const bool isPort = kinds.size() > 1 && device.words == most && [&] {
        Words after = words;
        after.skip(device.words);
        for (const std::string& candidate : after.candidates())
            for (const plan::Port* port : plan::portsOf(plan, {device.id}))
                if (text::lower(port->name) == text::lower(candidate)) return true;
        return false;
    }();
    if (kinds.size() < 2 || isPort) return std::nullopt;
    const std::string name = words.candidates()[words.candidates().size() - most];
    return words.wrong(text::say("draft.named-twice", "a {} are called so: write {} {}, or {} {}",
                                 text::joined(kinds, " and a "), kinds[0], name, kinds[1], name));
}

}  // namespace

Result<plan::Subject> takeSubject(Words& words, const plan::Plan& plan)
{
    const auto subject = [](const char* kind, const auto& id) -> Result<plan::Subject> {
        if (!id) return tl::unexpected(id.error());
        return plan::Subject{kind, id->value};
    };
    if (words.take("run")) return subject("run", takeRun(words, plan));
    if (words.take("place")) return subject("place", takePlace(words, plan));
    if (words.take("port")) return subject("port", takePort(words, plan));
    if (words.take("device")) return subject("device", takeDevice(words, plan));
    const plan::Kind* kind = words.peek().isQuoted ? nullptr : recordKindOf(text::lower(words.peek().text));
    if (kind)
        if (auto record = takeRecord(words, plan, *kind)) return *record;
    const auto name = [](const auto& row) { return row.name; };
    const Found device = longest(words, plan.devices, name), place = longest(words, plan.places, name);
    const Found run = longest(words, plan.runs, [](const plan::Run& one) { return one.label; });
    if (const auto twice = namedTwice(words, plan, device, place, run)) return tl::unexpected(*twice);
    if (device.id != 0 && device.words >= place.words && device.words >= run.words) {
        words.skip(device.words);
        // More words after a device name a port of it.
        const auto candidates = words.candidates();
        for (std::size_t i = 0; i < candidates.size(); ++i)
            for (const plan::Port* port : plan::portsOf(plan, {device.id}))
                if (text::lower(port->name) == text::lower(candidates[i])) {
                    words.skip(candidates.size() - i);
                    return plan::Subject{"port", port->id.value};
                }
        return plan::Subject{"device", device.id};
    }
    if (place.id != 0 && place.words >= run.words) {
        words.skip(place.words);
        return plan::Subject{"place", place.id};
    }
    if (run.id != 0) {
        words.skip(run.words);
        return plan::Subject{"run", run.id};
    }
    return tl::unexpected(nothingOfThatName(words, plan, kind));
}

std::optional<plan::Role> takeRole(Words& words, const kb::KnowledgeBase& kb)
{
    const auto candidates = words.candidates();
    for (std::size_t i = 0; i < candidates.size(); ++i)
        if (const auto* row = kb.find<kb::RoleWord>(text::lower(candidates[i]))) {
            words.skip(candidates.size() - i);
            return plan::roleFromCode(row->role);
        }
    return std::nullopt;
}

}  // namespace sokudo::editline
