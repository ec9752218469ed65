// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/cable_test.h"

#include <array>
#include <cerrno>
#include <chrono>
#include <cstring>
#include <map>

#include <libmnl/libmnl.h>
#include <linux/ethtool_netlink.h>
#include <linux/genetlink.h>
#include <net/if.h>
#include <poll.h>

namespace sokudo::host {
namespace {

using measure::CardCableTest;
using measure::PairResult;
using measure::PairState;

constexpr int kSeconds = 20;  ///< the slowest cards take ten

tl::unexpected<Error> failed(ErrorCode code, text::Sentence what) { return failure(code, std::move(what)); }

PairState stateOf(std::uint8_t code)
{
    switch (code) {
    case ETHTOOL_A_CABLE_RESULT_CODE_OK: return PairState::Good;
    case ETHTOOL_A_CABLE_RESULT_CODE_OPEN: return PairState::Open;
    case ETHTOOL_A_CABLE_RESULT_CODE_SAME_SHORT: return PairState::ShortWithin;
    case ETHTOOL_A_CABLE_RESULT_CODE_CROSS_SHORT: return PairState::ShortAcross;
    default: return PairState::Unknown;  // newer kernels know more
    }
}

PairResult& pairOf(CardCableTest& test, int pair)
{
    const char name = static_cast<char>('A' + (pair & 3));
    for (PairResult& one : test.pairs)
        if (one.pair == name) return one;
    test.pairs.push_back({name, PairState::Unknown, std::nullopt});
    return test.pairs.back();
}

struct Found {
    const nlattr* attributes[16] = {};
};
int collect(const nlattr* attribute, void* data)
{
    const int type = mnl_attr_get_type(attribute);
    if (type < 16) static_cast<Found*>(data)->attributes[type] = attribute;
    return MNL_CB_OK;
}
Found nestOf(const nlattr* nest)
{
    Found found;
    mnl_attr_parse_nested(nest, collect, &found);
    return found;
}

class Netlink {
public:
    ~Netlink()
    {
        if (m_socket) mnl_socket_close(m_socket);
    }
    bool open()
    {
        m_socket = mnl_socket_open(NETLINK_GENERIC);
        return m_socket && mnl_socket_bind(m_socket, 0, MNL_SOCKET_AUTOPID) == 0;
    }
    nlmsghdr* start(int type, std::uint8_t command, std::uint8_t version)
    {
        nlmsghdr* message = mnl_nlmsg_put_header(m_out.data());
        message->nlmsg_type = static_cast<std::uint16_t>(type);
        message->nlmsg_flags = NLM_F_REQUEST | NLM_F_ACK;
        message->nlmsg_seq = ++m_sequence;
        auto* header = static_cast<genlmsghdr*>(mnl_nlmsg_put_extra_header(message, sizeof(genlmsghdr)));
        header->cmd = command;
        header->version = version;
        return message;
    }
    bool send(const nlmsghdr* message) { return mnl_socket_sendto(m_socket, message, message->nlmsg_len) >= 0; }
    bool join(int group) { return mnl_socket_setsockopt(m_socket, NETLINK_ADD_MEMBERSHIP, &group, sizeof(group)) == 0; }
    /// Messages that wait, one call of `visit` each. @return bytes; 0: none came in time; below 0: −errno
    template <class Visit>
    int receive(int milliseconds, Visit visit)
    {
        pollfd ready{mnl_socket_get_fd(m_socket), POLLIN, 0};
        if (poll(&ready, 1, milliseconds) <= 0) return 0;
        const auto bytes = mnl_socket_recvfrom(m_socket, m_in.data(), m_in.size());
        if (bytes < 0) return -errno;
        int left = static_cast<int>(bytes);
        for (auto* message = reinterpret_cast<const nlmsghdr*>(m_in.data()); mnl_nlmsg_ok(message, left);
             message = mnl_nlmsg_next(message, &left))
            visit(message);
        return static_cast<int>(bytes);
    }

private:
    mnl_socket* m_socket = nullptr;
    std::uint32_t m_sequence = 0;
    std::array<char, 8192> m_out{};
    std::array<char, 65536> m_in{};
};

/// Number of the ethtool family, and of the group that hears results.
struct Family {
    int id = 0, group = 0;
};
int takeGroup(const nlattr* entry, void* data)
{
    const Found found = nestOf(entry);
    const nlattr *name = found.attributes[CTRL_ATTR_MCAST_GRP_NAME], *id = found.attributes[CTRL_ATTR_MCAST_GRP_ID];
    if (name && id && std::string(mnl_attr_get_str(name)) == ETHTOOL_MCGRP_MONITOR_NAME)
        static_cast<Family*>(data)->group = static_cast<int>(mnl_attr_get_u32(id));
    return MNL_CB_OK;
}

std::optional<Family> familyOf(Netlink& netlink)
{
    nlmsghdr* ask = netlink.start(GENL_ID_CTRL, CTRL_CMD_GETFAMILY, 1);
    mnl_attr_put_strz(ask, CTRL_ATTR_FAMILY_NAME, ETHTOOL_GENL_NAME);
    if (!netlink.send(ask)) return std::nullopt;
    Family family;
    netlink.receive(2000, [&](const nlmsghdr* message) {
        if (message->nlmsg_type != GENL_ID_CTRL) return;
        Found found;
        mnl_attr_parse(message, sizeof(genlmsghdr), collect, &found);
        if (const nlattr* id = found.attributes[CTRL_ATTR_FAMILY_ID]) family.id = mnl_attr_get_u16(id);
        if (const nlattr* groups = found.attributes[CTRL_ATTR_MCAST_GROUPS])
            mnl_attr_parse_nested(groups, takeGroup, &family);
    });
    // The acknowledgement that follows is not needed.
    netlink.receive(100, [](const nlmsghdr*) {});
    return family.id > 0 && family.group > 0 ? std::optional(family) : std::nullopt;
}

text::Sentence refusal(const std::string& interface, int error, ErrorCode& code)
{
    if (error == EPERM || error == EACCES) {
        code = ErrorCode::NotAllowed;
        return text::say("cable-test.rights", "the cable test of {} needs the rights of the administrator", interface);
    }
    if (error == EOPNOTSUPP) {
        code = ErrorCode::NotFound;
        return text::say("cable-test.none", "the driver of {} has no cable test: use a tester, or two known ports",
                         interface);
    }
    code = ErrorCode::Unreachable;
    return text::say("cable-test.refused", "the cable test of {} was refused: {}", interface, std::strerror(error));
}

class LiveCard final : public measure::CableProbe {
public:
    Result<CardCableTest> test(const std::string& interface, const std::atomic<bool>& cancel) override
    {
        const unsigned index = if_nametoindex(interface.c_str());
        if (index == 0)
            return failed(ErrorCode::NotFound,
                          text::say("cable-test.gone", "there is no interface {} here", interface));
        Netlink netlink;
        const auto family = netlink.open() ? familyOf(netlink) : std::nullopt;
        if (!family || !netlink.join(family->group))
            return failed(ErrorCode::NotFound,
                          text::say("cable-test.kernel", "this kernel has no cable test (5.8 and later have)"));
        nlmsghdr* ask = netlink.start(family->id, ETHTOOL_MSG_CABLE_TEST_ACT, ETHTOOL_GENL_VERSION);
        nlattr* header = mnl_attr_nest_start(ask, ETHTOOL_A_CABLE_TEST_HEADER | NLA_F_NESTED);
        mnl_attr_put_u32(ask, ETHTOOL_A_HEADER_DEV_INDEX, index);
        mnl_attr_nest_end(ask, header);
        if (!netlink.send(ask))
            return failed(ErrorCode::Unreachable, text::say("cable-test.send", "the kernel cannot be asked"));
        return wait(netlink, *family, interface, cancel);
    }

private:
    static Result<CardCableTest> wait(Netlink& netlink, const Family& family, const std::string& interface,
                                      const std::atomic<bool>& cancel)
    {
        CardCableTest made{interface, {}};
        int error = 0;
        bool isDone = false;
        const auto until = std::chrono::steady_clock::now() + std::chrono::seconds(kSeconds);
        while (!isDone && error == 0) {
            if (cancel) return failed(ErrorCode::Cancelled, text::say("cable-test.cancelled", "the test was stopped"));
            if (std::chrono::steady_clock::now() > until)
                return failed(ErrorCode::TimedOut,
                              text::say("cable-test.late", "{} told no result in {} s", interface, kSeconds));
            netlink.receive(200, [&](const nlmsghdr* message) {
                if (message->nlmsg_type == NLMSG_ERROR) {
                    error = -static_cast<const nlmsgerr*>(mnl_nlmsg_get_payload(message))->error;
                } else if (message->nlmsg_type == family.id) {
                    const auto* body = static_cast<const genlmsghdr*>(mnl_nlmsg_get_payload(message));
                    if (body->cmd != ETHTOOL_MSG_CABLE_TEST_NTF) return;
                    const auto* attributes =
                        static_cast<const char*>(mnl_nlmsg_get_payload_offset(message, sizeof(genlmsghdr)));
                    const std::size_t bytes = mnl_nlmsg_get_payload_len(message) - sizeof(genlmsghdr);
                    isDone = readCableTest(attributes, bytes, made) || isDone;
                }
            });
        }
        if (error == 0) return made;
        ErrorCode code = ErrorCode::Unreachable;
        const text::Sentence why = refusal(interface, error, code);
        return failed(code, why);
    }
};

/// A captured host answers what is kept of its card.
class CapturedCard final : public measure::CableProbe {
public:
    explicit CapturedCard(Tree tree) : m_tree(std::move(tree)) {}
    Result<CardCableTest> test(const std::string& interface, const std::atomic<bool>&) override
    {
        const auto kept = m_tree.line("cable_test/" + interface);
        if (!kept)
            return failed(ErrorCode::NotFound,
                          text::say("cable-test.none",
                                    "the driver of {} has no cable test: use a tester, or two known "
                                    "ports",
                                    interface));
        return measure::cardCableTestOf(interface, *kept);
    }

private:
    Tree m_tree;
};

}  // namespace

bool readCableTest(const void* attributes, std::size_t bytes, CardCableTest& into)
{
    bool isComplete = false;
    const auto visit = [&](const nlattr* entry) {
        const Found found = nestOf(entry);
        const int type = mnl_attr_get_type(entry);
        if (type == ETHTOOL_A_CABLE_NEST_RESULT) {
            const nlattr *pair = found.attributes[ETHTOOL_A_CABLE_RESULT_PAIR],
                         *code = found.attributes[ETHTOOL_A_CABLE_RESULT_CODE];
            if (pair && code) pairOf(into, mnl_attr_get_u8(pair)).state = stateOf(mnl_attr_get_u8(code));
        } else if (type == ETHTOOL_A_CABLE_NEST_FAULT_LENGTH) {
            const nlattr *pair = found.attributes[ETHTOOL_A_CABLE_FAULT_LENGTH_PAIR],
                         *at = found.attributes[ETHTOOL_A_CABLE_FAULT_LENGTH_CM];
            if (pair && at) pairOf(into, mnl_attr_get_u8(pair)).fault = Length::of(mnl_attr_get_u32(at) / 100.0);
        }
    };
    const auto* first = static_cast<const nlattr*>(attributes);
    const auto* end = static_cast<const char*>(attributes) + bytes;
    for (const nlattr* one = first; mnl_attr_ok(one, static_cast<int>(end - reinterpret_cast<const char*>(one)));
         one = mnl_attr_next(one)) {
        const int type = mnl_attr_get_type(one);
        if (type == ETHTOOL_A_CABLE_TEST_NTF_STATUS)
            isComplete = mnl_attr_get_u8(one) == ETHTOOL_A_CABLE_TEST_NTF_STATUS_COMPLETED;
        if (type != ETHTOOL_A_CABLE_TEST_NTF_NEST) continue;
        const auto* entry = static_cast<const nlattr*>(mnl_attr_get_payload(one));
        const auto* last = static_cast<const char*>(mnl_attr_get_payload(one)) + mnl_attr_get_payload_len(one);
        for (; mnl_attr_ok(entry, static_cast<int>(last - reinterpret_cast<const char*>(entry)));
             entry = mnl_attr_next(entry))
            visit(entry);
    }
    return isComplete;
}

std::unique_ptr<measure::CableProbe> cableProbeFor(const Tree& tree)
{
    if (tree.isThisMachine()) return std::make_unique<LiveCard>();
    return std::make_unique<CapturedCard>(tree);
}

}  // namespace sokudo::host
