// SPDX-License-Identifier: GPL-3.0-or-later
// The line of a wire map, read and written.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/cabletest/wire_map.h"

namespace sokudo::cabletest {
namespace {

tl::unexpected<Error> wrong(const std::string& word, text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what), "“" + word + "”");
}

/// 1 to 8; nothing for all else.
std::optional<int> pinOf(std::string_view word)
{
    if (word.size() != 1 || word[0] < '1' || word[0] > '8') return std::nullopt;
    return word[0] - '0';
}

bool isOpen(std::string_view word) { return word == "x" || word == "open" || word == "o" || word == "0"; }

class Reading {
public:
    Result<WireMap> run(const std::string& line)
    {
        std::vector<std::string> words;
        for (const std::string& part : text::split(line, ' '))
            for (const std::string& word : text::split(part, ','))
                if (!text::trimmed(word).empty()) words.push_back(text::lower(text::trimmed(word)));
        if (words.empty())
            return failure(ErrorCode::BadInput,
                           text::say("wire-map.empty", "write the map as “1-1 2-2 3-6 6-3 4-4 5-5 7-7 8-8”"));
        const bool isBare = words.size() == 8 && std::all_of(words.begin(), words.end(), [](const std::string& word) {
                                return pinOf(word) || isOpen(word);
                            });
        for (std::size_t i = 0; i < words.size(); ++i) {
            const auto read = isBare ? join(static_cast<int>(i) + 1, words[i], words[i]) : take(words[i]);
            if (!read) return tl::unexpected(read.error());
        }
        for (int pin = 1; pin <= 8; ++pin)
            if (m_from[static_cast<std::size_t>(pin)].empty())
                return failure(
                    ErrorCode::BadInput,
                    text::say("wire-map.missing", "pin {} is left out: write “{}-{}”, or “{}-x” where it is open", pin,
                              pin, pin, pin));
        return m_map;
    }

private:
    Result<bool> take(const std::string& word)
    {
        if (word == "screen" || word == "s-s") m_map.hasScreen = true;
        else if (word == "no-screen" || word == "s-x") m_map.hasScreen = false;
        else if (const auto equals = word.find('='); equals != std::string::npos)
            return addShort(word, word.substr(0, equals), word.substr(equals + 1));
        else if (const auto dash = word.find('-'); dash != std::string::npos) {
            const auto near = pinOf(word.substr(0, dash));
            if (!near) return wrong(word, text::say("wire-map.near", "pins are 1 to 8, such as 3-6"));
            return join(*near, word.substr(dash + 1), word);
        } else
            return wrong(word, text::say("wire-map.word",
                                         "a pin and where it comes out, such as 3-6; 4-x for an open "
                                         "wire; 4=5 for a short"));
        return true;
    }
    Result<bool> join(int near, const std::string& to, const std::string& word)
    {
        const auto at = static_cast<std::size_t>(near);
        if (!m_from[at].empty())
            return wrong(word,
                         text::say("wire-map.twice", "pin {} is there twice: “{}” and “{}”", near, m_from[at], word));
        m_from[at] = word;
        if (isOpen(to)) return true;
        const auto far = pinOf(to);
        if (!far) return wrong(word, text::say("wire-map.far", "it comes out at a pin of 1 to 8, or at x for nowhere"));
        const auto there = std::find(m_map.far.begin() + 1, m_map.far.end(), *far);
        if (there != m_map.far.end()) {
            const auto other = static_cast<std::size_t>(there - m_map.far.begin());
            return wrong(
                word, text::say("wire-map.one-end", "far pin {} takes two wires: “{}” and “{}”; write a short as {}={}",
                                *far, m_from[other], word, other, near));
        }
        m_map.far[at] = *far;
        return true;
    }
    Result<bool> addShort(const std::string& word, const std::string& first, const std::string& second)
    {
        auto a = pinOf(first), b = pinOf(second);
        if (!a || !b || *a == *b)
            return wrong(word, text::say("wire-map.short", "a short joins two pins of 1 to 8, such as 4=5"));
        const Short one{std::min(*a, *b), std::max(*a, *b)};
        if (std::find(m_map.shorts.begin(), m_map.shorts.end(), one) != m_map.shorts.end())
            return wrong(word,
                         text::say("wire-map.short-twice", "the short of {} and {} is there twice", one.a, one.b));
        m_map.shorts.push_back(one);
        return true;
    }

    WireMap m_map;
    std::array<std::string, 9> m_from;  ///< the word that a near pin was in
};

}  // namespace

Result<WireMap> wireMapOf(const std::string& line) { return Reading().run(line); }

std::string lineOf(const WireMap& map)
{
    std::string line;
    for (int pin = 1; pin <= 8; ++pin) {
        const int far = map.far[static_cast<std::size_t>(pin)];
        line += fmt::format("{}{}-{}", pin == 1 ? "" : " ", pin, far == kOpen ? "x" : std::to_string(far));
    }
    for (const Short& one : map.shorts) line += fmt::format(" {}={}", one.a, one.b);
    if (map.hasScreen) line += *map.hasScreen ? " screen" : " no-screen";
    return line;
}

bool isStraight(const WireMap& map)
{
    for (int pin = 1; pin <= 8; ++pin)
        if (map.far[static_cast<std::size_t>(pin)] != pin) return false;
    return map.shorts.empty();
}

}  // namespace sokudo::cabletest
