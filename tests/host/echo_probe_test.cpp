// SPDX-License-Identifier: GPL-3.0-or-later
// Echo requests that must not be fragmented, in a network of the test's own: its loopback has an MTU like any link.
#include "host/echo_probe.h"

#include <sched.h>
#include <sys/wait.h>
#include <unistd.h>
#include <cstdlib>
#include <fstream>

#include "testing.h"

using namespace sokudo;

namespace {

constexpr int kNotAllowed = 77;

/// The answer of a child in a network of its own, whose loopback has this MTU.
int inOwnNetwork(int mtu, const std::function<int()>& ask)
{
    const pid_t child = ::fork();
    if (child == 0) {
        if (::unshare(CLONE_NEWNET) != 0) ::_exit(kNotAllowed);
        std::ofstream("/proc/sys/net/ipv4/ping_group_range") << "0 2147483647";
        const std::string up = "ip link set lo mtu " + std::to_string(mtu) + " up >/dev/null 2>&1";
        if (std::system(up.c_str()) != 0) ::_exit(kNotAllowed);
        ::_exit(ask());
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    return WIFEXITED(status) ? WEXITSTATUS(status) : -1;
}

/// 1 passes, 0 does not, 2 no answer can be had.
int passes(const char* host, int bytes)
{
    host::EchoProbe probe;
    const auto answer = probe.passes(host, bytes);
    if (answer) return *answer ? 1 : 0;
    return answer.error().code == ErrorCode::NotAllowed ? kNotAllowed : 2;
}

}  // namespace

class EchoProbeTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aPacketPassesUpToTheMtu_data()
    {
        QTest::addColumn<QByteArray>("host");
        QTest::addColumn<int>("bytes");
        QTest::addColumn<int>("expected");
        for (const char* host : {"127.0.0.1", "::1"}) {
            QTest::addRow("%s, the MTU", host) << QByteArray(host) << 4000 << 1;
            QTest::addRow("%s, a byte more", host) << QByteArray(host) << 4001 << 0;
            QTest::addRow("%s, the least", host) << QByteArray(host) << 64 << 1;
        }
        QTest::newRow("no such host") << QByteArray("nobody.invalid") << 64 << 2;
    }
    void aPacketPassesUpToTheMtu()
    {
        QFETCH(QByteArray, host);
        QFETCH(int, bytes);
        QFETCH(int, expected);
        const int answer = inOwnNetwork(4000, [&] { return passes(host.constData(), bytes); });
        if (answer == kNotAllowed) QSKIP("this machine allows no network of its own");
        QCOMPARE(answer, expected);
    }
};

SOKUDO_TEST(EchoProbeTest)
#include "echo_probe_test.moc"
