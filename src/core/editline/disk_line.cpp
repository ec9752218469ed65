// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/disk_line.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/host_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::editline {
namespace {

constexpr double kMostDisks = 999;

/// The number before the first letter, exactly; for text that reads back as what it was.
std::string exact(double value) { return fmt::format("{:.17g}", value); }

/// "8tb" where it is a whole number of gigabytes, else in bytes.
std::string sizeWord(DataSize size)
{
    for (const auto& [unit, word] : {std::pair(1e12, "tb"), {1e9, "gb"}, {1e6, "mb"}, {1e3, "kb"}})
        if (const double figure = size.in() / unit;
            figure >= 1 && DataSize::of(figure * unit) == size && text::number(figure, 15) == exact(figure))
            return exact(figure) + word;
    return exact(size.in()) + "b";
}

/// Bits a second: "3.6g", "450m".
std::string rateWord(BitRate rate)
{
    const double millions = rate.in() / 1e6;
    return BitRate::of(millions * 1e6) == rate ? text::number(millions, 15) + "m" : exact(millions) + "m";
}

/// Whether a group can be told by one word of a line. What cannot is left out, and so stays as it is.
bool isOneWord(const std::string& words)
{
    return !words.empty() && words.find_first_of(" \t\r\n\"'+") == std::string::npos;
}

class GroupReader {
public:
    GroupReader(const Property& whole, plan::DiskGroup before, const kb::KnowledgeBase& kb)
        : m_whole(whole), m_made(std::move(before)), m_kb(kb)
    {}
    Result<plan::DiskGroup> read(const std::string& part)
    {
        // A new statement of the kind says how many there are: one, unless it is told.
        for (const std::string& word : text::words(part))
            if (auto error = take(word)) return tl::unexpected(*error);
        if (m_made.kind.empty())
            return tl::unexpected(m_whole.wrong(
                text::say("disk-line.kind", "say which kind of disk: hdd*6 8tb raid6, or 6x8tb hdd raid6")));
        return std::move(m_made);
    }

private:
    std::optional<Error> wrong(text::Sentence what) const { return m_whole.wrong(std::move(what)); }

    std::optional<Error> take(const std::string& typed)
    {
        if (const std::size_t equals = typed.find('='); equals != std::string::npos)
            return takeValue(text::lower(typed.substr(0, equals)), typed.substr(equals + 1));
        const std::string word = text::lower(typed);
        if (const std::size_t times = word.find('*'); times != std::string::npos) {
            if (auto error = takeCount(word.substr(times + 1))) return error;
            return takeName(word.substr(0, times));
        }
        // "6x8tb"
        const std::size_t x = word.find('x');
        if (x != std::string::npos && x > 0 && oneline::sizeOf(word.substr(x + 1)) &&
            text::parseNumber(word.substr(0, x))) {
            if (auto error = takeCount(word.substr(0, x))) return error;
            return takeSize(word.substr(x + 1), m_made.each);
        }
        if (m_kb.find<kb::ArrayLevel>(word) || m_kb.find<kb::Disk>(word)) return takeName(word);
        if (oneline::sizeOf(word)) return takeSize(word, m_made.each);
        return takeName(word);
    }
    std::optional<Error> takeName(const std::string& name)
    {
        if (m_kb.find<kb::ArrayLevel>(name)) {
            m_made.level = name == "single" ? std::string() : name;
            return std::nullopt;
        }
        if (!m_kb.find<kb::Disk>(name))
            return wrong(text::say("properties.disks-are-written",
                                   "disks are written disks=\"hdd*6 raid6 8tb\"; “{}” is not a known kind of disk",
                                   name));
        m_made.kind = name;
        return std::nullopt;
    }
    std::optional<Error> takeCount(const std::string& typed)
    {
        const auto count = text::parseNumber(typed);
        if (!count || *count < 1 || *count > kMostDisks || *count != static_cast<int>(*count))
            return wrong(text::say("properties.a-count-of-disks", "a count of disks is 1 to 999, as in hdd*6"));
        m_made.count = static_cast<int>(*count);
        return std::nullopt;
    }
    std::optional<Error> takeSize(const std::string& typed, std::optional<DataSize>& into)
    {
        into = oneline::sizeOf(typed);
        if (into) return std::nullopt;
        return wrong(text::say("disk-line.size", "“{}” is not a size; write 8tb or 500gb", typed));
    }
    std::optional<Error> takeRate(const std::string& typed, std::optional<BitRate>& into)
    {
        into = oneline::rateOf(typed);
        if (into) return std::nullopt;
        return wrong(text::say("disk-line.rate", "“{}” is not a rate; write 3.6g or 450m, in bits a second", typed));
    }
    std::optional<Error> takeValue(const std::string& key, const std::string& value)
    {
        const std::string small = text::lower(value);
        const bool isCleared = value.empty() || small == "none" || small == "unknown";
        if (key == "name") {
            m_made.name = isCleared ? std::string() : value;
            return std::nullopt;
        }
        if (key == "used" || key == "each" || key == "grows") {
            auto& into = key == "used" ? m_made.used : key == "each" ? m_made.each : m_made.growth;
            if (isCleared) into.reset();
            const std::size_t slash = key == "grows" ? small.find("/month") : std::string::npos;
            return isCleared ? std::nullopt : takeSize(small.substr(0, slash), into);
        }
        if (key == "reads" || key == "writes") {
            auto& into = key == "reads" ? m_made.reads : m_made.writes;
            if (isCleared) into.reset();
            return isCleared ? std::nullopt : takeRate(small, into);
        }
        return wrong(text::say("disk-line.key",
                               "“{}” is no property of disks; the properties are each, used, grows, "
                               "name, reads and writes",
                               key));
    }

    const Property& m_whole;
    plan::DiskGroup m_made;
    const kb::KnowledgeBase& m_kb;
};

}  // namespace

std::string disksText(const std::vector<plan::DiskGroup>& disks)
{
    std::vector<std::string> groups;
    for (const plan::DiskGroup& one : disks) {
        std::vector<std::string> words{fmt::format("{}*{}", one.kind, one.count)};
        if (isOneWord(one.level)) words.push_back(one.level);
        if (one.each) words.push_back(sizeWord(*one.each));
        if (one.used) words.push_back("used=" + sizeWord(*one.used));
        if (one.growth) words.push_back("grows=" + sizeWord(*one.growth) + "/month");
        if (isOneWord(one.name)) words.push_back("name=" + one.name);
        if (one.reads) words.push_back("reads=" + rateWord(*one.reads));
        if (one.writes) words.push_back("writes=" + rateWord(*one.writes));
        groups.push_back(text::joined(words, " "));
    }
    return text::joined(groups, " + ");
}

Result<std::vector<plan::DiskGroup>> disksFrom(const Property& one, const std::vector<plan::DiskGroup>& before,
                                               const kb::KnowledgeBase& kb)
{
    std::vector<plan::DiskGroup> groups;
    if (one.isCleared()) return groups;
    for (const std::string& part : text::split(one.value, '+')) {
        plan::DiskGroup was = groups.size() < before.size() ? before[groups.size()] : plan::DiskGroup{};
        auto group = GroupReader(one, std::move(was), kb).read(part);
        if (!group) return tl::unexpected(group.error());
        groups.push_back(std::move(*group));
    }
    return groups;
}

}  // namespace sokudo::editline
