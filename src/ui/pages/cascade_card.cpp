// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/cascade_card.h"

#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QSignalBlocker>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/buy/cascade.h"
#include "core/buy/prices.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

CascadeCard::CascadeCard(app::BuyPresenter& presenter, QWidget* parent) : QFrame(parent), m_presenter(presenter)
{
    setProperty("kind", "card");
    auto* rows = column(this, 16, 8);
    rows->addWidget(label("A faster card: what else must change?", "title"));
    m_answer = label("", "heading", true);
    rows->addWidget(m_answer);
    auto* form = new QFormLayout;
    m_host = new QComboBox;
    m_host->setAccessibleName("Into");
    form->addRow("Into", m_host);
    m_card = new QComboBox;
    m_card->setAccessibleName("Card");
    for (const kb::Gear& row : presenter.knowledge().all<kb::Gear>())
        if (row.kind == "card") m_card->addItem(toQt(row.name), toQt(row.id));
    m_card->setCurrentIndex(std::max(0, m_card->findData("card-25")));
    form->addRow("Card", m_card);
    rows->addLayout(form);
    auto* inside = new QWidget;
    m_rows = column(inside, 0, 4);
    rows->addWidget(inside);
    connect(m_host, &QComboBox::currentIndexChanged, this, &CascadeCard::refresh);
    connect(m_card, &QComboBox::currentIndexChanged, this, &CascadeCard::refresh);
    connect(&presenter, &app::BuyPresenter::changed, this, &CascadeCard::fillHosts);
    fillHosts();
}

void CascadeCard::fillHosts()
{
    const QVariant chosen = m_host->currentData();
    {
        const QSignalBlocker quiet(m_host);
        m_host->clear();
        for (const plan::Device& device : m_presenter.house().devices)
            if (plan::isHost(device.role) && !plan::slotsOf(m_presenter.house(), device.id).empty())
                m_host->addItem(toQt(device.name), QVariant::fromValue<qlonglong>(device.id.value));
        if (const int at = m_host->findData(chosen); at >= 0) m_host->setCurrentIndex(at);
    }
    refresh();
}

void CascadeCard::refresh()
{
    clear(m_rows);
    const auto* gear = m_presenter.knowledge().find<kb::Gear>(m_card->currentData().toString().toStdString());
    if (m_host->count() == 0 || !gear)
        return m_answer->setText("No computer or storage has a slot yet: note one in Survey.");
    const auto found =
        buy::cascadeOf(m_presenter.house(), {m_host->currentData().toLongLong()}, *gear, m_presenter.knowledge());
    if (!found) return m_answer->setText(toQt(found.error().message()));
    m_answer->setText(toQt(found->sentence));
    for (const buy::CascadeWay& way : found->ways) {
        m_rows->addWidget(
            label(QString("%1: %2; %3%4")
                      .arg(toQt(way.title), toQt(text::rate(way.carries)), toQt(buy::amountText(way.least)),
                           way.most > way.least ? " to " + toQt(buy::amountText(way.most)) : QString()),
                  "", true));
        for (const buy::CascadeStep& step : way.steps)
            m_rows->addWidget(
                label(QString("%1 %2: %3")
                          .arg(step.isMaybe ? "perhaps" : "also", toQt(step.what), toQt(buy::amountText(step.price))),
                      "soft", true));
    }
    for (const text::Sentence& one : found->refused) m_rows->addWidget(label("Not here: " + toQt(one), "soft", true));
    m_rows->addWidget(label(toQt(buy::roughPrices(m_presenter.knowledge())), "soft", true));
    m_rows->addWidget(label(toQt(found->caution), "caution", true));
    fitAgain(m_rows);
}

}  // namespace sokudo::ui
