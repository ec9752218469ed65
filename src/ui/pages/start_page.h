// SPDX-License-Identifier: GPL-3.0-or-later
// An empty house: three ways in, on one page.
#pragma once

#include <functional>

#include <QWidget>

#include "app/presenters/start_presenter.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace sokudo::ui {

class HouseView;

/// What the buttons of the page mean.
struct StartWays {
    std::function<void()> readThisMachine, openFile;
    std::function<void(const QString&)> openStarter;
    std::function<void(const QString&)> ask;  ///< a one-line question
};

class StartPage final : public QWidget {
    Q_OBJECT
public:
    StartPage(app::StartPresenter&, StartWays, QWidget* parent = nullptr);

protected:
    bool eventFilter(QObject*, QEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

private:
    QWidget* questions();
    QWidget* preview();
    QWidget* others();
    QWidget* examples();
    void refresh();
    app::StartPresenter& m_presenter;
    StartWays m_ways;
    std::vector<QLineEdit*> m_fields;
    std::vector<QLabel*> m_notes;
    HouseView* m_house;
    QVBoxLayout* m_remarks;
    QPushButton* m_draw;
};

}  // namespace sokudo::ui
