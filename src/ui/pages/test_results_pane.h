// SPDX-License-Identifier: GPL-3.0-or-later
// The test results: every cable with its results, a new one, a tester's file, and what to test first after a bad one.
#pragma once

#include <QWidget>

#include "app/presenters/test_results_presenter.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace sokudo::ui {

class ScrollColumn;

class TestResultsPane final : public QWidget {
    Q_OBJECT
public:
    explicit TestResultsPane(app::TestResultsPresenter&, QWidget* parent = nullptr);
    /// Shows the columns of a tester's file before it is taken in.
    void openFile(const QString& path);
    QString savePdf(const QString& path, const QString& house) const;

private:
    QWidget* middle();
    QLayout* newResult();
    QLayout* photo();
    QLayout* distance();
    QLayout* import();
    QWidget* side();
    QLayout* live();
    void refresh();
    void fillRuns();
    void fillRun();
    void fillSide();
    void fillLive();
    void fillPhotos();
    void showPhoto();
    void add();
    app::TestResultsPresenter& m_presenter;
    app::TestResultsPresenter::File m_file;
    ScrollColumn *m_runs, *m_run, *m_side;
    QVBoxLayout *m_about, *m_first, *m_batches;
    QLabel *m_problem, *m_fileName, *m_live, *m_card, *m_place, *m_photoSays, *m_ends;
    QComboBox *m_outcome, *m_stage, *m_with, *m_part, *m_batch;
    QLineEdit *m_limit, *m_length, *m_margin, *m_loop, *m_map, *m_by, *m_columns, *m_keepAs, *m_host, *m_key, *m_rate,
        *m_interface, *m_near, *m_far;
    QPushButton *m_import, *m_run10, *m_stop, *m_takePhoto, *m_dropPhoto, *m_findEnds;
};

}  // namespace sokudo::ui
