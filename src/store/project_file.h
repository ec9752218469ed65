// SPDX-License-Identifier: GPL-3.0-or-later
// One SQLite file per project. Every change is one transaction: after a power cut the file is the last whole one.
#pragma once

#include <memory>
#include <string>

#include "core/base/result.h"
#include "store/project.h"

class QSqlDatabase;

namespace sokudo::store {

/// What one step of work adds to the file, all or nothing.
struct Changes {
    const plan::Plan* before = nullptr;  ///< null: the plan stays as it is
    const plan::Plan* after = nullptr;
    std::vector<measure::Trial> trials;
    std::vector<logbook::Entry> entries;
    std::vector<Answer> answers;
    std::vector<AnswerId> withdrawnAnswers;
};

class ProjectFile {
public:
    /// Opens a project file, or makes one with `fresh` in it where there is none.
    /// @error Corrupt     not a Sokudo project, a later version, rows that cannot be read; the file stays as it is
    /// @error NotAllowed  it cannot be read or written
    static Result<std::unique_ptr<ProjectFile>> open(const std::string& path, const Project& fresh = {});
    ~ProjectFile();
    ProjectFile(const ProjectFile&) = delete;
    ProjectFile& operator=(const ProjectFile&) = delete;

    const std::string& path() const { return m_path; }
    Result<Project> load() const;
    /// Writes only rows that differ between the two plans, and what is added.
    /// @error NotAllowed  the disk is full or read-only; the file is unharmed and holds the state before
    tl::expected<void, Error> save(const Changes&);

private:
    explicit ProjectFile(std::string path);
    struct Connection;
    std::string m_path;
    std::unique_ptr<Connection> m_connection;
};

}  // namespace sokudo::store
