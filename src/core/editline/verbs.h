// SPDX-License-Identifier: GPL-3.0-or-later
// What each verb of an edit line does. The words after the verb are still to be taken.
#pragma once

#include "core/editline/draft.h"

namespace sokudo::plan {
struct Kind;
}

namespace sokudo::editline {

/// @return what was done, as a sentence without its full stop
using Done = Result<std::string>;

Done addPlace(Draft&, Words&, plan::PlaceKind);
Done addBuilding(Draft&, Words&);
Done addDevice(Draft&, Words&, plan::Role);
/// A device of a kind that the owner keeps: "my 8-port switch as spare in attic".
Done addOfKind(Draft&, Words&, const plan::DeviceKind&);
Done addPorts(Draft&, Words&);
Done addSlot(Draft&, Words&);
Done addRun(Draft&, Words&);
/// "24 drops of cat6a from panel to rooms, two each"
Done addDrops(Draft&, Words&);
/// A record of a kind that the word which comes next names: a service, work, a spare, a test.
Done addRecord(Draft&, Words&, const plan::Kind&);
Done addTest(Draft&, Words&, std::string_view word);
Done addTick(Draft&, Words&, std::string_view word);
Done addSetting(Draft&, Words&, std::string_view word);
/// The time of a step on a cut-over day.
Done addMark(Draft&, Words&, std::string_view word);

Done setFields(Draft&, Words&);
/// Changes one object by the properties that follow.
std::optional<Error> setProperties(Draft&, Words&, const plan::Subject&);
Done rename(Draft&, Words&);
Done moveDevice(Draft&, Words&);
Done remove(Draft&, Words&);
Done duplicate(Draft&, Words&);
Done keepKind(Draft&, Words&);
Done nameHouse(Draft&, Words&);

struct PortGroups {
    std::vector<plan::Port> ports;
    std::string category;  ///< of a jack or panel, where it was said: id in media.csv
};
/// Reads what comes after the colon of a device: "8x sfp28, 2x qsfp28, rj45 management". Ports are numbered on from
/// those that it has.
/// @param used  names that are taken
Result<PortGroups> portsIn(std::string_view text, std::size_t offset, plan::Role, const std::vector<std::string>& used,
                           Draft&);

}  // namespace sokudo::editline
