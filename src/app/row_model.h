// SPDX-License-Identifier: GPL-3.0-or-later
// A table for a view out of plain rows: a column is a heading and a function of the row.
#pragma once

#include <functional>
#include <vector>

#include <QAbstractTableModel>

namespace sokudo::app {

template <class Row>
class RowModel final : public QAbstractTableModel {
public:
    struct Column {
        QString heading;
        std::function<QVariant(const Row&, int role)> value;
    };

    RowModel(std::vector<Column> columns, QObject* parent) : QAbstractTableModel(parent), m_columns(std::move(columns))
    {}
    void setRows(std::vector<Row> rows)
    {
        beginResetModel();
        m_rows = std::move(rows);
        endResetModel();
    }
    const std::vector<Row>& rows() const { return m_rows; }
    const Row* row(int at) const
    {
        return at >= 0 && at < static_cast<int>(m_rows.size()) ? &m_rows[static_cast<std::size_t>(at)] : nullptr;
    }
    int rowCount(const QModelIndex& parent = {}) const override
    {
        return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
    }
    int columnCount(const QModelIndex& parent = {}) const override
    {
        return parent.isValid() ? 0 : static_cast<int>(m_columns.size());
    }
    QVariant data(const QModelIndex& index, int role) const override
    {
        const Row* found = row(index.row());
        if (!found || index.column() >= columnCount()) return {};
        QVariant value = m_columns[static_cast<std::size_t>(index.column())].value(*found, role);
        // Names of things are no markup.
        if (role == Qt::ToolTipRole && value.canConvert<QString>())
            return "<qt>" + value.toString().toHtmlEscaped() + "</qt>";
        return value;
    }
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override
    {
        if (orientation != Qt::Horizontal || role != Qt::DisplayRole || section >= columnCount()) return {};
        return m_columns[static_cast<std::size_t>(section)].heading;
    }

private:
    std::vector<Column> m_columns;
    std::vector<Row> m_rows;
};

}  // namespace sokudo::app
