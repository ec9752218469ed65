// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/survey_rows.h"

#include <algorithm>

#include "core/base/ascii.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

RoleWord roleWordRow(RowReader& row) { return {row.text("word"), row.text("role"), row.provenance()}; }

Term termRow(RowReader& row)
{
    Term term{row.text("term"), {}, row.text("says"), row.text("more"), row.provenance()};
    for (const std::string& one : text::split(row.text("also"), ';'))
        if (!one.empty()) term.aliases.push_back(one);
    return term;
}

bool isWordSign(char c)
{
    return ascii::isLetter(c) || ascii::isDigit(c) || (static_cast<unsigned char>(c) & 0x80) != 0;
}

/// Where the word stands in the text with no letter or digit beside it; npos: nowhere. Both in small letters.
std::size_t placeOf(const std::string& word, const std::string& text)
{
    for (std::size_t at = text.find(word); at != std::string::npos; at = text.find(word, at + 1)) {
        const std::size_t end = at + word.size();
        if ((at == 0 || !isWordSign(text[at - 1])) && (end == text.size() || !isWordSign(text[end]))) return at;
    }
    return std::string::npos;
}

}  // namespace

std::vector<const Term*> termsIn(const KnowledgeBase& kb, std::string_view text)
{
    const std::string lower = text::lower(text);
    std::vector<std::pair<std::size_t, const Term*>> found;
    for (const Term& term : kb.all<Term>()) {
        std::size_t first = placeOf(text::lower(term.term), lower);
        for (const std::string& alias : term.aliases) first = std::min(first, placeOf(text::lower(alias), lower));
        if (first != std::string::npos) found.emplace_back(first, &term);
    }
    std::stable_sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<const Term*> terms;
    for (const auto& [at, term] : found) terms.push_back(term);
    return terms;
}

void surveyTables(Loader& tables)
{
    tables.add("terms.csv", termRow, by<&Term::term>);
    tables.add("role_words.csv", roleWordRow, by<&RoleWord::word>);
}

}  // namespace sokudo::kb
