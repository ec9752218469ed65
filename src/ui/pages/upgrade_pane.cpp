// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/upgrade_pane.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLineEdit>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

UpgradePane::UpgradePane(app::UpgradePresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(jobsPanel());
    auto* right = new QVBoxLayout;
    right->setContentsMargins(22, 12, 20, 10);
    right->setSpacing(8);
    m_title = label("", "title", true);
    m_sentence = label("", "", true);
    m_now = label("", "soft", true);
    m_tiers = new MarkedTable(presenter.tiers(), app::UpgradePresenter::kMarkRole);
    m_tiers->setAccessibleName("The job with faster links");
    m_tiers->setWide({6});
    m_buys = label("", "soft", true);
    right->addWidget(m_title);
    right->addWidget(m_sentence);
    right->addWidget(m_now);
    right->addWidget(m_tiers, 1);
    right->addWidget(m_buys);
    right->addWidget(
        label("Every link of the path at that rate or faster; disks, slots, processors and other media stay as they "
              "are. Faster: the real factor, against what the link rate alone would suggest.",
              "soft", true));
    all->addLayout(right, 1);
    connect(m_jobs, &MarkedTable::rowChosen, this, [this](int row) {
        if (!m_filling) m_presenter.choose(row);
    });
    connect(m_tiers, &MarkedTable::rowChosen, this, [this](int row) { m_buys->setText(m_presenter.buys(row)); });
    connect(&presenter, &app::UpgradePresenter::changed, this, &UpgradePane::refresh);
    refresh();
}

QWidget* UpgradePane::jobsPanel()
{
    auto* panel = frame("list");
    panel->setFixedWidth(scaled(340));
    auto* all = column(panel, 0, 8);
    all->setContentsMargins(16, 12, 14, 10);
    all->addWidget(label("Jobs", "heading"));
    m_jobs = new MarkedTable(m_presenter.jobs(), app::UpgradePresenter::kMarkRole);
    m_jobs->setAccessibleName("Jobs");
    m_jobs->setWide({0});
    all->addWidget(m_jobs, 1);
    all->addWidget(button("Delete this job", "quiet", [this] { m_presenter.remove(m_jobs->currentRow()); }), 0,
                   Qt::AlignLeft);
    all->addWidget(addForm());
    return panel;
}

QWidget* UpgradePane::addForm()
{
    auto* form = new QWidget;
    auto* grid = new QGridLayout(form);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(5);
    m_name = new QLineEdit;
    m_name->setPlaceholderText("plates to the store");
    m_from = new QComboBox;
    m_to = new QComboBox;
    m_what = new QComboBox;
    m_what->addItem("a copy of", QString());
    for (const auto& [id, name] : m_presenter.purposes()) m_what->addItem(name, id);
    m_what->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_size = new QLineEdit("80 GB");
    m_perWeek = new QDoubleSpinBox;
    m_perWeek->setRange(0.1, 1000);
    m_perWeek->setDecimals(1);
    m_perWeek->setValue(2);
    m_perWeek->setSuffix(" a week");
    m_count = new QSpinBox;
    m_count->setRange(1, 1000);
    m_count->setSuffix(" at once");
    int row = 0;
    const auto add = [&](const char* text, QWidget* widget) {
        widget->setAccessibleName(text);
        grid->addWidget(label(text, "soft"), row, 0);
        grid->addWidget(widget, row++, 1);
    };
    grid->addWidget(label("Another job", "heading"), row++, 0, 1, 2);
    add("Name", m_name);
    add("From", m_from);
    add("To", m_to);
    add("What", m_what);
    add("Size", m_size);
    add("How often", m_perWeek);
    add("Streams", m_count);
    m_said = label("", "bad", true);
    grid->addWidget(m_said, row++, 0, 1, 2);
    grid->addWidget(button("Add job", "main", [this] { this->add(); }), row, 1, Qt::AlignRight);
    const auto fit = [this] {
        const bool copies = m_what->currentData().toString().isEmpty();
        m_size->setEnabled(copies);
        m_perWeek->setEnabled(copies);
        m_count->setEnabled(!copies);
    };
    connect(m_what, &QComboBox::currentIndexChanged, this, fit);
    fit();
    return form;
}

void UpgradePane::add()
{
    plan::RegularJob job;
    job.id = m_presenter.newId();
    job.name = app::fromQt(m_name->text());
    job.from = {m_from->currentData().toLongLong()};
    job.to = {m_to->currentData().toLongLong()};
    job.purpose = app::fromQt(m_what->currentData().toString());
    m_said->clear();
    if (job.purpose.empty()) {
        const auto size = app::UpgradePresenter::sizeOf(m_size->text());
        if (!size) return m_said->setText("Write the size like 80 GB or 3 GiB");
        job.size = *size;
        job.perWeek = m_perWeek->value();
    } else {
        job.count = m_count->value();
    }
    if (m_presenter.add(job)) m_name->clear();
}

void UpgradePane::refresh()
{
    m_filling = true;
    m_title->setText(m_presenter.title());
    m_sentence->setText(m_presenter.sentence());
    m_now->setText(m_presenter.now());
    const auto hosts = m_presenter.hosts();
    fillDevices(m_from, hosts, 0);
    fillDevices(m_to, hosts, 1);
    if (m_presenter.jobs()->rowCount() > 0) m_jobs->selectRow(m_presenter.chosen());
    if (m_presenter.tiers()->rowCount() > 0) m_tiers->selectRow(0);
    m_buys->setText(m_presenter.buys(0));
    m_filling = false;
}

}  // namespace sokudo::ui
