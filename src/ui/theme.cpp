// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/theme.h"

#include <cmath>

#include <QApplication>
#include <QFile>
#include <QFontDatabase>
#include <QPalette>
#include <QToolTip>

#include "app/preferences.h"

namespace sokudo::ui {
namespace {

Theme current;
int percent = 100;

Theme light()
{
    Theme t;
    t.paper = "#fbf9f3", t.side = "#f3eee4", t.raised = "#ffffff", t.ink = "#1c1f2b", t.soft = "#5a5e6e",
    t.hairline = "#d5cdbd";
    t.bar = "#1d212e", t.barInk = "#f6f2e8", t.barSoft = "#b4b8c6";
    t.plan = "#4a5aa3", t.planPale = "#e3e5f2", t.planDeep = "#2b3674", t.measured = "#bb3a20";
    t.fits = "#1b7665", t.limited = "#8a5a00", t.unknown = "#5c5f6b", t.marginal = "#8a4b1f", t.noLink = "#8c1c3a",
    t.unsafe = "#6d2a86";
    return t;
}

Theme night()
{
    Theme t;
    t.dark = true;
    t.paper = "#191b22", t.side = "#20232c", t.raised = "#262a35", t.ink = "#ece7da", t.soft = "#a9adba",
    t.hairline = "#3b404e";
    t.bar = "#101218", t.barInk = "#f1ecdf", t.barSoft = "#a3a8b8";
    t.plan = "#8d9ce0", t.planPale = "#2d3350", t.planDeep = "#b4c0f5", t.measured = "#f0714f";
    t.fits = "#55c2ab", t.limited = "#dca444", t.unknown = "#a6aab6", t.marginal = "#db9566", t.noLink = "#f0809b",
    t.unsafe = "#cf92e6";
    return t;
}

QString styleSheet(const Theme& t)
{
    QFile file(":/style/sheet");
    if (!file.open(QIODevice::ReadOnly)) return {};
    QString sheet = QString::fromUtf8(file.readAll());
    const std::pair<const char*, QColor> names[] = {
        {"@paper", t.paper}, {"@side", t.side},         {"@raised", t.raised},     {"@ink", t.ink},
        {"@soft", t.soft},   {"@hairline", t.hairline}, {"@planPale", t.planPale}, {"@planDeep", t.planDeep},
        {"@plan", t.plan},   {"@measured", t.measured}, {"@barInk", t.barInk},     {"@barSoft", t.barSoft},
        {"@fits", t.fits},   {"@noLink", t.noLink},     {"@unsafe", t.unsafe}};
    for (const auto& [name, color] : names) sheet.replace(name, color.name());
    sheet.replace("@mode", t.dark ? "dark" : "light");
    for (int size : {34, 26, 20, 14, 13, 12})
        sheet.replace(QString("@%1px").arg(size), QString("%1px").arg(scaled(size)));
    return sheet;
}

QColor blend(const QColor& a, const QColor& b, double share)
{
    return QColor::fromRgbF(static_cast<float>(a.redF() + (b.redF() - a.redF()) * share),
                            static_cast<float>(a.greenF() + (b.greenF() - a.greenF()) * share),
                            static_cast<float>(a.blueF() + (b.blueF() - a.blueF()) * share));
}

}  // namespace

QColor Theme::verdict(Verdict v) const
{
    const QColor colors[] = {fits, limited, unknown, marginal, noLink, unsafe};
    return colors[static_cast<int>(v)];
}

QColor Theme::rate(std::optional<BitRate> value) const
{
    if (!value || value->steps() <= 0) return soft;
    const double share = std::clamp((std::log10(value->in()) - 8) / 3, 0.0, 1.0);
    return dark ? blend(QColor("#5d6796"), QColor("#c3cdff"), share)
                : blend(QColor("#98a2cf"), QColor("#232c66"), share);
}

const Theme& theme() { return current; }

int scaled(int pixels) { return (pixels * percent + 50) / 100; }
bool isVeryLarge() { return percent > 150; }

QFont typeface(Face face, int pixels)
{
    QFont result(face == Face::Figure ? "JetBrains Mono" : "Inter");
    result.setPixelSize(scaled(pixels));
    result.setWeight(face == Face::Strong ? QFont::DemiBold : QFont::Normal);
    result.setStyleStrategy(QFont::PreferNoShaping);  // Latin as it is: the rules of this face take half of each layout
    return result;
}

void applyTheme(QApplication& application, bool dark, int textPercent)
{
    static const bool kLoaded = [] {
        for (const char* file : {":/fonts/text-regular", ":/fonts/text-medium", ":/fonts/text-strong",
                                 ":/fonts/figure-regular", ":/fonts/figure-strong"})
            QFontDatabase::addApplicationFont(file);
        return true;
    }();
    Q_UNUSED(kLoaded)
    current = dark ? night() : light();
    percent = std::clamp(textPercent, 100, 200);
    QPalette palette;
    palette.setColor(QPalette::Window, current.paper);
    palette.setColor(QPalette::Base, current.raised);
    palette.setColor(QPalette::Text, current.ink);
    palette.setColor(QPalette::WindowText, current.ink);
    palette.setColor(QPalette::ButtonText, current.ink);
    palette.setColor(QPalette::PlaceholderText, current.soft);
    palette.setColor(QPalette::Highlight, current.planPale);
    palette.setColor(QPalette::HighlightedText, current.ink);
    application.setPalette(palette);
    application.setFont(typeface(Face::Text, 13));
    application.setStyleSheet(styleSheet(current));
}

void applyTheme(QApplication& application, const app::Preferences& wanted)
{
    // Before the first palette of ours is set.
    static const bool kDesktopIsDark = application.palette().color(QPalette::Window).lightness() < 128;
    const bool isDark = wanted.look == app::Look::Dark || (wanted.look == app::Look::Desktop && kDesktopIsDark);
    applyTheme(application, isDark, wanted.textPercent);
}

}  // namespace sokudo::ui
