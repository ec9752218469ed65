// SPDX-License-Identifier: GPL-3.0-or-later
// An outage played: what goes off when, and why.
#pragma once

#include <memory>
#include <set>

#include <QObject>

#include "app/presenters/power_view.h"
#include "core/power/outage.h"

namespace sokudo::app {

class OutagePresenter final : public QObject {
    Q_OBJECT
public:
    /// Another state of the plan, in which the same outage is played when it is asked for.
    void setView(std::shared_ptr<const PowerView> view) { m_view = std::move(view); }
    void playAgain() { play(m_outage); }
    struct Choice {
        QString text;
        power::Outage outage;
    };
    /// What can go off: the house, each circuit, each place with a plug, each device that others hang on.
    std::vector<Choice> outages() const;
    void play(const power::Outage&);
    const std::optional<power::TimeLine>& timeLine() const { return m_line; }
    QString title() const;
    /// "At 0:00 the internet is gone: …": what the outage does, in one or two sentences.
    QString says() const;
    struct Gone {
        QString names, why;
        bool isService = false;  ///< a service, not devices
        Verdict mark = Verdict::NoLink;
    };
    /// What is gone at a time, with why: services first, then devices by what they hang on.
    std::vector<Gone> goneAt(Duration) const;
    /// "14 of 28 devices work; internet is gone".
    QString standingAt(Duration) const;
    std::set<plan::DeviceId> offAt(Duration) const;

Q_SIGNALS:
    void changed();

private:
    std::shared_ptr<const PowerView> m_view;
    power::Outage m_outage;
    std::optional<power::TimeLine> m_line;
};

}  // namespace sokudo::app
