// SPDX-License-Identifier: GPL-3.0-or-later
// The real switch: a walk by GetBulk requests.
#include <algorithm>
#include <atomic>
#include <cerrno>
#include <chrono>
#include <mutex>

// The order matters to this library.
#include <net-snmp/net-snmp-config.h>
#include <net-snmp/net-snmp-includes.h>

#include <net-snmp/library/large_fd_set.h>

#include "core/base/text.h"
#include "host/switch_objects.h"

namespace sokudo::host {
namespace {

constexpr long kMicroseconds = 1'500'000;    ///< an answer takes no longer
constexpr long kLookMicroseconds = 100'000;  ///< how often a wait looks whether it was cancelled
constexpr int kRetries = 2, kAtOnce = 24;
constexpr std::size_t kMostObjects = 4096;  ///< of one column: more is no switch at home

using Oid = std::vector<oid>;

std::string dotted(const oid* at, std::size_t length)
{
    std::string result;
    for (std::size_t i = 0; i < length; ++i) result += (i == 0 ? "" : ".") + std::to_string(at[i]);
    return result;
}

Oid oidOf(const std::string& text)
{
    Oid result;
    for (const std::string& part : text::split(text, '.')) result.push_back(std::strtoul(part.c_str(), nullptr, 10));
    return result;
}

/// The library reads no file and prints nothing.
void prepare()
{
    static std::once_flag once;
    std::call_once(once, [] {
        netsnmp_ds_set_boolean(NETSNMP_DS_LIBRARY_ID, NETSNMP_DS_LIB_DONT_READ_CONFIGS, 1);
        netsnmp_ds_set_boolean(NETSNMP_DS_LIBRARY_ID, NETSNMP_DS_LIB_DONT_PERSIST_STATE, 1);
        // What it would say of an answer that it cannot take apart is nothing to a person.
        snmp_disable_log();
        netsnmp_register_loghandler(NETSNMP_LOGHANDLER_NONE, LOG_DEBUG);
        netsnmp_tdomain_init();
    });
}

std::string valueOf(const variable_list& one)
{
    switch (one.type) {
    case ASN_INTEGER: return std::to_string(*one.val.integer);
    case ASN_COUNTER:
    case ASN_GAUGE:
    case ASN_TIMETICKS: return std::to_string(static_cast<std::uint32_t>(*one.val.integer));
    case ASN_COUNTER64:
        return std::to_string((static_cast<std::uint64_t>(one.val.counter64->high) << 32) |
                              (one.val.counter64->low & 0xffffffffUL));
    case ASN_OBJECT_ID: return dotted(one.val.objid, one.val_len / sizeof(oid));
    case ASN_OCTET_STR: return {reinterpret_cast<const char*>(one.val.string), one.val_len};
    default: return {};
    }
}

/// What came of one request.
struct Answer {
    enum class State { Waiting, Arrived, Late, Failed } state = State::Waiting;
    const std::string& community;
    snmp_pdu* pdu = nullptr;

    static int take(int operation, snmp_session*, int, snmp_pdu* pdu, void* self)
    {
        auto& answer = *static_cast<Answer*>(self);
        switch (operation) {
        case NETSNMP_CALLBACK_OP_RECEIVED_MESSAGE:
            if (answer.community != std::string_view(reinterpret_cast<const char*>(pdu->community), pdu->community_len))
                return 0;  // of somebody else: the wait goes on
            answer.pdu = snmp_clone_pdu(pdu);
            answer.state = answer.pdu ? State::Arrived : State::Failed;
            break;
        case NETSNMP_CALLBACK_OP_TIMED_OUT: answer.state = State::Late; break;
        case NETSNMP_CALLBACK_OP_SEND_FAILED:
        case NETSNMP_CALLBACK_OP_DISCONNECT:
        case NETSNMP_CALLBACK_OP_SEC_ERROR: answer.state = State::Failed; break;
        default: break;  // connected, or asked again
        }
        return 1;
    }
};

class SnmpObjects final : public measure::ObjectSource {
public:
    SnmpObjects(SwitchAddress address, std::string community, Duration most)
        : m_address(std::move(address)), m_community(std::move(community)), m_most(most)
    {
        prepare();
    }
    ~SnmpObjects() override { close(); }
    SnmpObjects(const SnmpObjects&) = delete;
    SnmpObjects& operator=(const SnmpObjects&) = delete;

    Result<std::vector<measure::ObjectValue>> walk(const std::string& root) override
    {
        if (!m_end) m_end = Clock::now() + std::chrono::nanoseconds(m_most.steps());
        if (auto error = open()) return tl::unexpected(*error);
        const Oid below = oidOf(root);
        Oid at = below;
        std::vector<measure::ObjectValue> found;
        while (found.size() < kMostObjects) {
            snmp_pdu* response = nullptr;
            if (auto error = ask(at, response)) {
                if (!m_isCutShort) return tl::unexpected(*error);
                break;
            }
            bool goesOn = response->errstat == SNMP_ERR_NOERROR && response->variables != nullptr;
            for (const variable_list* one = response->variables; goesOn && one; one = one->next_variable) {
                const Oid name(one->name, one->name + one->name_length);
                // Past the column, at the end of all there is, or a switch that goes round in circles.
                goesOn = one->type != SNMP_ENDOFMIBVIEW && one->type != SNMP_NOSUCHOBJECT &&
                         one->type != SNMP_NOSUCHINSTANCE && name.size() > below.size() &&
                         std::equal(below.begin(), below.end(), name.begin()) && name > at;
                if (!goesOn) break;
                found.push_back({dotted(one->name, one->name_length), valueOf(*one)});
                at = name;
            }
            snmp_free_pdu(response);
            if (!goesOn) break;
        }
        return found;
    }

    void cancel() override { m_isCancelled = true; }
    std::optional<Error> cutShort() const override
    {
        if (!m_isCutShort) return std::nullopt;
        return Error{
            ErrorCode::TimedOut,
            text::say("snmp.time-is-over", "the switch was not read to the end within {} s", text::number(m_most.in())),
            m_address.host};
    }

private:
    void close()
    {
        if (m_session) snmp_sess_close(m_session);
        m_session = nullptr;
    }
    std::optional<Error> open()
    {
        if (m_session) return std::nullopt;
        if (m_community.empty())
            return Error{ErrorCode::BadInput,
                         text::say("snmp.community", "write the read community that is set in the switch"),
                         m_address.host};
        snmp_session wanted;
        snmp_sess_init(&wanted);
        const bool isSix = m_address.host.find(':') != std::string::npos;
        std::string peer = isSix ? "udp6:[" + m_address.host + "]" : "udp:" + m_address.host;
        peer += ":" + std::to_string(m_address.port);
        wanted.peername = peer.data();
        wanted.version = SNMP_VERSION_2c;
        wanted.community = reinterpret_cast<u_char*>(m_community.data());
        wanted.community_len = m_community.size();
        wanted.timeout = kMicroseconds;
        wanted.retries = kRetries;
        m_session = snmp_sess_open(&wanted);
        if (m_session) {
            // From now on the system hands over only what comes from the port that is asked.
            const netsnmp_transport* transport = snmp_sess_transport(m_session);
            if (transport && transport->data &&
                transport->data_length >= static_cast<int>(sizeof(netsnmp_indexed_addr_pair))) {
                const auto& asked = static_cast<const netsnmp_indexed_addr_pair*>(transport->data)->remote_addr;
                ::connect(transport->sock, &asked.sa, isSix ? sizeof(sockaddr_in6) : sizeof(sockaddr_in));
            }
            return std::nullopt;
        }
        return Error{ErrorCode::Unreachable,
                     text::say("snmp.address", "this switch cannot be reached: check its address"), m_address.host};
    }

    std::optional<Error> ask(const Oid& after, snmp_pdu*& response)
    {
        snmp_pdu* request = snmp_pdu_create(SNMP_MSG_GETBULK);
        request->non_repeaters = 0;
        request->max_repetitions = kAtOnce;
        snmp_add_null_var(request, after.data(), after.size());
        Answer answer{.community = m_community};
        if (snmp_sess_async_send(m_session, request, &Answer::take, &answer) == 0) {
            snmp_free_pdu(request);
            return unreachable();
        }
        while (answer.state == Answer::State::Waiting && !m_isCancelled && !isOver() && wait()) {}
        switch (answer.state) {
        case Answer::State::Arrived: response = answer.pdu; return std::nullopt;
        case Answer::State::Late:
            return Error{ErrorCode::TimedOut,
                         text::say("snmp.silent",
                                   "the switch does not answer: is SNMP version 2c on, is the community right, may "
                                   "this machine ask?"),
                         m_address.host};
        case Answer::State::Waiting:
            close();  // or the answer would come for a request that nobody keeps
            if (m_isCancelled)
                return Error{ErrorCode::Cancelled, text::say("snmp.cancelled", "reading the switch was stopped"),
                             m_address.host};
            m_isCutShort = isOver();
            break;
        case Answer::State::Failed: break;
        }
        return unreachable();
    }

    bool isOver() const { return m_end && Clock::now() >= *m_end; }

    /// For an answer, the time to ask again, or the next look. @return false: the system cannot wait
    bool wait()
    {
        netsnmp_large_fd_set sockets;
        netsnmp_large_fd_set_init(&sockets, FD_SETSIZE);
        int most = 0, isEndless = 0;
        timeval time{0, kLookMicroseconds};
        snmp_sess_select_info2(m_session, &most, &sockets, &time, &isEndless);
        const int ready = netsnmp_large_fd_set_select(most, &sockets, nullptr, nullptr, &time);
        const bool isGood = ready >= 0 || errno == EINTR;
        if (ready > 0) snmp_sess_read2(m_session, &sockets);
        else if (ready == 0) snmp_sess_timeout(m_session);
        netsnmp_large_fd_set_cleanup(&sockets);
        return isGood;
    }

    Error unreachable() const
    {
        return {ErrorCode::Unreachable,
                text::say("snmp.failed", "the switch could not be asked: check its address and the way to it"),
                m_address.host};
    }

    SwitchAddress m_address;
    std::string m_community;
    using Clock = std::chrono::steady_clock;
    Duration m_most;
    std::optional<Clock::time_point> m_end;
    bool m_isCutShort = false;
    void* m_session = nullptr;
    std::atomic<bool> m_isCancelled{false};
};

}  // namespace

std::unique_ptr<measure::ObjectSource> snmpObjects(const SwitchAddress& address, const std::string& community,
                                                   Duration most)
{
    return std::make_unique<SnmpObjects>(address, community, most);
}

}  // namespace sokudo::host
