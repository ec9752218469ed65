// SPDX-License-Identifier: GPL-3.0-or-later
#include <filesystem>
#include <random>
#include <utility>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/editline/edit_line.h"
#include "core/logbook/record.h"
#include "core/plan/kind.h"
#include "core/plan/touched.h"
#include "store/project_file.h"
#include "store/reference.h"
#include "store/version.h"

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

/// What is edited: the house, or a variant of it.
struct Target {
    store::Project project;
    std::unique_ptr<store::ProjectFile> file;  ///< null: nothing is saved
    std::optional<store::Version> variant;     ///< empty: the house
    plan::Plan plan;
};

Result<Target> targetOf(const Options& given, Context& context)
{
    Target target;
    const std::string variant = std::exchange(context.variant, {});
    context.isVariantUsed = true;
    if (given.isNew && !variant.empty())
        return failure(ErrorCode::BadInput, "a house that is new has no variant yet; leave --new or --variant out",
                       variant);
    if (given.isNew) {
        target.project.plan.name = std::filesystem::path(given.file).stem().string();
    } else if (given.isTrial) {
        auto opened = openProject(given.file, context);
        if (!opened) return tl::unexpected(opened.error());
        target.project = std::move(*opened);
    } else {
        auto opened = openWhole(given.file);
        if (!opened) return tl::unexpected(opened.error());
        target.project = std::move(opened->project);
        target.file = std::move(opened->file);
    }
    target.plan = target.project.plan;
    if (variant.empty()) return target;
    const store::Version* version = versionCalled(target.project, variant);
    if (!version || version->kind != store::VersionKind::Variant)
        return failure(ErrorCode::NotFound,
                       version ? "this is a snapshot of the house, which stays as it was; edit a variant"
                               : "there is no such variant; versions FILE --keep NAME --variant makes one",
                       variant);
    auto whole = store::restored(target.project.plan, *version);
    if (!whole) return tl::unexpected(whole.error());
    target.variant = *version;
    target.plan = std::move(*whole);
    return target;
}

/// Entries of the logbook for an edit, one a line.
std::vector<logbook::Entry> entriesOf(const Target& target, const editline::Edited& edited, IdSource& ids)
{
    std::vector<logbook::Entry> entries;
    for (const std::string& one : text::split(edited.done, '\n'))
        entries.push_back(logbook::changeEntry(
            target.variant ? fmt::format("variant “{}”: {}", target.variant->name, one) : one, now(), ids));
    if (entries.size() == 1 && !target.variant) entries.front().about = plan::touchedBy(target.plan, edited.plan);
    return entries;
}

Result<void> save(Target& target, const editline::Edited& edited, const Options& given, IdSource& ids)
{
    if (given.isTrial) return {};
    store::Changes changes;
    changes.entries = entriesOf(target, edited, ids);
    if (given.isNew) {
        // The file appears with what was asked in it, or not at all.
        store::Project fresh = target.project;
        fresh.plan = edited.plan;
        fresh.entries = std::move(changes.entries);
        auto made = store::ProjectFile::create(given.file, fresh);
        if (!made) return tl::unexpected(made.error());
        return {};
    }
    if (edited.plan == target.plan) return {};
    if (target.variant) {
        if (!(edited.plan.photos == target.plan.photos))
            return failure(ErrorCode::BadInput, "pictures belong to the house: add or remove them without --variant",
                           target.variant->name);
        target.variant->house = store::houseText(edited.plan);
        target.variant->at = now();
        changes.versions = {*target.variant};
    } else {
        changes.before = &target.plan;
        changes.after = &edited.plan;
    }
    return saved(*target.file, changes);
}

int answer(const Options& given, Context& context)
{
    const auto lines = linesOf(given);
    if (!lines) return fail(lines.error());
    auto target = targetOf(given, context);
    if (!target) return fail(target.error());
    if (auto own = knowledgeOf(target->plan, context.shipped->kb, context.shipped->files)) context.kb = std::move(*own);
    IdSource ids{std::random_device{}()};
    ids.startAfter(std::max(plan::greatestId(target->project.plan), plan::greatestId(target->plan)));
    const auto edited = editline::editedByAll(target->plan, *lines, context.kb, ids);
    if (!edited) return fail(edited.error());
    if (auto saved = save(*target, *edited, given, ids); !saved) return fail(saved.error());
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
    verb.flag("--new", given->isNew, "make the project; nothing is made where a line is wrong");
    verb.flag("--try", given->isTrial, "say what would be, and save nothing");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
