// SPDX-License-Identifier: GPL-3.0-or-later
// A project out of rows: what can be used, what was set aside, what is missing.
#pragma once

#include <atomic>
#include <map>
#include <memory>

#include "core/base/json_fwd.h"
#include "core/plan/kind.h"
#include "store/project.h"

namespace sokudo::store {

struct Loaded {
    Project project;                ///< valid; its setAside names what was left out
    std::vector<std::string> lost;  ///< "14 of 27 runs are missing from the file": what it once held and holds no more
    std::int64_t revision = 0;      ///< how often the file was written
};

/// How far the reading of a file has come, as another thread sees it.
struct ReadProgress {
    std::atomic<std::int64_t> rows = 0;       ///< read so far
    std::atomic<std::int64_t> ofRows = 0;     ///< in the file; 0: not known yet
    const std::atomic<bool>* stop = nullptr;  ///< when true, the reader gives up
    bool isStopped() const { return stop && *stop; }
};

/// A row as it stands in a file.
struct RawRow {
    std::string kind;
    std::int64_t id = 0;
    std::string body;
    std::string trouble;  ///< why its bytes cannot be trusted; empty: they can
};

/// Fills a project row by row.
class ProjectBuilder {
public:
    /// @param version  of the file the rows come from
    explicit ProjectBuilder(int version) : m_version(version) {}
    /// Rows of a kind that this Sokudo does not know are left where they are.
    void add(RawRow);
    /// Takes what another builder, given the rows that follow, has made of them.
    void append(ProjectBuilder);
    /// Sets aside what does not hold together, sorts records by time, and keeps the newest answer to a question.
    Project finish() &&;

private:
    void take(const RawRow&, const Json& body, const plan::Kind&, plan::RowList& into);
    plan::RowList& listOf(const plan::Kind&);
    void setAside(const RawRow&, std::string why, std::string name);
    int m_version;
    std::map<const plan::Kind*, std::unique_ptr<plan::RowList>> m_rows;
    Project m_project;
};

/// Sorts records by time, and keeps the newest answer to a question.
void sortRecords(Project&);

}  // namespace sokudo::store
