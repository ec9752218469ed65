// SPDX-License-Identifier: GPL-3.0-or-later
// An outage played: what goes off when, and why.
#pragma once

#include <memory>
#include <set>

#include <QObject>

#include "app/presenters/repairs_presenter.h"
#include "core/failing/without.h"

namespace sokudo::app {

class OutagePresenter final : public QObject {
    Q_OBJECT
public:
    explicit OutagePresenter(Document& document) : m_repairs(document) {}
    /// Another state of the plan, in which the same outage is played when it is asked for.
    void setView(std::shared_ptr<const PowerView> view) { m_view = std::move(view); }
    void playAgain() { play(m_outage); }
    struct Choice {
        QString text;
        power::Outage outage;
    };
    /// What can go off: the house, each circuit, each place with a plug, the single points of failure, the gravest
    /// first, then every other device, cable and outlet by name.
    std::vector<Choice> outages() const;
    void play(const power::Outage&);
    /// Plays the failure of a single point, by its number.
    void playPoint(int row);
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
    /// One thing fails, not the mains of the whole house: then there is a house without it to look at.
    bool isFailure() const { return m_outage.cause != power::Outage::Cause::Mains; }
    /// Who is cut off for good and how slow what is left becomes, in sentences; worked out on another thread.
    struct Lost {
        QString what, who;
    };
    std::vector<Lost> lost() const;
    bool isLooking() const { return m_isLooking; }
    /// What would help against this failure.
    RepairsPresenter& repairs() { return m_repairs; }

Q_SIGNALS:
    void changed();

private:
    void look();
    std::shared_ptr<const PowerView> m_view;
    power::Outage m_outage;
    std::optional<power::TimeLine> m_line;
    std::optional<failing::Without> m_without;
    bool m_isLooking = false;
    RepairsPresenter m_repairs;
    Work m_work;
};

}  // namespace sokudo::app
