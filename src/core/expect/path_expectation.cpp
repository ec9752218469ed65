// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/path_expectation.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/expect/stages.h"

namespace sokudo::expect {
namespace {

const match::LinkReport* reportOf(const match::Reports& reports, const plan::Link& link)
{
    const auto at = std::find_if(reports.begin(), reports.end(), [&](const match::LinkReport& r) { return r.link == link; });
    return at == reports.end() ? nullptr : &*at;
}

class PathBuilder {
public:
    PathBuilder(const plan::Plan& plan, const kb::KnowledgeBase& kb, const PathQuestion& question) : m_plan(plan), m_kb(kb), m_question(question) {}

    void addHost(const plan::Device& device, plan::PortId port, bool sends)
    {
        const auto disk = [&] { if (m_question.traffic == Traffic::FileCopy) addDisk(device, sends ? Access::Read : Access::Write); };
        const auto processor = [&] { addProcessor(device); };
        const auto slot = [&] { addSlot(device, port); };
        if (sends) { disk(); processor(); slot(); }
        else { slot(); processor(); disk(); }
    }
    std::optional<Error> addLink(const plan::Hop& hop, const match::LinkReport* report)
    {
        const std::string title = plan::portText(m_plan, hop.from) + " — " + plan::portText(m_plan, hop.to);
        if (!report || !report->rate)
            return Error{ErrorCode::NotAllowed, report && report->verdict != Verdict::Unknown ? "this link does not come up: " + report->reason() : "the rate of this link is not known yet", title};
        const plan::Run* run = m_plan.runs.find(hop.link.id());
        const kb::Medium* medium = run ? m_kb.medium(run->medium) : nullptr;
        const bool isCoax = medium && medium->kind == kb::MediumKind::Coax;
        arithmetic::Framing framing;
        framing.mtu = m_mtu;
        // A slot that narrows the link is a stage of its own: the wire still runs at the rate the ends share.
        auto stage = isCoax ? hopStage(m_kb, "coax-2.5") : linkStage(m_kb, wireRate(*report), framing);
        if (!stage) return stage.error();
        stage->name = title;
        if (medium && !isCoax) stage->label = shortName(*medium) + (run->length ? " " + text::length(*run->length) : std::string());
        stage->run = hop.link.id();
        m_slowest = m_stages.empty() || m_slowest.steps() == 0 ? stage->line : std::min(m_slowest, stage->line);
        add(std::move(*stage));
        return std::nullopt;
    }
    void setMtu(int mtu) { m_mtu = mtu; }
    void addFileShare(std::string_view protocol)
    {
        std::optional<Band> network;
        for (const Stage& stage : m_stages) {
            if (stage.kind != StageKind::Link && stage.kind != StageKind::Slot) continue;
            network = network ? Band{std::min(network->low, stage.carries.low), std::min(network->typical, stage.carries.typical), std::min(network->high, stage.carries.high)} : stage.carries;
        }
        if (!network) return;
        if (auto stage = fileShareStage(m_kb, protocol, m_slowest, *network)) {
            stage->name = "file share";
            add(std::move(*stage));
        }
    }
    Expectation finish()
    {
        Expectation made = settle(std::move(m_stages));
        made.missing = std::move(m_missing);
        made.mtu = m_mtu;
        return made;
    }

private:
    static std::string shortName(const kb::Medium& medium)
    {
        if (!kb::isCaptive(medium.kind)) return medium.name;
        return medium.kind == kb::MediumKind::DirectAttach ? "DAC" : "AOC";
    }
    static BitRate wireRate(const match::LinkReport& report)
    {
        std::optional<BitRate> rate;
        for (const match::Finding& finding : report.findings)
            if (finding.rule != "slot-width" && finding.outcome.rate && (!rate || *finding.outcome.rate < *rate)) rate = finding.outcome.rate;
        return rate.value_or(*report.rate);
    }
    void addDisk(const plan::Device& device, Access access)
    {
        if (device.disks.empty()) {
            m_missing.push_back({"the disks of " + device.name, device.id});
            return;
        }
        auto stage = diskStage(m_kb, device.disks.front(), access);
        if (stage) addOn(device, std::move(*stage));
        else m_missing.push_back({stage.error().what + " at " + device.name, device.id});
    }
    void addProcessor(const plan::Device& device)
    {
        if (!device.processor) {
            m_missing.push_back({"the processor of " + device.name, device.id});
            return;
        }
        auto stage = processorStage(m_kb, *device.processor, m_mtu, m_question.streams);
        if (stage) addOn(device, std::move(*stage));
        else m_missing.push_back({stage.error().what + " at " + device.name, device.id});
    }
    void addSlot(const plan::Device& device, plan::PortId id)
    {
        const plan::Port* port = m_plan.ports.find(id);
        const plan::Slot* slot = port ? m_plan.slots.find(port->slot) : nullptr;
        if (!slot) return;
        auto stage = slotStage(m_kb, *slot);
        if (stage) addOn(device, std::move(*stage));
        else m_missing.push_back({fmt::format("slot {} of {}", slot->name, device.name), device.id});
    }
    void addOn(const plan::Device& device, Stage stage)
    {
        stage.name = fmt::format("{} of {}", stage.label, device.name);
        stage.device = device.id;
        if (stage.kind == StageKind::Processor) stage.detail = device.name;
        add(std::move(stage));
    }
    void add(Stage stage) { m_stages.push_back(std::move(stage)); }

    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    const PathQuestion& m_question;
    std::vector<Stage> m_stages;
    std::vector<Missing> m_missing;
    BitRate m_slowest;
    int m_mtu = 1500;
};

std::string protocolOf(const PathQuestion& question, const plan::Device& from, const plan::Device& to)
{
    if (!question.protocol.empty()) return question.protocol;
    if (!from.fileShare.empty()) return from.fileShare;
    return to.fileShare.empty() ? "smb" : to.fileShare;
}

}  // namespace

Result<Expectation> expectation(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports, const PathQuestion& question)
{
    const plan::Device* from = plan.devices.find(question.from);
    const plan::Device* to = plan.devices.find(question.to);
    if (!from || !to) return failure(ErrorCode::NotFound, "pick two devices of the plan");
    if (from == to) return failure(ErrorCode::BadInput, "pick two different devices", from->name);
    const auto hops = plan::path(plan, question.from, question.to, [&](const plan::Link& link) -> std::optional<BitRate> {
        const match::LinkReport* report = reportOf(reports, link);
        return report ? report->rate : std::nullopt;
    });
    if (!hops) return failure(ErrorCode::NotFound, fmt::format("no cable leads from {} to {}; add the runs between them in Survey", from->name, to->name));
    int mtu = 65535;
    for (const plan::Hop& hop : *hops)
        for (plan::PortId end : {hop.from, hop.to})
            if (const plan::Port* port = plan.ports.find(end)) mtu = std::min(mtu, port->mtu.value_or(1500));
    PathBuilder builder(plan, kb, question);
    builder.setMtu(mtu);
    builder.addHost(*from, hops->front().from, true);
    for (const plan::Hop& hop : *hops)
        if (auto error = builder.addLink(hop, reportOf(reports, hop.link))) return tl::unexpected(*error);
    builder.addHost(*to, hops->back().to, false);
    if (question.traffic == Traffic::FileCopy) builder.addFileShare(protocolOf(question, *from, *to));
    return builder.finish();
}

}  // namespace sokudo::expect
