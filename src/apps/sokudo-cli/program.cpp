// SPDX-License-Identifier: GPL-3.0-or-later
#include "program.h"

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <map>
#include <sstream>
#include <utility>

#include <fmt/format.h>

#include <CLI/CLI.hpp>

#include "cli.h"
#include "core/base/text.h"
#include "core/base/utf8.h"
#include "core/kb/check.h"
#include "core/kb/load.h"
#include "verb.h"

namespace sokudo::cli {
namespace {

/// The folder with the tables that an author tries changes in; empty: those built in count.
std::string folderOf(const Arguments& arguments)
{
    std::string folder;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        if (arguments[i] == "--data" && i + 1 < arguments.size()) folder = arguments[i + 1];
        if (arguments[i].starts_with("--data=")) folder = arguments[i].substr(7);
    }
    return folder;
}

Context contextOf(kb::KnowledgeBase kb, kb::Files files)
{
    Context context;
    context.kb = kb;
    context.shipped = std::make_shared<const Shipped>(Shipped{std::move(kb), std::move(files)});
    return context;
}

/// The tables of a folder.
Result<Context> contextOfFolder(const std::string& folder)
{
    kb::Files files;
    std::error_code error;
    using Walk = std::filesystem::recursive_directory_iterator;
    for (Walk it(folder, error), end; !error && it != end; it.increment(error)) {
        std::error_code none;
        if (!it->is_regular_file(none)) continue;
        std::ifstream in(it->path());
        std::ostringstream all;
        all << in.rdbuf();
        files[it->path().lexically_relative(folder).generic_string()] = all.str();
    }
    if (error) return failure(ErrorCode::NotFound, "this folder cannot be read", folder);
    auto result = kb::load(files);
    if (!result) return tl::unexpected(result.error());
    if (const auto wrong = kb::contradictions(*result); !wrong.empty())
        return failure(ErrorCode::BadInput, wrong.front(), folder);
    return contextOf(std::move(*result), std::move(files));
}

/// The tables built in.
Result<Context> builtInContext()
{
    kb::Files files = kb::embeddedFiles();
    auto result = kb::load(files);
    if (!result) return tl::unexpected(result.error());
    return contextOf(std::move(*result), std::move(files));
}

/// The first word that is no option; empty: there is none.
std::string verbIn(const Arguments& arguments)
{
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        if (arguments[i] == "--data" || arguments[i] == "--variant") ++i;
        else if (!arguments[i].starts_with("-")) return arguments[i];
    }
    return {};
}

/// That word must be a verb.
std::optional<Error> unknownVerb(const CLI::App& app, const Arguments& arguments)
{
    const std::string word = verbIn(arguments);
    const auto all = app.get_subcommands({});
    if (word.empty() ||
        std::any_of(all.begin(), all.end(), [&](const CLI::App* verb) { return verb->check_name(word); }))
        return std::nullopt;
    std::vector<std::string> verbs;
    for (const CLI::App* verb : all) verbs.push_back(verb->get_name());
    const std::string near = text::nearest(word, verbs);
    return Error{
        ErrorCode::BadInput,
        "there is no such verb" + (near.empty() ? "; sokudo-cli --help lists them" : "; did you mean " + near + "?"),
        word};
}

using Adder = void (*)(Verbs&, Context&);
constexpr Adder kAdders[] = {
    addCheck,     addLink,         addWays,     addWhatIf,   addCatalogue,   addLimits,  addLinkDown,   addRead,
    addParts,     addPath,         addExpect,   addConvert,  addJudge,       addFlows,   addUpgrade,    addHeadline,
    addCounters,  addMeasure,      addDiagnose, addHost,     addLog,         addReport,  addExport,     addImport,
    addEdit,      addStart,        addSurvey,   addVersions, addTour,        addPhoto,   addPowerLines, addPoe,
    addChain,     addSinglePoints, addBuy,      addCut,      addSolve,       addCompare, addStages,     addLater,
    addWorth,     addCableTests,   addMoves,    addCutOver,  addTestResults, addBringUp, addTerminate,  addJobs,
    addAddresses, addNeighbours,   addPower,    addOutage,   addRepairs};

void addAll(Verbs& verbs, Context& context)
{
    for (const Adder add : kAdders) add(verbs, context);
}

/// The one that adds a verb, by each of its names.
const std::map<std::string, Adder>& adders()
{
    static const std::map<std::string, Adder> kByName = [] {
        std::map<std::string, Adder> all;
        for (const Adder add : kAdders) {
            CLI::App app;
            Context context;
            Verbs verbs(app, context);
            add(verbs, context);
            for (const CLI::App* verb : app.get_subcommands({})) {
                all[verb->get_name()] = add;
                for (const std::string& alias : verb->get_aliases()) all[alias] = add;
            }
        }
        return all;
    }();
    return kByName;
}

/// All verbs; from the second call of a program on, only what the call asks for, where that is a verb.
void addAsked(Verbs& verbs, Context& context, const Arguments& arguments)
{
    static bool isFirst = true;
    const bool needsAll = std::exchange(isFirst, false);
    const auto known = needsAll ? adders().end() : adders().find(verbIn(arguments));
    if (known == adders().end()) addAll(verbs, context);
    else known->second(verbs, context);
}

int ask(Context& context, const Arguments& arguments)
{
    CLI::App app("Plans, checks and measures fast home networks.", "sokudo-cli");
    app.set_version_flag("--version", "sokudo-cli 0.1.0");
    app.require_subcommand(1);
    app.fallthrough();
    app.add_flag("--json", context.json, "print one JSON object; rates in bits per second, lengths in metres");
    app.add_option("--variant", context.variant,
                   "answer for the house with this variant built; with edit: change the variant");
    std::string data;
    app.add_option("--data", data, "use the tables of this folder instead of those built in");
    Verbs verbs(app, context);
    addAsked(verbs, context, arguments);
    if (const auto error = unknownVerb(app, arguments)) return fail(*error);
    try {
        app.parse(Arguments(arguments.rbegin(), arguments.rend()));  // it takes them from the back
    } catch (const CLI::CallForHelp& help) {
        return app.exit(help);
    } catch (const CLI::CallForAllHelp& help) {
        return app.exit(help);
    } catch (const CLI::CallForVersion& version) {
        return app.exit(version);
    } catch (const CLI::ParseError& problem) {
        return fail({ErrorCode::BadInput, std::string(problem.what()) + "; see sokudo-cli --help", ""});
    }
    const int status = context.run ? context.run() : kBadInput;
    if (status != kBadInput && !context.variant.empty() && !context.isVariantUsed)
        return fail({ErrorCode::BadInput, "--variant did nothing: this verb reads no house", context.variant});
    return status;
}

}  // namespace

int run(const Arguments& arguments)
{
    for (std::size_t i = 0; i < arguments.size(); ++i)
        if (firstNotUtf8(arguments[i]))
            return fail({ErrorCode::BadInput, "it is not UTF-8; type it again, or set the terminal to UTF-8",
                         fmt::format("argument {} ({})", i + 1, asUtf8(arguments[i]))});
    const std::string folder = folderOf(arguments);
    // Reading the tables takes longer than most answers: a program that asks often reads them once.
    static const Result<Context> builtIn = builtInContext();
    Result<Context> context = folder.empty() ? builtIn : contextOfFolder(folder);
    if (!context) return fail(context.error());
    const int status = ask(*context, arguments);
    if (std::fflush(stdout) == 0 && !std::ferror(stdout)) return status;
    return fail({ErrorCode::NotAllowed,
                 "what was asked could not be written: the disk is full, or the other end is closed",
                 "standard output"});
}

std::vector<std::string> verbNames()
{
    CLI::App app;
    Context context;
    Verbs verbs(app, context);
    addAll(verbs, context);
    std::vector<std::string> names;
    for (const CLI::App* verb : app.get_subcommands({})) names.push_back(verb->get_name());
    return names;
}

}  // namespace sokudo::cli
