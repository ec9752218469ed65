// SPDX-License-Identifier: GPL-3.0-or-later
// Sokudo without a window: one verb a question.
#include <algorithm>
#include <filesystem>
#include <fstream>
#include <sstream>

#include <fmt/format.h>

#include <CLI/CLI.hpp>

#include "cli.h"
#include "core/base/guard.h"
#include "core/base/text.h"
#include "core/base/utf8.h"
#include "core/kb/check.h"
#include "core/kb/load.h"
#include "verb.h"

using namespace sokudo;

namespace {

/// The tables built in, or those of a folder an author tries changes in.
Result<cli::Context> contextFor(int argc, char** argv)
{
    std::string folder;
    for (int i = 1; i + 1 < argc; ++i)
        if (std::string(argv[i]) == "--data") folder = argv[i + 1];
    for (int i = 1; i < argc; ++i)
        if (std::string_view(argv[i]).starts_with("--data=")) folder = std::string_view(argv[i]).substr(7);
    kb::Files files;
    if (folder.empty()) files = kb::embeddedFiles();
    std::error_code error;
    using Walk = std::filesystem::recursive_directory_iterator;
    for (Walk it = folder.empty() ? Walk() : Walk(folder, error), end; !error && it != end; it.increment(error)) {
        if (!it->is_regular_file()) continue;
        std::ifstream in(it->path());
        std::ostringstream all;
        all << in.rdbuf();
        files[it->path().lexically_relative(folder).generic_string()] = all.str();
    }
    if (error) return failure(ErrorCode::NotFound, "this folder cannot be read", folder);
    auto result = kb::load(files);
    if (!result) return tl::unexpected(result.error());
    if (folder.empty()) return cli::Context{std::move(*result), std::move(files), false, {}};
    if (const auto wrong = kb::contradictions(*result); !wrong.empty())
        return failure(ErrorCode::BadInput, wrong.front(), folder);
    return cli::Context{std::move(*result), std::move(files), false, {}};
}

/// The first word that is no option must be a verb.
std::optional<Error> unknownVerb(const CLI::App& app, int argc, char** argv)
{
    for (int i = 1; i < argc; ++i) {
        const std::string word = argv[i];
        if (word == "--data" || word == "--variant") ++i;
        if (word.starts_with("-")) continue;
        std::vector<std::string> verbs;
        for (const CLI::App* verb : app.get_subcommands({})) verbs.push_back(verb->get_name());
        const auto all = app.get_subcommands({});
        if (std::any_of(all.begin(), all.end(), [&](const CLI::App* verb) { return verb->check_name(word); }))
            return std::nullopt;
        const std::string near = text::nearest(word, verbs);
        return Error{ErrorCode::BadInput,
                     "there is no such verb" +
                         (near.empty() ? "; sokudo-cli --help lists them" : "; did you mean " + near + "?"),
                     word};
    }
    return std::nullopt;
}

int run(int argc, char** argv)
{
    for (int i = 1; i < argc; ++i)
        if (firstNotUtf8(argv[i]))
            return cli::fail({ErrorCode::BadInput, "it is not UTF-8; type it again, or set the terminal to UTF-8",
                              fmt::format("argument {} ({})", i, asUtf8(argv[i]))});
    auto result = contextFor(argc, argv);
    if (!result) return cli::fail(result.error());
    cli::Context context = std::move(*result);
    CLI::App app("Plans, checks and measures fast home networks.", "sokudo-cli");
    app.set_version_flag("--version", "sokudo-cli 0.1.0");
    app.require_subcommand(1);
    app.fallthrough();
    app.add_flag("--json", context.json, "print one JSON object; rates in bits per second, lengths in metres");
    app.add_option("--variant", context.variant,
                   "answer for the house with this variant built; with edit: change the variant");
    std::string data;
    app.add_option("--data", data, "use the tables of this folder instead of those built in");
    cli::Verbs verbs(app, context);
    for (auto add :
         {cli::addCheck,      cli::addLink,       cli::addWays,     cli::addWhatIf,       cli::addCatalogue,
          cli::addLimits,     cli::addLinkDown,   cli::addRead,     cli::addParts,        cli::addPath,
          cli::addExpect,     cli::addConvert,    cli::addJudge,    cli::addFlows,        cli::addUpgrade,
          cli::addHeadline,   cli::addCounters,   cli::addMeasure,  cli::addDiagnose,     cli::addHost,
          cli::addLog,        cli::addReport,     cli::addExport,   cli::addImport,       cli::addEdit,
          cli::addStart,      cli::addSurvey,     cli::addVersions, cli::addTour,         cli::addPhoto,
          cli::addPowerLines, cli::addPoe,        cli::addChain,    cli::addSinglePoints, cli::addBuy,
          cli::addCut,        cli::addSolve,      cli::addCompare,  cli::addStages,       cli::addLater,
          cli::addWorth,      cli::addCableTests, cli::addMoves,    cli::addCutOver,      cli::addTestResults,
          cli::addBringUp,    cli::addTerminate,  cli::addJobs,     cli::addAddresses,    cli::addNeighbours,
          cli::addPower,      cli::addOutage,     cli::addRepairs})
        add(verbs, context);
    if (const auto error = unknownVerb(app, argc, argv)) return cli::fail(*error);
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
    const int status = context.run ? context.run() : cli::kBadInput;
    if (status != cli::kBadInput && !context.variant.empty() && !context.isVariantUsed)
        return cli::fail({ErrorCode::BadInput, "--variant did nothing: this verb reads no house", context.variant});
    if (std::fflush(stdout) == 0 && !std::ferror(stdout)) return status;
    return cli::fail({ErrorCode::NotAllowed,
                      "what was asked could not be written: the disk is full, or the other end is closed",
                      "standard output"});
}

}  // namespace

int main(int argc, char** argv)
{
    return guarded("sokudo-cli", [=] { return run(argc, argv); });
}
