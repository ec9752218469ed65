// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/shell/program.h"

#include <cstdio>

#include <QApplication>
#include <QEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QGuiApplication>
#include <QTimer>

#include "app/faults.h"
#include "app/house_files.h"
#include "app/preferences.h"
#include "app/qt_text.h"
#include "ui/pages/survey_page.h"
#include "ui/paper/tour_paper.h"
#include "ui/shell/opening_window.h"
#include "ui/theme.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

namespace {

/// The desktop's file dialogs.
class AskByDialog final : public Ask {
public:
    QString fileToOpen(const QString& title, const QString& filter) override
    {
        return QFileDialog::getOpenFileName(QApplication::activeWindow(), title, app::housesFolder(), filter);
    }
    QString fileToSave(const QString& title, const QString& suggested, const QString& filter) override
    {
        return QFileDialog::getSaveFileName(QApplication::activeWindow(), title, suggested, filter);
    }
};

constexpr const char* kHouseFiles = "Houses (*.sokudo *.json);;All files (*)";

}  // namespace

/// A document with its windows; it goes when the last of them does.
struct Program::House {
    std::unique_ptr<app::Document> document;
    std::vector<std::shared_ptr<WindowPresenters>> underWay;  ///< of closed windows: what they run goes on
    std::vector<std::unique_ptr<MainWindow>> windows;
    std::shared_ptr<WindowPresenters> takeUnderWay();
};

/// The presenters of a closed window that still run something, for a new one to show; null: there are none.
std::shared_ptr<WindowPresenters> Program::House::takeUnderWay()
{
    std::erase_if(underWay, [](const auto& one) { return !one->isUnderWay(); });
    if (underWay.empty()) return nullptr;
    auto newest = std::move(underWay.back());
    underWay.pop_back();
    return newest;
}

/// A house on its way in, with the window that says how far it is.
struct Program::Underway {
    std::unique_ptr<app::Opening> opening;
    std::unique_ptr<OpeningWindow> window;
};

Program::Program(const kb::KnowledgeBase& kb, std::function<World()> world, Ask* ask, QObject* parent)
    : QObject(parent),
      m_kb(kb),
      m_world(std::move(world)),
      m_own(ask ? nullptr : std::make_unique<AskByDialog>()),
      m_ask(ask ? ask : m_own.get())
{
    app::listenToFaults([this](const QString& sentence) { showFault(sentence); });
}

Program::~Program() { app::listenToFaults({}); }

void Program::showFault(const QString& sentence)
{
    for (MainWindow* window : windows()) window->showProblem(sentence);
}

std::vector<MainWindow*> Program::windows() const
{
    std::vector<MainWindow*> all;
    for (const auto& house : m_houses)
        for (const auto& window : house->windows) all.push_back(window.get());
    return all;
}

void Program::openHouse(app::OpenRequest request, std::function<void(MainWindow*)> done, bool isWatched)
{
    const QString path = toQt(request.path);
    if (!request.replaces)
        for (const auto& house : m_houses)
            if (QFileInfo(toQt(house->document->path())) == QFileInfo(path)) {
                MainWindow* window = house->windows.front().get();
                window->raise();
                window->activateWindow();
                if (done) done(window);
                return;
            }
    auto& underway = *m_underway.emplace_back(std::make_unique<Underway>());
    underway.opening = std::make_unique<app::Opening>(std::move(request));
    underway.window = std::make_unique<OpeningWindow>(*underway.opening, path);
    Underway* self = &underway;
    const auto drop = [this, self] {
        QTimer::singleShot(0, this, [this, self] {
            std::erase_if(m_underway, [self](const auto& one) { return one.get() == self; });
        });
    };
    const auto finish = [this, self, done, drop, isWatched] {
        auto opened = self->opening->take();
        if (opened) {
            show(std::move(*opened), done);
            drop();
            return;
        }
        std::fprintf(stderr, "sokudo: %s\n", opened.error().message().c_str());
        if (opened.error().code == ErrorCode::Cancelled || !isWatched) {
            if (done) done(nullptr);
            drop();
            return;
        }
        self->window->showFailure(opened.error());
        connect(self->window.get(), &OpeningWindow::closed, this, [done, drop] {
            if (done) done(nullptr);
            drop();
        });
    };
    if (underway.opening->isDone()) finish();
    else connect(underway.opening.get(), &app::Opening::done, this, finish);
}

void Program::show(app::Opened opened, const std::function<void(MainWindow*)>& done)
{
    auto& house = *m_houses.emplace_back(std::make_unique<House>());
    house.document = std::make_unique<app::Document>(m_kb, std::move(opened.file), std::move(opened.loaded));
    const QString path = toQt(house.document->path());
    MainWindow* window = makeWindow(house);
    if (const int bench = app::benchOf(path); bench >= 0) window->showBench(bench);
    app::rememberHouse(path, window->bench());
    window->show();
    window->warmUp();
    if (done) done(window);
}

MainWindow* Program::makeWindow(House& house)
{
    auto& window = house.windows.emplace_back(
        std::make_unique<MainWindow>(*house.document, m_world(), this, house.takeUnderWay()));
    window->installEventFilter(this);
    return window.get();
}

Program::House* Program::houseOf(const MainWindow& window)
{
    for (const auto& house : m_houses)
        for (const auto& one : house->windows)
            if (one.get() == &window) return house.get();
    return nullptr;
}

/// A closed window goes; nothing is ever unsaved.
bool Program::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::Close)
        if (auto* window = qobject_cast<MainWindow*>(watched)) {
            if (const House* house = houseOf(*window))
                app::rememberHouse(toQt(house->document->path()), window->bench());
            QTimer::singleShot(0, this, [this, window] { forget(window); });
        }
    return QObject::eventFilter(watched, event);
}

void Program::forget(MainWindow* window)
{
    if (House* house = houseOf(*window); house && window->presenters()->isUnderWay())
        house->underWay.push_back(window->presenters());
    for (const auto& house : m_houses)
        std::erase_if(house->windows, [window](const auto& one) { return one.get() == window; });
    std::erase_if(m_houses, [](const auto& house) { return house->windows.empty(); });
    if (m_houses.empty()) QApplication::quit();
}

void Program::makeHouse()
{
    const QString path = app::freshPath("house");
    openHouse({fromQt(path), nullptr, false, app::OpenRequest::IfMissing::MakeWithFolder});
}

void Program::open(const QString& path, MainWindow* from)
{
    const QString chosen = path.isEmpty() ? m_ask->fileToOpen("Open a house", kHouseFiles) : path;
    if (chosen.isEmpty()) return;
    const auto house = app::importHouse(chosen);
    if (!house) {
        if (from) from->showProblem(toQt(house.error().message()));
        return;
    }
    openHouse({fromQt(*house), nullptr, false});
}

void Program::openStarter(const QString& id)
{
    const auto start = [id] { return app::starterHouse(id); };
    openHouse({fromQt(app::housesFolder() + "/" + id + ".sokudo"), start, false,
               app::OpenRequest::IfMissing::MakeWithFolder});
}

void Program::duplicate(MainWindow& from)
{
    const House* house = houseOf(from);
    if (!house) return;
    const auto copy = app::duplicate(house->document->project(), toQt(house->document->path()));
    if (!copy) return from.showProblem(toQt(copy.error().message()));
    openHouse({fromQt(*copy), nullptr, false});
}

void Program::saveCopy(MainWindow& from)
{
    const House* house = houseOf(from);
    if (!house) return;
    const QString path = m_ask->fileToSave("Save a copy", toQt(house->document->path()), "Houses (*.sokudo)");
    if (path.isEmpty()) return;
    const auto copy = app::saveCopy(house->document->project(), path.endsWith(".sokudo") ? path : path + ".sokudo");
    if (copy) from.showNotice("A copy is in " + *copy + ". You go on working in " + toQt(house->document->path()));
    else from.showProblem(toQt(copy.error().message()));
}

void Program::importFile(MainWindow& from)
{
    const QString path = m_ask->fileToOpen("Import a house", "Exported houses (*.json);;All files (*)");
    if (!path.isEmpty()) open(path, &from);
}

void Program::exportFile(MainWindow& from, bool isPrivateToo)
{
    const House* house = houseOf(from);
    if (!house) return;
    const QFileInfo own(toQt(house->document->path()));
    const QString path =
        m_ask->fileToSave("Export the house", own.absolutePath() + "/" + own.completeBaseName() + ".json",
                          "The whole house (*.json);;Tables for a spreadsheet (*.csv);;A copy (*.sokudo)");
    if (path.isEmpty()) return;
    const auto done = app::exportHouse(house->document->project(), path, {isPrivateToo});
    if (!done) return from.showProblem(toQt(done.error().message()));
    from.showNotice(*done + (isPrivateToo || house->document->plan().accesses.empty()
                                 ? QString()
                                 : ". Addresses and log-in hints were left out"));
}

void Program::exportDrawing(MainWindow& from)
{
    const House* house = houseOf(from);
    if (!house) return;
    const QFileInfo own(toQt(house->document->path()));
    const QString path =
        m_ask->fileToSave("Export the drawing", own.absolutePath() + "/" + own.completeBaseName() + ".svg",
                          "Drawing (*.svg);;Page (*.pdf);;Picture (*.png)");
    if (path.isEmpty()) return;
    from.survey().housePane().exportDrawing(path);
    if (QFileInfo(path).size() > 0) from.showNotice("The drawing was written to " + path);
    else from.showProblem("The drawing could not be written to " + path + ": choose a folder that you may write to");
}

void Program::exportTour(MainWindow& from, bool isPrivateToo)
{
    const House* house = houseOf(from);
    if (!house) return;
    const QFileInfo own(toQt(house->document->path()));
    const QString path =
        m_ask->fileToSave("Tour of the house", own.absolutePath() + "/" + own.completeBaseName() + "-tour.html",
                          "Page (*.html);;PDF (*.pdf)");
    if (path.isEmpty()) return;
    if (writeTour(*house->document, from.survey().house(), isPrivateToo, path))
        from.showNotice(
            "The tour was written to " + path +
            (isPrivateToo ? ", with addresses and log-in hints" : "; addresses and log-in hints are left out"));
    else from.showProblem("The tour could not be written to " + path + ": choose a folder that you may write to");
}

QString Program::askForLabels(MainWindow& from)
{
    const House* house = houseOf(from);
    if (!house) return {};
    const QFileInfo own(toQt(house->document->path()));
    return m_ask->fileToSave("Labels", own.absolutePath() + "/" + own.completeBaseName() + "-labels.pdf",
                             "PDF (*.pdf)");
}

void Program::anotherWindow(MainWindow& from)
{
    House* house = houseOf(from);
    if (!house) return;
    MainWindow* window = makeWindow(*house);
    window->move(from.pos() + QPoint(40, 40));
    window->showBench(from.bench());
    window->show();
    window->warmUp();
}

/// Widgets read sizes and colours when they are built, so each window is rebuilt in place.
void Program::applyPreferences()
{
    applyTheme(*qApp, app::preferences());
    for (const auto& house : m_houses)
        for (auto& window : house->windows) {
            auto next = std::make_unique<MainWindow>(*house->document, m_world(), this, window->presenters());
            next->installEventFilter(this);
            next->setGeometry(window->geometry());
            next->showBench(window->bench());
            if (!window->sheet().isEmpty()) next->showSheet(window->sheet());
            next->show();
            window->removeEventFilter(this);
            window->hide();
            // The button that was pressed is still on the stack.
            QTimer::singleShot(0, next.get(), [old = std::shared_ptr<MainWindow>(std::move(window))] {});
            window = std::move(next);
        }
}

}  // namespace sokudo::ui
