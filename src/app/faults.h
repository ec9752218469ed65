// SPDX-License-Identifier: GPL-3.0-or-later
// Faults of the program itself: what no code expected is written to a log and told; the house stays open.
#pragma once

#include <exception>
#include <functional>
#include <string>
#include <typeinfo>

#include <QString>

namespace sokudo::app {

/// Writes where it happened and what was thrown to `faultLog()`, and tells whoever listens. From any thread.
void reportFault(const std::string& where, const std::exception_ptr&);
/// The code that a task is of, as a person can search it: "Document::startAnalysis()".
std::string placeOf(const std::type_info& task);
/// Where faults are written to, with the time of each.
QString faultLog();
/// Who is told, on the main thread; empty: nobody.
void listenToFaults(std::function<void(const QString& sentence)>);

}  // namespace sokudo::app
