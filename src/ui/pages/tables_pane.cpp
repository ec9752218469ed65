// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/tables_pane.h"

#include <set>

#include <QApplication>
#include <QClipboard>
#include <QCollator>
#include <QComboBox>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLineEdit>
#include <QSortFilterProxyModel>
#include <QTableView>
#include <QTableWidget>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::toQt;

namespace {

/// "q2" before "q10".
class Sorted final : public QSortFilterProxyModel {
public:
    using QSortFilterProxyModel::QSortFilterProxyModel;

protected:
    bool lessThan(const QModelIndex& a, const QModelIndex& b) const override
    {
        static const QCollator kNumbers = [] {
            QCollator made;
            made.setNumericMode(true);
            made.setCaseSensitivity(Qt::CaseInsensitive);
            return made;
        }();
        return kNumbers.compare(a.data().toString(), b.data().toString()) < 0;
    }
};

}  // namespace

TablesPane::TablesPane(app::TablesPresenter& presenter, const std::vector<app::TableChoice>& tables, QWidget* parent)
    : QWidget(parent), m_presenter(presenter)
{
    m_all = column(this, 0, 0);
    m_all->addLayout(tools(tables));
    m_all->addWidget(manyBar());
    m_sorted = new Sorted(this);
    m_sorted->setSourceModel(&presenter);
    m_sorted->setFilterKeyColumn(-1);
    m_sorted->setFilterCaseSensitivity(Qt::CaseInsensitive);
    m_table = new QTableView;
    m_table->setModel(m_sorted);
    m_table->setSortingEnabled(true);
    m_table->sortByColumn(0, Qt::AscendingOrder);
    m_table->setShowGrid(false);
    m_table->verticalHeader()->hide();
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_table->setAccessibleName("Table");
    auto* margin = new QHBoxLayout;
    margin->setContentsMargins(13, 0, 13, 0);
    margin->addWidget(m_table);
    m_all->addLayout(margin, 1);
    auto* foot = frame("foot");
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(16, 6, 16, 6);
    m_count = label("", "soft");
    row->addWidget(m_count);
    row->addStretch(1);
    if (!isVeryLarge())
        row->addWidget(
            label("Type to change a cell · Ctrl+D fills the selected cells with the first · Ctrl+C, Ctrl+V", "soft"));
    m_all->addWidget(foot);
    followSelection();
    show(presenter.shown());
}

void TablesPane::followSelection()
{
    connect(m_filter, &QLineEdit::textChanged, m_sorted, &QSortFilterProxyModel::setFilterFixedString);
    connect(m_sorted, &QAbstractItemModel::modelReset, this, &TablesPane::countRows);
    connect(m_sorted, &QAbstractItemModel::layoutChanged, this, &TablesPane::countRows);
    connect(m_filter, &QLineEdit::textChanged, this, &TablesPane::countRows);
    connect(m_table, &QTableView::activated, this, [this](const QModelIndex& at) {
        const QModelIndex source = m_sorted->mapToSource(at);
        if (!m_presenter.isEditable(source.column())) Q_EMIT chosen(m_presenter.subject(source.row()));
    });
    // The table is refilled after each edit, which moves the current row: only moves made by the user count.
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        if (now.isValid() && m_table->hasFocus())
            Q_EMIT rowShown(m_presenter.subject(m_sorted->mapToSource(now).row()));
    });
    connect(m_table, &QTableView::clicked, this,
            [this](const QModelIndex& now) { Q_EMIT rowShown(m_presenter.subject(m_sorted->mapToSource(now).row())); });
    connect(m_table->selectionModel(), &QItemSelectionModel::selectionChanged, this, &TablesPane::showMany);
    connect(m_sorted, &QAbstractItemModel::modelReset, this, &TablesPane::showMany);
}

/// "5 rows: set [what] to [value]".
QWidget* TablesPane::manyBar()
{
    m_many = frame("notice");
    auto* row = new QHBoxLayout(m_many);
    row->setContentsMargins(16, 6, 16, 6);
    m_manyCount = label("", "heading");
    row->addWidget(m_manyCount);
    m_property = new QComboBox;
    m_property->setAccessibleName("What to set");
    m_property->setMinimumContentsLength(16);
    row->addWidget(m_property);
    row->addWidget(label("to"));
    m_value = new QLineEdit;
    m_value->setAccessibleName("Value for all selected rows");
    m_value->setPlaceholderText("empty takes it away");
    row->addWidget(m_value, 1);
    row->addWidget(button("Set", "main", [this] { setMany(); }));
    connect(m_value, &QLineEdit::returnPressed, this, &TablesPane::setMany);
    m_many->hide();
    return m_many;
}

void TablesPane::showMany()
{
    const std::size_t rows = selectedRows().size();
    m_many->setVisible(rows > 1);
    m_manyCount->setText(QString("%1 rows: set").arg(rows));
}

void TablesPane::setMany()
{
    if (m_presenter.set(selectedRows(), m_property->currentData().toString().toStdString(), m_value->text()))
        m_value->clear();
}

void TablesPane::choose(const plan::Subject& object)
{
    const int row = m_presenter.rowOf(object);
    if (row < 0) return;
    const QModelIndex at = m_sorted->mapFromSource(m_presenter.index(row, 0));
    m_table->setCurrentIndex(at);
    m_table->scrollTo(at);
}

/// The tables to choose from, the filter, and what is done with many cells.
QHBoxLayout* TablesPane::tools(const std::vector<app::TableChoice>& tables)
{
    auto* row = new QHBoxLayout;
    row->setContentsMargins(16, 8, 16, 8);
    row->setSpacing(6);
    for (const app::TableChoice& table : tables) {
        auto* one = button(word(table), "", [this, table] { show(table); });
        one->setCheckable(true);
        row->addWidget(one);
        m_tables.emplace_back(table, one);
    }
    if (!tables.empty()) row->addSpacing(12);
    m_filter = new QLineEdit;
    m_filter->setPlaceholderText("Show rows with …");
    m_filter->setAccessibleName("Show rows with");
    m_filter->setMinimumWidth(80);
    m_filter->setMaximumWidth(scaled(180));
    row->addWidget(m_filter);
    row->addStretch(1);
    row->addWidget(button("Fill down", "", [this] { fillDown(); }));
    row->addWidget(button("Copy", "", [this] { copy(); }));
    if (!tables.empty())
        row->addWidget(button("Paste a table", "", [this] { showPaste(QApplication::clipboard()->text()); }));
    return row;
}

void TablesPane::show(const app::TableChoice& table)
{
    m_presenter.show(table);
    for (const auto& [each, one] : m_tables) one->setChecked(each == table);
    m_property->clear();
    for (const auto& [key, heading] : m_presenter.properties())
        m_property->addItem(heading, QString::fromStdString(key));
    m_table->resizeColumnsToContents();
    for (int i = 0; i < m_presenter.columnCount(); ++i)
        m_table->setColumnWidth(
            i, std::clamp(m_table->columnWidth(i) + 14, scaled(70), scaled(m_tables.empty() ? 190 : 260)));
    m_table->horizontalHeader()->setStretchLastSection(true);
    countRows();
}

void TablesPane::countRows()
{
    const int shown = m_sorted->rowCount(), all = m_presenter.rowCount();
    m_count->setText(shown == all ? QString("%1 rows").arg(all) : QString("%1 of %2 rows").arg(shown).arg(all));
}

std::vector<int> TablesPane::selectedRows() const
{
    std::vector<int> rows;
    std::set<int> seen;
    QModelIndexList chosen = m_table->selectionModel()->selectedIndexes();
    std::sort(chosen.begin(), chosen.end(),
              [](const QModelIndex& a, const QModelIndex& b) { return a.row() < b.row(); });
    for (const QModelIndex& one : chosen)
        if (seen.insert(one.row()).second) rows.push_back(m_sorted->mapToSource(one).row());
    return rows;
}

/// The text of the topmost selected cell into all selected cells of its column.
void TablesPane::fillDown()
{
    const QModelIndex current = m_table->currentIndex();
    const auto rows = selectedRows();
    if (!current.isValid() || rows.size() < 2) return;
    const int column = m_sorted->mapToSource(current).column();
    m_presenter.fill(rows, column, m_presenter.index(rows.front(), column).data().toString());
}

void TablesPane::copy()
{
    auto rows = selectedRows();
    if (rows.size() < 2)
        for (rows.clear(); static_cast<int>(rows.size()) < m_sorted->rowCount();)
            rows.push_back(m_sorted->mapToSource(m_sorted->index(static_cast<int>(rows.size()), 0)).row());
    QApplication::clipboard()->setText(m_presenter.copied(rows));
}

void TablesPane::showPaste(const QString& text)
{
    delete m_paste;
    m_paste = frame("notice");
    auto* all = new QVBoxLayout(m_paste);
    all->setContentsMargins(16, 10, 16, 10);
    const auto close = [this] {
        m_paste->deleteLater();
        m_paste = nullptr;
    };
    const auto table = m_presenter.readPaste(text);
    auto* buttons = new QHBoxLayout;
    if (!table) {
        all->addWidget(label(toQt(table.error().message()), "bad", true));
    } else {
        static constexpr const char* kKinds[] = {"places", "devices", "runs"};
        QStringList taken;
        for (const survey::PastedColumn& column : table->columns)
            if (!column.meaning.empty()) taken << toQt(column.meaning);
        all->addWidget(label(QString("A table of %1 with the columns %2. %3 of %4 rows can be taken.")
                                 .arg(kKinds[static_cast<int>(table->kind)], taken.join(", "))
                                 .arg(table->good)
                                 .arg(table->rows.size()),
                             "heading", true));
        auto* rows = new QTableWidget(static_cast<int>(table->rows.size()), 2);
        rows->setHorizontalHeaderLabels({"What each row does", "Why it is left out"});
        rows->verticalHeader()->hide();
        rows->setShowGrid(false);
        rows->setEditTriggers(QAbstractItemView::NoEditTriggers);
        rows->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
        rows->horizontalHeader()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
        for (int i = 0; i < rows->rowCount(); ++i) {
            const survey::PastedRow& row = table->rows[static_cast<std::size_t>(i)];
            rows->setItem(i, 0, new QTableWidgetItem(toQt(row.line)));
            rows->setItem(i, 1, new QTableWidgetItem(toQt(row.problem)));
        }
        rows->setMaximumHeight(scaled(180));
        all->addWidget(rows);
        auto* take = button(QString("Take %1 rows").arg(table->good), "main", [this, pasted = *table, close] {
            if (m_presenter.paste(pasted)) close();
        });
        take->setEnabled(table->good > 0);
        buttons->addWidget(take);
    }
    buttons->addWidget(button("Cancel", "", close));
    buttons->addStretch(1);
    all->addLayout(buttons);
    m_all->insertWidget(1, m_paste);
}

/// In a table Ctrl+D fills down; everywhere else it adds a device.
bool TablesPane::event(QEvent* event)
{
    if (event->type() == QEvent::ShortcutOverride) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_D && key->modifiers() == Qt::ControlModifier) {
            event->accept();
            return true;
        }
    }
    return QWidget::event(event);
}

void TablesPane::keyPressEvent(QKeyEvent* event)
{
    if (event->matches(QKeySequence::Copy)) return copy();
    if (event->matches(QKeySequence::Paste)) return showPaste(QApplication::clipboard()->text());
    if (event->key() == Qt::Key_D && event->modifiers() == Qt::ControlModifier) return fillDown();
    QWidget::keyPressEvent(event);
}

}  // namespace sokudo::ui
