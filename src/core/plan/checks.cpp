// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/checks.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "core/base/date.h"
#include "core/base/hours.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/base/utf8.h"
#include "core/plan/kind.h"

namespace sokudo::plan {
std::string fieldWords(const std::string& field)
{
    static const std::map<std::string, std::string> kWords{{"mtu_bytes", "MTU"},
                                                           {"cage", "kind of socket"},
                                                           {"length_m", "length"},
                                                           {"wanted_bps", "wish"},
                                                           {"forced_bps", "forced rate"},
                                                           {"rates_bps", "rates"},
                                                           {"asks_bps", "wanted rate"},
                                                           {"size_bytes", "size"},
                                                           {"per_week", "number a week"},
                                                           {"reads_bps", "own reading rate"},
                                                           {"writes_bps", "own writing rate"},
                                                           {"max_payload_bytes", "payload size"},
                                                           {"clock_ghz", "clock"},
                                                           {"gauge_awg", "gauge"},
                                                           {"leg", "lane"},
                                                           {"down_bps", "rate down"},
                                                           {"up_bps", "rate up"},
                                                           {"hand_off_bps", "hand-off rate"},
                                                           {"each_bytes", "size of each disk"},
                                                           {"used_bytes", "used space"},
                                                           {"growth_bytes", "growth a month"},
                                                           {"slack_m", "slack"},
                                                           {"jpeg", "picture"},
                                                           {"on", "date"},
                                                           {"rack_unit", "rack unit"}};
    const auto worded = [](const std::string& key) {
        const auto at = kWords.find(key);
        if (at != kWords.end()) return at->second;
        std::string words = key;
        std::replace(words.begin(), words.end(), '_', ' ');
        return words;
    };
    const std::size_t dot = field.find('.');
    const std::string outer = field.substr(0, dot);
    const std::size_t bracket = outer.find('[');
    std::string result = worded(outer.substr(0, bracket));
    if (bracket != std::string::npos) result += " " + std::to_string(std::stoi(outer.substr(bracket + 1)) + 1);
    return dot == std::string::npos ? result : worded(field.substr(dot + 1)) + " of " + result;
}

std::optional<text::Sentence> problemOfRate(BitRate value)
{
    if (value > BitRate{} && value <= gigabits(1600)) return {};
    return text::say("checks.must-be-a-rate-2", "must be a rate above 0 and at most 1600 Gb/s");
}

std::optional<text::Sentence> problemOfLength(Length value)
{
    if (value > Length{} && value <= Length::of(1e5)) return {};
    return text::say("checks.must-be-a-length",
                     "must be a length above 0 m and at most 100 km; leave it out when it was never measured");
}

std::optional<FieldProblem> problemOfCurrency(const char* field, const std::string& value)
{
    const auto isLetter = [](char c) { return c >= 'A' && c <= 'Z'; };
    if (value.empty() || (value.size() == 3 && std::all_of(value.begin(), value.end(), isLetter))) return {};
    return FieldProblem{
        field, text::say("checks.is-no-currency", "“{}” is no currency; write its ISO 4217 code, such as EUR", value)};
}

namespace {

constexpr std::size_t kLongestText = 4000;  ///< bytes: a note of two pages
constexpr std::size_t kLongestName = 200;   ///< bytes

/// Finds the first field that holds what it may not.
class Checker : public FieldVisitor {
public:
    explicit Checker(std::string within) : m_within(std::move(within)) {}
    std::optional<FieldProblem> problem;

    void text(const Field& field, std::string& value) override
    {
        switch (field.text) {
        case TextKind::Name: return name(field, value);
        case TextKind::Needed:
            if (text::trimmed(value).empty()) return isMissing(field);
            return free(field, value);
        case TextKind::Free: return free(field, value);
        case TextKind::Day:
            if (!value.empty() && !dayFromIso(value)) found(field, isNoDay(value));
            return;
        case TextKind::Clock:
            if (!value.empty() && !minuteOfDay(value))
                found(field, text::say("checks.is-no-time", "“{}” is no time of the day; write it as 18:30", value));
            return;
        case TextKind::Code:
            if (auto wrong = problemOfCurrency(field.key, value)) found(field, std::move(wrong->what));
            return;
        case TextKind::Raw: return;
        }
    }
    void whole(const Field& field, int& value) override { within(field, value); }
    void maybeWhole(const Field& field, std::optional<int>& value) override
    {
        if (value) within(field, *value);
    }
    void number(const Field& field, double& value) override { within(field, value); }
    void quantity(const Field& field, QuantityView value) override
    {
        if (!value.isStated() || field.isJudgedByKind) return;
        if (hasRange(field)) return within(field, value.in());
        switch (value.type->measure) {
        case Measure::Rate: return found(field, problemOfRate(BitRate::of(value.in())));
        case Measure::Length: return found(field, problemOfLength(Length::of(value.in())));
        case Measure::Money:
            if (!(value.in() >= 0 && value.in() <= 1e6)) found(field, outside(value.in(), 0.0, 1e6, ""));
            return;
        case Measure::Size:
            if (!(value.in() >= 0 && value.in() <= 1e18))
                found(field, text::say("checks.must-be-a-size", "must be a size from 0 to 1 EB"));
            return;
        default: return;
        }
    }
    void about(const Field& field, std::optional<Subject>& value) override
    {
        if (value && (value->kind.empty() || value->id <= 0))
            found(field, text::say("checks.names-no-object", "names no object; leave it out or pick one"));
    }
    void sources(const Field& field, Sources& value) override
    {
        for (const auto& [of, source] : value)
            if (!source.on.empty() && !dayFromIso(source.on))
                foundAt(std::string(field.key) + "." + of, isNoDay(source.on));
    }
    void words(const Field& field, std::vector<std::string>& value) override
    {
        for (const std::string& one : value) free(field, one);
    }
    void rates(const Field& field, std::vector<BitRate>& value) override
    {
        for (std::size_t i = 0; i < value.size(); ++i)
            if (auto what = problemOfRate(value[i]); what && !field.isJudgedByKind)
                foundAt(fmt::format("{}[{}]", field.key, i), std::move(*what));
    }
    void object(const Field& field, ObjectView value) override
    {
        if (void* inner = value.get()) inside(value.fields(), inner, fmt::format("{}.", field.key));
    }
    void list(const Field& field, ListView value) override
    {
        for (std::size_t i = 0; i < value.size(); ++i)
            inside(value.fields(), value.row(i), fmt::format("{}[{}].", field.key, i));
    }

private:
    static bool hasRange(const Field& field) { return std::isfinite(field.least) || std::isfinite(field.most); }
    void foundAt(const std::string& key, text::Sentence what)
    {
        if (!problem) problem = FieldProblem{m_within + key, std::move(what)};
    }
    void found(const Field& field, text::Sentence what) { foundAt(field.key, std::move(what)); }
    void found(const Field& field, std::optional<text::Sentence> what)
    {
        if (what) foundAt(field.key, std::move(*what));
    }
    template <class Number>
    static text::Sentence outside(Number value, Number least, Number most, const char* unit)
    {
        return text::say("checks.lies-outside-to-3", "{} lies outside {} to {}{}", value, least, most, unit);
    }
    static text::Sentence isNoDay(const std::string& value)
    {
        return text::say("checks.is-no-day", "“{}” is no day; write it as 2026-11-28", value);
    }
    template <class Number>
    void within(const Field& field, Number value)
    {
        const double figure = static_cast<double>(value);
        if (!hasRange(field) || (figure >= field.least && figure <= field.most)) return;
        found(field, outside(figure, field.least, field.most, field.unit));
    }
    void isMissing(const Field& field)
    {
        found(field,
              text::say("checks.is-missing-or-empty", "is missing or empty; type one, such as “{}”", field.example));
    }
    void name(const Field& field, const std::string& value)
    {
        if (isBlank(value)) return isMissing(field);
        if (turnsText(value))
            return found(field, text::say("checks.turns-text",
                                          "holds signs that turn text around, so that it reads as another; type it "
                                          "again without them"));
        if (value.size() > kLongestName)
            found(field, text::say("checks.is-longer-than-bytes-3", "is longer than 200 bytes; shorten it"));
    }
    void free(const Field& field, const std::string& value)
    {
        if (value.size() > kLongestText)
            found(field,
                  text::say("checks.is-longer-than-bytes-2", "is longer than {} bytes; shorten it", kLongestText));
    }
    void inside(const std::vector<Field>& fields, void* record, const std::string& key)
    {
        if (problem) return;
        Checker inner(m_within + key);
        visit(fields, record, inner);
        problem = std::move(inner.problem);
    }
    std::string m_within;
};

}  // namespace

std::optional<FieldProblem> problemOf(const Kind& kind, const void* row)
{
    Checker checker("");
    look(kind.fields, row, checker);
    if (checker.problem) return std::move(checker.problem);
    return kind.check ? kind.check(row) : std::nullopt;
}

}  // namespace sokudo::plan
