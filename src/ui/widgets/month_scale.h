// SPDX-License-Identifier: GPL-3.0-or-later
// Stages over months: a bar each from the month before to the month in which it is paid and built.
#pragma once

#include <QWidget>

namespace sokudo::ui {

class MonthScale final : public QWidget {
public:
    struct Bar {
        QString name, cost, saves;
        int from = 0, to = 1;  ///< months
    };
    explicit MonthScale(QWidget* parent = nullptr);
    void setContent(std::vector<Bar>);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent*) override;

private:
    std::vector<Bar> m_bars;
};

}  // namespace sokudo::ui
