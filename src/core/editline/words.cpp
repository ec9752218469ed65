// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/words.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/ascii.h"
#include "core/base/text.h"

namespace sokudo::editline {
namespace {

constexpr std::size_t kLongestName = 40;  // words: a goal is called by a whole sentence

/// The length of a quotation mark at the start of a text: straight, or one of the curly ones; 0: none.
std::size_t quoteAt(std::string_view text)
{
    if (text.starts_with("\"")) return 1;
    for (std::string_view mark : {"“", "”", "„"})
        if (text.starts_with(mark)) return mark.size();
    return 0;
}

}  // namespace

Words::Words(std::string_view line) : m_line(line)
{
    for (std::size_t i = 0; i < line.size();) {
        if (ascii::isBlank(line[i])) {
            ++i;
            continue;
        }
        Word word{{}, i, quoteAt(line.substr(i)) > 0};
        if (line[i] == ',') {
            word.text = ",";
            ++i;
        }
        bool isInside = false, isStraight = false;
        while (word.text != "," && i < line.size()) {
            const std::size_t mark = quoteAt(line.substr(i));
            if (isStraight && line.substr(i).starts_with("\"\"")) {
                word.text.push_back('"');  // doubled: one that belongs to the text
                i += 2;
                continue;
            }
            if (mark > 0 && (!isStraight || mark == 1)) {
                isInside = !isInside;
                isStraight = isInside && mark == 1;
                i += mark;
                continue;
            }
            const bool isLast = i + 1 == line.size() || ascii::isBlank(line[i + 1]);
            if (!isInside && (ascii::isBlank(line[i]) || line[i] == ',')) break;
            if (!isInside && line[i] == ':' && isLast) {
                if (word.text.empty()) {
                    word.text = ":";
                    ++i;
                }
                break;
            }
            word.text.push_back(line[i++]);
        }
        m_words.push_back(std::move(word));
    }
}

const Word& Words::peek(std::size_t ahead) const
{
    static const Word kNone;
    return m_next + ahead < m_words.size() ? m_words[m_next + ahead] : kNone;
}

Word Words::next()
{
    const Word word = peek();
    if (!isAtEnd()) ++m_next;
    return word;
}

bool Words::take(std::string_view word)
{
    if (!isNext({word})) return false;
    ++m_next;
    return true;
}

bool Words::isNext(std::initializer_list<std::string_view> words) const
{
    if (isAtEnd() || peek().isQuoted) return false;
    return std::find(words.begin(), words.end(), text::lower(peek().text)) != words.end();
}

std::string Words::until(std::initializer_list<std::string_view> stops)
{
    std::vector<std::string> taken;
    while (!isAtEnd() && !isNext(stops) && !isNext({",", ":"})) taken.push_back(next().text);
    return text::joined(taken, " ");
}

std::string_view Words::rest()
{
    const std::string_view left = std::string_view(m_line).substr(offset());
    m_next = m_words.size();
    return left;
}

std::string quoted(std::string_view text)
{
    std::string result = "\"";
    for (const char c : text) {
        if (c == '"') result.push_back('"');
        result.push_back(c);
    }
    return result + "\"";
}

std::string asInALine(const std::string& name)
{
    std::string plain;
    for (std::size_t i = 0; i < name.size();) {
        const std::size_t mark = quoteAt(std::string_view(name).substr(i));
        if (mark == 0) plain.push_back(name[i]);
        i += mark > 0 ? mark : 1;
    }
    return text::lower(text::joined(text::words(plain), " "));
}

std::string nameInLine(const std::string& name)
{
    bool isPlain = name.find_first_of("\",:;+=") == std::string::npos;
    for (std::string_view mark : {"“", "”", "„"}) isPlain = isPlain && name.find(mark) == std::string::npos;
    return isPlain ? name : quoted(name);
}

std::vector<std::string> partsOf(const std::string& value)
{
    std::vector<std::string> parts{""};
    bool isInside = false;
    for (const char c : value) {
        if (c == '"') isInside = !isInside;
        if (c == '+' && !isInside) parts.emplace_back();
        else parts.back().push_back(c);
    }
    return parts;
}

std::size_t Words::offset() const { return isAtEnd() ? m_line.size() : peek().at; }

std::vector<std::string> Words::candidates() const
{
    std::vector<std::string> found;
    std::string sofar;
    for (std::size_t i = 0; i < kLongestName && m_next + i < m_words.size(); ++i) {
        const Word& word = peek(i);
        if (!word.isQuoted && (word.text == "," || word.text == ":")) break;
        sofar += (sofar.empty() ? "" : " ") + word.text;
        found.push_back(sofar);
    }
    std::reverse(found.begin(), found.end());
    return found;
}

Error Words::wrongAt(const Word& word, text::Sentence what)
{
    return {ErrorCode::BadInput, std::move(what),
            word.text.empty() ? "at the end of the line" : fmt::format("character {}, “{}”", word.at + 1, word.text)};
}

Error Words::wrong(text::Sentence what, std::size_t ahead) const { return wrongAt(peek(ahead), std::move(what)); }

}  // namespace sokudo::editline
