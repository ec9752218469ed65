// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/presence.h"

#include <cstdint>
#include <cstdlib>
#include <filesystem>

#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include <fmt/format.h>

namespace sokudo::store {
namespace {

/// A folder of this user's own that is emptied when the machine starts.
std::string folder()
{
    const char* runtime = std::getenv("XDG_RUNTIME_DIR");
    const std::string path =
        runtime && *runtime ? fmt::format("{}/sokudo", runtime)
                            : fmt::format("{}/sokudo-{}", std::filesystem::temp_directory_path().string(), ::getuid());
    ::mkdir(path.c_str(), 0700);
    struct stat state {};
    const bool isOurs = ::lstat(path.c_str(), &state) == 0 && S_ISDIR(state.st_mode) && state.st_uid == ::getuid();
    return isOurs ? path : std::string();
}

}  // namespace

Presence::Presence(const std::string& path)
{
    // The file itself names the lock, so that two paths to it meet.
    struct stat state {};
    const std::string place = folder();
    if (place.empty() || ::stat(path.c_str(), &state) != 0) return;
    const std::string lock = fmt::format("{}/{:x}-{:x}.open", place, state.st_dev, state.st_ino);
    m_descriptor = ::open(lock.c_str(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW, 0600);
    if (m_descriptor >= 0) ::flock(m_descriptor, LOCK_SH);
}

Presence::~Presence()
{
    if (m_descriptor >= 0) ::close(m_descriptor);
}

bool Presence::isShared() const
{
    if (m_descriptor < 0) return false;
    const bool isAlone = ::flock(m_descriptor, LOCK_EX | LOCK_NB) == 0;
    ::flock(m_descriptor, LOCK_SH);
    return !isAlone;
}

}  // namespace sokudo::store
