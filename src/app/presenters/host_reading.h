// SPDX-License-Identifier: GPL-3.0-or-later
// Hosts that are read, from here or through their agents, and put into the survey.
#pragma once

#include <functional>

#include "app/document.h"
#include "app/presenters/inspector_content.h"
#include "app/selection.h"
#include "core/measure/seams.h"

namespace sokudo::app {

/// Opens the reader of a host by its name; null where none is known.
using HostSource = std::function<std::unique_ptr<measure::HostReader>(const std::string& name)>;

/// Opens the reader of the machine that an agent runs on.
/// @error BadInput  no such address
using AgentSource =
    std::function<Result<std::unique_ptr<measure::HostReader>>(const std::string& address, const std::string& key)>;

class HostReading final : public QObject {
    Q_OBJECT
public:
    HostReading(Document& document, Selection& selection, HostSource hosts)
        : m_document(document), m_selection(selection), m_hosts(std::move(hosts))
    {}

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

private:
    Document& m_document;
    Selection& m_selection;
    HostSource m_hosts;
    AgentSource m_agents;
    Work m_reading;
};

}  // namespace sokudo::app
