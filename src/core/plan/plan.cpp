// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan.h"
#include "core/base/enum_code.h"

#include <algorithm>
#include <array>

namespace sokudo::plan {
namespace {

struct RoleNames {
    std::string_view code, word;
};
constexpr std::array<RoleNames, kRoles> kRoleNames{{
    {"router", "router"},
    {"switch", "switch"},
    {"storage", "storage"},
    {"computer", "computer"},
    {"access-point", "access point"},
    {"camera", "camera"},
    {"jack", "wall jack"},
    {"panel", "patch panel"},
    {"coax-adapter", "coax adapter"},
    {"other", "device"},
    {"recorder", "recorder"},
    {"hub", "hub"},
    {"power-line-adapter", "power-line adapter"},
    {"radio-adapter", "radio bridge"},
    {"injector", "injector"},
    {"media-converter", "media converter"},
    {"internet-terminal", "internet terminal"},
    {"coax-outlet", "coax outlet"},
    {"coax-splitter", "coax splitter"},
    {"ups", "battery supply"},
    {"radio-client", "radio client"},
    {"poe-splitter", "PoE splitter"},
}};
constexpr std::array<std::string_view, 4> kFecCodes{"none", "base-r", "rs", "auto"};
constexpr std::array<std::string_view, 3> kBundleCodes{"unknown", "loose", "bundled"};
constexpr std::array<std::string_view, 4> kPieceCodes{"cord", "jack", "coupler", "panel"};
constexpr std::array<std::string_view, 5> kPlaceKindCodes{"room", "cupboard", "rack", "panel", "outside"};

}  // namespace

std::string_view code(Role role) { return kRoleNames[static_cast<std::size_t>(role)].code; }
std::string_view word(Role role) { return kRoleNames[static_cast<std::size_t>(role)].word; }
std::optional<Role> roleFromCode(std::string_view text)
{
    for (std::size_t i = 0; i < kRoleNames.size(); ++i)
        if (kRoleNames[i].code == text) return static_cast<Role>(i);
    return std::nullopt;
}
std::string_view code(PlaceKind kind) { return kPlaceKindCodes[static_cast<std::size_t>(kind)]; }
std::optional<PlaceKind> placeKindFromCode(std::string_view text) { return fromCode<PlaceKind>(kPlaceKindCodes, text); }
std::string_view code(Fec fec) { return kFecCodes[static_cast<std::size_t>(fec)]; }
std::optional<Fec> fecFromCode(std::string_view text) { return fromCode<Fec>(kFecCodes, text); }
std::string_view code(Bundle bundle) { return kBundleCodes[static_cast<std::size_t>(bundle)]; }
std::optional<Bundle> bundleFromCode(std::string_view text) { return fromCode<Bundle>(kBundleCodes, text); }
std::string_view code(SegmentKind piece) { return kPieceCodes[static_cast<std::size_t>(piece)]; }
std::optional<SegmentKind> segmentKindFromCode(std::string_view text)
{
    return fromCode<SegmentKind>(kPieceCodes, text);
}

DeviceId feederOf(const Device& device)
{
    for (const Supply& supply : device.supplies)
        if (supply.from.isSet()) return supply.from;
    return {};
}

TrainedBus trained(const Slot& slot)
{
    const Card card = slot.card.value_or(Card{});
    return {card.generation > 0 ? std::min(card.generation, slot.generation) : slot.generation,
            card.lanes > 0 ? std::min(card.lanes, slot.lanes) : slot.lanes};
}

std::vector<const Port*> portsOf(const Plan& plan, DeviceId device)
{
    std::vector<const Port*> found;
    for (const Port& port : plan.ports)
        if (port.device == device) found.push_back(&port);
    std::stable_sort(found.begin(), found.end(),
                     [](const Port* a, const Port* b) { return a->position < b->position; });
    return found;
}

std::vector<const Slot*> slotsOf(const Plan& plan, DeviceId device)
{
    std::vector<const Slot*> found;
    for (const Slot& slot : plan.slots)
        if (slot.device == device) found.push_back(&slot);
    std::stable_sort(found.begin(), found.end(), [](const Slot* a, const Slot* b) { return a->name < b->name; });
    return found;
}

std::vector<const Run*> runsAt(const Plan& plan, PortId port)
{
    std::vector<const Run*> found;
    for (const Run& run : plan.runs)
        if (port.isSet() && (run.a == port || run.b == port)) found.push_back(&run);
    return found;
}

const Device* deviceOf(const Plan& plan, PortId id)
{
    const Port* port = plan.ports.find(id);
    return port ? plan.devices.find(port->device) : nullptr;
}

const Device* deviceNamed(const Plan& plan, std::string_view name)
{
    for (const Device& device : plan.devices)
        if (device.name == name) return &device;
    return nullptr;
}

PlaceId roomOf(const Plan& plan, PlaceId id)
{
    const Place* place = plan.places.find(id);
    for (std::size_t steps = 0; place && steps < plan.places.size(); ++steps) {
        const Place* outer = plan.places.find(place->within);
        if (!outer || place->kind == PlaceKind::Room || place->kind == PlaceKind::Outside) break;
        place = outer;
    }
    return place ? place->id : PlaceId{};
}

std::vector<const Place*> placesIn(const Plan& plan, PlaceId outer)
{
    std::vector<const Place*> found;
    for (const Place& place : plan.places)
        if (place.within == outer && outer.isSet()) found.push_back(&place);
    return found;
}

std::string portText(const Plan& plan, PortId id)
{
    const Port* port = plan.ports.find(id);
    const Device* device = deviceOf(plan, id);
    if (!port) return "open end";
    return (device ? device->name + " " : std::string()) + port->name;
}

}  // namespace sokudo::plan
