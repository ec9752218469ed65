// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/tree.h"

#include <algorithm>
#include <charconv>
#include <fstream>
#include <sstream>

namespace sokudo::host {

std::optional<std::string> Tree::content(const std::string& path) const
{
    std::ifstream in(at(path), std::ios::binary);
    if (!in) return std::nullopt;
    std::ostringstream out;
    out << in.rdbuf();
    if (in.bad() || (out.fail() && !in.eof())) return std::nullopt;
    return out.str();
}

std::optional<std::string> Tree::line(const std::string& path) const
{
    std::ifstream in(at(path));
    std::string text;
    if (!in || !std::getline(in, text)) return std::nullopt;
    return text;
}

std::optional<std::int64_t> Tree::whole(const std::string& path) const
{
    const auto text = line(path);
    if (!text) return std::nullopt;
    std::int64_t value = 0;
    const auto [end, error] = std::from_chars(text->data(), text->data() + text->size(), value);
    if (error != std::errc{}) return std::nullopt;
    return value;
}

std::vector<std::string> Tree::list(const std::string& folder) const
{
    std::vector<std::string> names;
    std::error_code error;
    for (std::filesystem::directory_iterator it(at(folder), error), end; !error && it != end; it.increment(error))
        names.push_back(it->path().filename().string());
    std::sort(names.begin(), names.end());
    return names;
}

bool Tree::exists(const std::string& path) const
{
    std::error_code error;
    return std::filesystem::exists(at(path), error);
}

std::optional<std::string> Tree::resolved(const std::string& path) const
{
    std::error_code error;
    const auto real = std::filesystem::canonical(at(path), error);
    if (error) return std::nullopt;
    const auto root = std::filesystem::canonical(m_root, error);
    if (error) return std::nullopt;
    return std::filesystem::relative(real, root, error).string();
}

}  // namespace sokudo::host
