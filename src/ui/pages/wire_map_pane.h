// SPDX-License-Identifier: GPL-3.0-or-later
// Terminate and test: the runs to test, the wire map drawn as it is typed, what it does and what to do.
#pragma once

#include <array>

#include <QWidget>

#include "app/presenters/cable_test_presenter.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace sokudo::ui {

class ScrollColumn;
class WireMapView;

class WireMapPane final : public QWidget {
    Q_OBJECT
public:
    explicit WireMapPane(app::CableTestPresenter&, QWidget* parent = nullptr);

protected:
    bool eventFilter(QObject*, QEvent*) override;

private:
    QWidget* middle();
    QLayout* pins();
    QLayout* evidence();
    void refresh();
    void fillRuns();
    void fillVerdict();
    void notWhole();
    void showMap();
    void typed(int pin, const QString& text);
    app::CableTestPresenter& m_presenter;
    ScrollColumn *m_runs, *m_side;
    WireMapView* m_view;
    std::array<QLineEdit*, 8> m_far{};
    QLineEdit* m_shorts;
    QCheckBox* m_crosstalk;
    QComboBox *m_scheme, *m_near, *m_farEnd;
    QLabel *m_title, *m_says, *m_problem;
    QPushButton* m_keep;
};

}  // namespace sokudo::ui
