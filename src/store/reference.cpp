// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/reference.h"

#include <charconv>
#include <map>

#include "store/row.h"

namespace sokudo::store {
namespace {

using plan::Field;

/// Notes which fields name other rows, those inside others too.
class ReferenceFinder : public plan::FieldVisitor {
public:
    struct Reference {
        std::string_view kind;
        bool isOne;  ///< one id, not a list of them
    };
    std::map<std::string_view, Reference> found;

    void reference(const Field& field, std::int64_t&) override
    {
        if (*field.refersTo) found.emplace(field.key, Reference{field.refersTo, true});
    }
    void references(const Field& field, plan::ReferencesView) override
    {
        found.emplace(field.key, Reference{field.refersTo, false});
    }
    void object(const Field&, plan::ObjectView value) override { plan::visit(value.fields(), value.make(), *this); }
    void list(const Field&, plan::ListView value) override { plan::visit(value.fields(), value.add(), *this); }
};

const ReferenceFinder::Reference* referenceOf(std::string_view key)
{
    static const auto kAll = [] {
        ReferenceFinder finder;
        for (const plan::Kind* kind : projectKinds()) plan::visit(kind->fields, kind->row.list()->add(), finder);
        return std::move(finder.found);
    }();
    const auto found = kAll.find(key);
    return found == kAll.end() ? nullptr : &found->second;
}

}  // namespace

std::string_view referredKind(std::string_view key)
{
    const auto* reference = referenceOf(key);
    return reference ? reference->kind : std::string_view();
}

bool isReference(std::string_view key)
{
    const auto* reference = referenceOf(key);
    return reference && reference->isOne && plan::kindNamed(reference->kind);
}

std::string referenceName(const plan::Plan& plan, std::string_view key, std::string_view id)
{
    const std::string_view kind = referredKind(key);
    std::int64_t number = 0;
    const auto end = std::from_chars(id.data(), id.data() + id.size(), number);
    if (kind.empty() || end.ec != std::errc() || number == 0) return {};
    return nameOf(plan, {std::string(kind), number});
}

std::string nameOf(const plan::Plan& plan, const plan::Kind& kind, const void* row)
{
    const auto ofDevice = [&](plan::DeviceId id, const char* between, const std::string& name) {
        const plan::Device* device = plan.devices.find(id);
        return (device ? device->name + " " + between : std::string(between)) + name;
    };
    if (&kind == &plan::kindOf<plan::Port>()) {
        const auto& port = *static_cast<const plan::Port*>(row);
        return ofDevice(port.device, "", port.name);
    }
    if (&kind == &plan::kindOf<plan::Slot>()) {
        const auto& slot = *static_cast<const plan::Slot*>(row);
        return ofDevice(slot.device, "slot ", slot.name);
    }
    if (&kind == &plan::kindOf<plan::Access>()) {
        const auto& access = *static_cast<const plan::Access*>(row);
        return ofDevice(access.device, "", access.address);
    }
    if (&kind == &plan::kindOf<plan::Run>()) {
        const auto& run = *static_cast<const plan::Run*>(row);
        return "run " +
               (run.label.empty() ? plan::portText(plan, run.a) + " – " + plan::portText(plan, run.b) : run.label);
    }
    return kind.nameOf(row);
}

std::string nameOf(const plan::Plan& plan, const plan::Subject& subject)
{
    const plan::Kind* kind = plan::kindNamed(subject.kind);
    const void* row = kind ? kind->table->find(plan, subject.id) : nullptr;
    return row ? nameOf(plan, *kind, row) : std::string();
}

}  // namespace sokudo::store
