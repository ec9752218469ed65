// SPDX-License-Identifier: GPL-3.0-or-later
// Between the core's UTF-8 and Qt's strings.
#pragma once

#include <string>
#include <string_view>

#include <QString>

namespace sokudo::app {

inline QString toQt(std::string_view text)
{
    return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
}
inline std::string fromQt(const QString& text) { return text.toStdString(); }

}  // namespace sokudo::app
