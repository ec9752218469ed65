// SPDX-License-Identifier: GPL-3.0-or-later
// The selected path: which hosts there are, what to expect between two of them, what was measured.
#pragma once

#include "app/document.h"
#include "app/selection.h"

namespace sokudo::app {

/// What a bore shows.
struct BoreContent {
    std::vector<expect::Stage> stages;
    std::optional<kb::Band> expected;
    std::size_t binding = 0;
    std::optional<measure::MeasuredRate> measured;
};

class PathPresenter final : public QObject {
    Q_OBJECT
public:
    PathPresenter(Document&, Selection&, QObject* parent = nullptr);
    struct Host { plan::DeviceId id; QString name; };
    std::vector<Host> hosts() const;
    const expect::PathQuestion& question() const { return m_selection.path(); }
    void ask(const expect::PathQuestion& question) { m_selection.setPath(question); }
    void turn();

    QString title() const;
    QString sentence() const;       ///< the expectation, or why there is none
    QString measuredText() const;   ///< "last measured 6.6 Gb/s", or empty
    QString standingText() const;   ///< "full", "low", …, or empty
    const BoreContent& bore() const { return m_bore; }
    const std::optional<expect::Expectation>& expectation() const { return m_expectation; }
    /// Results of this path and kind, oldest first.
    std::vector<const measure::Trial*> trials() const;
    const measure::Trial* newest() const;

Q_SIGNALS:
    void changed();

private:
    void refresh();
    void pickFirstPath();
    Document& m_document;
    Selection& m_selection;
    std::optional<expect::Expectation> m_expectation;
    QString m_problem;
    BoreContent m_bore;
};

}  // namespace sokudo::app
