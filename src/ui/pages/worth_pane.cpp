// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/worth_pane.h"

#include <QDoubleSpinBox>
#include <QHBoxLayout>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/buy/capacity.h"
#include "core/buy/instruments.h"
#include "core/buy/later.h"
#include "core/buy/prices.h"
#include "ui/pages/bridge_card.h"
#include "ui/pages/cascade_card.h"
#include "ui/theme.h"
#include "ui/widgets/form_field.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

WorthPane::WorthPane(app::BuyPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 0);
    auto* scroll = new ScrollColumn(20, 14);
    const auto direction = isVeryLarge() ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight;
    const Qt::Alignment side = isVeryLarge() ? Qt::Alignment() : Qt::AlignTop;
    auto* row = new QBoxLayout(direction);
    row->setSpacing(20);
    row->addWidget(later(), 1, side);
    row->addWidget(instruments(), 1, side);
    scroll->rows().addLayout(row);
    auto* second = new QBoxLayout(direction);
    second->setSpacing(20);
    second->addWidget(new CascadeCard(presenter), 1, side);
    second->addWidget(new BridgeCard(presenter), 1, side);
    scroll->rows().addLayout(second);
    scroll->rows().addWidget(storage());
    scroll->rows().addWidget(
        label("Whether a second way to the internet pays: see Power, Backup internet.", "soft", true));
    scroll->rows().addStretch(1);
    all->addWidget(scroll);
    connect(&presenter, &app::BuyPresenter::changed, this, &WorthPane::showStorage);
    showLater();
    showInstruments();
    showStorage();
}

QWidget* WorthPane::later()
{
    auto* box = frame("card");
    auto* rows = column(box, 16, 8);
    rows->addWidget(label("Better now, or again later?", "title"));
    m_laterAnswer = label("", "heading", true);
    rows->addWidget(m_laterAnswer);
    auto* form = new QFormLayout;
    m_premium = field<QDoubleSpinBox>(form, "The better one costs more by", 400.0, 0.0, 1e6, {});
    m_redo = field<QDoubleSpinBox>(form, "Doing it again would cost", 2200.0, 0.0, 1e6, {});
    m_years = field<QSpinBox>(form, "Planned for", 8, 1, 60, " years");
    m_chance = field<QDoubleSpinBox>(form, "It will be needed with", 40.0, 0.0, 100.0, "\u202f%");
    m_discount = field<QDoubleSpinBox>(form, "Discount rate a year", 3.0, 0.0, 50.0, "\u202f%");
    for (QDoubleSpinBox* one : {m_premium, m_redo, m_chance, m_discount})
        connect(one, &QDoubleSpinBox::valueChanged, this, &WorthPane::showLater);
    connect(m_years, &QSpinBox::valueChanged, this, &WorthPane::showLater);
    rows->addLayout(form);
    m_laterSays = label("", "soft", true);
    rows->addWidget(m_laterSays);
    return box;
}

void WorthPane::showLater()
{
    const buy::LaterQuestion question{Money::of(m_premium->value()), Money::of(m_redo->value()), m_years->value(),
                                      m_chance->value() / 100, m_discount->value() / 100};
    const buy::LaterAnswer answer = buy::laterAnswer(question);
    m_laterAnswer->setText(toQt(answer.sentence));
    m_laterSays->setText(
        QString("Waiting costs %1 on average in money of today: the year in which it is needed is equally "
                "likely within the horizon. Doing it again must cost more than %2 for the premium to pay.")
            .arg(toQt(buy::amountText(answer.expected)), toQt(buy::amountText(answer.breakEvenRedo))));
}

QWidget* WorthPane::instruments()
{
    auto* box = frame("card");
    auto* rows = column(box, 16, 8);
    rows->addWidget(label("Which instrument?", "title"));
    m_instrumentAnswer = label("", "heading", true);
    rows->addWidget(m_instrumentAnswer);
    auto* form = new QFormLayout;
    const auto laid = std::max<std::size_t>(1, m_presenter.house().runs.size());
    m_runs = field<QSpinBox>(form, "Runs to test", static_cast<int>(std::min<std::size_t>(10000, laid)), 1, 10000, {});
    m_hour = field<QDoubleSpinBox>(form, "An hour of your work is worth", 0.0, 0.0, 10000.0, {});
    connect(m_runs, &QSpinBox::valueChanged, this, &WorthPane::showInstruments);
    connect(m_hour, &QDoubleSpinBox::valueChanged, this, &WorthPane::showInstruments);
    rows->addLayout(form);
    auto* inside = new QWidget;
    m_instruments = column(inside, 0, 4);
    rows->addWidget(inside);
    return box;
}

void WorthPane::showInstruments()
{
    const auto answer = buy::instrumentsFor(m_runs->value(), Money::of(m_hour->value()), m_presenter.knowledge());
    m_instrumentAnswer->setText(toQt(answer.sentence));
    clear(m_instruments);
    for (const buy::InstrumentChoice& one : answer.choices) {
        QString line = QString("%1%2: buy %3%4; %5 faults unseen; proves %6")
                           .arg(one.isBest ? "→ " : "", toQt(one.kind->name), toQt(buy::amountText(one.buy)),
                                one.borrow ? ", borrow " + toQt(buy::amountText(*one.borrow)) : QString(),
                                toQt(text::number(one.faultsLeft, 2)), toQt(one.kind->proves));
        m_instruments->addWidget(label(line, one.isBest ? "" : "soft", true));
    }
    m_instruments->addWidget(label(toQt(answer.practice), "soft", true));
    m_instruments->addWidget(label(toQt(buy::roughPrices(m_presenter.knowledge())), "soft", true));
}

QWidget* WorthPane::storage()
{
    auto* box = frame("card");
    auto* rows = column(box, 16, 8);
    auto* row = new QHBoxLayout;
    row->addWidget(label("Storage: when is it full, and what to buy?", "title"), 1);
    row->addWidget(label("To last"));
    m_lasts = new QSpinBox;
    m_lasts->setRange(1, 20);
    m_lasts->setValue(4);
    m_lasts->setSuffix(" years");
    m_lasts->setAccessibleName("To last");
    connect(m_lasts, &QSpinBox::valueChanged, this, &WorthPane::showStorage);
    row->addWidget(m_lasts);
    rows->addLayout(row);
    auto* inside = new QWidget;
    m_storage = column(inside, 0, 4);
    rows->addWidget(inside);
    return box;
}

void WorthPane::showStorage()
{
    clear(m_storage);
    const auto answers = buy::storageAnswers(m_presenter.house(), m_lasts->value(), m_presenter.knowledge());
    if (answers.empty())
        m_storage->addWidget(label(
            "No disks of a known size: say how many and how large, such as disks=\"hdd*6 8tb raid6\".", "soft", true));
    for (const buy::StorageAnswer& one : answers) {
        m_storage->addWidget(label(toQt(one.sentence), "heading", true));
        m_storage->addWidget(label(QString("%1 usable in %2 years, four fifths full. By level:")
                                       .arg(toQt(text::size(one.needs)))
                                       .arg(m_lasts->value()),
                                   "soft", true));
        for (const buy::ArrayChoice& choice : one.choices)
            m_storage->addWidget(
                label(QString("%1%2: %3 × %4, %5 usable, %6")
                          .arg(choice.isNow ? "→ " : "", toQt(choice.name))
                          .arg(choice.disks)
                          .arg(toQt(text::size(choice.each)), toQt(text::size(choice.usable)),
                               choice.survives < 1 ? QString("survives no failed disk")
                                                   : QString("survives %1 failed").arg(choice.survives)),
                      "", true));
    }
    fitAgain(m_storage);
}

}  // namespace sokudo::ui
