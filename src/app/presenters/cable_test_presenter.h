// SPDX-License-Identifier: GPL-3.0-or-later
// The wire map of each twisted pair: as the tester shows it, judged while it is typed, kept with the run.
#pragma once

#include <set>

#include "app/document.h"
#include "core/cabletest/wire_map.h"

namespace sokudo::app {

class CableTestPresenter final : public QObject {
    Q_OBJECT
public:
    explicit CableTestPresenter(Document&, QObject* parent = nullptr);

    struct Row {
        plan::RunId run;
        QString name, ends, state;  ///< state in words: "not tested", "straight", "split pair"
        bool isTested = false, isBad = false;
    };
    /// Twisted pairs that are laid from place to place, those not tested first.
    std::vector<Row> rows() const;
    QString progress() const;  ///< "4 of 11 tested"
    plan::RunId chosen() const { return m_chosen; }
    void choose(plan::RunId);

    /// A far pin of a near one; `cabletest::kOpen`: open.
    void setFar(int pin, int far);
    /// “4=5 7=8”. @return what is wrong with it; empty: taken
    QString setShorts(const QString& line);
    void setCrosstalk(bool fails);
    void setEnds(const std::string& near, const std::string& far);
    const cabletest::WireMap& map() const { return m_map; }
    const cabletest::MapEvidence& evidence() const { return m_evidence; }
    /// The tester shows every wire where it belongs.
    void setAllStraight();
    /// All eight pins were filled in: before that nothing is judged.
    bool isWhole() const { return m_typed.size() == 8; }
    bool isTyped(int pin) const { return m_typed.count(pin) > 0; }
    /// What was kept with the chosen run, in words; empty: it was not tested.
    QString keptState() const;
    /// Why the map cannot be judged: a far pin that is named twice; empty: it can.
    QString problem() const;
    cabletest::MapVerdict verdict() const;
    /// Writes the result into the run and among the test results. @return false: nothing is chosen, the map is not
    /// whole, or it cannot be judged
    bool keep();

    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }
    QString runName() const;  ///< of the chosen one; empty: none is
    QString nearName() const;
    QString farName() const;

Q_SIGNALS:
    void changed();

private:
    void reset();
    Document& m_document;
    plan::RunId m_chosen;
    cabletest::WireMap m_map;
    cabletest::MapEvidence m_evidence;
    std::set<int> m_typed;  ///< pins that were filled in
};

}  // namespace sokudo::app
