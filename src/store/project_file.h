// SPDX-License-Identifier: GPL-3.0-or-later
// One SQLite file per project. Every change is one transaction: after a power cut the file is the last whole one.
// Several programs may have it open; docs/project-file.md says what then holds.
#pragma once

#include <memory>
#include <optional>
#include <string>

#include "core/base/result.h"
#include "store/loaded.h"

namespace sokudo::store {

/// What one step of work adds to the file, all or nothing.
struct Changes {
    const plan::Plan* before = nullptr;  ///< null: the plan stays as it is
    const plan::Plan* after = nullptr;
    std::vector<measure::Trial> trials;
    std::vector<measure::TrialId> withdrawnTrials;
    std::vector<measure::KeptReading> readings;
    std::vector<measure::ReadingId> withdrawnReadings;
    std::vector<logbook::Entry> entries;
    std::vector<logbook::EntryId> withdrawnEntries;
    std::vector<Answer> answers;
    std::vector<AnswerId> withdrawnAnswers;
    std::vector<Version> versions;
    std::vector<VersionId> droppedVersions;
    /// The same, where each change of the logbook says what it touched between the two plans.
    Changes withTouched() const;
};

class ProjectFile {
public:
    /// Opens a project; the file stays as it is until something is saved, whatever its version and state.
    /// @error NotFound    there is no such file
    /// @error BadInput    a folder or a pipe, an empty file
    /// @error Corrupt     not a Sokudo project, a later version, too damaged to find a table in it
    /// @error NotAllowed  it cannot be read
    static Result<std::unique_ptr<ProjectFile>> open(const std::string& path);
    /// Makes a project with `fresh` in it. It appears under its name when it is whole.
    /// @error NotAllowed  there is a file of that name, no room, no right to write there
    static Result<std::unique_ptr<ProjectFile>> create(const std::string& path, const Project& fresh);
    ~ProjectFile();
    ProjectFile(const ProjectFile&) = delete;
    ProjectFile& operator=(const ProjectFile&) = delete;

    const std::string& path() const { return m_path; }
    /// All that the file holds now; later saves start from it.
    /// @error NotAllowed  another program holds it for writing
    /// @error Cancelled   the progress was told to stop
    Result<Loaded> load();
    Result<Loaded> load(ReadProgress&);
    /// All that the file at `path` holds now, read over a connection of its own: for another thread than the one that
    /// saves. Errors as of `open` and `load`.
    static Result<Loaded> read(const std::string& path, ReadProgress&);
    /// How often the file had been written when it was last loaded or saved here.
    std::int64_t revision() const { return m_revision; }
    /// Later saves start from what `read` gave.
    /// @param since  the revision when the reading began
    /// @return false: something was saved since, or the file was replaced; what was read is out of date
    bool accept(const Loaded&, std::int64_t since);
    /// Nothing can be saved, because the file or its folder may not be written.
    bool isReadOnly() const;
    /// Its pages are damaged: it is read as far as it goes and never written.
    bool isDamaged() const { return m_isDamaged; }
    /// Why nothing can be saved now: damaged, read-only, moved; empty: it can.
    std::optional<Error> whyNotWritable() const;
    /// Where the file of an older version was copied to before it was brought to this one; empty: it was not.
    const std::string& copyOfOlder() const { return m_copyOfOlder; }
    /// Another program has it open.
    bool isOpenElsewhere() const;
    /// Another program has written since the last load or save.
    bool isChangedElsewhere();

    /// Writes what differs between the two plans, and what is added. Where another program has written meanwhile, the
    /// difference is put onto what it wrote. The first save of a file of an older version brings it to this one, in the
    /// same transaction, and keeps a copy of it as it was: `copyOfOlder`.
    /// @return what the project is now, where another program had written; else nothing
    /// @error Conflict    the two edits do not go together
    /// @error NotAllowed  the disk is full or read-only, the file was moved; it holds the state before
    Result<std::optional<Loaded>> save(const Changes&);

private:
    struct Connection;
    ProjectFile(std::string path, std::unique_ptr<Connection>);
    /// Opens the file without telling other programs.
    static Result<std::unique_ptr<ProjectFile>> connect(const std::string& path);
    bool isWhereItWas() const;
    void take(const Loaded&);
    Result<void> keepOlder(int version);
    Loaded held(Loaded theirs, plan::Plan* merged, const Changes&, std::int64_t revision);
    std::string m_path;
    std::unique_ptr<Connection> m_connection;
    std::string m_copyOfOlder;
    bool m_isDamaged = false;
    std::int64_t m_revision = 0;
    UnknownFields m_unknown;
};

/// Adds the results, readings, entries and answers of a change to what a project holds, and takes away withdrawn
/// answers.
void putRecords(Project&, const Changes&);

/// A sentence for each row that was set aside and for what is missing; empty: all is there.
std::vector<std::string> troubles(const Loaded&);

}  // namespace sokudo::store
