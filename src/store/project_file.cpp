// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/project_file.h"

#include <algorithm>
#include <filesystem>
#include <fstream>

#include <sys/stat.h>

#include <fmt/format.h>

#include "store/new_file.h"
#include "store/presence.h"
#include "store/project_rows.h"
#include "store/rebase.h"
#include "store/row_upgrade.h"

namespace sokudo::store {
namespace {

constexpr std::chrono::milliseconds kOpeningPatience{5000};  // nobody can do anything before the file is open
constexpr int kMostCopies = 100;
constexpr const char* kLeftAlone = "It was left as it is";

/// Whether the path is a file that could be a project; the sentence when it is not.
std::optional<Error> whyNotAFile(const std::string& path)
{
    const auto refuse = [&](ErrorCode code, std::string what) { return Error{code, std::move(what), path}; };
    std::error_code problem;
    const auto status = std::filesystem::status(path, problem);
    if (!std::filesystem::exists(status)) return refuse(ErrorCode::NotFound, "there is no such file; check its name");
    if (std::filesystem::is_directory(status))
        return refuse(ErrorCode::BadInput, "this is a folder; name a file in it");
    if (!std::filesystem::is_regular_file(status))
        return refuse(ErrorCode::BadInput, "this is a pipe or a device, not a file; name a project file");
    if (std::filesystem::file_size(path, problem) == 0)
        return refuse(ErrorCode::BadInput,
                      "the file is empty: its content is lost, or it never had any. Delete it to begin afresh");
    std::ifstream in(path, std::ios::binary);
    char head[16] = "";
    if (!in.read(head, sizeof head) && in.gcount() == 0)
        return refuse(ErrorCode::NotAllowed, "the file cannot be read; check its rights");
    if (std::string_view(head, static_cast<std::size_t>(in.gcount())) != std::string_view("SQLite format 3\0", 16))
        return refuse(ErrorCode::Corrupt,
                      fmt::format("this is not a Sokudo project; choose another file. {}", kLeftAlone));
    return std::nullopt;
}

std::optional<Error> whyNotOurs(const Sqlite& file, const std::string& path)
{
    const auto refuse = [&](std::string what) {
        return Error{ErrorCode::Corrupt, fmt::format("{}. {}", what, kLeftAlone), path};
    };
    const std::int64_t application = file.number("PRAGMA application_id"), version = file.number("PRAGMA user_version");
    if (application < 0) return refuse("the file is too damaged to be read; restore it from a copy");
    if (application != kApplicationId) return refuse("this database does not belong to Sokudo; choose another file");
    if (version > kVersion)
        return refuse(fmt::format(
            "a later Sokudo wrote this project (version {}, this one reads up to {}); update Sokudo to open it",
            version, kVersion));
    if (version < 1) return refuse("the version in the file is damaged; restore it from a copy");
    const char* columns =
        version >= 2 ? "SELECT kind, id, body, sum FROM object LIMIT 0" : "SELECT kind, id, body FROM object LIMIT 0";
    Statement table(file, columns);
    if (!table.run()) return refuse("the table of objects in it is damaged; restore it from a copy");
    return std::nullopt;
}

}  // namespace

struct ProjectFile::Connection {
    Sqlite file;
    std::optional<Presence> presence;  ///< none: this connection is not told of
    int version;
    struct stat state {};
    std::int64_t dataVersion = -1;  ///< changes when another connection writes

    Connection(Sqlite database, const std::string& path)
        : file(std::move(database)), version(static_cast<int>(file.number("PRAGMA user_version")))
    {
        ::stat(path.c_str(), &state);
    }
};

ProjectFile::ProjectFile(std::string path, std::unique_ptr<Connection> connection)
    : m_path(std::move(path)), m_connection(std::move(connection))
{}
ProjectFile::~ProjectFile() = default;

Result<std::unique_ptr<ProjectFile>> ProjectFile::open(const std::string& path)
{
    auto file = connect(path);
    if (file) (*file)->m_connection->presence.emplace(path);
    return file;
}

Result<std::unique_ptr<ProjectFile>> ProjectFile::connect(const std::string& path)
{
    if (auto why = whyNotAFile(path)) return tl::unexpected(std::move(*why));
    auto file = Sqlite::open(path, Sqlite::Mode::Open);
    if (!file) return tl::unexpected(file.error());
    file->waitForOthers(kOpeningPatience);
    // What is looked at below is read in one go: a file that another program is writing is not a damaged one.
    if (Sqlite::isBusy(file->run("BEGIN; SELECT count(*) FROM sqlite_schema")))
        return tl::unexpected(file->error("opening"));
    if (auto why = whyNotOurs(*file, path)) return tl::unexpected(std::move(*why));
    const bool isDamaged = file->text("PRAGMA quick_check(1)") != "ok";
    file->run("COMMIT");
    file->waitForOthers(Sqlite::kPatience);
    file->run("PRAGMA journal_mode = DELETE; PRAGMA synchronous = FULL");
    std::unique_ptr<ProjectFile> result(new ProjectFile(path, std::make_unique<Connection>(std::move(*file), path)));
    result->m_isDamaged = isDamaged;
    return result;
}

Result<std::unique_ptr<ProjectFile>> ProjectFile::create(const std::string& path, const Project& fresh)
{
    NewFile place(path);
    if (auto why = place.whyNot()) return tl::unexpected(std::move(*why));
    {
        auto file = Sqlite::open(place.temporary(), Sqlite::Mode::Create);
        if (!file) return tl::unexpected(file.error());
        const bool isGood = file->run("BEGIN") == 0 && makeTables(*file);
        RowWriter rows(*file, fresh.unknown);
        if (isGood) {
            rows.plan({}, fresh.plan);
            eachRecord([&](auto records) {
                for (const auto& one : fresh.*records.rows) rows.put(one);
            });
            for (const SetAside& one : fresh.setAside) rows.put(one);
        }
        if (!isGood || !rows.isGood() || file->run("COMMIT") != 0) {
            Error error = file->error("making the project");
            error.where = path;
            return tl::unexpected(std::move(error));
        }
    }
    if (auto kept = place.keep(NewFile::Existing::Refuse); !kept) return tl::unexpected(kept.error());
    return open(path);
}

bool ProjectFile::isReadOnly() const { return m_connection->file.isReadOnly(); }
bool ProjectFile::isOpenElsewhere() const { return m_connection->presence && m_connection->presence->isShared(); }

bool ProjectFile::isChangedElsewhere()
{
    // Looked at every second by a program that somebody works with: what is being written is seen by the next look.
    const Sqlite& file = m_connection->file;
    file.waitForOthers({});
    const bool isFree = !Sqlite::isBusy(file.run("BEGIN; SELECT count(*) FROM sqlite_schema"));
    const std::int64_t now = isFree ? file.number("PRAGMA data_version") : m_connection->dataVersion;
    const bool isChanged = now != m_connection->dataVersion && revisionOf(file) != m_revision;
    file.run("ROLLBACK");
    file.waitForOthers(Sqlite::kPatience);
    if (!isChanged) m_connection->dataVersion = now;
    return isChanged;
}

bool ProjectFile::isWhereItWas() const
{
    struct stat now {};
    return ::stat(m_path.c_str(), &now) == 0 && now.st_dev == m_connection->state.st_dev &&
           now.st_ino == m_connection->state.st_ino;
}

std::optional<Error> ProjectFile::whyNotWritable() const
{
    const auto because = [&](const char* what) { return Error{ErrorCode::NotAllowed, what, m_path}; };
    if (m_isDamaged)
        return because(
            "the file is damaged and is not written any more; work on in a recovered copy, or restore a copy");
    if (isReadOnly())
        return because("the file may only be read: nothing was saved. Change its rights, or work on a copy");
    if (!isWhereItWas())
        return because(
            "the file was moved, deleted or replaced while it was open: nothing was saved. Put it back, or open it "
            "where "
            "it is now");
    return std::nullopt;
}

Result<Loaded> ProjectFile::load()
{
    ReadProgress untold;
    return load(untold);
}

Result<Loaded> ProjectFile::load(ReadProgress& progress)
{
    Sqlite& file = m_connection->file;
    if (file.run("BEGIN; SELECT count(*) FROM sqlite_schema") != 0) {
        Error error = file.error("reading");
        file.run("ROLLBACK");
        return tl::unexpected(std::move(error));
    }
    m_connection->dataVersion = file.number("PRAGMA data_version");
    m_connection->version = static_cast<int>(file.number("PRAGMA user_version"));
    Loaded loaded = readRows(file, m_connection->version, progress);
    file.run("COMMIT");
    if (progress.isStopped()) return tl::unexpected(Error{ErrorCode::Cancelled, "reading was stopped", m_path});
    take(loaded);
    if (loaded.lost.empty() && m_isDamaged)
        loaded.lost.push_back("The pages of the file are damaged; nothing is known to be missing.");
    return loaded;
}

void ProjectFile::take(const Loaded& loaded)
{
    m_revision = loaded.revision;
    m_unknown = loaded.project.unknown;
    if (!loaded.lost.empty()) m_isDamaged = true;
}

Result<Loaded> ProjectFile::read(const std::string& path, ReadProgress& progress)
{
    auto file = connect(path);
    if (!file) return tl::unexpected(file.error());
    return (*file)->load(progress);
}

bool ProjectFile::accept(const Loaded& loaded, std::int64_t since)
{
    if (m_revision != since || !isWhereItWas()) return false;
    take(loaded);
    return true;
}

/// What the file holds once `changes` are on top of what was read. What was set aside may lean on what is written now,
/// so then only a second reading knows.
Loaded ProjectFile::held(Loaded theirs, plan::Plan* merged, const Changes& changes, std::int64_t revision)
{
    ReadProgress untold;
    if (!theirs.project.setAside.empty()) return readRows(m_connection->file, kVersion, untold);
    if (merged) theirs.project.plan = std::move(*merged);
    putRecords(theirs.project, changes);
    theirs.revision = revision;
    return theirs;
}

/// Copies a file of an older version, byte by byte, before it is brought to this one. The write lock is held: nobody
/// changes it meanwhile.
Result<void> ProjectFile::keepOlder(int version)
{
    if (version >= kVersion) return {};
    const std::filesystem::path whole(m_path);
    for (int i = 1; i < kMostCopies; ++i) {
        std::filesystem::path beside = whole.parent_path() / whole.stem();
        beside +=
            fmt::format("-version-{}{}{}", version, i == 1 ? "" : fmt::format("-{}", i), whole.extension().string());
        std::error_code problem;
        if (std::filesystem::exists(beside, problem)) continue;
        NewFile place(beside.string());
        if (auto why = place.whyNot()) return tl::unexpected(std::move(*why));
        std::filesystem::copy_file(whole, place.temporary(), std::filesystem::copy_options::overwrite_existing,
                                   problem);
        if (problem)
            return failure(ErrorCode::NotAllowed,
                           "a copy of this file of an older version could not be kept: nothing was saved. Make room, "
                           "or copy it yourself",
                           m_path);
        if (auto kept = place.keep(NewFile::Existing::Refuse); !kept) return tl::unexpected(kept.error());
        m_copyOfOlder = beside.string();
        return {};
    }
    return failure(ErrorCode::NotAllowed, "too many copies of older versions stand beside it; take some away", m_path);
}

namespace {
void writeRecords(RowWriter& writer, const Changes& changes)
{
    for (const auto& one : changes.trials) writer.put(one);
    for (const measure::TrialId id : changes.withdrawnTrials) writer.drop("trial", id.value);
    for (const auto& one : changes.readings) writer.put(one);
    for (const measure::ReadingId id : changes.withdrawnReadings) writer.drop("reading", id.value);
    for (const auto& one : changes.entries) writer.put(one);
    for (const logbook::EntryId id : changes.withdrawnEntries) writer.drop("entry", id.value);
    for (const auto& one : changes.answers) writer.put(one);
    for (const AnswerId id : changes.withdrawnAnswers) writer.drop("answer", id.value);
    for (const auto& one : changes.versions) writer.put(one);
    for (const VersionId id : changes.droppedVersions) writer.drop("version", id.value);
}
}  // namespace

Result<std::optional<Loaded>> ProjectFile::save(const Changes& changes)
{
    if (auto why = whyNotWritable()) return tl::unexpected(std::move(*why));
    Sqlite& file = m_connection->file;
    if (file.run("BEGIN IMMEDIATE") != 0) return tl::unexpected(file.error("saving"));
    const auto undone = [&](Error error) {
        file.run("ROLLBACK");
        return tl::unexpected(std::move(error));
    };
    const int version = static_cast<int>(file.number("PRAGMA user_version"));
    if (version > kVersion)
        return undone({ErrorCode::NotAllowed,
                       "a later Sokudo has rewritten the file meanwhile: nothing was saved. Update Sokudo", m_path});
    if (auto kept = keepOlder(version); !kept) return undone(kept.error());
    if (!migrateTables(file, version)) return undone(file.error("bringing the file to this version"));

    std::optional<Loaded> theirs;
    ReadProgress untold;
    const plan::Plan* before = changes.before;
    const plan::Plan* after = changes.after;
    plan::Plan merged;
    if (revisionOf(file) != m_revision && version >= 2) {
        theirs = readRows(file, kVersion, untold);
        m_unknown = theirs->project.unknown;
        if (before && after) {
            auto result = rebased(theirs->project.plan, *before, *after);
            if (!result) return undone(result.error());
            merged = std::move(*result);
            before = &theirs->project.plan;
            after = &merged;
        }
    }
    RowWriter writer(file, m_unknown);
    if (before && after) writer.plan(*before, *after);
    writeRecords(writer, changes);
    const std::int64_t revision = revisionOf(file) + 1;
    const std::string next = fmt::format(
        "INSERT INTO setting VALUES ('revision', {0}) ON CONFLICT (name) DO UPDATE SET value = {0}", revision);
    if (!writer.isGood() || file.run(next) != 0) return undone(file.error("saving"));
    if (theirs) {
        const bool isMerged = before && after;
        theirs = held(std::move(*theirs), isMerged ? &merged : nullptr, changes, revision);
    }
    if (file.run("COMMIT") != 0) return undone(file.error("saving"));
    m_revision = revision;
    m_connection->version = kVersion;
    return theirs;
}

namespace {
/// Takes out the rows that are given anew, and those that go.
template <class T>
void drop(std::vector<T>& rows, const std::vector<T>& anew, const std::vector<decltype(T::id)>& gone)
{
    std::erase_if(rows, [&](const T& old) {
        return std::find(gone.begin(), gone.end(), old.id) != gone.end() ||
               std::any_of(anew.begin(), anew.end(), [&](const T& one) { return one.id == old.id; });
    });
}
}  // namespace

void putRecords(Project& project, const Changes& changes)
{
    const auto append = [](auto& list, const auto& more) { list.insert(list.end(), more.begin(), more.end()); };
    drop(project.trials, changes.trials, changes.withdrawnTrials);
    drop(project.readings, changes.readings, changes.withdrawnReadings);
    drop(project.entries, changes.entries, changes.withdrawnEntries);
    drop(project.answers, changes.answers, changes.withdrawnAnswers);
    drop(project.versions, changes.versions, changes.droppedVersions);
    append(project.trials, changes.trials);
    append(project.readings, changes.readings);
    append(project.entries, changes.entries);
    append(project.answers, changes.answers);
    append(project.versions, changes.versions);
    sortRecords(project);
}

std::vector<std::string> troubles(const Loaded& loaded)
{
    std::vector<std::string> sentences = loaded.lost;
    for (const SetAside& row : loaded.project.setAside) {
        const std::string name = row.name.empty() ? fmt::format("with the id {}", row.id) : "“" + row.name + "”";
        sentences.push_back(fmt::format("Set aside, and kept in the file: {} {}: {}.", row.kind, name, row.why));
    }
    return sentences;
}

}  // namespace sokudo::store
