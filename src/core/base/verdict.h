// SPDX-License-Identifier: GPL-3.0-or-later
// The six verdicts and how sure we are of the facts behind one.
#pragma once

#include <array>
#include <optional>
#include <string_view>

namespace sokudo {

/// Ordered from best to worst: the worst of several verdicts is the greatest.
enum class Verdict { Fits, Limited, Unknown, Marginal, NoLink, Unsafe };

inline constexpr std::array kAllVerdicts{Verdict::Fits,     Verdict::Limited, Verdict::Unknown,
                                         Verdict::Marginal, Verdict::NoLink,  Verdict::Unsafe};

/// How far a fact can be trusted; a finding is as sure as its weakest fact.
enum class Certainty { Standard, Typical, Unsure };

constexpr Verdict worse(Verdict a, Verdict b) { return a < b ? b : a; }
constexpr Certainty weaker(Certainty a, Certainty b) { return a < b ? b : a; }

/// The word in data files and JSON: fits, limited, unknown, marginal, no-link, unsafe.
std::string_view code(Verdict);
/// The word on screen: "no link" rather than "no-link".
std::string_view word(Verdict);
std::optional<Verdict> verdictFromCode(std::string_view);

std::string_view code(Certainty);
std::optional<Certainty> certaintyFromCode(std::string_view);

}  // namespace sokudo
