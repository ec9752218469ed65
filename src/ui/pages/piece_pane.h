// SPDX-License-Identifier: GPL-3.0-or-later
// What of the catalogue could stand at one place of the link, each judged before it is chosen.
#pragma once

#include <QWidget>

#include "app/presenters/catalogue_presenter.h"
#include "app/presenters/match_presenter.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;

namespace sokudo::ui {

class MarkedTable;
class OwnRowForm;

class PiecePane final : public QWidget {
    Q_OBJECT
public:
    PiecePane(app::MatchPresenter&, app::CataloguePresenter&, QWidget* parent = nullptr);
    /// @param name  of the piece there now
    void show(match::SwapTarget, const QString& name);
    void refresh();
    MarkedTable& table() { return *m_table; }

private:
    using Row = app::CandidateRow;
    static std::vector<app::RowModel<Row>::Column> columns();
    QWidget* chooser();
    void fill();
    void beginOwn();
    void put(int row);
    app::MatchPresenter& m_presenter;
    app::RowModel<Row> m_rows;
    std::optional<match::SwapTarget> m_place;
    QString m_name;
    std::vector<Row> m_all;
    QLabel* m_head;
    QLabel* m_reason;
    QLineEdit* m_filter;
    MarkedTable* m_table;
    QPushButton* m_put;
    QStackedWidget* m_pages;
    OwnRowForm* m_own;
};

}  // namespace sokudo::ui
