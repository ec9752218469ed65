// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/wishes.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/editline/draft.h"
#include "core/expect/upgrade.h"
#include "core/kb/reach_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::buy {
namespace {

using editline::Word;
using editline::Words;

constexpr int kMostSwitches = 4;  ///< in one place

class Reading {
public:
    Reading(WishSet set, const std::string& line, const plan::Plan& plan, const kb::KnowledgeBase& kb)
        : m_set(std::move(set)), m_line(line), m_words(line), m_plan(plan), m_kb(kb)
    {}

    Result<WishSet> run()
    {
        if (m_words.isAtEnd())
            return failure(ErrorCode::BadInput,
                           text::say("wishes.empty", "the wish is empty; write one such as “platen to vault at 25g”"));
        const std::optional<Error> problem = read();
        if (problem) return tl::unexpected(*problem);
        if (!m_words.isAtEnd())
            return tl::unexpected(m_words.wrong(text::say("wishes.more", "nothing more belongs to this wish")));
        return std::move(m_set);
    }

private:
    std::optional<Error> read()
    {
        if (m_words.take("keep")) return keep();
        if (m_words.take("no")) return noPulling();
        if (m_words.take("without")) return without();
        if (m_words.take("managed")) {
            m_set.isManagedOnly = true;
            return std::nullopt;
        }
        if (m_words.take("least")) return least();
        if (m_words.take("pull")) return pull();
        if (m_words.take("job")) return job();
        if (m_words.isNext({"switch", "switches"}) && text::lower(m_words.peek(1).text) == "in") return site(1);
        if (text::lower(m_words.peek(1).text) == "switches") return sites();
        return pairs();
    }

    std::optional<Error> keep()
    {
        if (m_words.take("run")) {
            const auto run = takeRun(m_words, m_plan);
            if (!run) return run.error();
            m_set.keptRuns.insert(*run);
            return std::nullopt;
        }
        const auto device = takeDevice(m_words, m_plan);
        if (!device) return device.error();
        m_set.keptDevices.insert(*device);
        return std::nullopt;
    }
    std::optional<Error> noPulling()
    {
        if (!m_words.take("pulling"))
            return m_words.wrong(
                text::say("wishes.no-what", "after “no” stands “pulling”: no new cable from room to room"));
        m_set.mayPull = false;
        return std::nullopt;
    }
    std::optional<Error> without()
    {
        const Word word = m_words.next();
        const std::string id = text::lower(word.text);
        if (partOf(m_kb, id)) {
            m_set.without.insert(id);
            return std::nullopt;
        }
        std::vector<std::string> known;
        for (const auto& row : m_kb.all<kb::Medium>()) known.push_back(row.id);
        for (const auto& row : m_kb.all<kb::SwitchKind>()) known.push_back(row.id);
        for (const auto& row : m_kb.all<kb::ModuleKind>()) known.push_back(row.id);
        return Words::wrongAt(word, text::say("wishes.no-such-part", "no table has a part or cable of this name") +
                                        oneline::suggestion(id, known));
    }
    std::optional<Error> least()
    {
        m_set.goals.clear();
        do {
            const Word word = m_words.next();
            const auto goal = goalFromCode(text::lower(word.text) == "hours" ? "minutes" : text::lower(word.text));
            if (!goal) return Words::wrongAt(word, text::say("wishes.goal", "least is of cost, watts or hours"));
            if (std::find(m_set.goals.begin(), m_set.goals.end(), *goal) == m_set.goals.end())
                m_set.goals.push_back(*goal);
        } while (m_words.take("then") || m_words.take(","));
        return std::nullopt;
    }
    std::optional<Error> pull()
    {
        Pull pull;
        for (plan::PlaceId* end : {&pull.a, &pull.b}) {
            const auto place = takePlace(m_words, m_plan);
            if (!place) return place.error();
            *end = plan::roomOf(m_plan, *place);
            if (end == &pull.a && !m_words.take("to"))
                return m_words.wrong(text::say("wishes.pull-to", "write “pull cellar to attic 20m”"));
        }
        const Word word = m_words.next();
        const auto length = oneline::lengthOf(text::lower(word.text));
        if (!length || *length <= Length{} || *length > Length::of(100'000))
            return Words::wrongAt(word,
                                  text::say("wishes.pull-length", "here stands how long the cable would be: 20m"));
        pull.length = *length;
        m_set.pulls.push_back(pull);
        return std::nullopt;
    }
    std::optional<Error> sites()
    {
        const Word word = m_words.next();
        const auto count = text::parseNumber(word.text);
        if (!count || *count < 1 || *count > kMostSwitches || *count != static_cast<int>(*count))
            return Words::wrongAt(word,
                                  text::say("wishes.switch-count", "1 to {} switches in one place", kMostSwitches));
        return site(static_cast<int>(*count));
    }
    std::optional<Error> site(int most)
    {
        m_words.skip(1);
        if (!m_words.take("in")) return m_words.wrong(text::say("wishes.switch-in", "write “switch in cellar”"));
        const auto place = takePlace(m_words, m_plan);
        if (!place) return place.error();
        m_set.sites.push_back({*place, most});
        return std::nullopt;
    }

    /// A job within a time: the slowest link rate that brings it there.
    std::optional<Error> job()
    {
        const Word word = m_words.peek();
        const std::string name = m_words.until({"in"});
        const plan::RegularJob* found = nullptr;
        std::vector<std::string> known;
        for (const plan::RegularJob& one : m_plan.jobs) {
            known.push_back(text::lower(one.name));
            if (text::lower(one.name) == text::lower(name)) found = &one;
        }
        if (!found)
            return Words::wrongAt(word, text::say("wishes.no-job", "the house has no job of this name") +
                                            oneline::suggestion(text::lower(name), known));
        std::optional<Duration> limit;
        if (m_words.take("in")) {
            const Word time = m_words.next();
            limit = minutesOf(time.text);
            if (!limit) return Words::wrongAt(time, text::say("wishes.job-time", "a time is written 3min or 90s"));
        }
        const match::Reports reports = match::judgeAll(m_plan, m_kb);
        const expect::Upgrade upgrade = expect::upgradeOf(m_plan, m_kb, reports, *found);
        if (!upgrade.problem.empty()) return Words::wrongAt(word, upgrade.problem);
        const auto isEnough = [&](const expect::UpgradeTier& tier) {
            return upgrade.needs ? tier.isEnough : limit ? tier.each <= *limit : tier.isGained;
        };
        const auto tier = std::find_if(upgrade.tiers.begin(), upgrade.tiers.end(), isEnough);
        if (tier == upgrade.tiers.end())
            return Words::wrongAt(
                word, text::say("wishes.job-limited", "no link rate brings it there: {} limits it",
                                upgrade.tiers.empty() ? upgrade.limitedBy : upgrade.tiers.back().limitedBy));
        add(found->from, found->to, tier->tier);
        return std::nullopt;
    }
    static std::optional<Duration> minutesOf(const std::string& typed)
    {
        const std::string word = text::lower(typed);
        for (const auto& [unit, seconds] : {std::pair("min", 60.0), {"h", 3600.0}, {"s", 1.0}})
            if (word.ends_with(unit))
                if (const auto value = text::parseNumber(word.substr(0, word.size() - std::string_view(unit).size()));
                    value && *value > 0)
                    return Duration::of(*value * seconds);
        return std::nullopt;
    }

    /// "computers", "access points": a kind of device, as more than one are called.
    std::optional<plan::Role> roleOfMany()
    {
        for (std::size_t count : {2u, 1u}) {
            std::string name;
            for (std::size_t i = 0; i < count; ++i) name += (i ? " " : "") + m_words.peek(i).text;
            for (const char* ending : {"", "s", "es"}) {
                if (!name.ends_with(ending)) continue;
                Words one(name.substr(0, name.size() - std::string_view(ending).size()));
                if (const auto role = takeRole(one, m_kb); role && one.isAtEnd()) {
                    m_words.skip(count);
                    return role;
                }
            }
        }
        return std::nullopt;
    }
    Result<std::vector<plan::DeviceId>> devices()
    {
        std::vector<plan::DeviceId> found;
        do {
            if (m_words.take("all")) {
                const Word word = m_words.peek();
                const auto role = roleOfMany();
                if (!role)
                    return tl::unexpected(Words::wrongAt(
                        word, text::say("wishes.role", "after “all” stands a kind of device: all computers")));
                for (const plan::Device& device : m_plan.devices)
                    if (device.role == *role) found.push_back(device.id);
                continue;
            }
            const auto device = takeDevice(m_words, m_plan);
            if (!device) return tl::unexpected(device.error());
            found.push_back(*device);
        } while (m_words.take(",") || m_words.take("and"));
        return found;
    }
    std::optional<Error> pairs()
    {
        const auto from = devices();
        if (!from) return from.error();
        if (!m_words.take("to")) return m_words.wrong(text::say("wishes.to", "write “platen to vault at 25g”"));
        const auto to = devices();
        if (!to) return to.error();
        if (!m_words.take("at")) return m_words.wrong(text::say("wishes.at", "say how fast: at 10g"));
        const Word word = m_words.next();
        const auto rate = oneline::rateOf(text::lower(word.text));
        if (!rate || *rate <= BitRate{})
            return Words::wrongAt(word, text::say("wishes.rate", "a rate is written 10g or 2.5g"));
        bool some = false;
        for (plan::DeviceId a : *from)
            for (plan::DeviceId b : *to)
                if (a != b) add(a, b, *rate), some = true;
        if (!some) return Words::wrongAt(word, text::say("wishes.nobody", "this joins no two devices"));
        return std::nullopt;
    }
    void add(plan::DeviceId a, plan::DeviceId b, BitRate rate)
    {
        for (Wish& wish : m_set.wishes)
            if ((wish.a == a && wish.b == b) || (wish.a == b && wish.b == a)) {
                wish.rate = std::max(wish.rate, rate);
                return;
            }
        m_set.wishes.push_back({a, b, rate, m_line});
    }

    WishSet m_set;
    const std::string& m_line;
    Words m_words;
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
};

template <class Rows, class IdType>
std::string nameIn(const Rows& rows, IdType id)
{
    const auto* row = rows.find(id);
    return row ? row->name : std::string();
}

}  // namespace

Result<WishSet> withWish(WishSet set, const std::string& line, const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    return Reading(std::move(set), line, plan, kb).run();
}

std::vector<std::string> linesOf(const WishSet& set, const plan::Plan& plan)
{
    std::vector<std::string> lines;
    for (const Wish& one : set.wishes)
        lines.push_back(fmt::format("{} to {} at {}g", nameIn(plan.devices, one.a), nameIn(plan.devices, one.b),
                                    text::number(inGigabits(one.rate))));
    for (const Site& one : set.sites)
        lines.push_back(one.most == 1 ? "switch in " + nameIn(plan.places, one.place)
                                      : fmt::format("{} switches in {}", one.most, nameIn(plan.places, one.place)));
    for (const Pull& one : set.pulls)
        lines.push_back(fmt::format("pull {} to {} {}m", nameIn(plan.places, one.a), nameIn(plan.places, one.b),
                                    text::number(one.length.in(), 6)));
    if (!set.mayPull) lines.emplace_back("no pulling");
    if (set.isManagedOnly) lines.emplace_back("managed");
    for (plan::DeviceId id : set.keptDevices) lines.push_back("keep " + nameIn(plan.devices, id));
    for (plan::RunId id : set.keptRuns)
        if (const plan::Run* run = plan.runs.find(id)) lines.push_back("keep run " + run->label);
    for (const std::string& one : set.without) lines.push_back("without " + one);
    std::string goals;
    for (Goal goal : set.goals) goals += (goals.empty() ? "least " : " then ") + std::string(code(goal));
    if (!goals.empty()) lines.push_back(goals);
    return lines;
}

}  // namespace sokudo::buy
