// SPDX-License-Identifier: GPL-3.0-or-later
// The window: joins the seams to real things and opens a project.
#include <cstdio>
#include <filesystem>

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
#include "app/qt_text.h"
#include "core/kb/load.h"
#include "host/host_reader.h"
#include "shots.h"
#include "store/project_json.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"
#include "ui/shell/main_window.h"
#include "ui/theme.h"

using namespace sokudo;

namespace {

int fail(const Error& error)
{
    std::fprintf(stderr, "sokudo: %s\n", error.message().c_str());
    return 2;
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

/// A free name beside a damaged project: "home-recovered.sokudo".
std::string recoveredPath(const std::string& path)
{
    const std::filesystem::path whole(path);
    for (int i = 1;; ++i) {
        std::filesystem::path next = whole.parent_path() / whole.stem();
        next += i == 1 ? std::string("-recovered") : "-recovered-" + std::to_string(i);
        next += whole.extension();
        std::error_code problem;
        if (!std::filesystem::exists(next, problem)) return next.string();
    }
}

/// What can be read of a damaged project goes into a file of its own; the damaged one stays as it is.
Result<std::unique_ptr<app::Document>> recover(const kb::KnowledgeBase& kb, const std::string& path,
                                               store::Loaded loaded)
{
    const std::string copy = recoveredPath(path);
    auto file = store::ProjectFile::create(copy, loaded.project);
    if (!file) return tl::unexpected(file.error());
    auto again = (*file)->load();
    if (!again) return tl::unexpected(again.error());
    again->lost = std::move(loaded.lost);
    again->lost.insert(again->lost.begin(), path + " is damaged. It was left as it is; what could be read is in " +
                                                copy + ", where you work now.");
    return std::make_unique<app::Document>(kb, std::move(*file), std::move(*again));
}

Result<std::unique_ptr<app::Document>> openDocument(const kb::KnowledgeBase& kb, const QString& path, bool demo,
                                                    bool fresh)
{
    store::Project start;
    if (demo) {
        auto imported = store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "lantern-row.json");
        if (!imported) return tl::unexpected(imported.error());
        start = std::move(*imported);
    }
    QDir().mkpath(QFileInfo(path).absolutePath());
    if (fresh) QFile::remove(path);
    auto file = store::openOrCreate(path.toStdString(), start);
    if (!file) return tl::unexpected(file.error());
    auto loaded = (*file)->load();
    if (!loaded) return tl::unexpected(loaded.error());
    if ((*file)->isDamaged()) return recover(kb, path.toStdString(), std::move(*loaded));
    return std::make_unique<app::Document>(kb, std::move(*file), std::move(*loaded));
}

void describe(QCommandLineParser& parser)
{
    parser.setApplicationDescription("Plans, checks and measures fast home networks.");
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("FILE", "project to open or to make", "[FILE]");
    parser.addOptions({{"demo", "open the demo house, Lantern Row"},
                       {"fresh", "with --demo: begin it anew"},
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
    const auto kb = kb::load(kb::embeddedFiles());
    if (!kb) return fail(kb.error());
    const bool demo = parser.isSet("demo");
    QString path = parser.positionalArguments().value(0);
    if (path.isEmpty())
        path = QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
               (demo ? "/sokudo/lantern-row.sokudo" : "/sokudo/home.sokudo");
    ui::applyTheme(application, parser.isSet("dark"), parser.value("text-size").toInt());
    auto document = openDocument(*kb, path, demo, parser.isSet("fresh"));
    if (!document) return fail(document.error());

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
    ui::MainWindow window(**document, {traffic, hostSource(demo), localAgent});
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
