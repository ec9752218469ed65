// SPDX-License-Identifier: GPL-3.0-or-later
// Small ready-made parts that all pages are built from.
#pragma once

#include <functional>

#include <QFrame>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/device_choices.h"

class QComboBox;

namespace sokudo::ui {

/// kind: clock, step (read from afar), title, heading, soft, figure, measured, good, bad, caution; empty: plain text.
/// A tool tip that says names as they are, whatever signs are in them.
QString tip(const QString& text);
QLabel* label(const QString& text, const char* kind = "", bool wraps = false);
/// kind: main, quiet; empty: plain.
QPushButton* button(const QString& text, const char* kind, const std::function<void()>& clicked);
/// Text that wraps and can be pressed, by mouse or with Enter.
QLabel* linkText(const QString& text, const std::function<void()>& pressed);
QFrame* frame(const char* kind);
/// Sets the style kind of a widget and restyles it.
void setKind(QWidget*, const char* kind);
/// Removes and deletes everything in a layout.
void clear(QLayout*);
/// Fills a box with devices and keeps what was chosen; else the row `otherwise` is.
void fillDevices(QComboBox*, const app::DeviceChoices&, int otherwise);
QVBoxLayout* column(QWidget* of, int margin, int gap);

}  // namespace sokudo::ui
