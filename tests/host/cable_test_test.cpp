// SPDX-License-Identifier: GPL-3.0-or-later
// The cable test of a card: the simulated card, and messages as the kernel sends them.
#include "host/cable_test.h"

#include <libmnl/libmnl.h>
#include <linux/ethtool_netlink.h>

#include "testing.h"

using namespace sokudo;
using namespace sokudo::host;
using measure::PairState;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

/// Attributes of one notification.
class Message {
public:
    Message() { m_header = mnl_nlmsg_put_header(m_bytes.data()); }
    void status(std::uint8_t code) { mnl_attr_put_u8(m_header, ETHTOOL_A_CABLE_TEST_NTF_STATUS, code); }
    void begin() { m_nest = mnl_attr_nest_start(m_header, ETHTOOL_A_CABLE_TEST_NTF_NEST); }
    void end() { mnl_attr_nest_end(m_header, m_nest); }
    void result(std::uint8_t pair, std::uint8_t code)
    {
        nlattr* one = mnl_attr_nest_start(m_header, ETHTOOL_A_CABLE_NEST_RESULT);
        mnl_attr_put_u8(m_header, ETHTOOL_A_CABLE_RESULT_PAIR, pair);
        mnl_attr_put_u8(m_header, ETHTOOL_A_CABLE_RESULT_CODE, code);
        mnl_attr_nest_end(m_header, one);
    }
    void fault(std::uint8_t pair, std::uint32_t centimetres)
    {
        nlattr* one = mnl_attr_nest_start(m_header, ETHTOOL_A_CABLE_NEST_FAULT_LENGTH);
        mnl_attr_put_u8(m_header, ETHTOOL_A_CABLE_FAULT_LENGTH_PAIR, pair);
        mnl_attr_put_u32(m_header, ETHTOOL_A_CABLE_FAULT_LENGTH_CM, centimetres);
        mnl_attr_nest_end(m_header, one);
    }
    bool readInto(measure::CardCableTest& test) const
    {
        return readCableTest(mnl_nlmsg_get_payload(m_header), mnl_nlmsg_get_payload_len(m_header), test);
    }

private:
    std::array<char, 4096> m_bytes{};
    nlmsghdr* m_header = nullptr;
    nlattr* m_nest = nullptr;
};

}  // namespace

class CableTestTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theKernelsMessages()
    {
        measure::CardCableTest test{"eth0", {}};
        Message first;
        first.status(ETHTOOL_A_CABLE_TEST_NTF_STATUS_STARTED);
        QVERIFY(!first.readInto(test));
        Message second;
        second.status(ETHTOOL_A_CABLE_TEST_NTF_STATUS_COMPLETED);
        second.begin();
        second.result(0, ETHTOOL_A_CABLE_RESULT_CODE_OK);
        second.result(1, ETHTOOL_A_CABLE_RESULT_CODE_OPEN);
        second.fault(1, 1240);
        second.result(2, ETHTOOL_A_CABLE_RESULT_CODE_CROSS_SHORT);
        second.result(3, 200);
        second.end();
        QVERIFY(second.readInto(test));
        QCOMPARE(test.pairs.size(), std::size_t{4});
        QVERIFY(test.pairs[0].state == PairState::Good);
        QVERIFY(test.pairs[1].state == PairState::Open);
        QVERIFY(*test.pairs[1].fault == Length::of(12.4));
        QVERIFY(test.pairs[2].state == PairState::ShortAcross);
        QVERIFY(test.pairs[3].state == PairState::Unknown);
        QVERIFY(spaced(toQt(test.sentence())).contains("pair B open at 12.4 m"));
    }
    /// Bytes cut short or filled by chance must not be read beyond their end.
    void brokenMessages()
    {
        std::array<unsigned char, 64> bytes{};
        for (unsigned seed = 1; seed < 4000; ++seed) {
            unsigned state = seed * 2654435761u;
            for (auto& byte : bytes)
                state = state * 1664525u + 1013904223u, byte = static_cast<unsigned char>(state >> 24);
            bytes[1] = 0;
            measure::CardCableTest test{"eth0", {}};
            const std::vector<unsigned char> cut(bytes.begin(), bytes.begin() + seed % 64);
            readCableTest(cut.data(), cut.size(), test);
            QVERIFY(test.pairs.size() <= 4);
        }
    }
    void theSimulatedCard()
    {
        const std::atomic<bool> cancel{false};
        const auto probe = cableProbeFor(Tree(sokudo::testing::sourcePath("data/hosts/platen").toStdString()));
        const auto test = probe->test("enp5s0", cancel);
        QVERIFY2(test, test ? "" : test.error().message().c_str());
        QVERIFY(!test->isGood());
        QVERIFY(spaced(toQt(test->sentence())).contains("pair B open at 12.4 m; the others good"));
        QVERIFY(probe->test("enp9s9", cancel).error().code == ErrorCode::NotFound);
    }
    void whatNobodyHas()
    {
        const std::atomic<bool> cancel{false};
        const auto live = cableProbeFor(Tree("/"))->test("no-such-card", cancel);
        QVERIFY(!live);
        QVERIFY(live.error().code == ErrorCode::NotFound);
    }
    void keptText()
    {
        QVERIFY(measure::cardCableTestOf("x", "A good, B good, C good, D good")->isGood());
        QVERIFY(toQt(measure::cardCableTestOf("x", "A good, B good, C good, D good")->sentence())
                    .contains("proves no rate"));
        for (const char* wrong : {"", "E good", "A", "A fine", "A open far"})
            QVERIFY2(!measure::cardCableTestOf("x", wrong), wrong);
    }
};

SOKUDO_TEST(CableTestTest)
#include "cable_test_test.moc"
