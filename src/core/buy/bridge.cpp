// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/bridge.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/buy/currency_converter.h"
#include "core/formulas/framing.h"
#include "core/kb/buy_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/worth_rows.h"

namespace sokudo::buy {
namespace {

constexpr const char* kFibre = "os2";
constexpr double kFibreEnds = 4;  ///< two fibres, two ends
constexpr double kHoursPerYear = 8766;
constexpr double kNearly = 0.95;  ///< own: so much of what a link of that rate carries is as good as all of it

tl::unexpected<Error> bad(text::Sentence what) { return failure(ErrorCode::BadInput, std::move(what)); }

/// The cheapest module of two alike that reach so far over single-mode fibre; null: none of the tables does.
const kb::ModuleKind* moduleFor(const BridgeQuestion& asked, const kb::KnowledgeBase& kb)
{
    const kb::ModuleKind* best = nullptr;
    for (const kb::ModuleKind& row : kb.all<kb::ModuleKind>()) {
        if (!row.price || row.rates.empty() || row.rates.front() < asked.rate || (best && *best->price <= *row.price))
            continue;
        // Those that send one colour and hear another come in unlike pairs.
        if (row.phy.ends_with("-u") || row.phy.ends_with("-d")) continue;
        const auto& reaches = kb.all<kb::Reach>();
        if (std::any_of(reaches.begin(), reaches.end(), [&](const kb::Reach& reach) {
                return reach.phy == row.phy && reach.medium == kFibre && reach.max >= asked.distance;
            }))
            best = &row;
    }
    return best;
}

class Comparing {
public:
    Comparing(const BridgeQuestion& asked, const kb::KnowledgeBase& kb) : m_asked(asked), m_kb(kb) {}

    BridgeAnswer run(const kb::Dig& dig)
    {
        const kb::ModuleKind* module = moduleFor(m_asked, m_kb);
        m_answer.options.push_back(fibre(dig, module));
        for (const kb::RadioBridge& row : m_kb.all<kb::RadioBridge>()) m_answer.options.push_back(radio(row));
        for (std::size_t i = 0; i < m_answer.options.size(); ++i)
            if (m_answer.options[i].isEnough &&
                (!m_answer.best || m_answer.options[i].total < m_answer.options[*m_answer.best].total))
                m_answer.best = i;
        breakEven(dig);
        say();
        return std::move(m_answer);
    }

private:
    Money powerOf(Watt watts) const
    {
        return Money::of(watts.in() / 1000 * kHoursPerYear * m_asked.years * m_asked.pricePerKwh);
    }
    void caution(BridgeOption& option, std::string_view id) const
    {
        if (const auto* row = m_kb.find<kb::Caution>(id)) option.cautions.push_back(row->text);
    }
    static BitRate payloadOf(BitRate link) { return formulas::goodput(link).value_or(BitRate{}); }
    Money totalOf(const BridgeOption& option) const
    {
        return option.buy + option.power + Money::of(m_asked.hour.in() * option.minutes / 60);
    }
    /// What a metre more of fibre costs, work and cable.
    Money fibrePerMetre(const kb::Dig& dig) const
    {
        const auto* cable = m_kb.find<kb::Supply>(kFibre);
        const double minutes = dig.minutesPerMetre + (cable ? cable->minutesPerMetre : 0);
        return dig.perMetre + Money::of(cable ? cable->pricePerMetre.value_or(0) : 0) +
               Money::of(m_asked.hour.in() * minutes / 60);
    }
    BridgeOption fibre(const kb::Dig& dig, const kb::ModuleKind* module) const
    {
        BridgeOption option{"Fibre, " + dig.name, true};
        const auto* cable = m_kb.find<kb::Supply>(kFibre);
        const auto* end = m_kb.find<kb::SmallPart>("fibre-end");
        const double metres = m_asked.distance.in();
        option.minutes = dig.minutesEach + dig.minutesPerMetre * metres;
        option.buy = dig.each + Money::of(dig.perMetre.in() * metres);
        if (cable) {
            option.buy = option.buy + Money::of(cable->pricePerMetre.value_or(0) * metres);
            option.minutes += cable->minutesEach + cable->minutesPerMetre * metres;
        }
        if (end) option.buy = option.buy + Money::of(kFibreEnds * end->price.in());
        if (module) {
            option.buy = option.buy + Money::of(2 * *module->price);
            option.power = powerOf(Watt::of(2 * module->power.in()));
            option.rate = payloadOf(module->rates.front());
            option.name += ", two of " + module->name;
            option.isEnough = true;
        } else {
            option.why = "no module of the tables reaches so far at that rate";
        }
        for (const char* id : {"dig", "light", "fibre-dust"}) caution(option, id);
        option.total = totalOf(option);
        return option;
    }
    BridgeOption radio(const kb::RadioBridge& row) const
    {
        BridgeOption option{row.name};
        const auto* carries = m_kb.find<kb::Ceiling>(row.ceiling);
        option.rate = carries ? carries->carries.typical : BitRate{};
        option.buy = row.pair;
        option.power = powerOf(row.power);
        const auto* mount = m_kb.find<kb::MediaConverter>("radio-60-bridge");
        option.minutes = 2 * (mount ? mount->minutes : 0);
        if (m_asked.distance > row.longest) option.why = "it is made for " + text::length(row.longest) + " at most";
        else if (option.rate.in() < kNearly * payloadOf(m_asked.rate).in())
            option.why = "it carries " + text::rate(option.rate) + " as a rule";
        option.isEnough = option.why.empty();
        for (const char* id : {"roof", "ladders", "surge"}) caution(option, id);
        option.total = totalOf(option);
        return option;
    }
    /// Fibre costs a sum at once and one a metre; a bridge costs the same at any distance.
    void breakEven(const kb::Dig& dig)
    {
        const BridgeOption& fibre = m_answer.options.front();
        const BridgeOption* cheapest = nullptr;
        for (const BridgeOption& one : m_answer.options)
            if (!one.isFibre && one.isEnough && (!cheapest || one.total < cheapest->total)) cheapest = &one;
        const double each = fibrePerMetre(dig).in();
        if (!cheapest || !fibre.isEnough || each <= 0) return;
        const double atOnce = fibre.total.in() - each * m_asked.distance.in();
        m_answer.breakEven = Length::of(std::max(0.0, (cheapest->total.in() - atOnce) / each));
    }
    void say()
    {
        if (!m_answer.best) {
            m_answer.sentence = text::say("bridge.none", "Nothing of the tables carries {} over {}: {}",
                                          text::figure::rate(m_asked.rate), text::figure::length(m_asked.distance),
                                          m_answer.options.front().why);
            return;
        }
        const BridgeOption& best = m_answer.options[*m_answer.best];
        text::Sentence more;
        if (m_answer.breakEven)
            more = text::say("bridge.break-even", "; fibre costs less up to {}",
                             text::figure::length(*m_answer.breakEven));
        else if (best.isFibre) more = text::say("bridge.no-bridge", "; no bridge of the tables is enough");
        m_answer.sentence = text::say("bridge.best", "{}: {} over {} years, {} as a rule{}", best.name,
                                      amountText(best.total), m_asked.years, text::figure::rate(best.rate), more);
    }

    const BridgeQuestion& m_asked;
    const kb::KnowledgeBase& m_kb;
    BridgeAnswer m_answer;
};

}  // namespace

Result<BridgeAnswer> bridgeAnswer(const BridgeQuestion& asked, const kb::KnowledgeBase& kb)
{
    if (asked.distance < Length::of(1) || asked.distance > Length::of(2000))
        return bad(text::say("bridge.distance", "the distance is {}: it lies between 1 m and 2 km",
                             text::figure::length(asked.distance)));
    if (asked.rate <= BitRate{} || asked.rate > gigabits(400))
        return bad(text::say("bridge.rate", "the rate is above 0 and at most 400 Gb/s"));
    if (asked.years < 1 || asked.years > 60) return bad(text::say("bridge.years", "the years are 1 to 60"));
    if (asked.hour < Money{} || asked.pricePerKwh < 0)
        return bad(text::say("bridge.money", "an hour and a kWh cost nothing or more"));
    const kb::Dig* dig = kb.find<kb::Dig>(asked.dig);
    if (!dig) {
        std::vector<std::string> known;
        for (const kb::Dig& row : kb.all<kb::Dig>()) known.push_back(row.id);
        return bad(text::say("bridge.dig", "“{}” is no way to get a cable over; there are {}", asked.dig,
                             text::joined(known, ", ")));
    }
    return Comparing(asked, kb).run(*dig);
}

}  // namespace sokudo::buy
