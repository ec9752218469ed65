// SPDX-License-Identifier: GPL-3.0-or-later
// The owner's own catalogue rows: shown with the columns of their table, prefilled from a row there is, kept as one
// edit. Knows no widget.
#pragma once

#include "app/document.h"

namespace sokudo::app {

struct CatalogueCell {
    QString column, value;
    bool isKey = false;
};
struct OwnTable {
    QString id, name;
};

class CataloguePresenter final : public QObject {
    Q_OBJECT
public:
    explicit CataloguePresenter(Document&, QObject* parent = nullptr);
    std::vector<OwnTable> tables() const;
    /// The columns with the values of the row whose first key column is `key`; own rows before shipped ones; empty
    /// values where there is none.
    std::vector<CatalogueCell> row(const QString& table, const QString& key) const;
    /// "maker-b-sr-10: Maker B SR-10, 10GBASE-SR": every own row of the table.
    QStringList own(const QString& table) const;
    /// Adds the row, or puts it in the place of the own row with the same key. What is wrong is told through the
    /// document.
    bool keep(const QString& table, const std::vector<CatalogueCell>&);
    bool forget(const QString& table, const QString& key);

Q_SIGNALS:
    void changed();

private:
    const plan::CatalogueRow* find(const QString& table, const std::map<std::string, std::string>& cells) const;
    Document& m_document;
};

}  // namespace sokudo::app
