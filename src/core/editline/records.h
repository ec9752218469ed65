// SPDX-License-Identifier: GPL-3.0-or-later
// The words by which edit lines call kinds of records; for the files of edit lines only.
#pragma once

#include <string>
#include <string_view>

#include "core/base/text.h"
#include "core/plan/kind.h"

namespace sokudo::editline {

/// The kind of record that a word of an edit line names: "spare" is of the stock. Null: none.
inline const plan::Kind* recordKindOf(std::string_view word)
{
    for (const plan::Kind* kind : plan::kinds())
        for (const std::string& known : text::split(kind->lineWords, ' '))
            if (!known.empty() && word == known) return kind;
    return nullptr;
}

}  // namespace sokudo::editline
