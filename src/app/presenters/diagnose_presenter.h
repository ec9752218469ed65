// SPDX-License-Identifier: GPL-3.0-or-later
// Why the newest result of the path is slow: evidence, causes, what to do next.
#pragma once

#include "app/document.h"
#include "app/presenters/survey_presenter.h"
#include "app/selection.h"
#include "core/diagnose/inquiry.h"

namespace sokudo::app {

struct EvidenceRow {
    QString text, witness;
    bool present = false;
    std::string flag;
    bool told = false, unsure = false;
};
struct CauseRow {
    QString title, share, reason, fix, caution;
    double portion = 0;
    std::string id;  ///< empty: the rest
};
struct NextRow {
    QString title, cost, gain, caution;
    QString house;  ///< what it costs the others: "takes the link down"; empty: nothing
    struct Question {
        std::string flag;
        QString text;
    };
    std::vector<Question> questions;  ///< what only the owner can answer
    bool canRead = false;             ///< Sokudo reads it itself
    bool canMeasure = false;          ///< the Measure bench does it
};

class DiagnosePresenter final : public QObject {
    Q_OBJECT
public:
    DiagnosePresenter(Document&, Selection&, HostSource, QObject* parent = nullptr);
    bool hasTrial() const { return m_inquiry.has_value(); }
    QString heading() const;
    QString sentence() const;
    std::vector<EvidenceRow> evidence() const;
    std::vector<CauseRow> causes(std::size_t most) const;  ///< the last row sums up the rest
    std::vector<NextRow> next(std::size_t most) const;
    QStringList tried() const;  ///< newest results of the path, oldest first
    void answer(const std::string& flag, bool present);
    void cannotTell(const std::string& flag);
    /// The fix of this cause was tried and did not help; asked again, it is suspected again.
    void fixFailed(const std::string& cause);
    QStringList ruledOut() const;             ///< what cannot be, a line a reason
    std::vector<CauseRow> struckOff() const;  ///< causes whose fix did not help
    bool isFine() const;                      ///< the result is as fast as expected: there is nothing to explain
    /// Reads the ends that can be read, on another thread; `hostsRead` says what was read, or why not.
    void readHosts();
    /// What can be said now, for the logbook: "most likely the slot is too narrow (62 %) …"; empty: nothing.
    QString conclusion() const;
    bool keepConclusion();

Q_SIGNALS:
    void changed();
    void hostsRead(const QString& said);

private:
    void refresh();
    Document& m_document;
    Selection& m_selection;
    HostSource m_hosts;
    std::map<plan::DeviceId, measure::HostSnapshot> m_snapshots;
    std::optional<measure::Trial> m_trial;
    diagnose::UserAnswers m_userAnswers;
    std::optional<diagnose::Inquiry> m_inquiry;
    Work m_reading;
};

}  // namespace sokudo::app
