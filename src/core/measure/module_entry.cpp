// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/module_entry.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/ascii.h"
#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/measure/module_name.h"
#include "core/plan/edits.h"

namespace sokudo::measure {
namespace {

/// "Acme 10G-SR/2" to "acme-10g-sr-2": fit for a table and for a line.
std::string slug(std::string_view text)
{
    std::string result;
    for (char c : text::lower(text)) {
        const bool keeps = (ascii::isLetter(c) || ascii::isDigit(c));
        if (keeps) result.push_back(c);
        else if (!result.empty() && result.back() != '-') result.push_back('-');
    }
    while (!result.empty() && result.back() == '-') result.pop_back();
    return result;
}

std::string adaptsWord(kb::Adapts adapts)
{
    static constexpr const char* kWords[] = {"", "pause", "lane", "sgmii"};
    return kWords[static_cast<int>(adapts)];
}

}  // namespace

std::optional<kb::OwnRow> moduleEntry(const ModuleReading& read, const kb::KnowledgeBase& kb)
{
    const kb::Phy* phy = nameOf(read, kb).phy;
    const kb::ModuleKind* usual = phy ? kb::moduleNamed(kb, phy->id) : nullptr;
    const std::string part = slug(read.maker + " " + read.part);
    if (!phy || !usual || kb::isCaptive(phy->medium) || text::trimmed(read.part).empty() || part.empty())
        return std::nullopt;
    std::vector<std::string> rates;
    for (BitRate rate : usual->rates) rates.push_back(text::number(inGigabits(rate)));
    kb::OwnRow row{"modules", {}};
    row.cells["id"] = part;
    row.cells["name"] = fmt::format("{} {}, {}", read.maker, read.part, phy->name);
    row.cells["cage"] = usual->cage;
    row.cells["phy"] = phy->id;
    row.cells["rates_gbps"] = text::joined(rates, " ");
    row.cells["watts"] = text::number(read.power.value_or(usual->power).in());
    if (usual->maxCopper) row.cells["max_copper_m"] = text::number(usual->maxCopper->in());
    if (usual->adapts != kb::Adapts::No) row.cells["adapts"] = adaptsWord(usual->adapts);
    row.cells["source"] = read.kind.starts_with("QSFP") ? "sff-8636" : "sff-8472";
    row.cells["confidence"] = read.power ? "standard" : "typical";
    return row;
}

Result<plan::Plan> putHost(const plan::Plan& plan, plan::Device device, const std::vector<plan::Slot>& slots,
                           std::vector<plan::Port> ports, const HostSnapshot& snapshot, const kb::KnowledgeBase& kb,
                           IdSource& ids)
{
    plan::Plan next = plan;
    for (const InterfaceReading& interface : snapshot.interfaces) {
        const auto port =
            std::find_if(ports.begin(), ports.end(), [&](const plan::Port& one) { return one.name == interface.name; });
        if (!interface.module || port == ports.end()) continue;
        const kb::Phy* phy = nameOf(*interface.module, kb).phy;
        if (!phy || kb::isCaptive(phy->medium)) continue;  // a lead is the cable of the run, not a module of the port
        port->module = phy->id;
        const auto row = moduleEntry(*interface.module, kb);
        if (!row) continue;
        const std::string& id = row->cells.at("id");
        const bool known =
            kb::moduleNamed(kb, id) ||
            std::any_of(next.catalogue.begin(), next.catalogue.end(), [&](const plan::CatalogueRow& one) {
                return one.table == "modules" && one.cells.count("id") && one.cells.at("id") == id;
            });
        if (!known) {
            auto put = plan::edits::putCatalogueRow(next, {ids.next<plan::CatalogueRowId>(), row->table, row->cells});
            if (!put) return put;
            next = std::move(*put);
        }
        port->module = id;
    }
    return plan::edits::putDeviceWithParts(next, std::move(device), slots, ports);
}

}  // namespace sokudo::measure
