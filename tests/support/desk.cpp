// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk.h"

#include <QCoreApplication>

#include "core/kb/load.h"
#include "host/host_reader.h"
#include "host/neighbours.h"
#include "host/switch_objects.h"

namespace sokudo::testing {

void letEventsPass()
{
    constexpr int kRounds = 10;
    for (int i = 0; i < kRounds; ++i) {
        QCoreApplication::processEvents();
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    }
}

app::HostSource shippedHosts()
{
    return [](const std::string& name) -> std::unique_ptr<measure::HostReader> {
        const QString folder = sourcePath("data/hosts/" + toQt(name.empty() ? "platen" : name));
        return QFile::exists(folder) ? std::make_unique<host::SystemHostReader>(folder.toStdString()) : nullptr;
    };
}

app::SwitchSource shippedSwitches()
{
    return [](const std::string& address, const std::string& community) {
        return host::switchReader(address, community, sourcePath("data/switches").toStdString(), knowledge());
    };
}

app::NeighbourSource shippedNeighbours()
{
    return [] { return host::seenHosts(sourcePath("data/hosts/platen").toStdString()); };
}

namespace {
store::Project starter(bool demo)
{
    return demo ? *store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "demo") : store::Project();
}
}  // namespace

Desk::Desk(bool demo) : Desk(starter(demo)) {}

Desk::Desk(const store::Project& project)
{
    auto opened = store::ProjectFile::create(file(), project);
    if (!opened) qFatal("%s", opened.error().message().c_str());
    auto loaded = (*opened)->load();
    document = std::make_unique<app::Document>(knowledge(), std::move(*opened), std::move(*loaded));
}

plan::RunId Desk::run(const char* label) const
{
    for (const plan::Run& run : document->plan().runs)
        if (run.label == label) return run.id;
    qFatal("no run %s", label);
    return {};
}

void Desk::settle()
{
    QSignalSpy spy(document.get(), &app::Document::analysisChanged);
    spy.wait(2000);
}

}  // namespace sokudo::testing
