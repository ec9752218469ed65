// SPDX-License-Identifier: GPL-3.0-or-later
// Is it worth it: now or later, which instrument, how much storage.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"

class QDoubleSpinBox;
class QLabel;
class QSpinBox;
class QVBoxLayout;

namespace sokudo::ui {

class WorthPane final : public QWidget {
    Q_OBJECT
public:
    explicit WorthPane(app::BuyPresenter&, QWidget* parent = nullptr);

private:
    QWidget* later();
    QWidget* instruments();
    QWidget* storage();
    void showLater();
    void showInstruments();
    void showStorage();
    app::BuyPresenter& m_presenter;
    QDoubleSpinBox *m_premium, *m_redo, *m_chance, *m_discount, *m_hour;
    QSpinBox *m_years, *m_runs, *m_lasts;
    QLabel *m_laterAnswer, *m_laterSays, *m_instrumentAnswer;
    QVBoxLayout *m_instruments, *m_storage;
};

}  // namespace sokudo::ui
