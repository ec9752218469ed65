// SPDX-License-Identifier: GPL-3.0-or-later
// Between the core's UTF-8 and Qt's strings.
#pragma once

#include <string>
#include <string_view>

#include <QString>

#include "core/base/sentence.h"

namespace sokudo::app {

QString inOwnUnits(QString);

/// A text of the core as the window shows it: in the user's units.
inline QString toQt(std::string_view text)
{
    return inOwnUnits(QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size())));
}
/// A sentence of the core in the words of the window.
inline QString toQt(const text::Sentence& sentence) { return toQt(std::string_view(sentence.text())); }
/// These two, since text and literals become sentences as easily.
inline QString toQt(const std::string& text) { return toQt(std::string_view(text)); }
inline QString toQt(const char* text) { return toQt(std::string_view(text)); }
inline std::string fromQt(const QString& text) { return text.toStdString(); }

}  // namespace sokudo::app
