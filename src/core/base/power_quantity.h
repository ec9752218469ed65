// SPDX-License-Identifier: GPL-3.0-or-later
// Quantities of supplies, batteries, air and tariffs, beside those of quantity.h.
#pragma once

#include "core/base/quantity.h"

namespace sokudo {

struct WattHourTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct AmpereTag {
    static constexpr double kStepsPerUnit = 1e6;
    static constexpr bool kIsDifference = true;
};
struct AirFlowTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct OpeningTag {
    static constexpr double kStepsPerUnit = 100.0;
    static constexpr bool kIsDifference = true;
};
struct VolumeTag {
    static constexpr double kStepsPerUnit = 1e6;
    static constexpr bool kIsDifference = true;
};
struct MassTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};
struct MoneyTag {
    static constexpr double kStepsPerUnit = 10000.0;
    static constexpr bool kIsDifference = true;
};
struct ExchangeRateTag {
    static constexpr double kStepsPerUnit = 1e6;
    static constexpr bool kIsDifference = false;
};
struct KelvinTag {
    static constexpr double kStepsPerUnit = 1000.0;
    static constexpr bool kIsDifference = true;
};

using WattHour = Quantity<WattHourTag>;          ///< step 1 mWh
using Ampere = Quantity<AmpereTag>;              ///< step 1 µA
using AirFlow = Quantity<AirFlowTag>;            ///< step 1 litre an hour; `in()` is m³/h
using Opening = Quantity<OpeningTag>;            ///< step 0.01 cm²; `in()` is cm²
using Volume = Quantity<VolumeTag>;              ///< step 1 cm³; `in()` is m³
using Mass = Quantity<MassTag>;                  ///< step 1 g; `in()` is kg
using Money = Quantity<MoneyTag>;                ///< in the owner's currency, step a hundredth of its hundredth part
using ExchangeRate = Quantity<ExchangeRateTag>;  ///< of one currency for one of another, step a millionth
using Kelvin = Quantity<KelvinTag>;              ///< step 1 mK: a difference of temperatures

}  // namespace sokudo
