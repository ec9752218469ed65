// SPDX-License-Identifier: GPL-3.0-or-later
// What contradicts, what to do about the shape of the network, and what there is, counted.
#pragma once

#include <QWidget>

#include "app/presenters/survey_presenter.h"

class QVBoxLayout;

namespace sokudo::ui {

class CensusPane final : public QWidget {
    Q_OBJECT
public:
    explicit CensusPane(app::SurveyPresenter&, QWidget* parent = nullptr);

Q_SIGNALS:
    void chosen(const sokudo::plan::Subject&);

protected:
    void showEvent(QShowEvent*) override;

private:
    void refresh();
    void addContradictions(QVBoxLayout*);
    void addAdvice(QVBoxLayout*);
    void addTables(QVBoxLayout*);
    app::SurveyPresenter& m_presenter;
    QVBoxLayout* m_left;
    QVBoxLayout* m_right;
    bool m_isStale = true;
};

}  // namespace sokudo::ui
