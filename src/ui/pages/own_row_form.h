// SPDX-License-Identifier: GPL-3.0-or-later
// A row of the owner's own catalogue: a module, a cable, a price; begun from the row that was chosen.
#pragma once

#include <QWidget>

#include "app/presenters/catalogue_presenter.h"

class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;

namespace sokudo::ui {

class OwnRowForm final : public QWidget {
    Q_OBJECT
public:
    OwnRowForm(app::CataloguePresenter&, QWidget* parent = nullptr);
    /// Begins with the row of that table whose key is given; no key: empty.
    void begin(const QString& table, const QString& key);

Q_SIGNALS:
    void closed();

private:
    void fill(const QString& key);
    void save();
    app::CataloguePresenter& m_presenter;
    QComboBox* m_table;
    QLabel* m_own;
    QFormLayout* m_fields;
    std::vector<std::pair<app::CatalogueCell, QLineEdit*>> m_cells;
};

}  // namespace sokudo::ui
