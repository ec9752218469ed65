// SPDX-License-Identifier: GPL-3.0-or-later
// Reads the ports of a switch from its management objects, whoever hands them over.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/kb/switch_rows.h"
#include "core/measure/seams.h"

namespace sokudo::kb {
class KnowledgeBase;
}

namespace sokudo::measure {

/// One object as the switch answers it.
struct ObjectValue {
    std::string oid;   ///< "1.3.6.1.2.1.31.1.1.1.15.3"
    std::string text;  ///< a number in decimal, a name of an object in dots, or octets as they came
};

/// The door to the management objects of one switch.
class ObjectSource {
public:
    virtual ~ObjectSource() = default;
    /// All objects below `oid`, in the order of the switch; empty: it has none there.
    /// @error Unreachable, NotAllowed, Corrupt, TimedOut, Cancelled
    virtual Result<std::vector<ObjectValue>> walk(const std::string& oid) = 0;
    /// Why the last walk gave less than all there is: the time for the switch as a whole was over. Nothing is asked
    /// after it.
    virtual std::optional<Error> cutShort() const { return std::nullopt; }
    /// As of `HostReader`.
    virtual void cancel() {}
};

class SwitchAnswers;

/// Rate, state, MTU, duplex, transceiver and counters of each port. FEC is no object of these tables.
/// @source rfc-2863  IF-MIB
/// @source rfc-3635  duplex and check sequences
/// @source rfc-4836  transceivers and auto-negotiation
class SwitchReader final : public HostReader {
public:
    SwitchReader(std::unique_ptr<ObjectSource>, const kb::KnowledgeBase&);
    /// Where the time was over before all was read, what was read so far, and `partial` says so.
    /// @error those of the source; NotFound  it answers and lets no interface be read
    Result<HostSnapshot> read() override;
    void cancel() override { m_source->cancel(); }

private:
    InterfaceReading interfaceFrom(const SwitchAnswers&, long interface, const std::string& description) const;
    std::unique_ptr<ObjectSource> m_source;
    std::vector<kb::SwitchObject> m_objects;
    std::vector<kb::MauType> m_mauTypes;
};

/// The interface that a port of the plan is: of that name, of that alias, or at a switch the only Ethernet port whose
/// name ends with that number ("1/0/3" for "3"; a host counts from 0). Null: none, or more than one.
const InterfaceReading* interfaceOf(const HostSnapshot& device, const std::string& portName);

}  // namespace sokudo::measure
