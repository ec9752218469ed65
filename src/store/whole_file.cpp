// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/whole_file.h"

#include <array>
#include <cerrno>

#include <fcntl.h>
#include <poll.h>
#include <sys/stat.h>
#include <unistd.h>

namespace sokudo::store {
namespace {

constexpr std::size_t kMost = 1'000'000'000;
constexpr int kPatienceMilliseconds = 10'000;  ///< for a pipe whose writer is slow

class Descriptor {
public:
    /// Does not wait for a pipe to get a writer.
    explicit Descriptor(const std::string& path) : m_number(::open(path.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC)) {}
    ~Descriptor()
    {
        if (m_number >= 0) ::close(m_number);
    }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    int number() const { return m_number; }

private:
    int m_number;
};

}  // namespace

Result<std::string> wholeFile(const std::string& path)
{
    const auto refuse = [&](ErrorCode code, const char* what) { return failure(code, what, path); };
    const Descriptor file(path);
    if (file.number() < 0 && errno == ENOENT)
        return refuse(ErrorCode::NotFound, "there is no such file; check its name");
    if (file.number() < 0) return refuse(ErrorCode::NotAllowed, "the file cannot be read; check its rights");
    struct stat state {};
    if (::fstat(file.number(), &state) == 0 && S_ISDIR(state.st_mode))
        return refuse(ErrorCode::BadInput, "this is a folder; name a file in it");
    std::string content;
    std::array<char, 65536> block;
    while (true) {
        const auto got = ::read(file.number(), block.data(), block.size());
        if (got > 0) content.append(block.data(), static_cast<std::size_t>(got));
        if (content.size() > kMost)
            return refuse(ErrorCode::BadInput, "the file is larger than 1 GB; this is none of Sokudo's");
        if (got > 0 || (got < 0 && errno == EINTR)) continue;
        if (got < 0 && errno == EAGAIN) {
            pollfd waiting{file.number(), POLLIN, 0};
            if (::poll(&waiting, 1, kPatienceMilliseconds) > 0) continue;
            return refuse(ErrorCode::BadInput, "nothing came out of this pipe for 10 s");
        }
        if (got < 0) return refuse(ErrorCode::NotAllowed, "the file cannot be read; check the disk and its rights");
        break;
    }
    if (content.empty() && S_ISFIFO(state.st_mode)) return refuse(ErrorCode::BadInput, "nobody writes into this pipe");
    return content;
}

}  // namespace sokudo::store
