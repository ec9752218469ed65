// SPDX-License-Identifier: GPL-3.0-or-later
// A bar for each flow: filled for what it gets, outlined for what it would get alone.
#pragma once

#include <QWidget>

#include "app/presenters/flows_presenter.h"

namespace sokudo::ui {

class BarView final : public QWidget {
    Q_OBJECT
public:
    explicit BarView(QWidget* parent = nullptr);
    void setBars(std::vector<app::FlowsPresenter::Bar>);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {220, sizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    std::vector<app::FlowsPresenter::Bar> m_bars;
};

}  // namespace sokudo::ui
