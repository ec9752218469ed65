// SPDX-License-Identifier: GPL-3.0-or-later
// Variants beside each other: a column each with its name, a row for each figure, a bar where figures compare.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"

namespace sokudo::ui {

class CompareGrid final : public QWidget {
    Q_OBJECT
public:
    struct Head {
        QString name, note;
        bool isChosen = false;
    };
    explicit CompareGrid(QWidget* parent = nullptr);
    void setContent(std::vector<Head>, std::vector<app::CompareRow>);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }

Q_SIGNALS:
    void chosen(int column);  ///< by mouse, or with the arrows

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;

private:
    int nameWidth() const;
    QRect columnRect(int column) const;
    void paintHead(QPainter&) const;
    void paintRow(QPainter&, std::size_t row, int top) const;
    void describe();
    std::vector<Head> m_heads;
    std::vector<app::CompareRow> m_rows;
};

}  // namespace sokudo::ui
