// SPDX-License-Identifier: GPL-3.0-or-later
// The house as surveyed: what the section draws, what the inspector says, what its buttons mean.
#pragma once

#include <functional>

#include "app/document.h"
#include "app/presenters/house_content.h"
#include "app/selection.h"
#include "core/kb/port_rows.h"
#include "core/measure/seams.h"
#include "core/power/single_points.h"
#include "core/survey/cable_choices.h"
#include "core/survey/standing.h"

namespace sokudo::app {

struct InspectorLine {
    std::optional<Verdict> mark;
    QString name, detail, value;
    plan::RunId run;
    plan::PortId port;
    plan::SlotId slot;
    plan::Subject at = {};  ///< where pressing it leads, where it is none of those
    int number = 0;         ///< of a list that is numbered; 0: none
};
struct InspectorSection {
    QString heading;
    std::vector<InspectorLine> lines;
};
struct InspectorContent {
    QString title, subtitle;
    std::optional<Verdict> verdict;
    QString notice;
    std::vector<InspectorSection> sections;
};

/// Opens the reader of a host by its name; null where none is known.
using HostSource = std::function<std::unique_ptr<measure::HostReader>(const std::string& name)>;

/// Opens the reader of the machine that an agent runs on.
/// @error BadInput  no such address
using AgentSource =
    std::function<Result<std::unique_ptr<measure::HostReader>>(const std::string& address, const std::string& key)>;

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

    // Each adds an object without an id, or changes one. `base` is what it was when its form was opened: where it was
    // changed since, only the fields that differ from it go in; without an id it is what the object is now. The fields
    // that change are from `source`, where one is given.
    bool putPlace(plan::Place, const plan::Place& base = {}, const std::optional<plan::Source>& source = {});
    bool putDevice(plan::Device, const plan::Device& base = {}, const std::optional<plan::Source>& source = {});
    bool putPort(plan::Port, const plan::Port& base = {}, const std::optional<plan::Source>& source = {});
    bool putSlot(plan::Slot, const plan::Slot& base = {}, const std::optional<plan::Source>& source = {});
    bool putRun(plan::Run, const plan::Run& base = {}, const std::optional<plan::Source>& source = {});
    bool deleteSelected();
    /// A copy beside it, with its slots and ports and without cables; it is selected.
    bool duplicateDevice(plan::DeviceId);
    /// A copy with all places and devices in it, on the level above it where it is a whole floor's room.
    bool duplicatePlace(plan::PlaceId);
    bool deletePlace(plan::PlaceId);
    bool deletePort(plan::PortId);
    bool deleteSlot(plan::SlotId);
    /// What the link with this run would be, before it is confirmed.
    struct Preview {
        std::optional<Verdict> verdict;
        QString text;
    };
    Preview preview(const plan::Run&) const;

    using HostRead = std::function<void(const Result<measure::HostSnapshot>&)>;
    /// Reads a host on another thread; `done` is called on this one.
    void readHost(const std::string& name, HostRead done);
    /// Where agents can be asked from here.
    void setAgents(AgentSource agents) { m_agents = std::move(agents); }
    bool hasAgents() const { return static_cast<bool>(m_agents); }
    /// Reads the machine of an agent on another thread.
    void readAgent(const std::string& address, const std::string& key, HostRead done);
    InspectorContent hostContent(const measure::HostSnapshot&) const;
    bool addHost(const measure::HostSnapshot&, plan::PlaceId);

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
    template <class T, class Put>
    bool keep(const char* kind, T object, const T& base, const std::optional<plan::Source>& source, const Table<T>& now,
              const QString& called, Put put);
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
    HostSource m_hosts;
    AgentSource m_agents;
    bool m_isActive = false, m_isStale = true, m_isThinking = false;
    std::vector<survey::NextThing> m_next;
    mutable std::vector<power::SinglePoint> m_points;  ///< of the analysis below, found when they are first asked for
    mutable std::shared_ptr<const Analysis> m_pointsOf;
    Work m_reading;
    Work m_thinking;
};

}  // namespace sokudo::app
