// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/catalogue_presenter.h"

#include <algorithm>

#include "app/qt_text.h"
#include "core/base/csv.h"
#include "core/plan/edits.h"

namespace sokudo::app {
namespace {

const kb::OpenTable* tableCalled(const QString& id)
{
    for (const kb::OpenTable& table : kb::openTables())
        if (toQt(table.table) == id) return &table;
    return nullptr;
}

std::string cellOf(const std::map<std::string, std::string>& cells, std::string_view column)
{
    const auto found = cells.find(std::string(column));
    return found == cells.end() ? std::string() : found->second;
}

/// The shipped row whose first key column is `key`.
std::map<std::string, std::string> shipped(const kb::OpenTable& table, const std::string& key)
{
    std::map<std::string, std::string> cells;
    const std::string file = std::string(table.table) + ".csv";
    const auto sheet = csv::parse(kb::embeddedFiles().at(file), file);
    if (!sheet) return cells;
    for (const csv::Record& record : sheet->records()) {
        if (sheet->cell(record, table.key.front()) != key) continue;
        for (const std::string& column : sheet->columns()) cells[column] = sheet->cell(record, column);
        // A copy is the owner's word, not the standard's.
        cells.erase("source");
        cells.erase("confidence");
        return cells;
    }
    return cells;
}

}  // namespace

CataloguePresenter::CataloguePresenter(Document& document, QObject* parent) : QObject(parent), m_document(document)
{
    connect(&document, &Document::planChanged, this, &CataloguePresenter::changed);
}

std::vector<OwnTable> CataloguePresenter::tables() const
{
    std::vector<OwnTable> result;
    for (const kb::OpenTable& table : kb::openTables()) result.push_back({toQt(table.table), toQt(table.what)});
    return result;
}

const plan::CatalogueRow* CataloguePresenter::find(const QString& table,
                                                   const std::map<std::string, std::string>& cells) const
{
    const kb::OpenTable* open = tableCalled(table);
    if (!open) return nullptr;
    for (const plan::CatalogueRow& row : m_document.plan().catalogue) {
        const bool same =
            row.table == open->table && std::all_of(open->key.begin(), open->key.end(), [&](std::string_view column) {
                return cellOf(row.cells, column) == cellOf(cells, column);
            });
        if (same) return &row;
    }
    return nullptr;
}

std::vector<CatalogueCell> CataloguePresenter::row(const QString& table, const QString& key) const
{
    std::vector<CatalogueCell> result;
    const kb::OpenTable* open = tableCalled(table);
    if (!open) return result;
    std::map<std::string, std::string> cells = shipped(*open, fromQt(key));
    for (const plan::CatalogueRow& own : m_document.plan().catalogue)
        if (own.table == open->table && cellOf(own.cells, open->key.front()) == fromQt(key)) cells = own.cells;
    for (const std::string& column : kb::columnsOf(kb::embeddedFiles(), open->table))
        result.push_back({toQt(column), toQt(cellOf(cells, column)),
                          std::find(open->key.begin(), open->key.end(), column) != open->key.end()});
    return result;
}

QStringList CataloguePresenter::own(const QString& table) const
{
    QStringList result;
    const kb::OpenTable* open = tableCalled(table);
    for (const plan::CatalogueRow& row : m_document.plan().catalogue) {
        if (!open || row.table != open->table) continue;
        const std::string name = cellOf(row.cells, "name");
        result << toQt(cellOf(row.cells, open->key.front())) + (name.empty() ? QString() : ": " + toQt(name));
    }
    return result;
}

bool CataloguePresenter::keep(const QString& table, const std::vector<CatalogueCell>& cells)
{
    plan::CatalogueRow row{{}, fromQt(table), {}};
    for (const CatalogueCell& cell : cells)
        if (!cell.value.trimmed().isEmpty()) row.cells[fromQt(cell.column)] = fromQt(cell.value.trimmed());
    const plan::CatalogueRow* there = find(table, row.cells);
    row.id = there ? there->id : m_document.ids().next<plan::CatalogueRowId>();
    return m_document.edit("Add own row to " + table, plan::edits::putCatalogueRow(m_document.plan(), std::move(row)));
}

bool CataloguePresenter::forget(const QString& table, const QString& key)
{
    const kb::OpenTable* open = tableCalled(table);
    for (const plan::CatalogueRow& row : m_document.plan().catalogue)
        if (open && row.table == open->table && cellOf(row.cells, open->key.front()) == fromQt(key))
            return m_document.edit("Remove own row from " + table,
                                   plan::edits::deleteCatalogueRow(m_document.plan(), row.id));
    return false;
}

}  // namespace sokudo::app
