// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QComboBox>
#include <QLineEdit>
#include <QRegularExpression>
#include <QSpinBox>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "ui/pages/survey_forms.h"
#include "ui/widgets/facts_editor.h"

namespace sokudo::ui {
namespace {

using app::fromQt;
using app::toQt;

/// "10, 5, 2.5" in Gb/s; nothing on anything else.
std::optional<std::vector<BitRate>> ratesFrom(const QString& text)
{
    std::vector<BitRate> rates;
    for (const QString& word : text.split(QRegularExpression("[,;+ ]+"), Qt::SkipEmptyParts)) {
        const auto value = text::parseNumber(fromQt(word));
        if (!value || *value <= 0 || *value > 1600) return std::nullopt;
        rates.push_back(gigabits(*value));
    }
    std::sort(rates.begin(), rates.end(), std::greater<>());
    return rates;
}

std::string ratesText(const std::vector<BitRate>& rates)
{
    std::vector<std::string> words;
    for (BitRate rate : rates) words.push_back(text::number(inGigabits(rate)));
    return text::joined(words, ", ");
}

/// Ports that this one may be a leg of.
Choices widePorts(const plan::Plan& plan, const kb::KnowledgeBase& kb, const plan::Port& port)
{
    Choices wide;
    for (const plan::Port* other : plan::portsOf(plan, port.device)) {
        const kb::Cage* cage = kb.find<kb::Cage>(other->cage);
        if (cage && cage->lanes > 1 && cage->holdsModule && other->id != port.id && !other->splitOf.isSet())
            wide.emplace_back(std::to_string(other->id.value), "port " + toQt(other->name));
    }
    return wide;
}

/// What a port is, what it is set to, and where it hangs.
class PortFields {
public:
    PortFields(Form& form, const plan::Plan& plan, const kb::KnowledgeBase& kb, const plan::Port& port)
    {
        Choices slotList;
        for (const plan::Slot* slot : plan::slotsOf(plan, port.device))
            slotList.emplace_back(std::to_string(slot->id.value), "slot " + toQt(slot->name));
        const Choices fecs{{"none", "off"}, {"base-r", "BASE-R"}, {"rs", "RS"}, {"auto", "automatic"}};
        m_name = line(form, "Name", port.name, "as printed beside it");
        m_cage = choice(form, "Socket", named(kb.all<kb::Cage>()), port.cage);
        m_module = choice(form, "Module", named(kb.all<kb::ModuleKind>()), port.module, "none");
        m_rates = line(form, "Rates, Gb/s", ratesText(port.rates), "empty: the typical ones");
        m_forced = line(form, "Forced to, Gb/s", port.forced ? text::number(inGigabits(*port.forced)) : "",
                        "empty: not forced");
        m_fec = choice(form, "FEC", fecs, port.fec ? std::string(code(*port.fec)) : "", "not known");
        m_mtu = number(form, "MTU", port.mtu.value_or(1500), 576, 65535, " bytes");
        m_slot = choice(form, "On card in", slotList, std::to_string(port.slot.value), "no slot");
        // Of a port that is split, the legs are ports of their own.
        m_whole =
            choice(form, "Leg of", widePorts(plan, kb, port), std::to_string(port.splitOf.value), "a port of its own");
        m_leg = number(form, "Leg", std::max(1, port.leg), 1, 8);
        addNetworks(form, plan, port);
    }
    /// False where a rate is none.
    bool readInto(plan::Port& port, const plan::Port& base) const
    {
        const auto list = ratesFrom(m_rates->text());
        const auto force = ratesFrom(m_forced->text());
        if (!list || !force || force->size() > 1) return false;
        port.splitOf = {chosenId(m_whole)};
        if (port.splitOf != base.splitOf || m_leg->value() != std::max(1, base.leg))
            port.leg = port.splitOf.isSet() ? m_leg->value() : 0;
        readText(m_name, port.name);
        port.cage = chosen(m_cage);
        port.module = chosen(m_module);
        // Figures that nobody typed stay as they are, to the last digit.
        if (isTyped(m_rates)) port.rates = *list;
        if (isTyped(m_forced)) port.forced = force->empty() ? std::nullopt : std::optional(force->front());
        port.fec = plan::fecFromCode(chosen(m_fec));
        if (m_mtu->value() != base.mtu.value_or(1500)) port.mtu = m_mtu->value();
        port.slot = {chosenId(m_slot)};
        port.comboOf = {chosenId(m_combo)};
        port.untagged = {chosenId(m_untagged)};
        return true;
    }
    /// The first name of the list that is no network; empty: all are, and they are in the port.
    QString readTagged(plan::Port& port, const plan::Plan& plan) const
    {
        if (!isTyped(m_tagged)) return {};
        port.tagged.clear();
        for (const QString& name : m_tagged->text().split(',', Qt::SkipEmptyParts)) {
            const auto network = std::find_if(plan.networks.begin(), plan.networks.end(), [&](const auto& one) {
                return toQt(one.name).compare(name.trimmed(), Qt::CaseInsensitive) == 0;
            });
            if (network == plan.networks.end()) return name.trimmed();
            port.tagged.push_back(network->id);
        }
        return {};
    }

private:
    /// The other socket of a shared port, and the networks that it carries.
    void addNetworks(Form& form, const plan::Plan& plan, const plan::Port& port)
    {
        Choices siblings, networks;
        for (const plan::Port* other : plan::portsOf(plan, port.device))
            if (other->id != port.id)
                siblings.emplace_back(std::to_string(other->id.value), "port " + toQt(other->name));
        for (const plan::Network& network : plan.networks)
            networks.emplace_back(std::to_string(network.id.value), toQt(network.name));
        QStringList tagged;
        for (plan::NetworkId id : port.tagged)
            if (const plan::Network* network = plan.networks.find(id)) tagged << toQt(network->name);
        m_combo = choice(form, "Combo with", siblings, std::to_string(port.comboOf.value), "not a combo port");
        m_untagged = choice(form, "Untagged network", networks, std::to_string(port.untagged.value), "not known");
        m_tagged = line(form, "Tagged networks", app::fromQt(tagged.join(", ")), "cameras, guests");
    }
    QLineEdit *m_name, *m_rates, *m_forced;
    QLineEdit* m_tagged = nullptr;
    QComboBox *m_cage, *m_module, *m_fec, *m_slot, *m_whole, *m_combo = nullptr, *m_untagged = nullptr;
    QSpinBox *m_mtu, *m_leg;
};

}  // namespace

Form* portForm(app::SurveyPresenter& presenter, plan::Port port)
{
    auto* form = new Form(port.id.isSet() ? "Change port " + toQt(port.name) : QString("Add a port"));
    const auto& kb = presenter.document().knowledge();
    const PortFields fields(*form, presenter.plan(), kb, port);
    auto* known = facts(*form, kb, kb::TraitOwner::Port, port.traits);
    const SourceEntry source(*form);
    form->setSave([=, &presenter, base = port]() mutable {
        const auto traits = known->traits();
        if (!traits) {
            form->setNotice(std::nullopt, toQt(traits.error().what.text()));
            return false;
        }
        port.traits = *traits;
        if (!fields.readInto(port, base)) {
            form->setNotice(std::nullopt, "Rates are numbers in Gb/s with commas between, such as 10, 5, 2.5, 1");
            return false;
        }
        if (const QString unknown = fields.readTagged(port, presenter.plan()); !unknown.isEmpty()) {
            form->setNotice(std::nullopt, "There is no network called " + unknown + "; add it under Records first");
            return false;
        }
        return presenter.edits().putPort(port, base, source.read());
    });
    if (port.id.isSet())
        form->addAction("Delete this port", [=, &presenter, id = port.id] {
            if (presenter.edits().deletePort(id)) Q_EMIT form->closed();
        });
    return form;
}

}  // namespace sokudo::ui
