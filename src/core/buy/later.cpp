// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/later.h"

#include <cmath>

#include "core/base/text.h"
#include "core/buy/currency_converter.h"
#include "core/kb/buy_rows.h"

namespace sokudo::buy {
namespace {

tl::unexpected<Error> wrong(const std::string& part, text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what), "“" + part + "”");
}

struct Parts {
    std::optional<double> premium, redo, years, probability, discount;
};

/// One part between commas: a word and a figure, in either order.
Result<bool> readPart(const std::string& part, Parts& into)
{
    std::optional<double> figure;
    std::string word;
    bool isPercent = false;
    for (const std::string& one : text::words(text::lower(part))) {
        std::string bare = one;
        if (bare.ends_with("%")) isPercent = true, bare.pop_back();
        if (const auto value = text::parseNumber(bare)) figure = value;
        else if (bare != "a" && bare != "year" && bare != "in") word = bare;
        else if (bare == "year" && word.empty()) word = "years";
    }
    if (!figure) return wrong(part, text::say("later.no-figure", "a figure is missing: write “premium 400”"));
    std::optional<double>* field = word == "premium"                                          ? &into.premium
                                   : word == "redo"                                           ? &into.redo
                                   : word == "years" || word == "year"                        ? &into.years
                                   : word == "p" || word == "probability" || word == "chance" ? &into.probability
                                   : word == "discount"                                       ? &into.discount
                                                                                              : nullptr;
    if (!field)
        return wrong(part, text::say("later.what", "what it is, is missing: premium, redo, years, p or discount"));
    *field = isPercent ? *figure / 100 : *figure;
    return true;
}

}  // namespace

Result<LaterQuestion> laterQuestion(const std::string& line, const kb::KnowledgeBase& kb)
{
    Parts parts;
    for (const std::string& part : text::split(line, ',')) {
        if (text::trimmed(part).empty()) continue;
        if (const auto read = readPart(part, parts); !read) return tl::unexpected(read.error());
    }
    if (!parts.premium || !parts.redo || !parts.probability)
        return wrong(line,
                     text::say("later.needs", "say premium, redo and p: “premium 400, redo 2200, 8 years, p 0.4”"));
    LaterQuestion question;
    const double years = parts.years.value_or(kb::tradeFigure(kb, "horizon"));
    question.discount = parts.discount.value_or(kb::tradeFigure(kb, "discount") / 100);
    question.probability = *parts.probability;
    const auto within = [](double value, double least, double most) { return value >= least && value <= most; };
    if (!within(*parts.premium, 0, 1e7) || !within(*parts.redo, 0, 1e7))
        return wrong(line, text::say("later.money", "premium and redo lie between 0 and 10,000,000"));
    if (!within(years, 1, 60) || years != std::floor(years))
        return wrong(line, text::say("later.years", "the horizon is 1 to 60 whole years"));
    if (!within(question.probability, 0, 1))
        return wrong(line, text::say("later.p", "p is a probability: 0 to 1, or 0 % to 100 %"));
    if (!within(question.discount, 0, 0.5))
        return wrong(line, text::say("later.discount", "the discount rate is 0 % to 50 % a year"));
    question.premium = Money::of(*parts.premium);
    question.redo = Money::of(*parts.redo);
    question.years = static_cast<int>(years);
    return question;
}

LaterAnswer laterAnswer(const LaterQuestion& question)
{
    LaterAnswer answer;
    double sum = 0;
    for (int year = 1; year <= question.years; ++year) sum += std::pow(1 + question.discount, -year);
    answer.factor = sum / question.years;
    const double redo = question.redo.in() * answer.factor;
    answer.expected = Money::of(question.probability * redo);
    if (redo > 0 && question.premium.in() <= redo) answer.breakEven = question.premium.in() / redo;
    if (question.probability > 0)
        answer.breakEvenRedo = Money::of(question.premium.in() / (question.probability * answer.factor));
    answer.paysNow = answer.expected > question.premium;
    const std::string premium = amountText(question.premium), expected = amountText(answer.expected);
    if (!answer.breakEven)
        answer.sentence = text::say("later.never",
                                    "Wait: doing it again costs less today than the premium of {}, even if "
                                    "it is sure to be needed",
                                    premium);
    else
        answer.sentence =
            text::say("later.answer",
                      "{}: the premium is {}, waiting costs {} on average; it pays from a probability of {:.0f} % on",
                      answer.paysNow ? "Pay the premium now" : "Wait", premium, expected, 100 * *answer.breakEven);
    return answer;
}

}  // namespace sokudo::buy
