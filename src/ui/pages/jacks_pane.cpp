// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/jacks_pane.h"

#include <QComboBox>
#include <QGridLayout>
#include <QScrollArea>
#include <QSpinBox>
#include <QTimer>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {
QString counted(int count, const char* one, const char* more)
{
    return QString("%1 %2").arg(count).arg(count == 1 ? one : more);
}
}  // namespace

JacksPane::JacksPane(app::JacksPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    const auto part = [&](const char* kind) {
        auto* scroll = new QScrollArea;
        scroll->setWidgetResizable(true);
        auto* inside = new QWidget;
        auto* all = column(inside, 20, 8);
        scroll->setWidget(inside);
        auto* panel = frame(kind);
        column(panel, 0, 0)->addWidget(scroll);
        row->addWidget(panel, 1);
        return all;
    };
    m_placing = part("list");
    m_readings = part("");
    m_matches = part("panel");
    connect(&presenter, &app::JacksPresenter::changed, this, [this] {
        // A box that was changed is still on the stack.
        QTimer::singleShot(0, this, &JacksPane::refresh);
    });
    refresh();
}

void JacksPane::refresh()
{
    for (QVBoxLayout* one : {m_placing, m_readings, m_matches}) clear(one);
    fillPlacing(m_placing);
    fillReadings(m_readings);
    fillMatches(m_matches);
    for (QVBoxLayout* one : {m_placing, m_readings, m_matches}) one->addStretch(1);
}

void JacksPane::fillPlacing(QVBoxLayout* all)
{
    all->addWidget(label("1  Put the remotes in", "heading"));
    const int jacks = m_presenter.jacks();
    if (jacks == 0) {
        all->addWidget(
            label("Every jack is traced. Jacks whose cable has an open end, or none, are listed here.", "soft", true));
        return;
    }
    all->addWidget(
        label(QString("%1 not traced, and %2 open. Numbered remotes, or a tone, tell which is which.")
                  .arg(counted(jacks, "jack is", "jacks are"))
                  .arg(counted(static_cast<int>(m_presenter.panels().size()), "panel port is", "panel ports are")),
              "soft", true));
    auto* row = new QHBoxLayout;
    row->addWidget(label("Remotes you have"));
    auto* remotes = new QSpinBox;
    remotes->setRange(1, 64);
    remotes->setValue(m_presenter.remotes());
    remotes->setAccessibleName("Remotes you have");
    remotes->setFixedWidth(scaled(64));
    connect(remotes, &QSpinBox::editingFinished, this, [this, remotes] { m_presenter.setRemotes(remotes->value()); });
    row->addWidget(remotes);
    row->addStretch(1);
    all->addLayout(row);
    const int rounds = static_cast<int>(m_presenter.rounds().size());
    all->addSpacing(6);
    auto* title = label(QString("Walk %1 of %2").arg(m_presenter.round() + 1).arg(rounds));
    title->setFont(typeface(Face::Strong, 13));
    all->addWidget(title);
    for (const QString& line : m_presenter.placing()) all->addWidget(label(line, "figure", true));
    auto* steps = new QHBoxLayout;
    auto* before = button("Walk before", "", [this] { m_presenter.setRound(m_presenter.round() - 1); });
    auto* next = button("Next walk", "", [this] { m_presenter.setRound(m_presenter.round() + 1); });
    before->setEnabled(m_presenter.round() > 0);
    next->setEnabled(m_presenter.round() + 1 < rounds);
    steps->addWidget(before);
    steps->addWidget(next);
    steps->addStretch(1);
    all->addLayout(steps);
}

void JacksPane::fillReadings(QVBoxLayout* all)
{
    all->addWidget(label("2  Read the panel", "heading"));
    if (m_presenter.jacks() == 0) return;
    if (m_presenter.panels().empty()) {
        all->addWidget(
            label("No panel port is open. Add the panel that the cables end in, with its ports: add panel patch in "
                  "cellar: 24x cat6",
                  "soft", true));
        return;
    }
    all->addWidget(label("Choose the number that the tester shows at each port.", "soft", true));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(4);
    const auto& rounds = m_presenter.rounds();
    const int remotes =
        rounds.empty() ? 0 : static_cast<int>(rounds[static_cast<std::size_t>(m_presenter.round())].placed.size());
    int row = 0;
    for (plan::PortId panel : m_presenter.panels()) {
        auto* box = new QComboBox;
        box->addItem("not read", -1);
        box->addItem("no remote", 0);
        for (int i = 1; i <= remotes; ++i) box->addItem(QString("remote %1").arg(i), i);
        box->setCurrentIndex(std::max(0, box->findData(m_presenter.reading(panel))));
        box->setAccessibleName("Read at " + m_presenter.portText(panel));
        connect(box, &QComboBox::activated, this,
                [this, panel, box] { m_presenter.setReading(panel, box->currentData().toInt()); });
        grid->addWidget(label(m_presenter.portText(panel)), row, 0);
        grid->addWidget(box, row++, 1);
    }
    grid->setColumnStretch(2, 1);
    all->addLayout(grid);
}

void JacksPane::fillMatches(QVBoxLayout* all)
{
    all->addWidget(label("3  What belongs together", "heading"));
    if (m_presenter.jacks() == 0) return;
    const survey::Traced found = m_presenter.traced();
    if (found.matches.empty()) all->addWidget(label("Nothing was matched yet.", "soft"));
    for (const survey::Match& one : found.matches) {
        auto* row = new QHBoxLayout;
        row->addWidget(new VerdictMark(Verdict::Fits));
        row->addWidget(label(m_presenter.portText(one.panel) + " – " + m_presenter.portText(one.jack) +
                             (one.isByExclusion ? ", the only pair left" : "")),
                       1);
        all->addLayout(row);
    }
    for (const std::string& one : found.contradictions) {
        auto* row = new QHBoxLayout;
        row->addWidget(new VerdictMark(Verdict::NoLink), 0, Qt::AlignTop);
        row->addWidget(label(toQt(one), "bad", true), 1);
        all->addLayout(row);
    }
    if (!found.silentJacks.empty()) {
        QStringList names;
        for (plan::PortId jack : found.silentJacks) names << m_presenter.portText(jack);
        all->addWidget(label("Read nowhere: " + names.join(", ") + ". Their cables end somewhere else, or are torn.",
                             "soft", true));
    }
    if (found.roundsLeft > 0) all->addWidget(label(counted(found.roundsLeft, "walk", "walks") + " to go.", "soft"));
    if (!found.matches.empty())
        all->addWidget(button(QString("Write %1 into the house").arg(found.matches.size()), "main",
                              [this] { m_presenter.keep(); }),
                       0, Qt::AlignLeft);
}

}  // namespace sokudo::ui
