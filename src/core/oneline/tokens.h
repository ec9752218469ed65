// SPDX-License-Identifier: GPL-3.0-or-later
// Words of a one-line question, with their place for messages.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::oneline {

/// One word in small letters: "cat6a", or a key with its value: "fec=rs".
struct Token {
    std::string text;  ///< the key where there is a value
    std::string value;
    int position = 0;        ///< character in the line, from 1
    std::string typed = {};  ///< the value, or the word without one, as it was typed: "450MB/s"
    bool hasValue() const { return !value.empty(); }
};

/// Splits a part of the line into words. Case, spaces around `=` `:` `,` `*`, and spaces inside
/// "cat 6a", "80 m", "pcie 3.0 x8" do not matter.
/// @param offset  where the part starts in the whole line, from 0
std::vector<Token> tokens(std::string_view part, std::size_t offset);

/// A part of the line between two separators.
struct Part {
    std::string_view text;
    std::size_t offset = 0;
};
std::vector<Part> parts(std::string_view line, char separator);

/// "character 12, “om6”: …": a message that points at the word.
Error pointAt(const Token&, text::Sentence what);
/// "; did you mean om5?", or empty.
text::Sentence suggestion(std::string_view word, const std::vector<std::string>& known);

/// The token's value as a whole number in a range. @error BadInput  with the range
Result<int> wholeNumber(const Token&, int least, int most);
/// "80m", "1.5km", "60ft" as a length.
std::optional<Length> lengthOf(std::string_view word);
/// "10g", "2.5g", "100m" (megabit), "10gbit", or a bare number of Gb/s.
std::optional<BitRate> rateOf(std::string_view word);
/// A word whose value is a rate of payload: "450mb/s" and "1.2gb/s" are megabytes and gigabytes where they are typed
/// with a large B ("450MB/s"); "1.3g" is bits. @error BadInput  names both ways to write it
Result<BitRate> payloadRateOf(const Token&);
/// "64kib", "500gb", "3gib": bytes, decimal or binary.
std::optional<DataSize> sizeOf(std::string_view word);
/// "20ms", "300us", "870ns", "1.5s".
std::optional<Duration> durationOf(std::string_view word);
/// "0.1%" or "0.001" as a share.
std::optional<double> shareOf(std::string_view word);
/// "3.0x8", "gen3x8": generation and lanes.
struct BusWord {
    int generation = 0, lanes = 0;
};
std::optional<BusWord> busOf(std::string_view word);

}  // namespace sokudo::oneline
