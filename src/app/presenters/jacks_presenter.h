// SPDX-License-Identifier: GPL-3.0-or-later
// Finding which panel port each wall jack belongs to: rounds, readings, matches.
#pragma once

#include "app/document.h"
#include "core/survey/jack_tracing.h"

namespace sokudo::app {

class JacksPresenter final : public QObject {
    Q_OBJECT
public:
    explicit JacksPresenter(Document&, QObject* parent = nullptr);
    int jacks() const { return static_cast<int>(m_jacks.size()); }
    const std::vector<plan::PortId>& panels() const { return m_panels; }
    int remotes() const { return m_remotes; }
    void setRemotes(int);
    const std::vector<survey::Round>& rounds() const { return m_rounds; }
    int round() const { return m_round; }
    void setRound(int);
    /// "remote 3 into hall W1".
    QStringList placing() const;
    /// What was read at a panel port in this round: 0 the tester shows nothing, −1 it was not read.
    int reading(plan::PortId panel) const;
    void setReading(plan::PortId panel, int remote);
    survey::Traced traced() const;
    QString portText(plan::PortId) const;
    /// Writes the matches into the house.
    bool keep();

Q_SIGNALS:
    void changed();

private:
    void begin();
    Document& m_document;
    int m_remotes = 8, m_round = 0;
    std::vector<plan::PortId> m_jacks, m_panels;
    std::vector<survey::Round> m_rounds;
    std::map<std::pair<int, plan::PortId>, int> m_readings;
};

}  // namespace sokudo::app
