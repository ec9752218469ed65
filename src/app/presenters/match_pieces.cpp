// SPDX-License-Identifier: GPL-3.0-or-later
// The pieces of a link, from one end to the other, with the worst finding at each.
#include "app/presenters/match_presenter.h"

#include <set>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/clause.h"
#include "core/match/link_down.h"
#include "core/plan/edits.h"
#include "host/clock.h"

namespace sokudo::app {
namespace {

/// The worst finding at a spot of the chain.
struct SpotState {
    std::optional<Verdict> verdict;
    QString text;
};

SpotState at(const match::LinkReport& report, std::initializer_list<match::LinkPart> spots)
{
    SpotState state;
    for (const match::Finding& finding : report.findings)
        for (match::LinkPart part : spots)
            if (finding.outcome.part == part && (!state.verdict || finding.verdict() > *state.verdict))
                state = {finding.verdict(), toQt(finding.text())};
    return state;
}

/// Builds the pieces of one link from end A to end B.
class Chain {
public:
    Chain(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::LinkReport& report)
        : m_plan(plan), m_kb(kb), m_report(report)
    {}

    std::vector<CouplingPiece> build()
    {
        for (plan::RunId id : m_report.link.runs)
            if (const plan::Run* run = m_plan.runs.find(id))
                if (const kb::Medium* medium = m_kb.find<kb::Medium>(run->medium))
                    m_captive = m_captive || kb::isCaptive(medium->kind);
        addEnd(m_report.link.a, true);
        addCable();
        if (m_report.link.b.isSet()) addEnd(m_report.link.b, false);
        if (!m_pieces.empty()) m_pieces.back().joint.reset();
        return std::move(m_pieces);
    }

private:
    void add(CouplingPiece piece) { m_pieces.push_back(std::move(piece)); }
    void joint(const SpotState& state)
    {
        m_pieces.back().joint = state.verdict.value_or(Verdict::Fits);
        m_pieces.back().jointText = state.text;
    }
    /// What one end is made of.
    struct End {
        const plan::Port* port;
        const plan::Device* device;
        const kb::Cage* cage;
        const plan::Slot* slot;
        bool first;
    };
    void addSlot(const End& end, const SpotState& state)
    {
        const plan::Slot& slot = *end.slot;
        CouplingPiece piece{
            "slot of " + toQt(end.device->name),
            slot.shape > 0 ? QString("×%1 shape").arg(slot.shape) : QString("slot %1").arg(toQt(slot.name)),
            {},
            state.verdict,
            {},
            {}};
        piece.details << (slot.generation > 0 ? QString("wired %1.0 ×%2").arg(slot.generation).arg(slot.lanes)
                                              : QString("never read"));
        add(piece);
    }
    void addPort(const End& end)
    {
        CouplingPiece piece{toQt(end.device->name), "port " + toQt(end.port->name), {}, {}, {}, {}};
        piece.details << (end.cage ? toQt(end.cage->name) + (end.cage->holdsModule ? " cage" : " socket")
                                   : QString("unknown socket"));
        if (end.port->forced) piece.details << "forced to " + toQt(text::linkRate(*end.port->forced));
        else if (end.port->fec) piece.details << QString("FEC %1").arg(toQt(code(*end.port->fec)));
        add(piece);
    }
    /// The module or the empty cage for one; false where there is neither.
    bool addModule(const End& end)
    {
        const plan::Port& port = *end.port;
        const kb::ModuleKind* module = port.module.empty() ? nullptr : kb::moduleNamed(m_kb, port.module);
        const auto target = end.first ? match::SwapTarget::ModuleA : match::SwapTarget::ModuleB;
        if (!module && (!(end.cage && end.cage->holdsModule) || m_captive)) return false;
        if (!module) {
            add(CouplingPiece{"module", "none", {"choose one", "or a lead"}, {}, {}, {}, target});
            return true;
        }
        const kb::Phy* phy = m_kb.find<kb::Phy>(module->phy);
        CouplingPiece piece{"module", phy ? toQt(phy->name) : toQt(module->name), {}, {}, {}, {}};
        if (phy && !phy->connector.empty()) piece.details << toQt(phy->connector).toUpper();
        piece.details << toQt(text::linkRate(module->rates.front()));
        piece.swaps = target;
        add(piece);
        return true;
    }
    void addEnd(plan::PortId id, bool first)
    {
        const plan::Port* port = m_plan.ports.find(id);
        const plan::Device* device = plan::deviceOf(m_plan, id);
        if (!port || !device) return;
        const End end{port, device, m_kb.find<kb::Cage>(port->cage), m_plan.slots.find(port->slot), first};
        const SpotState slotState = at(m_report, {first ? match::LinkPart::SlotA : match::LinkPart::SlotB});
        const SpotState cageState = at(m_report, {first ? match::LinkPart::CageA : match::LinkPart::CageB});
        const SpotState mediumState = at(m_report, {first ? match::LinkPart::MediumA : match::LinkPart::MediumB});
        if (first) {
            if (end.slot) {
                addSlot(end, slotState);
                joint(slotState);
            }
            addPort(end);
            joint(cageState);
            if (addModule(end)) joint(mediumState);
            else if (mediumState.verdict && *mediumState.verdict > m_pieces.back().joint.value_or(Verdict::Fits))
                joint(mediumState);
            return;
        }
        const SpotState whole = at(m_report, {match::LinkPart::Between});
        joint(whole.verdict == Verdict::NoLink ? whole : mediumState);
        if (addModule(end)) joint(cageState);
        addPort(end);
        if (end.slot) {
            joint(slotState);
            addSlot(end, slotState);
        }
    }
    void addCable()
    {
        const auto whole = at(m_report, {match::LinkPart::Between});
        for (std::size_t i = 0; i < m_report.link.runs.size(); ++i) {
            const plan::Run* run = m_plan.runs.find(m_report.link.runs[i]);
            if (!run) continue;
            const kb::Medium* medium = m_kb.find<kb::Medium>(run->medium);
            CouplingPiece piece{run->label.empty() ? QString("cable") : "run " + toQt(run->label),
                                medium ? toQt(medium->name) : QString("unknown cable"),
                                {},
                                {},
                                {},
                                {}};
            piece.details << (run->length ? toQt(text::length(*run->length)) : QString("never measured"));
            if (run->joints > 0)
                piece.details << QString("%1 mated %2").arg(run->joints).arg(run->joints == 1 ? "pair" : "pairs");
            else if (run->bundle == plan::Bundle::Bundled) piece.details << "in a bundle";
            // What keeps the two ends apart is the gap before the far end, not a fault of the cable.
            if (whole.verdict && *whole.verdict > Verdict::Fits && *whole.verdict != Verdict::NoLink)
                piece.own = whole.verdict;
            piece.swaps = match::SwapTarget::Cable;
            add(piece);
            if (i < m_report.link.through.size()) {
                m_pieces.back().joint = Verdict::Fits;
                const plan::PortId panel = m_report.link.through[i];
                const plan::Device* device = plan::deviceOf(m_plan, panel);
                const plan::Port* port = m_plan.ports.find(panel);
                add({device ? toQt(word(device->role)) : QString("panel"),
                     device && port ? toQt(device->name + " " + port->name) : QString("?"),
                     {"passes through"},
                     {},
                     Verdict::Fits,
                     {}});
            }
        }
        if (!m_report.link.b.isSet() && !m_pieces.empty()) {
            m_pieces.back().joint = Verdict::Unknown;
            add({"far end", "not traced", {"find where", "it ends"}, Verdict::Unknown, {}, {}});
        }
    }

    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    const match::LinkReport& m_report;
    std::vector<CouplingPiece> m_pieces;
    bool m_captive = false;  ///< the lead is its own module
};

}  // namespace

std::vector<CouplingPiece> MatchPresenter::pieces() const
{
    const match::LinkReport* report = selected();
    return report ? Chain(m_document.plan(), m_document.knowledge(), *report).build() : std::vector<CouplingPiece>{};
}

}  // namespace sokudo::app
