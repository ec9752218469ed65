// SPDX-License-Identifier: GPL-3.0-or-later
// What the core says: the id of the words and the values in them. Worded only where somebody reads it.
#pragma once

#include <cstdint>
#include <functional>
#include <string>
#include <string_view>
#include <type_traits>
#include <vector>

#include "core/base/quantity.h"

namespace sokudo::text {

/// A quantity in a sentence, and how it is written there. Nothing is formatted before the sentence is worded.
struct Figure {
    enum class Kind : std::uint8_t { Rate, LinkRate, ByteRate, Number, Length, Decibel, Power, Watt, Duration, Size };
    Kind kind = Kind::Number;
    std::int8_t digits = 4;  ///< significant ones, where the kind has a choice
    double value = 0;        ///< in steps of its quantity, or the number itself
    std::string text() const;
    friend bool operator==(const Figure&, const Figure&) = default;
};

/// Figures as text::rate and its like write them.
namespace figure {
inline Figure rate(BitRate value, int digits = 4)
{
    return {Figure::Kind::Rate, static_cast<std::int8_t>(digits), static_cast<double>(value.steps())};
}
inline Figure linkRate(BitRate value) { return {Figure::Kind::LinkRate, 4, static_cast<double>(value.steps())}; }
inline Figure byteRate(BitRate value, int digits = 3)
{
    return {Figure::Kind::ByteRate, static_cast<std::int8_t>(digits), static_cast<double>(value.steps())};
}
inline Figure number(double value, int digits = 4)
{
    return {Figure::Kind::Number, static_cast<std::int8_t>(digits), value};
}
inline Figure length(Length value) { return {Figure::Kind::Length, 4, static_cast<double>(value.steps())}; }
inline Figure decibel(Decibel value) { return {Figure::Kind::Decibel, 4, static_cast<double>(value.steps())}; }
inline Figure power(PowerDbm value) { return {Figure::Kind::Power, 4, static_cast<double>(value.steps())}; }
inline Figure watt(Watt value) { return {Figure::Kind::Watt, 4, static_cast<double>(value.steps())}; }
inline Figure duration(Duration value) { return {Figure::Kind::Duration, 4, static_cast<double>(value.steps())}; }
inline Figure size(DataSize value) { return {Figure::Kind::Size, 4, static_cast<double>(value.steps())}; }
}  // namespace figure

/// One or more sentences in a row, or a plain text such as a name that somebody wrote.
class Sentence {
public:
    Sentence();
    Sentence(std::string plain);
    Sentence(const char* plain);
    /// Words for which the values are put in one by one.
    /// @param values  how many there will be
    Sentence(const char* id, const char* words, std::size_t values = 0);
    Sentence(const Sentence&);
    Sentence(Sentence&&) noexcept;
    Sentence& operator=(const Sentence&);
    Sentence& operator=(Sentence&&) noexcept;
    ~Sentence();
    bool empty() const;
    /// The words with the values in them.
    std::string text() const;
    /// Of the first part; empty for plain text.
    std::string_view id() const;
    Sentence& operator+=(const Sentence&);
    bool operator==(const Sentence&) const;

    // The next value of the last part; numbers are written by the `{:…}` they stand for.
    void put(std::string);
    void put(std::int64_t);
    void put(double);
    void put(Figure);
    void put(Sentence);

    /// The same sentence with every text in it changed, such as a stand-in by the name it stands for.
    Sentence with(const std::function<std::string(const std::string&)>& change) const;

private:
    struct Part;
    std::vector<Part> m_parts;
};

Sentence operator+(Sentence a, const Sentence& b);
/// All of them with `between` in the gaps.
Sentence joined(const std::vector<Sentence>&, std::string_view between);

/// A sentence without values, for tables of constants.
struct Line {
    const char* id;
    const char* words;
    operator Sentence() const { return Sentence(id, words); }
};

/// Words with as many `{}` as there are values, counted when the program is built.
template <std::size_t Values>
struct Words {
    const char* text;
    consteval Words(const char* words) : text(words)
    {
        std::size_t open = 0;
        for (const char* at = words; *at; ++at) open += *at == '{';
        if (open != Values) throw "as many {} as values";
    }
};

namespace detail {
template <class T>
void put(Sentence& into, const T& value)
{
    if constexpr (std::is_floating_point_v<T>) into.put(static_cast<double>(value));
    else if constexpr (std::is_integral_v<T>) into.put(static_cast<std::int64_t>(value));
    else if constexpr (std::is_same_v<T, Figure> || std::is_same_v<T, Sentence>) into.put(value);
    else into.put(std::string(value));
}
}  // namespace detail

/// @param id  of these words, alone in the core: "judgement.share"; tools/sentence_ids checks it
template <class... Args>
Sentence say(const char* id, Words<sizeof...(Args)> words, const Args&... args)
{
    Sentence made(id, words.text, sizeof...(Args));
    (detail::put(made, args), ...);
    return made;
}

}  // namespace sokudo::text
