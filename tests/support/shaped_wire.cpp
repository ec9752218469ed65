// SPDX-License-Identifier: GPL-3.0-or-later
#include "shaped_wire.h"

#include <algorithm>
#include <atomic>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <fstream>
#include <string>

#include <fcntl.h>
#include <linux/ethtool.h>
#include <linux/sockios.h>
#include <net/if.h>
#include <sched.h>
#include <sys/ioctl.h>
#include <sys/socket.h>
#include <sys/wait.h>
#include <unistd.h>

#include <fmt/format.h>

#include "traffic/secret.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"

namespace sokudo::testing {
namespace {

constexpr const char* kNear = "sokudo0";
constexpr const char* kFar = "sokudo1";
constexpr const char* kNearAddress = "10.77.0.1";
constexpr const char* kFarAddress = "10.77.0.2";
constexpr int kPort = 7411;

/// A pipe whose ends close with it.
struct Pipe {
    int read = -1, write = -1;
    Pipe()
    {
        int ends[2];
        if (::pipe(ends) == 0) {
            read = ends[0];
            write = ends[1];
        }
    }
    ~Pipe()
    {
        if (read >= 0) ::close(read);
        if (write >= 0) ::close(write);
    }
    Pipe(const Pipe&) = delete;
    Pipe& operator=(const Pipe&) = delete;
    void tell(char what) const { [[maybe_unused]] const auto sent = ::write(write, &what, 1); }
    bool hear(char what) const
    {
        char got = 0;
        return ::read(read, &got, 1) == 1 && got == what;
    }
};

/// What a child answers: a rate, or the step that failed.
struct Answer {
    double rate = 0;
    bool isBroken = false;
    char problem[200] = {};
};

bool run(const std::string& command) { return std::system((command + " >/dev/null 2>&1").c_str()) == 0; }

/// A name space of one's own; as an ordinary user with one's own user space around it.
bool leave()
{
    if (::unshare(CLONE_NEWNET) == 0) return true;
    const auto user = ::getuid();
    const auto group = ::getgid();
    if (::unshare(CLONE_NEWUSER | CLONE_NEWNET) != 0) return false;
    std::ofstream("/proc/self/setgroups") << "deny";
    std::ofstream("/proc/self/uid_map") << fmt::format("0 {} 1", user);
    std::ofstream("/proc/self/gid_map") << fmt::format("0 {} 1", group);
    return true;
}

/// Frames stay as long as they are on a wire: nothing is merged or cut later.
void plainFrames(const char* interface)
{
    const int socket = ::socket(AF_INET, SOCK_DGRAM, 0);
    for (const std::uint32_t command :
         {std::uint32_t{ETHTOOL_STSO}, std::uint32_t{ETHTOOL_SGSO}, std::uint32_t{ETHTOOL_SGRO}}) {
        ethtool_value value{command, 0};
        ifreq request{};
        std::snprintf(request.ifr_name, sizeof request.ifr_name, "%s", interface);
        request.ifr_data = reinterpret_cast<char*>(&value);
        ::ioctl(socket, SIOCETHTOOL, &request);
    }
    ::close(socket);
}

/// The far end: its own namespace, its own agent. Told to go when the wire is there; ends when its pipe closes.
[[noreturn]] void farEnd(const Pipe& toNear, const Pipe& fromNear, const std::string& key, int mtu)
{
    ::close(fromNear.write);
    toNear.tell(::unshare(CLONE_NEWNET) == 0 ? 'r' : 'x');
    if (!fromNear.hear('g')) ::_exit(1);
    const bool up = run(fmt::format("ip address add {}/24 dev {}", kFarAddress, kFar)) &&
                    run(fmt::format("ip link set {} mtu {} up", kFar, mtu));
    plainFrames(kFar);
    auto server = traffic::TrialServer::listen(kFarAddress, kPort, key);
    toNear.tell(up && server ? 's' : 'x');
    if (!up || !server) ::_exit(1);
    (*server)->serveInBackground();
    fromNear.hear('e');
    ::_exit(0);
}

Answer refused(const std::string& step)
{
    Answer result;
    std::snprintf(result.problem, sizeof result.problem, "%s", step.c_str());
    return result;
}

Answer measured(const WireQuestion& question, const std::string& key)
{
    measure::TrafficQuestion asked;
    asked.host = kFarAddress;
    asked.port = kPort;
    asked.key = key;
    asked.streams = question.streams;
    asked.duration = question.duration;
    asked.warmup = question.warmup;
    const std::atomic<bool> never{false};
    const auto got = traffic::TrafficClient().run(
        asked, [](const measure::TrafficSample&) {}, never);
    if (!got) {
        Answer broken = refused("the test itself failed: " + got.error().message());
        broken.isBroken = true;
        return broken;
    }
    Answer result;
    result.rate = got->forward.in();
    return result;
}

Answer nearEnd(const WireQuestion& question)
{
    if (!leave()) return refused("no network namespace can be made here");
    const Pipe toFar, fromFar;
    const std::string key = traffic::newPairingKey();
    const pid_t far = ::fork();
    if (far < 0) return refused("no second process can be started");
    if (far == 0) farEnd(fromFar, toFar, key, question.mtu);
    const auto stop = [&] {
        toFar.tell('e');
        ::kill(far, SIGKILL);
        ::waitpid(far, nullptr, 0);
    };
    const auto give = [&](const std::string& step) {
        stop();
        return refused(step);
    };
    if (!fromFar.hear('r')) return give("no second network namespace can be made here");
    if (!run(fmt::format("ip link add {} type veth peer name {} netns {}", kNear, kFar, far)))
        return give("no pair of virtual Ethernet ports can be made here (ip link)");
    if (!run(fmt::format("ip address add {}/24 dev {}", kNearAddress, kNear)) ||
        !run(fmt::format("ip link set {} mtu {} up", kNear, question.mtu)))
        return give("the virtual port does not come up");
    plainFrames(kNear);
    const double counted = question.rate.in() * (question.mtu + 14) / (question.mtu + 38);
    const double burst = std::max(32'000.0, counted / 8 * question.burst.in());
    if (!run(fmt::format("tc qdisc add dev {} root tbf rate {:.0f}bit burst {:.0f} latency 40ms", kNear, counted,
                         burst)))
        return give("no token bucket can be set here (tc)");
    toFar.tell('g');
    if (!fromFar.hear('s')) return give("the far end does not come up");
    const Answer result = measured(question, key);
    stop();
    return result;
}

}  // namespace

Result<BitRate> measureOverWire(const WireQuestion& question)
{
    const Pipe back;
    const pid_t child = ::fork();
    if (child < 0) return failure(ErrorCode::NotAllowed, "no process can be started");
    if (child == 0) {
        const Answer answer = nearEnd(question);
        [[maybe_unused]] const auto sent = ::write(back.write, &answer, sizeof answer);
        ::_exit(0);
    }
    Answer answer;
    const bool heard = ::read(back.read, &answer, sizeof answer) == static_cast<ssize_t>(sizeof answer);
    ::waitpid(child, nullptr, 0);
    if (!heard) return failure(ErrorCode::NotAllowed, "the child that makes the wire gave no answer");
    if (answer.isBroken) return failure(ErrorCode::Unreachable, answer.problem);
    if (answer.rate <= 0) return failure(ErrorCode::NotAllowed, answer.problem);
    return BitRate::of(answer.rate);
}

}  // namespace sokudo::testing
