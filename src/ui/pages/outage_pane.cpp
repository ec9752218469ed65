// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/outage_pane.h"

#include <QComboBox>
#include <QCompleter>
#include <QHBoxLayout>
#include <QScrollArea>

#include "app/qt_text.h"
#include "core/power/clock_text.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/outage_scale.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/repair_list.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

OutagePane::OutagePane(app::PowerPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 0);
    auto* top = new QHBoxLayout;
    top->setSpacing(0);
    auto* left = new QVBoxLayout;
    left->setSpacing(4);
    auto* head = new QWidget;
    auto* headColumn = column(head, 0, 4);
    headColumn->setContentsMargins(20, 10, 16, 2);
    m_choice = new QComboBox;
    m_choice->setAccessibleName("What goes off");
    m_choice->setToolTip("Type a part of the name of any device, cable, outlet, circuit or place");
    m_choice->setEditable(true);
    m_choice->setInsertPolicy(QComboBox::NoInsert);
    m_choice->completer()->setCompletionMode(QCompleter::PopupCompletion);
    m_choice->completer()->setFilterMode(Qt::MatchContains);
    m_choice->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_choice->setMinimumContentsLength(36);
    m_says = label("", "", true);
    headColumn->addWidget(m_choice, 0, Qt::AlignLeft);
    headColumn->addWidget(m_says);
    left->addWidget(head);
    m_house = new HouseView;
    m_house->setLayer(HouseLayer::Power);
    auto* scroll = new QScrollArea;
    scroll->setWidget(m_house);
    scroll->setWidgetResizable(true);
    left->addWidget(scroll, 1);
    scroll->setVisible(!isVeryLarge());  // at large text the words and the time line need the room
    if (isVeryLarge()) left->addStretch(1);
    top->addLayout(left, 8);
    top->addWidget(rightPanel(), 5);
    all->addLayout(top, 1);
    all->addWidget(footPanel());
    connect(m_choice, &QComboBox::activated, this, [this](int at) {
        if (at < 0 || at >= static_cast<int>(m_outages.size())) return;
        m_scale->setAt({});
        m_presenter.outage().play(m_outages[static_cast<std::size_t>(at)].outage);
    });
    connect(m_scale, &OutageScale::moved, this, &OutagePane::showMinute);
    connect(m_scale, &OutageScale::playing, this, [this](bool on) { m_play->setText(on ? "⏸ Stop" : "▶ Play"); });
    connect(&presenter, &app::PowerPresenter::changed, this, &OutagePane::refresh);
    connect(&presenter.outage(), &app::OutagePresenter::changed, this, &OutagePane::showLine);
    refresh();
    showLine();
}

QWidget* OutagePane::footPanel()
{
    auto* foot = frame("foot");
    auto* footColumn = column(foot, 0, 0);
    m_scale = new OutageScale;
    footColumn->addWidget(m_scale);
    m_play = button("▶ Play", "", [this] {
        m_scale->togglePlay();
        m_scale->setFocus();
    });
    m_play->setAccessibleName("Play the outage");
    m_play->setToolTip("Space plays and stops; arrows go minute by minute, with Shift by ten");
    m_scale->setCorner(m_play);
    return foot;
}

QWidget* OutagePane::rightPanel()
{
    auto* scroll = new ScrollColumn(16, 8);
    auto* right = &scroll->rows();
    m_minute = label("", "title");
    m_standing = label("", "", true);
    m_lost = new QWidget;
    m_lostRows = column(m_lost, 0, 3);
    right->addWidget(m_lost);
    right->addWidget(m_minute);
    right->addWidget(m_standing);
    right->addWidget(label("Gone, and why", "heading"));
    m_gone = new QVBoxLayout;
    m_gone->setSpacing(6);
    right->addLayout(m_gone);
    right->addSpacing(6);
    m_repairs = new RepairList(m_presenter, m_presenter.repairs(), 5);
    m_repairsThen = new RepairList(m_presenter, m_presenter.outage().repairs(), 5);
    right->addWidget(m_repairs);
    right->addWidget(m_repairsThen);
    right->addStretch(1);
    return sidePanel(scroll);
}

void OutagePane::refresh()
{
    m_house->setContent(m_presenter.house());
    m_outages = m_presenter.outage().outages();
    const QString before = m_choice->currentText();
    m_choice->clear();
    for (const auto& one : m_outages) m_choice->addItem(one.text);
    m_choice->setCurrentIndex(std::max(0, m_choice->findText(before)));
}

void OutagePane::showLine()
{
    const int now = std::max(0, m_choice->findText(m_presenter.outage().title()));
    if (now != m_choice->currentIndex()) m_scale->setAt({});
    m_choice->setCurrentIndex(now);
    m_says->setText(m_presenter.outage().says());
    QStringList names;
    if (const auto& line = m_presenter.outage().timeLine())
        for (const power::BatteryCurve& one : line->batteries)
            if (const plan::Device* device = m_presenter.plan().devices.find(one.device)) names << toQt(device->name);
    m_scale->setLine(m_presenter.outage().timeLine(), names);
    showLost();
    showMinute();
}

/// The answer first: who loses what for good, and what is slower.
void OutagePane::showLost()
{
    app::OutagePresenter& outage = m_presenter.outage();
    m_lost->setVisible(outage.isFailure());
    m_repairs->setVisible(!outage.isFailure());
    m_repairsThen->setVisible(outage.isFailure());
    clear(m_lostRows);
    if (!outage.isFailure()) return;
    m_lostRows->addWidget(label("Without it, once batteries are empty", "title", true));
    if (outage.isLooking()) m_lostRows->addWidget(label("Working it out …", "soft"));
    for (const auto& one : outage.lost()) {
        m_lostRows->addWidget(label(one.what, "", true));
        if (!one.who.isEmpty()) m_lostRows->addWidget(label(one.who, "soft", true));
    }
    fitAgain(m_lostRows);
}

void OutagePane::showMinute()
{
    const Duration when = m_scale->at();
    m_house->setOff(m_presenter.outage().offAt(when));
    m_minute->setText("At " + toQt(power::clockFigure(when)));
    m_standing->setText(m_presenter.outage().standingAt(when));
    clear(m_gone);
    const auto gone = m_presenter.outage().goneAt(when);
    if (gone.empty()) m_gone->addWidget(label("Nothing.", "soft"));
    for (const auto& one : gone) {
        auto* row = new QHBoxLayout;
        row->setSpacing(8);
        row->addWidget(new VerdictMark(one.mark), 0, Qt::AlignTop);
        auto* words = new QVBoxLayout;
        words->setSpacing(0);
        QString names = one.names;
        if (one.isService) names[0] = names[0].toUpper();
        words->addWidget(label(names, one.isService ? "heading" : "", true));
        words->addWidget(label(one.why, "soft", true));
        row->addLayout(words, 1);
        m_gone->addLayout(row);
    }
    fitAgain(m_gone);
}

}  // namespace sokudo::ui
