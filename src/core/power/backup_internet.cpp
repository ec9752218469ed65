// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/backup_internet.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"

namespace sokudo::power {
namespace {

constexpr double kMonths = 12, kDaysOfMonth = 30, kBytesPerGb = 1e9, kMostDays = 366;

double inGb(DataSize size) { return size.in() / kBytesPerGb; }

/// The price of the volume of so many days in one stretch.
double volumePrice(const BackupTariff& tariff, const OutageYear& year, double days)
{
    const double used = inGb(year.eachDay) * year.people * days;
    const double included = inGb(tariff.included) * std::ceil(days / kDaysOfMonth);
    return std::max(0.0, used - included) * tariff.pricePerGb;
}

double gain(const BackupTariff& tariff, const OutageYear& year, double days)
{
    return year.people * days * year.dayValue - kMonths * tariff.monthly - volumePrice(tariff, year, days);
}

/// The first day of the year from which on it pays, to a hundredth.
std::optional<double> breakEven(const BackupTariff& tariff, const OutageYear& year)
{
    for (double days = 0; days <= kMostDays; days += 0.01)
        if (gain(tariff, year, days) >= 0) return days;
    return std::nullopt;
}

}  // namespace

Result<BackupWorth> backupWorth(const BackupTariff& tariff, const OutageYear& year)
{
    const bool isBelow = tariff.monthly < 0 || tariff.pricePerGb < 0 || year.dayValue < 0 || year.days < 0;
    if (isBelow || year.days > kMostDays || year.people < 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("backup-internet.out-of-range",
                                 "say 0 to 366 days a year, one person or more, and prices that are not below 0"));
    BackupWorth worth;
    worth.used = DataSize::of(year.eachDay.in() * year.people * year.days);
    worth.bill = kMonths * tariff.monthly + volumePrice(tariff, year, year.days);
    worth.outage = year.people * year.days * year.dayValue;
    worth.breakEven = breakEven(tariff, year);
    worth.working =
        text::say("backup-internet.working", "12 fees of {} and {} GB in {} days against {} people and {} a day each",
                  text::number(tariff.monthly), text::number(inGb(worth.used), 3), text::number(year.days), year.people,
                  text::number(year.dayValue));
    return worth;
}

}  // namespace sokudo::power
