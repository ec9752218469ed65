// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 4: variants, the list, the cheapest plan, stages, is it worth it; terminate and test.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"
#include "app/presenters/cable_test_presenter.h"

namespace sokudo::ui {

class TabbedPanes;

class BuildPage final : public QWidget {
    Q_OBJECT
public:
    enum Pane { Variants, List, Cheapest, Stages, Worth, WireMap, Jobs };
    BuildPage(app::BuyPresenter&, app::CableTestPresenter&, QWidget* parent = nullptr);
    void showPane(Pane);
    Pane pane() const;
    app::BuyPresenter& presenter() { return m_presenter; }
    app::CableTestPresenter& tests() { return m_tests; }
    /// A pane that was not shown yet is built by the asking.
    QWidget* paneWidget(Pane);

protected:
    void showEvent(QShowEvent*) override;
    void hideEvent(QHideEvent*) override;

private:
    app::BuyPresenter& m_presenter;
    app::CableTestPresenter& m_tests;
    TabbedPanes* m_panes;
};

}  // namespace sokudo::ui
