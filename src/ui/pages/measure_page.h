// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 5: test now, type a result, import a file; the results of the path beside.
#pragma once

#include <optional>

#include <QWidget>

#include "app/presenters/measure_presenter.h"
#include "app/presenters/path_presenter.h"
#include "app/row_model.h"
#include "core/kb/stage_rows.h"

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;
class QSpinBox;
class QTableView;

namespace sokudo::ui {

class SeriesPlot;

/// Starts an agent on this machine for a loopback test. @return host, port and key, or why not
struct LocalAgent {
    int port = 0;
    std::string key;
};
using LocalAgentSource = std::function<Result<LocalAgent>()>;

class MeasurePage final : public QWidget {
    Q_OBJECT
public:
    MeasurePage(app::MeasurePresenter&, app::PathPresenter&, QWidget* pathStrip, LocalAgentSource,
                QWidget* parent = nullptr);

private:
    void makeTestFields();
    QLayout* runRow();
    QWidget* testPanel();
    QWidget* typedPanel();
    QWidget* resultsPanel();
    void start();
    void onProgress(const measure::TrafficSample&, double share);
    void onFinished(const QString&, bool good);
    void showNewest();  ///< the plot between tests: the newest result of the path
    void refresh();
    void import();
    app::MeasurePresenter& m_presenter;
    app::PathPresenter& m_path;
    LocalAgentSource m_localAgent;
    QCheckBox* m_local;
    QLineEdit* m_host;
    QSpinBox* m_port;
    QLineEdit* m_key;
    QSpinBox* m_streams;
    QComboBox* m_direction;
    QDoubleSpinBox* m_seconds;
    QDoubleSpinBox* m_warmup;
    QPushButton* m_start;
    QPushButton* m_stop;
    QProgressBar* m_progress;
    QLabel* m_live;
    QLabel* m_outcome;
    SeriesPlot* m_plot;
    QLabel* m_plotTitle;
    plan::DeviceId m_plottedFrom, m_plottedTo;
    QLineEdit* m_typed;
    QLabel* m_meaning;
    QLineEdit* m_note;
    QPushButton* m_keep;
    QLabel* m_typedOutcome;
    QTableView* m_table;
    app::RowModel<app::MeasurePresenter::Row>* m_rows;
    std::vector<measure::TrafficSample> m_samples;
    std::optional<kb::Band> m_band;  ///< of the test that runs, one way
};

}  // namespace sokudo::ui
