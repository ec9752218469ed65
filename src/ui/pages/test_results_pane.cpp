// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/test_results_pane.h"

#include <QComboBox>
#include <QFileDialog>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/oneline/tokens.h"
#include "ui/paper/work_sheets.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

namespace {

QLineEdit* field(const char* name, const char* hint)
{
    auto* made = new QLineEdit;
    made->setPlaceholderText(hint);
    made->setAccessibleName(name);
    return made;
}

QComboBox* choices(const char* name, const std::vector<std::pair<const char*, const char*>>& rows)
{
    auto* box = new QComboBox;
    box->setAccessibleName(name);
    for (const auto& [id, word] : rows) box->addItem(word, id);
    return box;
}

QString choosePicture(QWidget* parent)
{
    return QFileDialog::getOpenFileName(parent, "A photo", {}, "Pictures (*.jpg *.jpeg *.png *.webp)");
}

}  // namespace

TestResultsPane::TestResultsPane(app::TestResultsPresenter& presenter, QWidget* parent)
    : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    m_runs = new ScrollColumn(18, 6);
    all->addWidget(sidePanel(m_runs), 4);
    all->addWidget(middle(), 7);
    all->addWidget(side(), 5);
    connect(&presenter, &app::TestResultsPresenter::changed, this, &TestResultsPane::refresh);
    connect(&presenter.linkRun(), &app::LinkRunPresenter::changed, this, &TestResultsPane::fillLive);
    connect(&presenter.photos(), &app::ResultPhotos::changed, this, &TestResultsPane::showPhoto);
    refresh();
    fillLive();
    showPhoto();
}

QWidget* TestResultsPane::middle()
{
    m_run = new ScrollColumn(20, 8);
    auto& rows = m_run->rows();
    m_about = new QVBoxLayout;
    m_about->setSpacing(6);
    rows.addLayout(m_about);
    rows.addWidget(label("A new result", "heading"));
    rows.addLayout(newResult());
    m_problem = label("", "bad", true);
    rows.addWidget(m_problem);
    rows.addWidget(label("Distance to a fault", "heading"));
    rows.addLayout(distance());
    rows.addWidget(label("Import from a tester (CSV)", "heading"));
    rows.addLayout(import());
    rows.addStretch(1);
    return m_run;
}

QLayout* TestResultsPane::newResult()
{
    auto* all = new QVBoxLayout;
    auto* grid = new QGridLayout;
    m_outcome =
        choices("Outcome",
                {{"passed", "passed"}, {"narrowly", "narrowly"}, {"failed", "failed"}, {"not-judged", "not judged"}});
    m_stage = choices("When", {{"floor", "on the floor"},
                               {"before-wall", "before the wall closes"},
                               {"after-plates", "after the plates"},
                               {"hand-over", "at hand-over"},
                               {"after-swap", "after a swap"},
                               {"again", "again, later"}});
    m_stage->setCurrentIndex(1);
    m_part = choices("Tested as", {{"not-said", "not said"},
                                   {"permanent-link", "permanent link"},
                                   {"channel", "channel with its cords"},
                                   {"cable", "cable alone"}});
    m_with = new QComboBox;
    m_with->setAccessibleName("Tested by");
    m_limit = field("Limit", "cat6a or 10g");
    m_length = field("Length", "18.4m");
    m_margin = field("Margin", "2.1db");
    m_loop = field("Loop resistance", "3.2ohm");
    m_map = field("Wire map", "1-1 2-2 3-3 …");
    m_by = field("Made by", "installer");
    const std::vector<std::pair<const char*, QWidget*>> fields{
        {"Outcome", m_outcome}, {"When", m_stage},    {"Tested by", m_with}, {"Tested as", m_part}, {"Limit", m_limit},
        {"Margin", m_margin},   {"Length", m_length}, {"Loop", m_loop},      {"Wire map", m_map},   {"Made by", m_by}};
    for (std::size_t i = 0; i < fields.size(); ++i) {
        const int aRow = isVeryLarge() ? 1 : 2;
        const int row = static_cast<int>(i) / aRow, at = static_cast<int>(i) % aRow * 2;
        grid->addWidget(label(fields[i].first), row, at);
        grid->addWidget(fields[i].second, row, at + 1);
    }
    grid->setColumnStretch(1, 1);
    if (!isVeryLarge()) grid->setColumnStretch(3, 1);
    all->addLayout(grid);
    all->addLayout(photo());
    auto* keep = button("Keep this result", "main", [this] { add(); });
    keep->setMinimumHeight(scaled(40));
    all->addWidget(keep);
    return all;
}

/// A photo of the new result: the tester's face, the end as it was found.
QLayout* TestResultsPane::photo()
{
    auto* row = new QHBoxLayout;
    m_takePhoto = button("Photo …", "", [this] {
        const QString path = choosePicture(this);
        if (!path.isEmpty()) m_presenter.photos().take(path);
    });
    m_takePhoto->setToolTip("Of the tester's face, or of the end as it was found; kept with the new result");
    row->addWidget(m_takePhoto);
    m_photoSays = label("no photo", "soft", true);
    row->addWidget(m_photoSays, 1);
    m_dropPhoto = button("Leave it out", "quiet", [this] { m_presenter.photos().drop(); });
    row->addWidget(m_dropPhoto);
    return row;
}

void TestResultsPane::showPhoto()
{
    const QString says = m_presenter.photos().says();
    m_photoSays->setText(says.isEmpty() ? QString("no photo") : says);
    m_takePhoto->setEnabled(!m_presenter.photos().isReading());
    m_dropPhoto->setVisible(m_presenter.photos().taken().has_value());
}

QLayout* TestResultsPane::distance()
{
    auto* all = new QVBoxLayout;
    auto* row = new QHBoxLayout;
    m_near = field("Distance that the tester shows", "14m");
    m_far = field("Shown from the other end", "from the other end: 17m");
    for (QLineEdit* one : {m_near, m_far}) {
        connect(one, &QLineEdit::textEdited, this,
                [this] { m_place->setText(m_presenter.faultSays(m_near->text(), m_far->text())); });
        row->addWidget(one, 1);
    }
    all->addLayout(row);
    m_place = label("What the tester shows, against the cords and the cable of this run.", "soft", true);
    all->addWidget(m_place);
    return all;
}

QLayout* TestResultsPane::import()
{
    auto* all = new QVBoxLayout;
    auto* first = new QHBoxLayout;
    first->addWidget(button("Choose a CSV file …", "", [this] {
        const QString path =
            QFileDialog::getOpenFileName(this, "Results of a tester", {}, "Tables (*.csv);;All files (*)");
        if (!path.isEmpty()) openFile(path);
    }));
    m_fileName = label("none chosen", "soft", true);
    first->addWidget(m_fileName, 1);
    all->addLayout(first);
    m_columns = field("Which column holds what", "run=Cable ID; length=Length (ft) in ft; outcome=Result");
    all->addWidget(m_columns);
    auto* last = new QHBoxLayout;
    m_keepAs = field("Keep this mapping as", "keep this mapping as …");
    last->addWidget(m_keepAs, 1);
    m_import = button("Import", "", [this] {
        QString says;
        const QString wrong = m_presenter.importFile(m_file, m_columns->text(), m_keepAs->text(), says);
        m_problem->setText(wrong);
        if (wrong.isEmpty()) m_fileName->setText(says);
    });
    m_import->setEnabled(false);
    last->addWidget(m_import);
    all->addLayout(last);
    return all;
}

void TestResultsPane::openFile(const QString& path)
{
    const QString wrong = m_presenter.openFile(path, m_file);
    m_problem->setText(wrong);
    m_import->setEnabled(wrong.isEmpty());
    if (!wrong.isEmpty()) return;
    m_fileName->setText(m_file.name + QString(", columns %1")
                                          .arg(QStringList([this] {
                                                   QStringList all;
                                                   for (const std::string& one : m_file.headings) all << toQt(one);
                                                   return all;
                                               }())
                                                   .join(", ")));
    m_columns->setText(toQt(cabletest::textOf(m_file.columns)));
}

QWidget* TestResultsPane::side()
{
    m_side = new ScrollColumn(18, 6);
    auto& rows = m_side->rows();
    m_first = new QVBoxLayout;
    m_first->setSpacing(6);
    rows.addLayout(m_first);
    rows.addWidget(label("Batches", "heading"));
    m_batch = choices("Batches by", {{"installer", "by who made them"}, {"room", "by room"}, {"day", "by day"}});
    connect(m_batch, &QComboBox::currentIndexChanged, this, &TestResultsPane::fillSide);
    rows.addWidget(m_batch);
    m_batches = new QVBoxLayout;
    m_batches->setSpacing(6);
    rows.addLayout(m_batches);
    rows.addLayout(live());
    rows.addStretch(1);
    return sidePanel(m_side);
}

QLayout* TestResultsPane::live()
{
    auto* all = new QVBoxLayout;
    all->addWidget(label("Without an instrument: run the link", "heading", true));
    all->addWidget(
        label("Full load against a sokudo-agent at the far end, until the bits are enough for 1e-10 with 95 %. "
              "The card there counts damaged frames: behind a switch, those of the last cable only.",
              "soft", true));
    m_findEnds = button("Between which hosts?", "", [this] { m_presenter.linkRun().findEnds(); });
    m_findEnds->setToolTip("Two hosts that this cable holds back, so that no slow machine is taken for a slow cable");
    all->addWidget(m_findEnds);
    m_ends = label("", "", true);
    all->addWidget(m_ends);
    m_host = field("Agent", "address of the agent");
    m_key = field("Pairing key", "its pairing key");
    m_key->setEchoMode(QLineEdit::Password);
    m_rate = field("Rate of the link", "10g");
    auto* row = new QHBoxLayout;
    row->addWidget(m_host, 3);
    row->addWidget(m_rate, 1);
    all->addLayout(row);
    all->addWidget(m_key);
    auto* buttons = new QHBoxLayout;
    m_run10 = button("Run it", "", [this] {
        const auto rate = oneline::rateOf(fromQt(m_rate->text().trimmed().toLower()));
        if (!rate || m_host->text().trimmed().isEmpty())
            return m_live->setText("Write the address of the agent, and the rate of the link as 10g");
        m_presenter.linkRun().start({m_host->text().trimmed(), m_key->text().trimmed(), 7411, *rate});
    });
    m_stop = button("Stop", "quiet", [this] { m_presenter.linkRun().stop(); });
    buttons->addWidget(m_run10, 1);
    buttons->addWidget(m_stop);
    all->addLayout(buttons);
    m_live = label("", "", true);
    all->addWidget(m_live);
    all->addWidget(label("Test of this machine's card", "heading", true));
    auto* card = new QHBoxLayout;
    m_interface = field("Interface", "enp5s0");
    card->addWidget(m_interface, 1);
    card->addWidget(button("Test", "", [this] { m_presenter.linkRun().testCard(m_interface->text().trimmed()); }));
    all->addLayout(card);
    m_card = label("Where the driver has it; its link goes down for some seconds.", "soft", true);
    all->addWidget(m_card);
    return all;
}

QString TestResultsPane::savePdf(const QString& path, const QString& house) const
{
    return printSheet(path, testSheet(m_presenter.results(), house));
}

void TestResultsPane::add()
{
    std::vector<std::pair<std::string, std::string>> fields{{"outcome", fromQt(m_outcome->currentData().toString())},
                                                            {"stage", fromQt(m_stage->currentData().toString())},
                                                            {"part", fromQt(m_part->currentData().toString())}};
    const QString with = m_with->currentData().toString();
    if (with.startsWith("instrument:")) fields.emplace_back("instrument", fromQt(with.section(':', 1)));
    else if (with.startsWith("grade:")) fields.emplace_back("grade", fromQt(with.section(':', 1)));
    for (const auto& [key, edit] : {std::pair("limit", m_limit),
                                    {"length", m_length},
                                    {"margin", m_margin},
                                    {"loop", m_loop},
                                    {"map", m_map},
                                    {"by", m_by}})
        if (!edit->text().trimmed().isEmpty()) fields.emplace_back(key, fromQt(edit->text().trimmed()));
    const QString wrong = m_presenter.add(fields);
    m_problem->setText(wrong);
    if (!wrong.isEmpty()) return;
    for (QLineEdit* one : {m_length, m_margin, m_loop, m_map}) one->clear();
}

void TestResultsPane::refresh()
{
    const QVariant with = m_with->currentData();
    m_with->clear();
    m_with->addItem("not said", "");
    for (const auto& [name, id] : m_presenter.instruments()) m_with->addItem(name, id);
    m_with->setCurrentIndex(std::max(0, m_with->findData(with)));
    fillRuns();
    fillRun();
    fillSide();
}

void TestResultsPane::fillRuns()
{
    auto& rows = m_runs->rows();
    clear(&rows);
    auto* head = new QHBoxLayout;
    head->addWidget(label(toQt(m_presenter.results().sentence), "heading", true), 1);
    head->addWidget(button("Print …", "quiet", [this] {
        const QString path = QFileDialog::getSaveFileName(this, "Print the test results", "tests.pdf", "PDF (*.pdf)");
        if (!path.isEmpty()) m_problem->setText(savePdf(path, "tests"));
    }));
    rows.addLayout(head);
    for (const cabletest::RunTests& one : m_presenter.results().runs) {
        auto* line = new QHBoxLayout;
        line->addWidget(new VerdictMark(one.verdict, cabletest::resultWord(one.verdict)));
        auto* link = linkText(toQt(one.name) + (one.run == m_presenter.chosen() ? " ←" : ""),
                              [this, run = one.run] { m_presenter.choose(run); });
        link->setAccessibleName("Results of " + toQt(one.name));
        line->addWidget(link, 1);
        rows.addLayout(line);
        rows.addWidget(label(toQt(one.says) + (one.isDue ? "; due again" : ""), "soft", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

void TestResultsPane::fillRun()
{
    clear(m_about);
    const cabletest::RunTests* run = m_presenter.run();
    if (!run) {
        m_about->addWidget(label("No cable is laid yet: add runs in Survey", "title", true));
        return fitAgain(m_about);
    }
    m_about->addWidget(label(toQt(run->name) + ": " + toQt(run->says), "title", true));
    for (const text::Sentence& one : run->changes) m_about->addWidget(label("Since the first: " + toQt(one), "", true));
    for (const text::Sentence& one : run->doubts) m_about->addWidget(label("Note: " + toQt(one), "soft", true));
    const auto history = m_presenter.history();
    if (!history.empty()) m_about->addWidget(label("What happened to it", "heading"));
    for (const jobs::Happened& one : history) {
        auto* line = new QHBoxLayout;
        line->addWidget(label(one.on.empty() ? QString("–") : toQt(one.on), "figure"));
        line->addWidget(label(toQt(one.kind), "soft"));
        line->addWidget(label(toQt(one.what), "", true), 1);
        m_about->addLayout(line);
    }
    fillPhotos();
    fitAgain(m_about);
}

/// Photos of the results that are there, and one more for the newest.
void TestResultsPane::fillPhotos()
{
    if (m_presenter.run()->tests.empty()) return;
    auto* head = new QHBoxLayout;
    head->addWidget(label("Photos", "heading"), 1);
    auto* attach = button(isVeryLarge() ? "Add …" : "Add to the newest result …", "quiet", [this] {
        const QString path = choosePicture(this);
        if (!path.isEmpty()) m_presenter.attachPhoto(path);
    });
    head->addWidget(attach);
    m_about->addLayout(head);
    const auto photos = m_presenter.photos().of(m_presenter.run());
    if (photos.empty()) m_about->addWidget(label("None is kept.", "soft"));
    for (const auto& one : photos) {
        QPixmap picture;
        auto* row = new QHBoxLayout;
        if (picture.loadFromData(one.jpeg, "JPEG")) {
            auto* shown = new QLabel;
            shown->setPixmap(picture.scaled(scaled(160), scaled(120), Qt::KeepAspectRatio, Qt::SmoothTransformation));
            shown->setAccessibleName("Photo " + one.caption);
            row->addWidget(shown);
        }
        row->addWidget(label(one.caption + ", with " + one.of, "soft", true), 1);
        m_about->addLayout(row);
    }
}

void TestResultsPane::fillSide()
{
    clear(m_first);
    const auto siblings = m_presenter.siblings();
    if (!siblings.empty()) {
        m_first->addWidget(label("Test these first", "heading", true));
        for (std::size_t i = 0; i < siblings.size() && i < 6; ++i) {
            m_first->addWidget(
                linkText(toQt(siblings[i].name), [this, run = siblings[i].run] { m_presenter.choose(run); }));
            m_first->addWidget(label(toQt(siblings[i].why), "soft", true));
        }
    }
    fitAgain(m_first);
    clear(m_batches);
    for (const cabletest::BatchCount& one :
         m_presenter.batches(static_cast<cabletest::BatchBy>(m_batch->currentIndex()))) {
        m_batches->addWidget(label(
            QString("%1: %2 bad of %3, %4 untested").arg(toQt(one.name)).arg(one.bad).arg(one.tested).arg(one.untested),
            "", true));
        if (one.untested > 0) m_batches->addWidget(label(m_presenter.batchSays(one), "soft", true));
    }
    fitAgain(m_batches);
}

void TestResultsPane::fillLive()
{
    m_run10->setEnabled(!m_presenter.linkRun().isRunning());
    m_stop->setEnabled(m_presenter.linkRun().isRunning());
    m_live->setText(m_presenter.linkRun().says());
    m_findEnds->setEnabled(!m_presenter.linkRun().isFindingEnds() && m_presenter.chosen().isSet());
    m_ends->setText(m_presenter.linkRun().endsSays());
    m_ends->setVisible(!m_presenter.linkRun().endsSays().isEmpty());
    if (!m_presenter.linkRun().cardSays().isEmpty()) m_card->setText(m_presenter.linkRun().cardSays());
}

}  // namespace sokudo::ui
