// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli.h"

#include "core/base/date.h"

#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <iostream>
#include <sstream>

#include <fmt/format.h>
#include <unistd.h>

#include "core/base/text.h"
#include "core/base/utf8.h"
#include "core/kb/stage_rows.h"
#include "core/match/clause.h"
#include "core/report/project_report.h"
#include "store/project_json.h"
#include "store/whole_file.h"

namespace sokudo::cli {

std::string plain(std::string in)
{
    std::string out;
    out.reserve(in.size());
    std::size_t from = 0;
    for (std::size_t at = in.find(text::kThin); at != std::string::npos; at = in.find(text::kThin, from)) {
        out.append(in, from, at - from);
        out.push_back(' ');
        from = at + text::kThin.size();
    }
    return out.append(in, from, std::string::npos);
}

void print(const std::string& in)
{
    const std::string out = withoutControls(plain(in));
    std::fputs(out.c_str(), stdout);
    if (!out.empty() && out.back() != '\n') std::fputc('\n', stdout);
}

void print(const Json& json) { print(jsonText(json, 2)); }

int fail(const Error& error)
{
    constexpr std::size_t kLongest = 2000;  // bytes: what is quoted from outside may be of any length
    std::string line = withoutControls(plain(error.message()));
    if (line.size() > kLongest) line = asUtf8(line.substr(0, kLongest)) + " …";
    for (char& c : line)
        if (c == '\n') c = ' ';
    std::fprintf(stderr, "sokudo-cli: %s\n", line.c_str());
    return kBadInput;
}

int statusOf(Verdict verdict) { return verdict > Verdict::Limited ? kFindings : kFine; }

Json rateJson(const std::optional<BitRate>& rate) { return rate ? Json(rate->steps()) : Json(nullptr); }
Json bandJson(const kb::Band& band)
{
    return {{"low", band.low.steps()}, {"typical", band.typical.steps()}, {"high", band.high.steps()}};
}

Json toJson(const match::LinkReport& report, const kb::KnowledgeBase& kb)
{
    Json result{{"title", report.title},
                {"verdict", code(report.verdict)},
                {"rate_bps", rateJson(report.rate)},
                {"wanted_bps", rateJson(report.wanted)},
                {"reason", report.reason()},
                {"findings", Json::array()}};
    for (const match::Finding& finding : report.findings) {
        const match::Advice advice = match::adviceOn(finding, kb);
        Json facts = Json::object();
        for (const auto& [name, value] : finding.outcome.args) facts[std::string(name)] = plain(text::toText(value));
        result["findings"].push_back({{"rule", finding.rule},
                                      {"case", finding.outcome.caseId},
                                      {"verdict", code(finding.verdict())},
                                      {"rate_bps", rateJson(finding.outcome.rate)},
                                      {"text", finding.text()},
                                      {"working", finding.outcome.working.text()},
                                      {"source", kb.citation(finding.outcome.from.source)},
                                      {"confidence", code(finding.outcome.from.certainty)},
                                      {"facts", facts},
                                      {"remedy", advice.remedy},
                                      {"caution", advice.caution},
                                      {"accepted", finding.isWaived}});
    }
    for (const match::WaiverState& state : report.waivers)
        result["waivers"].push_back({{"clause", state.waiver.clause},
                                     {"verdict", state.waiver.verdict},
                                     {"reason", state.waiver.reason},
                                     {"on", state.waiver.on},
                                     {"holds", state.holds},
                                     {"why", state.why.text()}});
    return result;
}

Json toJson(const expect::Expectation& path, const kb::KnowledgeBase& kb)
{
    Json result{{"stages", Json::array()},
                {"expected_bps", bandJson(path.expected)},
                {"binding_stage", path.isEmpty() ? Json(nullptr) : Json(path.limitingStage()->name)},
                {"next_stage", path.next ? Json(path.stages[*path.next].name) : Json(nullptr)},
                {"low_stage", path.isEmpty() ? Json(nullptr) : Json(path.stages[path.bindingLow].name)},
                {"high_stage", path.isEmpty() ? Json(nullptr) : Json(path.stages[path.bindingHigh].name)},
                {"hard_stage", path.hard ? Json(path.hardStage()->name) : Json(nullptr)},
                {"hard_ceiling_bps", path.hard ? Json(path.hardStage()->hard->steps()) : Json(nullptr)},
                {"facts", path.facts},
                {"gain_if_fixed", path.gain() ? Json(*path.gain()) : Json(nullptr)},
                {"near_stages", Json::array()},
                {"round_trip_s", path.roundTrip.in()},
                {"mtu_bytes", path.mtu},
                {"both_ways", path.bothWays},
                {"missing", Json::array()}};
    for (const expect::Stage& stage : path.stages) {
        Json one{{"name", stage.name},
                 {"kind", word(stage.kind)},
                 {"detail", stage.detail},
                 {"ceiling_bps", stage.carries.high.steps()},
                 {"low_bps", stage.carries.low.steps()},
                 {"typical_bps", stage.carries.typical.steps()},
                 {"ceiling", stage.hard ? "hard" : "soft"},
                 {"hard_bps", stage.hard ? Json(stage.hard->steps()) : Json(nullptr)},
                 {"working", stage.working.text()},
                 {"source", kb.citation(stage.from.source)},
                 {"confidence", code(stage.from.certainty)}};
        if (!stage.facts.empty()) one["facts"] = stage.facts;
        if (stage.mtu > 0) one["mtu_bytes"] = stage.mtu;
        if (stage.both) one["both_ways_bps"] = bandJson(*stage.both);
        if (stage.perFlow) one["per_stream_bps"] = bandJson(*stage.perFlow);
        if (stage.roundTrip.steps() > 0) one["round_trip_s"] = stage.roundTrip.in();
        if (stage.kind == expect::StageKind::Slot) one["coded_bps"] = stage.line.steps();
        if (stage.kind == expect::StageKind::Link) one["link_rate_bps"] = stage.line.steps();
        if (stage.frames.steps() > 0) one["frames_per_s"] = stage.frames.steps();
        result["stages"].push_back(one);
    }
    result["notes"] = path.notes;
    for (std::size_t at : path.near) result["near_stages"].push_back(path.stages[at].name);
    for (const expect::Missing& missing : path.missing) result["missing"].push_back(missing.what.text());
    return result;
}

std::string linkText(const match::LinkReport& report, const kb::KnowledgeBase& kb)
{
    std::string result = fmt::format("{}: {}{}\n", report.title, word(report.verdict),
                                     report.rate ? ", " + text::linkRate(*report.rate) : std::string());
    for (const match::Finding& finding : report.findings) {
        result +=
            fmt::format("  {:<9} {}{} [{}; {}, {}]\n", finding.isWaived ? "accepted" : word(finding.verdict()),
                        finding.text(), finding.outcome.working.empty() ? "" : ": " + finding.outcome.working.text(),
                        finding.rule, kb.citation(finding.outcome.from.source), code(finding.outcome.from.certainty));
        const match::Advice advice = match::adviceOn(finding, kb);
        if (!advice.remedy.empty()) result += "            do: " + advice.remedy + "\n";
        if (!advice.caution.empty()) result += "            mind: " + advice.caution + "\n";
    }
    for (const match::WaiverState& state : report.waivers)
        result += fmt::format("  waiver    {} of {}: {}{}\n", state.waiver.clause, state.waiver.on, state.waiver.reason,
                              state.holds ? "" : " — no longer fits: " + state.why.text());
    return result;
}

std::string expectationText(const expect::Expectation& path)
{
    report::TableBlock table{{"stage", "carries", "typically", "working"}, {}, {}};
    for (const expect::Stage& stage : path.stages)
        table.rows.push_back(
            {stage.name, text::rate(stage.carries.high), text::rate(stage.carries.typical), stage.working.text()});
    std::string result = report::expectationSentence(path) + "\n";
    const std::string whole = report::toText("", {table});
    result += whole.substr(whole.find("stage"));
    for (const text::Sentence& note : path.notes) result += "note: " + note.text() + "\n";
    for (const expect::Missing& missing : path.missing) result += "not known: " + missing.what.text() + "\n";
    return result;
}

Result<std::string> fileContent(const std::string& path)
{
    if (path != "-") return store::wholeFile(path);
    std::ostringstream all;
    all << std::cin.rdbuf();
    return all.str();
}

Result<std::string> pairingKey(const std::string& keyFile)
{
    if (!keyFile.empty()) {
        auto content = fileContent(keyFile);
        if (!content) return content;
        return text::trimmed(*content);
    }
    if (const char* key = std::getenv("SOKUDO_KEY")) return std::string(key);
    return failure(ErrorCode::BadInput,
                   "the agent's pairing key is missing; put it in a file and give --key-file FILE, or in the "
                   "environment as SOKUDO_KEY");
}

Result<std::string> textContent(const std::string& path)
{
    auto content = fileContent(path);
    if (!content) return content;
    if (content->starts_with("\xEF\xBB\xBF")) content->erase(0, 3);  // a byte order mark
    const auto byte = firstNotUtf8(*content);
    if (!byte) return content;
    return failure(ErrorCode::BadInput, "this byte is not UTF-8; save the file as UTF-8 and try again",
                   fmt::format("{}:{}", path, placeOf(*content, *byte).line));
}

namespace {

void warn(const std::string& path, const store::Loaded& loaded)
{
    for (const std::string& one : store::troubles(loaded)) fail({ErrorCode::Corrupt, one, path});
}

Result<store::Project> readProject(const std::string& path)
{
    std::error_code problem;
    if (path != "-" && std::filesystem::is_regular_file(path, problem)) {
        std::ifstream in(path, std::ios::binary);
        char head[15] = "";
        if (in.read(head, sizeof head) && std::string_view(head, sizeof head) == "SQLite format 3") {
            auto file = store::ProjectFile::open(path);
            if (!file) return tl::unexpected(file.error());
            auto loaded = (*file)->load();
            if (!loaded) return tl::unexpected(loaded.error());
            warn(path, *loaded);
            return std::move(loaded->project);
        }
    }
    const auto content = fileContent(path);
    if (!content) return tl::unexpected(content.error());
    const std::size_t first = content->find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    if (first != std::string::npos && (*content)[first] == '{') return store::importJson(*content, path);
    return failure(ErrorCode::BadInput,
                   "this is neither a Sokudo project nor an exported JSON file; give one of the two", path);
}

}  // namespace

Result<WritableProject> openToWrite(const std::string& path, const Context& context)
{
    if (!context.variant.empty())
        return failure(ErrorCode::BadInput,
                       "this verb writes into the record of the house, which all variants share; leave --variant out",
                       context.variant);
    return openWhole(path);
}

Result<WritableProject> openWhole(const std::string& path)
{
    auto file = store::ProjectFile::open(path);
    if (!file) return tl::unexpected(file.error());
    auto loaded = (*file)->load();
    if (!loaded) return tl::unexpected(loaded.error());
    warn(path, *loaded);
    if (auto writable = (*file)->whyNotWritable()) return tl::unexpected(std::move(*writable));
    return WritableProject{std::move(*file), std::move(loaded->project)};
}

Result<void> saved(store::ProjectFile& file, const store::Changes& changes)
{
    const std::string before = file.copyOfOlder();
    if (auto done = file.save(changes.withTouched()); !done) return tl::unexpected(done.error());
    if (file.copyOfOlder() != before)
        std::fprintf(stderr, "sokudo-cli: the file was of an older version; it is kept as it was in %s\n",
                     file.copyOfOlder().c_str());
    return {};
}

Result<store::Project> openProject(const std::string& path, Context& context)
{
    auto project = readProject(path);
    if (project && !context.variant.empty()) {
        auto built = houseCalled(*project, context.variant);
        if (!built) return tl::unexpected(built.error());
        project->plan = std::move(*built);
        context.isVariantUsed = true;
    }
    if (!project) return project;
    auto kb = knowledgeOf(project->plan, context.shipped->kb, context.shipped->files);
    if (!kb) return tl::unexpected(kb.error());
    context.kb = std::move(*kb);
    return project;
}

Result<plan::DeviceId> deviceCalled(const plan::Plan& plan, const std::string& name)
{
    if (const plan::Device* device = plan::deviceNamed(plan, name)) return device->id;
    std::vector<std::string> names;
    for (const plan::Device& device : plan.devices) names.push_back(device.name);
    const std::string near = text::nearest(name, names);
    return failure(ErrorCode::NotFound, fmt::format("there is no device “{}”{}", name,
                                                    near.empty() ? "; its devices are " + text::joined(names, ", ")
                                                                 : "; did you mean " + near + "?"));
}

Result<PathEnds> pathEnds(const plan::Plan& plan, const std::string& from, const std::string& to)
{
    if (from.empty() || to.empty())
        return failure(ErrorCode::BadInput, fmt::format("a path has two ends: say {} with {}",
                                                        from.empty() ? "where it begins" : "where it ends",
                                                        from.empty() ? "--from" : "--to"));
    const auto a = deviceCalled(plan, from);
    if (!a) return tl::unexpected(a.error());
    const auto b = deviceCalled(plan, to);
    if (!b) return tl::unexpected(b.error());
    return PathEnds{*a, *b};
}

Patience::Patience(double seconds)
    : m_end(std::chrono::steady_clock::now() +
            std::chrono::duration_cast<std::chrono::steady_clock::duration>(std::chrono::duration<double>(seconds))),
      m_isTold(::isatty(STDERR_FILENO) == 1)
{}

Patience::~Patience()
{
    if (m_percent >= 0) std::fputs("\r      \r", stderr);
}

bool Patience::goesOn(double share)
{
    const int percent = static_cast<int>(100 * std::clamp(share, 0.0, 1.0));
    if (m_isTold && percent != m_percent) std::fprintf(stderr, "\r%3d %%", percent);
    if (m_isTold) m_percent = percent;
    return std::chrono::steady_clock::now() < m_end;
}

}  // namespace sokudo::cli
