// SPDX-License-Identifier: GPL-3.0-or-later
// A file that appears under its name when it is whole: written beside, then renamed.
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/base/result.h"

namespace sokudo::store {

class NewFile {
public:
    enum class Existing { Refuse, Replace };
    /// Who may read it: a house tells where things stand and how to log in, so it is its owner's alone.
    enum class Readers { Owner, Others };
    explicit NewFile(std::string path, Readers readers = Readers::Owner);
    /// Takes away what was not kept.
    ~NewFile();
    NewFile(const NewFile&) = delete;
    NewFile& operator=(const NewFile&) = delete;
    /// Why nothing can be made there; empty: it can.
    std::optional<Error> whyNot() const;
    /// Where to write.
    const std::string& temporary() const { return m_temporary; }
    /// Gives the file its name. @error NotAllowed  a file of that name is there (Refuse), or it cannot be renamed
    tl::expected<void, Error> keep(Existing);

private:
    std::string m_path, m_temporary;
    Readers m_readers;
    int m_code = 0;  ///< why no temporary file could be made
};

/// Writes the whole content, or nothing. A pipe or a device is written to as it is. A file that is replaced keeps no
/// wider rights than it is given here.
/// @error NotAllowed  a Sokudo project stands under that name, the disk is full, the folder may not be written
tl::expected<void, Error> writeWhole(const std::string& path, std::string_view content,
                                     NewFile::Readers = NewFile::Readers::Others);

}  // namespace sokudo::store
