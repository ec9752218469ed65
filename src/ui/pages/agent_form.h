// SPDX-License-Identifier: GPL-3.0-or-later
// Another machine is read through the agent that somebody started there: its address and its key.
#pragma once

#include <functional>

#include <QString>

class QWidget;

namespace sokudo::ui {

/// @param read  called with address and key, from the event loop: the form may be gone by then
QWidget* agentForm(std::function<void(const QString& address, const QString& key)> read);

}  // namespace sokudo::ui
