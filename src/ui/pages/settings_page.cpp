// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/settings_page.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QScrollArea>

#include "app/qt_text.h"
#include "core/kb/trade_rows.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::Preferences;
using app::preferences;
using app::toQt;

namespace {

QComboBox* choice(const QString& name, const QStringList& entries, int current)
{
    auto* box = new QComboBox;
    box->addItems(entries);
    box->setCurrentIndex(current);
    box->setAccessibleName(name);
    box->setMinimumWidth(scaled(220));
    return box;
}

QFormLayout* group(QVBoxLayout* all, const QString& heading)
{
    all->addSpacing(14);
    all->addWidget(label(heading, "heading"));
    auto* form = new QFormLayout;
    form->setLabelAlignment(Qt::AlignLeft);
    form->setFieldGrowthPolicy(QFormLayout::FieldsStayAtSizeHint);
    form->setHorizontalSpacing(24);
    form->setVerticalSpacing(8);
    all->addLayout(form);
    return form;
}

/// Names of one width, so that the fields of all groups stand in one line.
QLabel* fieldName(const QString& text)
{
    auto* made = label(text);
    made->setMinimumWidth(scaled(180));
    return made;
}

}  // namespace

SettingsPage::SettingsPage(const kb::KnowledgeBase& kb, std::function<void()> taken, QWidget* parent)
    : QWidget(parent), m_kb(kb), m_taken(std::move(taken))
{
    auto* outer = column(this, 0, 0);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inside = new QWidget;
    auto* all = column(inside, 40, 8);
    all->addWidget(label("Settings", "title"));
    all->addWidget(label("They count for all houses and are taken at once.", "soft"));
    all->addWidget(look());
    all->addWidget(figures());
    all->addWidget(practices());
    all->addStretch(1);
    scroll->setWidget(inside);
    outer->addWidget(scroll);
}

void SettingsPage::take(const std::function<void(Preferences&)>& change)
{
    Preferences next = preferences();
    change(next);
    if (next == preferences()) return;
    app::setPreferences(next);
    m_taken();
}

QWidget* SettingsPage::look()
{
    auto* holder = new QWidget;
    auto* form = group(column(holder, 0, 6), "On screen");
    auto* look = choice("Theme", {"Light", "Dark", "As the desktop"}, static_cast<int>(preferences().look));
    connect(look, &QComboBox::activated, this,
            [this](int at) { take([at](Preferences& p) { p.look = static_cast<app::Look>(at); }); });
    form->addRow(fieldName("Theme"), look);
    const QList<int> sizes{100, 110, 125, 150, 175, 200};
    QStringList shown;
    for (int size : sizes) shown << QString("%1 %").arg(size);
    auto* size =
        choice("Text size", shown, static_cast<int>(std::max<qsizetype>(0, sizes.indexOf(preferences().textPercent))));
    connect(size, &QComboBox::activated, this,
            [this, sizes](int at) { take([&](Preferences& p) { p.textPercent = sizes[at]; }); });
    form->addRow(fieldName("Text size"), size);
    return holder;
}

QWidget* SettingsPage::figures()
{
    auto* holder = new QWidget;
    auto* form = group(column(holder, 0, 6), "Figures");
    auto* lengths = choice("Lengths", {"Metres", "Feet"}, static_cast<int>(preferences().lengths));
    lengths->setToolTip("Whatever is chosen, both can be typed: 12 m, 40 ft");
    connect(lengths, &QComboBox::activated, this,
            [this](int at) { take([at](Preferences& p) { p.lengths = static_cast<app::LengthUnit>(at); }); });
    form->addRow(fieldName("Lengths"), lengths);
    auto* times = choice("Times", {"Universal time (UTC)", "Time of the desktop"}, preferences().isOwnTime);
    connect(times, &QComboBox::activated, this,
            [this](int at) { take([at](Preferences& p) { p.isOwnTime = at == 1; }); });
    form->addRow(fieldName("Times"), times);
    auto* dates = choice("Dates", {"2026-11-28", "28.11.2026", "28/11/2026", "11/28/2026"},
                         static_cast<int>(preferences().dates));
    connect(dates, &QComboBox::activated, this,
            [this](int at) { take([at](Preferences& p) { p.dates = static_cast<app::DateForm>(at); }); });
    form->addRow(fieldName("Dates"), dates);
    auto* currency = new QLineEdit(preferences().currency);
    currency->setAccessibleName("Currency");
    currency->setMaxLength(8);
    currency->setFixedWidth(scaled(90));
    currency->setPlaceholderText("none");
    connect(currency, &QLineEdit::editingFinished, this,
            [this, currency] { take([&](Preferences& p) { p.currency = currency->text().trimmed(); }); });
    form->addRow(fieldName("Currency"), currency);
    auto* tariff = new QDoubleSpinBox;
    tariff->setAccessibleName("Price of a kilowatt-hour");
    tariff->setDecimals(3);
    tariff->setRange(0, 1000);
    tariff->setValue(preferences().tariff);
    tariff->setSpecialValueText("not known");
    tariff->setSuffix(QString(" %1 a kWh").arg(preferences().currency).replace("  ", " "));
    tariff->setFixedWidth(scaled(150));
    connect(tariff, &QDoubleSpinBox::editingFinished, this,
            [this, tariff] { take([&](Preferences& p) { p.tariff = tariff->value(); }); });
    form->addRow(fieldName("Price of electricity"), tariff);
    return holder;
}

/// Where practitioners differ: which answer is put first.
QWidget* SettingsPage::practices()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 6);
    all->addSpacing(14);
    all->addWidget(label("Where practitioners differ", "heading"));
    all->addWidget(label(
        "Sokudo shows both answers. The one you choose is put first, from the next start of the program on.", "soft"));
    for (const kb::Practice& practice : m_kb.all<kb::Practice>()) {
        const bool isOne = practice.usualIsOne;
        auto* box =
            choice(toQt(practice.question), {toQt(practice.one.name), toQt(practice.other.name)}, isOne ? 0 : 1);
        const std::string id = practice.id;
        connect(box, &QComboBox::activated, this,
                [this, id](int at) { take([&](Preferences& p) { p.views[id] = at == 0 ? "one" : "other"; }); });
        auto* row = new QHBoxLayout;
        auto* question = label(toQt(practice.question));
        question->setMinimumWidth(scaled(420));
        row->addWidget(question);
        row->addWidget(box);
        row->addStretch(1);
        all->addLayout(row);
        all->addWidget(label(toQt(practice.why), "soft", true));
    }
    return holder;
}

}  // namespace sokudo::ui
