// SPDX-License-Identifier: GPL-3.0-or-later
#include <CLI/CLI.hpp>
#include <fmt/format.h>

#include "cli.h"

namespace sokudo::cli {

void addCheck(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("check", "Judge every link of a project, worst first");
    auto file = std::make_shared<std::string>();
    verb->add_option("FILE", *file, "project or exported JSON")->required();
    verb->callback([file, &context] {
        context.run = [file, &context] {
            const auto project = openProject(*file, context);
            if (!project) return fail(project.error());
            const Analysis analysis = analyse(project->plan, context.kb);
            Verdict worst = Verdict::Fits;
            for (const auto& link : analysis.links) worst = worse(worst, link.verdict);
            if (context.json) {
                Json made{{"verdict", code(worst)}, {"counts", Json::object()}, {"links", Json::array()}, {"gaps", Json::array()}};
                for (Verdict verdict : kAllVerdicts) made["counts"][std::string(code(verdict))] = analysis.count(verdict);
                for (const auto& link : analysis.links) made["links"].push_back(toJson(link, context.kb));
                for (const Gap& gap : analysis.gaps) made["gaps"].push_back(gap.text);
                made["swaps"] = Json::array();
                for (const match::Swap& swap : analysis.swaps) made["swaps"].push_back(plain(swap.text));
                print(made);
            } else {
                for (const auto& link : analysis.links) print(linkText(link, context.kb));
                for (const match::Swap& swap : analysis.swaps) print("swap: " + swap.text);
                for (const Gap& gap : analysis.gaps) print("missing: " + gap.text);
            }
            return statusOf(worst);
        };
    });
}

}  // namespace sokudo::cli
