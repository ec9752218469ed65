// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/match_presenter.h"

#include <QDate>
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

QString rateText(const std::optional<BitRate>& rate) { return rate ? toQt(text::rate(*rate, 3)) : QString("no link"); }

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

/// How the verdict came about, for someone who asks.
QString chainOf(const match::Finding& finding, const match::Advice& advice)
{
    QStringList parts{"Rule " + toQt(finding.rule)};
    if (!finding.outcome.caseId.empty())
        parts << "clause " + toQt(finding.outcome.caseId) +
                     (advice.when.empty() ? QString() : ": " + toQt(advice.when));
    QStringList facts;
    for (const auto& [name, value] : finding.outcome.args)
        if (name != "text" && name != "working") facts << toQt(name) + " = " + toQt(text::toText(value));
    if (!facts.isEmpty()) parts << "from " + facts.join(", ");
    return parts.join("; ");
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

MatchPresenter::MatchPresenter(Document& document, Selection& selection, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_selection(selection),
      m_rows({{"link",
               [](const Row& row, int role) -> QVariant {
                   switch (role) {
                   case Qt::DisplayRole: return row.title;
                   case kVerdictRole: return static_cast<int>(row.verdict);
                   case kRateRole: return row.rate;
                   case kReasonRole: return row.reason;
                   case Qt::AccessibleTextRole:
                       return QString("%1: %2, %3. %4").arg(row.title, toQt(word(row.verdict)), row.rate, row.reason);
                   case Qt::ToolTipRole: return row.reason;
                   default: return {};
                   }
               }}},
             this)
{
    connect(&document, &Document::analysisChanged, this, &MatchPresenter::refresh);
    connect(&document, &Document::planChanged, this, &MatchPresenter::refresh);
    connect(&selection, &Selection::changed, this, &MatchPresenter::changed);
    refresh();
}

bool MatchPresenter::passes(const match::LinkReport& report) const
{
    const plan::Plan& plan = m_document.plan();
    if (m_verdict && report.verdict != *m_verdict) return false;
    if (m_place.isSet()) {
        const auto isThere = [&](plan::PortId port) {
            const plan::Device* device = plan::deviceOf(plan, port);
            return device && device->place == m_place;
        };
        if (!isThere(report.link.a) && !isThere(report.link.b)) return false;
    }
    if (!m_medium.isEmpty()) {
        const bool has = std::any_of(report.link.runs.begin(), report.link.runs.end(), [&](plan::RunId id) {
            const plan::Run* run = plan.runs.find(id);
            return run && run->medium == fromQt(m_medium);
        });
        if (!has) return false;
    }
    return m_filter.isEmpty() || toQt(report.title).contains(m_filter, Qt::CaseInsensitive) ||
           toQt(report.reason()).contains(m_filter, Qt::CaseInsensitive);
}

void MatchPresenter::refresh()
{
    std::vector<Row> rows;
    for (const match::LinkReport& report : m_document.analysis().links) {
        if (!passes(report)) continue;
        const QString title = toQt(report.title), reason = toQt(report.reason());
        rows.push_back({report.link.id(), title,
                        !report.rate && report.verdict == Verdict::Unknown ? QString("?") : rateText(report.rate),
                        reason, report.verdict});
    }
    m_rows.setRows(std::move(rows));
    Q_EMIT changed();
}

void MatchPresenter::setFilter(const QString& filter)
{
    m_filter = filter.trimmed();
    refresh();
}

void MatchPresenter::setVerdictFilter(std::optional<Verdict> verdict)
{
    m_verdict = verdict;
    refresh();
}

void MatchPresenter::setPlaceFilter(plan::PlaceId place)
{
    m_place = place;
    refresh();
}

void MatchPresenter::setMediumFilter(const QString& medium)
{
    m_medium = medium;
    refresh();
}

std::vector<std::pair<plan::PlaceId, QString>> MatchPresenter::places() const
{
    std::vector<std::pair<plan::PlaceId, QString>> result;
    for (const plan::Place& place : m_document.plan().places) result.emplace_back(place.id, toQt(place.name));
    std::sort(result.begin(), result.end(),
              [](const auto& a, const auto& b) { return a.second.localeAwareCompare(b.second) < 0; });
    return result;
}

std::vector<std::pair<QString, QString>> MatchPresenter::media() const
{
    std::set<std::string> used;
    for (const plan::Run& run : m_document.plan().runs) used.insert(run.medium);
    std::vector<std::pair<QString, QString>> result;
    for (const kb::Medium& medium : m_document.knowledge().all<kb::Medium>())
        if (used.count(medium.id)) result.emplace_back(toQt(medium.id), toQt(medium.name));
    return result;
}

std::vector<match::ReportPtr> MatchPresenter::shown() const
{
    std::vector<match::ReportPtr> result;
    const match::Reports& links = m_document.analysis().links;
    for (std::size_t i = 0; i < links.size(); ++i)
        if (passes(links[i])) result.push_back(links.row(i));
    return result;
}

int MatchPresenter::selectedRow() const
{
    const match::LinkReport* report = selected();
    for (int i = 0; report && i < m_rows.rowCount(); ++i)
        if (m_rows.row(i)->run == report->link.id()) return i;
    return -1;
}

void MatchPresenter::select(int row)
{
    if (const Row* found = m_rows.row(row)) m_selection.selectRun(found->run);
}

const match::LinkReport* MatchPresenter::selected() const
{
    if (m_selection.run().isSet()) return m_document.analysis().reportOf(m_selection.run());
    if (!m_selection.device().isSet()) return nullptr;
    for (const match::LinkReport& report : m_document.analysis().links)
        for (plan::PortId end : {report.link.a, report.link.b})
            if (const plan::Port* port = m_document.plan().ports.find(end);
                port && port->device == m_selection.device())
                return &report;
    return nullptr;
}

QString MatchPresenter::title() const { return selected() ? toQt(selected()->title) : QString("Pick a link"); }

QString MatchPresenter::sentence() const
{
    const match::LinkReport* report = selected();
    if (!report) return "The list on the left shows every link, worst first.";
    const QString rate = report->rate ? toQt(text::rate(*report->rate, 3)) : QString("no link");
    if (report->verdict == Verdict::Fits) return QString("Fits: links at %1.").arg(rate);
    const QString head = toQt(word(report->verdict));
    const QString what = report->verdict == Verdict::NoLink
                             ? QString("Will not link")
                             : head.left(1).toUpper() + head.mid(1) + (report->rate ? ", plan on " + rate : QString());
    return what + ": " + toQt(report->reason()) + (report->reason().ends_with('.') ? "" : ".");
}

QString MatchPresenter::wanted() const
{
    const match::LinkReport* report = selected();
    return report && report->wanted ? "wanted " + toQt(text::linkRate(*report->wanted)) : QString();
}

std::optional<Verdict> MatchPresenter::verdict() const
{
    return selected() ? std::optional(selected()->verdict) : std::nullopt;
}

std::vector<CouplingPiece> MatchPresenter::pieces() const
{
    const match::LinkReport* report = selected();
    return report ? Chain(m_document.plan(), m_document.knowledge(), *report).build() : std::vector<CouplingPiece>{};
}

std::vector<FindingRow> MatchPresenter::findings() const
{
    std::vector<FindingRow> rows;
    const match::LinkReport* report = selected();
    if (!report) return rows;
    for (const match::Finding& finding : report->findings) {
        QString sentence = toQt(finding.text());
        if (!sentence.isEmpty()) sentence[0] = sentence[0].toUpper();
        const QString sure = finding.outcome.from.certainty == Certainty::Standard
                                 ? QString()
                                 : ", " + toQt(code(finding.outcome.from.certainty));
        const match::Advice advice = match::adviceOn(finding, m_document.knowledge());
        FindingRow row{finding.verdict(),
                       sentence,
                       toQt(finding.outcome.working),
                       toQt(m_document.knowledge().citation(finding.outcome.from.source)) + sure,
                       chainOf(finding, advice),
                       toQt(advice.remedy),
                       toQt(advice.caution),
                       {},
                       {},
                       {}};
        if (finding.verdict() != Verdict::Fits && finding.verdict() != Verdict::Unsafe)
            row.clause = toQt(std::string(finding.outcome.caseId));
        for (const match::WaiverState& state : report->waivers)
            if (finding.isWaived && finding.outcome.caseId == state.waiver.clause) {
                row.accepted = toQt(state.waiver.reason) + ", " + toQt(state.waiver.on);
                row.waiver = state.waiver.id;
            }
        rows.push_back(std::move(row));
    }
    return rows;
}

std::vector<match::LightPath> MatchPresenter::light() const
{
    const match::LinkReport* report = selected();
    if (!report || !report->link.b.isSet()) return {};
    return match::lightPaths(match::linkContext(m_document.plan(), report->link, m_document.knowledge()));
}

std::vector<CandidateRow> MatchPresenter::candidates(match::SwapTarget at) const
{
    std::vector<CandidateRow> rows;
    const match::LinkReport* report = selected();
    if (!report) return rows;
    for (const match::Candidate& one : match::candidates(m_document.plan(), report->link, at, m_document.knowledge()))
        rows.push_back({toQt(one.id), toQt(one.name), rateText(one.rate), toQt(one.reason), one.verdict, one.isThere});
    return rows;
}

bool MatchPresenter::place(match::SwapTarget at, const QString& id, const QString& name)
{
    const match::LinkReport* report = selected();
    return report &&
           m_document.edit(QString("Put %1 into %2").arg(name, toQt(report->title)),
                           match::placed(m_document.plan(), report->link, at, fromQt(id), m_document.knowledge()));
}

bool MatchPresenter::accept(const QString& clause, Verdict verdict, const QString& reason)
{
    const match::LinkReport* report = selected();
    if (!report) return false;
    plan::Waiver waiver{m_document.ids().next<plan::WaiverId>(),
                        report->link.id(),
                        fromQt(clause),
                        std::string(code(verdict)),
                        fromQt(reason),
                        host::today()};
    return m_document.edit("Accept a finding of " + toQt(report->title),
                           plan::edits::putWaiver(m_document.plan(), std::move(waiver)));
}

bool MatchPresenter::takeBack(plan::WaiverId id)
{
    return m_document.edit("Take back a waiver", plan::edits::deleteWaiver(m_document.plan(), id));
}

const match::Swap* MatchPresenter::swapOfSelected() const
{
    const match::LinkReport* report = selected();
    for (const match::Swap& swap : m_document.analysis().swaps)
        if (report && (swap.runs[0] == report->link.id() || swap.runs[1] == report->link.id())) return &swap;
    return nullptr;
}

std::vector<LinkDownStepRow> MatchPresenter::linkDownSteps() const
{
    static constexpr Verdict kMarks[] = {Verdict::NoLink, Verdict::Unknown, Verdict::Fits};
    std::vector<LinkDownStepRow> rows;
    const match::LinkReport* report = selected();
    if (!report) return rows;
    for (const match::LinkDownStep& step : match::linkDown(m_document.plan(), *report, m_document.knowledge()).steps)
        rows.push_back(
            {kMarks[static_cast<int>(step.state)], toQt(word(step.state)), toQt(step.row->title), toQt(step.because),
             step.state == match::StepState::Cleared
                 ? QString()
                 : QString("%1 (%2%3min)")
                       .arg(toQt(step.row->look), toQt(text::number(step.row->minutes)), toQt(text::kThin))});
    return rows;
}

QString MatchPresenter::swapText() const { return swapOfSelected() ? toQt(swapOfSelected()->text) : QString(); }

bool MatchPresenter::swapThem()
{
    const match::Swap* found = swapOfSelected();
    if (!found) return false;
    const match::Swap swap = *found;
    return m_document.edit("Swap two " + toQt(match::word(swap.what)), match::swapped(m_document.plan(), swap));
}

}  // namespace sokudo::app
