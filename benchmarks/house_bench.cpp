// SPDX-License-Identifier: GPL-3.0-or-later
// Prints how long a house takes to read, an edit to reach the disk, a frame to paint while panning and a search to
// answer, for each project named, and the growth from the first to the last. benchmarks/house makes the projects.
#include <cstdio>
#include <filesystem>
#include <map>

#include <QApplication>
#include <QScrollArea>
#include <QScrollBar>
#include <QTimer>

#include "app/document.h"
#include "app/presenters/house_content.h"
#include "app/selection.h"
#include "clock.h"
#include "core/kb/load.h"
#include "core/plan/edits.h"
#include "store/project_file.h"
#include "ui/shell/command_field.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"

using namespace sokudo;
using bench::bestMilliseconds;
using bench::Clock;

namespace {

/// Milliseconds by the name of what is measured.
using Figures = std::map<std::string, double>;

double worstEdit(app::Document& document)
{
    double worst = 0;
    for (int i = 0; i < 20; ++i) {
        plan::Run run = *document.plan().runs.begin();
        run.length = Length::of(10 + i);
        const Clock clock;
        if (!document.edit("bench", plan::edits::putRun(document.plan(), run))) std::printf("an edit was refused\n");
        worst = std::max(worst, clock.milliseconds());
    }
    return worst;
}

/// The slowest of sixty frames while the section is dragged under a window.
double worstFrame(app::Document& document)
{
    QScrollArea area;
    auto* house = new ui::HouseView;
    area.setWidget(house);
    area.setWidgetResizable(true);
    area.resize(960, 640);
    area.show();
    house->setContent(app::houseContent(document.plan(), document.knowledge(), document.analysis()));
    QApplication::processEvents();
    QImage frame(area.viewport()->size(), QImage::Format_RGB32);
    double worst = 0;
    for (int i = 0; i < 60; ++i) {
        area.verticalScrollBar()->setValue(i * 9);
        area.horizontalScrollBar()->setValue(i * 5);
        QApplication::processEvents();
        const QPoint corner(area.horizontalScrollBar()->value(), area.verticalScrollBar()->value());
        const Clock clock;
        house->render(&frame, {}, QRegion(QRect(corner, frame.size())));
        if (i > 0) worst = std::max(worst, clock.milliseconds());
    }
    return worst;
}

double worstSearch(app::Document& document)
{
    app::Selection selection;
    ui::CommandField field(document, selection, {});
    double worst = 0;
    for (const char* words : {"host 77", "r99", "switch 2 1", "nothing like it"}) {
        const Clock clock;
        field.ask(words);
        worst = std::max(worst, clock.milliseconds());
    }
    return worst;
}

Figures measured(const char* path, const kb::KnowledgeBase& kb)
{
    Figures figures;
    figures["read"] = bestMilliseconds(3, [&] { return (*store::ProjectFile::open(path))->load(); });
    auto file = store::ProjectFile::open(path);
    auto loaded = (*file)->load();
    app::Document document(kb, std::move(*file), std::move(*loaded));
    bool isJudged = false;
    QObject::connect(&document, &app::Document::analysisChanged, &document, [&] { isJudged = true; });
    const Clock clock;
    while (!isJudged && clock.milliseconds() < 60000) QApplication::processEvents();
    figures["edit"] = worstEdit(document);
    figures["frame"] = worstFrame(document);
    figures["search"] = worstSearch(document);
    return figures;
}

}  // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    const auto kb = kb::load(kb::embeddedFiles());
    if (!kb || argc < 3) return 1;
    ui::applyTheme(application, false, 100);
    std::vector<Figures> all;
    for (int i = 1; i < argc; ++i) {
        all.push_back(measured(argv[i], *kb));
        Figures& one = all.back();
        std::printf("%s: read %.0f ms, an edit on disk %.1f ms, a frame while panning %.1f ms, a search %.1f ms\n",
                    std::filesystem::path(argv[i]).stem().c_str(), one["read"], one["edit"], one["frame"],
                    one["search"]);
    }
    for (const char* what : {"read", "edit", "frame", "search"})
        std::printf("growth of %s: %.1f times\n", what, all.back()[what] / all.front()[what]);
    return 0;
}
