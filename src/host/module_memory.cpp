// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/module_memory.h"

#include <cmath>

#include "core/base/text.h"

namespace sokudo::host {
namespace {

using Memory = std::span<const std::uint8_t>;

std::uint16_t word(Memory m, std::size_t at) { return at + 1 < m.size() ? static_cast<std::uint16_t>(m[at] << 8 | m[at + 1]) : std::uint16_t{0}; }
bool bit(Memory m, std::size_t at, int n) { return at < m.size() && (m[at] >> n & 1); }

std::string ascii(Memory m, std::size_t from, std::size_t length)
{
    std::string made;
    for (std::size_t i = from; i < from + length && i < m.size(); ++i) made.push_back(m[i] >= 32 && m[i] < 127 ? static_cast<char>(m[i]) : ' ');
    return text::trimmed(made);
}

std::uint8_t sum(Memory m, std::size_t from, std::size_t to)
{
    unsigned total = 0;
    for (std::size_t i = from; i <= to && i < m.size(); ++i) total += m[i];
    return static_cast<std::uint8_t>(total);
}

std::string connectorName(std::uint8_t code)
{
    switch (code) {
    case 0x01: return "SC";
    case 0x07: return "LC";
    case 0x0B: return "optical pigtail";
    case 0x0C: return "MPO";
    case 0x21: return "copper pigtail";
    case 0x22: return "RJ45";
    case 0x23: return "no separable connector";
    default: return "not told";
    }
}

struct Named { const char* name; const char* phy; };

/// SFF-8024 extended compliance code; its meaning depends on the family.
Named extendedCode(std::uint8_t code, bool quad)
{
    switch (code) {
    case 0x01: return {quad ? "100G AOC, FEC needed" : "25G AOC, FEC needed", ""};
    case 0x02: return quad ? Named{"100GBASE-SR4", "100gbase-sr4"} : Named{"25GBASE-SR", "25gbase-sr"};
    case 0x03: return quad ? Named{"100GBASE-LR4", "100gbase-lr4"} : Named{"25GBASE-LR", "25gbase-lr"};
    case 0x04: return quad ? Named{"100GBASE-ER4", "100gbase-er4"} : Named{"25GBASE-ER", "25gbase-er"};
    case 0x06: return {"100G CWDM4", "100g-cwdm4"};
    case 0x07: return {"100G PSM4", "100g-psm4"};
    case 0x0B: return quad ? Named{"100GBASE-CR4", "100gbase-cr4"} : Named{"25GBASE-CR CA-25G-L", "25gbase-cr"};
    case 0x0C: return {"25GBASE-CR CA-25G-S", "25gbase-cr"};
    case 0x0D: return {"25GBASE-CR CA-25G-N", "25gbase-cr"};
    case 0x10: return {"40GBASE-ER4", "40gbase-er4"};
    case 0x11: return {"4 × 10GBASE-SR", "40gbase-sr4"};
    case 0x12: return {"40G PSM4", "40g-psm4"};
    case 0x17: return {"100G CLR4", "100g-clr4"};
    case 0x22: return {"100G 4WDM-10", "100g-4wdm-10"};
    case 0x40: return {"50GBASE-CR", "50gbase-cr"};
    case 0x41: return {"50GBASE-SR", "50gbase-sr"};
    case 0x42: return {"50GBASE-FR", "50gbase-fr"};
    case 0x45: return {"50GBASE-LR", "50gbase-lr"};
    case 0x16: return {"10GBASE-T", "10gbase-t"};
    case 0x18: return {quad ? "100G AOC" : "25G AOC", ""};
    case 0x1C: return {"10GBASE-T, 30 m", "10gbase-t"};
    case 0x1D: return {"5GBASE-T", "5gbase-t"};
    case 0x1E: return {"2.5GBASE-T", "2.5gbase-t"};
    case 0x1F: return {"40G SWDM4", "40g-swdm4"};
    case 0x20: return {"100G SWDM4", "100g-swdm4"};
    case 0x21: return {"100G SR-BiDi", "100g-sr-bidi"};
    case 0x25: return {"100GBASE-DR", "100gbase-dr"};
    case 0x26: return {"100GBASE-FR1", "100gbase-fr1"};
    case 0x27: return {"100GBASE-LR1", "100gbase-lr1"};
    default: return {"", ""};
    }
}

double celsius(std::uint16_t raw) { return static_cast<std::int16_t>(raw) / 256.0; }

Named sfpCompliance(Memory m)
{
    if (bit(m, 3, 4)) return {"10GBASE-SR", "10gbase-sr"};
    if (bit(m, 3, 5)) return {"10GBASE-LR", "10gbase-lr"};
    if (bit(m, 3, 6)) return {"10GBASE-LRM", "10gbase-lrm"};
    if (bit(m, 3, 7)) return {"10GBASE-ER", "10gbase-er"};
    const Named extended = extendedCode(m[36], false);
    if (extended.name[0]) return extended;
    if (bit(m, 8, 2)) return m[12] >= 100 ? Named{"SFP+ direct attach, passive", "10gsfp+cu"} : Named{"direct attach, passive", ""};
    if (bit(m, 8, 3)) return {"direct attach, active", "10gsfp+cu"};
    if (bit(m, 6, 3)) return {"1000BASE-T", "1000base-t"};
    if (bit(m, 6, 0)) return {"1000BASE-SX", "1000base-sx"};
    if (bit(m, 6, 1)) return {"1000BASE-LX", "1000base-lx10"};
    if (bit(m, 6, 6)) return {"1000BASE-BX10", ""};
    return {"not told", ""};
}

measure::ModuleReading decodeSfp(Memory m)
{
    measure::ModuleReading made;
    const Named compliance = sfpCompliance(m);
    const bool copper = bit(m, 8, 2) || bit(m, 8, 3) || m[2] == 0x21;
    made.kind = m[12] >= 250 || m[12] == 0xFF ? "SFP28" : m[12] >= 99 ? "SFP+" : "SFP";
    made.connector = connectorName(m[2]);
    made.compliance = compliance.name;
    made.phy = compliance.phy;
    made.maker = ascii(m, 20, 16);
    made.part = ascii(m, 40, 16);
    made.serial = ascii(m, 68, 16);
    made.checksumGood = sum(m, 0, 62) == m[63];
    made.power = bit(m, 64, 5) ? Watt::of(2) : bit(m, 64, 1) ? Watt::of(1.5) : Watt::of(1);
    if (copper && m[18] > 0) made.copperLength = Length::of(m[18]);
    else if (word(m, 60) > 0 && !copper && m[2] != 0x22) made.wavelengthNm = word(m, 60);
    const bool diagnostics = bit(m, 92, 6) && !bit(m, 92, 4) && m.size() >= 512;
    if (diagnostics) {
        const Memory a2 = m.subspan(256);
        made.celsius = celsius(word(a2, 96));
        made.txPower = {powerFromRaw(word(a2, 102))};
        made.rxPower = {powerFromRaw(word(a2, 104))};
        if (word(a2, 32) > 0) made.rxHighAlarm = powerFromRaw(word(a2, 32));
        if (word(a2, 38) > 0) made.rxLowWarning = powerFromRaw(word(a2, 38));
    }
    return made;
}

Named qsfpCompliance(Memory m)
{
    if (bit(m, 131, 7)) return extendedCode(m.size() > 192 ? m[192] : 0, true);
    if (bit(m, 131, 3)) return {"40GBASE-CR4", "40gbase-cr4"};
    if (bit(m, 131, 2)) return {"40GBASE-SR4", "40gbase-sr4"};
    if (bit(m, 131, 1)) return {"40GBASE-LR4", "40gbase-lr4"};
    return {"not told", ""};
}

/// SFF-8636 byte 129: bits 7-6 classes 1 to 4; bits 1-0 classes 5 to 7.
Watt powerClass(std::uint8_t byte)
{
    static const double kHigh[] = {0, 4, 4.5, 5}, kLow[] = {1.5, 2, 2.5, 3.5};
    return Watt::of((byte & 3) ? kHigh[byte & 3] : kLow[byte >> 6]);
}

measure::ModuleReading decodeQsfp(Memory m)
{
    measure::ModuleReading made;
    const Named compliance = qsfpCompliance(m);
    made.kind = m[128] == 0x11 ? "QSFP28" : m[128] == 0x0D ? "QSFP+" : "QSFP";
    made.connector = connectorName(m[130]);
    made.compliance = compliance.name[0] ? compliance.name : "not told";
    made.phy = compliance.phy;
    made.maker = ascii(m, 148, 16);
    made.part = ascii(m, 168, 16);
    made.serial = ascii(m, 196, 16);
    made.checksumGood = sum(m, 128, 190) == m[191];
    made.power = powerClass(m[129]);
    const bool copper = (m[147] >> 4) >= 0x0A;
    if (copper && m[146] > 0) made.copperLength = Length::of(m[146]);
    else if (word(m, 186) > 0) made.wavelengthNm = word(m, 186) / 20;
    if (!copper) {
        made.celsius = celsius(word(m, 22));
        for (std::size_t lane = 0; lane < 4; ++lane) {
            made.rxPower.push_back(powerFromRaw(word(m, 34 + 2 * lane)));
            made.txPower.push_back(powerFromRaw(word(m, 50 + 2 * lane)));
        }
        // Page 03h follows in the dump at 512 for byte 128: receive power high alarm 176, low warning 182.
        if (m.size() >= 640 && !bit(m, 2, 2)) {
            if (word(m, 384 + 176) > 0) made.rxHighAlarm = powerFromRaw(word(m, 384 + 176));
            if (word(m, 384 + 182) > 0) made.rxLowWarning = powerFromRaw(word(m, 384 + 182));
        }
    }
    return made;
}

}  // namespace

PowerDbm powerFromRaw(std::uint16_t raw)
{
    return raw == 0 ? PowerDbm::of(-40) : PowerDbm::of(10 * std::log10(raw / 10000.0));
}

Result<measure::ModuleReading> decodeModule(Memory memory)
{
    if (memory.size() < 128) return failure(ErrorCode::BadInput, "the module gave fewer than 128 bytes");
    switch (memory[0]) {
    case 0x03: return decodeSfp(memory);
    case 0x0C:
    case 0x0D:
    case 0x11:
        if (memory.size() < 256) return failure(ErrorCode::BadInput, "the module gave fewer than 256 bytes");
        return decodeQsfp(memory);
    default: return failure(ErrorCode::BadInput, "the module is of neither the SFP nor the QSFP family");
    }
}

}  // namespace sokudo::host
