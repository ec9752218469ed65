// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/piece_pane.h"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QStackedWidget>

#include "app/qt_text.h"
#include "ui/pages/own_row_form.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {
namespace {
constexpr int kVerdictRole = Qt::UserRole;
}

std::vector<app::RowModel<PiecePane::Row>::Column> PiecePane::columns()
{
    return {{"Part",
             [](const Row& row, int role) -> QVariant {
                 if (role == Qt::DisplayRole) return row.isThere ? row.name + " (there now)" : row.name;
                 if (role == kVerdictRole) return static_cast<int>(row.verdict);
                 if (role == Qt::AccessibleTextRole)
                     return QString("%1: %2, %3. %4").arg(row.name, app::toQt(word(row.verdict)), row.rate, row.reason);
                 return {};
             }},
            {"Then",
             [](const Row& row, int role) -> QVariant {
                 return role == Qt::DisplayRole ? QVariant(app::toQt(word(row.verdict))) : QVariant();
             }},
            {"Rate",
             [](const Row& row, int role) -> QVariant {
                 return role == Qt::DisplayRole ? QVariant(row.rate) : QVariant();
             }},
            {"Because", [](const Row& row, int role) -> QVariant {
                 return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.reason) : QVariant();
             }}};
}

PiecePane::PiecePane(app::MatchPresenter& presenter, app::CataloguePresenter& catalogue, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_rows(columns(), this)
{
    auto* outer = column(this, 0, 0);
    outer->setContentsMargins(22, 4, 20, 8);
    m_pages = new QStackedWidget;
    outer->addWidget(m_pages);
    m_own = new OwnRowForm(catalogue);
    m_pages->addWidget(chooser());
    m_pages->addWidget(m_own);
    connect(m_own, &OwnRowForm::closed, this, [this] {
        m_pages->setCurrentIndex(0);
        refresh();
    });
    connect(m_filter, &QLineEdit::textChanged, this, &PiecePane::fill);
    connect(m_table, &MarkedTable::rowChosen, this, [this](int row) {
        const Row* found = m_rows.row(row);
        m_put->setEnabled(found && !found->isThere);
        m_reason->setText(found ? found->name + ": " + found->reason : QString());
    });
    connect(m_table, &MarkedTable::rowActivated, this, &PiecePane::put);
}

QWidget* PiecePane::chooser()
{
    auto* page = new QWidget;
    auto* all = column(page, 0, 6);
    auto* top = new QHBoxLayout;
    m_head = label("Select a module or a cable above to see what could replace it.", "", true);
    m_head->setTextFormat(Qt::RichText);  // names in it are escaped
    m_filter = new QLineEdit;
    m_filter->setPlaceholderText("Type to find a part");
    m_filter->setAccessibleName("Find a part");
    m_filter->setMaximumWidth(220);
    top->addWidget(m_head, 1);
    top->addWidget(m_filter);
    all->addLayout(top);
    m_table = new MarkedTable(&m_rows, kVerdictRole);
    m_table->setAccessibleName("Parts that fit here, best first");
    m_table->setWide({3});
    all->addWidget(m_table, 1);
    auto* foot = new QHBoxLayout;
    m_reason = label("", "soft", true);
    m_put = button("Put it there", "main", [this] { put(m_table->currentRow()); });
    m_put->setEnabled(false);
    foot->addWidget(m_reason, 1);
    foot->addWidget(button("Your own …", "", [this] { beginOwn(); }));
    foot->addWidget(m_put);
    all->addLayout(foot);
    return page;
}

void PiecePane::show(match::SwapTarget place, const QString& name)
{
    m_place = place;
    m_name = name;
    m_pages->setCurrentIndex(0);
    refresh();
}

void PiecePane::refresh()
{
    if (!m_place) return;
    m_all = m_presenter.candidates(*m_place);
    fill();
}

void PiecePane::beginOwn()
{
    // Begun from the piece that is marked, else from the one that is there.
    const Row* marked = m_rows.row(m_table->currentRow());
    for (const Row& row : m_all)
        if (!marked && row.isThere) marked = &row;
    m_own->begin(m_place == match::SwapTarget::Cable ? "media" : "modules", marked ? marked->id : QString());
    m_pages->setCurrentIndex(1);
}

void PiecePane::fill()
{
    std::vector<Row> shown;
    for (const Row& row : m_all)
        if (row.name.contains(m_filter->text().trimmed(), Qt::CaseInsensitive)) shown.push_back(row);
    const auto good =
        std::count_if(m_all.begin(), m_all.end(), [](const Row& row) { return row.verdict <= Verdict::Limited; });
    m_head->setText(QString("Instead of <b>%1</b>: %2 parts fit, %3 of them give a link.")
                        .arg(m_name.toHtmlEscaped())
                        .arg(m_all.size())
                        .arg(good));
    m_rows.setRows(std::move(shown));
    m_put->setEnabled(false);
    m_reason->clear();
}

void PiecePane::put(int row)
{
    const Row* found = m_rows.row(row);
    if (!found || found->isThere || !m_place) return;
    const Row chosen = *found;
    if (m_presenter.place(*m_place, chosen.id, chosen.name)) m_name = chosen.name;
}

}  // namespace sokudo::ui
