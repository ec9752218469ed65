// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/ways_pane.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QHBoxLayout>
#include <QScrollArea>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

WaysPane::WaysPane(app::WaysPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 6);
    all->setContentsMargins(22, 4, 20, 8);
    all->addWidget(wishRow());
    auto* said = new QHBoxLayout;
    m_headline = label("", "", true);
    said->addWidget(m_headline, 1);
    said->addWidget(label("Order by", "soft"));
    m_order = new QComboBox;
    m_order->setAccessibleName("Order of the options");
    for (match::Preference preference : match::kAllPreferences)
        m_order->addItem(app::toQt(match::word(preference)), static_cast<int>(preference));
    said->addWidget(m_order);
    all->addLayout(said);
    m_explains = label("", "soft", true);
    all->addWidget(m_explains);

    auto* both = new QHBoxLayout;
    both->setSpacing(14);
    m_table = new MarkedTable(presenter.rows(), app::WaysPresenter::kVerdictRole);
    m_table->setAccessibleName("Options that pass, best first");
    both->addWidget(m_table, 1);
    auto* side = new QWidget;
    side->setFixedWidth(scaled(292));
    auto* sideColumn = column(side, 0, 6);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* detail = new QWidget;
    m_detail = column(detail, 0, 4);
    scroll->setWidget(detail);
    sideColumn->addWidget(scroll, 1);
    m_use = button("Use this", "main", [this] { m_presenter.use(m_table->currentRow()); });
    sideColumn->addWidget(m_use);
    both->addWidget(side);
    all->addLayout(both, 1);

    connect(m_order, &QComboBox::currentIndexChanged, this,
            [this] { m_presenter.setPreference(static_cast<match::Preference>(m_order->currentData().toInt())); });
    connect(m_table, &MarkedTable::rowChosen, this, &WaysPane::showDetail);
    connect(m_table, &MarkedTable::rowActivated, this, [this](int row) { m_presenter.use(row); });
    connect(&presenter, &app::WaysPresenter::changed, this, &WaysPane::refresh);
    refresh();
}

QWidget* WaysPane::wishRow()
{
    auto* row = new QWidget;
    auto* rows = column(row, 0, 6);
    auto* layout = new QHBoxLayout;
    layout->setSpacing(6);
    rows->addLayout(layout);
    const auto combo = [&](const char* name, int least) {
        auto* result = new QComboBox;
        result->setAccessibleName(name);
        result->setMinimumWidth(scaled(least));
        connect(result, &QComboBox::activated, this, &WaysPane::ask);
        return result;
    };
    m_from = combo("Port at one end", 120);
    m_to = combo("Port at the other end", 120);
    m_rate = combo("Wanted rate", 84);
    for (BitRate rate : m_presenter.rates())
        m_rate->addItem(app::toQt(text::linkRate(rate)), static_cast<qlonglong>(rate.steps()));
    m_length = new QDoubleSpinBox;
    m_length->setRange(0.3, 40'000);
    m_length->setDecimals(1);
    m_length->setSuffix(QString::fromUtf8("\u202fm"));
    m_length->setAccessibleName("Length in metres");
    m_length->setKeyboardTracking(false);
    connect(m_length, &QDoubleSpinBox::valueChanged, this, &WaysPane::ask);
    m_wall = new QCheckBox("through walls");
    connect(m_wall, &QCheckBox::toggled, this, &WaysPane::ask);
    layout->addWidget(m_from);
    layout->addWidget(label("to", "soft"));
    layout->addWidget(m_to);
    if (scaled(100) > 125) {  // large text: ports on one line, the rest on the next
        layout->addStretch(1);
        layout = new QHBoxLayout;
        layout->setSpacing(6);
        rows->addLayout(layout);
    }
    layout->addWidget(label("at", "soft"));
    layout->addWidget(m_rate);
    layout->addWidget(label("over", "soft"));
    layout->addWidget(m_length);
    layout->addWidget(m_wall);
    layout->addStretch(1);
    return row;
}

void WaysPane::ask()
{
    if (m_filling) return;
    match::Wish wish = m_presenter.wish();
    wish.a = {m_from->currentData().toLongLong()};
    wish.b = {m_to->currentData().toLongLong()};
    wish.rate = BitRate::fromSteps(m_rate->currentData().toLongLong());
    wish.length = Length::of(m_length->value());
    wish.throughWall = m_wall->isChecked();
    m_presenter.ask(std::move(wish));
}

void WaysPane::refresh()
{
    m_filling = true;
    const match::Wish& wish = m_presenter.wish();
    const auto ports = m_presenter.ports();
    for (auto [box, port] : {std::pair{m_from, wish.a}, std::pair{m_to, wish.b}}) {
        box->clear();
        for (const app::PortChoice& choice : ports) box->addItem(choice.name, static_cast<qlonglong>(choice.id.value));
        box->setCurrentIndex(box->findData(static_cast<qlonglong>(port.value)));
    }
    m_rate->setCurrentIndex(m_rate->findData(static_cast<qlonglong>(wish.rate.steps())));
    if (wish.length.steps() > 0) m_length->setValue(wish.length.in());
    m_wall->setChecked(wish.throughWall);
    m_filling = false;
    m_headline->setText(m_presenter.headline());
    m_explains->setText(m_presenter.order());
    m_table->setEnabled(!m_presenter.isBusy());
    if (m_presenter.rows()->rowCount() > 0) m_table->selectRow(0);
    showDetail(m_presenter.rows()->rowCount() > 0 ? 0 : -1);
}

void WaysPane::showDetail(int row)
{
    clear(m_detail);
    const auto detail = m_presenter.detail(row);
    m_use->setEnabled(detail.has_value() && !m_presenter.isBusy());
    const auto list = [&](const QString& head, const QStringList& entries, const char* kind = "") {
        if (entries.isEmpty()) return;
        if (!head.isEmpty()) m_detail->addWidget(label(head, "soft"));
        for (const QString& entry : entries) m_detail->addWidget(label(entry, kind, true));
        m_detail->addSpacing(4);
    };
    if (detail) {
        m_detail->addWidget(label(detail->title, "heading", true));
        m_detail->addWidget(label(detail->place, "soft", true));
        m_detail->addWidget(label(detail->figures, "", true));
        if (!detail->note.isEmpty()) list("Note", {detail->note});
        list("Do", detail->steps);
        list("Buy", detail->buys.isEmpty() ? QStringList{"nothing"} : detail->buys);
        list("Keep", detail->keeps);
        list("", detail->cautions, "caution");
    }
    list("Why not", m_presenter.refused());
    list("Where opinions differ", m_presenter.practices());
    m_detail->addStretch(1);
}

}  // namespace sokudo::ui
