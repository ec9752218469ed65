// SPDX-License-Identifier: GPL-3.0-or-later
// The one way in which something of the outside world can fail.
#pragma once

#include <string>
#include <string_view>

#include <tl/expected.hpp>

#include "core/base/sentence.h"

namespace sokudo {

enum class ErrorCode {
    OutOfRange,
    BadInput,
    NotFound,
    NotAllowed,
    Unreachable,
    TimedOut,
    Corrupt,
    Cancelled,
    Conflict
};

/// What went wrong, where, and how to fix it, in one sentence a user can act on.
struct Error {
    ErrorCode code = ErrorCode::BadInput;
    text::Sentence what;  ///< the sentence
    std::string where;    ///< a file and line, a word, an object; may be empty
    std::string message() const { return where.empty() ? what.text() : where + ": " + what.text(); }
};

template <class T>
using Result = tl::expected<T, Error>;

inline tl::unexpected<Error> failure(ErrorCode code, text::Sentence what, std::string where = {})
{
    return tl::unexpected<Error>(Error{code, std::move(what), std::move(where)});
}

}  // namespace sokudo
