// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/match/rule.h"

namespace sokudo::match {
namespace {

std::optional<Outcome> judge(const LinkEnd& end, const LinkContext& link, Spot spot)
{
    if (!end.port || !end.cage) return std::nullopt;
    const auto outcome = [&](Verdict verdict, std::optional<BitRate> rate, std::string pattern, std::string caseId, Certainty certainty = Certainty::Typical) {
        text::Args args{{"end", end.name}, {"cage", end.cage->name}, {"module", end.module ? end.module->name : end.port->module}};
        if (end.module) args.emplace_back("rate", text::Arg(end.module->rates.front()));
        if (end.port->forced) args.emplace_back("forced", text::Arg(*end.port->forced));
        if (rate) args.emplace_back("runs", text::Arg(*rate));
        return Outcome{verdict, rate, std::move(pattern), std::move(args), {end.cage->from.source, certainty}, spot, std::move(caseId)};
    };
    if (!end.cage->holdsModule) {
        if (end.port->module.empty()) return std::nullopt;
        return outcome(Verdict::NoLink, {}, "{end} is a fixed {cage} socket: no module goes into it", "no-cage", Certainty::Standard);
    }
    if (end.port->module.empty()) {
        if (link.isCaptive()) return std::nullopt;
        return outcome(Verdict::Unknown, {}, "{end} is an empty {cage} cage: choose the module", "empty-cage", Certainty::Standard);
    }
    if (!end.module) return outcome(Verdict::Unknown, {}, "{module} in {end} is not in the catalogue: choose one that is", "unknown-module");
    const kb::Cage* home = link.kb.cage(end.module->cage);
    if (!home || home->family != end.cage->family)
        return outcome(Verdict::NoLink, {}, "the {module} does not go into the {cage} cage of {end}", "md-12", Certainty::Standard);
    const auto offered = [&](BitRate rate) { return std::find(end.hostRates.begin(), end.hostRates.end(), rate) != end.hostRates.end(); };
    if (!end.rates.empty()) {
        const BitRate runs = end.rates.front();
        const bool isEnough = link.wanted && *link.wanted <= runs;
        if (runs < end.cage->rate && !end.port->forced && !isEnough)
            return outcome(Verdict::Limited, runs, "the {module} runs at {runs} in the {cage} cage of {end}", "md-09");
        return outcome(Verdict::Fits, {}, "the {module} belongs in the {cage} cage of {end}", "md-01", Certainty::Standard);
    }
    const bool tooFast = std::none_of(end.module->rates.begin(), end.module->rates.end(), [&](BitRate rate) { return rate <= end.cage->rate; });
    if (tooFast)
        return outcome(Verdict::NoLink, {}, "the {module} is built for {rate} only; the {cage} cage of {end} is slower", "md-07");
    if (end.port->forced && !offered(end.module->rates.front()))
        return outcome(Verdict::NoLink, {}, "{end} is forced to {forced}; the {module} runs at {rate} only. Set the port to {rate}, or fit a module of {forced}", "forced");
    if (end.ratesStated) return outcome(Verdict::NoLink, {}, "{end} does not list {rate}, and the {module} runs at nothing else", "md-03");
    return outcome(Verdict::Unknown, {}, "hosts seldom offer {rate} in a {cage} cage: look for it in the list of {end}", "md-03");
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (auto outcome = judge(link.a, link, Spot::CageA)) found.push_back(*outcome);
    if (auto outcome = judge(link.b, link, Spot::CageB)) found.push_back(*outcome);
    return found;
}

}  // namespace

constinit const Rule kModuleInCage{
    .id = "module-in-cage",
    .title = "Each module runs in its cage",
    .why = "An optic runs only at the rate it was built for; the cage decides the most, the host's setting decides the actual rate.",
    .check = &check,
};

}  // namespace sokudo::match
