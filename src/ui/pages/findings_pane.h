// SPDX-License-Identifier: GPL-3.0-or-later
// Every finding of a link: the sentence, its working, what to do, its source; and accepting one with a reason.
#pragma once

#include <QWidget>

#include "app/presenters/match_presenter.h"

class QVBoxLayout;

namespace sokudo::ui {

class FindingsPane final : public QWidget {
    Q_OBJECT
public:
    FindingsPane(app::MatchPresenter&, QWidget* parent = nullptr);
    void refresh();

private:
    QWidget* line(const app::FindingRow&);
    void addLinkDownSteps();
    QWidget* acceptance(const app::FindingRow&);
    app::MatchPresenter& m_presenter;
    QVBoxLayout* m_lines;
    QString m_accepting;    ///< the clause whose reason is being written
    bool m_dark = false;    ///< the steps for a module that is seen without a link are shown
    bool m_chains = false;  ///< how each verdict came about is shown
};

}  // namespace sokudo::ui
