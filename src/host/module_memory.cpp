// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/module_memory.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::host {
namespace {

using Memory = std::span<const std::uint8_t>;

std::uint16_t word(Memory m, std::size_t at)
{
    return at + 1 < m.size() ? static_cast<std::uint16_t>(m[at] << 8 | m[at + 1]) : std::uint16_t{0};
}
bool bit(Memory m, std::size_t at, int n) { return at < m.size() && (m[at] >> n & 1); }

std::string ascii(Memory m, std::size_t from, std::size_t length)
{
    std::string result;
    for (std::size_t i = from; i < from + length && i < m.size(); ++i)
        result.push_back(m[i] >= 32 && m[i] < 127 ? static_cast<char>(m[i]) : ' ');
    return text::trimmed(result);
}

std::uint8_t sum(Memory m, std::size_t from, std::size_t to)
{
    unsigned total = 0;
    for (std::size_t i = from; i <= to && i < m.size(); ++i) total += m[i];
    return static_cast<std::uint8_t>(total);
}

/// The set bits of the bytes from `first` to `last`, as "3.4".
void addBits(Memory m, std::size_t first, std::size_t last, const char* place, measure::ModuleReading& result)
{
    for (std::size_t at = first; at <= last; ++at)
        for (int n = 7; n >= 0; --n)
            if (bit(m, at, n)) result.codes.emplace_back(place, fmt::format("{}.{}", at, n));
}

void addExtended(std::uint8_t code, measure::ModuleReading& result)
{
    if (code != 0) result.codes.emplace_back("sff-8024", fmt::format("{:02X}h", code));
}

double celsius(std::uint16_t raw) { return static_cast<std::int16_t>(raw) / 256.0; }

measure::ModuleReading decodeSfp(Memory m)
{
    measure::ModuleReading result;
    addBits(m, 3, 10, "sff-8472", result);
    addExtended(m[36], result);
    // Byte 12 counts 100 MBd; 255 hands over to byte 66, which counts 250 MBd.
    if (const int rate = m[12] == 0xFF ? m[66] * 250 : m[12] * 100; rate > 0) result.symbolRate = Frequency::of(rate);
    const bool copper = bit(m, 8, 2) || bit(m, 8, 3) || m[2] == 0x21;
    result.kind = m[12] >= 250 || m[12] == 0xFF ? "SFP28" : m[12] >= 99 ? "SFP+" : "SFP";
    result.connectorCode = m[2];
    result.maker = ascii(m, 20, 16);
    result.part = ascii(m, 40, 16);
    result.serial = ascii(m, 68, 16);
    result.checksumGood = sum(m, 0, 62) == m[63];
    result.power = bit(m, 64, 5) ? Watt::of(2) : bit(m, 64, 1) ? Watt::of(1.5) : Watt::of(1);
    if (copper && m[18] > 0) result.copperLength = Length::of(m[18]);
    else if (word(m, 60) > 0 && !copper && m[2] != 0x22) result.wavelengthNm = word(m, 60);
    if (m[14] > 0 && m[14] < 0xFF) result.singleModeLength = Length::of(1000.0 * m[14]);  // km
    const bool diagnostics = bit(m, 92, 6) && !bit(m, 92, 4) && m.size() >= 512;
    if (diagnostics) {
        const Memory a2 = m.subspan(256);
        result.celsius = celsius(word(a2, 96));
        result.txPower = {powerFromRaw(word(a2, 102))};
        result.rxPower = {powerFromRaw(word(a2, 104))};
        if (word(a2, 32) > 0) result.rxHighAlarm = powerFromRaw(word(a2, 32));
        if (word(a2, 38) > 0) result.rxLowWarning = powerFromRaw(word(a2, 38));
    }
    return result;
}

/// SFF-8636 byte 129: bits 7-6 classes 1 to 4; bits 1-0 classes 5 to 7.
Watt powerClass(std::uint8_t byte)
{
    static const double kHigh[] = {0, 4, 4.5, 5}, kLow[] = {1.5, 2, 2.5, 3.5};
    return Watt::of((byte & 3) ? kHigh[byte & 3] : kLow[byte >> 6]);
}

measure::ModuleReading decodeQsfp(Memory m)
{
    measure::ModuleReading result;
    result.isQuad = true;
    addBits(m, 131, 131, "sff-8636", result);
    if (bit(m, 131, 7) && m.size() > 192) addExtended(m[192], result);
    result.kind = m[128] == 0x11 ? "QSFP28" : m[128] == 0x0D ? "QSFP+" : "QSFP";
    result.connectorCode = m[130];
    result.maker = ascii(m, 148, 16);
    result.part = ascii(m, 168, 16);
    result.serial = ascii(m, 196, 16);
    result.checksumGood = sum(m, 128, 190) == m[191];
    result.power = powerClass(m[129]);
    const bool copper = (m[147] >> 4) >= 0x0A;
    if (copper && m[146] > 0) result.copperLength = Length::of(m[146]);
    else if (word(m, 186) > 0) result.wavelengthNm = word(m, 186) / 20;
    if (!copper) {
        result.celsius = celsius(word(m, 22));
        for (std::size_t lane = 0; lane < 4; ++lane) {
            result.rxPower.push_back(powerFromRaw(word(m, 34 + 2 * lane)));
            result.txPower.push_back(powerFromRaw(word(m, 50 + 2 * lane)));
        }
        // Page 03h follows in the dump at 512 for byte 128: receive power high alarm 176, low warning 182.
        if (m.size() >= 640 && !bit(m, 2, 2)) {
            if (word(m, 384 + 176) > 0) result.rxHighAlarm = powerFromRaw(word(m, 384 + 176));
            if (word(m, 384 + 182) > 0) result.rxLowWarning = powerFromRaw(word(m, 384 + 182));
        }
    }
    return result;
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
