// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/neighbours.h"

#include <algorithm>

#include "host/tree.h"

namespace sokudo::host {
namespace {

void take(measure::SeenHosts& seen, std::vector<measure::Neighbour> found, const std::string& file)
{
    if (found.empty()) return;
    std::move(found.begin(), found.end(), std::back_inserter(seen.hosts));
    seen.from.push_back(file);
}

/// A lease file of either shape: what is no lease of one is none of the other.
void takeLeases(measure::SeenHosts& seen, const std::string& content, const std::string& file)
{
    auto found = measure::readLeaseLines(content);
    auto blocks = measure::readLeaseBlocks(content);
    std::move(blocks.begin(), blocks.end(), std::back_inserter(found));
    take(seen, std::move(found), file);
}

/// Where lease servers keep their files on Debian.
constexpr const char* kLeaseFolders[] = {"var/lib/misc", "var/lib/dhcp"};

}  // namespace

measure::SeenHosts seenHosts(const std::filesystem::path& root, const std::vector<std::string>& leaseFiles)
{
    const Tree tree(root);
    measure::SeenHosts seen;
    if (const auto table = tree.content("proc/net/arp"))
        take(seen, measure::readNeighbourTable(*table), "/proc/net/arp");
    for (const std::string folder : kLeaseFolders)
        for (const std::string& name : tree.list(folder))
            if (name.ends_with(".leases"))
                if (const auto content = tree.content(folder + "/" + name))
                    takeLeases(seen, *content, "/" + folder + "/" + name);
    const Tree own("/");
    for (const std::string& file : leaseFiles)
        if (const auto content = own.content(std::filesystem::absolute(file).relative_path().string()))
            takeLeases(seen, *content, file);
        else seen.unread.push_back(file);
    seen.makers = tree.content("usr/share/ieee-data/oui.txt").value_or("");
    return seen;
}

}  // namespace sokudo::host
