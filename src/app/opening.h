// SPDX-License-Identifier: GPL-3.0-or-later
// A project on its way into the program: opened or made, read, and recovered where it is damaged, on another thread.
#pragma once

#include <functional>
#include <memory>
#include <string>

#include <QObject>

#include "app/work.h"
#include "store/project_file.h"

namespace sokudo::app {

struct OpenRequest {
    std::string path;
    /// What a new file holds; none: an empty project.
    std::function<Result<store::Project>()> start;
    bool replaces = false;  ///< overwrite the file if it exists
    enum class IfMissing {
        Refuse,         ///< a name that was mistyped makes no house
        Make,           ///< it was asked for a new one; its folder must be there
        MakeWithFolder  ///< in the folder of houses, which is ours
    } ifMissing = IfMissing::Refuse;
};

struct Opened {
    std::unique_ptr<store::ProjectFile> file;
    store::Loaded loaded;
};

/// Opens the project, or makes it where that was asked. What can be read of a damaged one goes into a
/// file of its own beside it, which is then the open one. Errors as of `store::ProjectFile`.
/// @error NotFound  there is no such file, and none was to be made; no such folder
Result<Opened> openProject(const OpenRequest&, store::ReadProgress&);

/// The same on another thread.
class Opening final : public QObject {
    Q_OBJECT
public:
    explicit Opening(OpenRequest);
    /// How far it is; rows read and rows there are, 0 while that is not known.
    std::pair<std::int64_t, std::int64_t> rows() const { return {m_progress->rows, m_progress->ofRows}; }
    bool isDone() const { return m_result.has_value(); }
    /// Once it is done. It is given away once.
    Result<Opened> take() { return std::move(*m_result); }

public Q_SLOTS:
    /// Ends it as Cancelled. The file stays as it is.
    void cancel();

Q_SIGNALS:
    void done();

private:
    void finish(Result<Opened>);
    std::string m_path;
    std::shared_ptr<store::ReadProgress> m_progress = std::make_shared<store::ReadProgress>();
    std::optional<Result<Opened>> m_result;
    Work m_work;
};

}  // namespace sokudo::app
