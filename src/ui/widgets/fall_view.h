// SPDX-License-Identifier: GPL-3.0-or-later
// Where each Gb/s goes: one bar a step, from the rate on the port down to what is usual.
#pragma once

#include <QWidget>

#include "app/presenters/path_presenter.h"

namespace sokudo::ui {

class FallView final : public QWidget {
    Q_OBJECT
public:
    explicit FallView(QWidget* parent = nullptr);
    void setFalls(const QString& head, std::vector<app::FallRow>);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {300, sizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent*) override;
    bool event(QEvent*) override;

private:
    QString m_head;
    std::vector<app::FallRow> m_rows;
};

}  // namespace sokudo::ui
