// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/preferences.h"
#include <cmath>

#include <algorithm>

#include <QDateTime>
#include <QFileInfo>
#include <QRegularExpression>
#include <QSettings>
#include <QTimeZone>

namespace sokudo::app {
namespace {

constexpr int kMostRecent = 12;
constexpr double kFeetAMetre = 1 / 0.3048;

QSettings store() { return QSettings(QSettings::IniFormat, QSettings::UserScope, "sokudo", "sokudo"); }

Preferences read()
{
    const QSettings settings = store();
    Preferences result;
    result.look = static_cast<Look>(std::clamp(settings.value("look", 0).toInt(), 0, 2));
    result.textPercent = std::clamp(settings.value("text_percent", 100).toInt(), 100, 200);
    result.lengths = settings.value("lengths").toString() == "feet" ? LengthUnit::Feet : LengthUnit::Metres;
    result.isOwnTime = settings.value("own_time", false).toBool();
    result.dates = static_cast<DateForm>(std::clamp(settings.value("dates", 0).toInt(), 0, 3));
    result.currency = settings.value("currency").toString().left(8);
    result.tariff = std::clamp(settings.value("tariff", 0.0).toDouble(), 0.0, 1000.0);
    for (const QVariant& one : settings.value("views").toList()) {
        const QStringList parts = one.toString().split('=');
        if (parts.size() == 2) result.views[parts[0].toStdString()] = parts[1].toStdString();
    }
    return result;
}

Preferences& current()
{
    static Preferences values = read();
    return values;
}

QString key(const QString& path)
{
    return "bench/" + QString::fromLatin1(QFileInfo(path).absoluteFilePath().toUtf8().toBase64());
}

}  // namespace

const Preferences& preferences() { return current(); }

void setPreferences(const Preferences& next)
{
    current() = next;
    QSettings settings = store();
    settings.setValue("look", static_cast<int>(next.look));
    settings.setValue("text_percent", next.textPercent);
    settings.setValue("lengths", next.lengths == LengthUnit::Feet ? "feet" : "metres");
    settings.setValue("own_time", next.isOwnTime);
    settings.setValue("dates", static_cast<int>(next.dates));
    settings.setValue("currency", next.currency);
    settings.setValue("tariff", next.tariff);
    QVariantList views;
    for (const auto& [id, view] : next.views) views << QString::fromStdString(id + "=" + view);
    settings.setValue("views", views);
}

QStringList recentHouses()
{
    QStringList found;
    for (const QString& path : store().value("recent").toStringList())
        if (QFileInfo::exists(path)) found << path;
    return found;
}

void rememberHouse(const QString& path, int bench)
{
    QSettings settings = store();
    const QString whole = QFileInfo(path).absoluteFilePath();
    QStringList recent = settings.value("recent").toStringList();
    recent.removeAll(whole);
    recent.prepend(whole);
    settings.setValue("recent", recent.mid(0, kMostRecent));
    if (bench >= 0) settings.setValue(key(path), bench);
}

int benchOf(const QString& path) { return store().value(key(path), -1).toInt(); }

namespace {
constexpr const char* kDayForms[] = {"yyyy-MM-dd", "dd.MM.yyyy", "dd/MM/yyyy", "MM/dd/yyyy"};
}  // namespace

QString momentText(measure::Timestamp at)
{
    const auto milliseconds = at.time_since_epoch().count();
    const QDateTime moment = QDateTime::fromMSecsSinceEpoch(milliseconds, QTimeZone::utc());
    const QDateTime shown = preferences().isOwnTime ? moment.toLocalTime() : moment;
    return shown.toString(QString(kDayForms[static_cast<int>(preferences().dates)]) + " HH:mm") +
           (preferences().isOwnTime ? "" : " UTC");
}

QString dayText(const QString& iso)
{
    const QDate day = QDate::fromString(iso, Qt::ISODate);
    return day.isValid() ? day.toString(kDayForms[static_cast<int>(preferences().dates)]) : iso;
}

QString inOwnUnits(QString text)
{
    if (preferences().lengths == LengthUnit::Metres) return text;
    // The core joins a figure and its unit by a thin space, and does so nowhere else.
    static const QRegularExpression kLength("(\\d+(?:\\.\\d+)?)\u202f(k?m)(?![A-Za-z²])");
    qsizetype from = 0;
    for (auto match = kLength.match(text, from); match.hasMatch(); match = kLength.match(text, from)) {
        const double metres = match.captured(1).toDouble() * (match.captured(2) == "km" ? 1000 : 1);
        const double feet = metres * kFeetAMetre;
        const QString worded = QString::number(feet, 'f', feet < 100 ? 1 : 0) + "\u202fft";
        text.replace(match.capturedStart(), match.capturedLength(), worded);
        from = match.capturedStart() + worded.size();
    }
    return text;
}

QString moneyText(double value)
{
    const QString figure = "about " + QString::number(value, 'f', value < 10 ? 1 : 0);
    return preferences().currency.isEmpty() ? figure : figure + "\u202f" + preferences().currency;
}

QString priceText(double value)
{
    const QString figure = QString::number(std::lround(value));
    return preferences().currency.isEmpty() ? figure : figure + "\u202f" + preferences().currency;
}

}  // namespace sokudo::app
