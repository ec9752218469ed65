// SPDX-License-Identifier: GPL-3.0-or-later
// The doors to the world: reading a host, running traffic. Each has a real and a simulated side.
#pragma once

#include <atomic>
#include <functional>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/measure/trial.h"

namespace sokudo::measure {

enum class WhyNot { NotPresent, NotPermitted, NotSupported };

/// A value, or why there is none and what would allow it.
template <class T>
struct Reading {
    std::optional<T> value;
    WhyNot why = WhyNot::NotPresent;
    text::Sentence explanation;
    static Reading of(T v) { return {std::move(v), WhyNot::NotPresent, {}}; }
    static Reading none(WhyNot why, text::Sentence explanation) { return {std::nullopt, why, std::move(explanation)}; }
    explicit operator bool() const { return value.has_value(); }
    const T& operator*() const { return *value; }
    const T* operator->() const { return &*value; }
};

struct BusState {
    int generation = 0, lanes = 0;          ///< what the link trained to, the least along the chain
    int cardGeneration = 0, cardLanes = 0;  ///< what the card could do
    int slotGeneration = 0, slotLanes = 0;  ///< what the slot above it could do; 0: not told
    int numaNode = -1;
    std::string limitedBy;  ///< bus address of the narrowest bridge
};

struct UsbState {
    BitRate speed;
};

struct ModuleReading {
    std::string kind;       ///< "SFP", "QSFP28"
    bool isQuad = false;    ///< of the QSFP family
    int connectorCode = 0;  ///< SFF-8024
    std::vector<std::pair<std::string, std::string>>
        codes;                            ///< place and code as in module_codes.csv; measure::nameOf reads them
    std::optional<Frequency> symbolRate;  ///< nominal, of one lane
    std::string maker, part, serial;
    std::optional<int> wavelengthNm;
    std::optional<Length> copperLength;
    std::optional<Length> singleModeLength;  ///< the reach it states on single-mode fibre
    std::optional<Watt> power;               ///< the most of its power level or class; empty: not told
    std::vector<PowerDbm> rxPower, txPower;  ///< one a lane; empty: the module has no diagnostics
    std::optional<double> celsius;
    std::optional<PowerDbm> rxLowWarning, rxHighAlarm;
    bool checksumGood = true;
};

struct InterfaceReading {
    std::string name, driver, firmware;
    bool isVirtual = false;
    bool isRadio = false;
    Reading<bool> carrier;
    Reading<BitRate> speed;
    std::string duplex;  ///< full, half; empty: not told
    std::optional<bool> autoneg;
    std::string portKind;  ///< twisted pair, fibre, direct attach
    std::string medium;    ///< what the transceiver runs: "10GBASE-SR"; empty: not told
    std::string alias;     ///< what the owner calls it; only switches tell
    int mtu = 0;
    std::vector<BitRate> supported, partner;  ///< falling; empty: not told
    Reading<std::string> fec;
    Reading<BusState> bus;
    Reading<UsbState> usb;
    Reading<ModuleReading> module;
    std::map<std::string, std::int64_t> counters;
    std::int64_t carrierChanges = 0;
    std::string bondMaster;
};

struct HostSnapshot {
    std::string name;
    int cores = 0;
    std::optional<double> maxClockGhz;
    Reading<std::string> governor;
    std::string scalingDriver;  ///< what drives the clock: "acpi-cpufreq", "intel_pstate"; empty: not told
    std::optional<DataSize> memory;
    std::string architecture;  ///< x86_64, aarch64
    std::string congestionControl;
    std::optional<Duration> uptime;  ///< since its restart
    bool isSwitch = false;           ///< its ports are numbered as on its front
    text::Sentence partial;          ///< why something is missing from it; empty: all that there is was read
    std::vector<InterfaceReading> interfaces;
};

class HostReader {
public:
    virtual ~HostReader() = default;
    virtual Result<HostSnapshot> read() = 0;
    /// Ends a read that is under way on another thread, which then gives Cancelled. One that waits for nobody has
    /// nothing to end.
    virtual void cancel() {}
};

/// What a memory-to-memory test is asked to do. Bounds are part of the question.
struct TrafficQuestion {
    std::string host = "127.0.0.1";
    int port = 7411;
    std::string key;  ///< pairing key, as the agent prints it
    int streams = 1;  ///< 1 to 16
    Direction direction = Direction::Forward;
    Duration duration = Duration::of(10);  ///< 1 to 60 s, measured part
    Duration warmup = Duration::of(2);     ///< 0 to 10 s, left out
    std::optional<BitRate> rateCap;
};

struct TrafficSample {
    Duration at;               ///< since the start, warm-up included
    BitRate forward, reverse;  ///< over the last interval
    bool isWarmup = false;
};

struct TrafficResult {
    BitRate forward, reverse;  ///< payload the receiver got, warm-up left out
    std::vector<TrafficSample> samples;
    std::map<std::string, std::string> conditions;
};

class TrafficRunner {
public:
    virtual ~TrafficRunner() = default;
    /// Blocks until done. `onSample` is called from the calling thread about ten times a second.
    /// @error Unreachable, NotAllowed (wrong key, bound exceeded), TimedOut, Cancelled
    virtual Result<TrafficResult> run(const TrafficQuestion&, const std::function<void(const TrafficSample&)>& onSample,
                                      const std::atomic<bool>& cancel) = 0;
};

}  // namespace sokudo::measure
