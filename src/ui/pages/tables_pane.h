// SPDX-License-Identifier: GPL-3.0-or-later
// The survey as tables: sort, filter, edit in place, fill down, copy, paste.
#pragma once

#include <QWidget>

#include "app/presenters/tables_presenter.h"

class QComboBox;
class QHBoxLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QSortFilterProxyModel;
class QTableView;
class QVBoxLayout;

namespace sokudo::ui {

class TablesPane final : public QWidget {
    Q_OBJECT
public:
    /// @param tables  those to choose from; none: another part of the window chooses
    TablesPane(app::TablesPresenter&, const std::vector<app::TableChoice>& tables, QWidget* parent = nullptr);
    void show(const app::TableChoice&);
    /// Makes the row of an object the current one.
    void choose(const plan::Subject&);
    QTableView& table() { return *m_table; }
    /// Shows what a text would bring, before it is taken.
    void showPaste(const QString& text);

Q_SIGNALS:
    void chosen(const sokudo::plan::Subject&);    ///< Enter or double click where a cell cannot be edited
    void rowShown(const sokudo::plan::Subject&);  ///< the row that a person went to

protected:
    bool event(QEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

private:
    QHBoxLayout* tools(const std::vector<app::TableChoice>& tables);
    QWidget* manyBar();
    void followSelection();
    void showMany();
    void setMany();
    std::vector<int> selectedRows() const;
    void fillDown();
    void copy();
    void countRows();
    app::TablesPresenter& m_presenter;
    QSortFilterProxyModel* m_sorted;
    QTableView* m_table;
    std::vector<std::pair<app::TableChoice, QPushButton*>> m_tables;
    QLineEdit* m_filter;
    QWidget* m_many;  ///< sets a property of all selected rows; shown where there are several
    QLabel* m_manyCount;
    QComboBox* m_property;
    QLineEdit* m_value;
    QLabel* m_count;
    QVBoxLayout* m_all;
    QWidget* m_paste = nullptr;
};

}  // namespace sokudo::ui
