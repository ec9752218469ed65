// SPDX-License-Identifier: GPL-3.0-or-later
// Paper and ink: the colours, faces and sizes of every screen, light and dark.
#pragma once

#include <optional>

#include <QColor>
#include <QFont>
#include <QString>

#include "core/base/quantity.h"
#include "core/base/verdict.h"

class QApplication;
namespace sokudo::app {
struct Preferences;
}

namespace sokudo::ui {

struct Theme {
    bool dark = false;
    QColor paper, side, raised, ink, soft, hairline;
    QColor bar, barInk, barSoft;      ///< the top bar
    QColor plan, planPale, planDeep;  ///< indigo: what is planned
    QColor measured;                  ///< vermilion: what was measured, nothing else
    QColor fits, limited, unknown, marginal, noLink, unsafe;

    QColor verdict(Verdict) const;
    /// Pale to deep indigo by the log of the rate, 100 Mb/s to 100 Gb/s.
    QColor rate(std::optional<BitRate>) const;
};

/// The theme in force. Set once at start and when the user changes it.
const Theme& theme();
void applyTheme(QApplication&, bool dark, int textPercent);
/// By the user's settings. “As the desktop” goes by the window colour when the program starts.
void applyTheme(QApplication&, const app::Preferences&);

enum class Face { Text, Strong, Figure };
QFont typeface(Face, int pixels);
/// A length on the 8-pixel grid that grows with the text size.
int scaled(int pixels);
/// Text of more than one and a half times the usual size: rows break and words are shorter.
bool isVeryLarge();

}  // namespace sokudo::ui
