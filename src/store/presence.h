// SPDX-License-Identifier: GPL-3.0-or-later
// Which programs of this user have a project file open.
#pragma once

#include <string>

namespace sokudo::store {

/// Says that this program has the file open, for as long as the object lives; a crash takes it back.
/// Programs on other machines are not seen: their edits are, when they save.
class Presence {
public:
    /// @param path  of the project file
    explicit Presence(const std::string& path);
    ~Presence();
    Presence(const Presence&) = delete;
    Presence& operator=(const Presence&) = delete;
    /// Another program, or another window of this one, has the same file open now.
    bool isShared() const;

private:
    int m_descriptor = -1;
};

}  // namespace sokudo::store
