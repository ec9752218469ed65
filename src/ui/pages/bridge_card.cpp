// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/bridge_card.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLabel>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/buy/bridge.h"
#include "core/buy/prices.h"
#include "core/kb/worth_rows.h"
#include "ui/widgets/form_field.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

BridgeCard::BridgeCard(app::BuyPresenter& presenter, QWidget* parent) : QFrame(parent), m_presenter(presenter)
{
    setProperty("kind", "card");
    auto* rows = column(this, 16, 8);
    rows->addWidget(label("To another building: fibre or radio?", "title"));
    m_answer = label("", "heading", true);
    rows->addWidget(m_answer);
    auto* form = new QFormLayout;
    m_distance = field<QDoubleSpinBox>(form, "Distance between the buildings", 60.0, 1.0, 2000.0, "\u202fm");
    m_rate = new QComboBox;
    for (double gbit : {1.0, 2.5, 10.0, 25.0}) m_rate->addItem(toQt(text::rate(gigabits(gbit))), gbit);
    m_rate->setCurrentIndex(2);
    m_rate->setAccessibleName("Wanted rate");
    form->addRow("Wanted rate", m_rate);
    m_dig = new QComboBox;
    for (const kb::Dig& row : presenter.knowledge().all<kb::Dig>()) m_dig->addItem(toQt(row.name), toQt(row.id));
    m_dig->setAccessibleName("Way over for fibre");
    form->addRow("Way over for fibre", m_dig);
    m_hour = field<QDoubleSpinBox>(form, "An hour of work is worth", 20.0, 0.0, 10000.0, {});
    m_years = field<QSpinBox>(form, "Power counted over", 8, 1, 60, " years");
    m_perKwh = field<QDoubleSpinBox>(form, "Price of a kWh", 0.30, 0.0, 100.0, {});
    for (QDoubleSpinBox* one : {m_distance, m_hour, m_perKwh})
        connect(one, &QDoubleSpinBox::valueChanged, this, &BridgeCard::refresh);
    connect(m_years, &QSpinBox::valueChanged, this, &BridgeCard::refresh);
    for (QComboBox* one : {m_rate, m_dig}) connect(one, &QComboBox::currentIndexChanged, this, &BridgeCard::refresh);
    rows->addLayout(form);
    auto* inside = new QWidget;
    m_rows = column(inside, 0, 4);
    rows->addWidget(inside);
    refresh();
}

void BridgeCard::refresh()
{
    const buy::BridgeQuestion asked{Length::of(m_distance->value()),
                                    gigabits(m_rate->currentData().toDouble()),
                                    m_dig->currentData().toString().toStdString(),
                                    Money::of(m_hour->value()),
                                    m_years->value(),
                                    m_perKwh->value()};
    clear(m_rows);
    const auto found = buy::bridgeAnswer(asked, m_presenter.knowledge());
    if (!found) return m_answer->setText(toQt(found.error().message()));
    m_answer->setText(toQt(found->sentence));
    for (std::size_t i = 0; i < found->options.size(); ++i) {
        const buy::BridgeOption& one = found->options[i];
        const bool isBest = found->best == i;
        const QString line =
            QString("%1%2: %3; %4 to buy, %5 of work, %6 together%7")
                .arg(isBest ? "→ " : "", toQt(one.name), toQt(text::rate(one.rate)), toQt(buy::amountText(one.buy)),
                     toQt(text::duration(Duration::of(60 * one.minutes))), toQt(buy::amountText(one.total)),
                     one.why.empty() ? QString() : "; not enough: " + toQt(one.why));
        m_rows->addWidget(label(line, isBest ? "" : "soft", true));
    }
    m_rows->addWidget(label(toQt(buy::roughPrices(m_presenter.knowledge())), "soft", true));
    for (const std::string& caution : found->options[found->best.value_or(0)].cautions)
        m_rows->addWidget(label(toQt(caution), "caution", true));
    fitAgain(m_rows);
}

}  // namespace sokudo::ui
