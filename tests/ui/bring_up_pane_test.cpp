// SPDX-License-Identifier: GPL-3.0-or-later
// Bring-up in the window: clocks, readings of machines and switches, addresses, the probe of a path.
#include <QComboBox>
#include <QLineEdit>
#include <QSignalSpy>

#include "build_bench.h"
#include "core/measure/path_probe.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

namespace {

/// A real path that passes packets up to a size.
class PathOf final : public measure::PathProbe {
public:
    explicit PathOf(int mtu) : m_mtu(mtu) {}
    Result<bool> passes(const std::string&, int packetBytes) override { return packetBytes <= m_mtu; }

private:
    int m_mtu;
};

/// Answers nothing until it is cancelled.
class SilentSwitch final : public measure::HostReader {
public:
    explicit SilentSwitch(std::shared_ptr<std::atomic<bool>> isRead) : m_isRead(std::move(isRead)) {}
    Result<measure::HostSnapshot> read() override
    {
        *m_isRead = true;
        while (!m_isCancelled) QThread::msleep(5);
        return failure(ErrorCode::Cancelled, "reading was stopped");
    }
    void cancel() override { m_isCancelled = true; }

private:
    std::shared_ptr<std::atomic<bool>> m_isRead;
    std::atomic<bool> m_isCancelled{false};
};

}  // namespace

class BringUpPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theStartUpClock()
    {
        BuildBench bench(BuildPage::BringUp);
        bench.up().setRestart(true);
        QVERIFY(bench.up().order().size() > 10);
        QCOMPARE(bench.up().order()[0].name.empty(), false);
        for (const bringup::BringUp& one : bench.up().order())
            if (one.name == "core") bench.up().choose(one.device);
        qint64 clock = 0;
        bench.up().clock().setClock([&clock] { return clock; });
        bench.button("Its power is on: start the clock")->click();
        clock = 41'000;
        QTRY_VERIFY(bench.says("0:49 left"));
        QVERIFY(bench.says("On for 0:41"));
        QVERIFY(bench.says("its ports should be lit by now"));
        QSignalSpy states(&bench.up().clock(), &app::BringUpClock::stateChanged);
        clock = 301'000;
        QVERIFY(QTest::qWaitFor([&] { return states.count() == 1; }, 3000));
        QVERIFY(bench.says("it counts as failed"));
        clock = 75'000;
        bench.button("It works")->click();
        const plan::Device* core = plan::deviceNamed(bench.document->plan(), "core");
        QCOMPARE(core->traits.count("start-s").value_or(0), 75);
        QVERIFY(bench.says("as this one was seen to"));
    }

    void readingsAreComparedAndKept()
    {
        BuildBench bench(BuildPage::BringUp);
        bench.up().setRestart(true);
        for (const bringup::BringUp& one : bench.up().order())
            if (one.name == "vault") bench.up().choose(one.device);
        auto* field = bench.named<QLineEdit>("Read at vault X1");
        QVERIFY(field);
        field->setText("rate=fast");
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(bench.says("a rate is written 25g or 100m"));
        field->setText("rate=1g duplex=half");
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(bench.says("one end is forced and the other negotiates"));
        // It is in the logbook, about the port, and stands when the bench is opened again.
        const auto& entries = bench.document->records().entries();
        QVERIFY(std::any_of(entries.begin(), entries.end(), [](const logbook::Entry& one) {
            return one.about && one.about->kind == "port" && one.text == "read: rate=1g duplex=half";
        }));
        app::BringUpPresenter again(*bench.document, bench.page->presenter(), {}, {});
        const plan::Device* vault = plan::deviceNamed(bench.document->plan(), "vault");
        for (const plan::Port* port : plan::portsOf(bench.document->plan(), vault->id))
            if (port->name == "X1") QCOMPARE(again.readings().readingOf(port->id), QString("rate=1g duplex=half"));
    }

    void aMachineIsReadThroughItsAgent()
    {
        BuildBench bench(BuildPage::BringUp);
        bench.up().setRestart(true);
        for (const bringup::BringUp& one : bench.up().order())
            if (one.name == "vault") bench.up().choose(one.device);
        QCOMPARE(bench.named<QComboBox>("How it is read")->currentText(), QString("Agent at"));
        QVERIFY(bench.named<QLineEdit>("Pairing key of its agent"));
        // The survey knows its address.
        QCOMPARE(bench.named<QLineEdit>("Address to read")->text(), QString("10.20.0.10"));
        bench.named<QLineEdit>("Address to read")->setText("10.20.0.250");
        bench.button("Read")->click();
        QVERIFY(bench.says("nobody answers there"));
        bench.up().readings().readAgent("10.20.0.9", "key");
        QVERIFY(QTest::qWaitFor([&] { return !bench.up().readings().isReading(); }, 5000));
        QVERIFY2(!bench.up().readings().readSays().isEmpty(), "what was read is said");
    }
    void aReadIsStopped()
    {
        BuildBench bench(BuildPage::BringUp);
        auto isRead = std::make_shared<std::atomic<bool>>(false);
        bench.up().setRestart(true);
        bench.up().readings().setSwitches([isRead](auto&&, auto&&) { return std::make_unique<SilentSwitch>(isRead); },
                                          {});
        bench.up().choose(plan::deviceNamed(bench.document->plan(), "core")->id);
        bench.named<QLineEdit>("Address to read")->setText("10.20.0.2");
        const auto before = bench.document->records().entries().size();
        bench.button("Read")->click();
        QVERIFY(QTest::qWaitFor([&] { return isRead->load(); }, 20000));
        QVERIFY(bench.says("A switch may take 30 s"));
        bench.button("Stop reading")->click();
        QVERIFY(!bench.up().readings().isReading());
        QVERIFY(bench.says("Reading was stopped: nothing was written"));
        QVERIFY(bench.button("Read"));
        letEventsPass();
        QCOMPARE(bench.document->records().entries().size(), before);
    }
    void aPathIsProbed()
    {
        BuildBench bench(BuildPage::BringUp);
        // The demo says that nothing is sent.
        app::BringUpPresenter demo(*bench.document, bench.page->presenter(), {},
                                   [] { return std::make_unique<measure::SimulatedProbe>(1500); });
        QVERIFY(demo.settings().isProbeSimulated());
        app::BringUpPresenter up(*bench.document, bench.page->presenter(), {},
                                 [] { return std::make_unique<PathOf>(1400); });
        QVERIFY(!up.settings().isProbeSimulated());
        const plan::Plan& plan = bench.document->plan();
        const auto path =
            up.settings().path(plan::deviceNamed(plan, "vault")->id, plan::deviceNamed(plan, "platen")->id);
        QVERIFY(path);
        up.settings().probe("10.20.0.3", *path, plan::deviceNamed(plan, "vault")->id);
        QVERIFY(QTest::qWaitFor([&] { return !up.settings().isProbing(); }, 5000));
        QVERIFY2(up.settings().probeSays().startsWith("only 1400 of"), qPrintable(up.settings().probeSays()));
        // The probe leaves from here, whatever the path begins with.
        QVERIFY2(up.settings().probeSays().contains("Sent from this machine, not from vault"),
                 qPrintable(up.settings().probeSays()));
        demo.settings().probe("10.20.0.3", *path, plan::deviceNamed(plan, "vault")->id);
        QVERIFY(QTest::qWaitFor([&] { return !demo.settings().isProbing(); }, 5000));
        QVERIFY2(demo.settings().probeSays().contains("Simulated: no packet left"),
                 qPrintable(demo.settings().probeSays()));
        app::BringUpPresenter here(*bench.document, bench.page->presenter(), shippedHosts(),
                                   [] { return std::make_unique<PathOf>(1500); });
        const plan::DeviceId platen = plan::deviceNamed(plan, "platen")->id;
        const auto back = here.settings().path(platen, plan::deviceNamed(plan, "vault")->id);
        here.settings().probe("10.20.0.10", *back, platen);
        QVERIFY(QTest::qWaitFor([&] { return !here.settings().isProbing(); }, 5000));
        QVERIFY2(!here.settings().probeSays().contains("Sent from"), qPrintable(here.settings().probeSays()));
    }
    /// The captured switch, by the window: readings at its ports, counters as the baseline, what it does not have.
    void aSwitchIsRead()
    {
        BuildBench bench(BuildPage::BringUp);
        bench.up().setRestart(true);
        const plan::Device* core = plan::deviceNamed(bench.document->plan(), "core");
        bench.up().choose(core->id);
        QCOMPARE(bench.named<QComboBox>("How it is read")->currentText(), QString("Switch at"));
        auto* address = bench.named<QLineEdit>("Address to read");
        QCOMPARE(address->text(), QString("simulated:core"));
        address->setText("10.20.0.2:x");
        bench.button("Read")->click();
        QVERIFY(bench.says("a port is a number from 1 to 65535"));
        // What was typed stays, also on the way to another device and back.
        QCOMPARE(bench.named<QLineEdit>("Address to read")->text(), QString("10.20.0.2:x"));
        bench.up().choose(plan::deviceNamed(bench.document->plan(), "gate")->id);
        QCOMPARE(bench.named<QLineEdit>("Address to read")->text(), QString("10.20.0.1"));
        bench.up().choose(core->id);
        QCOMPARE(bench.named<QLineEdit>("Address to read")->text(), QString("10.20.0.2:x"));
        bench.named<QLineEdit>("Address to read")->setText("simulated:core");
        bench.button("Read")->click();
        QVERIFY(QTest::qWaitFor([&] { return !bench.up().readings().isReading(); }, 5000));
        QVERIFY2(bench.says("10 ports read"), qPrintable(bench.up().readings().readSays()));
        std::map<std::string, plan::PortId> ports;
        for (const plan::Port* port : plan::portsOf(bench.document->plan(), core->id)) ports[port->name] = port->id;
        QCOMPARE(bench.up().readings().readingOf(ports.at("3")),
                 QString("rate=10g duplex=full module=10GBASE-LR mtu=1500"));
        QCOMPARE(bench.up().readings().readingOf(ports.at("4")), QString("no-link mtu=1500"));
        QVERIFY(bench.up().readings().readingOf(ports.at("Q1")).startsWith("rate=100g"));
        QVERIFY(bench.up().readings().countsOf(ports.at("3")).contains("crc=38"));
        QVERIFY(bench.up().readings().countsOf(ports.at("4")).isEmpty());  // no link, nothing to compare
        QVERIFY(bench.says("set the MTU of core 8"));
        // Read again, what is as it was is not written twice; the counters are compared.
        const std::size_t before = bench.document->records().entries().size();
        bench.button("Read")->click();
        QVERIFY(QTest::qWaitFor([&] { return !bench.up().readings().isReading(); }, 5000));
        QCOMPARE(bench.document->records().entries().size(), before + 7);  // the counters of the ports with link
        QVERIFY(bench.up().readings().countsSince(ports.at("3"))->verdict == Verdict::Fits);
    }
    void thePoolOfAddresses()
    {
        BuildBench bench(BuildPage::BringUp);
        QVERIFY(!bench.named<QLineEdit>("Pool of addresses"));  // no link of the demo is without a switch
        QVERIFY(bench.document->edit("Two hosts", houseOf("add computer one in Study: 1x sfp+\n"
                                                          "add computer two in Study: 1x sfp+\n"
                                                          "add run one 1 - two 1, dac 2m label=d1",
                                                          bench.document->plan())));
        auto* pool = bench.named<QLineEdit>("Pool of addresses");
        QVERIFY(pool);
        QCOMPARE(pool->text(), QString("10.99.0.0/16"));
        QTest::keyClick(pool, Qt::Key_End);
        pool->setText("172.16.5.0/24");
        QTest::keyClick(pool, Qt::Key_Return);
        QVERIFY2(bench.says("172.16.5."), "the net is of the new pool");
        bench.named<QLineEdit>("Pool of addresses")->setText("172.16.5");
        QTest::keyClick(bench.named<QLineEdit>("Pool of addresses"), Qt::Key_Return);
        QCOMPARE(bench.up().settings().pool(), QString("172.16.5.0/24"));
    }
};

SOKUDO_TEST(BringUpPaneTest)
#include "bring_up_pane_test.moc"
