// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/path_expectation.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/cores.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/both_ways.h"
#include "core/expect/remedy.h"
#include "core/expect/survey_stages.h"
#include "core/kb/host_rows.h"
#include "core/plan/forwarding.h"

namespace sokudo::expect {
namespace {

constexpr Duration kLongRoundTrip = Duration::fromSteps(1'000'000);  // below a millisecond no usual window holds a link
constexpr DataSize kUsualWindow =
    DataSize::fromSteps(3 * 1024 * 1024);  // rfc-7323: a receive limit of 6 MiB of which half is offered

std::string protocolOf(const PathQuestion& question, const plan::Device& from, const plan::Device& to)
{
    if (!question.protocol.empty()) return question.protocol;
    if (!from.fileShare.empty()) return from.fileShare;
    return to.fileShare.empty() ? "smb" : to.fileShare;
}

constexpr std::string_view kRemoteMemory = "rdma";

/// A protocol that is asked for and is none.
std::optional<Error> wrongProtocol(const kb::KnowledgeBase& kb, const PathQuestion& question)
{
    const std::string& asked = question.protocol;
    if (asked.empty()) return std::nullopt;
    if (question.traffic != Traffic::FileCopy) {
        if (asked == kRemoteMemory) return std::nullopt;
        return Error{ErrorCode::BadInput,
                     text::say("path-expectation.protocol-of-a-copy",
                               "a file share is for a copy: ask for a copy, or for “rdma” from memory to memory"),
                     asked};
    }
    if (kb.find<kb::FileShare>(asked)) return std::nullopt;
    std::vector<std::string> known;
    for (const kb::FileShare& row : kb.all<kb::FileShare>())
        if (std::find(known.begin(), known.end(), row.id) == known.end()) known.push_back(row.id);
    return Error{ErrorCode::BadInput,
                 text::say("path-expectation.unknown-share", "there is no such file share; there are {}",
                           text::joined(known, ", ")),
                 asked};
}

int mtuOf(const plan::Plan& plan, const plan::Route& way)
{
    int mtu = 65535;
    for (const plan::Hop& hop : way)
        for (plan::PortId end : {hop.from, hop.to})
            if (const plan::Port* port = plan.ports.find(end)) mtu = std::min(mtu, plan::mtuInEffect(plan, *port));
    return mtu;
}

/// Ports that state another packet size than the path runs at.
text::Sentence mtuNote(const plan::Plan& plan, const plan::Route& way, int mtu)
{
    std::string larger;
    int most = mtu;
    for (const plan::Hop& hop : way)
        for (plan::PortId end : {hop.from, hop.to}) {
            const plan::Port* port = plan.ports.find(end);
            const int own = port ? plan::mtuInEffect(plan, *port) : 0;
            if (own <= mtu) continue;
            most = std::max(most, own);
            larger += (larger.empty() ? "" : ", ") + plan::portText(plan, end);
        }
    if (larger.empty()) return {};
    return text::say(
        "path-expectation.the-path-runs-at",
        "the path runs at MTU {}, although {} {} {}: set all alike, and prove it with a don't-fragment ping of {} "
        "bytes",
        mtu, larger, larger.find(',') == std::string::npos ? "is set to" : "are set up to", most, most - 28);
}

/// A test between machines that are slower than the wire measures the machines.
text::Sentence slowEndsNote(const Expectation& path, const PathQuestion& question, const text::Sentence& remedy)
{
    const Stage* binding = path.limitingStage();
    if (!binding || question.traffic != Traffic::MemoryToMemory || binding->kind != StageKind::Processor) return {};
    return text::say("path-expectation.holds-this-test-not",
                     "{} holds this test, not the wire: {}test between faster machines", binding->name,
                     remedy.empty() ? std::string() : remedy + "; or ");
}

void addWindow(const SurveyedPath& path, Found& found)
{
    Duration roundTrip;
    for (const Stage& stage : found.stages) roundTrip = roundTrip + stage.roundTrip;
    if (roundTrip >= kLongRoundTrip)
        found.add(windowStage(kUsualWindow, roundTrip, path.question.streams), "window", {}, "the path");
}

/// A file copy is one thread that reads and writes through the page cache, unless the cards move the data.
void addCopyThread(const SurveyedPath& path, plan::DeviceId writer, Found& found)
{
    if (path.question.traffic != Traffic::FileCopy || path.isRemoteMemory) return;
    auto stage = ceilingStage(path.kb, "copy-thread-write");
    if (stage) stage->detail = "one thread";
    found.add(std::move(stage), "copying thread", writer, "the receiver");
}

void addShare(const SurveyedPath& path, const std::string& protocol, Found& found)
{
    const auto network = networkBand(found.stages);
    const auto slowest = slowestLink(found.stages);
    if (network && slowest) found.add(fileShareStage(path.kb, protocol, *network), "file share", {}, "this path");
}

/// A session that one core holds on a wire with room left: remote memory access takes the core out of the way.
text::Sentence remoteMemoryNote(const Expectation& path, const kb::KnowledgeBase& kb)
{
    const Stage* binding = path.limitingStage();
    const auto network = networkBand(path.stages);
    const auto slowest = slowestLink(path.stages);
    if (!binding || binding->kind != StageKind::FileShare || !network || !slowest || *slowest < gigabits(10)) return {};
    const bool isNfs = binding->detail.starts_with("nfs");
    const kb::FileShare* direct = kb::fileShareAt(kb, isNfs ? "nfs-rdma" : "smb-direct", *slowest);
    if (!direct || !(isNfs || binding->detail.starts_with("smb")) || binding->detail == direct->id) return {};
    const BitRate would = scaled(network->typical, direct->share.typical);
    if (would.in() < 1.2 * binding->carries.typical.in()) return {};
    return text::say("path-expectation.would-carry-about-here",
                     "{} would carry about {} here: both cards and both systems must offer remote memory access",
                     direct->name, text::figure::rate(would, 3));
}

/// What is said beside a result: the MTU, then slow ends or else the remedy, then remote memory.
std::vector<text::Sentence> notesOf(const Expectation& result, const PathQuestion& question, text::Sentence mtu,
                                    const kb::KnowledgeBase& kb)
{
    std::vector<text::Sentence> notes;
    const text::Sentence remedy = remedyNote(result), slowEnds = slowEndsNote(result, question, remedy);
    for (text::Sentence note : {std::move(mtu), slowEnds.empty() ? remedy : slowEnds, remoteMemoryNote(result, kb)})
        if (!note.empty()) notes.push_back(std::move(note));
    return notes;
}

}  // namespace

Paths::Paths(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports)
    : m_plan(plan),
      m_kb(kb),
      m_reports([&] {
          std::unordered_map<plan::RunId, const match::LinkReport*> result;
          for (const match::LinkReport& report : reports) result[report.link.id()] = &report;
          return result;
      }()),
      m_net(
          plan,
          [&] {
              std::vector<plan::Link> links;
              for (const match::LinkReport& report : reports) links.push_back(report.link);
              // Reports come worst first: among equal ways the same one is taken whatever their order.
              std::sort(links.begin(), links.end(),
                        [](const plan::Link& a, const plan::Link& b) { return a.id() < b.id(); });
              return links;
          }(),
          [this](const plan::Link& link) -> std::optional<BitRate> {
              const match::LinkReport* found = report(link);
              return found ? found->rate : std::nullopt;
          })
{}

const match::LinkReport* Paths::report(const plan::Link& link) const
{
    const auto at = m_reports.find(link.id());
    return at == m_reports.end() ? nullptr : at->second;
}

/// The way that is asked for; its numbers are those of `ways`.
Result<plan::Route> Paths::wayOf(const PathQuestion& question, const plan::Device& from, const plan::Device& to) const
{
    if (question.route == 0)
        if (auto way = m_net.way(question.from, question.to)) return std::move(*way);
    auto all = question.route > 0 ? ways(question.from, question.to) : std::vector<plan::Route>();
    if (question.route > 0 && static_cast<std::size_t>(question.route) >= all.size())
        return failure(
            ErrorCode::OutOfRange,
            text::say("path-expectation.there-are-ways-from",
                      "there are {} routes from {} to {}; they are numbered from 0", all.size(), from.name, to.name),
            std::to_string(question.route));
    if (question.route > 0) return std::move(all[static_cast<std::size_t>(question.route)]);
    switch (m_net.whyApart(from.id, to.id)) {
    case plan::Net::Apart::OtherNetworks:
        return failure(ErrorCode::NotFound,
                       text::say("path-expectation.no-router-joins",
                                 "{} and {} are cabled, but in different networks, and no router that ports let both "
                                 "reach joins these: check the networks of the ports on the way",
                                 from.name, to.name));
    case plan::Net::Apart::HostBetween:
        return failure(ErrorCode::NotFound,
                       text::say("path-expectation.only-a-host-between",
                                 "the only cables from {} to {} lead through a device that does not forward: if it "
                                 "does, state “forwards” of it in Survey",
                                 from.name, to.name));
    case plan::Net::Apart::NoCable: break;
    }
    return failure(ErrorCode::NotFound,
                   text::say("path-expectation.no-cable-leads-from",
                             "no cable leads from {} to {}; add the runs between them in Survey", from.name, to.name));
}

Result<Expectation> Paths::expectation(const PathQuestion& question) const
{
    const plan::Device* from = m_plan.devices.find(question.from);
    const plan::Device* to = m_plan.devices.find(question.to);
    if (!from || !to)
        return failure(ErrorCode::NotFound,
                       text::say("path-expectation.pick-two-devices-of", "pick two devices of the plan"));
    if (from == to)
        return failure(ErrorCode::BadInput,
                       text::say("path-expectation.pick-two-different-devices", "pick two different devices"),
                       from->name);
    const auto way = wayOf(question, *from, *to);
    if (!way) return tl::unexpected(way.error());
    const bool copies = question.traffic == Traffic::FileCopy;
    const std::string protocol = copies ? protocolOf(question, *from, *to) : std::string();
    const kb::FileShare* shareRow = copies ? m_kb.find<kb::FileShare>(protocol) : nullptr;
    if (const auto wrong = wrongProtocol(m_kb, question)) return tl::unexpected(*wrong);
    const bool isRemoteMemory = copies ? shareRow && shareRow->isRemoteMemory : question.protocol == kRemoteMemory;
    const SurveyedPath path{m_plan, m_kb, question, mtuOf(m_plan, *way), isRemoteMemory};
    const auto rateOf = [&](const plan::Hop& hop) {
        const match::LinkReport* found = report(hop.link);
        return found && found->rate ? wireRate(*found) : BitRate{};
    };
    Found found;
    found.stages.reserve(way->size() + 6);
    addInternet(path, *from, found);
    if (!from->traits.has("plan-rate")) addHost(path, *from, way->front().from, rateOf(way->front()), true, found);
    for (std::size_t i = 0; i < way->size(); ++i) {
        if (auto error = addHop(path, *this, (*way)[i], found)) return tl::unexpected(*error);
        if (i + 1 < way->size())
            if (const plan::Device* between = plan::deviceOf(m_plan, (*way)[i].to))
                addBetween(path, *between, (*way)[i], (*way)[i + 1], found);
    }
    if (!isRemoteMemory) addWindow(path, found);
    if (!to->traits.has("plan-rate")) addHost(path, *to, way->back().to, rateOf(way->back()), false, found);
    addInternet(path, *to, found);
    addCopyThread(path, to->id, found);
    if (question.bothWays)
        for (Stage& stage : found.stages) stage = withBothWaysBusy(m_kb, std::move(stage));
    if (copies) addShare(path, protocol, found);
    Expectation result = settle(std::move(found.stages));
    result.missing = std::move(found.missing);
    result.mtu = path.mtu;
    result.bothWays = question.bothWays;
    result.notes = notesOf(result, question, mtuNote(m_plan, *way, path.mtu), m_kb);
    for (text::Sentence& note : airNotes(path, *this, result.stages, *way)) result.notes.push_back(std::move(note));
    return result;
}

std::vector<Result<Expectation>> Paths::expectations(const std::vector<PathQuestion>& questions) const
{
    constexpr std::size_t kWorthAThread = 50;
    std::vector<Result<Expectation>> result(questions.size());
    onAllCores(questions.size(), kWorthAThread, [&](std::size_t from, std::size_t to) {
        for (std::size_t i = from; i < to; ++i) result[i] = expectation(questions[i]);
    });
    return result;
}

Result<Expectation> expectation(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                                const PathQuestion& question)
{
    return Paths(plan, kb, reports).expectation(question);
}

std::string wayText(const plan::Plan& plan, const plan::Route& way)
{
    std::string result;
    for (const plan::Hop& hop : way)
        result += fmt::format("{}{} — {}", result.empty() ? "" : ", ", plan::portText(plan, hop.from),
                              plan::portText(plan, hop.to));
    return result;
}

}  // namespace sokudo::expect
