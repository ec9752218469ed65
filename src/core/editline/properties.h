// SPDX-License-Identifier: GPL-3.0-or-later
// "key=value" words that fill the fields of an object: typed after a comma, or behind `set`.
#pragma once

#include "core/editline/draft.h"

namespace sokudo::editline {

/// Takes the words that are left as properties of an object, and notes where they are from where the words
/// `source=measured` and `on=2026-11-28` say so. An empty value, `none` or `unknown` takes a value away.
/// @return the error of the first that is not understood
std::optional<Error> takeProperties(Words&, plan::Place&, Draft&);
std::optional<Error> takeProperties(Words&, plan::Device&, Draft&);
std::optional<Error> takeProperties(Words&, plan::Port&, Draft&);
std::optional<Error> takeProperties(Words&, plan::Slot&, Draft&);
std::optional<Error> takeProperties(Words&, plan::Run&, Draft&);

}  // namespace sokudo::editline
