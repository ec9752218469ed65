// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/shell/main_window.h"

#include <QApplication>
#include <QDragEnterEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMimeData>
#include <QShortcut>
#include <QTimer>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/kb/survey_rows.h"
#include "ui/pages/build_page.h"
#include "ui/pages/diagnose_page.h"
#include "ui/pages/help_page.h"
#include "ui/pages/labels_page.h"
#include "ui/pages/logbook_page.h"
#include "ui/pages/match_page.h"
#include "ui/pages/path_page.h"
#include "ui/pages/power_page.h"
#include "ui/pages/settings_page.h"
#include "ui/pages/start_page.h"
#include "ui/pages/survey_page.h"
#include "ui/shell/command_field.h"
#include "ui/shell/houses.h"
#include "ui/shell/logo.h"
#include "ui/shell/term_tips.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/lazy_stack.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/path_strip.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {

struct BenchName {
    int bench;
    int number;
    const char* title;
};
// The order of work has seven benches; those that are not built yet are not shown and keep their number.
// The path is no step of the work: it is asked for from any of them, and has no number.
constexpr BenchName kBenches[] = {{MainWindow::Survey, 1, "Survey"},   {MainWindow::Match, 2, "Match"},
                                  {MainWindow::Power, 3, "Power"},     {MainWindow::Build, 4, "Build"},
                                  {MainWindow::Measure, 5, "Measure"}, {MainWindow::Diagnose, 6, "Diagnose"},
                                  {MainWindow::Logbook, 7, "Logbook"}, {MainWindow::Path, 0, "Path"}};

}  // namespace

MainWindow::MainWindow(app::Document& document, World world, Houses* houses, std::shared_ptr<WindowPresenters> taken)
    : m_document(document),
      m_presenters(taken ? std::move(taken) : std::make_shared<WindowPresenters>(document, world)),
      m_houses(houses)
{
    setAcceptDrops(true);
    resize(1280, 800);
    setMinimumSize(1024, 680);
    auto* centre = new QWidget;
    auto* all = column(centre, 0, 0);
    m_pages = new LazyStack;
    addPages(world);
    m_pages->page(Survey);
    all->addWidget(topBar());
    all->addWidget(benchBar());
    makeMessage();
    all->addWidget(m_message);
    all->addWidget(m_pages, 1);
    setCentralWidget(centre);

    followDocument();
    addShortcuts();
    fillCounts();
    showBench(Survey);
    m_survey->house().setFocus();
    showNotices();
}

/// Benches are built when they are first shown.
void MainWindow::addPages(const World& world)
{
    const LocalAgentSource localAgent = world.localAgent;
    const app::NeighbourSource neighbours = world.neighbours;
    m_pages->addLater([this, neighbours] {
        const StartWays ways{[this] { m_survey->readThisMachine(); },
                             [this] {
                                 if (m_houses) m_houses->open({}, this);
                             },
                             [this](const QString& id) {
                                 if (m_houses) m_houses->openStarter(id);
                             },
                             [this](const QString& line) { m_command->ask(line); }};
        return m_survey = new SurveyPage(
                   m_presenters->survey, [this] { return new PathStrip(m_presenters->path); }, ways, neighbours);
    });
    m_pages->addLater([this] {
        return new MatchPage(m_presenters->match, m_presenters->ways, m_presenters->whatIf, m_presenters->catalogue,
                             new PathStrip(m_presenters->path));
    });
    m_pages->addLater([this, localAgent] {
        return new MeasurePage(m_presenters->measure, m_presenters->path, new PathStrip(m_presenters->path),
                               localAgent);
    });
    m_pages->addLater([this] {
        auto* diagnose = new DiagnosePage(m_presenters->diagnose, m_presenters->path);
        connect(diagnose, &DiagnosePage::measureAsked, this, [this] { showBench(Measure); });
        return diagnose;
    });
    m_pages->addLater([this] { return new LogbookPage(m_presenters->logbook); });
    m_pages->addLater(
        [this] { return new PathPage(m_presenters->path, m_presenters->flows(), m_presenters->upgrade()); });
    m_pages->addLater([this] { return new PowerPage(m_presenters->power()); });
    m_pages->addLater([this] { return new BuildPage(m_presenters->build()); });
}

void MainWindow::makeMessage()
{
    m_message = frame("notice");
    auto* messageRow = new QHBoxLayout(m_message);
    messageRow->setContentsMargins(16, 7, 12, 7);
    m_messageText = label("", "bad", true);
    messageRow->addWidget(m_messageText, 1);
    messageRow->addWidget(button("Close", "quiet", [this] { m_message->hide(); }));
    m_message->hide();
}

void MainWindow::followDocument()
{
    connect(&m_document, &app::Document::failed, this, &MainWindow::showProblem);
    connect(&m_document, &app::Document::planChanged, m_message, &QWidget::hide);
    connect(&m_document, &app::Document::planChanged, this, &MainWindow::showHouseName);
    connect(&m_document, &app::Document::analysisChanged, this, &MainWindow::fillCounts);
    connect(&m_document.undoStack(), &QUndoStack::indexChanged, this, [this] {
        m_undo->setEnabled(m_document.undoStack().canUndo());
        m_redo->setEnabled(m_document.undoStack().canRedo());
        m_undo->setToolTip(tip("Undo: " + m_document.undoStack().undoText() + " (Ctrl+Z)"));
        m_redo->setToolTip(tip("Redo: " + m_document.undoStack().redoText() + " (Ctrl+Shift+Z)"));
    });
    connect(&m_document, &app::Document::noticesChanged, this, &MainWindow::showNotices);
    connect(&m_document, &app::Document::notice, this, &MainWindow::showNotice);
}

MainWindow::~MainWindow()
{
    // Pages hold references to the presenters: they go first.
    delete takeCentralWidget();
}

QWidget* MainWindow::topBar()
{
    auto* bar = new QWidget;
    bar->setObjectName("top");
    bar->setAttribute(Qt::WA_StyledBackground);
    bar->setStyleSheet(QString("#top { background: %1; } #top QLabel { color: %2; } #top QLineEdit { background: "
                               "#2b3040; border: 1px solid #3b4154; color: %2; }")
                           .arg(theme().bar.name(), theme().barInk.name()));
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(18, 7, 14, 7);
    row->setSpacing(10);
    row->addWidget(new Logo);
    row->addWidget(label("Sokudo", "heading"));
    m_house = new HouseMenu(houseActions(), app::recentHouses, [this](const QString& path) {
        if (m_houses) m_houses->open(path, this);
    });
    row->addWidget(m_house);
    row->addWidget(nameField());
    showHouseName();
    row->addStretch(1);
    m_command = new CommandField(m_document, m_presenters->selection, commands());
    m_command->setFixedWidth(scaled(340));
    row->addWidget(m_command);
    row->addStretch(1);
    m_counts = new QHBoxLayout;
    m_counts->setSpacing(6);
    row->addLayout(m_counts);
    return bar;
}

/// Takes the place of the house's name while it is changed.
QWidget* MainWindow::nameField()
{
    m_name = new QLineEdit;
    m_name->setAccessibleName("Name of the house");
    m_name->setFixedWidth(scaled(180));
    m_name->hide();
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        if (m_name->isHidden()) return;
        m_name->hide();
        m_house->show();
        plan::Plan next = m_document.plan();
        next.name = app::fromQt(m_name->text().trimmed());
        if (!next.name.empty()) m_document.edit("named the house " + m_name->text().trimmed(), next);
    });
    return m_name;
}

void MainWindow::renameHouse()
{
    m_name->setText(toQt(m_document.plan().name));
    m_house->hide();
    m_name->show();
    m_name->selectAll();
    m_name->setFocus();
}

void MainWindow::showHouseName()
{
    const QString name = toQt(m_document.plan().name);
    setWindowTitle(name.isEmpty() ? QString("Sokudo") : name + " – Sokudo");
    if (m_house) m_house->setHouse(name);
}

/// Escape that no field wanted leads back from a page that is no bench.
void MainWindow::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape && !m_sheet.isEmpty()) leaveSheet();
    else QMainWindow::keyPressEvent(event);
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (m_houses && event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    for (const QUrl& url : event->mimeData()->urls())
        if (m_houses && url.isLocalFile()) m_houses->open(url.toLocalFile(), this);
}

PowerPage& MainWindow::powerPage() { return *static_cast<PowerPage*>(m_pages->page(Power)); }
BuildPage& MainWindow::buildPage() { return *static_cast<BuildPage*>(m_pages->page(Build)); }
PathPage& MainWindow::pathPage() { return *static_cast<PathPage*>(m_pages->page(Path)); }

QWidget* MainWindow::benchBar()
{
    auto* bar = frame("tabs");
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(12, 0, 12, 0);
    row->setSpacing(2);
    for (int i = 0; i < static_cast<int>(std::size(kBenches)); ++i) {
        auto* tab = button(kBenches[i].number == 0 || isVeryLarge()
                               ? QString(kBenches[i].title)
                               : QString("%1  %2").arg(kBenches[i].number).arg(kBenches[i].title),
                           "bench", [this, i] { showBench(kBenches[i].bench); });
        tab->setCheckable(true);
        tab->setToolTip(QString("Alt+%1").arg(kBenches[i].number));
        if (kBenches[i].number == 0) row->addSpacing(18);
        row->addWidget(tab);
        m_tabs << tab;
    }
    row->addStretch(1);
    m_undo = button("Undo", "quiet", [this] { m_document.undo(); });
    m_redo = button("Redo", "quiet", [this] { m_document.redo(); });
    m_undo->setEnabled(false);
    m_redo->setEnabled(false);
    row->addWidget(m_undo);
    row->addWidget(m_redo);
    row->addWidget(button("Help", "quiet", [this] { showSheet("help"); }));
    return bar;
}

void MainWindow::addShortcuts()
{
    const auto add = [this](const QKeySequence& keys, const std::function<void()>& act) {
        connect(new QShortcut(keys, this), &QShortcut::activated, this, act);
    };
    for (int i = 0; i < static_cast<int>(std::size(kBenches)); ++i)
        add(QKeySequence(QString("Alt+%1").arg(kBenches[i].number)), [this, i] { showBench(kBenches[i].bench); });
    add(QKeySequence("Ctrl+K"), [this] {
        m_command->setFocus();
        m_command->selectAll();
    });
    add(QKeySequence::Undo, [this] { m_document.undo(); });
    add(QKeySequence("Ctrl+Shift+Z"), [this] { m_document.redo(); });
    add(QKeySequence("F1"), [this] { showHelp(); });
    add(QKeySequence("Ctrl+D"), [this] {
        if (bench() == Survey) m_survey->addDevice();
    });
    add(QKeySequence("Ctrl+R"), [this] {
        if (bench() == Survey) m_survey->addRun();
    });
    add(QKeySequence("Ctrl+P"), [this] {
        if (bench() == Survey) m_survey->addPlace();
    });
    add(QKeySequence("Ctrl+Delete"), [this] {
        if (bench() == Survey) m_survey->deleteSelected();
    });
    connect(m_command, &CommandField::found, this, [this] { m_pages->currentWidget()->setFocus(); });
}

void MainWindow::fillCounts()
{
    clear(m_counts);
    for (Verdict verdict : kAllVerdicts) {
        const int count = m_document.analysis().count(verdict);
        if (count == 0) continue;
        const QString text = QString("%1 %2").arg(count).arg(
            verdict == Verdict::Fits && count > 1 ? QString("fit") : toQt(word(verdict)));
        auto* jump = button(m_shortCounts ? QString::number(count) : text, "count", [this, verdict] {
            const bool same = m_presenters->match.filter().verdict == verdict && bench() == Match;
            app::LinkFilter filter = m_presenters->match.filter();
            filter.verdict = same ? std::nullopt : std::optional(verdict);
            m_presenters->match.setFilter(filter);
            showBench(Match);
            m_presenters->match.select(0);
        });
        jump->setToolTip(text + ": list these links; once more for all");
        jump->setAccessibleName(text);
        // The bar is dark in both themes: the marks take the light side of each colour.
        static constexpr const char* kOnDark[] = {"#55c2ab", "#dca444", "#b4b8c6", "#db9566", "#f0809b", "#cf92e6"};
        jump->setIcon(verdictIcon(verdict, QColor(kOnDark[static_cast<int>(verdict)])));
        m_counts->addWidget(jump);
    }
}

void MainWindow::showBench(int index)
{
    m_sheet.clear();
    m_lastBench = index;
    m_pages->showPage(index);
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(kBenches[i].bench == index);
    if (index == Match && m_presenters->match.selectedRow() < 0) m_presenters->match.select(0);
}

MeasurePage& MainWindow::measurePage() { return *static_cast<MeasurePage*>(m_pages->page(Measure)); }

MatchPage& MainWindow::matchPage() { return *static_cast<MatchPage*>(m_pages->page(Match)); }

void MainWindow::warmUp()
{
    QTimer::singleShot(0, this, [this] {
        if (m_pages->buildNext()) warmUp();
    });
}

int MainWindow::bench() const { return m_lastBench; }

void MainWindow::showProblem(const QString& message)
{
    setKind(m_messageText, "bad");
    m_messageText->setText(message);
    m_message->show();
}

void MainWindow::showNotice(const QString& message)
{
    showProblem(message);
    setKind(m_messageText, "");
}

void MainWindow::showNotices()
{
    constexpr int kMost = 5;
    const QStringList all = m_document.notices();
    if (all.isEmpty()) return;
    QStringList shown = all.mid(0, kMost);
    if (all.size() > kMost) shown << QString("… and %1 more; sokudo-cli check lists them all").arg(all.size() - kMost);
    showNotice(shown.join("\n"));
}

/// On a word of the trade what it means; else the page of keys.
void MainWindow::showHelp()
{
    QString text;
    if (const QWidget* focused = QApplication::focusWidget())
        if (isAncestorOf(focused)) text = textOf(focused);
    const auto terms = kb::termsIn(m_document.knowledge(), app::fromQt(text));
    if (terms.empty()) return showSheet("help");
    showNotice(toQt(terms.front()->term + ": " + terms.front()->says + " " + terms.front()->more));
}

void MainWindow::resizeEvent(QResizeEvent* event)
{
    QMainWindow::resizeEvent(event);
    // Narrow windows shorten the field first; then the counts keep their mark and number only.
    m_command->setFixedWidth(width() < scaled(1180) ? scaled(220) : scaled(340));
    if (const bool tight = width() < scaled(1000); tight != m_shortCounts) {
        m_shortCounts = tight;
        fillCounts();
    }
}

std::vector<Command> MainWindow::commands()
{
    std::vector<Command> all;
    for (int i = 0; i < static_cast<int>(std::size(kBenches)); ++i)
        all.push_back({QString("Go to %1").arg(kBenches[i].title), [this, i] { showBench(kBenches[i].bench); }});
    for (const HouseAction& one : houseActions()) all.push_back({one.text, one.act});
    const auto onSurvey = [&](const char* text, auto act) {
        all.push_back({text, [this, act] {
                           showBench(Survey);
                           act(*m_survey);
                       }});
    };
    onSurvey("Add a place", [](SurveyPage& page) { page.addPlace(); });
    onSurvey("Add a device", [](SurveyPage& page) { page.addDevice(); });
    onSurvey("Add a run", [](SurveyPage& page) { page.addRun(); });
    onSurvey("Read this machine", [](SurveyPage& page) { page.readThisMachine(); });
    all.push_back({"Undo", [this] { m_document.undo(); }});
    all.push_back({"Redo", [this] { m_document.redo(); }});
    all.push_back({"Keys", [this] { showSheet("help"); }});
    return all;
}

}  // namespace sokudo::ui
