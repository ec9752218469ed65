// SPDX-License-Identifier: GPL-3.0-or-later
// What an edit of the record says about the network itself, object by object.
#pragma once

#include "core/logbook/entry.h"
#include "core/plan/plan.h"

namespace sokudo::store {

/// Runs, ports, slots and devices that an edit touched. Of a run that is gone, the ports that it led to; of a profile,
/// the ports that are set to it; of a setting, its device.
/// A field that gets another value is a change. One that was not stated before or is no more, and those that say
/// nothing of how it works (a name, a note, a place), are written down only. A new object, and a corrected figure of a
/// cable, is perhaps a change: nothing tells when it was done.
/// @return where nothing of the network was touched, one without an object
std::vector<logbook::Touched> touchedObjects(const plan::Plan& before, const plan::Plan& after);

}  // namespace sokudo::store
