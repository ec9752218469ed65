// SPDX-License-Identifier: GPL-3.0-or-later
// Six answers on their way to a house: what was understood so far, and the edit that makes it.
#pragma once

#include "app/document.h"
#include "app/presenters/house_content.h"
#include "core/survey/questions.h"

namespace sokudo::app {

class StartPresenter final : public QObject {
    Q_OBJECT
public:
    explicit StartPresenter(Document&, QObject* parent = nullptr);
    void setAnswer(std::size_t question, const QString&);
    const survey::Understood& understood() const { return m_made; }
    /// The house as understood so far.
    HouseContent house() const;
    struct Remark {
        std::optional<Verdict> mark;
        QString text;
    };
    /// Hazards first, then what follows, then what is not known.
    std::vector<Remark> remarks() const;
    /// What of an answer was not understood; empty: all was.
    QString notTaken(std::size_t question) const;
    bool canDraw() const { return !m_made.lines.empty(); }
    /// Makes it the house.
    bool draw();

Q_SIGNALS:
    void changed();

private:
    Document& m_document;
    survey::Answers m_answers;
    survey::Understood m_made;
};

}  // namespace sokudo::app
