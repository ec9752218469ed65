// SPDX-License-Identifier: GPL-3.0-or-later
// The window: joins the seams to real things and opens a project.
#include <cstdio>
#include <filesystem>
#include <set>

#include <QApplication>
#include <QCommandLineParser>
#include <QElapsedTimer>
#include <QTemporaryDir>
#include <QTimer>

#include <unistd.h>

#include "app/document.h"
#include "app/house_files.h"
#include "app/opening.h"
#include "app/own_views.h"
#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/guard.h"
#include "core/kb/load.h"
#include "host/cable_test.h"
#include "host/echo_probe.h"
#include "host/host_reader.h"
#include "host/neighbours.h"
#include "host/shipped.h"
#include "host/switch_objects.h"
#include "shots.h"
#include "traffic/agent_reader.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"
#include "ui/shell/guarded_application.h"
#include "ui/shell/main_window.h"
#include "ui/shell/program.h"
#include "ui/shell/term_tips.h"
#include "ui/theme.h"

using namespace sokudo;

namespace {

constexpr int kFailed = 2;  ///< the program's answer where it cannot do what was asked

int fail(const Error& error)
{
    std::fprintf(stderr, "sokudo: %s\n", error.message().c_str());
    return kFailed;
}

/// This machine by its own name or none; a captured host of the demo by the name of its folder.
app::HostSource hostSource(bool demo)
{
    return [demo](const std::string& name) -> std::unique_ptr<measure::HostReader> {
        char own[256] = "";
        ::gethostname(own, sizeof own - 1);
        const auto captured = host::shippedData() / "hosts" / (name.empty() ? "platen" : name);
        if (demo)
            return std::filesystem::exists(captured) ? std::make_unique<host::SystemHostReader>(captured) : nullptr;
        if (name.empty() || name == own) return std::make_unique<host::SystemHostReader>("/");
        return nullptr;
    };
}

/// This machine; in the demo the captured workstation.
std::filesystem::path hereRoot(bool demo) { return demo ? host::shippedData() / "hosts" / "platen" : "/"; }

/// Who this machine has seen.
app::NeighbourSource neighbourSource(bool demo)
{
    return [root = hereRoot(demo).string()] { return host::seenHosts(root); };
}

/// The reader of a machine by its agent.
app::AgentSource agentSource()
{
    return [](const std::string& address, const std::string& key) -> Result<std::unique_ptr<measure::HostReader>> {
        const auto at = traffic::agentAddress(address);
        if (!at) return tl::unexpected(at.error());
        return std::make_unique<traffic::AgentReader>(at->first, at->second, key);
    };
}

/// Switches by SNMP; “simulated:core” is the captured one of the demo.
app::SwitchSource switchSource(const kb::KnowledgeBase& kb)
{
    return [&kb](const std::string& address, const std::string& community) {
        return host::switchReader(address, community, host::shippedData() / "switches", kb);
    };
}

/// Echo requests from this machine; in the demo, a path that passes the usual 1500 bytes.
std::unique_ptr<measure::PathProbe> pathProbe(bool demo)
{
    if (demo) return std::make_unique<measure::SimulatedProbe>(1500);
    return std::make_unique<host::EchoProbe>();
}

/// In the demo, the devices that a captured switch stands in for.
std::set<std::string> simulatedSwitches(bool demo)
{
    std::set<std::string> names;
    if (!demo) return names;
    std::error_code none;
    for (const auto& folder : std::filesystem::directory_iterator(host::shippedData() / "switches", none))
        names.insert(folder.path().filename().string());
    return names;
}

Result<store::Project> demoHouse() { return app::starterHouse("lantern-row"); }

/// The file asked for, the demo, the house that was open last, or a new one.
QString projectPath(const QString& asked, bool demo)
{
    if (!asked.isEmpty()) return asked;
    if (demo) return app::housesFolder() + "/lantern-row.sokudo";
    const QStringList recent = app::recentHouses();
    return recent.isEmpty() ? app::housesFolder() + "/home.sokudo" : recent.front();
}

void describe(QCommandLineParser& parser)
{
    parser.setApplicationDescription("Plans, checks and measures fast home networks.");
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("FILE", "project to open", "[FILE]");
    parser.addOptions({{"new", "make the project where there is none"},
                       {"demo", "open the demo house, Lantern Row"},
                       {"fresh", "with --demo: begin it again"},
                       {"dark", "dark theme, whatever the settings say"},
                       {"text-size", "text size in percent, 100 to 200, whatever the settings say", "percent"},
                       {"bench-start", "print the time from start to the first painted window, then quit"},
                       {"shots", "save a picture of each main view into this folder, then quit", "folder"},
                       {"house", "with --shots: picture this house too", "file"}});
}

/// The settings, overruled by what was said on the command line.
app::Preferences wanted(const QCommandLineParser& parser)
{
    app::Preferences result = parser.isSet("shots") ? app::Preferences() : app::preferences();
    if (parser.isSet("dark")) result.look = app::Look::Dark;
    if (parser.isSet("text-size")) result.textPercent = parser.value("text-size").toInt();
    return result;
}

/// What was asked for beside a window, once the house is there; without one the program ends.
void begin(ui::Program& program, ui::MainWindow* window, const QCommandLineParser& parser,
           const QElapsedTimer& sinceStart)
{
    const auto end = [](int status) { QTimer::singleShot(0, qApp, [status] { QApplication::exit(status); }); };
    if (!window) return end(kFailed);
    if (parser.isSet("shots"))
        return end(shots::take(program, *window, {parser.value("shots"), parser.value("house"), parser.isSet("dark")}));
    if (!parser.isSet("bench-start")) return;
    QTimer::singleShot(0, window, [window, sinceStart, end] {
        window->grab();
        std::printf("start to first painted window: %lld ms\n", static_cast<long long>(sinceStart.elapsed()));
        end(0);
    });
}

/// A house of ours is made where there is none; one that was named is made only when that was asked.
app::OpenRequest requestFor(const QString& path, const QCommandLineParser& parser)
{
    using IfMissing = app::OpenRequest::IfMissing;
    const bool isDemo = parser.isSet("demo"), isOurs = parser.positionalArguments().isEmpty();
    return {app::fromQt(path), isDemo ? demoHouse : nullptr, isDemo && parser.isSet("fresh"),
            isOurs                ? IfMissing::MakeWithFolder
            : parser.isSet("new") ? IfMissing::Make
                                  : IfMissing::Refuse};
}

/// The window, until the last one is closed.
int run(int argc, char** argv)
{
    QElapsedTimer sinceStart;
    sinceStart.start();
    ui::GuardedApplication application(argc, argv);
    QApplication::setApplicationName("sokudo");
    QApplication::setApplicationVersion("0.1.0");
    QApplication::setQuitOnLastWindowClosed(false);
    QCommandLineParser parser;
    describe(parser);
    parser.process(application);
    const bool demo = parser.isSet("demo"), isWatched = !parser.isSet("shots") && !parser.isSet("bench-start");
    QString path = projectPath(parser.positionalArguments().value(0), demo);
    // Pictures are taken of a copy: what is pressed for them is nothing that the owner did.
    const QTemporaryDir copies;
    if (parser.isSet("shots") && (demo || QFileInfo::exists(path))) path = shots::copyOf(path, copies);
    ui::applyTheme(application, wanted(parser));
    const auto kb = kb::load(app::tablesInForce());
    if (!kb) return fail(kb.error());
    ui::TermTips tips(*kb);
    application.installEventFilter(&tips);

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
    ui::Program program(*kb, [&] {
        return ui::World{traffic,
                         hostSource(demo),
                         localAgent,
                         neighbourSource(demo),
                         agentSource(),
                         [demo] { return host::cableProbeFor(host::Tree(hereRoot(demo))); },
                         [demo] { return pathProbe(demo); },
                         switchSource(*kb),
                         simulatedSwitches(demo)};
    });
    const app::OpenRequest request = requestFor(path, parser);
    program.openHouse(
        request, [&](ui::MainWindow* window) { begin(program, window, parser, sinceStart); }, isWatched);
    return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv)
{
    return guarded("sokudo", [=] { return run(argc, argv); });
}
