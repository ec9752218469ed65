// SPDX-License-Identifier: GPL-3.0-or-later
// Variants side by side: branch, open, compare, merge.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"

class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;

namespace sokudo::ui {

class CompareGrid;
class HouseView;
class ScrollColumn;

class VariantsPane final : public QWidget {
    Q_OBJECT
public:
    explicit VariantsPane(app::BuyPresenter&, QWidget* parent = nullptr);

Q_SIGNALS:
    void listAsked();
    void cheapestAsked();

protected:
    void showEvent(QShowEvent*) override;

private:
    QWidget* comparison();
    QWidget* side();
    void branch();
    void refresh();
    void fillSide();
    void addButtons(store::VersionId);
    void fillDrawing();
    app::BuyPresenter& m_presenter;
    QLabel *m_title, *m_says, *m_differs;
    QLineEdit* m_name;
    CompareGrid* m_grid;
    HouseView* m_house;
    ScrollColumn* m_side;
    QWidget* m_empty;
    QWidget* m_full;
};

}  // namespace sokudo::ui
