// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/host_reader.h"
#include "core/analyse.h"
#include "core/kb/reach_rows.h"
#include "core/measure/module_entry.h"
#include "core/measure/module_name.h"
#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::host;
using sokudo::testing::sourcePath;
using sokudo::testing::toQt;

namespace {
measure::HostSnapshot read(const char* name)
{
    auto got = SystemHostReader(sourcePath(QString("data/hosts/") + name).toStdString()).read();
    if (!got) qFatal("%s", got.error().message().c_str());
    return std::move(*got);
}
const measure::InterfaceReading& interface(const measure::HostSnapshot& host, const char* name)
{
    const auto at =
        std::find_if(host.interfaces.begin(), host.interfaces.end(), [&](const auto& one) { return one.name == name; });
    if (at == host.interfaces.end()) qFatal("no interface %s", name);
    return *at;
}
}  // namespace

class HostReaderTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theWorkstation()
    {
        const auto host = read("platen");
        QCOMPARE(toQt(host.name), "platen");
        QCOMPARE(host.cores, 8);
        QCOMPARE(*host.maxClockGhz, 4.2);
        QCOMPARE(toQt(*host.governor), "performance");
        QCOMPARE(host.interfaces.size(), std::size_t{4});
        const auto& card = interface(host, "enp3s0f0np0");
        QCOMPARE(*card.speed, gigabits(100));
        QCOMPARE(card.bus->generation, 4);
        QCOMPARE(card.bus->lanes, 4);
        QCOMPARE(card.bus->cardLanes, 16);
        QCOMPARE(card.bus->slotLanes, 4);
        QCOMPARE(toQt(*card.fec), "rs");
        QCOMPARE(toQt(measure::nameOf(*card.module, testing::knowledge()).phy->id), "100gbase-sr4");
        QCOMPARE(card.module->rxPower.size(), std::size_t{4});
        QCOMPARE(toQt(card.driver), "cardnet");
        QVERIFY(interface(host, "lo").isVirtual);
    }
    void whatIsDownOrRefusedSaysSo()
    {
        const auto host = read("platen");
        const auto& second = interface(host, "enp3s0f1np1");
        QVERIFY(!second.speed && !second.speed.explanation.empty());
        QCOMPARE(second.module.why, measure::WhyNot::NotPermitted);
        QVERIFY(!interface(host, "enp5s0").module);
    }
    void anAdapterOnUsb()
    {
        const auto host = read("scan");
        const auto& adapter = interface(host, "enxusb0");
        QVERIFY(!adapter.bus && adapter.usb);
        QCOMPARE(adapter.usb->speed, gigabits(5));
        QCOMPARE(*adapter.speed, gigabits(1));
        QCOMPARE(adapter.supported.front(), gigabits(2.5));
        QCOMPARE(toQt(*host.governor), "powersave");
    }
    void thisMachineCanBeRead()
    {
        const auto host = SystemHostReader("/").read();
        QVERIFY2(host, host ? "" : host.error().message().c_str());
        QVERIFY(host->cores >= 1 && !host->name.empty() && !host->interfaces.empty());
        for (const auto& one : host->interfaces)
            QVERIFY2(one.module || !one.module.explanation.empty(), one.name.c_str());
    }
    void aFolderWithoutAHostIsRefused()
    {
        const auto host = SystemHostReader(sourcePath("docs").toStdString()).read();
        QVERIFY(!host);
        QCOMPARE(host.error().code, ErrorCode::NotFound);
        QVERIFY(toQt(host.error().what.text()).contains("sys/class/net"));
    }
    void itsModulesJoinTheCatalogue()
    {
        testing::PlanBuilder built;
        built.place("hall");
        IdSource ids(6);
        const auto snapshot = read("platen");
        const auto result = surveyed(snapshot, built.plan().places.begin()->id, ids);
        const auto next = measure::putHost(built.plan(), result.device, result.slots, result.ports, snapshot,
                                           testing::knowledge(), ids);
        QVERIFY2(next, next ? "" : next.error().message().c_str());
        QCOMPARE(next->catalogue.size(), std::size_t{1});
        const plan::CatalogueRow& row = *next->catalogue.begin();
        QCOMPARE(toQt(row.cells.at("phy")), "100gbase-sr4");
        QCOMPARE(plan::portsOf(*next, result.device.id)[0]->module, row.cells.at("id"));
        const auto kb = knowledgeOf(*next, testing::knowledge(), kb::embeddedFiles());
        QVERIFY2(kb.has_value(), kb ? "" : kb.error().message().c_str());
        QVERIFY(kb::moduleNamed(*kb, row.cells.at("id")));
        // the same machine read again adds no second row
        const auto again = surveyed(snapshot, built.plan().places.begin()->id, ids);
        plan::Device twin = again.device;
        twin.name = "platen again";
        QCOMPARE(measure::putHost(*next, twin, again.slots, again.ports, snapshot, testing::knowledge(), ids)
                     ->catalogue.size(),
                 std::size_t{1});
    }
    void itJoinsTheSurvey()
    {
        testing::PlanBuilder built;
        built.place("hall");
        IdSource ids(5);
        auto snapshot = read("platen");
        snapshot.interfaces[0]
            .module.value->part.clear();  // a nameless module joins as what it is, without a row of its own
        const auto result = surveyed(snapshot, built.plan().places.begin()->id, ids);
        const auto next = measure::putHost(built.plan(), result.device, result.slots, result.ports, snapshot,
                                           testing::knowledge(), ids);
        QVERIFY2(next, next ? "" : next.error().message().c_str());
        const auto ports = plan::portsOf(*next, result.device.id);
        QCOMPARE(ports.size(), std::size_t{3});
        QCOMPARE(toQt(ports[0]->cage), "qsfp28");
        QCOMPARE(toQt(ports[0]->module), "100gbase-sr4");
        QVERIFY(next->catalogue.empty());
        QCOMPARE(*ports[0]->fec, plan::Fec::Rs);
        QCOMPARE(next->slots.find(ports[0]->slot)->lanes, 4);
        QCOMPARE(toQt(ports[2]->cage), "rj45");
        QCOMPARE(toQt(result.device.processor->kind), "recent-x86");
    }
};

SOKUDO_TEST(HostReaderTest)
#include "host_reader_test.moc"
