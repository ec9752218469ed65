// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/engine.h"
#include "core/diagnose/ruled_out.h"
#include "core/kb/cause_rows.h"

#include <algorithm>
#include <cmath>

namespace sokudo::diagnose {
namespace {

constexpr double kClip = 4.0;
constexpr double kDamping[] = {1.0, 0.7, 0.5, 0.4, 0.3};
constexpr std::string_view kPlateau = "plateau";
constexpr std::size_t kMostOutcomes = 16;

double letterValue(char letter)
{
    switch (letter) {
    case 'H': return 0.85;
    case 'M': return 0.45;
    case 'L': return 0.12;
    default: return 0.02;
    }
}

double likelihood(const kb::Cause& cause, const kb::Flag& flag)
{
    const auto letter = cause.letterOf(flag.id);
    return letter ? letterValue(*letter) : flag.background;
}

/// The plateau flags as one variable: where the best stable rate lies, or nowhere in particular.
struct Plateau {
    std::vector<const kb::Flag*> flags;
    explicit Plateau(const kb::KnowledgeBase& kb)
    {
        for (const kb::Flag& flag : kb.all<kb::Flag>())
            if (flag.family == kPlateau) flags.push_back(&flag);
    }
    std::vector<double> values(const kb::Cause* cause) const
    {
        std::vector<double> result;
        double sum = 0;
        for (const kb::Flag* flag : flags) {
            result.push_back(cause ? likelihood(*cause, *flag) : flag->background);
            sum += result.back();
        }
        if (cause && sum > 0.95)
            for (double& value : result) value *= 0.95 / sum;
        return result;
    }
    static double none(const std::vector<double>& values)
    {
        double sum = 0;
        for (double value : values) sum += value;
        return std::max(0.05, 1 - sum);
    }
};

std::optional<Weight> plateauWeight(const Plateau& plateau, const kb::Cause& cause, const Evidence& evidence)
{
    const auto own = plateau.values(&cause);
    const auto base = plateau.values(nullptr);
    double absentOwn = 0, absentBase = 0, reliability = 1;
    std::size_t absent = 0;
    std::string last;
    for (std::size_t i = 0; i < plateau.flags.size(); ++i) {
        const auto seen = evidence.find(plateau.flags[i]->id);
        if (seen == evidence.end()) continue;
        if (seen->second.present) {
            const double r = seen->second.reliability();
            return Weight{plateau.flags[i]->id, std::log((r * own[i] + (1 - r) * base[i]) / base[i])};
        }
        absentOwn += own[i];
        absentBase += base[i];
        reliability = std::min(reliability, seen->second.reliability());
        last = plateau.flags[i]->id;
        ++absent;
    }
    if (absent == 0) return std::nullopt;
    const double left = absent == plateau.flags.size() ? Plateau::none(own) : std::max(0.05, 1 - absentOwn);
    return Weight{last, reliability * std::log(left / (1 - absentBase))};
}

Weight flagWeight(const kb::Cause& cause, const kb::Flag& flag, const Observation& seen)
{
    const double r = seen.reliability();
    const double p = r * likelihood(cause, flag) + (1 - r) * flag.background;
    return {flag.id, seen.present ? std::log(p / flag.background) : std::log((1 - p) / (1 - flag.background))};
}

/// All weights of a cause, damped within families.
std::vector<Weight> weigh(const kb::KnowledgeBase& kb, const Plateau& plateau, const kb::Cause& cause,
                          const Evidence& evidence)
{
    std::map<std::string, std::vector<Weight>> families;
    if (auto weight = plateauWeight(plateau, cause, evidence)) families[std::string(kPlateau)].push_back(*weight);
    for (const auto& [id, seen] : evidence) {
        const kb::Flag* flag = kb.find<kb::Flag>(id);
        if (flag && flag->family != kPlateau) families[flag->family].push_back(flagWeight(cause, *flag, seen));
    }
    std::vector<Weight> all;
    for (auto& [family, weights] : families) {
        for (Weight& weight : weights) weight.nats = std::clamp(weight.nats, -kClip, kClip);
        std::stable_sort(weights.begin(), weights.end(),
                         [](const Weight& a, const Weight& b) { return std::fabs(a.nats) > std::fabs(b.nats); });
        for (std::size_t i = 0; i < weights.size(); ++i) {
            weights[i].nats *= kDamping[std::min(i, std::size(kDamping) - 1)];
            all.push_back(weights[i]);
        }
    }
    std::stable_sort(all.begin(), all.end(),
                     [](const Weight& a, const Weight& b) { return std::fabs(a.nats) > std::fabs(b.nats); });
    return all;
}

double entropy(const std::vector<double>& shares)
{
    double sum = 0;
    for (double share : shares)
        if (share > 0) sum -= share * std::log2(share);
    return sum;
}

/// One thing a check can reveal: its outcomes, each with its probability under every cause.
using Variable = std::vector<std::vector<double>>;  // [outcome][cause]

double gainOf(const std::vector<double>& prior, const std::vector<std::vector<double>>& outcomes)
{
    double expected = 0;
    for (const auto& outcome : outcomes) {
        std::vector<double> posterior(prior.size());
        double total = 0;
        for (std::size_t c = 0; c < prior.size(); ++c) total += posterior[c] = prior[c] * outcome[c];
        if (total <= 0) continue;
        for (double& share : posterior) share /= total;
        expected += total * entropy(posterior);
    }
    return entropy(prior) - expected;
}

Variable flagVariable(const kb::Flag& flag, const std::vector<Belief>& beliefs)
{
    Variable result(2);
    for (const Belief& belief : beliefs) {
        const double p = likelihood(*belief.cause, flag);
        result[0].push_back(p);
        result[1].push_back(1 - p);
    }
    return result;
}

Variable plateauVariable(const Plateau& plateau, const std::vector<Belief>& beliefs)
{
    Variable result(plateau.flags.size() + 1);
    for (const Belief& belief : beliefs) {
        auto values = plateau.values(belief.cause);
        values.push_back(Plateau::none(values));
        double total = 0;
        for (double value : values) total += value;
        for (std::size_t i = 0; i < values.size(); ++i) result[i].push_back(values[i] / total);
    }
    return result;
}

std::vector<std::vector<double>> product(const std::vector<Variable>& variables, std::size_t causes)
{
    std::vector<std::vector<double>> result{std::vector<double>(causes, 1.0)};
    for (const Variable& variable : variables) {
        std::vector<std::vector<double>> next;
        for (const auto& have : result)
            for (const auto& outcome : variable) {
                next.push_back(have);
                for (std::size_t c = 0; c < causes; ++c) next.back()[c] *= outcome[c];
            }
        result = std::move(next);
    }
    return result;
}

double effortOf(const kb::Check& check)
{
    const double risk = check.risk == "low" ? 2 : check.risk == "medium" ? 10 : check.risk == "high" ? 30 : 0;
    return check.minutes + 0.5 * check.cost + risk;
}

/// The path has what the cause needs.
bool isOfPath(const kb::Cause& cause, const Context& context)
{
    return cause.needs.empty() || std::any_of(cause.needs.begin(), cause.needs.end(),
                                              [&](const std::string& tag) { return context.contains(tag); });
}

}  // namespace

Ranking rank(const kb::KnowledgeBase& kb, const Context& context, const Evidence& evidence,
             const std::set<std::string>& failed, std::optional<BitRate> crossed)
{
    const Plateau plateau(kb);
    Ranking result;
    std::vector<Belief>& beliefs = result.beliefs;
    std::vector<double> scores;
    double total = 0;
    for (const kb::Cause& cause : kb.all<kb::Cause>()) {
        if (!isOfPath(cause, context)) continue;
        const bool isTried = failed.contains(cause.id);
        text::Sentence why =
            isTried ? text::Sentence(text::say("ruled-out.fix-was-tried", "its fix was tried and did not help"))
                    : whyRuledOut(kb, cause, evidence, crossed);
        if (!why.empty()) {
            result.out.push_back({&cause, std::move(why), isTried});
            continue;
        }
        total += cause.weight;
        beliefs.push_back({&cause, 0, weigh(kb, plateau, cause, evidence)});
    }
    double best = -1e300;
    for (const Belief& belief : beliefs) {
        double score = std::log(belief.cause->weight / total);
        for (const Weight& weight : belief.weights) score += weight.nats;
        scores.push_back(score);
        best = std::max(best, score);
    }
    double sum = 0;
    for (double& score : scores) sum += score = std::exp(score - best);
    for (std::size_t i = 0; i < beliefs.size(); ++i) beliefs[i].share = scores[i] / sum;
    std::stable_sort(beliefs.begin(), beliefs.end(),
                     [](const Belief& a, const Belief& b) { return a.share > b.share; });
    return result;
}

std::vector<NextCheck> nextChecks(const kb::KnowledgeBase& kb, const std::vector<Belief>& beliefs,
                                  const Evidence& evidence)
{
    const Plateau plateau(kb);
    std::vector<double> prior;
    for (const Belief& belief : beliefs) prior.push_back(belief.share);
    const bool plateauKnown = std::any_of(plateau.flags.begin(), plateau.flags.end(),
                                          [&](const kb::Flag* flag) { return evidence.contains(flag->id); });
    std::vector<NextCheck> result;
    for (const kb::Check& check : kb.all<kb::Check>()) {
        std::vector<std::pair<double, Variable>> variables;
        for (const std::string& id : check.flags) {
            Variable variable;
            if (id == kPlateau) {
                if (plateauKnown) continue;
                variable = plateauVariable(plateau, beliefs);
            } else {
                const kb::Flag* flag = kb.find<kb::Flag>(id);
                if (!flag || evidence.contains(id)) continue;
                variable = flagVariable(*flag, beliefs);
            }
            const double alone = gainOf(prior, variable);
            variables.emplace_back(alone, std::move(variable));
        }
        std::stable_sort(variables.begin(), variables.end(),
                         [](const auto& a, const auto& b) { return a.first > b.first; });
        std::vector<Variable> used;
        std::size_t outcomes = 1;
        for (auto& [alone, variable] : variables) {
            if (outcomes * variable.size() > std::max<std::size_t>(kMostOutcomes, 20)) break;
            outcomes *= variable.size();
            used.push_back(std::move(variable));
        }
        if (used.empty()) continue;
        NextCheck next{&check, gainOf(prior, product(used, prior.size())), effortOf(check), 0};
        next.bitsPerMinute = next.bits / next.effort;
        if (next.bits >= 0.005) result.push_back(next);
    }
    std::stable_sort(result.begin(), result.end(),
                     [](const NextCheck& a, const NextCheck& b) { return a.bitsPerMinute > b.bitsPerMinute; });
    return result;
}

std::string_view likelihoodWord(double share)
{
    if (share >= 0.80) return "very likely";
    if (share >= 0.50) return "likely";
    return share >= 0.20 ? "possible" : "less likely";
}

}  // namespace sokudo::diagnose
