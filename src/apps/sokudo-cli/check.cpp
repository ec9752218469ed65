// SPDX-License-Identifier: GPL-3.0-or-later
#include "path_options.h"

namespace sokudo::cli {
namespace {

int answer(const store::Project& project, const ProjectOptions&, Context& context)
{
    const Analysis analysis = analyse(project.plan, context.kb);
    Verdict worst = Verdict::Fits;
    for (const auto& link : analysis.links) worst = worse(worst, link.verdict);
    if (context.json) {
        Json result{
            {"verdict", code(worst)}, {"counts", Json::object()}, {"links", Json::array()}, {"gaps", Json::array()}};
        for (Verdict verdict : kAllVerdicts) result["counts"][std::string(code(verdict))] = analysis.count(verdict);
        for (const auto& link : analysis.links) result["links"].push_back(toJson(link, context.kb));
        for (const Gap& gap : analysis.gaps) result["gaps"].push_back(gap.text);
        result["swaps"] = Json::array();
        for (const match::Swap& swap : analysis.swaps) result["swaps"].push_back(plain(swap.text));
        result["power"] = Json::array();
        for (const power::Judgement& one : analysis.power)
            result["power"].push_back({{"rule", one.rule},
                                       {"verdict", code(one.verdict)},
                                       {"what", plain(one.what)},
                                       {"fix", plain(one.fix)}});
        print(result);
    } else {
        for (const auto& link : analysis.links) print(linkText(link, context.kb));
        for (const match::Swap& swap : analysis.swaps) print("swap: " + swap.text);
        for (const Gap& gap : analysis.gaps) print("missing: " + gap.text);
        for (const power::Judgement& one : analysis.power)
            if (one.verdict != Verdict::Limited) print(plain("power: " + one.what.text() + "; " + one.fix.text()));
    }
    return statusOf(worst);
}

}  // namespace

void addCheck(Verbs& verbs, Context& context)
{
    projectVerb(verbs, context, "check", "Judge every link of a project, worst first",
                std::make_shared<ProjectOptions>(), &answer);
}

}  // namespace sokudo::cli
