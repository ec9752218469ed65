// SPDX-License-Identifier: GPL-3.0-or-later
// What all verbs share: output, exit status, opening a project.
#pragma once

#include <chrono>
#include <functional>
#include <memory>
#include <string>

#include "core/analyse.h"
#include "core/base/json.h"
#include "core/base/result.h"
#include "core/expect/stage.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/stage_rows.h"
#include "core/power/chain.h"
#include "host/clock.h"
#include "store/project_file.h"
#include "verb.h"

namespace sokudo::text {

/// A sentence in JSON: in the words of the command line.
inline void to_json(Json& out, const Sentence& sentence) { out = sentence.text(); }

}  // namespace sokudo::text

namespace sokudo::cli {

inline constexpr int kFine = 0;
inline constexpr int kFindings = 1;  ///< something is worse than limited
inline constexpr int kBadInput = 2;

/// The tables of the data folder, and the files they were read from.
struct Shipped {
    kb::KnowledgeBase kb;
    kb::Files files;
};

struct Context {
    kb::KnowledgeBase kb;                    ///< after opening a project: with its own rows
    std::shared_ptr<const Shipped> shipped;  ///< what `kb` began as
    bool json = false;
    std::string variant;                 ///< answer for the house with this variant built; empty: as it is
    mutable bool isVariantUsed = false;  ///< a house was read, so that the variant could be put into it
    std::function<int()> run;            ///< what the chosen verb does
};

// One per file; each adds its verb.
void addCheck(Verbs&, Context&);
void addLink(Verbs&, Context&);
void addWays(Verbs&, Context&);
void addWhatIf(Verbs&, Context&);
void addCatalogue(Verbs&, Context&);
void addLimits(Verbs&, Context&);
void addLinkDown(Verbs&, Context&);
void addRead(Verbs&, Context&);
void addParts(Verbs&, Context&);
void addPath(Verbs&, Context&);
void addExpect(Verbs&, Context&);
void addJudge(Verbs&, Context&);
void addFlows(Verbs&, Context&);
void addUpgrade(Verbs&, Context&);
void addHeadline(Verbs&, Context&);
void addCounters(Verbs&, Context&);
void addConvert(Verbs&, Context&);
void addMeasure(Verbs&, Context&);
void addDiagnose(Verbs&, Context&);
void addHost(Verbs&, Context&);
void addLog(Verbs&, Context&);
void addReport(Verbs&, Context&);
void addEdit(Verbs&, Context&);
void addStart(Verbs&, Context&);
void addSurvey(Verbs&, Context&);
void addVersions(Verbs&, Context&);
void addTour(Verbs&, Context&);
void addPhoto(Verbs&, Context&);
void addPowerLines(Verbs&, Context&);
void addPoe(Verbs&, Context&);
void addChain(Verbs&, Context&);
Json toJson(const power::Hop&);
/// Answers "type3 / cat6 60m / switch 9w / cat6 20m / class4".
int showPoeChain(const std::string& line, const Context&);
void addPower(Verbs&, Context&);
void addOutage(Verbs&, Context&);
void addRepairs(Verbs&, Context&);
void addSinglePoints(Verbs&, Context&);
void addNeighbours(Verbs&, Context&);
void addExport(Verbs&, Context&);
void addImport(Verbs&, Context&);
void addBuy(Verbs&, Context&);
void addCut(Verbs&, Context&);
void addSolve(Verbs&, Context&);
void addCompare(Verbs&, Context&);
void addStages(Verbs&, Context&);
void addLater(Verbs&, Context&);
void addWorth(Verbs&, Context&);
void addCableTests(Verbs&, Context&);
void addMoves(Verbs&, Context&);
void addCutOver(Verbs&, Context&);
void addTestResults(Verbs&, Context&);
void addBringUp(Verbs&, Context&);
void addTerminate(Verbs&, Context&);
void addJobs(Verbs&, Context&);
void addAddresses(Verbs&, Context&);

/// Text for terminals and JSON: the thin spaces of the window become plain ones.
std::string plain(std::string text);
inline std::string plain(const text::Sentence& sentence) { return plain(sentence.text()); }
inline std::string plain(const char* text) { return plain(std::string(text)); }
void print(const std::string& text);
/// A sentence of the core in the words of the command line.
inline void print(const text::Sentence& sentence) { print(sentence.text()); }
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

/// A project file, or an exported JSON file; where the context names a variant, with that variant built. Its own
/// catalogue rows join the context; what is missing or damaged in it is said on standard error.
/// @error NotFound  there is no such variant
Result<store::Project> openProject(const std::string& path, Context&);
/// A project file to write to.
struct WritableProject {
    std::unique_ptr<store::ProjectFile> file;
    store::Project project;
};
/// @error NotAllowed  it may only be read, or it is damaged
/// @error BadInput    the context names a variant, and only `edit` writes into one
Result<WritableProject> openToWrite(const std::string& path, const Context&);
/// The same for a verb that knows what to do with a variant.
Result<WritableProject> openWhole(const std::string& path);
/// Writes the changes, and says where a file of an older version is kept as it was. Every verb that writes calls it.
Result<void> saved(store::ProjectFile&, const store::Changes&);
Result<plan::DeviceId> deviceCalled(const plan::Plan&, const std::string& name);
struct PathEnds {
    plan::DeviceId from, to;
};
/// Both ends by name; says which one is not in the project.
Result<PathEnds> pathEnds(const plan::Plan&, const std::string& from, const std::string& to);
/// A version of that name; null: there is none.
const store::Version* versionCalled(const store::Project&, const std::string& name);
/// The house with a version of it built, or “now”: the house as it is.
/// @error NotFound  there is no such version; names those there are
Result<plan::Plan> houseCalled(const store::Project&, const std::string& name);
/// How long a verb may look, and how far it is: on a terminal it says the share that is done.
class Patience {
public:
    explicit Patience(double seconds);
    ~Patience();
    Patience(const Patience&) = delete;
    Patience& operator=(const Patience&) = delete;
    /// @param share  done, 0 to 1. @return false: the time is over
    bool goesOn(double share);

private:
    std::chrono::steady_clock::time_point m_end;
    bool m_isTold;
    int m_percent = -1;
};

using host::now;
using host::today;
/// The whole of a file, of standard input (-) or of a pipe.
/// @error BadInput  a folder, a pipe that nobody writes into
Result<std::string> fileContent(const std::string& path);
/// The same, which must be UTF-8. @error BadInput  with the line of the first byte that is not
Result<std::string> textContent(const std::string& path);
/// The agent's pairing key: from a file, else from the environment as SOKUDO_KEY.
/// @error BadInput  it is in neither
Result<std::string> pairingKey(const std::string& keyFile);

}  // namespace sokudo::cli
