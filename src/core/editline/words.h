// SPDX-License-Identifier: GPL-3.0-or-later
// The words of an edit line, with their place for messages. Names keep the case they were typed in.
#pragma once

#include <initializer_list>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"

namespace sokudo::editline {

/// A text as one word of a line, whatever is in it: with straight quotation marks around it, and those in it doubled.
std::string quoted(std::string_view text);
/// A name in a line: quoted where a sign in it would end the name.
std::string nameInLine(const std::string& name);
/// Parts with + between them; one in quotation marks parts nothing.
std::vector<std::string> partsOf(const std::string& value);

/// A name as a line can tell it: in small letters with single blanks and without quotation marks, at which a line is
/// taken apart.
std::string asInALine(const std::string& name);

struct Word {
    std::string text;
    std::size_t at = 0;     ///< where it starts in the line, from 0
    bool isQuoted = false;  ///< it began with a quotation mark: never a keyword
};

/// Blanks part words; a comma, a colon before a blank, and a dash with blanks around it are words of their own. What
/// stands in quotation marks is one word, or part of one: note="behind the door". Within straight marks a straight one
/// is doubled.
class Words {
public:
    explicit Words(std::string_view line);
    bool isAtEnd() const { return m_next == m_words.size(); }
    /// The word that comes, or one further on; an empty one behind the last.
    const Word& peek(std::size_t ahead = 0) const;
    Word next();
    void skip(std::size_t count) { m_next += count; }
    /// Takes the next word if it is this one, in any case and outside quotation marks.
    bool take(std::string_view word);
    bool isNext(std::initializer_list<std::string_view> words) const;
    /// The words up to one of these, a comma, a colon or the end, with single blanks between them.
    std::string until(std::initializer_list<std::string_view> stops);
    /// The line from the next word on, as typed; it counts as taken.
    std::string_view rest();
    /// Where the next word starts in the line; its length behind the last.
    std::size_t offset() const;
    /// Up to six words from the next one on, longest first: what a name of several words could be.
    std::vector<std::string> candidates() const;
    /// An error at the next word. @param ahead  or at one further on
    Error wrong(text::Sentence what, std::size_t ahead = 0) const;
    static Error wrongAt(const Word&, text::Sentence what);

private:
    std::string m_line;
    std::vector<Word> m_words;
    std::size_t m_next = 0;
};

}  // namespace sokudo::editline
