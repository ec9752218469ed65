// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 3: who feeds whom, PoE, what fails with what, an outage to play, places, a second way to the internet.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

namespace sokudo::ui {

class TabbedPanes;

class PowerPage final : public QWidget {
    Q_OBJECT
public:
    enum Pane { Feeds, Poe, Points, Outage, Places, Backup };
    explicit PowerPage(app::PowerPresenter&, QWidget* parent = nullptr);
    void showPane(Pane);
    Pane pane() const;
    /// A pane that was not shown yet is built by the asking.
    QWidget* paneWidget(Pane);

protected:
    void showEvent(QShowEvent*) override;
    void hideEvent(QHideEvent*) override;

private:
    app::PowerPresenter& m_presenter;
    TabbedPanes* m_panes;
};

}  // namespace sokudo::ui
