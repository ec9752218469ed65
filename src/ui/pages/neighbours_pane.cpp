// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/neighbours_pane.h"

#include <QComboBox>
#include <QGridLayout>
#include <QScrollArea>
#include <QTimer>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

NeighboursPane::NeighboursPane(app::NeighboursPresenter& presenter, QWidget* parent)
    : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 0);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(20, 12, 20, 8);
    m_sentence = label("", "heading", true);
    head->addWidget(m_sentence, 1);
    m_look = button("Look again", "", [this] { m_presenter.look(); });
    head->addWidget(m_look);
    all->addLayout(head);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inside = new QWidget;
    m_rows = column(inside, 20, 8);
    scroll->setWidget(inside);
    all->addWidget(scroll, 1);
    auto* foot = frame("foot");
    auto* footRow = new QHBoxLayout(foot);
    footRow->setContentsMargins(20, 7, 20, 7);
    m_from = label("", "soft", true);
    footRow->addWidget(m_from, 1);
    all->addWidget(foot);
    connect(&presenter, &app::NeighboursPresenter::changed, this, [this] {
        if (isVisible()) QTimer::singleShot(0, this, &NeighboursPane::refresh);
    });
}

void NeighboursPane::showEvent(QShowEvent*)
{
    if (!m_hasLooked) m_presenter.look();
    m_hasLooked = true;
    refresh();
}

void NeighboursPane::refresh()
{
    m_sentence->setText(m_presenter.sentence());
    m_from->setText(m_presenter.from());
    m_look->setEnabled(!m_presenter.isLooking());
    clear(m_rows);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(18);
    grid->setVerticalSpacing(6);
    grid->setColumnStretch(5, 1);
    static constexpr const char* kHeadings[] = {"in the inventory", "address", "hardware", "calls itself", "seen in"};
    for (int i = 0; i < static_cast<int>(std::size(kHeadings)); ++i)
        grid->addWidget(label(kHeadings[i], "soft"), 0, i + 1);
    for (std::size_t i = 0; i < m_presenter.rows().size(); ++i) addRow(*grid, static_cast<int>(i) + 1, i);
    m_rows->addLayout(grid);
    m_rows->addStretch(1);
}

void NeighboursPane::addRow(QGridLayout& grid, int row, std::size_t index)
{
    const measure::Neighbour& one = m_presenter.rows()[index];
    const plan::Plan& plan = m_presenter.document().plan();
    const plan::Device* device = plan.devices.find(one.device);
    grid.addWidget(new VerdictMark(device ? Verdict::Fits : Verdict::Unknown), row, 0);
    if (device) {
        auto* name = label(toQt(device->name));
        name->setFont(typeface(Face::Strong, 13));
        grid.addWidget(name, row, 1);
    } else {
        auto* who = new QComboBox;
        who->setAccessibleName("Who is " + toQt(one.address));
        who->addItem("a stranger: it is …", QVariant::fromValue<qlonglong>(0));
        for (const plan::Device& each : plan.devices)
            who->addItem(toQt(each.name), QVariant::fromValue<qlonglong>(each.id.value));
        connect(who, &QComboBox::activated, this,
                [this, who, index] { m_presenter.know(index, {who->currentData().toLongLong()}); });
        grid.addWidget(who, row, 1, Qt::AlignLeft);
    }
    grid.addWidget(label(toQt(one.address), "figure"), row, 2);
    const QString maker = one.isPrivate ? QString("random, set by the device") : toQt(one.maker);
    auto* hardware = new QHBoxLayout;
    hardware->setSpacing(8);
    hardware->addWidget(label(one.hardware.empty() ? QString("—") : toQt(one.hardware), "figure"));
    if (!maker.isEmpty()) hardware->addWidget(label(maker, "soft"));
    hardware->addStretch(1);
    grid.addLayout(hardware, row, 3);
    grid.addWidget(label(one.name.empty() ? QString("—") : toQt(one.name)), row, 4);
    grid.addWidget(label(toQt(one.seenIn), "soft"), row, 5);
}

}  // namespace sokudo::ui
