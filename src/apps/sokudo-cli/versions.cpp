// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/logbook/record.h"
#include "core/plan/kind.h"
#include "store/plan_difference.h"
#include "store/version.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, keep, use, drop, note;
    std::vector<std::string> compare;
    bool isVariant = false;
};

tl::unexpected<Error> noSuch(const store::Project& project, const std::string& name)
{
    std::vector<std::string> names;
    for (const store::Version& one : project.versions) names.push_back("“" + one.name + "”");
    return failure(ErrorCode::NotFound,
                   names.empty() ? "no version was kept yet; keep one with --keep NAME"
                                 : "there is no such version; there are " + text::joined(names, ", "),
                   name);
}

/// What was kept, as it was kept: it does not depend on what the house is now.
Result<plan::Plan> wholeCalled(const store::Project& project, const std::string& name)
{
    if (text::lower(name) == "now") return project.plan;
    const store::Version* version = versionCalled(project, name);
    if (!version) return noSuch(project, name);
    return store::restored(project.plan, *version);
}

int compare(const store::Project& project, const Options& given, const Context& context)
{
    const auto before = wholeCalled(project, given.compare[0]);
    if (!before) return fail(before.error());
    const auto after = wholeCalled(project, given.compare.size() > 1 ? given.compare[1] : "now");
    if (!after) return fail(after.error());
    const auto changes = store::differences(*before, *after, context.kb);
    if (context.json) {
        Json result{{"changes", Json::array()}, {"sentence", store::countText(changes)}};
        for (const store::ObjectChange& one : changes) {
            Json fields = Json::array();
            for (const store::FieldChange& field : one.fields)
                fields.push_back(
                    {{"field", field.field}, {"before", plain(field.before)}, {"after", plain(field.after)}});
            result["changes"].push_back({{"kind", one.object.kind},
                                         {"id", one.object.id},
                                         {"name", one.name},
                                         {"text", plain(one.sentence())},
                                         {"fields", fields}});
        }
        print(result);
        return kFine;
    }
    print(store::countText(changes));
    for (const store::ObjectChange& one : changes) print("  " + plain(one.sentence()));
    return kFine;
}

int list(const store::Project& project, const Context& context)
{
    if (context.json) {
        Json result{{"versions", Json::array()}};
        for (const store::Version& one : project.versions)
            result["versions"].push_back(
                {{"name", one.name}, {"kind", code(one.kind)}, {"at", measure::isoText(one.at)}, {"note", one.note}});
        print(result);
        return kFine;
    }
    if (project.versions.empty()) print("No version was kept yet.");
    for (const store::Version& one : project.versions)
        print(fmt::format("{}  {:<8}  {}{}", measure::momentText(one.at), code(one.kind), one.name,
                          one.note.empty() ? "" : ": " + one.note));
    return kFine;
}

/// Keeps, uses or drops a version.
int change(const Options& given, IdSource& ids, const Context& context)
{
    auto target = openToWrite(given.file, context);
    if (!target) return fail(target.error());
    const store::Project& project = target->project;
    store::Changes step;
    std::string done;
    plan::Plan next;
    const auto kept = [&](const std::string& name, store::VersionKind kind) {
        const std::string house = store::houseText(project.plan);
        return store::Version{ids.next<store::VersionId>(),
                              name,
                              kind,
                              now(),
                              given.note,
                              house,
                              kind == store::VersionKind::Variant ? house : std::string()};
    };
    if (!given.keep.empty()) {
        if (versionCalled(project, given.keep))
            return fail({ErrorCode::BadInput, "there is a version of that name; give this one another", given.keep});
        step.versions = {
            kept(given.keep, given.isVariant ? store::VersionKind::Variant : store::VersionKind::Snapshot)};
        done = "kept the version “" + given.keep + "”";
    } else {
        const std::string& name = given.use.empty() ? given.drop : given.use;
        const store::Version* version = versionCalled(project, name);
        if (!version) return fail(noSuch(project, name).value());
        if (!given.drop.empty()) {
            step.droppedVersions = {version->id};
            done = "dropped the version “" + version->name + "”";
        } else {
            auto going = store::goingTo(project, *version, now(), ids);
            if (!going) return fail(going.error());
            next = std::move(going->house);
            step.before = &project.plan;
            step.after = &next;
            step.versions = std::move(going->versions);
            done = "went to the version “" + version->name + "”";
        }
    }
    step.entries = {logbook::changeEntry(done, now(), ids)};
    if (const auto wrote = saved(*target->file, step); !wrote) return fail(wrote.error());
    print(done);
    return kFine;
}

}  // namespace

const store::Version* versionCalled(const store::Project& project, const std::string& name)
{
    for (const store::Version& one : project.versions)
        if (text::lower(one.name) == text::lower(name)) return &one;
    return nullptr;
}

Result<plan::Plan> houseCalled(const store::Project& project, const std::string& name)
{
    if (text::lower(name) == "now") return project.plan;
    const store::Version* version = versionCalled(project, name);
    if (!version) return noSuch(project, name);
    return version->kind == store::VersionKind::Variant ? store::variantNow(project.plan, *version)
                                                        : store::restored(project.plan, *version);
}

void addVersions(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("versions", "Dated snapshots and variants of a house: keep, compare, go back");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project").required();
    verb.option("--keep", given->keep, "keep the house as it is now under this name");
    verb.flag("--variant", given->isVariant, "with --keep: as a variant, the house as it could be");
    verb.option("--note", given->note, "with --keep: what to remember of it");
    verb.option("--compare", given->compare, "what changed between two versions; “now” is the house as it is");
    verb.option("--use", given->use, "make this version the house; what is there now is kept first");
    verb.option("--drop", given->drop, "forget this version");
    verb.answer([given, &context] {
        IdSource ids{std::random_device{}()};
        if (!given->keep.empty() || !given->use.empty() || !given->drop.empty()) return change(*given, ids, context);
        const auto project = openProject(given->file, context);
        if (!project) return fail(project.error());
        return given->compare.empty() ? list(*project, context) : compare(*project, *given, context);
    });
}

}  // namespace sokudo::cli
