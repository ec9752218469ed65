// SPDX-License-Identifier: GPL-3.0-or-later
// The survey as tables: sort, filter, edit in place, fill down, copy, paste.
#pragma once

#include <QWidget>

#include "app/presenters/tables_presenter.h"

class QHBoxLayout;
class QLabel;
class QLineEdit;
class QSortFilterProxyModel;
class QTableView;
class QVBoxLayout;

namespace sokudo::ui {

class TablesPane final : public QWidget {
    Q_OBJECT
public:
    explicit TablesPane(app::TablesPresenter&, QWidget* parent = nullptr);
    void show(app::TableKind);
    QTableView& table() { return *m_table; }
    /// Shows what a text would bring, before it is taken.
    void showPaste(const QString& text);

Q_SIGNALS:
    void chosen(const sokudo::plan::Subject&);  ///< Enter or double click where a cell cannot be edited

protected:
    bool event(QEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

private:
    QHBoxLayout* tools();
    std::vector<int> selectedRows() const;
    void fillDown();
    void copy();
    void countRows();
    app::TablesPresenter& m_presenter;
    QSortFilterProxyModel* m_sorted;
    QTableView* m_table;
    QList<QPushButton*> m_kinds;
    QLineEdit* m_filter;
    QLabel* m_count;
    QVBoxLayout* m_all;
    QWidget* m_paste = nullptr;
};

}  // namespace sokudo::ui
