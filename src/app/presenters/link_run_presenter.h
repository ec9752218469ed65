// SPDX-License-Identifier: GPL-3.0-or-later
// A run of the link itself, where there is no instrument: between which hosts, how it goes, what it proves.
#pragma once

#include <atomic>
#include <memory>

#include "app/document.h"
#include "app/own_machine.h"
#include "core/measure/seams.h"

namespace sokudo::app {

class LinkRunPresenter final : public QObject {
    Q_OBJECT
public:
    LinkRunPresenter(Document& document, measure::TrafficRunner& runner, CardSource card)
        : m_document(document), m_runner(runner), m_card(std::move(card))
    {}
    /// What is found out is of this run from now on.
    void choose(plan::RunId);

    struct Question {
        QString host, key;
        int port = 7411;
        BitRate rate;
        double wanted = 1e-10;
        Duration most = Duration::of(600);
    };
    void start(const Question&);
    void stop();
    bool isRunning() const { return m_isRunning; }
    QString says() const { return m_says; }

    /// Looks for two hosts that prove the run; `endsSays` tells the best pair, and those that would mislead.
    void findEnds();
    bool isFindingEnds() const { return m_isFindingEnds; }
    QString endsSays() const { return m_endsSays; }

    /// The card's own cable test, in a sentence when it is there.
    void testCard(const QString& interface);
    QString cardSays() const { return m_cardSays; }
    bool isTestingCard() const { return m_isTestingCard; }

Q_SIGNALS:
    void changed();

private:
    Document& m_document;
    measure::TrafficRunner& m_runner;
    CardSource m_card;
    plan::RunId m_chosen;
    QString m_says, m_cardSays, m_endsSays;
    bool m_isRunning = false, m_isTestingCard = false, m_isFindingEnds = false;
    std::shared_ptr<std::atomic<bool>> m_cancel;
    Work m_running, m_testing, m_finding;
};

}  // namespace sokudo::app
