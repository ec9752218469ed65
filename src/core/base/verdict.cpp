// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/verdict.h"

namespace sokudo {

std::string_view code(Verdict verdict)
{
    constexpr std::string_view kCodes[] = {"fits", "limited", "unknown", "marginal", "no-link", "unsafe"};
    return kCodes[static_cast<int>(verdict)];
}

std::string_view word(Verdict verdict) { return verdict == Verdict::NoLink ? "no link" : code(verdict); }

std::optional<Verdict> verdictFromCode(std::string_view text)
{
    for (Verdict verdict : kAllVerdicts)
        if (code(verdict) == text) return verdict;
    return std::nullopt;
}

std::string_view code(Certainty certainty)
{
    constexpr std::string_view kCodes[] = {"standard", "typical", "unsure"};
    return kCodes[static_cast<int>(certainty)];
}

std::optional<Certainty> certaintyFromCode(std::string_view text)
{
    for (Certainty certainty : {Certainty::Standard, Certainty::Typical, Certainty::Unsure})
        if (code(certainty) == text) return certainty;
    return std::nullopt;
}

}  // namespace sokudo
