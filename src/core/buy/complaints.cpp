// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/complaints.h"

#include <algorithm>
#include <set>

#include "core/base/text.h"
#include "core/buy/parts.h"
#include "core/match/link_context.h"

namespace sokudo::buy {
namespace {

class Looking {
public:
    Looking(const plan::Plan& house, const plan::Plan& variant, const match::Reports& reports,
            const kb::KnowledgeBase& kb)
        : m_house(house), m_variant(variant), m_reports(reports), m_kb(kb)
    {}

    std::vector<Complaint> run()
    {
        for (const match::LinkReport& report : m_reports)
            if (isNew(report.link)) {
                const match::LinkContext link = match::linkContext(m_variant, report.link, m_kb);
                if (onlyOneModule(link, report)) continue;
                if (openEnd(link, report)) continue;
                badLink(report);
            }
        lonelyPorts();
        functions();
        std::stable_sort(m_found.begin(), m_found.end(),
                         [](const Complaint& a, const Complaint& b) { return a.verdict > b.verdict; });
        return std::move(m_found);
    }

private:
    /// Some part of the link is not as the house has it.
    bool isNew(const plan::Link& link) const
    {
        const auto differs = [](const auto* old, const auto* now) { return !old || !now || !(*old == *now); };
        for (plan::RunId id : link.runs)
            if (differs(m_house.runs.find(id), m_variant.runs.find(id))) return true;
        for (plan::PortId id : {link.a, link.b})
            if (id.isSet() && differs(m_house.ports.find(id), m_variant.ports.find(id))) return true;
        return false;
    }
    static bool takesModule(const match::LinkEnd& end) { return end.cage && end.cage->holdsModule; }

    bool onlyOneModule(const match::LinkContext& link, const match::LinkReport& report)
    {
        if (!link.hasFarEnd() || link.isCaptive()) return false;
        const bool a = takesModule(link.a) && !link.a.module, b = takesModule(link.b) && !link.b.module;
        if (!a && !b) return false;
        const std::string at = a && b ? link.a.name + " and " + link.b.name : a ? link.a.name : link.b.name;
        say(report, Verdict::NoLink,
            a && b
                ? text::say("complaints.both-modules", "{}: both modules are missing, at {}", report.title, at)
                : text::say("complaints.one-module", "{}: one module of the pair is missing, at {}", report.title, at));
        return true;
    }
    bool openEnd(const match::LinkContext& link, const match::LinkReport& report)
    {
        if (link.hasFarEnd()) return false;
        say(report, Verdict::Unknown,
            text::say("complaints.open-end", "{}: the far end is open; say which port it goes to", report.title));
        return true;
    }
    void badLink(const match::LinkReport& report)
    {
        if (report.verdict > Verdict::Limited) say(report, report.verdict, report.title + ": " + report.reason());
        else if (report.wanted && report.rate && *report.rate < *report.wanted)
            say(report, Verdict::Limited,
                text::say("complaints.slower", "{}: {} of the {} wished for: {}", report.title,
                          text::figure::linkRate(*report.rate), text::figure::linkRate(*report.wanted),
                          report.reason()));
    }
    void say(const match::LinkReport& report, Verdict verdict, text::Sentence text)
    {
        m_found.push_back({std::move(text), verdict, {"run", report.link.id().value}});
    }

    BitRate mostOf(const plan::Port& port) const
    {
        if (!port.rates.empty()) return *std::max_element(port.rates.begin(), port.rates.end());
        const kb::Cage* cage = m_kb.find<kb::Cage>(port.cage);
        return cage ? cage->usualRate() : BitRate{};
    }
    /// "A 10G card without a 10G port to talk to": a new port of a host, faster than anything that is free elsewhere.
    void lonelyPorts()
    {
        std::set<plan::PortId> used;
        for (const plan::Run& run : m_variant.runs) used.insert({run.a, run.b});
        std::set<plan::PortId> split;
        for (const plan::Port& port : m_variant.ports)
            if (port.splitOf.isSet()) split.insert(port.splitOf);
        const auto isFree = [&](const plan::Port& port) { return !used.count(port.id) && !split.count(port.id); };
        for (const plan::Port& port : m_variant.ports) {
            const plan::Device* device = m_variant.devices.find(port.device);
            if (!device || !plan::isHost(device->role) || m_house.ports.has(port.id) || !isFree(port)) continue;
            const BitRate most = mostOf(port);
            const bool hasPeer =
                std::any_of(m_variant.ports.begin(), m_variant.ports.end(), [&](const plan::Port& other) {
                    const plan::Device* there = m_variant.devices.find(other.device);
                    return there && there->id != device->id && !plan::isPassive(there->role) && isFree(other) &&
                           mostOf(other) >= most;
                });
            m_found.push_back(
                {hasPeer ? text::say("complaints.not-plugged", "{}: nothing is plugged into it yet",
                                     plan::portText(m_variant, port.id))
                         : text::say("complaints.no-peer", "{}: no free port of {} in the house for it to talk to",
                                     plan::portText(m_variant, port.id), text::figure::linkRate(most)),
                 hasPeer ? Verdict::Unknown : Verdict::Limited,
                 {"port", port.id.value}});
        }
    }
    /// Do not pay for a function without a use for it.
    void functions()
    {
        for (const plan::Device& device : m_variant.devices) {
            if (m_house.devices.has(device.id)) continue;
            const kb::SwitchKind* kind = m_kb.find<kb::SwitchKind>(partOfDevice(m_variant, device, m_kb));
            if (!kind) continue;
            const bool hasTags = std::any_of(m_variant.networks.begin(), m_variant.networks.end(),
                                             [](const plan::Network& one) { return one.tag != 0; });
            if (!kind->isManaged && hasTags)
                m_found.push_back({text::say("complaints.needs-managed",
                                             "{} is unmanaged, and the house has tagged networks: it passes them on "
                                             "at best, and cannot put a port into one",
                                             device.name),
                                   Verdict::Marginal,
                                   {"device", device.id.value}});
            if (kind->isManaged && !hasTags && m_variant.networks.empty())
                m_found.push_back({text::say("complaints.managed-unused",
                                             "{} is managed: worth it for its counters and for networks of their own; "
                                             "the plan has no use for either yet",
                                             device.name),
                                   Verdict::Fits,
                                   {"device", device.id.value}});
        }
    }

    const plan::Plan &m_house, &m_variant;
    const match::Reports& m_reports;
    const kb::KnowledgeBase& m_kb;
    std::vector<Complaint> m_found;
};

}  // namespace

std::vector<Complaint> complaintsOf(const plan::Plan& house, const plan::Plan& variant, const match::Reports& reports,
                                    const kb::KnowledgeBase& kb)
{
    return Looking(house, variant, reports, kb).run();
}

}  // namespace sokudo::buy
