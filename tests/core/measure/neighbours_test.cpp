// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/neighbours.h"

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::measure;
using sokudo::testing::houseOf;
using sokudo::testing::toQt;

class NeighboursTest : public QObject {
    Q_OBJECT
    const char* const m_table =
        "IP address       HW type     Flags       HW address            Mask     Device\n"
        "10.0.0.1         0x1         0x2         00:00:5e:00:53:01     *        eth0\n"
        "10.0.0.7         0x1         0x2         06:12:34:56:78:9a     *        eth0\n"
        "10.0.0.9         0x1         0x0         00:00:00:00:00:00     *        eth0\n";
    const char* const m_oui =
        "OUI/MA-L\n00-00-5E   (hex)\t\tNumbers Authority\n00005E     (base 16)\t\tNumbers Authority\n";
private Q_SLOTS:
    void theKernelsTable()
    {
        const auto seen = readNeighbourTable(m_table);
        QCOMPARE(seen.size(), 2u);  // what never answered is no neighbour
        QCOMPARE(toQt(seen[0].hardware), "00:00:5e:00:53:01");
        QVERIFY(readNeighbourTable("nonsense\n1 2 3 4 5 6\n").empty());
    }
    void leases()
    {
        const auto lines = readLeaseLines(
            "1732780000 06:12:34:56:78:9A 10.0.0.7 tablet *\n1732780000 aa 10.0.0.8 x *\n1732780000 02:00:00:00:00:01 "
            "10.0.0.8 * *\n");
        QCOMPARE(lines.size(), 2u);
        QCOMPARE(toQt(lines[0].name), "tablet");
        QVERIFY(lines[1].name.empty());
        const auto blocks = readLeaseBlocks(
            "# comment\nlease 10.0.0.7 {\n  hardware ethernet 06:12:34:56:78:9a;\n  client-hostname \"old\";\n}\n"
            "lease 10.0.0.7 {\n  hardware ethernet 06:12:34:56:78:9a;\n  client-hostname \"tablet\";\n}\nlease "
            "10.0.0.300 {\n hardware ethernet 06:12:34:56:78:9b;\n}\nlease broken {");
        QCOMPARE(blocks.size(), 1u);
        QCOMPARE(toQt(blocks[0].name), "tablet");
    }
    void owners()
    {
        QCOMPARE(toQt(makerOf("00:00:5e:00:53:01", m_oui)), "Numbers Authority");
        QVERIFY(makerOf("00:00:5f:00:53:01", m_oui).empty());
        QVERIFY(makerOf("02:00:5e:00:53:01", m_oui).empty());  // made up by the device
        QVERIFY(isLocallyAdministered("06:12:34:56:78:9a") && !isLocallyAdministered("00:00:5e:00:53:01") &&
                !isLocallyAdministered("zz"));
    }
    void againstTheInventory()
    {
        const plan::Plan plan = houseOf(
            "add room a\nadd router gate in a\nadd storage vault in a\nadd address gate 10.0.0.1, "
            "hardware=00:00:5e:00:53:01\nadd address vault 10.0.0.2");
        auto seen = readNeighbourTable(m_table);
        for (Neighbour& one : readLeaseLines("1 06:12:34:56:78:9a 10.0.0.7 tablet *\n")) seen.push_back(one);
        const auto all = compared(seen, plan, m_oui);
        QCOMPARE(all.size(), 2u);
        QVERIFY(!all[0].device.isSet());  // strangers first
        QCOMPARE(toQt(all[0].name), "tablet");
        QCOMPARE(toQt(all[0].seenIn), "neighbour table, lease file");
        QVERIFY(all[0].isPrivate);
        QCOMPARE(all[1].device, plan::deviceNamed(plan, "gate")->id);
        QCOMPARE(toQt(all[1].maker), "Numbers Authority");
        const auto missing = notSeen(all, plan);
        QVERIFY(missing.size() == 1 && missing.front() == plan::deviceNamed(plan, "vault")->id);
    }
};

SOKUDO_TEST(NeighboursTest)
#include "neighbours_test.moc"
