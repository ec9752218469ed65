// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/reference.h"

#include <array>
#include <charconv>

#include "core/plan/tables.h"

namespace sokudo::store {
namespace {

struct Reference {
    std::string_view key, kind;
};

constexpr std::array<Reference, 28> kReferences{{{"place", "place"},
                                                 {"within", "place"},
                                                 {"entry", "place"},
                                                 {"device", "device"},
                                                 {"battery", "device"},
                                                 {"from", "device"},
                                                 {"to", "device"},
                                                 {"slot", "slot"},
                                                 {"a", "port"},
                                                 {"b", "port"},
                                                 {"split_of", "port"},
                                                 {"combo_of", "port"},
                                                 {"port", "port"},
                                                 {"outlet", "outlet"},
                                                 {"plugged_into", "outlet"},
                                                 {"circuit", "circuit"},
                                                 {"run", "run"},
                                                 {"untagged", "network"},
                                                 {"tagged", "network"},
                                                 {"network", "network"},
                                                 {"trial", "trial"},
                                                 {"service", "service"},
                                                 {"waiver", "waiver"},
                                                 {"person", "person"},
                                                 {"instrument", "instrument"},
                                                 {"photo", "photo"},
                                                 {"profile", "profile"},
                                                 {"cut_over", "cut-over"}}};

const Reference* referenceOf(std::string_view key)
{
    for (const Reference& one : kReferences)
        if (one.key == key) return &one;
    return nullptr;
}

}  // namespace

std::string_view referredKind(std::string_view key)
{
    const Reference* reference = referenceOf(key);
    return reference ? reference->kind : std::string_view();
}

bool isReference(std::string_view key) { return referenceOf(key) && key != "tagged" && key != "trial"; }

std::string referenceName(const plan::Plan& plan, std::string_view key, std::string_view id)
{
    const Reference* reference = referenceOf(key);
    std::int64_t number = 0;
    const auto end = std::from_chars(id.data(), id.data() + id.size(), number);
    if (!reference || end.ec != std::errc() || number == 0) return {};
    return nameOf(plan, {std::string(reference->kind), number});
}

template <class T>
std::string nameOf(const plan::Plan& plan, const T& row)
{
    if constexpr (std::is_same_v<T, plan::Port>) {
        const plan::Device* device = plan.devices.find(row.device);
        return (device ? device->name + " " : std::string()) + row.name;
    } else if constexpr (std::is_same_v<T, plan::Slot>) {
        const plan::Device* device = plan.devices.find(row.device);
        return (device ? device->name + " slot " : std::string("slot ")) + row.name;
    } else if constexpr (std::is_same_v<T, plan::Run>) {
        return "run " +
               (row.label.empty() ? plan::portText(plan, row.a) + " – " + plan::portText(plan, row.b) : row.label);
    } else if constexpr (std::is_same_v<T, plan::Access>) {
        const plan::Device* device = plan.devices.find(row.device);
        return (device ? device->name + " " : std::string()) + row.address;
    } else {
        return plan::ownName(row);
    }
}

std::string nameOf(const plan::Plan& plan, const plan::Subject& subject)
{
    std::string found;
    plan::eachTable([&](auto table) {
        using Row = typename decltype(table)::Row;
        if (subject.kind != table.kind) return;
        if (const Row* row = (plan.*table.rows).find({subject.id})) found = nameOf(plan, *row);
    });
    return found;
}

template std::string nameOf(const plan::Plan&, const plan::Place&);
template std::string nameOf(const plan::Plan&, const plan::Device&);
template std::string nameOf(const plan::Plan&, const plan::Slot&);
template std::string nameOf(const plan::Plan&, const plan::Port&);
template std::string nameOf(const plan::Plan&, const plan::Run&);
template std::string nameOf(const plan::Plan&, const plan::Waiver&);
template std::string nameOf(const plan::Plan&, const plan::CatalogueRow&);
template std::string nameOf(const plan::Plan&, const plan::Flow&);
template std::string nameOf(const plan::Plan&, const plan::Job&);
template std::string nameOf(const plan::Plan&, const plan::Service&);
template std::string nameOf(const plan::Plan&, const plan::Network&);
template std::string nameOf(const plan::Plan&, const plan::Workload&);
template std::string nameOf(const plan::Plan&, const plan::StockItem&);
template std::string nameOf(const plan::Plan&, const plan::LooseEnd&);
template std::string nameOf(const plan::Plan&, const plan::Access&);
template std::string nameOf(const plan::Plan&, const plan::Photo&);
template std::string nameOf(const plan::Plan&, const plan::DeviceKind&);
template std::string nameOf(const plan::Plan&, const plan::Circuit&);
template std::string nameOf(const plan::Plan&, const plan::Outlet&);
template std::string nameOf(const plan::Plan&, const plan::Offer&);
template std::string nameOf(const plan::Plan&, const plan::Purchase&);
template std::string nameOf(const plan::Plan&, const plan::Currency&);
template std::string nameOf(const plan::Plan&, const plan::Budget&);
template std::string nameOf(const plan::Plan&, const plan::Person&);
template std::string nameOf(const plan::Plan&, const plan::Tick&);
template std::string nameOf(const plan::Plan&, const plan::Permit&);
template std::string nameOf(const plan::Plan&, const plan::Instrument&);
template std::string nameOf(const plan::Plan&, const plan::CableTest&);
template std::string nameOf(const plan::Plan&, const plan::PortProfile&);
template std::string nameOf(const plan::Plan&, const plan::SettingChange&);
template std::string nameOf(const plan::Plan&, const plan::CutOver&);
template std::string nameOf(const plan::Plan&, const plan::DayMark&);
template std::string nameOf(const plan::Plan&, const plan::ColumnMap&);

}  // namespace sokudo::store
