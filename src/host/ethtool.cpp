// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/ethtool.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <charconv>
#include <cstring>
#include <set>
#include <sstream>

#include <linux/ethtool.h>
#include <linux/sockios.h>
#include <net/if.h>
#include <sys/ioctl.h>
#include <sys/socket.h>
#include <unistd.h>

namespace sokudo::host {
namespace {

using measure::WhyNot;

template <class T>
Reading<T> refused(int error, const char* what)
{
    if (error == EPERM || error == EACCES)
        return Reading<T>::none(WhyNot::NotPermitted,
                                std::string("the kernel gives ") + what +
                                    " only to an administrator (CAP_NET_ADMIN); run \"sokudo-cli host\" there once as "
                                    "administrator and type in what it shows");
    if (error == ENODEV) return Reading<T>::none(WhyNot::NotPresent, "there is no such interface");
    return Reading<T>::none(WhyNot::NotSupported, std::string("the driver does not tell ") + what);
}

class KernelEthtool final : public Ethtool {
public:
    KernelEthtool() : m_socket(::socket(AF_INET, SOCK_DGRAM | SOCK_CLOEXEC, 0)) {}
    ~KernelEthtool() override
    {
        if (m_socket >= 0) ::close(m_socket);
    }
    Reading<LinkSettings> linkSettings(const std::string& interface) override
    {
        constexpr int kMostWords = 127;
        alignas(ethtool_link_settings)
            std::array<char, sizeof(ethtool_link_settings) + 3 * kMostWords * sizeof(std::uint32_t)>
                buffer{};
        auto* settings = reinterpret_cast<ethtool_link_settings*>(buffer.data());
        settings->cmd = ETHTOOL_GLINKSETTINGS;
        // The first call asks how many words the masks have; the kernel answers with the negative number.
        if (const int error = call(interface, settings)) return refused<LinkSettings>(error, "link settings");
        if (settings->link_mode_masks_nwords >= 0) return refused<LinkSettings>(EOPNOTSUPP, "link settings");
        const auto words = static_cast<__s8>(-settings->link_mode_masks_nwords);
        buffer.fill(0);
        settings->cmd = ETHTOOL_GLINKSETTINGS;
        settings->link_mode_masks_nwords = words;
        if (const int error = call(interface, settings)) return refused<LinkSettings>(error, "link settings");
        LinkSettings result;
        result.speedMbps =
            settings->speed == 0xFFFFFFFFU || settings->speed == 0 ? -1 : static_cast<std::int64_t>(settings->speed);
        result.duplex = settings->duplex;
        result.port = settings->port;
        result.autoneg = settings->autoneg;
        const auto* masks = reinterpret_cast<const std::uint32_t*>(buffer.data() + sizeof(ethtool_link_settings));
        result.supported.assign(masks, masks + words);
        result.advertising.assign(masks + words, masks + 2 * words);
        result.partner.assign(masks + 2 * words, masks + 3 * words);
        return Reading<LinkSettings>::of(std::move(result));
    }
    Reading<DriverInfo> driver(const std::string& interface) override
    {
        ethtool_drvinfo info{};
        info.cmd = ETHTOOL_GDRVINFO;
        if (const int error = call(interface, &info)) return refused<DriverInfo>(error, "the driver's name");
        return Reading<DriverInfo>::of({text(info.driver), text(info.fw_version), text(info.bus_info)});
    }
    Reading<std::uint32_t> activeFec(const std::string& interface) override
    {
        ethtool_fecparam fec{};
        fec.cmd = ETHTOOL_GFECPARAM;
        if (const int error = call(interface, &fec)) return refused<std::uint32_t>(error, "the FEC mode");
        return Reading<std::uint32_t>::of(fec.active_fec);
    }
    Reading<std::vector<std::uint8_t>> moduleMemory(const std::string& interface) override
    {
        ethtool_modinfo info{};
        info.cmd = ETHTOOL_GMODULEINFO;
        if (const int error = call(interface, &info)) return refused<std::vector<std::uint8_t>>(error, "module data");
        const std::uint32_t length = std::min<std::uint32_t>(info.eeprom_len, 640);
        alignas(ethtool_eeprom) std::array<char, sizeof(ethtool_eeprom) + 640> buffer{};
        auto* memory = reinterpret_cast<ethtool_eeprom*>(buffer.data());
        memory->cmd = ETHTOOL_GMODULEEEPROM;
        memory->len = length;
        if (const int error = call(interface, memory)) return refused<std::vector<std::uint8_t>>(error, "module data");
        const auto* bytes = reinterpret_cast<const std::uint8_t*>(buffer.data() + sizeof(ethtool_eeprom));
        return Reading<std::vector<std::uint8_t>>::of({bytes, bytes + length});
    }

private:
    template <std::size_t N>
    static std::string text(const char (&field)[N])
    {
        return std::string(field, strnlen(field, N));
    }
    int call(const std::string& interface, void* data) const
    {
        if (m_socket < 0) return EOPNOTSUPP;
        ifreq request{};
        std::strncpy(request.ifr_name, interface.c_str(), IFNAMSIZ - 1);
        request.ifr_data = static_cast<char*>(data);
        return ::ioctl(m_socket, SIOCETHTOOL, &request) == 0 ? 0 : errno;
    }
    int m_socket;
};

/// Replies as files: `link_settings` and `driver` hold "key value" lines, `fec` one number, `module.hex` hex bytes.
class CapturedEthtool final : public Ethtool {
public:
    explicit CapturedEthtool(Tree tree) : m_tree(std::move(tree)) {}
    Reading<LinkSettings> linkSettings(const std::string& interface) override
    {
        const auto content = m_tree.content(file(interface, "link_settings"));
        if (!content)
            return Reading<LinkSettings>::none(WhyNot::NotSupported, "the driver does not tell link settings");
        LinkSettings result;
        std::istringstream in(*content);
        for (std::string key; in >> key;) {
            if (key == "speed_mbps") in >> result.speedMbps;
            else if (key == "duplex") in >> result.duplex;
            else if (key == "port") in >> result.port;
            else if (key == "autoneg") in >> result.autoneg;
            else if (key == "supported") result.supported = bits(in);
            else if (key == "advertising") result.advertising = bits(in);
            else if (key == "partner") result.partner = bits(in);
        }
        return Reading<LinkSettings>::of(std::move(result));
    }
    Reading<DriverInfo> driver(const std::string& interface) override
    {
        const auto content = m_tree.content(file(interface, "driver"));
        if (!content) return Reading<DriverInfo>::none(WhyNot::NotSupported, "the driver does not tell its name");
        DriverInfo result;
        std::istringstream in(*content);
        in >> result.driver >> result.firmware >> result.bus;
        return Reading<DriverInfo>::of(std::move(result));
    }
    Reading<std::uint32_t> activeFec(const std::string& interface) override
    {
        const auto value = m_tree.whole(file(interface, "fec"));
        if (!value) return Reading<std::uint32_t>::none(WhyNot::NotSupported, "the driver does not tell the FEC mode");
        return Reading<std::uint32_t>::of(static_cast<std::uint32_t>(*value));
    }
    Reading<std::vector<std::uint8_t>> moduleMemory(const std::string& interface) override
    {
        const auto content = m_tree.content(file(interface, "module.hex"));
        if (!content)
            return Reading<std::vector<std::uint8_t>>::none(WhyNot::NotSupported,
                                                            "the driver does not tell module data");
        if (content->starts_with("EPERM")) return refused<std::vector<std::uint8_t>>(EPERM, "module data");
        std::vector<std::uint8_t> bytes;
        std::istringstream in(*content);
        for (std::string word; in >> word;) {
            unsigned value = 0;
            const auto [end, error] = std::from_chars(word.data(), word.data() + word.size(), value, 16);
            if (error != std::errc{} || end != word.data() + word.size() || value > 255)
                return Reading<std::vector<std::uint8_t>>::none(WhyNot::NotSupported,
                                                                "the captured module data is damaged");
            bytes.push_back(static_cast<std::uint8_t>(value));
        }
        return Reading<std::vector<std::uint8_t>>::of(std::move(bytes));
    }

private:
    static std::string file(const std::string& interface, const char* name)
    {
        return "ethtool/" + interface + "/" + name;
    }
    /// Bit numbers up to the end of the line, as mask words.
    static std::vector<std::uint32_t> bits(std::istringstream& in)
    {
        std::vector<std::uint32_t> words(4);
        std::string rest;
        std::getline(in, rest);
        std::istringstream numbers(rest);
        for (unsigned bit = 0; numbers >> bit;)
            if (bit < 128) words[bit / 32] |= 1U << (bit % 32);
        return words;
    }
    Tree m_tree;
};

}  // namespace

std::unique_ptr<Ethtool> ethtoolFor(const Tree& tree)
{
    if (tree.isThisMachine()) return std::make_unique<KernelEthtool>();
    return std::make_unique<CapturedEthtool>(tree);
}

std::vector<BitRate> ratesOf(const std::vector<std::uint32_t>& modes)
{
    static constexpr std::pair<int, double> kModes[] = {
        {0, 0.01}, {1, 0.01}, {2, 0.1},  {3, 0.1},  {4, 1},    {5, 1},    {12, 10},  {15, 2.5}, {17, 1},  {18, 10},
        {19, 10},  {20, 10},  {23, 40},  {24, 40},  {25, 40},  {26, 40},  {31, 25},  {32, 25},  {33, 25}, {34, 50},
        {35, 50},  {36, 100}, {37, 100}, {38, 100}, {39, 100}, {40, 50},  {41, 1},   {42, 10},  {43, 10}, {44, 10},
        {45, 10},  {46, 10},  {47, 2.5}, {48, 5},   {52, 50},  {53, 50},  {54, 50},  {55, 50},  {56, 50}, {57, 100},
        {58, 100}, {59, 100}, {60, 100}, {61, 100}, {62, 200}, {63, 200}, {64, 200}, {65, 200}, {66, 200}};
    std::set<BitRate, std::greater<>> found;
    for (const auto& [bit, rate] : kModes) {
        const auto word = static_cast<std::size_t>(bit / 32);
        if (word < modes.size() && (modes[word] >> (bit % 32) & 1U)) found.insert(gigabits(rate));
    }
    return {found.begin(), found.end()};
}

}  // namespace sokudo::host
