// SPDX-License-Identifier: GPL-3.0-or-later
// Where the stated fields of an object are from, and when.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace sokudo::plan {

/// How somebody came to know a field.
enum class Origin {
    Read,      ///< by a program, from the device itself
    Measured,  ///< with an instrument or a tape
    Printed,   ///< on the device, the jacket or a data sheet
    Told,      ///< by somebody else
    Guessed,   ///< an estimate: it counts, and it stays on the list of work
};
std::string_view code(Origin);
std::optional<Origin> originFromCode(std::string_view);

struct Source {
    Origin origin = Origin::Told;
    std::string on;  ///< ISO 8601 date; empty: not known
    friend bool operator==(const Source&, const Source&) = default;
};
/// "measured 2026-11-02", "printed".
std::string text(const Source&);
/// @return nothing where it does not begin with a known origin, or ends with something else than a date
std::optional<Source> sourceFromText(std::string_view);

/// The sources of some fields, sorted by the field's key in exported JSON ("length_m", "traits.loop").
class Sources {
public:
    bool empty() const { return m_values.empty(); }
    const Source* of(std::string_view field) const;
    bool isGuessed(std::string_view field) const;
    /// Nothing takes the source away.
    void set(std::string_view field, std::optional<Source>);
    auto begin() const { return m_values.begin(); }
    auto end() const { return m_values.end(); }
    friend bool operator==(const Sources&, const Sources&) = default;

private:
    std::vector<std::pair<std::string, Source>> m_values;
};

}  // namespace sokudo::plan
