// SPDX-License-Identifier: GPL-3.0-or-later
// One stage of a path changed for a look: what it would do, and the change written into the survey.
#pragma once

#include <optional>

#include "app/document.h"
#include "core/expect/path_expectation.h"

namespace sokudo::app {

class StageTry final : public QObject {
    Q_OBJECT
public:
    explicit StageTry(Document& document) : m_document(document) {}
    /// The path as it is; what was tried on another one is forgotten.
    /// @param problem  why there is none, where there is none
    void of(const expect::Expectation*, const expect::PathQuestion&, const QString& problem);

    /// Changes a stage for a look; empty: it was understood, else why not.
    QString tryStage(int stage, const QString& text);
    bool isTrying() const { return m_tried.has_value(); }
    const expect::Expectation* tried() const { return m_tried ? &*m_tried : nullptr; }
    QString says() const;  ///< what the change does, in one sentence
    static QString exampleFor(expect::StageKind);
    void drop();
    /// Writes the change into the survey where it can hold it (see keptStage); empty: done, else why not.
    QString keep();

Q_SIGNALS:
    void changed();

private:
    Document& m_document;
    const expect::Expectation* m_now = nullptr;
    expect::PathQuestion m_question;
    QString m_problem;
    std::optional<expect::Expectation> m_tried;
    int m_stage = 0;
    QString m_text;
};

}  // namespace sokudo::app
