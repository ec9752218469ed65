// SPDX-License-Identifier: GPL-3.0-or-later
// Results of cable tests: the results, a new result, a tester's file, siblings of a bad one, batches, and live-link
// runs.
#pragma once

#include "app/document.h"
#include "app/presenters/link_run_presenter.h"
#include "app/presenters/result_photos.h"
#include "core/cabletest/batch.h"
#include "core/cabletest/fault_distance.h"
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

    ResultPhotos& photos() { return m_photos; }
    /// Reads a picture and puts it to the newest result of the chosen run.
    void attachPhoto(const QString& path);
    LinkRunPresenter& linkRun() { return m_linkRun; }

    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }

Q_SIGNALS:
    void changed();

private:
    void refresh();
    Document& m_document;
    cabletest::TestResults m_results;
    plan::PlanPtr m_read;  ///< the plan that the results point into
    plan::RunId m_chosen;
    ResultPhotos m_photos;
    LinkRunPresenter m_linkRun;
};

}  // namespace sokudo::app
