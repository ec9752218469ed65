// SPDX-License-Identifier: GPL-3.0-or-later
// What the survey knows of words: how people call a device, and what a word of the trade means.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// A word for a kind of device, in small letters: "access point", "ap".
struct RoleWord {
    std::string word;
    std::string role;  ///< code of a plan::Role
    Provenance from;
};

/// A word of the trade in two sentences.
struct Term {
    std::string term;
    std::vector<std::string> aliases;  ///< other forms of the word
    std::string says, more;            ///< what it is; what matters of it
    Provenance from;
};
/// The terms that a text holds as whole words, in the order of the text, each once.
std::vector<const Term*> termsIn(const KnowledgeBase&, std::string_view text);

}  // namespace sokudo::kb
