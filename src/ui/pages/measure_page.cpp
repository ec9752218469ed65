// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/measure_page.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QGridLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QProgressBar>
#include <QScrollArea>
#include <QTableView>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/series_plot.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;
using Row = app::MeasurePresenter::Row;

MeasurePage::MeasurePage(app::MeasurePresenter& presenter, app::PathPresenter& path, QWidget* pathStrip,
                         LocalAgentSource localAgent, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_path(path), m_localAgent(std::move(localAgent))
{
    auto* all = column(this, 0, 0);
    all->addWidget(pathStrip);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(20, 12, 20, 12);
    row->setSpacing(28);
    auto* forms = new QWidget;
    auto* left = column(forms, 0, 28);
    left->addWidget(testPanel());
    left->addWidget(typedPanel());
    left->addStretch(1);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setWidget(forms);
    scroll->setMinimumWidth(forms->minimumSizeHint().width() + scaled(12));
    row->addWidget(scroll, 5);
    auto* right = new QVBoxLayout;
    right->setSpacing(10);
    right->addWidget(resultsPanel(), 1);
    m_plotTitle = label("", "soft");
    right->addWidget(m_plotTitle);
    m_plot = new SeriesPlot;
    right->addWidget(m_plot, 1);
    row->addLayout(right, 6);
    all->addLayout(row, 1);
    connect(&presenter, &app::MeasurePresenter::progress, this, &MeasurePage::onProgress);
    connect(&presenter, &app::MeasurePresenter::finished, this, &MeasurePage::onFinished);
    connect(&presenter, &app::MeasurePresenter::changed, this, &MeasurePage::refresh);
    connect(&path, &app::PathPresenter::changed, this, &MeasurePage::refresh);
    m_start->setEnabled(!presenter.isRunning());  // a window that is built again finds its test under way
    m_stop->setEnabled(presenter.isRunning());
    connect(&presenter, &app::MeasurePresenter::message, this, [this](const QString& text, bool good) {
        m_typedOutcome->setText(text);
        setKind(m_typedOutcome, good ? "good" : "bad");
    });
    refresh();
}

/// What a test is asked with, before it is laid out.
void MeasurePage::makeTestFields()
{
    m_local = new QCheckBox("this machine only (loopback): its own limit");
    m_local->setChecked(true);
    m_host = new QLineEdit;
    m_host->setPlaceholderText("where sokudo-agent runs");
    m_host->setAccessibleName("Agent's address");
    m_port = new QSpinBox;
    m_port->setRange(1, 65534);
    m_port->setValue(7411);
    m_port->setAccessibleName("Agent's port");
    m_key = new QLineEdit;
    m_key->setEchoMode(QLineEdit::PasswordEchoOnEdit);
    m_key->setPlaceholderText("as the agent prints it");
    m_key->setAccessibleName("Pairing key");
    m_streams = new QSpinBox;
    m_streams->setRange(1, 16);
    m_streams->setAccessibleName("Streams");
    m_direction = new QComboBox;
    m_direction->addItems({"forward", "reverse", "both"});
    m_direction->setAccessibleName("Direction");
    m_seconds = new QDoubleSpinBox;
    m_seconds->setRange(1, 60);
    m_seconds->setDecimals(0);
    m_seconds->setValue(10);
    m_seconds->setSuffix(" s");
    m_seconds->setAccessibleName("Measured seconds");
    m_warmup = new QDoubleSpinBox;
    m_warmup->setRange(0, 10);
    m_warmup->setDecimals(0);
    m_warmup->setValue(2);
    m_warmup->setSuffix(" s left out");
    m_warmup->setAccessibleName("Warm-up seconds left out");
}

QLayout* MeasurePage::runRow()
{
    auto* buttons = new QHBoxLayout;
    m_start = button("Start test", "main", [this] { start(); });
    m_stop = button("Stop", "", [this] { m_presenter.cancel(); });
    m_stop->setEnabled(false);
    m_progress = new QProgressBar;
    m_progress->setTextVisible(false);
    m_progress->setRange(0, 1000);
    m_progress->setAccessibleName("Progress of the test");
    m_live = label("", "measured");
    buttons->addWidget(m_start);
    buttons->addWidget(m_stop);
    buttons->addWidget(m_progress, 1);
    buttons->addWidget(m_live);
    return buttons;
}

QWidget* MeasurePage::testPanel()
{
    auto* panel = new QWidget;
    auto* all = column(panel, 0, 7);
    all->addWidget(label("Test now, memory to memory", "heading"));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(10);
    grid->setVerticalSpacing(6);
    makeTestFields();
    grid->addWidget(m_local, 0, 0, 1, 4);
    grid->addWidget(label("Agent", "soft"), 1, 0);
    grid->addWidget(m_host, 1, 1, 1, 2);
    grid->addWidget(m_port, 1, 3);
    grid->addWidget(label("Key", "soft"), 2, 0);
    grid->addWidget(m_key, 2, 1, 1, 3);
    grid->addWidget(label("Streams", "soft"), 3, 0);
    grid->addWidget(m_streams, 3, 1);
    grid->addWidget(label("Direction", "soft"), 3, 2);
    grid->addWidget(m_direction, 3, 3);
    grid->addWidget(label("Time", "soft"), 4, 0);
    grid->addWidget(m_seconds, 4, 1);
    grid->addWidget(label("Warm-up", "soft"), 4, 2);
    grid->addWidget(m_warmup, 4, 3);
    grid->setColumnStretch(1, 1);
    grid->setColumnStretch(3, 1);
    all->addLayout(grid);
    all->addLayout(runRow());
    m_outcome = label("The test uses the full link. Others in the house will notice.", "soft", true);
    all->addWidget(m_outcome);
    const auto enable = [this] {
        for (QWidget* widget : std::initializer_list<QWidget*>{m_host, m_port, m_key})
            widget->setEnabled(!m_local->isChecked());
    };
    connect(m_local, &QCheckBox::toggled, this, enable);
    enable();
    return panel;
}

QWidget* MeasurePage::typedPanel()
{
    auto* panel = new QWidget;
    auto* all = column(panel, 0, 6);
    all->addWidget(label("Or enter a result", "heading"));
    auto* row = new QHBoxLayout;
    m_typed = new QLineEdit;
    m_typed->setPlaceholderText("3 GiB in 27 s ±1");
    m_typed->setAccessibleName("Result as you read it");
    m_note = new QLineEdit;
    m_note->setPlaceholderText("note");
    m_note->setAccessibleName("Note");
    m_keep = button("Keep", "main", [this] {
        if (m_presenter.keepTyped(m_typed->text(), m_note->text())) {
            m_typed->clear();
            m_note->clear();
        }
    });
    row->addWidget(m_typed, 3);
    row->addWidget(m_note, 2);
    row->addWidget(m_keep);
    row->addWidget(button("Import CSV", "", [this] { import(); }));
    all->addLayout(row);
    m_meaning = label("", "soft", true);
    all->addWidget(m_meaning);
    m_typedOutcome = label("", "good", true);
    all->addWidget(m_typedOutcome);
    const auto show = [this] {
        const auto reading = m_presenter.read(m_typed->text());
        m_meaning->setText(reading.text);
        m_keep->setEnabled(reading.good);
    };
    connect(m_typed, &QLineEdit::textChanged, this, show);
    connect(m_typed, &QLineEdit::returnPressed, m_keep, &QPushButton::click);
    show();
    return panel;
}

QWidget* MeasurePage::resultsPanel()
{
    auto* panel = new QWidget;
    auto* all = column(panel, 0, 6);
    all->addWidget(label("Results of this path, newest first", "heading"));
    const auto text = [](QString Row::*field) {
        return [field](const Row& row, int role) -> QVariant {
            return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.*field) : QVariant();
        };
    };
    const auto figure = [](QString Row::*field) {
        return [field](const Row& row, int role) -> QVariant {
            if (role == Qt::DisplayRole) return row.*field;
            if (role == Qt::FontRole) return typeface(Face::Figure, 12);
            if (role == Qt::ForegroundRole) return theme().measured;
            return {};
        };
    };
    m_rows = new app::RowModel<Row>({{"Time", text(&Row::when)},
                                     {"Result", figure(&Row::result)},
                                     {"Bytes", text(&Row::bytes)},
                                     {"Verdict", text(&Row::standing)},
                                     {"Test", text(&Row::how)},
                                     {"Note", text(&Row::note)}},
                                    this);
    m_table = new QTableView;
    m_table->setModel(m_rows);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(scaled(27));
    m_table->setShowGrid(false);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setAccessibleName("Results of this path");
    m_table->horizontalHeader()->setStretchLastSection(true);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft);
    m_table->horizontalHeader()->setHighlightSections(false);
    m_table->setWordWrap(false);
    all->addWidget(m_table, 1);
    return panel;
}

void MeasurePage::start()
{
    measure::TrafficQuestion question;
    question.host = fromQt(m_host->text().trimmed());
    question.port = m_port->value();
    question.key = fromQt(m_key->text());
    question.streams = m_streams->value();
    question.direction = *measure::directionFromCode(fromQt(m_direction->currentText()));
    question.duration = Duration::of(m_seconds->value());
    question.warmup = Duration::of(m_warmup->value());
    if (m_local->isChecked()) {
        const auto agent = m_localAgent();
        if (!agent) {
            onFinished(toQt(agent.error().message()), false);
            return;
        }
        question.host = "127.0.0.1";
        question.port = agent->port;
        question.key = agent->key;
    } else if (question.host.empty()) {
        onFinished("Enter where the agent runs: a name or an address", false);
        return;
    }
    m_samples.clear();
    m_plot->show({}, {}, std::nullopt, "s", true);
    m_plotTitle->setText("This test");
    m_outcome->setText("Connecting…");
    setKind(m_outcome, "soft");
    m_start->setEnabled(false);
    m_stop->setEnabled(true);
    m_band = m_local->isChecked() ? std::nullopt : m_presenter.bandOf(question);
    using Of = app::MeasurePresenter::Of;
    m_presenter.start(question, m_local->isChecked() ? Of::ThisMachine : Of::Path);
}

void MeasurePage::onProgress(const measure::TrafficSample& sample, double share)
{
    m_samples.push_back(sample);
    m_progress->setValue(static_cast<int>(share * 1000));
    m_live->setText(toQt(text::rate(sample.forward + sample.reverse, 3)));
    m_outcome->setText(sample.isWarmup ? "Warming up (not counted)" : "Measuring");
    std::vector<SeriesPlot::Point> forward, reverse;
    for (const auto& one : m_samples) {
        if (one.forward.steps() > 0) forward.push_back({one.at.in(), inGigabits(one.forward), false});
        if (one.reverse.steps() > 0) reverse.push_back({one.at.in(), inGigabits(one.reverse), false});
    }
    m_plot->show(forward, reverse, m_band, "s", true);
}

void MeasurePage::showNewest()
{
    const measure::Trial* trial = m_path.newest();
    if (!trial || trial->samples.empty()) {
        m_plotTitle->clear();
        m_plot->show({}, {}, std::nullopt, "s", true);
        return;
    }
    const double share = trial->direction == measure::Direction::Both ? 0.5 : 1.0;
    std::vector<SeriesPlot::Point> seconds;
    for (std::size_t i = 0; i < trial->samples.size(); ++i)
        seconds.push_back({static_cast<double>(i + 1), share * inGigabits(trial->samples[i]), false});
    m_plotTitle->setText(
        QString("The newest result of this path, %1second by second, ").arg(share < 1 ? "each way, " : "") +
        toQt(measure::momentText(trial->at)));
    m_plot->show(seconds, {}, m_presenter.bandOf(*trial), "s", true);
}

void MeasurePage::onFinished(const QString& sentence, bool good)
{
    m_start->setEnabled(true);
    m_stop->setEnabled(false);
    m_progress->setValue(0);
    m_live->clear();
    m_outcome->setText(sentence);
    setKind(m_outcome, good ? "good" : "bad");
}

void MeasurePage::refresh()
{
    m_rows->setRows(m_presenter.rows());
    m_table->resizeColumnsToContents();
    m_table->setColumnWidth(4, std::min(m_table->columnWidth(4), scaled(170)));
    // A test of this session stays drawn until another path is chosen.
    if (const auto path = m_path.question(); path.from != m_plottedFrom || path.to != m_plottedTo) {
        m_plottedFrom = path.from;
        m_plottedTo = path.to;
        if (!m_presenter.isRunning()) m_samples.clear();
    }
    if (m_samples.empty() && !m_presenter.isRunning()) showNewest();
}

void MeasurePage::import()
{
    const QString name = QFileDialog::getOpenFileName(this, "Import results", {}, "Results (*.csv)");
    if (name.isEmpty()) return;
    QFile file(name);
    if (file.open(QIODevice::ReadOnly)) m_presenter.importCsv(file.readAll(), QFileInfo(name).fileName());
}

}  // namespace sokudo::ui
