// SPDX-License-Identifier: GPL-3.0-or-later
// Sokudo without a window: one verb a question.
#include <filesystem>
#include <fstream>
#include <sstream>

#include <QCoreApplication>

#include <CLI/CLI.hpp>

#include "cli.h"
#include "core/kb/check.h"
#include "core/kb/load.h"

using namespace sokudo;

namespace {

/// The tables built in, or those of a folder an author tries changes in.
Result<kb::KnowledgeBase> knowledge(int argc, char** argv)
{
    std::string folder;
    for (int i = 1; i + 1 < argc; ++i)
        if (std::string(argv[i]) == "--data") folder = argv[i + 1];
    if (folder.empty()) return kb::load(kb::embeddedFiles());
    kb::Files files;
    std::error_code error;
    for (std::filesystem::directory_iterator it(folder, error), end; !error && it != end; it.increment(error)) {
        std::ifstream in(it->path());
        std::ostringstream all;
        all << in.rdbuf();
        files[it->path().filename().string()] = all.str();
    }
    if (error) return failure(ErrorCode::NotFound, "this folder cannot be read", folder);
    auto made = kb::load(files);
    if (!made) return made;
    if (const auto wrong = kb::contradictions(*made); !wrong.empty()) return failure(ErrorCode::BadInput, wrong.front(), folder);
    return made;
}

}  // namespace

int main(int argc, char** argv)
{
    QCoreApplication application(argc, argv);
    const auto kb = knowledge(argc, argv);
    if (!kb) return cli::fail(kb.error());
    cli::Context context{*kb, false, {}};
    CLI::App app("Plans, checks and measures fast home networks.", "sokudo-cli");
    app.set_version_flag("--version", "sokudo-cli 0.1.0");
    app.require_subcommand(1);
    app.fallthrough();
    app.add_flag("--json", context.json, "print one JSON object; rates in bits per second, lengths in metres");
    std::string data;
    app.add_option("--data", data, "use the tables of this folder instead of those built in");
    for (auto add : {cli::addCheck, cli::addLink, cli::addPath, cli::addExpect, cli::addConvert, cli::addMeasure, cli::addDiagnose, cli::addHost, cli::addLog, cli::addReport, cli::addExport, cli::addImport})
        add(app, context);
    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp& help) {
        return app.exit(help);
    } catch (const CLI::CallForAllHelp& help) {
        return app.exit(help);
    } catch (const CLI::CallForVersion& version) {
        return app.exit(version);
    } catch (const CLI::ParseError& problem) {
        return cli::fail({ErrorCode::BadInput, std::string(problem.what()) + "; see sokudo-cli --help", ""});
    }
    return context.run ? context.run() : cli::kBadInput;
}
