// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cutover/acceptance.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/expect/path_expectation.h"
#include "core/oneline/tokens.h"
#include "core/power/poe_source.h"

namespace sokudo::cutover {
namespace {

constexpr double kAccepted = 0.9;      ///< own: share of the low end of what is expected
constexpr std::size_t kMostPaths = 6;  ///< own: nobody measures more on one evening

class Proving {
public:
    explicit Proving(const ProofQuestion& asked)
        : m_asked(asked), m_plan(asked.plan), m_paths(asked.plan, asked.kb, asked.reports)
    {
        m_ports.insert(asked.ports.begin(), asked.ports.end());
        if (asked.ports.empty())
            for (const plan::Port* port : plan::portsOf(m_plan, asked.device)) m_ports.insert(port->id);
    }

    std::vector<Proof> run()
    {
        links();
        feeds();
        jobs();
        memory();
        internet();
        wireless();
        return std::move(m_all);
    }

private:
    void links()
    {
        for (const match::LinkReport& report : m_asked.reports) {
            if (m_ports.count(report.link.a) == 0 && m_ports.count(report.link.b) == 0) continue;
            if (!report.rate) continue;
            Proof proof;
            proof.key = fmt::format("link:{}", report.link.id().value);
            proof.what = text::say("acceptance.link", "{}", report.title);
            proof.expected = text::linkRate(*report.rate);
            proof.rate = proof.least = report.rate;
            proof.object = {"run", report.link.id().value};
            m_all.push_back(std::move(proof));
        }
    }
    void feeds()
    {
        const auto source = power::poeSource(m_plan, m_asked.device, m_asked.kb);
        if (!source) return;
        for (const power::PoeLoad& load : source->loads) {
            if (m_ports.count(load.port) == 0) continue;
            const plan::Device* device = m_plan.devices.find(load.device);
            Proof proof;
            proof.key = fmt::format("feed:{}", load.port.value);
            proof.kind = ProofKind::Feed;
            proof.expected = load.drawn               ? fmt::format("{:.1f} W", load.drawn->in())
                             : load.reserved > Watt{} ? fmt::format("up to {:.1f} W", load.reserved.in())
                                                      : std::string("it starts");
            proof.what = text::say("acceptance.feed", "{} at {}", device ? device->name : std::string(),
                                   plan::portText(m_plan, load.port));
            proof.object = {"port", load.port.value};
            m_all.push_back(std::move(proof));
        }
    }
    bool crosses(const plan::Route& route) const
    {
        for (const plan::Hop& hop : route)
            if (m_ports.count(hop.from) > 0 || m_ports.count(hop.to) > 0) return true;
        return false;
    }
    void path(const expect::PathQuestion& question, const std::string& name, ProofKind kind)
    {
        if (m_measured.size() >= kMostPaths || !m_measured.insert({question.from, question.to}).second) return;
        const auto ways = m_paths.ways(question.from, question.to);
        if (ways.empty() || !crosses(ways.front())) return;
        const auto expected = m_paths.expectation(question);
        if (!expected) return;
        Proof proof;
        proof.key = fmt::format("path:{}:{}", question.from.value, question.to.value);
        proof.kind = kind;
        proof.rate = expected->expected.typical;
        proof.least = BitRate::of(kAccepted * expected->expected.low.in());
        proof.expected = fmt::format("{}, at least {}", text::rate(*proof.rate), text::rate(*proof.least));
        // A slow machine is a poor end to prove a link with: what holds it is said.
        if (const expect::Stage* stage = expected->limitingStage()) proof.expected += ", limited by " + stage->label;
        proof.what = text::say("acceptance.path", "{}: {} from {} to {}", name, word(kind),
                               m_plan.devices.find(question.from)->name, m_plan.devices.find(question.to)->name);
        proof.from = question.from, proof.to = question.to;
        m_all.push_back(std::move(proof));
    }
    void jobs()
    {
        for (const plan::RegularJob& job : m_plan.jobs) {
            expect::PathQuestion question{job.from, job.to};
            question.traffic = job.size > DataSize{} ? expect::Traffic::FileCopy : expect::Traffic::MemoryToMemory;
            question.protocol = job.protocol;
            path(question, job.name, job.size > DataSize{} ? ProofKind::FileCopy : ProofKind::MemoryToMemory);
        }
    }
    /// From storage to each host beyond the unit.
    void memory()
    {
        for (const plan::Device& store : m_plan.devices) {
            if (store.role != plan::Role::Storage) continue;
            for (const plan::Device& host : m_plan.devices)
                if (host.role == plan::Role::Computer && host.id != store.id)
                    path({store.id, host.id}, store.name, ProofKind::MemoryToMemory);
        }
    }
    void internet()
    {
        for (const plan::Service& service : m_plan.services) {
            if (service.kind != plan::ServiceKind::Internet || service.isBackup || !service.down) continue;
            Proof proof;
            proof.key = fmt::format("internet:{}", service.id.value);
            proof.kind = ProofKind::Internet;
            proof.rate = service.down;
            proof.least = BitRate::of(kAccepted * service.down->in());
            proof.expected = fmt::format("{}, at least {}", text::linkRate(*service.down), text::rate(*proof.least));
            proof.what = text::say("acceptance.internet", "{} from a wired host", service.name);
            proof.object = {"service", service.id.value};
            m_all.push_back(std::move(proof));
        }
    }
    void wireless()
    {
        for (const plan::Device& device : m_plan.devices) {
            if (device.role != plan::Role::AccessPoint) continue;
            const bool isTouched = std::any_of(m_asked.reports.begin(), m_asked.reports.end(), [&](const auto& report) {
                const plan::Device *a = plan::deviceOf(m_plan, report.link.a),
                                   *b = plan::deviceOf(m_plan, report.link.b);
                const bool isOurs = m_ports.count(report.link.a) > 0 || m_ports.count(report.link.b) > 0;
                return isOurs && ((a && a->id == device.id) || (b && b->id == device.id));
            });
            if (!isTouched) continue;
            Proof proof;
            proof.key = fmt::format("wireless:{}", device.id.value);
            proof.kind = ProofKind::Wireless;
            proof.expected = "it joins and gets an address of its network";
            proof.what = text::say("acceptance.wireless", "a phone at {}", device.name);
            proof.object = {"device", device.id.value};
            m_all.push_back(std::move(proof));
        }
    }

    const ProofQuestion& m_asked;
    const plan::Plan& m_plan;
    expect::Paths m_paths;
    std::set<plan::PortId> m_ports;
    std::set<std::pair<plan::DeviceId, plan::DeviceId>> m_measured;
    std::vector<Proof> m_all;
};

}  // namespace

std::string_view word(ProofKind kind)
{
    switch (kind) {
    case ProofKind::LinkRate: return "link rate";
    case ProofKind::Feed: return "power";
    case ProofKind::MemoryToMemory: return "memory to memory";
    case ProofKind::FileCopy: return "file copy";
    case ProofKind::Internet: return "internet";
    case ProofKind::Wireless: break;
    }
    return "wireless";
}

std::vector<Proof> proofsOf(const ProofQuestion& asked) { return Proving(asked).run(); }

Result<Accepted> accepted(const Proof& proof, const std::string& measured)
{
    const std::string small = text::lower(text::trimmed(measured));
    if (small == "ok" || small == "yes" || small == "good")
        return Accepted{Verdict::Fits, text::say("acceptance.ok", "seen to be good")};
    if (small == "no" || small == "fails" || small == "bad")
        return Accepted{Verdict::NoLink,
                        text::say("acceptance.no", "it fails: put the lead back and look there first")};
    if (!proof.least) {
        if (small.empty())
            return failure(ErrorCode::BadInput, text::say("acceptance.say", "type what was seen: ok, no, or a figure"));
        return Accepted{Verdict::Fits, text::say("acceptance.noted", "noted: {}", measured)};
    }
    std::string figure;
    for (char c : small)
        if (c != ' ') figure += c;
    const auto rate = oneline::rateOf(figure);
    if (!rate)
        return failure(
            ErrorCode::BadInput,
            text::say("acceptance.figure", "type the rate that was measured, such as {}", text::rate(*proof.rate)),
            "“" + measured + "”");
    if (*rate >= *proof.least)
        return Accepted{Verdict::Fits,
                        text::say("acceptance.fits", "{} of {} expected", text::rate(*rate), text::rate(*proof.rate))};
    return Accepted{Verdict::Limited,
                    text::say("acceptance.less", "{} is less than {}: open it in Diagnose before the window ends",
                              text::rate(*rate), text::rate(*proof.least))};
}

std::string_view acceptedWord(Verdict verdict)
{
    switch (verdict) {
    case Verdict::Fits: return "as expected";
    case Verdict::Limited: return "less than expected";
    case Verdict::NoLink: return "failed";
    default: return "not measured";
    }
}

}  // namespace sokudo::cutover
