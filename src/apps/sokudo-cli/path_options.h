// SPDX-License-Identifier: GPL-3.0-or-later
// What most verbs are asked about: a project, a path in it, a link in it.
#pragma once

#include "cli.h"
#include "core/expect/path_expectation.h"

namespace sokudo::cli {

/// A verb whose first word is a project. `run(project, given, context)` gives the exit status; the caller adds further
/// options.
/// @tparam Options  has a std::string `file`
template <class Options, class Run>
Verb projectVerb(Verbs& verbs, Context& context, const char* name, const char* says, std::shared_ptr<Options> given,
                 Run run)
{
    auto verb = verbs.add(name, says);
    verb.option("FILE", given->file, "project or exported JSON").required();
    verb.answer([given, run, &context] {
        const auto project = openProject(given->file, context);
        return project ? run(*project, *given, context) : fail(project.error());
    });
    return verb;
}

struct ProjectOptions {
    std::string file;
};

/// A path between two hosts of a project.
struct PathOptions {
    std::string file, from, to, protocol;
    bool copy = false, both = false;
    int streams = 1, way = 0, disksFrom = 1, disksTo = 1;
    expect::Traffic traffic() const { return copy ? expect::Traffic::FileCopy : expect::Traffic::MemoryToMemory; }
};
/// Adds --from and --to.
void addEnds(Verb& verb, PathOptions&, bool required);
/// Adds --copy, --protocol and --streams.
void addTraffic(Verb& verb, PathOptions&);
Result<expect::PathQuestion> questionOf(const plan::Plan&, const PathOptions&);

/// A link of a project, or the one a line makes.
struct LinkOptions {
    std::string file, link;
};
void addLinkOptions(Verb& verb, LinkOptions&);
struct LinkFound {
    plan::Plan plan;
    match::ReportPtr report;
    bool isLine = false;  ///< made from a line, which knows nothing of rooms and walls
};
/// @error NotFound  names the nearest run
Result<LinkFound> findLink(const LinkOptions&, Context&);

}  // namespace sokudo::cli
