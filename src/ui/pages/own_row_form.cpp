// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/own_row_form.h"

#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHash>
#include <QLineEdit>
#include <QScrollArea>

#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {
namespace {

/// "loss_850_db_per_km" as a person reads it: "Loss at 850 nm, dB per km".
QString spoken(const QString& column)
{
    static const QHash<QString, QString> kWords{
        {"db", "dB"},          {"dbm", "dBm"},          {"gbps", "Gb/s"},
        {"850", "at 850 nm,"}, {"1310", "at 1310 nm,"}, {"1550", "at 1550 nm,"}};
    QStringList words = column.split('_');
    for (QString& word : words) word = kWords.value(word, word);
    QString result = words.join(' ');
    if (!result.isEmpty()) result[0] = result[0].toUpper();
    return result;
}

}  // namespace

OwnRowForm::OwnRowForm(app::CataloguePresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 6);
    auto* top = new QHBoxLayout;
    top->addWidget(label("Your own", "heading"));
    m_table = new QComboBox;
    m_table->setAccessibleName("Kind of row");
    for (const app::OwnTable& table : presenter.tables()) m_table->addItem(table.name, table.id);
    top->addWidget(m_table);
    top->addStretch(1);
    top->addWidget(button("Cancel", "", [this] { Q_EMIT closed(); }));
    top->addWidget(button("Keep", "main", [this] { save(); }));
    all->addLayout(top);
    all->addWidget(
        label("Same columns as the shipped tables. A row with the same name replaces the shipped one in "
              "this project only.",
              "soft", true));
    m_own = label("", "soft", true);
    all->addWidget(m_own);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inner = new QWidget;
    m_fields = new QFormLayout(inner);
    m_fields->setContentsMargins(0, 0, 12, 0);
    m_fields->setHorizontalSpacing(16);
    m_fields->setVerticalSpacing(5);
    scroll->setWidget(inner);
    all->addWidget(scroll, 1);
    connect(m_table, &QComboBox::activated, this, [this] { fill({}); });
}

void OwnRowForm::begin(const QString& table, const QString& key)
{
    m_table->setCurrentIndex(std::max(0, m_table->findData(table)));
    fill(key);
}

void OwnRowForm::fill(const QString& key)
{
    while (m_fields->rowCount() > 0) m_fields->removeRow(0);
    m_cells.clear();
    const QString table = m_table->currentData().toString();
    for (const app::CatalogueCell& cell : m_presenter.row(table, key)) {
        auto* edit = new QLineEdit(cell.value);
        edit->setAccessibleName(spoken(cell.column));
        edit->setMaximumWidth(scaled(320));
        if (cell.column == "source") edit->setPlaceholderText("own");
        if (cell.column == "confidence") edit->setPlaceholderText("typical");
        connect(edit, &QLineEdit::returnPressed, this, &OwnRowForm::save);
        m_fields->addRow(spoken(cell.column) + (cell.isKey ? ", names the row" : ""), edit);
        m_cells.emplace_back(cell, edit);
    }
    const QStringList own = m_presenter.own(table);
    m_own->setText(own.isEmpty() ? QString() : "Already yours: " + own.join("; "));
}

void OwnRowForm::save()
{
    std::vector<app::CatalogueCell> cells;
    for (const auto& [cell, edit] : m_cells) cells.push_back({cell.column, edit->text(), cell.isKey});
    if (m_presenter.keep(m_table->currentData().toString(), cells)) Q_EMIT closed();
}

}  // namespace sokudo::ui
