// SPDX-License-Identifier: GPL-3.0-or-later
// Physical quantities in whole steps: they compare exactly and never mix.
#pragma once

#include <cmath>
#include <compare>
#include <cstdint>
#include <limits>

namespace sokudo {

/// A quantity counted in whole steps of its tag's unit. What is too large for the count stays at its last step.
template <class Tag>
class Quantity {
public:
    constexpr Quantity() = default;
    static constexpr Quantity fromSteps(std::int64_t steps)
    {
        Quantity result;
        result.m_steps = steps;
        return result;
    }
    /// The nearest whole step to `units` of the tag's unit, half away from zero.
    static Quantity of(double units)
    {
        constexpr double kMost = 4.6e18;  // half the range, so that a sum of two still fits
        const double steps = units * Tag::kStepsPerUnit;
        if (!(steps > -kMost)) return fromSteps(static_cast<std::int64_t>(-kMost));
        return fromSteps(steps < kMost ? static_cast<std::int64_t>(std::llround(steps))
                                       : static_cast<std::int64_t>(kMost));
    }
    constexpr std::int64_t steps() const { return m_steps; }
    /// The value in the tag's unit; for formulas and for showing only.
    constexpr double in() const { return static_cast<double>(m_steps) / Tag::kStepsPerUnit; }

    friend constexpr auto operator<=>(Quantity, Quantity) = default;
    friend constexpr Quantity operator-(Quantity value) { return fromSteps(-value.m_steps); }
    friend constexpr Quantity operator+(Quantity a, Quantity b) requires Tag::kIsDifference
    {
        return fromSteps(sum(a.m_steps, b.m_steps));
    }
    friend constexpr Quantity operator-(Quantity a, Quantity b) requires Tag::kIsDifference
    {
        return fromSteps(sum(a.m_steps, -b.m_steps));
    }
    friend constexpr Quantity operator*(std::int64_t times, Quantity value) requires Tag::kIsDifference
    {
        std::int64_t result = 0;
        const bool tooMuch = __builtin_mul_overflow(times, value.m_steps, &result);
        return fromSteps(tooMuch ? (times < 0) == (value.m_steps < 0) ? kLast : -kLast : result);
    }

private:
    static constexpr std::int64_t kLast = std::numeric_limits<std::int64_t>::max();
    /// Stops at the last step instead of wrapping round.
    static constexpr std::int64_t sum(std::int64_t a, std::int64_t b)
    {
        std::int64_t result = 0;
        return __builtin_add_overflow(a, b, &result) ? a < 0 ? -kLast : kLast : result;
    }
    std::int64_t m_steps = 0;
};

struct BitRateTag {
    static constexpr double kStepsPerUnit = 1.0;
    static constexpr bool kIsDifference = true;
};
struct LengthTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct DecibelTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct PowerDbmTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = false;
};
struct WattTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct DataSizeTag {
    static constexpr double kStepsPerUnit = 1.0;
    static constexpr bool kIsDifference = true;
};
struct OhmTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct VoltTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct CelsiusTag {
    static constexpr double kStepsPerUnit = 100.0;
    static constexpr bool kIsDifference = false;
};
struct FrequencyTag {
    static constexpr double kStepsPerUnit = 1e6;
    static constexpr bool kIsDifference = true;
};
struct FrameRateTag {
    static constexpr double kStepsPerUnit = 1.0;
    static constexpr bool kIsDifference = true;
};
struct DurationTag {
    static constexpr double kStepsPerUnit = 1e9;
    static constexpr bool kIsDifference = true;
};

using BitRate = Quantity<BitRateTag>;      ///< step 1 bit/s, always decimal; `in()` is bit/s
using Length = Quantity<LengthTag>;        ///< step 1 mm; `in()` is metres
using Decibel = Quantity<DecibelTag>;      ///< step 0.001 dB; a ratio
using PowerDbm = Quantity<PowerDbmTag>;    ///< step 0.001 dBm; a level: two levels do not add
using Watt = Quantity<WattTag>;            ///< step 1 mW
using Ohm = Quantity<OhmTag>;              ///< step 1 mΩ
using Volt = Quantity<VoltTag>;            ///< step 1 mV
using Celsius = Quantity<CelsiusTag>;      ///< step 0.01 °C; two temperatures do not add
using Frequency = Quantity<FrequencyTag>;  ///< step 1 Hz; `in()` is MHz
using FrameRate = Quantity<FrameRateTag>;  ///< step 1 frame a second
using DataSize = Quantity<DataSizeTag>;    ///< step 1 byte
using Duration = Quantity<DurationTag>;    ///< step 1 nanosecond; `in()` is seconds

/// The difference of two levels is a ratio.
constexpr Decibel operator-(PowerDbm a, PowerDbm b) { return Decibel::fromSteps(a.steps() - b.steps()); }
constexpr PowerDbm operator-(PowerDbm level, Decibel loss) { return PowerDbm::fromSteps(level.steps() - loss.steps()); }
constexpr PowerDbm operator+(PowerDbm level, Decibel gain) { return PowerDbm::fromSteps(level.steps() + gain.steps()); }

/// Size over time. @param time above zero; zero or less gives the largest rate.
inline BitRate operator/(DataSize size, Duration time)
{
    if (time.steps() <= 0) return BitRate::fromSteps(std::numeric_limits<std::int64_t>::max());
    return BitRate::of(size.in() * 8.0 / time.in());
}

/// How long a size takes at a rate; a rate of nothing gives the longest time.
inline Duration operator/(DataSize size, BitRate rate)
{
    if (rate.steps() <= 0) return Duration::fromSteps(std::numeric_limits<std::int64_t>::max());
    return Duration::of(size.in() * 8.0 / rate.in());
}

/// `rate` times a plain factor, to the nearest bit/s.
inline BitRate scaled(BitRate rate, double factor) { return BitRate::of(rate.in() * factor); }

inline BitRate gigabits(double value) { return BitRate::of(value * 1e9); }
inline BitRate megabytes(double value) { return BitRate::of(value * 8e6); }
inline double inGigabits(BitRate rate) { return rate.in() / 1e9; }

namespace literals {
constexpr BitRate operator""_Gbps(unsigned long long v)
{
    return BitRate::fromSteps(static_cast<std::int64_t>(v) * 1'000'000'000);
}
inline BitRate operator""_Gbps(long double v) { return BitRate::of(static_cast<double>(v) * 1e9); }
constexpr BitRate operator""_Mbps(unsigned long long v)
{
    return BitRate::fromSteps(static_cast<std::int64_t>(v) * 1'000'000);
}
constexpr Length operator""_m(unsigned long long v) { return Length::fromSteps(static_cast<std::int64_t>(v) * 1000); }
inline Length operator""_m(long double v) { return Length::of(static_cast<double>(v)); }
inline Decibel operator""_dB(long double v) { return Decibel::of(static_cast<double>(v)); }
inline PowerDbm operator""_dBm(long double v) { return PowerDbm::of(static_cast<double>(v)); }
}  // namespace literals

}  // namespace sokudo
