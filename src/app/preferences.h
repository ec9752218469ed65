// SPDX-License-Identifier: GPL-3.0-or-later
// What one person prefers on screen; kept in a settings file of the user, not in a house.
#pragma once

#include <map>
#include <string>

#include <QString>
#include <QStringList>

#include "core/measure/trial.h"

namespace sokudo::app {

enum class Look { Light, Dark, Desktop };
enum class LengthUnit { Metres, Feet };
/// How a day is written: 2026-11-28, 28.11.2026, 28/11/2026, 11/28/2026.
enum class DateForm { Iso, Dots, DayFirst, MonthFirst };

struct Preferences {
    Look look = Look::Light;
    int textPercent = 100;  ///< 100 to 200
    LengthUnit lengths = LengthUnit::Metres;
    bool isOwnTime = false;  ///< the time of the desktop; else universal time
    DateForm dates = DateForm::Iso;
    QString currency;   ///< "€"; empty: prices stay in no currency
    double tariff = 0;  ///< of a kilowatt-hour, in that currency; 0: not known
    std::map<std::string, std::string>
        views;  ///< id in practices.csv: "one" or "other", where the shipped default is not wanted
    friend bool operator==(const Preferences&, const Preferences&) = default;
};

/// Those in force; read from the settings file once.
const Preferences& preferences();
/// Takes them, and writes them to the settings file.
void setPreferences(const Preferences&);

/// Houses opened lately, the newest first; what is gone is left out.
QStringList recentHouses();
void rememberHouse(const QString& path, int bench);
/// The bench that a house was last seen on; -1: not known.
int benchOf(const QString& path);

/// A moment as the user writes days and times: "28.11.2026 21:04", or "28.11.2026 20:04 UTC".
QString momentText(measure::Timestamp);
/// A day "2026-11-28" as the user writes days; anything else as it is.
QString dayText(const QString& iso);
/// A text of the core in the user's units: lengths in feet where he wants them.
QString inOwnUnits(QString);
/// "about 12 €", "about 12": a rough price in the user's currency.
QString moneyText(double);
/// "12 €", "12": a price of a list in the user's currency.
QString priceText(double);

}  // namespace sokudo::app
