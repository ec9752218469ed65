// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/path_strip.h"

#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QSpinBox>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/bore_view.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::toQt;

PathStrip::PathStrip(app::PathPresenter& presenter, QWidget* parent) : QFrame(parent), m_presenter(presenter)
{
    setProperty("kind", "foot");
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(20, 10, 20, 8);
    all->setSpacing(4);
    all->addLayout(questionRow());
    m_sentence = label("", "", true);
    m_working = label("", "soft", true);
    m_bore = new BoreView;
    all->addWidget(m_sentence);
    all->addWidget(m_working);
    all->addWidget(m_bore, 1);
    connect(m_bore, &BoreView::stageFocused, this, &PathStrip::showWorking);
    for (QComboBox* box : {m_from, m_to, m_traffic})
        connect(box, &QComboBox::currentIndexChanged, this, &PathStrip::ask);
    connect(m_streams, &QSpinBox::valueChanged, this, &PathStrip::ask);
    connect(m_way, &QComboBox::activated, this, &PathStrip::ask);
    connect(&presenter, &app::PathPresenter::changed, this, &PathStrip::refresh);
    refresh();
}

/// The disks at the two ends: shown where there is a choice.
void PathStrip::addDiskChoices()
{
    m_disksFrom = new QComboBox;
    m_disksFrom->setAccessibleName("Disks of the sender");
    m_disksTo = new QComboBox;
    m_disksTo->setAccessibleName("Disks of the receiver");
    for (QComboBox* box : {m_disksFrom, m_disksTo}) {
        box->hide();
        connect(box, &QComboBox::activated, this, &PathStrip::ask);
    }
}

/// From where to where, with what, and how the newest result stands.
QLayout* PathStrip::questionRow()
{
    m_from = new QComboBox;
    m_from->setAccessibleName("From");
    m_to = new QComboBox;
    m_to->setAccessibleName("To");
    m_traffic = new QComboBox;
    m_traffic->addItems({"memory to memory", "file copy", "memory, both ways", "copies both ways"});
    m_traffic->setAccessibleName("Traffic");
    m_streams = new QSpinBox;
    m_streams->setRange(1, 16);
    connect(m_streams, &QSpinBox::valueChanged, m_streams,
            [this](int count) { m_streams->setSuffix(count == 1 ? " stream" : " streams"); });
    m_streams->setSuffix(" stream");
    m_streams->setAccessibleName("Streams");
    m_way = new QComboBox;
    m_way->setAccessibleName("Route");
    m_way->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_way->setMinimumContentsLength(14);
    m_way->hide();
    addDiskChoices();
    m_measured = label("", "measured");
    m_standing = label("", "soft");
    auto* turn = button("⇄", "quiet", [this] { m_presenter.turn(); });
    turn->setToolTip("Swap the ends");
    turn->setAccessibleName("Swap the ends");
    auto* save = button("Save drawing", "quiet", [this] { saveDrawing(); });
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    row->addWidget(label("Path", "heading"));
    row->addWidget(m_from);
    row->addWidget(m_disksFrom);
    row->addWidget(turn);
    row->addWidget(m_to);
    row->addWidget(m_disksTo);
    row->addWidget(m_traffic);
    row->addWidget(m_streams);
    row->addWidget(m_way);
    row->addStretch(1);
    row->addWidget(m_measured);
    row->addWidget(m_standing);
    row->addWidget(save);
    return row;
}

void PathStrip::refresh()
{
    m_filling = true;
    const auto hosts = m_presenter.hosts();
    for (const auto& [box, chosen] :
         {std::pair{m_from, m_presenter.question().from}, {m_to, m_presenter.question().to}}) {
        box->clear();
        for (const auto& host : hosts) box->addItem(host.name, QVariant::fromValue<qint64>(host.id.value));
        box->setCurrentIndex(box->findData(QVariant::fromValue<qint64>(chosen.value)));
    }
    const bool copies = m_presenter.question().traffic == expect::Traffic::FileCopy;
    m_traffic->setCurrentIndex((copies ? 1 : 0) + (m_presenter.question().bothWays ? 2 : 0));
    m_streams->setValue(m_presenter.question().streams);
    m_streams->setVisible(!copies);
    fillDisks(m_disksFrom, m_presenter.disksFrom(), m_presenter.question().disksFrom);
    fillDisks(m_disksTo, m_presenter.disksTo(), m_presenter.question().disksTo);
    if (m_waysShown) {
        const QStringList ways = m_presenter.ways();
        m_way->clear();
        for (int i = 0; i < ways.size(); ++i) m_way->addItem(QString("%1. %2").arg(i + 1).arg(ways[i]));
        m_way->setCurrentIndex(m_presenter.question().route);
        m_way->setVisible(ways.size() > 1);
    }
    m_sentence->setText(m_presenter.sentence());
    m_measured->setText(m_presenter.measuredText());
    m_standing->setText(m_presenter.standingText());
    m_bore->setContent(m_presenter.bore());
    showWorking(m_bore->focusedStage());
    m_filling = false;
}

/// Shown only where there is something to choose.
void PathStrip::fillDisks(QComboBox* box, const QStringList& groups, int chosen)
{
    box->clear();
    box->addItems(groups);
    box->setCurrentIndex(chosen);
    box->setVisible(groups.size() > 1);
}

void PathStrip::showWorking(int stage)
{
    const app::BoreContent& bore = m_presenter.bore();
    const auto at = stage >= 0 ? static_cast<std::size_t>(stage) : bore.binding;
    const bool known = at < bore.stages.size() && (stage >= 0 || bore.expected);
    m_working->setVisible(known);
    if (known) m_working->setText(QString("%1: %2").arg(toQt(bore.stages[at].name), toQt(bore.stages[at].working)));
}

void PathStrip::ask()
{
    if (m_filling) return;
    expect::PathQuestion question = m_presenter.question();
    question.from = {m_from->currentData().toLongLong()};
    question.to = {m_to->currentData().toLongLong()};
    question.traffic = m_traffic->currentIndex() % 2 == 1 ? expect::Traffic::FileCopy : expect::Traffic::MemoryToMemory;
    question.bothWays = m_traffic->currentIndex() >= 2;
    question.streams = m_streams->value();
    const bool samePath = question.from == m_presenter.question().from && question.to == m_presenter.question().to;
    question.disksFrom = samePath ? std::max(0, m_disksFrom->currentIndex()) : 0;
    question.disksTo = samePath ? std::max(0, m_disksTo->currentIndex()) : 0;
    question.route = samePath && m_waysShown ? std::max(0, m_way->currentIndex()) : 0;
    m_presenter.ask(question);
}

void PathStrip::showWays()
{
    m_waysShown = true;
    refresh();
}

void PathStrip::saveDrawing()
{
    const QString name = QFileDialog::getSaveFileName(this, "Save the path as a drawing", "path.svg",
                                                      "Drawings (*.svg);;Pictures (*.png)");
    if (!name.isEmpty() && !m_bore->save(name))
        m_sentence->setText("The drawing could not be written: check the folder and its rights");
}

}  // namespace sokudo::ui
