// SPDX-License-Identifier: GPL-3.0-or-later
// What all verbs share: output, exit status, opening a project.
#pragma once

#include <functional>
#include <string>

#include <nlohmann/json.hpp>

#include "core/analyse.h"
#include "core/base/result.h"
#include "core/expect/stage.h"
#include "core/kb/knowledge_base.h"
#include "store/project.h"

namespace CLI {
class App;
}

namespace sokudo::cli {

using Json = nlohmann::ordered_json;

inline constexpr int kFine = 0;
inline constexpr int kFindings = 1;  ///< something is worse than limited
inline constexpr int kBadInput = 2;

struct Context {
    kb::KnowledgeBase kb;         ///< after opening a project: with its own rows
    kb::Files files;              ///< the tables it was built from
    bool json = false;
    std::function<int()> run;  ///< what the chosen verb does
};

// One per file; each adds its verb to the app.
void addCheck(CLI::App&, Context&);
void addLink(CLI::App&, Context&);
void addWays(CLI::App&, Context&);
void addWhatIf(CLI::App&, Context&);
void addCatalogue(CLI::App&, Context&);
void addLimits(CLI::App&, Context&);
void addDarkLink(CLI::App&, Context&);
void addRead(CLI::App&, Context&);
void addParts(CLI::App&, Context&);
void addPath(CLI::App&, Context&);
void addExpect(CLI::App&, Context&);
void addJudge(CLI::App&, Context&);
void addFlows(CLI::App&, Context&);
void addWorth(CLI::App&, Context&);
void addHeadline(CLI::App&, Context&);
void addCounters(CLI::App&, Context&);
void addConvert(CLI::App&, Context&);
void addMeasure(CLI::App&, Context&);
void addDiagnose(CLI::App&, Context&);
void addHost(CLI::App&, Context&);
void addLog(CLI::App&, Context&);
void addReport(CLI::App&, Context&);
void addExport(CLI::App&, Context&);
void addImport(CLI::App&, Context&);

/// Text for terminals and JSON: the thin spaces of the window become plain ones.
std::string plain(std::string text);
void print(const std::string& text);
inline void print(const char* text) { print(std::string(text)); }
void print(const Json&);
/// One line on standard error; gives the exit status of bad input.
int fail(const Error&);
int statusOf(Verdict);

Json rateJson(const std::optional<BitRate>&);
Json bandJson(const kb::Band&);
Json toJson(const match::LinkReport&, const kb::KnowledgeBase&);
Json toJson(const expect::Expectation&, const kb::KnowledgeBase&);
std::string linkText(const match::LinkReport&, const kb::KnowledgeBase&);
std::string expectationText(const expect::Expectation&);

/// A project file, or an exported JSON file. Its own catalogue rows join the context.
Result<store::Project> openProject(const std::string& path, Context&);
Result<plan::DeviceId> deviceCalled(const plan::Plan&, const std::string& name);
struct PathEnds {
    plan::DeviceId from, to;
};
/// Both ends by name; says which one is not in the project.
Result<PathEnds> pathEnds(const plan::Plan&, const std::string& from, const std::string& to);
measure::Timestamp now();
Result<std::string> fileContent(const std::string& path);

}  // namespace sokudo::cli
