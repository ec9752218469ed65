// SPDX-License-Identifier: GPL-3.0-or-later
// The selected path: pick two hosts, read one sentence, see the bore.
#pragma once

#include <QFrame>

#include "app/presenters/path_presenter.h"

class QComboBox;
class QLabel;
class QSpinBox;

namespace sokudo::ui {

class BoreView;

class PathStrip final : public QFrame {
    Q_OBJECT
public:
    explicit PathStrip(app::PathPresenter&, QWidget* parent = nullptr);
    BoreView& bore() { return *m_bore; }
    /// Offers the routes between the two ends, where there are any.
    void showWays();

private:
    QLayout* questionRow();
    void addDiskChoices();
    void refresh();
    void ask();
    void saveDrawing();
    /// The formula of this stage; -1: of the stage that binds.
    void showWorking(int stage);
    app::PathPresenter& m_presenter;
    QComboBox* m_from;
    QComboBox* m_to;
    QComboBox* m_traffic;
    QSpinBox* m_streams;
    QComboBox* m_way;
    bool m_waysShown = false;
    void fillDisks(QComboBox*, const QStringList&, int chosen);
    QComboBox *m_disksFrom, *m_disksTo;
    QLabel* m_sentence;
    QLabel* m_working;
    QLabel* m_measured;
    QLabel* m_standing;
    BoreView* m_bore;
    bool m_filling = false;
};

}  // namespace sokudo::ui
