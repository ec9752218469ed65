// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/batch.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <boost/math/distributions/beta.hpp>

#include "core/base/text.h"
#include "core/kb/buy_rows.h"

namespace sokudo::cabletest {
namespace {

constexpr int kMost = 10'000;

tl::unexpected<Error> wrong(text::Sentence what, std::string where = {})
{
    return failure(ErrorCode::BadInput, std::move(what), std::move(where));
}

/// Probability of k bad of n under beta(a, b).
double betaBinomial(int k, int n, double a, double b)
{
    const double choose = std::lgamma(n + 1.0) - std::lgamma(k + 1.0) - std::lgamma(n - k + 1.0);
    const auto logBeta = [](double x, double y) { return std::lgamma(x) + std::lgamma(y) - std::lgamma(x + y); };
    return std::exp(choose + logBeta(k + a, n - k + b) - logBeta(a, b));
}

}  // namespace

Prior usualPrior(const kb::KnowledgeBase& kb)
{
    const double share = kb::tradeFigure(kb, "fault-share") / 100;
    return share > 0 && share < 1 ? Prior{1, 1 / share - 1} : Prior{};
}

Result<BatchAnswer> batchAnswer(const BatchQuestion& asked)
{
    for (int count : {asked.bad, asked.tested, asked.untested})
        if (count < 0 || count > kMost) return wrong(text::say("batch.count", "counts are 0 to 10,000"));
    if (asked.bad > asked.tested)
        return wrong(text::say("batch.more-bad", "{} bad of {} tested: there are more bad ones than were tested",
                               asked.bad, asked.tested));
    if (asked.sure < 0.5 || asked.sure > 0.999)
        return wrong(text::say("batch.sure", "the certainty is 50 % to 99.9 %"));
    if (asked.prior.bad <= 0 || asked.prior.good <= 0)
        return wrong(text::say("batch.prior", "the prior counts some bad and some good ones, above 0"));
    const double a = asked.prior.bad + asked.bad, b = asked.prior.good + asked.tested - asked.bad;
    BatchAnswer answer;
    answer.share = a / (a + b);
    answer.shareBelow = boost::math::quantile(boost::math::beta_distribution(a, b), asked.sure);
    answer.expectedBad = asked.untested * answer.share;
    double sum = 0;
    for (int k = 0; k <= asked.untested && sum < 1 - 1e-12; ++k) {
        answer.exactly.push_back(betaBinomial(k, asked.untested, a, b));
        sum += answer.exactly.back();
    }
    answer.noneBad = answer.exactly.empty() ? 1 : answer.exactly.front();
    for (int more = 0; more < asked.untested && !answer.testMore; ++more)
        if (betaBinomial(0, asked.untested - more, a, b + more) >= asked.sure) answer.testMore = more;
    const std::string sure = fmt::format("{:.4g} %", 100 * asked.sure);
    answer.priorSays = text::say("batch.prior-says", "Before any test {:.3g} bad of {:.3g} was taken for usual",
                                 asked.prior.bad, asked.prior.bad + asked.prior.good);
    if (asked.untested == 0)
        answer.says = text::say("batch.all-tested", "All are tested; the share of bad ones of this work is {:.1f} %",
                                100 * answer.share);
    else if (answer.testMore == 0)
        answer.says =
            text::say("batch.sure-now", "All {} untested are good with {:.1f} %: no more need be tested to be {} sure",
                      asked.untested, 100 * answer.noneBad, sure);
    else
        answer.says = text::say("batch.says", "{:.1f} of the {} untested are bad on average, none with {:.1f} %: {}",
                                answer.expectedBad, asked.untested, 100 * answer.noneBad,
                                answer.testMore ? fmt::format("test {} more; if all are good the rest are good with {}",
                                                              *answer.testMore, sure)
                                                : fmt::format("only testing all of them makes {} sure", sure));
    return answer;
}

Result<BatchQuestion> batchQuestion(const std::string& line, const kb::KnowledgeBase& kb)
{
    BatchQuestion question;
    question.prior = usualPrior(kb);
    bool hasTested = false, hasUntested = false;
    for (const std::string& part : text::split(text::lower(line), ',')) {
        std::vector<double> figures;
        std::vector<std::string> words;
        for (std::string word : text::split(text::trimmed(part), ' ')) {
            if (word.ends_with("%")) word.pop_back();
            if (word.empty()) continue;
            if (const auto value = text::parseNumber(word)) figures.push_back(*value);
            else words.push_back(word);
        }
        const auto says = [&](const char* word) { return std::find(words.begin(), words.end(), word) != words.end(); };
        const bool isWhole = std::all_of(figures.begin(), figures.end(), [](double value) {
            return value == std::floor(value) && std::abs(value) <= kMost;
        });
        if (words.empty() && figures.empty()) continue;
        if (says("prior") && figures.size() == 2 && figures[1] > figures[0])
            question.prior = {figures[0], figures[1] - figures[0]};
        else if (says("sure") && figures.size() == 1) question.sure = figures[0] > 1 ? figures[0] / 100 : figures[0];
        else if (says("bad") && figures.size() == 2 && isWhole) {
            question.bad = static_cast<int>(figures[0]);
            question.tested = static_cast<int>(figures[1]);
            hasTested = true;
        } else if (says("untested") && figures.size() == 1 && isWhole) {
            question.untested = static_cast<int>(figures[0]);
            hasUntested = true;
        } else
            return wrong(text::say("batch.part", "say “2 bad of 5”, “19 untested”, “prior 1 of 20” or “sure 99%”"),
                         "“" + text::trimmed(part) + "”");
    }
    if (!hasTested || !hasUntested)
        return wrong(
            text::say("batch.needs",
                      "say how many were bad of how many, and how many are untested: “2 bad of 5, 19 untested”"),
            "“" + line + "”");
    return question;
}

}  // namespace sokudo::cabletest
