// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/measure/parse_result.h"
#include "core/measure/speed_up.h"

namespace sokudo::cli {
namespace {

int showGain(const measure::SpeedUp& gain, const Context& context)
{
    if (context.json) {
        print(Json{{"factor", gain.least}, {"factor_most", gain.most}, {"working", plain(gain.working)}});
    } else {
        print(gain.least < gain.most
                  ? fmt::format("{} to {} times as fast", text::number(gain.least), text::number(gain.most))
                  : fmt::format("{} times as fast", text::number(gain.least)));
        print(gain.working);
    }
    return kFine;
}

}  // namespace

void addConvert(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("convert",
                          "Read a result as people write it: bits and bytes, decimal and binary, with its error; or a "
                          "gain such as \"900 % faster\"");
    auto line = std::make_shared<std::string>();
    verb.option("TEXT", *line, "such as \"1.2 GB in 9.8 s ±1\" or \"2.35 Gbit/s\"").required();
    verb.answer([line, &context] {
        const auto parsed = measure::parseResult(*line);
        if (!parsed) {
            const auto gain = measure::readSpeedUp(*line);
            if (gain) return showGain(*gain, context);
            // Two figures with “to” between them were meant as a gain.
            if (line->find(" to ") != std::string::npos) return fail(gain.error());
        }
        if (!parsed) return fail(parsed.error());
        const auto& rate = parsed->rate;
        if (context.json) {
            print(Json{{"rate_bps", rate.value.steps()},
                       {"low_bps", rate.low.steps()},
                       {"high_bps", rate.high.steps()},
                       {"working", parsed->working.text()}});
        } else {
            print(fmt::format("{} = {}", text::rate(rate.value), text::byteRate(rate.value, 4)));
            if (rate.low != rate.high)
                print(fmt::format("between {} and {}", text::rate(rate.low), text::rate(rate.high)));
            print(parsed->working);
        }
        return kFine;
    });
}

}  // namespace sokudo::cli
