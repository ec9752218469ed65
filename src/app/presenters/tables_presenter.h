// SPDX-License-Identifier: GPL-3.0-or-later
// The survey as tables: edited in place, many cells at once, pasted from a spreadsheet and copied to one.
#pragma once

#include <functional>
#include <variant>
#include <vector>

#include <QAbstractTableModel>

#include "app/document.h"
#include "core/plan/kind.h"
#include "core/survey/paste.h"

namespace sokudo::app {

/// What was surveyed, as tables of their own.
enum class SurveyTable { Places, Devices, Ports, Jacks, Runs, Outlets };
inline constexpr SurveyTable kSurveyTables[] = {SurveyTable::Places, SurveyTable::Devices, SurveyTable::Ports,
                                                SurveyTable::Jacks,  SurveyTable::Runs,    SurveyTable::Outlets};
/// A table of the survey, or the records of a kind.
using TableChoice = std::variant<SurveyTable, const plan::Kind*>;
const char* word(const TableChoice&);

class TablesPresenter final : public QAbstractTableModel {
    Q_OBJECT
public:
    explicit TablesPresenter(Document&, QObject* parent = nullptr);
    void show(const TableChoice&);
    const TableChoice& shown() const { return m_shown; }
    /// The object of a row.
    const plan::Subject& subject(int row) const { return m_rows[static_cast<std::size_t>(row)].object; }
    bool isEditable(int column) const;
    /// Writes one text into a column of several rows: one step of undo. @return false: refused, and said through
    /// `failed`
    bool fill(const std::vector<int>& rows, int column, const QString& text);
    /// Sets any property of several rows, as edit lines call it: one step of undo.
    bool set(const std::vector<int>& rows, const std::string& property, const QString& text);
    /// What `set` takes for rows of this table, with the words for it.
    std::vector<std::pair<std::string, QString>> properties() const;
    /// The row of an object; -1: it is not in this table.
    int rowOf(const plan::Subject&) const;
    /// Cells with tabs between them, rows on lines, headings first.
    QString copied(const std::vector<int>& rows) const;

    /// What would be pasted; its rows say why one is refused.
    Result<survey::Pasted> readPaste(const QString& text) const;
    bool paste(const survey::Pasted&);

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex&, int role) const override;
    QVariant headerData(int section, Qt::Orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex&) const override;
    bool setData(const QModelIndex&, const QVariant&, int role) override;

private:
    struct Row {
        plan::Subject object;
        std::vector<QString> cells;
    };
    struct Column {
        QString heading;
        std::string property;  ///< as edit lines call it; empty: it cannot be edited here
    };
    void fillRows();
    void addPlaces();
    void addDevices();
    void addPorts(bool ofJacks);
    void addRuns();
    void addOutlets();
    void addSurvey(SurveyTable);
    void addRecords(const plan::Kind&);
    Document& m_document;
    TableChoice m_shown = SurveyTable::Devices;
    std::vector<Column> m_columns;
    std::vector<Row> m_rows;
};

}  // namespace sokudo::app
