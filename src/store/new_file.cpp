// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/new_file.h"

#include <cerrno>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <filesystem>
#include <fstream>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include <fmt/format.h>

namespace sokudo::store {
namespace {

std::string reason(int code)
{
    switch (code) {
    case ENOSPC:
    case EDQUOT: return "the disk is full; make room and try again";
    case EACCES:
    case EPERM:
    case EROFS: return "the folder may not be written; choose another one or change its rights";
    case ENOENT:
    case ENOTDIR: return "there is no such folder; make it first, or check the name";
    case EEXIST: return "there is already a file of this name; choose another. It was left as it is";
    case ENAMETOOLONG: return "the name is too long; choose a shorter one";
    default: return fmt::format("the system says “{}”", std::strerror(code));
    }
}

tl::unexpected<Error> refuse(int code, const std::string& path)
{
    return failure(ErrorCode::NotAllowed, reason(code), path);
}

bool isProject(const std::string& path)
{
    std::ifstream in(path, std::ios::binary);
    char head[72] = "";
    return in.read(head, sizeof head) && std::string_view(head, 15) == "SQLite format 3" &&
           std::string_view(head + 68, 4) == "Soku";
}

/// @return an error number; 0: all is written and on the disk
int writeAll(int descriptor, std::string_view content)
{
    while (!content.empty()) {
        const auto written = ::write(descriptor, content.data(), content.size());
        if (written < 0 && errno == EINTR) continue;
        if (written <= 0) return errno ? errno : EIO;
        content.remove_prefix(static_cast<std::size_t>(written));
    }
    return ::fsync(descriptor) == 0 || errno == EINVAL || errno == EROFS ? 0 : errno;
}

}  // namespace

NewFile::NewFile(std::string path, Readers readers)
    : m_path(std::move(path)), m_temporary(m_path + ".XXXXXX"), m_readers(readers)
{
    const int made = ::mkstemp(m_temporary.data());
    if (made >= 0) ::close(made);
    else m_code = errno, m_temporary.clear();
}

NewFile::~NewFile()
{
    if (m_temporary.empty()) return;
    ::unlink(m_temporary.c_str());
    ::unlink((m_temporary + "-journal").c_str());
}

std::optional<Error> NewFile::whyNot() const
{
    if (m_temporary.empty()) return refuse(m_code, m_path).value();
    if (struct stat state{}; ::lstat(m_path.c_str(), &state) == 0 && !S_ISREG(state.st_mode) && !S_ISLNK(state.st_mode))
        return refuse(EEXIST, m_path).value();
    return std::nullopt;
}

tl::expected<void, Error> NewFile::keep(Existing existing)
{
    if (m_readers == Readers::Others) {
        // As a file made by the program itself would have it, not as private as a temporary one.
        const mode_t mask = ::umask(0);
        ::umask(mask);
        ::chmod(m_temporary.c_str(), 0666 & ~mask);
    }
    if (existing == Existing::Refuse ? ::link(m_temporary.c_str(), m_path.c_str()) != 0
                                     : ::rename(m_temporary.c_str(), m_path.c_str()) != 0)
        return refuse(errno, m_path);
    if (existing == Existing::Replace) m_temporary.clear();
    return {};
}

tl::expected<void, Error> writeWhole(const std::string& path, std::string_view content, NewFile::Readers readers)
{
    std::error_code problem;
    const auto status = std::filesystem::status(path, problem);
    if (std::filesystem::is_directory(status))
        return failure(ErrorCode::BadInput, "this is a folder; name a file in it", path);
    if (!problem && std::filesystem::exists(status) && !std::filesystem::is_regular_file(status)) {
        const int descriptor = ::open(path.c_str(), O_WRONLY | O_CLOEXEC);
        const int code = descriptor < 0 ? errno : writeAll(descriptor, content);
        if (descriptor >= 0) ::close(descriptor);
        if (code != 0) return refuse(code, path);
        return {};
    }
    if (isProject(path))
        return failure(ErrorCode::NotAllowed, "this is a Sokudo project: it is not written over. Choose another name",
                       path);
    // What a link leads to is replaced, not the link.
    const std::string target =
        std::filesystem::is_symlink(path, problem) ? std::filesystem::canonical(path, problem).string() : path;
    NewFile place(target.empty() ? path : target, readers);
    if (auto why = place.whyNot()) return tl::unexpected(std::move(*why));
    const int descriptor = ::open(place.temporary().c_str(), O_WRONLY | O_TRUNC | O_CLOEXEC);
    const int code = descriptor < 0 ? errno : writeAll(descriptor, content);
    if (descriptor >= 0) ::close(descriptor);
    if (code != 0) return refuse(code, path);
    return place.keep(NewFile::Existing::Replace);
}

}  // namespace sokudo::store
