// SPDX-License-Identifier: GPL-3.0-or-later
// What a form offers for a field of a record.
#include "core/base/text.h"
#include "core/editline/record_keys.h"
#include "core/kb/buy_rows.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trade_rows.h"

namespace sokudo::editline {
namespace {

/// The rows of a table of the catalogue, by their ids.
template <class Row>
KeyChoices rowsOf(const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const Row& row : kb.all<Row>()) all.emplace_back(row.id, row.name);
    return all;
}

KeyChoices parts(const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const kb::Medium& row : kb.all<kb::Medium>()) all.emplace_back(row.id, row.name);
    for (const kb::ModuleKind& row : kb.all<kb::ModuleKind>()) all.emplace_back(row.id, row.name);
    for (const kb::SwitchKind& row : kb.all<kb::SwitchKind>()) all.emplace_back(row.id, row.name);
    for (const kb::Gear& row : kb.all<kb::Gear>())
        if (row.kind != "port") all.emplace_back(row.id, row.name);
    for (const kb::LeadKind& row : kb.all<kb::LeadKind>())
        for (Length sold : row.lengths) all.emplace_back(row.partOf(sold), row.name + ", " + text::length(sold));
    for (const kb::SmallPart& row : kb.all<kb::SmallPart>()) all.emplace_back(row.id, row.name);
    return all;
}

KeyChoices batteries(const plan::Plan& plan)
{
    KeyChoices all;
    for (const plan::Device& device : plan.devices)
        if (device.role == plan::Role::Ups) all.emplace_back(device.name, device.name);
    return all;
}

/// By what the field holds.
class ByType : public plan::FieldVisitor {
public:
    explicit ByType(const plan::Plan& plan) : m_plan(plan) {}
    KeyChoices result;
    void flag(const plan::Field&, bool&) override { result = {{"no", "no"}, {"yes", "yes"}}; }
    void word(const plan::Field&, plan::WordView value) override
    {
        for (const std::string_view one : value.words()) result.emplace_back(one, one);
    }
    void reference(const plan::Field& field, std::int64_t&) override
    {
        const plan::Kind& kind = *plan::kindNamed(field.refersTo);
        if (&kind == &plan::kindOf<plan::Photo>()) return;  // captions are long, and may be alike
        kind.table->each(m_plan, [&](const void* row) {
            if (const std::string& name = kind.nameOf(row); !name.empty()) result.emplace_back(name, name);
        });
    }

private:
    const plan::Plan& m_plan;
};

}  // namespace

KeyChoices choicesOf(const plan::Kind& kind, const plan::Field& field, const plan::Plan& plan,
                     const kb::KnowledgeBase& kb)
{
    switch (field.choices) {
    case plan::Choices::Grades: return rowsOf<kb::Instrument>(kb);
    case plan::Choices::Parts: return parts(kb);
    case plan::Choices::Purposes: return rowsOf<kb::Purpose>(kb);
    case plan::Choices::Sellers: return rowsOf<kb::SellerKind>(kb);
    case plan::Choices::Batteries: return batteries(plan);
    case plan::Choices::None: break;
    }
    const auto sample = kind.row.list();
    ByType visitor(plan);
    field.show(field, field.in(sample->add()), visitor);
    return std::move(visitor.result);
}

}  // namespace sokudo::editline
