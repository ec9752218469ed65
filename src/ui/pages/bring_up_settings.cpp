// SPDX-License-Identifier: GPL-3.0-or-later
// Settings, addresses and the MTU along a path, at the foot of the bring-up.
#include "ui/pages/bring_up_pane.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QSignalBlocker>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/paper/work_sheets.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

QLayout* BringUpPane::probe()
{
    auto* all = new QVBoxLayout;
    all->addWidget(label("MTU along a path", "heading"));
    auto* ends = new QHBoxLayout;
    m_from = new QComboBox;
    m_to = new QComboBox;
    m_from->setAccessibleName("From");
    m_to->setAccessibleName("To");
    for (QComboBox* box : {m_from, m_to}) {
        box->setMinimumContentsLength(6);
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        connect(box, &QComboBox::activated, this, &BringUpPane::showPath);
    }
    ends->addWidget(m_from, 1);
    ends->addWidget(label("to"));
    ends->addWidget(m_to, 1);
    all->addLayout(ends);
    m_path = label("", "", true);
    all->addWidget(m_path);
    auto* row = new QHBoxLayout;
    m_host = new QLineEdit;
    m_host->setPlaceholderText("address of the far end");
    m_host->setAccessibleName("Address to probe");
    row->addWidget(m_host, 1);
    m_probe = button("Probe", "", [this] {
        if (m_presenter.settings().isProbing()) return m_presenter.settings().stopProbe();
        const plan::DeviceId from{m_from->currentData().toLongLong()};
        const auto path = m_presenter.settings().path(from, {m_to->currentData().toLongLong()});
        if (path) m_presenter.settings().probe(m_host->text(), *path, from);
    });
    row->addWidget(m_probe);
    all->addLayout(row);
    m_probeSays = label(m_presenter.settings().isProbeSimulated()
                            ? "Echo requests that must not be fragmented. In the demo no packet leaves: a simulated "
                              "path answers."
                            : "Echo requests that must not be fragmented, sent from this machine.",
                        "soft", true);
    all->addWidget(m_probeSays);
    return all;
}

void BringUpPane::fillSettings()
{
    clear(m_settings);
    const auto findings = m_presenter.settings().findings();
    m_settings->addWidget(label(findings.empty() ? QString("Networks and settings agree")
                                                 : QString("Settings: %1 to look at").arg(findings.size()),
                                "heading", true));
    for (const settings::SettingFinding& one : findings) m_settings->addWidget(label(toQt(one.says), "", true));
    for (const settings::PortSettings& one : m_presenter.settings().ports()) {
        QString says = toQt(one.name) + " → " + (one.partner.empty() ? QString("free") : toQt(one.partner));
        if (!one.profile.empty()) says += ", " + toQt(one.profile);
        if (!one.untaggedName.empty()) says += "; untagged " + toQt(one.untaggedName);
        if (!one.taggedNames.empty()) says += "; tagged " + toQt(one.taggedNames);
        if (one.forced) says += "; forced to " + toQt(text::linkRate(*one.forced));
        m_settings->addWidget(label(says, "soft", true));
    }
    for (const settings::BondUse& one : m_presenter.settings().bonds())
        m_settings->addWidget(label(
            toQt(one.title) + ": " + (one.mode ? toQt(one.gives) : QString("%1 links, no bond stated").arg(one.links)),
            "", true));
    const auto changed = m_presenter.settings().changedSettings();
    if (!changed.empty()) m_settings->addWidget(label("Changed from the factory state", "heading", true));
    for (const plan::SettingChange& one : changed) {
        const plan::Device* device = m_presenter.plan().devices.find(one.device);
        m_settings->addWidget(label((device ? toQt(device->name) + ", " : QString()) +
                                        toQt(one.name + ": " + one.now + " instead of " + one.factory +
                                             (one.why.empty() ? "" : "; " + one.why)),
                                    "", true));
    }
    fillAddresses();
    fitAgain(m_settings);
}

/// Nets for the links that have no switch between, out of a pool that is typed.
void BringUpPane::fillAddresses()
{
    const auto plan = m_presenter.settings().addresses();
    if (plan && plan->links.empty()) return;
    auto* head = new QHBoxLayout;
    head->addWidget(label("Addresses of direct links", "heading", true), 1);
    auto* pool = new QLineEdit(m_presenter.settings().pool());
    pool->setAccessibleName("Pool of addresses");
    pool->setToolTip("Their nets are taken from here: 10.99.0.0/16");
    connect(pool, &QLineEdit::editingFinished, this, [this, pool] {
        if (pool->text().trimmed() != m_presenter.settings().pool())
            m_problem->setText(m_presenter.settings().setPool(pool->text()));
    });
    head->addWidget(label("from", "soft"));
    head->addWidget(pool, 1);
    m_settings->addLayout(head);
    if (!plan) return m_settings->addWidget(label(toQt(plan.error().message()), "bad", true));
    for (const settings::LinkNet& one : plan->links)
        m_settings->addWidget(label(
            toQt(one.title + ": " + one.addressA() + " and " + one.addressB() + " of " + settings::text4(one.net)), "",
            true));
    for (const text::Sentence& one : plan->problems) m_settings->addWidget(label(toQt(one), "bad", true));
}

void BringUpPane::showPath()
{
    if (m_from->count() == 0) return;
    const auto path =
        m_presenter.settings().path({m_from->currentData().toLongLong()}, {m_to->currentData().toLongLong()});
    if (!path) return m_path->setText(toQt(path.error().message()));
    QString says = toQt(path->sentence).left(1).toUpper() + toQt(path->sentence).mid(1) + ".";
    for (const text::Sentence& one : path->problems) says += "\n" + toQt(one);
    m_path->setText(says);
}

}  // namespace sokudo::ui
