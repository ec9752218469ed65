// SPDX-License-Identifier: GPL-3.0-or-later
// A table whose first column carries a verdict mark; the other columns are figures.
#pragma once

#include <QTableView>

namespace sokudo::ui {

class MarkedTable final : public QTableView {
    Q_OBJECT
public:
    /// @param verdictRole  of the first column: a Verdict as int
    MarkedTable(QAbstractItemModel*, int verdictRole, QWidget* parent = nullptr);
    /// Columns that take their share of the free width; the rest are as wide as their contents.
    void setWide(const QList<int>& columns);
    int currentRow() const { return currentIndex().row(); }

Q_SIGNALS:
    void rowChosen(int row);     ///< the current row
    void rowActivated(int row);  ///< Enter or a double click
};

}  // namespace sokudo::ui
