// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/theme.h"

#include <cmath>

#include <QApplication>
#include <QFontDatabase>
#include <QPalette>
#include <QToolTip>

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
    QString sheet = R"(
* { font-family: "Inter"; font-size: @13px; color: @ink; }
QWidget { background: transparent; }
QMainWindow, QDialog { background: @paper; }
QToolTip { background: @raised; color: @ink; border: 1px solid @hairline; padding: 4px; }
QScrollArea, QAbstractScrollArea { border: none; background: transparent; }
QLineEdit, QComboBox, QSpinBox, QDoubleSpinBox, QPlainTextEdit { background: @raised; border: 1px solid @hairline; border-radius: 3px; padding: 4px 7px; selection-background-color: @plan; selection-color: @raised; }
QLineEdit:focus, QComboBox:focus, QSpinBox:focus, QDoubleSpinBox:focus, QPlainTextEdit:focus { border: 1px solid @plan; }
QComboBox::drop-down { border: none; width: 20px; }
QComboBox::down-arrow { image: url(:/icons/down-@mode); width: 9px; height: 6px; }
QComboBox QAbstractItemView { background: @raised; border: 1px solid @hairline; selection-background-color: @planPale; selection-color: @ink; outline: 0; }
QSpinBox::up-button, QSpinBox::down-button, QDoubleSpinBox::up-button, QDoubleSpinBox::down-button { width: 0; }
QPushButton { background: @raised; border: 1px solid @plan; border-radius: 3px; padding: 5px 13px; color: @planDeep; font-weight: 600; }
QPushButton:hover { background: @planPale; }
QPushButton:focus { border: 2px solid @planDeep; padding: 4px 12px; }
QPushButton:disabled { color: @soft; border-color: @hairline; }
QPushButton[kind="main"] { background: @planDeep; color: @paper; border-color: @planDeep; }
QPushButton[kind="main"]:hover { background: @plan; }
QPushButton[kind="main"]:disabled { background: @hairline; border-color: @hairline; color: @soft; }
QPushButton[kind="quiet"] { border: none; background: transparent; padding: 3px 6px; text-align: left; font-weight: 500; }
QPushButton[kind="quiet"]:hover { color: @plan; }
QPushButton[kind="quiet"]:focus { border: 1px solid @plan; padding: 2px 5px; }
QPushButton[kind="bench"] { border: none; border-bottom: 3px solid transparent; border-radius: 0; background: transparent; padding: 9px 14px 7px 14px; color: @soft; font-weight: 500; }
QPushButton[kind="bench"]:checked { color: @ink; border-bottom: 3px solid @planDeep; font-weight: 600; background: @paper; }
QPushButton[kind="bench"]:focus { color: @planDeep; }
QPushButton[kind="count"] { border: none; background: #2b3040; color: @barInk; border-radius: 3px; padding: 4px 10px 4px 6px; font-weight: 500; }
QPushButton[kind="count"]:focus { border: 1px solid @barSoft; padding: 3px 9px 3px 5px; }
QTableView, QListView { background: transparent; border: none; outline: 0; gridline-color: @hairline; selection-background-color: @planPale; selection-color: @ink; }
QTableView::item { padding: 3px 8px 3px 0; border-bottom: 1px solid @hairline; }
QHeaderView::section { background: transparent; border: none; border-bottom: 1px solid @hairline; color: @soft; padding: 4px 8px 4px 3px; font-weight: 500; }
QCheckBox { spacing: 7px; }
QCheckBox::indicator { width: 13px; height: 13px; border: 1px solid @soft; border-radius: 2px; background: @raised; }
QCheckBox::indicator:checked { image: url(:/icons/tick-@mode); background: @planDeep; border-color: @planDeep; }
QCheckBox:focus { color: @planDeep; }
QProgressBar { background: @side; border: 1px solid @hairline; border-radius: 3px; height: 8px; text-align: center; }
QProgressBar::chunk { background: @plan; }
QScrollBar:vertical { width: 10px; background: transparent; } QScrollBar:horizontal { height: 10px; background: transparent; }
QScrollBar::handle { background: @hairline; border-radius: 4px; min-height: 24px; min-width: 24px; } QScrollBar::handle:hover { background: @soft; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; } QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
QMenu { background: @raised; border: 1px solid @hairline; } QMenu::item { padding: 5px 18px; } QMenu::item:selected { background: @planPale; }
QLabel[kind="title"] { font-size: @20px; font-weight: 600; }
QLabel[kind="heading"] { font-size: @14px; font-weight: 600; }
QLabel[kind="soft"] { color: @soft; font-size: @12px; }
QLabel[kind="figure"] { font-family: "JetBrains Mono"; font-size: @12px; }
QLabel[kind="measured"] { font-family: "JetBrains Mono"; font-size: @13px; color: @measured; font-weight: 600; }
QLabel[kind="good"] { color: @fits; } QLabel[kind="bad"] { color: @noLink; } QLabel[kind="caution"] { color: @unsafe; font-size: @12px; }
QFrame[kind="panel"] { background: @side; border-left: 1px solid @hairline; }
QFrame[kind="list"] { background: @side; border-right: 1px solid @hairline; }
QFrame[kind="foot"] { background: @raised; border-top: 1px solid @hairline; }
QFrame[kind="tabs"] { background: @side; border-bottom: 1px solid @hairline; }
QFrame[kind="card"] { background: @raised; border: 1px solid @hairline; border-radius: 3px; }
QFrame[kind="first"] { background: @planPale; border: 1px solid @plan; border-radius: 3px; }
QFrame[kind="notice"] { background: @raised; border: 1px solid @hairline; border-left: 3px solid @soft; }
QFrame[kind="line"] { background: @hairline; }
)";
    const std::pair<const char*, QColor> names[] = {
        {"@paper", t.paper}, {"@side", t.side},         {"@raised", t.raised},     {"@ink", t.ink},
        {"@soft", t.soft},   {"@hairline", t.hairline}, {"@planPale", t.planPale}, {"@planDeep", t.planDeep},
        {"@plan", t.plan},   {"@measured", t.measured}, {"@barInk", t.barInk},     {"@barSoft", t.barSoft},
        {"@fits", t.fits},   {"@noLink", t.noLink},     {"@unsafe", t.unsafe}};
    for (const auto& [name, color] : names) sheet.replace(name, color.name());
    sheet.replace("@mode", t.dark ? "dark" : "light");
    for (int size : {20, 14, 13, 12}) sheet.replace(QString("@%1px").arg(size), QString("%1px").arg(scaled(size)));
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

QFont typeface(Face face, int pixels)
{
    QFont result(face == Face::Figure ? "JetBrains Mono" : "Inter");
    result.setPixelSize(scaled(pixels));
    result.setWeight(face == Face::Strong ? QFont::DemiBold : QFont::Normal);
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

}  // namespace sokudo::ui
