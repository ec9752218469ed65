// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/opening.h"

#include <filesystem>

namespace sokudo::app {
namespace {

/// A free name beside a damaged project: "home-recovered.sokudo".
std::string recoveredPath(const std::string& path)
{
    const std::filesystem::path whole(path);
    for (int i = 1;; ++i) {
        std::filesystem::path next = whole.parent_path() / whole.stem();
        next += i == 1 ? std::string("-recovered") : "-recovered-" + std::to_string(i);
        next += whole.extension();
        std::error_code problem;
        if (!std::filesystem::exists(next, problem)) return next.string();
    }
}

/// What can be read of a damaged project goes into a file of its own; the damaged one stays as it is.
Result<Opened> recover(const std::string& path, store::Loaded loaded)
{
    const std::string copy = recoveredPath(path);
    auto file = store::ProjectFile::create(copy, loaded.project);
    if (!file) return tl::unexpected(file.error());
    auto again = (*file)->load();
    if (!again) return tl::unexpected(again.error());
    again->lost = std::move(loaded.lost);
    again->lost.insert(again->lost.begin(), path + " is damaged. It was left as it is; what could be read is in " +
                                                copy + ", where you work now.");
    return Opened{std::move(*file), std::move(*again)};
}

Result<std::unique_ptr<store::ProjectFile>> openOrMake(const OpenRequest& request)
{
    std::error_code problem;
    const std::filesystem::path path(request.path);
    const auto folder = path.has_parent_path() ? path.parent_path() : std::filesystem::path(".");
    using IfMissing = OpenRequest::IfMissing;
    if (request.ifMissing == IfMissing::MakeWithFolder) std::filesystem::create_directories(folder, problem);
    if (!std::filesystem::is_directory(folder, problem))
        return failure(ErrorCode::NotFound, "there is no such folder; make it first, or check the name",
                       folder.string());
    if (request.replaces) std::filesystem::remove(path, problem);
    if (std::filesystem::exists(path, problem)) return store::ProjectFile::open(request.path);
    if (request.ifMissing == IfMissing::Refuse && !request.replaces)
        return failure(ErrorCode::NotFound,
                       "there is no such file; check its name, or make a new house there with --new", request.path);
    if (!request.start) return store::ProjectFile::create(request.path, {});
    auto start = request.start();
    if (!start) return tl::unexpected(start.error());
    return store::ProjectFile::create(request.path, *start);
}

}  // namespace

Result<Opened> openProject(const OpenRequest& request, store::ReadProgress& progress)
{
    auto file = openOrMake(request);
    if (!file) return tl::unexpected(file.error());
    auto loaded = (*file)->load(progress);
    if (!loaded) return tl::unexpected(loaded.error());
    if ((*file)->isDamaged()) return recover(request.path, std::move(*loaded));
    return Opened{std::move(*file), std::move(*loaded)};
}

Opening::Opening(OpenRequest request) : m_path(request.path)
{
    const auto open = [request = std::move(request), progress = m_progress](const std::atomic<bool>& isStopped) {
        progress->stop = &isStopped;
        return openProject(request, *progress);
    };
    m_work.start(*this, open, [this](Result<Opened> result) { finish(std::move(result)); });
}

void Opening::cancel()
{
    m_work.stop();
    if (!isDone()) finish(tl::unexpected(Error{ErrorCode::Cancelled, "opening was cancelled", m_path}));
}

void Opening::finish(Result<Opened> result)
{
    m_result.emplace(std::move(result));
    Q_EMIT done();
}

}  // namespace sokudo::app
