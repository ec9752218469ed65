// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/record_keys.h"

#include "core/editline/record_key.h"

namespace sokudo::editline {

using namespace keys;

namespace {

Field setPurpose(plan::Workload& work, const Property& one, Draft& draft)
{
    if (auto refusal = readWord(one, purposes(draft.plan, draft.kb))) return tl::unexpected(*refusal);
    work.purpose = text::lower(one.value);
    return one.key;
}
/// Work on a device is done where the device stands.
Field setWorkDevice(plan::Workload& work, const Property& one, Draft& draft)
{
    if (auto refusal = read(one, draft, work.device)) return tl::unexpected(*refusal);
    if (const plan::Device* device = draft.plan.devices.find(work.device)) work.place = device->place;
    return one.key;
}

}  // namespace

template <>
const std::vector<RecordKey<plan::Service>>& keysOf()
{
    using S = plan::Service;
    static const std::vector<RecordKey<S>> kKeys{
        key<&S::name>("name", "Name", "home fibre"),
        wordKey<&S::kind, plan::serviceKindFromCode>("kind", "Kind", words<plan::ServiceKind::Other>),
        key<&S::technology>("technology", "Technology", "fibre, cable, VDSL, 5G radio: as the contract says"),
        key<&S::down>("down", "Down", "1g or 250m; empty: not known", nullptr, "down_bps"),
        key<&S::up>("up", "Up", "1g or 250m; empty: not known", nullptr, "up_bps"),
        key<&S::handOff>("hand-off", "Hand-off port", "the provider's port, such as 2.5g", nullptr, "hand_off_bps"),
        key<&S::entry>("in", "Enters in", "not known", places, "entry"),
        key<&S::device>("box", "Provider's box", "not known", devices, "device"),
        key<&S::since>("since", "Since", "2026-11-28"),
        key<&S::fee>("fee", "Fee a month", "29.90"),
        key<&S::unitPrice>("unit-price", "Price of a unit", "of a kWh, or of each GB beyond what is included", nullptr,
                           "unit_price"),
        key<&S::included>("included", "Included a month", "50gb; empty: no limit", nullptr, "included_bytes"),
        key<&S::isBackup>("backup", "Second way", "", yesOrNo),
        key<&S::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Network>>& keysOf()
{
    using N = plan::Network;
    static const std::vector<RecordKey<N>> kKeys{
        key<&N::name>("name", "Name", "cameras"), key<&N::tag>("tag", "Tag", "1 to 4094; 0: never tagged"),
        key<&N::subnet>("subnet", "Subnet", "10.20.0.0/24"), key<&N::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Workload>>& keysOf()
{
    using W = plan::Workload;
    static const std::vector<RecordKey<W>> kKeys{
        {"purpose", "Workload", "", &setPurpose, &Of<&W::purpose>::get, purposes, "purpose"},
        {"on", "On", "anything there", &setWorkDevice, &Of<&W::device>::get, devices, "device"},
        key<&W::place>("in", "In", "", places),
        key<&W::count>("count", "Count", "screens, cameras, streams"),
        key<&W::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::StockItem>>& keysOf()
{
    using S = plan::StockItem;
    static const std::vector<RecordKey<S>> kKeys{
        key<&S::name>("name", "Name", "Cat 6A jacks"),
        wordKey<&S::kind, plan::stockKindFromCode>("kind", "Kind", words<plan::StockKind::Ordered>),
        key<&S::count>("count", "Count", "pieces"),
        key<&S::length>("length", "Length left", "40m of a reel"),
        lowerKey<&S::part>("part", "Serves as", "nothing of the tables", parts),
        key<&S::place>("in", "Where", "not known", places),
        key<&S::state>("state", "State", "battery low"),
        key<&S::due>("due", "Due", "2026-12-24: to be given back, to arrive"),
        key<&S::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::LooseEnd>>& keysOf()
{
    using L = plan::LooseEnd;
    static const std::vector<RecordKey<L>> kKeys{
        key<&L::text>("text", "What", "cable along the stairs, to go into the wall"),
        wordKey<&L::kind, plan::looseEndKindFromCode>("kind", "Kind", words<plan::LooseEndKind::Open>),
        key<&L::why>("why", "Why", "the reason of a compromise"),
        key<&L::about>("about", "About", "run q2, device core, place attic"),
        key<&L::review>("review", "Review date", "2027-01-15"),
        key<&L::isDone>("done", "Done", "", yesOrNo)};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Access>>& keysOf()
{
    using A = plan::Access;
    static const std::vector<RecordKey<A>> kKeys{
        key<&A::device>("device", "Device", "", devices),
        key<&A::address>("address", "Address", "10.20.0.2; several with blanks between"),
        lowerKey<&A::hardware>("hardware", "Hardware address", "02:00:5e:10:00:01"),
        key<&A::network>("network", "Network", "not known", networks),
        key<&A::wayIn>("way-in", "Way in", "https, port 443"),
        key<&A::logIn>("log-in", "Login hint", "a user name; never a password"),
        key<&A::passwordAt>("password-at", "Password kept in", "book in the desk"),
        key<&A::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Photo>>& keysOf()
{
    using P = plan::Photo;
    static const std::vector<RecordKey<P>> kKeys{
        key<&P::caption>("caption", "Caption", "what is to be seen"),
        key<&P::about>("about", "About", "run q2, port core 4, place attic"),
        wordKey<&P::found, plan::inspectionFromCode>("found", "Visual inspection", words<plan::Inspection::Other>),
        key<&P::on>("on", "On", "2026-11-28")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::DeviceKind>>& keysOf()
{
    using K = plan::DeviceKind;
    static const std::vector<RecordKey<K>> kKeys{key<&K::name>("name", "Name", "my 8-port switch"),
                                                 key<&K::line>("line", "As a line", "switch: 8x rj45 2.5g, 2x sfp+")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Circuit>>& keysOf()
{
    using C = plan::Circuit;
    static const std::vector<RecordKey<C>> kKeys{
        key<&C::name>("name", "Name", "desk"), key<&C::breaker>("breaker", "Breaker, A", "16", nullptr, "breaker_a"),
        key<&C::volts>("volts", "Mains, V", "230 or 120", nullptr, "volts"),
        key<&C::place>("in", "Breaker is in", "not known", places, "place"), key<&C::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Outlet>>& keysOf()
{
    using O = plan::Outlet;
    static const std::vector<RecordKey<O>> kKeys{
        key<&O::name>("name", "Name", "bench"),
        wordKey<&O::kind, plan::outletKindFromCode>("kind", "Kind", words<plan::OutletKind::Strip>),
        key<&O::place>("in", "In", "not known", places, "place"),
        key<&O::circuit>("circuit", "On circuit", "not known", circuits),
        key<&O::pluggedInto>("into", "Strip is plugged into", "not a strip", outlets, "plugged_into"),
        key<&O::battery>("battery", "Or into battery unit", "none", batteries),
        key<&O::sockets>("sockets", "Sockets", "1 to 48"),
        key<&O::rating>("rating", "May carry, W", "as printed on it", nullptr, "rating_w"),
        key<&O::note>("note", "Note")};
    return kKeys;
}

SOKUDO_RECORD(plan::Service)
SOKUDO_RECORD(plan::Network)
SOKUDO_RECORD(plan::Workload)
SOKUDO_RECORD(plan::StockItem)
SOKUDO_RECORD(plan::LooseEnd)
SOKUDO_RECORD(plan::Access)
SOKUDO_RECORD(plan::Photo)
SOKUDO_RECORD(plan::DeviceKind)
SOKUDO_RECORD(plan::Circuit)
SOKUDO_RECORD(plan::Outlet)

}  // namespace sokudo::editline
