// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/marks.h"

#include <algorithm>
#include <set>

#include "core/base/ascii.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/part_rows.h"

namespace sokudo::oneline {
namespace {

/// Letters, figures, points and pluses only, in lower case.
std::string bare(std::string_view text)
{
    std::string result;
    for (char c : text::lower(text))
        if ((ascii::isLetter(c) || ascii::isDigit(c)) || c == '.' || c == '+' || c == '/') result.push_back(c);
    return result;
}

std::vector<std::string> wordsOf(std::string_view label)
{
    std::string spaced;
    for (char c : label)
        spaced.push_back(c == '-' || c == '_' || c == ',' || c == ';' || c == '(' || c == ')' ? ' ' : c);
    return text::words(spaced);
}

/// The mark that the most words from here on spell, and how many they are.
std::pair<const kb::Mark*, std::size_t> longest(const std::vector<std::string>& words, std::size_t from,
                                                const kb::KnowledgeBase& kb)
{
    for (std::size_t count = std::min<std::size_t>(3, words.size() - from); count > 0; --count) {
        std::string joined;
        for (std::size_t i = 0; i < count; ++i) joined += bare(words[from + i]);
        for (const kb::Mark& mark : kb.all<kb::Mark>())
            if (!joined.empty() && bare(mark.mark) == joined) return {&mark, count};
    }
    return {nullptr, 1};
}

}  // namespace

Result<LabelRead> readLabel(std::string_view label, const kb::KnowledgeBase& kb)
{
    LabelRead read;
    const auto words = wordsOf(label);
    for (std::size_t at = 0; at < words.size();) {
        const auto [mark, count] = longest(words, at, kb);
        std::string said;
        for (std::size_t i = 0; i < count; ++i) said += (i > 0 ? " " : "") + words[at + i];
        if (mark) read.known.push_back({said, mark});
        else read.unknown.push_back(said);
        at += count;
    }
    if (read.known.empty())
        return failure(
            ErrorCode::BadInput,
            text::say("marks.holds-no-mark-that",
                      "“{}” contains no mark that Sokudo knows; type what is printed, such as 10G-LR 1310nm or SFP28",
                      label));
    std::set<BitRate> rates;
    for (const MarkRead& one : read.known)
        if (one.mark->rate) rates.insert(*one.mark->rate);
    if (rates.size() == 1) read.rate = *rates.begin();
    if (rates.empty()) read.sentence = text::say("marks.no-mark-tells-a", "no mark tells a rate");
    else if (read.rate) read.sentence = text::linkRate(*read.rate);
    else
        read.sentence = text::say("marks.the-marks-differ-to",
                                  "the marks differ: {} to {}; a number of Gb/s on the label decides, then the cage",
                                  text::figure::linkRate(*rates.begin()), text::figure::linkRate(*rates.rbegin()));
    return read;
}

}  // namespace sokudo::oneline
