// SPDX-License-Identifier: GPL-3.0-or-later
// Addresses for direct links: a small net of its own for each, overlapping none that the house has.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/plan/plan.h"

namespace sokudo::settings {

/// An IPv4 net.
struct Net4 {
    std::uint32_t base = 0;
    int bits = 24;  ///< 0 to 32
    std::uint64_t size() const { return std::uint64_t{1} << (32 - bits); }
    bool overlaps(const Net4& other) const;
    friend bool operator==(const Net4&, const Net4&) = default;
};
/// “10.0.0.0/24”. @error BadInput  not so written, or bits of the host set: says which net it would be
Result<Net4> net4Of(const std::string& text);
std::string text4(std::uint32_t address);
std::string text4(const Net4&);

/// The net of one direct link.
struct LinkNet {
    plan::PortId a, b;
    std::string title;         ///< "vault N1 – platen N1"
    Net4 net;                  ///< a /30: a is its first host, b its second
    std::string net6, a6, b6;  ///< a /64 of the house's own prefix (RFC 4193)
    std::string addressA() const { return text4(net.base + 1); }
    std::string addressB() const { return text4(net.base + 2); }
};

struct AddressPlan {
    std::vector<LinkNet> links;            ///< between two hosts with no switch between
    std::vector<text::Sentence> problems;  ///< nets of the house that overlap, or cannot be read
    text::Sentence sentence;
};

/// @param pool  where the nets are taken from, such as 10.99.0.0/16
/// @error BadInput  the pool is smaller than the links need, besides what the house has of it
/// @source rfc-1918, rfc-4193
Result<AddressPlan> addressPlan(const plan::Plan&, const Net4& pool);

}  // namespace sokudo::settings
