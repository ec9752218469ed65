// SPDX-License-Identifier: GPL-3.0-or-later
#include "quiet.h"

#include <cstdio>
#include <iostream>

#include <fcntl.h>
#include <sys/mman.h>
#include <unistd.h>

namespace sokudo::houses {

Quiet::Quiet() : m_output(::memfd_create("output", MFD_CLOEXEC)), m_errors(::memfd_create("errors", MFD_CLOEXEC))
{
    std::fflush(stdout);
    std::fflush(stderr);
    for (int i = 0; i < 3; ++i) m_kept[i] = ::fcntl(i, F_DUPFD_CLOEXEC, 3);
    const int nothing = ::open("/dev/null", O_RDONLY | O_CLOEXEC);
    ::dup2(nothing, 0);
    ::close(nothing);
    ::dup2(m_output, 1);
    ::dup2(m_errors, 2);
    std::cin.clear();
}

Quiet::~Quiet()
{
    std::fflush(stdout);
    std::fflush(stderr);
    std::clearerr(stdout);
    for (int i = 0; i < 3; ++i) {
        ::dup2(m_kept[i], i);
        ::close(m_kept[i]);
    }
    ::close(m_output);
    ::close(m_errors);
}

std::string Quiet::content(int descriptor)
{
    std::fflush(stdout);
    std::fflush(stderr);
    std::string all;
    char block[65536];
    ::off_t at = 0;
    for (ssize_t got = 0; (got = ::pread(descriptor, block, sizeof block, at)) > 0; at += got)
        all.append(block, static_cast<std::size_t>(got));
    return all;
}

}  // namespace sokudo::houses
