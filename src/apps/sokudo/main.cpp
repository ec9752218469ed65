// SPDX-License-Identifier: GPL-3.0-or-later
// The window: joins the seams to real things and opens a project.
#include <cstdio>

#include <QApplication>
#include <QCommandLineParser>
#include <QDir>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QSettings>
#include <QStandardPaths>
#include <QTimer>

#include <unistd.h>

#include "app/document.h"
#include "app/opening.h"
#include "app/qt_text.h"
#include "core/kb/load.h"
#include "host/host_reader.h"
#include "shots.h"
#include "store/project_json.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"
#include "ui/shell/main_window.h"
#include "ui/shell/opening_window.h"
#include "ui/theme.h"

using namespace sokudo;

namespace {

constexpr int kFailed = 2;  ///< the program's answer where it cannot do what was asked

int fail(const Error& error)
{
    std::fprintf(stderr, "sokudo: %s\n", error.message().c_str());
    return kFailed;
}

QString dataFolder()
{
    const QString installed = QDir(QCoreApplication::applicationDirPath()).absoluteFilePath("../share/sokudo");
    return QFileInfo::exists(installed) ? installed : QStringLiteral(SOKUDO_DATA_DIR);
}

/// This machine by its own name or none; a captured host of the demo by the name of its folder.
app::HostSource hostSource(bool demo)
{
    return [demo](const std::string& name) -> std::unique_ptr<measure::HostReader> {
        char own[256] = "";
        ::gethostname(own, sizeof own - 1);
        const QString captured = dataFolder() + "/hosts/" + app::toQt(name.empty() ? "platen" : name);
        if (demo)
            return QFileInfo::exists(captured) ? std::make_unique<host::SystemHostReader>(captured.toStdString())
                                               : nullptr;
        if (name.empty() || name == own) return std::make_unique<host::SystemHostReader>("/");
        return nullptr;
    };
}

Result<store::Project> demoHouse()
{
    return store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "lantern-row.json");
}

QString projectPath(const QString& asked, bool demo)
{
    if (!asked.isEmpty()) return asked;
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
           (demo ? "/sokudo/lantern-row.sokudo" : "/sokudo/home.sokudo");
}

/// Lets the window of the opening live until the project is there; and, where it cannot be opened, until the reason was
/// read.
Result<app::Opened> waitFor(app::Opening& opening, const QString& path, bool isWatched)
{
    ui::OpeningWindow window(opening, path);
    QEventLoop loop;
    QObject::connect(&opening, &app::Opening::done, &loop, &QEventLoop::quit);
    if (!opening.isDone()) loop.exec();
    auto opened = opening.take();
    if (!opened) fail(opened.error());
    if (!opened && isWatched && opened.error().code != ErrorCode::Cancelled) {
        window.showFailure(opened.error());
        QObject::connect(&window, &ui::OpeningWindow::closed, &loop, &QEventLoop::quit);
        loop.exec();
    }
    return opened;
}

void describe(QCommandLineParser& parser)
{
    parser.setApplicationDescription("Plans, checks and measures fast home networks.");
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("FILE", "project to open or to make", "[FILE]");
    parser.addOptions({{"demo", "open the demo house, Lantern Row"},
                       {"fresh", "with --demo: begin it again"},
                       {"dark", "dark theme"},
                       {"text-size", "text size in percent, 100 to 200", "percent", "100"},
                       {"bench-start", "print the time from start to the first painted window, then quit"},
                       {"shots", "save a picture of each main view into this folder, then quit", "folder"}});
}

}  // namespace

int main(int argc, char** argv)
{
    QElapsedTimer sinceStart;
    sinceStart.start();
    QApplication application(argc, argv);
    QApplication::setApplicationName("sokudo");
    QApplication::setApplicationVersion("0.1.0");
    QCommandLineParser parser;
    describe(parser);
    parser.process(application);
    const bool demo = parser.isSet("demo"), isWatched = !parser.isSet("shots") && !parser.isSet("bench-start");
    const QString path = projectPath(parser.positionalArguments().value(0), demo);
    app::Opening opening({app::fromQt(path), demo ? demoHouse : nullptr, demo && parser.isSet("fresh")});
    ui::applyTheme(application, parser.isSet("dark"), parser.value("text-size").toInt());
    const auto kb = kb::load(kb::embeddedFiles());
    if (!kb) return fail(kb.error());
    auto opened = waitFor(opening, path, isWatched);
    if (!opened) return kFailed;
    app::Document document(*kb, std::move(opened->file), std::move(opened->loaded));

    traffic::TrafficClient traffic;
    std::unique_ptr<traffic::TrialServer> local;
    const auto localAgent = [&]() -> Result<ui::LocalAgent> {
        const std::string key = traffic::newPairingKey();
        auto server = traffic::TrialServer::listen("127.0.0.1", 0, key);
        if (!server) return tl::unexpected(server.error());
        local = std::move(*server);
        local->serveInBackground();
        return ui::LocalAgent{local->port(), key};
    };
    ui::MainWindow window(document, {traffic, hostSource(demo), localAgent});
    if (parser.isSet("shots")) return shots::take(application, window, parser.value("shots"), parser.isSet("dark"));
    window.show();
    if (parser.isSet("bench-start")) {
        QTimer::singleShot(0, &window, [&] {
            window.grab();
            std::printf("start to first painted window: %lld ms\n", static_cast<long long>(sinceStart.elapsed()));
            QApplication::quit();
        });
    } else {
        window.warmUp();
    }
    return QApplication::exec();
}
