// SPDX-License-Identifier: GPL-3.0-or-later
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

QString rateText(const std::optional<BitRate>& rate) { return rate ? toQt(text::rate(*rate, 3)) : QString("no link"); }

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
    if (m_filter.verdict && report.verdict != *m_filter.verdict) return false;
    if (m_filter.place.isSet()) {
        const auto isThere = [&](plan::PortId port) {
            const plan::Device* device = plan::deviceOf(plan, port);
            return device && device->place == m_filter.place;
        };
        if (!isThere(report.link.a) && !isThere(report.link.b)) return false;
    }
    if (!m_filter.medium.isEmpty()) {
        const bool has = std::any_of(report.link.runs.begin(), report.link.runs.end(), [&](plan::RunId id) {
            const plan::Run* run = plan.runs.find(id);
            return run && run->medium == fromQt(m_filter.medium);
        });
        if (!has) return false;
    }
    return m_filter.words.isEmpty() || toQt(report.title).contains(m_filter.words, Qt::CaseInsensitive) ||
           toQt(report.reason()).contains(m_filter.words, Qt::CaseInsensitive);
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

void MatchPresenter::setFilter(const LinkFilter& filter)
{
    m_filter = filter;
    m_filter.words = filter.words.trimmed();
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
