// SPDX-License-Identifier: GPL-3.0-or-later
// The house as surveyed: what the section draws, what the inspector says, what its buttons mean.
#pragma once

#include "app/document.h"
#include "app/presenters/host_reading.h"
#include "app/presenters/house_content.h"
#include "app/presenters/inspector_content.h"
#include "app/presenters/survey_edits.h"
#include "app/selection.h"
#include "core/kb/port_rows.h"
#include "core/power/single_points.h"
#include "core/survey/cable_choices.h"
#include "core/survey/standing.h"

namespace sokudo::app {

class SurveyPresenter final : public QObject {
    Q_OBJECT
public:
    SurveyPresenter(Document&, Selection&, HostSource, QObject* parent = nullptr);
    HouseContent house() const;
    InspectorContent inspector() const;
    std::vector<Gap> gaps() const { return m_document.analysis().gaps; }
    void follow(const Gap&);
    /// Selects an object of any kind, or what stands for it.
    void select(const plan::Subject&);
    /// A cable can still be plugged in.
    bool isFree(plan::PortId) const;
    /// Cables that make sense between two ports, best first, judged.
    std::vector<survey::CableChoice> cablesFor(plan::PortId a, plan::PortId b, std::optional<Length>) const;
    /// When switches fill at the pace since the oldest snapshot.
    QStringList portForecast() const;
    QString emptyAdvice() const;  ///< what to do first; empty once there is a device

    /// What the link with this run would be, before it is confirmed.
    struct Preview {
        std::optional<Verdict> verdict;
        QString text;
    };
    Preview preview(const plan::Run&) const;

    SurveyEdits& edits() { return m_edits; }
    HostReading& hosts() { return m_hosts; }
    Document& document() { return m_document; }
    const plan::Plan& plan() const { return m_document.plan(); }
    Selection& selection() { return m_selection; }
    /// What is most worth doing next is looked for only while somebody sees it.
    void setActive(bool);

Q_SIGNALS:
    void changed();  ///< the plan or its judgement
    void selectionChanged();
    void recordAsked(const sokudo::plan::Subject&);  ///< a service, a loose end or another record is to be shown

private:
    InspectorContent deviceContent(const plan::Device&) const;
    InspectorSection portSection(const plan::Device&, InspectorContent&) const;
    InspectorSection slotSection(const plan::Device&) const;
    InspectorSection hostSection(const plan::Device&) const;
    InspectorContent runContent(const plan::Run&) const;
    InspectorContent portContent(const plan::Port&) const;
    InspectorSection portHolds(const plan::Port&, const kb::Cage*, InspectorContent&) const;
    InspectorSection portSettings(const plan::Port&) const;
    /// What else is stated, by the question it answers; each with why it matters.
    std::vector<InspectorSection> factSections(const plan::Traits&, const plan::Sources&) const;
    /// Loose ends, photos, services, addresses and work that name the object.
    InspectorSection recordSection(const plan::Subject&) const;
    void findNextThings();
    InspectorContent standingContent() const;
    /// What goes dark and what loses its way when a device or the cable of a run fails.
    InspectorSection failureSection(const plan::Subject&) const;
    const std::vector<power::SinglePoint>& singlePoints() const;
    Document& m_document;
    Selection& m_selection;
    SurveyEdits m_edits;
    HostReading m_hosts;
    bool m_isActive = false, m_isStale = true, m_isThinking = false;
    std::vector<survey::NextThing> m_next;
    mutable std::vector<power::SinglePoint> m_points;  ///< of the analysis below, found when they are first asked for
    mutable std::shared_ptr<const Analysis> m_pointsOf;
    Work m_thinking;
};

}  // namespace sokudo::app
