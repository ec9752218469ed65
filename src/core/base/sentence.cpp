// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/sentence.h"

#include <algorithm>
#include <variant>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::text {
namespace {

template <class Quantity>
Quantity quantity(double steps)
{
    return Quantity::fromSteps(static_cast<std::int64_t>(steps));
}

}  // namespace

using Value = std::variant<std::string, std::int64_t, double, Figure, Sentence>;

struct Sentence::Part {
    const char* id = "";  ///< of its words; empty: plain text
    const char* words = "";
    std::vector<Value> values;
    bool operator==(const Part& other) const
    {
        return std::string_view(id) == other.id && std::string_view(words) == other.words && values == other.values;
    }
};

namespace {

/// `spec` is the whole placeholder: "{}" or "{:.0f}".
std::string written(const Value& value, std::string_view spec)
{
    if (const auto* words = std::get_if<std::string>(&value)) return *words;
    if (const auto* whole = std::get_if<std::int64_t>(&value)) return fmt::format(fmt::runtime(spec), *whole);
    if (const auto* number = std::get_if<double>(&value)) return fmt::format(fmt::runtime(spec), *number);
    if (const auto* figure = std::get_if<Figure>(&value)) return figure->text();
    return std::get<Sentence>(value).text();
}

}  // namespace

std::string Figure::text() const
{
    switch (kind) {
    case Kind::Rate: return text::rate(quantity<BitRate>(value), digits);
    case Kind::LinkRate: return text::linkRate(quantity<BitRate>(value));
    case Kind::ByteRate: return text::byteRate(quantity<BitRate>(value), digits);
    case Kind::Number: return text::number(value, digits);
    case Kind::Length: return text::length(quantity<sokudo::Length>(value));
    case Kind::Decibel: return text::decibel(quantity<sokudo::Decibel>(value));
    case Kind::Power: return text::power(quantity<PowerDbm>(value));
    case Kind::Watt: return text::watt(quantity<sokudo::Watt>(value));
    case Kind::Duration: return text::duration(quantity<sokudo::Duration>(value));
    case Kind::Size: return text::size(quantity<DataSize>(value));
    }
    return {};
}

Sentence::Sentence() = default;
Sentence::Sentence(const Sentence&) = default;
Sentence::Sentence(Sentence&&) noexcept = default;
Sentence& Sentence::operator=(const Sentence&) = default;
Sentence& Sentence::operator=(Sentence&&) noexcept = default;
Sentence::~Sentence() = default;

bool Sentence::operator==(const Sentence& other) const { return m_parts == other.m_parts; }

Sentence::Sentence(std::string plain)
{
    if (!plain.empty()) m_parts.push_back({"", "{}", {std::move(plain)}});
}

Sentence::Sentence(const char* plain) : Sentence(std::string(plain)) {}

Sentence::Sentence(const char* id, const char* words, std::size_t values)
{
    m_parts.push_back({id, words, {}});
    m_parts.back().values.reserve(values);
}

void Sentence::put(std::string value) { m_parts.back().values.emplace_back(std::move(value)); }
void Sentence::put(std::int64_t value) { m_parts.back().values.emplace_back(value); }
void Sentence::put(double value) { m_parts.back().values.emplace_back(value); }
void Sentence::put(Figure value) { m_parts.back().values.emplace_back(value); }
void Sentence::put(Sentence value) { m_parts.back().values.emplace_back(std::move(value)); }

bool Sentence::empty() const { return m_parts.empty(); }

Sentence Sentence::with(const std::function<std::string(const std::string&)>& change) const
{
    Sentence result = *this;
    for (Part& part : result.m_parts)
        for (Value& value : part.values) {
            if (auto* text = std::get_if<std::string>(&value)) *text = change(*text);
            else if (auto* inner = std::get_if<Sentence>(&value)) *inner = inner->with(change);
        }
    return result;
}

Sentence operator+(Sentence a, const Sentence& b) { return std::move(a += b); }

Sentence joined(const std::vector<Sentence>& parts, std::string_view between)
{
    Sentence result;
    for (const Sentence& part : parts) {
        if (!result.empty()) result += std::string(between);
        result += part;
    }
    return result;
}

std::string_view Sentence::id() const { return empty() ? std::string_view() : m_parts.front().id; }

Sentence& Sentence::operator+=(const Sentence& other)
{
    m_parts.insert(m_parts.end(), other.m_parts.begin(), other.m_parts.end());
    return *this;
}

std::string Sentence::text() const
{
    std::string result;
    for (const Part& part : m_parts) {
        std::string_view words = part.words;
        std::size_t next = 0;
        while (!words.empty()) {
            const std::size_t open = std::min(words.find('{'), words.size());
            result += words.substr(0, open);
            words.remove_prefix(open);
            const std::size_t close = words.find('}');
            if (close == std::string_view::npos || next == part.values.size()) {
                result += words;
                break;
            }
            result += written(part.values[next++], words.substr(0, close + 1));
            words.remove_prefix(close + 1);
        }
    }
    return result;
}

}  // namespace sokudo::text
