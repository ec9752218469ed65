// SPDX-License-Identifier: GPL-3.0-or-later
#include <CLI/CLI.hpp>

#include "cli.h"
#include "core/expect/path_expectation.h"

namespace sokudo::cli {

namespace {
struct Options { std::string file, from, to, protocol; bool copy = false; int streams = 1; };
}  // namespace

void addExpect(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("expect", "What should pass between two hosts of a project?");
    auto given = std::make_shared<Options>();
    verb->add_option("FILE", given->file, "project or exported JSON")->required();
    verb->add_option("--from", given->from, "name of the sending device")->required();
    verb->add_option("--to", given->to, "name of the receiving device")->required();
    verb->add_flag("--copy", given->copy, "a file copy instead of memory to memory");
    verb->add_option("--protocol", given->protocol, "file share of the copy: smb, smb-multi, nfs, nfs-multi, http, ssh");
    verb->add_option("--streams", given->streams, "parallel streams")->check(CLI::Range(1, 64));
    verb->callback([given, &context] {
        context.run = [given, &context] {
            const auto project = openProject(given->file, context);
            if (!project) return fail(project.error());
            const auto ends = pathEnds(project->plan, given->from, given->to);
            if (!ends) return fail(ends.error());
            const Analysis analysis = analyse(project->plan, context.kb);
            const auto path = expect::expectation(project->plan, context.kb, analysis.links,
                                                  {ends->from, ends->to, given->copy ? expect::Traffic::FileCopy : expect::Traffic::MemoryToMemory, given->streams, given->protocol});
            if (!path) return fail(path.error());
            if (context.json) print(toJson(*path, context.kb));
            else print(expectationText(*path));
            return kFine;
        };
    });
}

}  // namespace sokudo::cli
