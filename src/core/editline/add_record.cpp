// SPDX-License-Identifier: GPL-3.0-or-later
// Services, networks, work, stock, loose ends and addresses in a line.
#include <map>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/verbs.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/tokens.h"
#include "core/plan/edits.h"

namespace sokudo::editline {
namespace {

using Fields = std::map<std::string, Word>;

/// Words "key=value" up to the end; a comma between them says nothing.
Result<Fields> fieldsOf(Words& words, const std::vector<std::string>& known)
{
    Fields fields;
    while (!words.isAtEnd()) {
        if (words.take(",") || words.take(":")) continue;
        const Word word = words.next();
        const std::size_t equals = word.text.find('=');
        const std::string key = text::lower(word.text.substr(0, equals));
        if (equals == std::string::npos || std::find(known.begin(), known.end(), key) == known.end())
            return tl::unexpected(Words::wrongAt(
                word,
                text::say("add-record.write-key-value", "write it as key=value with {}", text::joined(known, ", ")) +
                    oneline::suggestion(key, known)));
        fields[key] = {word.text.substr(equals + 1), word.at, true};
    }
    return fields;
}

std::string textOf(const Fields& fields, const char* key)
{
    const auto at = fields.find(key);
    return at == fields.end() ? std::string() : at->second.text;
}

/// Puts the fields into a record, one after the other; the first complaint ends it.
class Filler {
public:
    Filler(const Fields& fields, const plan::Plan& plan) : m_fields(fields), m_plan(plan) {}
    void rate(const char* key, std::optional<BitRate>& into)
    {
        with(key, [&](const Word& word) {
            into = oneline::rateOf(text::lower(word.text));
            if (!into) complain(word, text::say("add-record.a-rate-is", "a rate is written 1g or 250m"));
        });
    }
    void count(const char* key, int& into, int least, int most)
    {
        with(key, [&](const Word& word) {
            const auto value =
                oneline::wholeNumber({key, word.text, static_cast<int>(word.at) + 1, word.text}, least, most);
            if (value) into = *value;
            else m_error = value.error();
        });
    }
    void place(const char* key, plan::PlaceId& into)
    {
        with(key, [&](const Word& word) { take(word, into, takePlace); });
    }
    void device(const char* key, plan::DeviceId& into)
    {
        with(key, [&](const Word& word) { take(word, into, takeDevice); });
    }
    void network(const char* key, plan::NetworkId& into)
    {
        with(key, [&](const Word& word) { take(word, into, takeNetwork); });
    }
    void about(const char* key, std::optional<plan::Subject>& into)
    {
        with(key, [&](const Word& word) {
            Words name(word.text);
            const auto found = takeSubject(name, m_plan);
            if (found) into = *found;
            else complain(word, found.error().what);
        });
    }
    template <class Enum, class Parse>
    void word(const char* key, Enum& into, Parse parse)
    {
        with(key, [&](const Word& word) {
            const auto known = parse(text::lower(word.text));
            if (known) into = *known;
            else complain(word, text::say("add-record.no-such-kind", "no such kind"));
        });
    }
    void length(const char* key, std::optional<Length>& into)
    {
        with(key, [&](const Word& word) {
            into = oneline::lengthOf(text::lower(word.text));
            if (!into) complain(word, text::say("add-record.a-length-is", "a length is written 40m"));
        });
    }
    const std::optional<Error>& error() const { return m_error; }

private:
    template <class Take>
    void with(const char* key, Take take)
    {
        const auto at = m_fields.find(key);
        if (at != m_fields.end() && !m_error) take(at->second);
    }
    template <class IdType, class Take>
    void take(const Word& word, IdType& into, Take take)
    {
        Words name("\"" + word.text + "\"");
        const auto found = take(name, m_plan);
        if (found) into = *found;
        else complain(word, found.error().what);
    }
    void complain(const Word& word, text::Sentence what)
    {
        if (!m_error) m_error = Words::wrongAt(word, std::move(what));
    }
    const Fields& m_fields;
    const plan::Plan& m_plan;
    std::optional<Error> m_error;
};

template <class T>
Done put(Draft& draft, const char* kind, T row, const std::string& done)
{
    row.id = draft.ids.next<decltype(T::id)>();
    const auto id = row.id;
    if (auto error = draft.take(plan::edits::putRecord(draft.plan, std::move(row)))) return tl::unexpected(*error);
    draft.touch(kind, id);
    return done;
}

Done addService(Draft& draft, Words& words)
{
    plan::Service service;
    service.name = words.until({});
    const auto fields = fieldsOf(words, {"kind", "technology", "down", "up", "hand-off", "in", "box", "since", "note"});
    if (!fields) return tl::unexpected(fields.error());
    Filler fill(*fields, draft.plan);
    fill.word("kind", service.kind, plan::serviceKindFromCode);
    fill.rate("down", service.down);
    fill.rate("up", service.up);
    fill.rate("hand-off", service.handOff);
    fill.place("in", service.entry);
    fill.device("box", service.device);
    if (fill.error()) return tl::unexpected(*fill.error());
    service.technology = textOf(*fields, "technology");
    service.since = textOf(*fields, "since");
    service.note = textOf(*fields, "note");
    const std::string done = "added service " + service.name;
    return put(draft, "service", std::move(service), done);
}

Done addNetwork(Draft& draft, Words& words)
{
    plan::Network network;
    network.name = words.until({});
    const auto fields = fieldsOf(words, {"tag", "subnet", "note"});
    if (!fields) return tl::unexpected(fields.error());
    Filler fill(*fields, draft.plan);
    fill.count("tag", network.tag, 1, 4094);
    if (fill.error()) return tl::unexpected(*fill.error());
    network.subnet = textOf(*fields, "subnet");
    network.note = textOf(*fields, "note");
    const std::string done =
        fmt::format("added network {}{}", network.name, network.tag ? fmt::format(", tag {}", network.tag) : "");
    return put(draft, "network", std::move(network), done);
}

Done addWork(Draft& draft, Words& words)
{
    plan::Workload work;
    work.purpose = text::lower(words.until({"in", "on"}));
    if (!draft.kb.find<kb::Purpose>(work.purpose)) {
        std::vector<std::string> known;
        for (const auto& row : draft.kb.all<kb::Purpose>()) known.push_back(row.id);
        return tl::unexpected(
            words.wrong(text::say("add-record.work-is-one-of", "work is one of {}", text::joined(known, ", "))));
    }
    if (words.take("on")) {
        const auto device = takeDevice(words, draft.plan);
        if (!device) return tl::unexpected(device.error());
        work.device = *device;
        work.place = draft.plan.devices.find(*device)->place;
    } else if (words.take("in")) {
        const auto place = takePlace(words, draft.plan);
        if (!place) return tl::unexpected(place.error());
        work.place = *place;
    } else {
        return tl::unexpected(
            words.wrong(text::say("add-record.where-is-it-done", "say where: add work edit-4k in study")));
    }
    const auto fields = fieldsOf(words, {"count", "note"});
    if (!fields) return tl::unexpected(fields.error());
    Filler fill(*fields, draft.plan);
    fill.count("count", work.count, 1, 10000);
    if (fill.error()) return tl::unexpected(*fill.error());
    work.note = textOf(*fields, "note");
    const std::string done =
        fmt::format("added {} × {} in {}", work.count, work.purpose, draft.plan.places.find(work.place)->name);
    return put(draft, "workload", std::move(work), done);
}

Done addStock(Draft& draft, Words& words, plan::StockKind kind)
{
    plan::StockItem item;
    item.kind = kind;
    item.name = words.until({});
    const auto fields = fieldsOf(words, {"count", "length", "part", "in", "state", "due", "note"});
    if (!fields) return tl::unexpected(fields.error());
    Filler fill(*fields, draft.plan);
    fill.count("count", item.count, 0, 100000);
    fill.length("length", item.length);
    fill.place("in", item.place);
    if (fill.error()) return tl::unexpected(*fill.error());
    item.part = text::lower(textOf(*fields, "part"));
    item.state = textOf(*fields, "state");
    item.due = textOf(*fields, "due");
    item.note = textOf(*fields, "note");
    const std::string done = fmt::format("added {} × {} to the stock", item.count, item.name);
    return put(draft, "stock", std::move(item), done);
}

Done addLooseEnd(Draft& draft, Words& words, plan::LooseEndKind kind)
{
    plan::LooseEnd end;
    end.kind = kind;
    end.text = words.until({});
    const auto fields = fieldsOf(words, {"about", "why", "review"});
    if (!fields) return tl::unexpected(fields.error());
    Filler fill(*fields, draft.plan);
    fill.about("about", end.about);
    if (fill.error()) return tl::unexpected(*fill.error());
    end.why = textOf(*fields, "why");
    end.review = textOf(*fields, "review");
    const std::string done = fmt::format("noted as {}: {}", code(kind), end.text);
    return put(draft, "loose-end", std::move(end), done);
}

Done addAddress(Draft& draft, Words& words)
{
    plan::Access access;
    const auto device = takeDevice(words, draft.plan);
    if (!device) return tl::unexpected(device.error());
    access.device = *device;
    while (!words.isAtEnd() && !words.isNext({","}) && words.peek().text.find('=') == std::string::npos)
        access.address += (access.address.empty() ? "" : " ") + words.next().text;
    const auto fields = fieldsOf(words, {"hardware", "network", "way-in", "log-in", "password-at", "note"});
    if (!fields) return tl::unexpected(fields.error());
    Filler fill(*fields, draft.plan);
    fill.network("network", access.network);
    if (fill.error()) return tl::unexpected(*fill.error());
    access.hardware = text::lower(textOf(*fields, "hardware"));
    access.wayIn = textOf(*fields, "way-in");
    access.logIn = textOf(*fields, "log-in");
    access.passwordAt = textOf(*fields, "password-at");
    access.note = textOf(*fields, "note");
    const std::string done = fmt::format("noted how {} is reached", draft.plan.devices.find(*device)->name);
    return put(draft, "access", std::move(access), done);
}

}  // namespace

Done addRecord(Draft& draft, Words& words, std::string_view kind)
{
    if (kind == "service") return addService(draft, words);
    if (kind == "network") return addNetwork(draft, words);
    if (kind == "work") return addWork(draft, words);
    if (kind == "address") return addAddress(draft, words);
    if (const auto stock = plan::stockKindFromCode(kind)) return addStock(draft, words, *stock);
    return addLooseEnd(draft, words, *plan::looseEndKindFromCode(kind));
}

}  // namespace sokudo::editline
