// SPDX-License-Identifier: GPL-3.0-or-later
// Files under a root folder: "/" for this machine, another folder for a captured host.
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

namespace sokudo::host {

class Tree {
public:
    explicit Tree(std::filesystem::path root) : m_root(std::move(root)) {}
    bool isThisMachine() const { return m_root == "/"; }
    /// First line of a file without its line end; nothing where it cannot be read.
    std::optional<std::string> line(const std::string& path) const;
    std::optional<std::string> content(const std::string& path) const;
    std::optional<std::int64_t> whole(const std::string& path) const;
    std::vector<std::string> list(const std::string& folder) const;  ///< names, sorted
    bool exists(const std::string& path) const;
    /// The path behind links, as a path below the root; nothing where it leads nowhere.
    std::optional<std::string> resolved(const std::string& path) const;

private:
    std::filesystem::path at(const std::string& path) const { return m_root / path; }
    std::filesystem::path m_root;
};

}  // namespace sokudo::host
