// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/findings.h"

namespace sokudo::match {

namespace {
constexpr char kFirstNumber = '!';
}

std::string nameMark(std::size_t number)
{
    return {kNameMark, static_cast<char>(kFirstNumber + static_cast<int>(number))};
}

std::string named(const std::string& text, const LinkNames& names)
{
    std::string result;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto number = i + 1 < text.size() ? static_cast<std::size_t>(text[i + 1] - kFirstNumber) : names.size();
        if (text[i] != kNameMark || number >= names.size()) {
            result.push_back(text[i]);
            continue;
        }
        result += names[number];
        ++i;
    }
    return result;
}

const std::vector<Finding>& Findings::all() const
{
    static const std::vector<Finding> kNone;
    if (!m_lazy) return m_own ? *m_own : kNone;
    std::call_once(m_lazy->once, [lazy = m_lazy.get()] {
        lazy->own = *lazy->shared;
        const auto byName = [lazy](const std::string& text) { return named(text, lazy->names); };
        for (Finding& finding : lazy->own) {
            finding.outcome.working = finding.outcome.working.with(byName);
            for (auto& [name, value] : finding.outcome.args)
                if (auto* text = std::get_if<std::string>(&value)) *text = named(*text, lazy->names);
                else if (auto* said = std::get_if<text::Sentence>(&value)) *said = said->with(byName);
        }
    });
    return m_lazy->own;
}

}  // namespace sokudo::match
