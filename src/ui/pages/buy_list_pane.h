// SPDX-License-Identifier: GPL-3.0-or-later
// The complete list of the chosen variant: what, how much, from where, how far it is.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"

class QLabel;
class QTableWidget;

namespace sokudo::ui {

class ScrollColumn;
class VariantBox;

class BuyListPane final : public QWidget {
    Q_OBJECT
public:
    explicit BuyListPane(app::BuyPresenter&, QWidget* parent = nullptr);
    /// Writes the list as CSV. @return what went wrong; empty: it is written
    QString saveCsv(const QString& path) const;
    /// Prints the list as a sheet for a trip to the shops into a PDF. @return what went wrong; empty: it is written
    QString savePdf(const QString& path) const;

private:
    QWidget* table();
    void refresh();
    void fillTable(const buy::BuyList&);
    void fillSide();
    void fillNotes(const buy::BuyList&);
    void detail();
    void showProblem(const QString&);
    app::BuyPresenter& m_presenter;
    VariantBox* m_variant;
    QLabel *m_title, *m_says, *m_detail, *m_message;
    QTableWidget* m_table;
    ScrollColumn* m_side;
};

}  // namespace sokudo::ui
