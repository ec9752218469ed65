// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/qualify.h"

#include <cmath>

#include <fmt/format.h>
#include <boost/math/distributions/chi_squared.hpp>

#include "core/base/text.h"

namespace sokudo::cabletest {
namespace {

tl::unexpected<Error> wrong(text::Sentence what) { return failure(ErrorCode::OutOfRange, std::move(what)); }

/// Events that so many seen ones may have been on average, as sure as asked.
double mostEvents(std::int64_t seen, double sure)
{
    const boost::math::chi_squared_distribution<double> events(2.0 * static_cast<double>(seen) + 2);
    return boost::math::quantile(events, sure) / 2;
}

std::string power(double value)
{
    const int exponent = static_cast<int>(std::floor(std::log10(value)));
    return fmt::format("{:.2g}e{}", value / std::pow(10.0, exponent), exponent);
}

}  // namespace

Result<QualifyAnswer> qualifyAnswer(const QualifyQuestion& asked)
{
    if (asked.rate <= BitRate{}) return wrong(text::say("qualify.rate", "the rate is above 0"));
    if (asked.load <= 0 || asked.load > 1)
        return wrong(text::say("qualify.load", "the load is above 0 % and at most 100 %"));
    if (asked.wanted <= 0 || asked.wanted > 0.01)
        return wrong(text::say("qualify.ratio", "the bit error ratio is above 0 and at most 0.01, such as 1e-10"));
    if (asked.sure < 0.5 || asked.sure > 0.9999)
        return wrong(text::say("qualify.sure", "the certainty is 50 % to 99.99 %"));
    if (asked.frameBytes < 64 || asked.frameBytes > 9018)
        return wrong(text::say("qualify.frame", "frames have 64 to 9018 bytes"));
    if (asked.errors < 0 || (asked.ran && *asked.ran <= 0))
        return wrong(text::say("qualify.run", "a run sends more than 0 bits and counts no errors or some"));
    QualifyAnswer answer;
    answer.bits = mostEvents(0, asked.sure) / asked.wanted;
    answer.withOne = mostEvents(1, asked.sure) / asked.wanted;
    answer.time = Duration::of(answer.bits / (asked.rate.in() * asked.load));
    answer.framesLost = 1e6 * -std::expm1(8.0 * asked.frameBytes * std::log1p(-asked.wanted));
    const std::string sure = fmt::format("{:.4g} %", 100 * asked.sure);
    if (asked.ran) {
        answer.bound = mostEvents(asked.errors, asked.sure) / *asked.ran;
        answer.isProved = *answer.bound <= asked.wanted;
        answer.says =
            text::say("qualify.ran", "{}: with {} errors in {} bits the ratio is below {} with {}{}",
                      *answer.isProved ? "Proved" : "Not proved", asked.errors, power(*asked.ran), power(*answer.bound),
                      sure, *answer.isProved ? std::string() : fmt::format("; wanted is {}", power(asked.wanted)));
    } else {
        answer.says =
            text::say("qualify.run-for",
                      "Run it for {} at {:.0f} % load: {} bits without an error prove a ratio below {} with {}; with "
                      "one error it takes {}",
                      text::figure::duration(answer.time), 100 * asked.load, power(answer.bits), power(asked.wanted),
                      sure, text::duration(Duration::of(answer.withOne / (asked.rate.in() * asked.load))));
    }
    answer.provesNot = text::say("qualify.not",
                                 "It proves this link, at this rate, load and warmth, with what lies beside it today: "
                                 "not the category of the cable, "
                                 "nor a faster rate, nor a hot summer; errors that FEC corrects are not seen");
    return answer;
}

}  // namespace sokudo::cabletest
