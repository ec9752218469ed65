// SPDX-License-Identifier: GPL-3.0-or-later
// Results of cable tests: the results, a new result, a tester's file, siblings of a bad one, batches, and live-link
// runs.
#pragma once

#include <functional>
#include <memory>

#include "app/document.h"
#include "app/own_machine.h"
#include "app/work.h"
#include "core/cabletest/batch.h"
#include "core/cabletest/fault_distance.h"
#include "core/cabletest/qualify_run.h"
#include "core/cabletest/test_ends.h"
#include "core/cabletest/test_import.h"
#include "core/cabletest/test_results.h"
#include "core/cabletest/wire_map.h"
#include "core/jobs/history.h"

namespace sokudo::app {

class TestResultsPresenter final : public QObject {
    Q_OBJECT
public:
    TestResultsPresenter(Document&, measure::TrafficRunner&, CardSource, QObject* parent = nullptr);

    const cabletest::TestResults& results() const { return m_results; }
    plan::RunId chosen() const { return m_chosen; }
    void choose(plan::RunId);
    /// Of the chosen run; null: none is chosen.
    const cabletest::RunTests* run() const;
    std::vector<jobs::Happened> history() const;
    std::vector<cabletest::Sibling> siblings() const;
    std::vector<cabletest::BatchCount> batches(cabletest::BatchBy by) const
    {
        return cabletest::batchesOf(m_document.plan(), by);
    }
    /// How likely the untested of a batch are bad, in a sentence.
    QString batchSays(const cabletest::BatchCount&) const;

    /// Fields of a new result, as edit lines name them. @return what is wrong; empty: it is kept
    QString add(const std::vector<std::pair<std::string, std::string>>& fields);
    // Photos, made smaller and freed of the place they were taken at.
    /// Reads one for the result that is typed next; `photoSays` tells how it went.
    void takePhoto(const QString& path);
    /// Reads one and puts it to the newest result of the chosen run.
    void attachPhoto(const QString& path);
    void dropPhoto();
    bool hasPhoto() const { return m_photo.has_value(); }
    bool isReadingPhoto() const { return m_isReadingPhoto; }
    QString photoSays() const { return m_photoSays; }
    struct Shown {
        QString of, caption;  ///< the result, and what is to be seen
        QByteArray jpeg;
    };
    std::vector<Shown> photos() const;  ///< of all results of the chosen run, newest first

    std::vector<std::pair<QString, QString>> instruments() const;  ///< name and id of a row: own first, then kinds

    /// Where on the chosen run a reading lies, and which end is nearer.
    QString faultSays(const QString& reading, const QString& fromFar) const;

    // A tester's file.
    struct File {
        QString name;
        std::string text;
        std::vector<std::string> headings;
        std::vector<cabletest::MappedColumn> columns;
    };
    /// Reads its headings; the mapping is the kept one whose columns it has, else a guess. @return what is wrong
    QString openFile(const QString& path, File& into) const;
    /// @param keepAs  name under which the mapping is kept; empty: it is not
    QString importFile(const File&, const QString& columns, const QString& keepAs, QString& says);

    // A run of the link itself.
    struct Live {
        QString host, key;
        int port = 7411;
        BitRate rate;
        double wanted = 1e-10;
        Duration most = Duration::of(600);
    };
    void startLive(const Live&);
    void stopLive();
    bool isLive() const { return m_isLive; }
    QString liveSays() const { return m_liveSays; }

    /// Looks for two hosts that prove the chosen run; `endsSays` tells the best pair, and those that would mislead.
    void findEnds();
    bool isFindingEnds() const { return m_isFindingEnds; }
    QString endsSays() const { return m_endsSays; }

    /// The card's own cable test, in a sentence when it is there.
    void testCard(const QString& interface);
    QString cardSays() const { return m_cardSays; }
    bool isTestingCard() const { return m_isTestingCard; }

    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }

Q_SIGNALS:
    void changed();
    void liveChanged();
    void photoChanged();

private:
    void refresh();
    void readPhoto(const QString& path, std::function<void(plan::Photo)> then);
    Document& m_document;
    measure::TrafficRunner& m_runner;
    CardSource m_card;
    QString m_liveSays, m_cardSays;
    cabletest::TestResults m_results;
    plan::PlanPtr m_read;  ///< the plan that the results point into
    plan::RunId m_chosen;
    std::optional<plan::Photo> m_photo;  ///< for the result that is typed next
    QString m_photoSays, m_endsSays;
    bool m_isLive = false, m_isTestingCard = false, m_isReadingPhoto = false, m_isFindingEnds = false;
    std::shared_ptr<std::atomic<bool>> m_cancel;
    Work m_running, m_testing, m_reading, m_finding;
};

}  // namespace sokudo::app
