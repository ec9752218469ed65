// SPDX-License-Identifier: GPL-3.0-or-later
// A column that scrolls, as tall as its wrapped text needs at the width there is.
#pragma once

#include <QScrollArea>
#include <QVBoxLayout>

namespace sokudo::ui {

class ScrollColumn final : public QScrollArea {
public:
    ScrollColumn(int margin, int gap, QWidget* parent = nullptr);
    QVBoxLayout& rows() { return *m_rows; }
    /// Scrolls to a row that was just filled in.
    void showRow(QWidget* row);

protected:
    bool eventFilter(QObject*, QEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void showEvent(QShowEvent*) override;

private:
    void fit();
    QVBoxLayout* m_rows;
};

/// A panel at the side with such a column in it.
QWidget* sidePanel(ScrollColumn*);

/// Shows lines that were just filled in, else they would be shown a turn later and until then have no height.
void fitAgain(QLayout* lines);

}  // namespace sokudo::ui
