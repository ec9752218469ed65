// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/copper_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/rule_rows.h"
#include "core/oneline/line_words.h"

namespace sokudo::oneline {
namespace {

std::vector<std::string> mediumWords(const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known{"joints",  "splices",           "bundled",   "loose",  "want",
                                   "wiremap", "between-buildings", "protected", "length", "cord",
                                   "jack",    "coupler",           "panel"};
    for (const auto& medium : kb.all<kb::Medium>()) known.push_back(medium.id);
    for (const auto& trait : kb.all<kb::TraitKind>())
        if (trait.of == kb::TraitOwner::Run) known.push_back(trait.id);
    return known;
}

/// "26awg" and "40c" say what they are by their unit.
std::optional<Token> byUnit(const Token& token)
{
    for (const auto& [unit, trait] :
         {std::pair<std::string_view, std::string_view>{"awg", "gauge"}, {"°c", "celsius"}, {"c", "celsius"}}) {
        if (token.hasValue() || !token.text.ends_with(unit)) continue;
        if (text::parseNumber(token.text.substr(0, token.text.size() - unit.size())))
            return Token{std::string(trait), token.text, token.position};
    }
    return std::nullopt;
}

/// Words that are accepted and say nothing beyond the medium.
bool isFiller(std::string_view word)
{
    static constexpr std::string_view kWords[] = {"rj45", "duplex", "passive", "cable", "of"};
    return std::find(std::begin(kWords), std::end(kWords), word) != std::end(kWords);
}

/// Connectors of a fibre, as they stand in front of it or behind it.
bool isConnector(std::string_view word)
{
    static constexpr std::string_view kWords[] = {"lc", "sc", "st", "mpo"};
    return std::find(std::begin(kWords), std::end(kWords), word) != std::end(kWords);
}

class CableReader {
public:
    explicit CableReader(const kb::KnowledgeBase& kb) : m_kb(kb) {}
    /// What is said is put onto this run.
    CableReader(const kb::KnowledgeBase& kb, plan::Run run) : m_kb(kb) { m_made.run = std::move(run); }
    Result<plan::Run> change(const std::vector<Token>& words)
    {
        for (const Token& token : words)
            if (auto error = take(token)) return tl::unexpected(*error);
        return std::move(m_made.run);
    }
    Result<CableOfLine> read(const std::vector<Token>& words)
    {
        if (words.empty())
            return failure(
                ErrorCode::BadInput,
                text::say("line-cable.the-cable-between-two",
                          "the cable between two / is empty; write its kind and length, such as om4 80m or cat6a 20m"));
        for (const Token& token : words)
            if (auto error = take(token)) return tl::unexpected(*error);
        if (m_made.run.medium.empty())
            return tl::unexpected(
                pointAt(words.front(), text::say("line-cable.the-cable-names-no",
                                                 "the cable names no kind; write cat6a, om4, os2, dac or another")));
        if (m_made.run.length && m_made.run.length->steps() <= 0)
            return tl::unexpected(
                pointAt(words.front(), text::say("line-cable.the-length-must-be", "the length must be above 0 m")));
        return m_made;
    }

private:
    std::optional<Error> take(const Token& token)
    {
        plan::Run& run = m_made.run;
        if (token.text == "joints" || token.text == "connectors") return counted(token, run.joints);
        if (token.text == "splices") return counted(token, run.splices);
        if (token.text == "want") {
            run.wanted = rateOf(token.value);
            return run.wanted ? std::nullopt
                              : std::optional(pointAt(token, text::say("line-cable.a-wish-is-written",
                                                                       "a wish is written want=10, in Gb/s")));
        }
        if (token.text == "length") {
            run.length = lengthOf(token.value);
            return run.length ? std::nullopt
                              : std::optional(pointAt(token, text::say("line-cable.a-length-is-written",
                                                                       "a length is written length=80m")));
        }
        if (token.text == "wiremap") return wireMap(token);
        if (token.text == "bundled" || token.text == "bundle") run.bundle = plan::Bundle::Bundled;
        else if (token.text == "loose") run.bundle = plan::Bundle::Loose;
        else if (token.text.ends_with("/utp") || token.text.ends_with("/ftp")) {
            if (token.text != "u/utp") run.traits.set("screened", "yes");
        } else if (token.text == "between-buildings") m_made.betweenBuildings = true;
        else if (token.text == "protected") run.protectedOutdoors = true;
        else return takeRest(token);
        return std::nullopt;
    }
    std::optional<Error> takeRest(const Token& token)
    {
        plan::Run& run = m_made.run;
        if (!token.hasValue() && isFiller(token.text)) return std::nullopt;
        if (!token.hasValue() && isConnector(token.text)) {
            run.traits.set("ends", token.text);
            return std::nullopt;
        }
        const auto trait = takeTrait(byUnit(token).value_or(token), kb::TraitOwner::Run, run.traits, m_kb);
        if (!trait) return trait.error();
        if (*trait) return std::nullopt;
        if (token.hasValue())
            return pointAt(token, text::say("line-cable.no-property-of-a-2", "no property of a cable") +
                                      suggestion(token.text, mediumWords(m_kb)));
        if (const auto length = lengthOf(token.text)) {
            run.length = length;
            return std::nullopt;
        }
        if (const kb::Medium* medium = m_kb.find<kb::Medium>(token.text)) {
            if (m_isNamed)
                return pointAt(token, text::say("line-cable.a-second-kind-of",
                                                "a second kind of cable; put a / between two cables"));
            run.medium = medium->id;
            m_isNamed = true;
            return std::nullopt;
        }
        return pointAt(token,
                       text::say("line-cable.no-cable-length-or", "no cable, length or property that Sokudo knows") +
                           suggestion(token.text, mediumWords(m_kb)));
    }
    std::optional<Error> counted(const Token& token, int& into)
    {
        const auto value = wholeNumber(token, 0, 99);
        if (!value) return value.error();
        into = *value;
        return std::nullopt;
    }
    std::optional<Error> wireMap(const Token& token)
    {
        if (const kb::WireFault* fault = m_kb.find<kb::WireFault>(token.value)) {
            m_made.run.wireMap = fault->id;
            return std::nullopt;
        }
        std::vector<std::string> known;
        for (const kb::WireFault& fault : m_kb.all<kb::WireFault>()) known.push_back(fault.id);
        return pointAt(token,
                       text::say("line-cable.a-wire-map-is", "a wire map is one of ") + text::joined(known, ", "));
    }

    const kb::KnowledgeBase& m_kb;
    CableOfLine m_made;
    bool m_isNamed = false;  ///< the words have named a kind of cable
};

}  // namespace

Result<CableOfLine> readCable(const std::vector<Token>& words, const kb::KnowledgeBase& kb)
{
    return CableReader(kb).read(words);
}

Result<plan::Run> changedCable(plan::Run run, const std::vector<Token>& words, const kb::KnowledgeBase& kb)
{
    return CableReader(kb, std::move(run)).change(words);
}

bool isSegment(const std::vector<Token>& words)
{
    return !words.empty() && !words.front().hasValue() && plan::segmentKindFromCode(words.front().text);
}

Result<plan::Segment> readSegment(const std::vector<Token>& words, const kb::KnowledgeBase& kb)
{
    plan::Segment result;
    result.kind = *plan::segmentKindFromCode(words.front().text);
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        const Token named = byUnit(token).value_or(token);
        if (named.text == "gauge" && named.hasValue()) {
            plan::Traits gauge;
            if (const auto taken = takeTrait(named, kb::TraitOwner::Run, gauge, kb); !taken)
                return tl::unexpected(taken.error());
            result.gauge = gauge.count("gauge").value_or(0);
        } else if (const kb::Medium* medium = token.hasValue() ? nullptr : kb.find<kb::Medium>(token.text)) {
            result.medium = medium->id;
        } else if (const auto length = lengthOf(token.text); length && length->steps() > 0 && !token.hasValue()) {
            result.length = length;
        } else if (!isFiller(token.text)) {
            return tl::unexpected(pointAt(
                token,
                text::say("line-cable.no-property-of-a",
                          "no property of a {}; write its kind, its length and its gauge, such as cord cat6 2m 26awg",
                          code(result.kind))));
        }
    }
    return result;
}

}  // namespace sokudo::oneline
