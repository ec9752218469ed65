// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QSpinBox>

#include "core/base/text.h"
#include "core/editline/supply_line.h"
#include "core/kb/host_rows.h"
#include "ui/pages/survey_forms.h"
#include "ui/widgets/facts_editor.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {
namespace {

using app::fromQt;
using app::toQt;

/// A kind of file share once: its rows tell it at several link rates.
Choices fileShares(const kb::KnowledgeBase& kb)
{
    Choices shares;
    for (const kb::FileShare& share : kb.all<kb::FileShare>())
        if (shares.empty() || shares.back().first != share.id) shares.emplace_back(share.id, toQt(share.name));
    return shares;
}

/// What a device is, and where.
class Identity {
public:
    Identity(Form& form, const plan::Plan& plan, const plan::Device& device)
    {
        Choices places, roles;
        for (const plan::Place& place : plan.places)
            places.emplace_back(std::to_string(place.id.value), toQt(place.name));
        for (std::size_t i = 0; i < plan::kRoles; ++i)
            roles.emplace_back(std::string(code(static_cast<plan::Role>(i))), toQt(word(static_cast<plan::Role>(i))));
        m_name = line(form, "Name", device.name, "core");
        m_place = choice(form, "Place", places, std::to_string(device.place.value));
        m_role = choice(form, "Role", roles, std::string(code(device.role)));
        m_description = line(form, "Description", device.description);
        m_fedBy = line(form, "Powered by", editline::suppliesText(device, plan),
                       "outlet bench, brick 60w covers 2, spread: with + between");
        m_fedBy->setToolTip(
            "Each way by which power enters: cord, brick, cable or dc; an outlet, a battery unit, a device "
            "or an own port; then 60w, 88% and covers 2");
        m_unit = number(form, "Rack unit", device.rackUnit, 0, 60);
        m_unit->setSpecialValueText("not mounted");
        m_unit->setToolTip("The lowest unit that it takes, from 1 at the bottom");
        m_spot = line(form, "Spot, m", device.at ? lengthsText(device.at->x, device.at->y) : "",
                      "1.2 x 0.4: from the front left corner of its place");
    }
    /// What is wrong with the ways by which power enters; empty: nothing.
    QString readSupplies(plan::Device& device, const plan::Plan& plan) const
    {
        if (!isTyped(m_fedBy)) return {};
        const std::string typed = fromQt(m_fedBy->text().trimmed());
        auto supplies = editline::suppliesFrom({"fed", typed, {typed, 0, true}}, device, plan);
        if (!supplies) return toQt(supplies.error().what.text());
        device.supplies = std::move(*supplies);
        return {};
    }
    /// False where the spot is none.
    bool readInto(plan::Device& device) const
    {
        const bool isCleared = m_spot->text().trimmed().isEmpty();
        const auto spot = isCleared ? std::nullopt : lengthsFrom(m_spot->text());
        if (!isCleared && !spot) return false;
        if (isTyped(m_spot)) device.at = spot ? std::optional(plan::Spot{spot->first, spot->second}) : std::nullopt;
        device.rackUnit = m_unit->value();
        readText(m_name, device.name);
        device.place = {chosenId(m_place)};
        device.role = plan::roleFromCode(chosen(m_role)).value_or(plan::Role::Other);
        readText(m_description, device.description);
        return true;
    }

private:
    QLineEdit *m_name, *m_description, *m_spot, *m_fedBy;
    QComboBox *m_place, *m_role;
    QSpinBox* m_unit;
};

std::string megabytesText(const std::optional<BitRate>& rate)
{
    return rate ? text::number(rate->in() / 8e6) : std::string();
}

/// A figure that nobody typed stays as it is, to the last digit. False where the text is no figure.
bool readRate(const QLineEdit* edit, const std::optional<BitRate>& before, std::optional<BitRate>& into)
{
    into = before;
    if (!isTyped(edit)) return true;
    into.reset();
    if (edit->text().trimmed().isEmpty()) return true;
    const auto megabytes = text::parseNumber(fromQt(edit->text().trimmed()));
    if (!megabytes || *megabytes <= 0) return false;
    into = BitRate::of(*megabytes * 8e6);
    return true;
}

std::string terabytesText(const std::optional<DataSize>& size)
{
    return size ? text::number(size->in() / 1e12) : std::string();
}

/// The same of a size.
bool readSize(const QLineEdit* edit, const std::optional<DataSize>& before, std::optional<DataSize>& into)
{
    into = before;
    if (!isTyped(edit)) return true;
    into.reset();
    if (edit->text().trimmed().isEmpty()) return true;
    const auto terabytes = text::parseNumber(fromQt(edit->text().trimmed()));
    if (!terabytes || *terabytes < 0 || *terabytes > 1e6) return false;
    into = DataSize::of(*terabytes * 1e12);
    return true;
}

/// Its processor, disks and file share.
class Machine {
public:
    Machine(Form& form, const kb::KnowledgeBase& kb, const plan::Device& device)
    {
        const auto& processor = device.processor;
        m_processor =
            choice(form, "Processor", named(kb.all<kb::Processor>()), processor ? processor->kind : "", "not known");
        m_clock = line(form, "Clock, GHz", processor ? text::number(processor->clockGhz) : "", "4.2");
        m_cores = number(form, "Cores", processor ? processor->cores : 4, 1, 512);
        const plan::DiskGroup disk = device.disks.empty() ? plan::DiskGroup{"", 1, ""} : device.disks.front();
        m_disks = choice(form, "Disks", named(kb.all<kb::Disk>()), disk.kind, "none, or not known");
        m_count = number(form, "How many", disk.count, 1, 999);
        m_level = choice(form, "Array", named(kb.all<kb::ArrayLevel>()), disk.level.empty() ? "single" : disk.level);
        m_diskName = line(form, "Name of the disks", disk.name, "tank");
        m_reads = line(form, "They read, MB/s", megabytesText(disk.reads), "own figure, such as 450");
        m_writes = line(form, "They write, MB/s", megabytesText(disk.writes), "own figure");
        m_each = line(form, "Size of each, TB", terabytesText(disk.each), "such as 8");
        m_used = line(form, "Used of them, TB", terabytesText(disk.used), "such as 21.5");
        m_growth = line(form, "They grow, TB a month", terabytesText(disk.growth), "such as 0.2");
        m_share = choice(form, "File share", fileShares(kb), device.fileShare, "none");
        for (std::size_t i = 1; i < device.disks.size(); ++i) {
            const plan::DiskGroup& group = device.disks[i];
            const kb::Disk* kind = kb.find<kb::Disk>(group.kind);
            form.fields().addRow("and", label(QString("%1 × %2 %3")
                                                  .arg(group.count)
                                                  .arg(kind ? toQt(kind->name) : toQt(group.kind), toQt(group.level)),
                                              "soft", true));
        }
    }
    /// False where the clock is none.
    bool readInto(plan::Device& device, const plan::Device& base) const
    {
        device.processor.reset();
        if (const std::string kind = chosen(m_processor); !kind.empty()) {
            const bool same = base.processor && !isTyped(m_clock);
            const auto ghz =
                same ? std::optional(base.processor->clockGhz) : text::parseNumber(fromQt(m_clock->text()));
            if (!ghz || (!same && (*ghz <= 0 || *ghz > 10))) return false;
            device.processor = plan::HostProcessor{kind, *ghz, m_cores->value()};
        }
        // The form shows the first group; the others stay as they are.
        if (!device.disks.empty()) device.disks.erase(device.disks.begin());
        if (const std::string kind = chosen(m_disks); !kind.empty()) {
            const plan::DiskGroup before = base.disks.empty() ? plan::DiskGroup{} : base.disks.front();
            plan::DiskGroup group = before;
            group.kind = kind;
            group.count = m_count->value();
            group.level = chosen(m_level) == "single" ? std::string() : chosen(m_level);
            readText(m_diskName, group.name);
            const bool isRead =
                readRate(m_reads, before.reads, group.reads) && readRate(m_writes, before.writes, group.writes) &&
                readSize(m_each, before.each, group.each) && readSize(m_used, before.used, group.used) &&
                readSize(m_growth, before.growth, group.growth);
            if (!isRead) return false;
            device.disks.insert(device.disks.begin(), std::move(group));
        }
        device.fileShare = chosen(m_share);
        return true;
    }

private:
    QComboBox *m_processor, *m_disks, *m_level, *m_share;
    QLineEdit *m_clock, *m_diskName, *m_reads, *m_writes, *m_each, *m_used, *m_growth;
    QSpinBox *m_cores, *m_count;
};

}  // namespace

Form* deviceForm(app::SurveyPresenter& presenter, plan::Device device)
{
    auto* form = new Form(device.id.isSet() ? "Change " + toQt(device.name) : QString("Add a device"));
    const auto& kb = presenter.document().knowledge();
    const Identity identity(*form, presenter.plan(), device);
    const Machine machine(*form, kb, device);
    auto* note = line(*form, "Note", device.note);
    auto* known = facts(*form, kb, kb::TraitOwner::Device, device.traits);
    const SourceEntry source(*form);
    form->setSave([=, &presenter, base = device]() mutable {
        const auto traits = known->traits();
        if (!traits) {
            form->setNotice(std::nullopt, toQt(traits.error().what.text()));
            return false;
        }
        device.traits = *traits;
        if (const QString wrong = identity.readSupplies(device, presenter.plan()); !wrong.isEmpty()) {
            form->setNotice(std::nullopt, wrong);
            return false;
        }
        if (!identity.readInto(device)) {
            form->setNotice(std::nullopt, "A spot is two lengths in metres, such as 1.2 x 0.4");
            return false;
        }
        if (!machine.readInto(device, base)) {
            form->setNotice(
                std::nullopt,
                "The clock lies between 0 and 10 GHz; write a number such as 4.2. Rates and sizes of disks are "
                "plain numbers");
            return false;
        }
        readText(note, device.note);
        return presenter.edits().putDevice(device, base, source.read());
    });
    return form;
}

}  // namespace sokudo::ui
