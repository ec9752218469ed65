// SPDX-License-Identifier: GPL-3.0-or-later
#include "path_options.h"

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/oneline/link_line.h"

namespace sokudo::cli {
namespace {

/// The link named by one of its runs or by its title.
Result<match::ReportPtr> linkCalled(const match::Reports& reports, const plan::Plan& plan, const std::string& name)
{
    std::vector<std::string> known;
    for (std::size_t i = 0; i < reports.size(); ++i) {
        for (plan::RunId id : reports[i].link.runs)
            if (const plan::Run* run = plan.runs.find(id)) {
                if (text::lower(run->label) == text::lower(name)) return reports.row(i);
                known.push_back(run->label);
            }
        if (text::lower(reports[i].title) == text::lower(name)) return reports.row(i);
    }
    const std::string near = text::nearest(name, known);
    return failure(ErrorCode::NotFound,
                   fmt::format("there is no run or link “{}”{}", name,
                               near.empty() ? "; sokudo-cli check FILE lists them" : "; did you mean " + near + "?"));
}

}  // namespace

void addEnds(Verb& verb, PathOptions& given, bool required)
{
    verb.option("--from", given.from, "name of the sending device").required(required);
    verb.option("--to", given.to, "name of the receiving device").required(required);
}

void addTraffic(Verb& verb, PathOptions& given)
{
    verb.flag("--copy", given.copy, "a file copy instead of memory to memory");
    verb.option("--protocol", given.protocol,
                "file share of the copy, such as smb, nfs, http or ssh; without --copy: rdma");
    verb.option("--streams", given.streams, "parallel streams").within(1, 64);
    verb.flag("--both", given.both, "as much travels back at the same time: the band is that of one way");
    verb.option("--disks-from", given.disksFrom, "which disk group of the sender, 1 the first").within(1, 99);
    verb.option("--disks-to", given.disksTo, "which disk group of the receiver, 1 the first").within(1, 99);
    verb.option("--way", given.way, "which of several routes between the two, 0 the best").within(0, 3);
}

Result<expect::PathQuestion> questionOf(const plan::Plan& plan, const PathOptions& given)
{
    const auto ends = pathEnds(plan, given.from, given.to);
    if (!ends) return tl::unexpected(ends.error());
    if (!given.protocol.empty() && !given.copy && given.protocol != "rdma")
        return failure(ErrorCode::BadInput,
                       "a file share is for a copy: add --copy; without it the figure is from memory to memory, over "
                       "TCP or with --protocol rdma",
                       given.protocol);
    return expect::PathQuestion{ends->from, ends->to,   given.traffic(),     given.streams,    given.protocol,
                                given.way,  given.both, given.disksFrom - 1, given.disksTo - 1};
}

void addLinkOptions(Verb& verb, LinkOptions& given)
{
    verb.option("FILE", given.file, "project, exported JSON, or a line as for link").required();
    verb.option("--link", given.link, "label of a run or title of a link in the project");
}

Result<LinkFound> findLink(const LinkOptions& given, Context& context)
{
    if (given.file.find('/') != std::string::npos && given.link.empty()) {
        auto plan = oneline::planFromLinkLine(given.file, context.kb);
        if (!plan) return tl::unexpected(plan.error());
        const match::Reports reports = match::judgeAll(*plan, context.kb);
        if (reports.empty()) return failure(ErrorCode::BadInput, "the line makes no link", given.file);
        return LinkFound{std::move(*plan), reports.row(0), true};
    }
    auto project = openProject(given.file, context);
    if (!project) return tl::unexpected(project.error());
    if (given.link.empty()) return failure(ErrorCode::BadInput, "say which link: --link LABEL");
    const match::Reports reports = match::judgeAll(project->plan, context.kb);
    auto report = linkCalled(reports, project->plan, given.link);
    if (!report) return tl::unexpected(report.error());
    return LinkFound{std::move(project->plan), std::move(*report), false};
}

}  // namespace sokudo::cli
