// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include "core/kb/part_rows.h"
#include "core/kb/reach_rows.h"
#include "core/measure/module_entry.h"
#include "core/measure/module_name.h"
#include "host/module_memory.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::host;
using sokudo::testing::toQt;

namespace {

using Memory = std::vector<std::uint8_t>;

void word(Memory& memory, std::size_t at, unsigned value)
{
    memory[at] = static_cast<std::uint8_t>(value >> 8);
    memory[at + 1] = static_cast<std::uint8_t>(value & 255);
}

void text(Memory& memory, std::size_t at, const char* value)
{
    for (std::size_t i = 0; i < 16; ++i)
        memory[at + i] = i < std::strlen(value) ? static_cast<std::uint8_t>(value[i]) : ' ';
}

/// A 10G short-reach module with diagnostics.
Memory shortReach()
{
    Memory m(512);
    m[0] = 0x03;
    m[2] = 0x07;
    m[3] = 0x10;
    m[12] = 103;
    text(m, 20, "MAKER B");
    text(m, 40, "SR-10");
    word(m, 60, 850);
    text(m, 68, "B0002");
    m[92] = 0x68;
    unsigned sum = 0;
    for (std::size_t i = 0; i < 63; ++i) sum += m[i];
    m[63] = static_cast<std::uint8_t>(sum & 255);
    word(m, 256 + 32, 7943);    // high alarm, -1.0 dBm
    word(m, 256 + 38, 1023);    // low warning, -9.9 dBm
    word(m, 256 + 96, 0x1980);  // 25.5 C
    word(m, 256 + 102, 5012);   // -3.0 dBm
    word(m, 256 + 104, 1000);   // -10 dBm
    return m;
}

measure::ModuleName nameOf(const measure::ModuleReading& read) { return measure::nameOf(read, testing::knowledge()); }

}  // namespace

class ModuleMemoryTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Each row of the table, written into a memory that says nothing else, is read back as that row.
    void everyCodeOfTheTable()
    {
        int checked = 0;
        for (const kb::ModuleCode& row : testing::knowledge().all<kb::ModuleCode>()) {
            const bool quad = row.family == "qsfp";
            Memory m(quad ? 640 : 256);
            m[0] = quad ? 0x11 : 0x03;
            if (quad) m[128] = 0x11;
            for (const std::string& code : {row.code, row.alsoCode})
                if (const auto dot = code.find('.'); dot != std::string::npos) {
                    m[std::stoul(code.substr(0, dot))] |=
                        static_cast<std::uint8_t>(1 << std::stoi(code.substr(dot + 1)));
                } else if (!code.empty()) {
                    if (quad) m[131] |= 0x80;
                    m[quad ? 192 : 36] = static_cast<std::uint8_t>(std::stoi(code.substr(0, 2), nullptr, 16));
                }
            if (row.leastReach) m[14] = static_cast<std::uint8_t>(row.leastReach->in() / 1000);
            if (row.nm) word(m, 60, static_cast<unsigned>(*row.nm));
            if (row.least) m[12] = static_cast<std::uint8_t>(row.least->in() / 100);
            const auto read = decodeModule(m);
            QVERIFY(read);
            QVERIFY2(nameOf(*read).says == row.says,
                     (row.code + " is " + row.says + ", read as " + nameOf(*read).says).c_str());
            QVERIFY((nameOf(*read).phy ? nameOf(*read).phy->id : std::string()) == row.phy);
            ++checked;
        }
        QCOMPARE(checked, 60);
    }
    /// A plain 10GBASE-LR states 1310 nm and 10 km: neither the half of a pair at 1330 nm, nor a part of two rates.
    void plainPartsStayPlain()
    {
        Memory m(256);
        m[0] = 0x03;
        m[3] = 0x20;
        m[14] = 10;
        word(m, 60, 1310);
        QCOMPARE(toQt(nameOf(*decodeModule(m)).phy->id), "10gbase-lr");
        m[3] = 0x80;
        m[14] = 40;
        word(m, 60, 1550);
        QCOMPARE(toQt(nameOf(*decodeModule(m)).phy->id), "10gbase-er");
    }
    /// One bit, two parts: the wavelength tells which half of the pair it is; without one the PHY stays open.
    void theHalvesOfAPair()
    {
        Memory m(256);
        m[0] = 0x03;
        m[2] = 0x07;
        m[6] = 0x40;
        QVERIFY(!nameOf(*decodeModule(m)).phy);
        word(m, 60, 1490);
        QCOMPARE(toQt(nameOf(*decodeModule(m)).phy->id), "1000base-bx10-d");
        QCOMPARE(toQt(nameOf(*decodeModule(m)).connector), "LC simplex");
        word(m, 60, 1310);
        QCOMPARE(toQt(nameOf(*decodeModule(m)).phy->id), "1000base-bx10-u");
        word(m, 60, 1550);
        QVERIFY(!nameOf(*decodeModule(m)).phy);
    }
    void aSlowPassiveLeadHasNoPhy()
    {
        Memory m(256);
        m[0] = 0x03;
        m[8] = 0x04;
        m[12] = 25;
        QCOMPARE(toQt(nameOf(*decodeModule(m)).says), "direct attach, passive");
        QVERIFY(!nameOf(*decodeModule(m)).phy);
        m[12] = 0xFF;  // byte 66 counts 250 MBd
        m[66] = 103;
        QCOMPARE(decodeModule(m)->symbolRate->in(), 25750.0);
    }
    void powerLevels()
    {
        Memory m = shortReach();
        QCOMPARE(*decodeModule(m)->power, Watt::of(1));
        m[64] = 0x02;
        QCOMPARE(*decodeModule(m)->power, Watt::of(1.5));
        m[64] = 0x22;
        QCOMPARE(*decodeModule(m)->power, Watt::of(2));
        Memory wide(640);
        wide[0] = wide[128] = 0x11;
        const std::pair<int, double> classes[] = {{0x00, 1.5}, {0x40, 2.0}, {0x80, 2.5}, {0xC0, 3.5},
                                                  {0xC1, 4.0}, {0xC2, 4.5}, {0xC3, 5.0}};
        for (const auto& [byte, watts] : classes) {
            wide[129] = static_cast<std::uint8_t>(byte);
            QCOMPARE(*decodeModule(wide)->power, Watt::of(watts));
        }
    }
    void aModuleFillsItsOwnEntry()
    {
        const auto read = decodeModule(shortReach());
        const auto row = measure::moduleEntry(*read, testing::knowledge());
        QVERIFY(row);
        QCOMPARE(toQt(row->cells.at("id")), "maker-b-sr-10");
        QCOMPARE(toQt(row->cells.at("phy")), "10gbase-sr");
        QCOMPARE(toQt(row->cells.at("watts")), "1");
        const auto kb = kb::loadWith(testing::knowledge(), kb::embeddedFiles(), std::span(&*row, 1));
        QVERIFY2(kb.has_value(), kb ? "" : kb.error().message().c_str());
        QCOMPARE(kb::moduleNamed(*kb, "maker-b-sr-10")->rates.front(), gigabits(10));
        QCOMPARE(toQt(row->cells.at("source")), "sff-8472");
        measure::ModuleReading wide = *read;
        wide.kind = "QSFP28";
        const auto wideRow = measure::moduleEntry(wide, testing::knowledge());
        QVERIFY(wideRow);
        QCOMPARE(toQt(wideRow->cells.at("source")), "sff-8636");
        measure::ModuleReading lead;
        lead.codes = {{"sff-8024", "0Bh"}};
        lead.part = "LEAD";
        QVERIFY(!measure::moduleEntry(lead, testing::knowledge()));
        measure::ModuleReading nameless = *read;
        nameless.part.clear();
        QVERIFY(!measure::moduleEntry(nameless, testing::knowledge()));
    }
    void powerOfTheRawWord()
    {
        QCOMPARE(powerFromRaw(10000), PowerDbm::of(0));
        QCOMPARE(powerFromRaw(1000), PowerDbm::of(-10));
        QCOMPARE(powerFromRaw(100), PowerDbm::of(-20));
        NEAR(powerFromRaw(5012).in(), -3.0, 1e-3);
        QCOMPARE(powerFromRaw(0), PowerDbm::of(-40));
    }
    void aShortReachModule()
    {
        const auto got = decodeModule(shortReach());
        QVERIFY(got);
        QCOMPARE(toQt(got->kind), "SFP+");
        QCOMPARE(toQt(nameOf(*got).says), "10GBASE-SR");
        QCOMPARE(toQt(nameOf(*got).phy->id), "10gbase-sr");
        QCOMPARE(toQt(nameOf(*got).connector), "LC duplex");
        QCOMPARE(toQt(got->maker), "MAKER B");
        QCOMPARE(toQt(got->serial), "B0002");
        QCOMPARE(*got->wavelengthNm, 850);
        QCOMPARE(*got->celsius, 25.5);
        QCOMPARE(got->rxPower.front(), PowerDbm::of(-10));
        NEAR(got->txPower.front().in(), -3.0, 1e-3);
        NEAR(got->rxLowWarning->in(), -9.9, 1e-3);
        QVERIFY(got->checksumGood);
    }
    void aDamagedChecksumIsSeen()
    {
        Memory m = shortReach();
        m[63] ^= 1;
        QVERIFY(!decodeModule(m)->checksumGood);
    }
    void externallyCalibratedIsNotGuessed()
    {
        Memory m = shortReach();
        m[92] = 0x70;
        QVERIFY(decodeModule(m)->rxPower.empty());
        m = shortReach();
        m.resize(256);
        QVERIFY(decodeModule(m)->rxPower.empty());
    }
    void aPassiveLead()
    {
        Memory m(256);
        m[0] = 0x03;
        m[2] = 0x21;
        m[8] = 0x04;
        m[12] = 103;
        m[18] = 3;
        const auto got = decodeModule(m);
        QCOMPARE(toQt(nameOf(*got).says), "SFP+ direct attach, passive");
        QCOMPARE(*got->copperLength, Length::of(3));
        QVERIFY(got->rxPower.empty() && !got->wavelengthNm);
    }
    void codesOfTheExtendedByte_data()
    {
        QTest::addColumn<int>("code");
        QTest::addColumn<QString>("phy");
        QTest::newRow("SR") << 0x02 << "25gbase-sr";
        QTest::newRow("LR") << 0x03 << "25gbase-lr";
        QTest::newRow("CR long") << 0x0B << "25gbase-cr";
        QTest::newRow("CR none") << 0x0D << "25gbase-cr";
        QTest::newRow("copper 30 m") << 0x1C << "10gbase-t";
        QTest::newRow("2.5G copper") << 0x1E << "2.5gbase-t";
    }
    void codesOfTheExtendedByte()
    {
        QFETCH(int, code);
        QFETCH(QString, phy);
        Memory m(256);
        m[0] = 0x03;
        m[36] = static_cast<std::uint8_t>(code);
        QCOMPARE(toQt(nameOf(*decodeModule(m)).phy->id), phy);
    }
    void aFourLaneModule()
    {
        Memory m(640);
        m[0] = m[128] = 0x11;
        m[130] = 0x0C;
        m[131] = 0x80;
        m[192] = 0x02;
        word(m, 186, 850 * 20);
        for (std::size_t lane = 0; lane < 4; ++lane) word(m, 34 + 2 * lane, 1000 + 100 * static_cast<unsigned>(lane));
        word(m, 384 + 182, 933);
        const auto got = decodeModule(m);
        QCOMPARE(toQt(got->kind), "QSFP28");
        QCOMPARE(toQt(nameOf(*got).phy->id), "100gbase-sr4");
        QCOMPARE(toQt(nameOf(*got).connector), "MPO-12");
        QCOMPARE(got->rxPower.size(), std::size_t{4});
        QCOMPARE(got->rxPower[0], PowerDbm::of(-10));
        NEAR(got->rxLowWarning->in(), -10.3, 1e-3);
        QCOMPARE(*got->wavelengthNm, 850);
    }
    void whatIsNoModule()
    {
        QVERIFY(!decodeModule(Memory{}));
        QVERIFY(!decodeModule(Memory(127)));
        QVERIFY(!decodeModule(Memory(256)));
        Memory quad(200);
        quad[0] = 0x11;
        QVERIFY(!decodeModule(quad));
    }
    void noiseIsDecodedOrRefused()
    {
        std::mt19937 engine(99);
        for (int i = 0; i < 3000; ++i) {
            Memory m(engine() % 700);
            for (auto& byte : m) byte = static_cast<std::uint8_t>(engine());
            if (!m.empty() && i % 2) m[0] = i % 4 == 1 ? 0x03 : 0x11;
            const auto got = decodeModule(m);
            QVERIFY(got || !got.error().what.text().empty());
        }
    }
};

SOKUDO_TEST(ModuleMemoryTest)
#include "module_memory_test.moc"
