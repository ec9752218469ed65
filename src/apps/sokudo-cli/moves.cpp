// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/cutover/moves.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant = "now", from, to;
    double seconds = 60;
};

Json toJson(const cutover::MoveList& list)
{
    Json result{
        {"sentence", plain(list.sentence)},    {"new_leads", list.count.leads}, {"new_modules", list.count.modules},
        {"renumbered", list.count.renumbered}, {"moves", Json::array()},        {"notes", Json::array()}};
    for (const cutover::Move& move : list.moves) {
        Json settings = Json::array();
        for (const cutover::Setting& one : move.settings)
            settings.push_back({{"what", one.what}, {"value", one.value}});
        result["moves"].push_back({{"from", move.fromName},
                                   {"to", move.toName},
                                   {"partner", move.partner},
                                   {"rate_bps", move.rate.steps()},
                                   {"new_lead", move.needsLead},
                                   {"new_module", move.newModule},
                                   {"old_module", move.oldModule},
                                   {"settings", settings}});
    }
    for (const text::Sentence& note : list.notes) result["notes"].push_back(plain(note));
    return result;
}

void show(const cutover::MoveList& list)
{
    print(plain(list.sentence));
    for (const cutover::Move& move : list.moves) {
        std::string line = fmt::format("  [ ] {:<16} → {:<16} {}, {}", move.fromName, move.toName, move.partner,
                                       text::linkRate(move.rate));
        if (move.needsLead) line += "; another lead";
        if (!move.newModule.empty()) line += "; put a " + move.newModule + " in";
        else if (!move.oldModule.empty()) line += "; take the " + move.oldModule + " out";
        print(plain(line));
        for (const cutover::Setting& one : move.settings) print(plain("        set " + one.what + ": " + one.value));
    }
    for (const text::Sentence& note : list.notes) print(plain("Note: " + note.text()));
}

int answer(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto house = houseCalled(*project, given.variant);
    if (!house) return fail(house.error());
    const auto from = deviceCalled(*house, given.from), to = deviceCalled(*house, given.to);
    if (!from) return fail(from.error());
    if (!to) return fail(to.error());
    const auto list = [&] {
        Patience patience(given.seconds);
        return cutover::moveList({*house, *from, *to, context.kb, buy::builtInSolver(),
                                  [&](double share) { return patience.goesOn(share); }});
    }();
    if (!list) return fail(list.error());
    if (context.json) print(toJson(*list));
    else show(*list);
    return list->notes.empty() ? kFine : kFindings;
}

}  // namespace

void addMoves(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb =
        verbs.add("moves", "Which lead of an old switch goes into which port of a new one, with the least to buy");
    verb.option("FILE", given->file, "project").required();
    verb.option("--from", given->from, "the old switch").required();
    verb.option("--to", given->to, "the new one").required();
    verb.option("--variant", given->variant, "in this variant; the house as it is unless told otherwise");
    verb.option("--seconds", given->seconds, "stop after so many and give the best found; 60 unless told otherwise")
        .within(1.0, 86400.0);
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
