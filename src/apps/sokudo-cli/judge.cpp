// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/diagnose/asymmetry.h"
#include "core/diagnose/judgement.h"
#include "core/measure/parse_result.h"
#include "core/oneline/path_line.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct Options : PathOptions {
    std::string measured, line, reverse;
    bool isDialog = false;
};

Result<expect::Expectation> expected(const Options& given, Context& context)
{
    if (!given.line.empty()) return oneline::expectPathLine(given.line, context.kb);
    if (given.file.empty() || given.from.empty() || given.to.empty())
        return failure(ErrorCode::BadInput, "say which path: --path \"LINE\", or FILE with --from A --to B");
    const auto project = openProject(given.file, context);
    if (!project) return tl::unexpected(project.error());
    const auto question = questionOf(project->plan, given);
    if (!question) return tl::unexpected(question.error());
    return expect::expectation(project->plan, context.kb, match::judgeAll(project->plan, context.kb), *question);
}

Json inJson(const diagnose::AsymmetryView& asymmetry)
{
    Json result{{"asymmetric", asymmetry.isAsymmetric},
                {"ratio", asymmetry.ratio},
                {"ruled_out", asymmetry.ruledOut},
                {"sentence", plain(asymmetry.sentence)},
                {"slower_hop_bps", asymmetry.slowerHop ? Json(asymmetry.slowerHop->steps()) : Json(nullptr)},
                {"suspects", Json::array()}};
    for (const auto& suspect : asymmetry.suspects)
        result["suspects"].push_back(
            {{"id", suspect.row->id}, {"suspect", suspect.row->suspect}, {"look", suspect.row->look}});
    return result;
}

Json inJson(const diagnose::Judgement& judgement, BitRate measured, const expect::Expectation& path,
            const std::optional<diagnose::AsymmetryView>& asymmetry)
{
    Json result{{"verdict", diagnose::verdictCode(judgement)},
                {"standing", diagnose::code(judgement.stand.at)},
                {"standing_least", diagnose::code(judgement.stand.least)},
                {"standing_most", diagnose::code(judgement.stand.most)},
                {"borderline", judgement.stand.isBorderline()},
                {"above_estimate", judgement.stand.isAboveEstimate},
                {"share", judgement.share},
                {"suggested_unit", judgement.suggestedUnit.empty() ? Json(nullptr) : Json(judgement.suggestedUnit)},
                {"rate_bps", measured.steps()},
                {"expected_bps",
                 {{"low", path.expected.low.steps()},
                  {"typical", path.expected.typical.steps()},
                  {"high", path.expected.high.steps()}}},
                {"units", Json::array()},
                {"why", Json::array()}};
    for (const diagnose::UnitReading& reading : judgement.readings)
        result["units"].push_back({{"id", reading.row->id},
                                   {"unit", reading.unit.empty() ? Json(nullptr) : Json(reading.unit)},
                                   {"factor", reading.factor},
                                   {"probability", reading.probability}});
    for (const text::Sentence& one : judgement.why) result["why"].push_back(plain(one));
    if (asymmetry) result["asymmetry"] = inJson(*asymmetry);
    return result;
}

void printWords(const diagnose::Judgement& judgement, const std::optional<diagnose::AsymmetryView>& asymmetry)
{
    print(diagnose::verdictText(judgement));
    for (const text::Sentence& one : judgement.why) print("  " + one);
    if (!asymmetry) return;
    print("  " + asymmetry->sentence);
    for (const auto& suspect : asymmetry->suspects)
        print(fmt::format("    {}: {}", suspect.row->suspect, suspect.row->look));
}

int answer(const Options& given, Context& context)
{
    const auto measured = measure::parseResult(given.measured);
    if (!measured) return fail(measured.error());
    const auto path = expected(given, context);
    if (!path) return fail(path.error());
    if (path->isEmpty()) return fail({ErrorCode::BadInput, "nothing of this path is known yet", ""});
    const auto source = given.isDialog ? diagnose::Source::CopyDialog
                        : given.copy   ? diagnose::Source::FileCopy
                                       : diagnose::Source::Unknown;
    const diagnose::Judgement judgement = diagnose::judge(measured->rate, given.measured, *path, context.kb, source);
    std::optional<diagnose::AsymmetryView> asymmetry;
    if (!given.reverse.empty()) {
        const auto back = measure::parseResult(given.reverse);
        if (!back) return fail(back.error());
        asymmetry = diagnose::asymmetry(measured->rate.value, back->rate.value, *path, context.kb);
    }
    if (context.json) print(inJson(judgement, measured->rate.value, *path, asymmetry));
    else printWords(judgement, asymmetry);
    const bool isFine = judgement.suggestedUnit.empty() && !judgement.stand.isSlow() &&
                        judgement.stand.at != diagnose::BandPosition::Impossible;
    return isFine ? kFine : kFindings;
}

}  // namespace

void addJudge(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("judge", "Compare a measured figure with what its path should carry");
    auto given = std::make_shared<Options>();
    verb.option("MEASURED", given->measured, "such as \"1.15 GB/s\" or \"3 GiB in 27 s ±1\"").required();
    verb.option("FILE", given->file, "project or exported JSON, with --from and --to");
    verb.option("--path", given->line, "a path line, such as \"10g | pcie 3.0 x4\"");
    verb.option("--reverse", given->reverse,
                "the figure of the other direction: says what is ruled out when the two differ");
    verb.flag("--dialog", given->isDialog,
              "the figure is what a copy dialog showed: there, bits are often written for bytes");
    addEnds(verb, *given, false);
    addTraffic(verb, *given);
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
