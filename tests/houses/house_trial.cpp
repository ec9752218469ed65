// SPDX-License-Identifier: GPL-3.0-or-later
#include "house_trial.h"

#include <chrono>
#include <filesystem>
#include <memory>

#include <fmt/format.h>
#include <unistd.h>

#include "chance_house.h"
#include "core/base/guard.h"
#include "core/base/json.h"
#include "core/base/text.h"
#include "core/buy/stages.h"
#include "core/editline/disk_line.h"
#include "core/editline/record_fields.h"
#include "core/editline/supply_line.h"
#include "core/editline/words.h"
#include "core/kb/load.h"
#include "core/match/reports.h"
#include "core/plan/invariants.h"
#include "each_table.h"
#include "house_questions.h"
#include "quiet.h"
#include "round_trips.h"
#include "store/project_file.h"
#include "store/rebase.h"
#include "store/record_step.h"
#include "store/row.h"
#include "store/version.h"

namespace sokudo::houses {
namespace {

using Clock = std::chrono::steady_clock;

const kb::KnowledgeBase& knowledge()
{
    static const kb::KnowledgeBase kb = *kb::load(kb::embeddedFiles());
    return kb;
}

/// In memory where the system offers that: a house is saved some seventy times, and no trial cuts the power.
std::filesystem::path folderForFiles()
{
    const std::filesystem::path memory = "/dev/shm";
    return ::access(memory.c_str(), W_OK | X_OK) == 0 ? memory : std::filesystem::temp_directory_path();
}

const measure::Timestamp kNow = *measure::timeFromIso("2026-12-01T12:00:00Z");

class Trial {
public:
    Trial(int number, const TrialWish& wish, Tally& tally)
        : m_wish(wish),
          m_number(number),
          m_chance(wish.seed * 1'000'003 + static_cast<std::uint64_t>(number)),
          m_ids(wish.seed * 7919 + static_cast<std::uint64_t>(number)),
          m_tally(tally),
          m_folder(folderForFiles() / fmt::format("sokudo-house-{}-{}", ::getpid(), number))
    {
        std::filesystem::create_directories(m_folder);
    }
    ~Trial()
    {
        std::error_code none;
        std::filesystem::remove_all(m_folder, none);
    }

    void run()
    {
        ++m_tally.houses;
        m_project = chanceHouse(m_number, m_chance);
        m_ids.startAfter(plan::greatestId(m_project.plan));
        count();
        checkTheHouse();
        for (const std::string& loss : roundTripLosses(m_project, path("saved.sokudo"))) wrong(loss);
        fieldsReadBack();
        liveOn();
        for (int i = 0; i < 4; ++i) twoEditsMeet();
        if (m_wish.asksQuestions) ask();
    }

private:
    void wrong(const std::string& what)
    {
        m_tally.wrong.push_back(fmt::format("house {} of seed {}: {}", m_number, m_wish.seed, what.substr(0, 1500)));
    }
    std::string path(const char* name) const { return (m_folder / name).string(); }

    void count()
    {
        sokudo::testing::eachTable(
            [&](auto table) { m_tally.rows[table.kind] += static_cast<int>((m_project.plan.*table.rows).size()); });
        store::eachRecord(
            [&](auto records) { m_tally.rows[records.kind] += static_cast<int>((m_project.*records.rows).size()); });
        for (const plan::Device& device : m_project.plan.devices) ++m_tally.roles[std::string(code(device.role))];
    }

    void checkTheHouse()
    {
        if (const auto broken = plan::brokenInvariants(m_project.plan); !broken.empty())
            wrong("it is not valid: " + broken.front().text());
        for (const match::LinkReport& report : match::judgeAll(m_project.plan, knowledge()))
            ++m_tally.verdicts[std::string(code(report.verdict))];
    }

    /// What a form or a line shows of a record, set again, changes nothing; and a field that is set changes no other.
    void fieldsReadBack()
    {
        const plan::Plan& plan = m_project.plan;
        sokudo::testing::eachTable([&](auto table) {
            if (!editline::isRecordKind(table.kind)) return;
            for (const auto& row : plan.*table.rows) {
                const plan::Subject subject{table.kind, row.id.value};
                for (const editline::RecordField& field : editline::recordFields(plan, subject, knowledge())) {
                    auto same = editline::withRecord(plan, subject, {{field.key, field.value}}, knowledge(), m_ids);
                    if (!same)
                        wrong(fmt::format("{} {}=“{}” is shown and refused: {}", table.kind, field.key, field.value,
                                          same.error().message()));
                    else if (!(same->plan == plan))
                        wrong(fmt::format("{} {}=“{}” is shown and reads back as another: {} is {}", table.kind,
                                          field.key, field.value, jsonText(store::toJson(row)),
                                          jsonText(store::toJson(*(same->plan.*table.rows).find(row.id)))));
                    ++m_tally.steps["fields read back"];
                }
            }
        });
        for (const plan::Device& device : plan.devices) {
            const std::string disks = editline::disksText(device.disks), fed = editline::suppliesText(device, plan);
            readsBack(device, "disks", disks);
            readsBack(device, "fed", fed);
            readsBack(device, "note", "seen");
        }
    }

    void readsBack(const plan::Device& device, const std::string& key, const std::string& value)
    {
        const auto made = editline::withProperties(m_project.plan, {"device", device.id.value},
                                                   key + "=" + editline::quoted(value), knowledge(), m_ids);
        if (!made) return wrong(fmt::format("device {}=“{}” is refused: {}", key, value, made.error().message()));
        plan::Device now = *made->devices.find(device.id);
        if (key == "note") now.note = device.note;
        if (!(now == device))
            wrong(fmt::format("device {}=“{}” reads back as another: {} is {}", key, value,
                              jsonText(store::toJson(device)), jsonText(store::toJson(now))));
    }

    /// A step as the window keeps it for Undo.
    struct Step {
        plan::Plan before, after;
        store::RecordStep records;
    };

    bool save(store::ProjectFile& file, store::Changes changes, const plan::Plan* after, const char* what)
    {
        if (after) {
            changes.before = &m_project.plan;
            changes.after = after;
        }
        auto saved = file.save(changes);
        if (!saved) {
            wrong(fmt::format("{} cannot be saved: {}", what, saved.error().message()));
            return false;
        }
        store::putRecords(m_project, changes);
        if (after) m_project.plan = plan::Plan(*after);
        ++m_tally.steps[what];
        return true;
    }

    void act(store::ProjectFile& file, const char* what, store::Changes changes, std::optional<plan::Plan> after)
    {
        Step step{m_project.plan, after.value_or(m_project.plan), store::recordStep(m_project, changes)};
        if (save(file, std::move(changes), after ? &*after : nullptr, what)) m_done.push_back(std::move(step));
    }

    void oneStep(store::ProjectFile& file)
    {
        store::Changes changes;
        const auto kept = [&](store::VersionKind kind) {
            const std::string text = store::houseText(m_project.plan);
            return store::Version{m_ids.next<store::VersionId>(),
                                  m_chance.word() + std::to_string(m_done.size()),
                                  kind,
                                  kNow,
                                  {},
                                  text,
                                  kind == store::VersionKind::Variant ? text : std::string()};
        };
        switch (m_chance.below(9)) {
        case 0: changes.versions = {kept(store::VersionKind::Snapshot)}; return act(file, "kept", changes, {});
        case 1: changes.versions = {kept(store::VersionKind::Variant)}; return act(file, "branched", changes, {});
        case 2: return goToAVersion(file);
        case 3: return mergeAVariant(file);
        case 4: return editAVariant(file);
        case 5:
            changes.entries = {{m_ids.next<logbook::EntryId>(), kNow, logbook::EntryKind::Note, m_chance.word(true)}};
            return act(file, "noted", changes, {});
        default: return act(file, "edited", {}, chanceEdit(m_project.plan, m_chance));
        }
    }

    const store::Version* anyVersion(bool isVariant)
    {
        std::vector<const store::Version*> fits;
        for (const store::Version& one : m_project.versions)
            if (!isVariant || one.kind == store::VersionKind::Variant) fits.push_back(&one);
        return fits.empty() ? nullptr : m_chance.of(fits);
    }

    /// Going back gives the kept house, keeps the one before, and leaves every variant what it was.
    void goToAVersion(store::ProjectFile& file)
    {
        const store::Version* chosen = anyVersion(false);
        if (!chosen) return;
        const store::Project before = m_project;
        auto going = store::goingTo(m_project, *chosen, kNow, m_ids);
        if (!going) return wrong("no way to a version: " + going.error().message());
        const auto whole = store::restored(m_project.plan, *chosen);
        if (whole) goesByStages(*whole);
        if (!whole || !(going->house == *whole)) wrong("going to a version gives another house than was kept");
        store::Changes changes;
        changes.versions = std::move(going->versions);
        act(file, "went to", std::move(changes), std::move(going->house));
        const std::string was = store::houseText(before.plan);
        const auto holds = [&](const store::Version& one) { return one.house == was; };
        if (std::none_of(m_project.versions.begin(), m_project.versions.end(), holds))
            wrong("the house before going to a version was not kept");
        for (const store::Version& one : before.versions) {
            const auto now = std::find_if(m_project.versions.begin(), m_project.versions.end(),
                                          [&](const store::Version& other) { return other.id == one.id; });
            if (now == m_project.versions.end() || now->house != one.house)
                wrong("a version was changed by going to another");
            else if (one.kind == store::VersionKind::Variant) {
                const auto built = store::variantNow(m_project.plan, *now);
                const auto wanted = store::restored(m_project.plan, *now);
                if (built && wanted && !(*built == *wanted)) {
                    store::Project a, b;
                    a.plan = *wanted;
                    b.plan = *built;
                    wrong("a variant is not the whole that was kept: " + difference(a, b));
                }
            }
        }
    }

    /// A variant in stages: whatever is built so far with all that it needs holds together, and all of it is the
    /// variant.
    void goesByStages(const plan::Plan& variant)
    {
        const buy::StageSplit split = buy::splitOf(m_project.plan, variant);
        Chance chance(m_project.plan.devices.size());  // of its own: what follows stays as it was
        std::vector<bool> built(split.stages.size(), false);
        const auto add = [&](std::size_t stage, auto&& addNeed) -> void {
            if (built[stage]) return;
            built[stage] = true;
            for (const std::size_t need : split.stages[stage].after) addNeed(need, addNeed);
        };
        while (std::find(built.begin(), built.end(), false) != built.end()) {
            add(chance.below(built.size()), add);
            const plan::Plan soFar = buy::builtSoFar(m_project.plan, variant, split, built);
            if (const auto broken = plan::brokenInvariants(soFar); !broken.empty())
                return wrong("built by stages it does not hold together: " + broken.front().text());
            ++m_tally.steps["stages built"];
        }
        if (!built.empty() && !(buy::builtSoFar(m_project.plan, variant, split, built) == variant))
            wrong("all stages together are not the variant");
    }

    void mergeAVariant(store::ProjectFile& file)
    {
        const store::Version* chosen = anyVersion(true);
        if (!chosen) return;
        auto built = store::variantNow(m_project.plan, *chosen);
        if (!built) {
            ++m_tally.steps["merges refused"];
            return;
        }
        goesByStages(*built);
        store::Changes changes;
        if (auto kept = store::keptBefore(m_project, chosen->name, kNow, m_ids)) changes.versions = {std::move(*kept)};
        act(file, "merged", std::move(changes), std::move(*built));
    }

    void editAVariant(store::ProjectFile& file)
    {
        const store::Version* chosen = anyVersion(true);
        if (!chosen) return;
        auto whole = store::restored(m_project.plan, *chosen);
        if (!whole) return wrong("a variant cannot be opened: " + whole.error().message());
        store::Version next = *chosen;
        plan::Plan edited = chanceEdit(*whole, m_chance);
        edited.photos = whole->photos;
        next.house = store::houseText(edited);
        store::Changes changes;
        changes.versions = {std::move(next)};
        act(file, "edited a variant", std::move(changes), {});
    }

    /// Undo and redo, as the window does them.
    bool step(store::ProjectFile& file, const Step& of, store::StepDirection direction)
    {
        const bool isUndo = direction == store::StepDirection::Undo;
        auto changes = store::changesFor(of.records, m_project, direction);
        if (!changes) {
            wrong("a step cannot be taken: " + changes.error().message());
            return false;
        }
        const plan::Plan after = isUndo ? of.before : of.after;
        return save(file, std::move(*changes), &after, isUndo ? "undone" : "redone");
    }

    void liveOn()
    {
        auto file = store::ProjectFile::open(path("saved.sokudo"));
        if (!file || !(*file)->load()) return wrong("cannot be opened again");
        const store::Project first = m_project;
        for (int left = m_chance.whole(6, 14); left > 0; --left) {
            oneStep(**file);
            if (!m_done.empty() && m_chance.is(0.2)) {
                const store::Project last = m_project;
                if (!step(**file, m_done.back(), store::StepDirection::Undo)) return;
                if (!step(**file, m_done.back(), store::StepDirection::Redo)) return;
                if (const std::string what = difference(last, m_project); !what.empty()) wrong("redone: " + what);
            }
        }
        auto held = (*file)->load();
        if (!held) return wrong("cannot be read after its edits: " + held.error().message());
        for (const std::string& trouble : store::troubles(*held)) wrong("after its edits: " + trouble);
        if (const std::string what = difference(m_project, held->project); !what.empty())
            wrong("after its edits: " + what);
        const store::Project last = m_project;
        for (auto one = m_done.rbegin(); one != m_done.rend(); ++one)
            if (!step(**file, *one, store::StepDirection::Undo)) return;
        if (const std::string what = difference(first, m_project); !what.empty()) wrong("all undone: " + what);
        for (const Step& one : m_done)
            if (!step(**file, one, store::StepDirection::Redo)) return;
        if (const std::string what = difference(last, m_project); !what.empty()) wrong("all redone: " + what);
    }

    /// Two edits of one house: both are there afterwards, or the second is refused.
    void twoEditsMeet()
    {
        const plan::Plan base = m_project.plan, theirs = chanceEdit(base, m_chance), mine = chanceEdit(base, m_chance);
        const auto both = store::rebased(theirs, base, mine);
        ++m_tally.steps[both ? "met" : "conflicts"];
        if (!both) return;
        sokudo::testing::eachTable([&](auto table) {
            for (const auto& row : *both.*table.rows) {
                const auto* was = (base.*table.rows).find(row.id);
                const auto* their = (theirs.*table.rows).find(row.id);
                const auto* my = (mine.*table.rows).find(row.id);
                const auto same = [](const auto* a, const auto* b) { return a && b ? *a == *b : a == b; };
                if (same(was, my) && !(their && row == *their))
                    wrong(std::string(table.kind) + ": their edit was lost");
                if (same(was, their) && !(my && row == *my)) wrong(std::string(table.kind) + ": my edit was lost");
            }
        });
    }

    void ask()
    {
        const std::string file = path("asked.sokudo");
        AskedHouse asked{file, m_folder.string(), m_wish.source, "now", &m_project.plan};
        // One version is as good as many to ask about, and each call reads them all.
        store::Project project = m_project;
        if (!project.versions.empty()) project.versions = {m_chance.of(m_project.versions)};
        if (!project.versions.empty()) asked.variant = project.versions.front().name;
        if (auto made = store::ProjectFile::create(file, project); !made)
            return wrong("cannot be saved to be asked: " + made.error().message());
        for (const cli::Arguments& call : callsOn(asked, m_chance)) callOnce(call);
        // Whatever was asked, the house can be read.
        auto held = store::ProjectFile::open(file);
        if (!held || !(*held)->load()) wrong("cannot be read after it was asked");
    }

    void callOnce(const cli::Arguments& call)
    {
        const std::string said = text::joined(call, " ");
        if (m_wish.says) fmt::print(stderr, "{}\n", said);
        const auto start = Clock::now();
        int status = -1;
        std::string output, errors, thrown;
        {
            Quiet quiet;
            try {
                status = cli::run(call);
            } catch (...) {
                thrown = textOf(std::current_exception());
            }
            output = quiet.output();
            errors = quiet.errors();
        }
        const double seconds = std::chrono::duration<double>(Clock::now() - start).count();
        const std::string& verb = call[0] == "--json" ? call[1] : call[0];
        double& slowest = m_tally.slowest[verb];
        slowest = std::max(slowest, seconds);
        ++m_tally.statuses[status];
        if (!thrown.empty()) wrong(fmt::format("“{}” threw: {}", said, thrown));
        else if (status < 0 || status > 2) wrong(fmt::format("“{}” ended with {}", said, status));
        else if (status == 2 && errors.find("sokudo-cli: ") == std::string::npos)
            wrong(fmt::format("“{}” ended with 2 and without a sentence", said));
        else if (call[0] == "--json" && status != 2 && !output.empty() && output[0] == '{' && !parseJson(output, said))
            wrong(fmt::format("“{}” prints no JSON: {}", said, output.substr(0, 200)));
        if (seconds > m_wish.mostSeconds) wrong(fmt::format("“{}” took {:.0f} s", said, seconds));
    }

    const TrialWish& m_wish;
    int m_number;
    Chance m_chance;
    IdSource m_ids;
    Tally& m_tally;
    std::filesystem::path m_folder;
    store::Project m_project;
    std::vector<Step> m_done;
};

template <class Map>
void addAll(Map& into, const Map& more)
{
    for (const auto& [key, value] : more) into[key] += value;
}

}  // namespace

void Tally::add(const Tally& more)
{
    houses += more.houses;
    addAll(rows, more.rows);
    addAll(roles, more.roles);
    addAll(verdicts, more.verdicts);
    addAll(steps, more.steps);
    addAll(statuses, more.statuses);
    for (const auto& [verb, seconds] : more.slowest) slowest[verb] = std::max(slowest[verb], seconds);
    wrong.insert(wrong.end(), more.wrong.begin(), more.wrong.end());
}

void tryHouse(int number, const TrialWish& wish, Tally& tally) { Trial(number, wish, tally).run(); }

}  // namespace sokudo::houses
