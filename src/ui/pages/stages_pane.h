// SPDX-License-Identifier: GPL-3.0-or-later
// The chosen variant in stages over months, each working by itself.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"

class QDoubleSpinBox;

namespace sokudo::ui {

class ScrollColumn;

class StagesPane final : public QWidget {
    Q_OBJECT
public:
    explicit StagesPane(app::BuyPresenter&, QWidget* parent = nullptr);

private:
    void refresh();
    void ask();
    app::BuyPresenter& m_presenter;
    QDoubleSpinBox* m_monthly;
    ScrollColumn* m_rows;
    store::VersionId m_asked;
};

}  // namespace sokudo::ui
