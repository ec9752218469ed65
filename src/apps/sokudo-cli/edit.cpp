// SPDX-License-Identifier: GPL-3.0-or-later
#include <filesystem>
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/editline/edit_line.h"
#include "core/logbook/record.h"
#include "core/plan/tables.h"
#include "core/plan/touched.h"
#include "store/project_file.h"
#include "store/reference.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, batch;
    std::vector<std::string> lines;
    bool isNew = false, isTrial = false;
};

/// The links of the runs and ports that the edit touched, as they are judged after it.
std::vector<match::LinkReport> touchedLinks(const editline::Edited& edited, const Context& context)
{
    std::vector<match::LinkReport> found;
    const auto reports = match::judgeAll(edited.plan, context.kb);
    for (const match::LinkReport& report : reports) {
        const bool isTouched = std::any_of(edited.touched.begin(), edited.touched.end(), [&](const plan::Subject& one) {
            if (one.kind == "run")
                return std::find(report.link.runs.begin(), report.link.runs.end(), plan::RunId{one.id}) !=
                       report.link.runs.end();
            return one.kind == "port" && (report.link.a.value == one.id || report.link.b.value == one.id);
        });
        if (isTouched) found.push_back(report);
    }
    return found;
}

void say(const editline::Edited& edited, const std::vector<match::LinkReport>& links, const Context& context)
{
    if (context.json) {
        Json result{{"done", text::split(edited.done, '\n')}, {"touched", Json::array()}, {"links", Json::array()}};
        for (const plan::Subject& one : edited.touched)
            result["touched"].push_back(
                {{"kind", one.kind}, {"id", one.id}, {"name", store::nameOf(edited.plan, one)}});
        for (const match::LinkReport& report : links) result["links"].push_back(toJson(report, context.kb));
        print(result);
        return;
    }
    print(edited.done);
    constexpr std::size_t kMost = 12;
    for (std::size_t i = 0; i < std::min(links.size(), kMost); ++i) {
        const match::LinkReport& report = links[i];
        print(fmt::format("  {} – {}: {}{}: {}", plan::portText(edited.plan, report.link.a),
                          plan::portText(edited.plan, report.link.b), word(report.verdict),
                          report.rate ? ", " + text::linkRate(*report.rate) : "", plain(report.reason())));
    }
    if (links.size() > kMost)
        print(fmt::format("  and {} more links; sokudo-cli check lists them", links.size() - kMost));
}

/// All lines: those of the batch file, then those given on the command line.
Result<std::string> linesOf(const Options& given)
{
    std::string lines;
    if (!given.batch.empty()) {
        const auto content = textContent(given.batch);
        if (!content) return content;
        lines = *content + "\n";
    }
    for (const std::string& line : given.lines) lines += line + "\n";
    if (text::trimmed(lines).empty())
        return failure(ErrorCode::BadInput,
                       "say what to change: \"add run core 4 - vault 2, om4 12m\", or --batch FILE");
    return lines;
}

Result<WritableProject> openOrMake(const Options& given)
{
    if (!given.isNew) return openToWrite(given.file);
    store::Project fresh;
    fresh.plan.name = std::filesystem::path(given.file).stem().string();
    auto made = store::ProjectFile::create(given.file, fresh);
    if (!made) return tl::unexpected(made.error());
    return WritableProject{std::move(*made), std::move(fresh)};
}

int answer(const Options& given, Context& context)
{
    const auto lines = linesOf(given);
    if (!lines) return fail(lines.error());
    IdSource ids{std::random_device{}()};
    store::Project project;
    std::unique_ptr<store::ProjectFile> file;
    if (given.isTrial && !given.isNew) {
        auto opened = openProject(given.file, context);
        if (!opened) return fail(opened.error());
        project = std::move(*opened);
    } else if (!given.isTrial) {
        auto target = openOrMake(given);
        if (!target) return fail(target.error());
        file = std::move(target->file);
        project = std::move(target->project);
        if (auto own = knowledgeOf(project.plan, context.files)) context.kb = std::move(*own);
    }
    ids.startAfter(plan::greatestId(project.plan));
    const auto edited = editline::editedByAll(project.plan, *lines, context.kb, ids);
    if (!edited) return fail(edited.error());
    if (file && !(edited->plan == project.plan)) {
        store::Changes changes;
        changes.before = &project.plan;
        changes.after = &edited->plan;
        for (const std::string& one : text::split(edited->done, '\n'))
            changes.entries.push_back(logbook::changeEntry(one, now(), ids));
        if (changes.entries.size() == 1) changes.entries.front().about = plan::touchedBy(project.plan, edited->plan);
        if (auto saved = file->save(changes); !saved) return fail(saved.error());
    }
    const auto links = touchedLinks(*edited, context);
    say(*edited, links, context);
    int status = kFine;
    for (const match::LinkReport& report : links) status = std::max(status, statusOf(report.verdict));
    return status;
}

}  // namespace

void addEdit(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("edit", "Change a house by lines such as “add run core 4 - vault 2, om4 12m”");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project to change").required();
    verb.option("LINES", given->lines, "what to change, in the order given; docs/edit-lines.md lists the verbs");
    verb.option("--batch", given->batch, "file of lines, - for standard input: all are carried out, or none");
    verb.flag("--new", given->isNew, "make the project first");
    verb.flag("--try", given->isTrial, "say what would be, and save nothing");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
