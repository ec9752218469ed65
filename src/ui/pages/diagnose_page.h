// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 6: evidence, likely causes, what to do next.
#pragma once

#include <QWidget>

#include "app/presenters/diagnose_presenter.h"
#include "app/presenters/path_presenter.h"

class QHBoxLayout;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace sokudo::ui {

class BoreView;

class DiagnosePage final : public QWidget {
    Q_OBJECT
public:
    DiagnosePage(app::DiagnosePresenter&, app::PathPresenter&, QWidget* parent = nullptr);

Q_SIGNALS:
    void measureAsked();

private:
    void refresh();
    void fillEvidence();
    void fillCauses();
    void fillNext();
    void addFix(QVBoxLayout& into, const app::CauseRow&);
    QWidget* nextCard(const app::NextRow&, bool first);
    app::DiagnosePresenter& m_presenter;
    app::PathPresenter& m_path;
    QLabel* m_heading;
    QLabel* m_sentence;
    QLabel* m_said;
    QPushButton* m_keep;  ///< the conclusion, into the logbook
    BoreView* m_bore;
    QVBoxLayout* m_evidence;
    QVBoxLayout* m_causes;
    QVBoxLayout* m_next;
    QHBoxLayout* m_tried;
};

}  // namespace sokudo::ui
