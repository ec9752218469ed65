// SPDX-License-Identifier: GPL-3.0-or-later
// "wifi 5400": the figure on the box turned into what one client sees.
#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"
#include "core/kb/stage_rows.h"

namespace sokudo::oneline {

struct Headline {
    BitRate printed;
    kb::Band client;   ///< what one client sees, one way at a time
    std::string name;  ///< "radio"
    text::Sentence working;
    std::string beware;  ///< what the box does not say
    kb::Provenance from;
};

/// @param line  a kind (wifi, powerline, coax, 60ghz) and its figure in Mb/s or with a unit; `port=1g` for its socket,
/// `bands=3` where
///              the figure adds up so many radios
/// @error BadInput  another kind, or no figure; points at the word
/// @source practice: headline_shares.csv
/// @example "wifi 2402": 1.08 / 1.44 / 1.80 Gb/s
Result<Headline> readHeadline(std::string_view line, const kb::KnowledgeBase&);

}  // namespace sokudo::oneline
