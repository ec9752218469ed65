// SPDX-License-Identifier: GPL-3.0-or-later
// What a call prints, taken up instead of shown.
#pragma once

#include <string>

namespace sokudo::houses {

/// From here to its end, standard output and standard error of this process go into memory and standard input is empty.
class Quiet {
public:
    Quiet();
    ~Quiet();
    Quiet(const Quiet&) = delete;
    Quiet& operator=(const Quiet&) = delete;
    std::string output() const { return content(m_output); }
    std::string errors() const { return content(m_errors); }

private:
    static std::string content(int descriptor);
    int m_output, m_errors;
    int m_kept[3];
};

}  // namespace sokudo::houses
