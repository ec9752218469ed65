// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/backup_internet_pane.h"

#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QHBoxLayout>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/power/backup_internet.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::toQt;

BackupInternetPane::BackupInternetPane(app::PowerPresenter& presenter, QWidget* parent)
    : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(20, 12, 20, 12);
    all->setSpacing(30);
    all->addWidget(fields(), 4, Qt::AlignTop);
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    m_answer = label("", "title");
    m_bill = label("", "", true);
    m_outage = label("", "", true);
    m_breakEven = label("", "heading", true);
    m_working = label("", "soft", true);
    m_carries = label("", "", true);
    for (QLabel* one : {m_answer, m_bill, m_outage, m_breakEven, m_working}) right->addWidget(one);
    right->addSpacing(10);
    right->addWidget(label("What it carries", "heading"));
    right->addWidget(m_carries);
    right->addWidget(
        label("Have the gateway change over by itself, try it twice a year, and never use it as the main way: "
              "its rate and delay change by the hour. Providers need days for a repair; plan for three.",
              "soft", true));
    right->addStretch(1);
    all->addLayout(right, 5);
    connect(&presenter, &app::PowerPresenter::changed, this, &BackupInternetPane::refresh);
    refresh();
}

QWidget* BackupInternetPane::fields()
{
    auto* box = frame("card");
    auto* rows = column(box, 16, 8);
    rows->addWidget(label("A second way to the internet", "title"));
    auto* form = new QFormLayout;
    const auto field = [&](const char* name, double value, double most, int digits, const QString& suffix) {
        auto* spin = new QDoubleSpinBox;
        spin->setRange(0, most);
        spin->setDecimals(digits);
        spin->setValue(value);
        spin->setSuffix(suffix);
        spin->setAccessibleName(name);
        connect(spin, &QDoubleSpinBox::valueChanged, this, [this] {
            m_isTouched = true;
            compute();
        });
        form->addRow(name, spin);
        return spin;
    };
    m_fee = field("Fee a month", 10, 1000, 2, {});
    m_included = field("Volume included a month", 10, 100000, 0, "\u202fGB");
    m_perGb = field("Price of a GB beyond", 2, 1000, 2, {});
    m_rate = field("Its rate", 40, 10000, 0, "\u202fMb/s");
    m_days = field("Days of outage a year", 3, 366, 1, {});
    m_people = new QSpinBox;
    m_people->setRange(1, 1000);
    m_people->setValue(3);
    m_people->setAccessibleName("People");
    connect(m_people, &QSpinBox::valueChanged, this, &BackupInternetPane::compute);
    form->addRow("People", m_people);
    m_each = field("Each uses a day", 2, 10000, 1, "\u202fGB");
    m_value = field("A day without costs each", 40, 100000, 0, {});
    rows->addLayout(form);
    rows->addWidget(
        label("In your own currency. A service of the house with “Second way” fills the tariff in.", "soft", true));
    rows->addStretch(1);
    m_isTouched = false;
    return box;
}

void BackupInternetPane::refresh()
{
    for (const plan::Service& service : m_presenter.plan().services) {
        if (!service.isBackup || m_isTouched) continue;
        if (service.fee) m_fee->setValue(service.fee->in());
        if (service.included) m_included->setValue(service.included->in() / 1e9);
        if (service.unitPrice) m_perGb->setValue(service.unitPrice->in());
        m_isTouched = false;
    }
    compute();
}

void BackupInternetPane::compute()
{
    const auto worth =
        power::backupWorth({m_fee->value(), DataSize::of(m_included->value() * 1e9), m_perGb->value()},
                           {m_days->value(), m_people->value(), DataSize::of(m_each->value() * 1e9), m_value->value()});
    if (!worth) return m_answer->setText(toQt(worth.error().what.text()));
    m_answer->setText(worth->outage >= worth->bill ? "It pays" : "It does not pay");
    m_bill->setText(
        QString("A year with it costs %1, with %2 used in %3 days.")
            .arg(app::priceText(worth->bill), toQt(text::size(worth->used)), toQt(text::number(m_days->value()))));
    m_outage->setText(QString("A year without it costs %1.").arg(app::priceText(worth->outage)));
    m_breakEven->setText(
        worth->breakEven ? QString("Break-even: %1 %2 of outage a year.")
                               .arg(toQt(text::number(*worth->breakEven, 3)), *worth->breakEven == 1 ? "day" : "days")
                         : QString("It never pays: its volume costs more than the days are worth."));
    m_working->setText(toQt(worth->working));
    QStringList carries;
    const DataSize daily = DataSize::of(worth->used.in() / std::max(0.1, m_days->value()));
    carries << QString("%1 a day for %2 people").arg(toQt(text::size(daily))).arg(m_people->value());
    if (const auto& line = m_presenter.outage().timeLine())
        for (const power::ServiceLine& one : line->services)
            if (one.service == power::HouseService::Internet && one.goneAt())
                carries << QString("The way there is goes with the mains: %1").arg(toQt(one.whyAt(line->end)));
    carries << m_presenter.carriedBy(BitRate::of(m_rate->value() * 1e6));
    m_carries->setText(carries.join("\n"));
}

}  // namespace sokudo::ui
