// SPDX-License-Identifier: GPL-3.0-or-later
// Whether a second way to the internet pays: tariff, outage and what a day without is worth.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

class QDoubleSpinBox;
class QLabel;
class QSpinBox;

namespace sokudo::ui {

class BackupInternetPane final : public QWidget {
    Q_OBJECT
public:
    explicit BackupInternetPane(app::PowerPresenter&, QWidget* parent = nullptr);

private:
    QWidget* fields();
    void refresh();
    void compute();
    app::PowerPresenter& m_presenter;
    QDoubleSpinBox *m_fee, *m_included, *m_perGb, *m_rate, *m_days, *m_each, *m_value;
    QSpinBox* m_people;
    QLabel *m_answer, *m_bill, *m_outage, *m_breakEven, *m_working, *m_carries;
    bool m_isTouched = false;  ///< a field was changed: the tariff of the plan is no longer filled in
};

}  // namespace sokudo::ui
