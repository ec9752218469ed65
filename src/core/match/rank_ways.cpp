// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>
#include <limits>
#include <tuple>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/match/ways.h"

namespace sokudo::match {
namespace {

struct Named {
    Preference preference;
    std::string_view code, word;
    text::Line explains;
};
constexpr Named kNames[] = {
    {Preference::Cheapest,
     "cheapest",
     "cheapest",
     {"rank-ways.cheapest-first-the-sum",
      "Cheapest first: the sum of what must be bought. At equal cost the less work, then the cooler. An option with an "
      "unknown price comes last."}},
    {Preference::LeastWork,
     "least-work",
     "least work",
     {"rank-ways.least-work-first-minutes",
      "Least work first: minutes to pull, terminate, plug and set. At equal work the cheaper, then the cooler."}},
    {Preference::MostHeadroom,
     "most-headroom",
     "most headroom",
     {"rank-ways.most-headroom-first-the",
      "Most headroom first: the rate the cable can carry later with other modules, then the rate now, then how much "
      "longer the cable could be. At equal headroom the cheaper."}},
    {Preference::Coolest,
     "coolest",
     "coolest",
     {"rank-ways.coolest-first-watts-of",
      "Coolest first: watts of both ends together. At equal watts the cheaper, then the less work."}},
};

const Named& named(Preference preference) { return kNames[static_cast<std::size_t>(preference)]; }

double costOf(const Way& way) { return way.cost.value_or(std::numeric_limits<double>::infinity()); }

using Key = std::tuple<double, double, double, double, std::string_view>;
Key keyOf(const Way& way, Preference preference)
{
    switch (preference) {
    case Preference::LeastWork: return {way.minutes, costOf(way), way.watts.in(), 0, way.id};
    case Preference::MostHeadroom: return {-way.later.in(), -way.rate.in(), -way.reaches.in(), costOf(way), way.id};
    case Preference::Coolest: return {way.watts.in(), costOf(way), way.minutes, 0, way.id};
    default: return {costOf(way), way.minutes, way.watts.in(), 0, way.id};
    }
}

text::Sentence against(const Way& way, const Way& first)
{
    std::vector<text::Sentence> parts;
    const auto say = [&](double difference, std::string_view unit, std::string_view more, std::string_view less) {
        if (std::fabs(difference) >= 0.5)
            parts.push_back(fmt::format("{:.0f}{}{} {}", std::fabs(difference),
                                        unit.empty() ? "" : std::string(text::kThin), unit,
                                        difference > 0 ? more : less));
    };
    if (way.cost && first.cost) say(*way.cost - *first.cost, "", "dearer", "cheaper");
    say(way.minutes - first.minutes, "min", "more work", "less work");
    if (const double watts = way.watts.in() - first.watts.in(); std::fabs(watts) >= 0.05)
        parts.push_back(fmt::format("{} {}", text::watt(Watt::of(std::fabs(watts))), watts > 0 ? "warmer" : "cooler"));
    if (way.later != first.later)
        parts.push_back(text::say("rank-ways.later-instead-of", "{} later instead of {}",
                                  text::figure::linkRate(way.later), text::figure::linkRate(first.later)));
    // What the faster cable is worth: to change to it later costs all of it and its work once more.
    if (way.later > first.later && way.cost && first.cost && *way.cost > *first.cost)
        parts.push_back(text::say("rank-ways.more-now-or-and",
                                  "{:.0f} more now, or {:.0f} and {:.0f}{}min when the first is changed for it later",
                                  *way.cost - *first.cost, *way.cost, way.minutes, text::kThin));
    return parts.empty() ? text::say("rank-ways.as-good-as-the", "as good as the first")
                         : text::say("rank-ways.against-the-first", "Against the first: ") + text::joined(parts, ", ");
}

}  // namespace

std::string_view code(Preference preference) { return named(preference).code; }
std::string_view word(Preference preference) { return named(preference).word; }
text::Sentence explains(Preference preference) { return named(preference).explains; }

std::optional<Preference> preferenceFromCode(std::string_view code)
{
    for (const Named& entry : kNames)
        if (entry.code == code) return entry.preference;
    return std::nullopt;
}

void rank(std::vector<Way>& ways, Preference preference)
{
    std::sort(ways.begin(), ways.end(),
              [&](const Way& a, const Way& b) { return keyOf(a, preference) < keyOf(b, preference); });
    for (Way& way : ways)
        way.place = &way == &ways.front() ? text::say("rank-ways.the-first-of-by", "The first of {} by “{}”",
                                                      ways.size(), word(preference))
                                          : against(way, ways.front());
}

}  // namespace sokudo::match
