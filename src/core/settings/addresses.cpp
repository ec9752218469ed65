// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/settings/addresses.h"

#include <arpa/inet.h>
#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/plan/trace.h"

namespace sokudo::settings {
namespace {

constexpr int kLinkBits = 30;

tl::unexpected<Error> bad(text::Sentence what, std::string where = {})
{
    return failure(ErrorCode::BadInput, std::move(what), std::move(where));
}

std::uint32_t maskOf(int bits) { return bits == 0 ? 0 : ~std::uint32_t{0} << (32 - bits); }

/// Forty bits that are the same for one house and unlike for two, as RFC 4193 asks.
std::string ownPrefix(const plan::Plan& plan)
{
    std::uint64_t hash = 1469598103934665603ULL;  // FNV-1a
    const auto mix = [&](std::string_view text) {
        for (const char c : text) hash = (hash ^ static_cast<unsigned char>(c)) * 1099511628211ULL;
    };
    for (const plan::Device& device : plan.devices) mix(fmt::format("{}:{}", device.id.value, device.name));
    return fmt::format("fd{:02x}:{:04x}:{:04x}", hash >> 32 & 0xff, hash >> 16 & 0xffff, hash & 0xffff);
}

struct Named {
    std::string name;
    Net4 net;
};

class Addressing {
public:
    Addressing(const plan::Plan& plan, const Net4& pool) : m_plan(plan), m_pool(pool) {}

    Result<AddressPlan> run()
    {
        known();
        const std::string prefix = ownPrefix(m_plan);
        std::uint64_t next = m_pool.base;
        for (const plan::Link& link : plan::links(m_plan)) {
            const plan::Device* a = plan::deviceOf(m_plan, link.a);
            const plan::Device* b = plan::deviceOf(m_plan, link.b);
            if (!a || !b || !plan::isHost(a->role) || !plan::isHost(b->role)) continue;
            const auto net = nextFree(next);
            if (!net)
                return bad(text::say(
                    "addresses.full",
                    "{} has no room for {} more direct links beside the nets of the house: take a larger pool",
                    text4(m_pool), m_made.links.size() + 1));
            LinkNet one{link.a, link.b, plan::portText(m_plan, link.a) + " – " + plan::portText(m_plan, link.b),
                        *net,   {},     {},
                        {}};
            const auto number = m_made.links.size() + 1;
            one.net6 = fmt::format("{}:{:x}::/64", prefix, number);
            one.a6 = fmt::format("{}:{:x}::1", prefix, number);
            one.b6 = fmt::format("{}:{:x}::2", prefix, number);
            m_made.links.push_back(std::move(one));
        }
        m_made.sentence =
            text::say("addresses.says",
                      "{} direct links between hosts, each with a net of its own; {} nets of the house, {} problems",
                      m_made.links.size(), m_known.size(), m_made.problems.size());
        return std::move(m_made);
    }

private:
    void known()
    {
        for (const plan::Network& network : m_plan.networks) {
            if (network.subnet.empty() || network.subnet.find(':') != std::string::npos) continue;
            const auto net = net4Of(network.subnet);
            if (!net) {
                m_made.problems.push_back(text::Sentence(network.name + ": ") + net.error().what);
                continue;
            }
            for (const Named& other : m_known)
                if (other.net.overlaps(*net))
                    m_made.problems.push_back(text::say("addresses.overlap",
                                                        "{} ({}) and {} ({}) overlap: give one of them another net",
                                                        other.name, text4(other.net), network.name, text4(*net)));
            m_known.push_back({network.name, *net});
        }
    }
    /// The next /30 of the pool that nothing of the house lies in.
    std::optional<Net4> nextFree(std::uint64_t& next) const
    {
        const std::uint64_t end = m_pool.base + m_pool.size();
        while (next + 4 <= end) {
            const Net4 net{static_cast<std::uint32_t>(next), kLinkBits};
            const auto taken =
                std::find_if(m_known.begin(), m_known.end(), [&](const Named& one) { return one.net.overlaps(net); });
            if (taken == m_known.end()) {
                next += 4;
                return net;
            }
            next = std::max(next + 4, taken->net.base + taken->net.size());
        }
        return std::nullopt;
    }

    const plan::Plan& m_plan;
    Net4 m_pool;
    std::vector<Named> m_known;
    AddressPlan m_made;
};

}  // namespace

bool Net4::overlaps(const Net4& other) const
{
    const std::uint32_t mask = maskOf(std::min(bits, other.bits));
    return (base & mask) == (other.base & mask);
}

std::string text4(std::uint32_t address)
{
    return fmt::format("{}.{}.{}.{}", address >> 24, address >> 16 & 255, address >> 8 & 255, address & 255);
}
std::string text4(const Net4& net) { return fmt::format("{}/{}", text4(net.base), net.bits); }

Result<Net4> net4Of(const std::string& typed)
{
    const auto wrong = [&](text::Sentence what) { return bad(std::move(what), "“" + typed + "”"); };
    const std::string text = text::trimmed(typed);
    const auto slash = text.find('/');
    const auto bits = slash == std::string::npos ? std::nullopt : text::parseNumber(text.substr(slash + 1));
    in_addr address{};
    if (!bits || *bits < 0 || *bits > 32 || *bits != static_cast<int>(*bits))
        return wrong(text::say("addresses.net", "write a net as 10.0.0.0/24"));
    if (inet_pton(AF_INET, text.substr(0, slash).c_str(), &address) != 1)
        return wrong(text::say("addresses.number", "write four numbers of 0 to 255 before the stroke: 10.0.0.0/24"));
    const Net4 net{ntohl(address.s_addr), static_cast<int>(*bits)};
    const Net4 bare{net.base & maskOf(net.bits), net.bits};
    if (!(bare == net))
        return wrong(text::say("addresses.host-bits", "this is an address in {}: write the net itself", text4(bare)));
    return net;
}

Result<AddressPlan> addressPlan(const plan::Plan& plan, const Net4& pool) { return Addressing(plan, pool).run(); }

}  // namespace sokudo::settings
