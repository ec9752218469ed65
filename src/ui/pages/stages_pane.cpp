// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/stages_pane.h"

#include <QDoubleSpinBox>
#include <QHBoxLayout>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/month_scale.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

StagesPane::StagesPane(app::BuyPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 0);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(20, 12, 20, 4);
    row->setSpacing(8);
    row->addWidget(label("What a month brings"));
    m_monthly = new QDoubleSpinBox;
    m_monthly->setRange(0, 100000);
    m_monthly->setDecimals(2);
    m_monthly->setSpecialValueText("one stage a month");
    m_monthly->setAccessibleName("What a month brings");
    row->addWidget(m_monthly);
    row->addWidget(button("Find the best order", "main", [this] { ask(); }));
    row->addStretch(1);
    all->addLayout(row);
    m_rows = new ScrollColumn(20, 8);
    all->addWidget(m_rows, 1);
    connect(&presenter.stages(), &app::StagesPresenter::changed, this, &StagesPane::refresh);
    connect(&presenter, &app::BuyPresenter::changed, this, &StagesPane::refresh);
    if (const auto monthly = presenter.stages().monthly(presenter.chosen())) m_monthly->setValue(monthly->in());
    refresh();
}

void StagesPane::ask()
{
    m_presenter.planStages(m_monthly->value() > 0 ? std::optional(Money::of(m_monthly->value())) : std::nullopt);
}

void StagesPane::refresh()
{
    auto& rows = m_rows->rows();
    clear(&rows);
    const auto& found = m_presenter.stages().stages();
    QString name;
    for (const store::Version& one : m_presenter.variants())
        if (one.id == m_presenter.chosen()) name = toQt(one.name);
    if (m_presenter.stages().isPlanning())
        rows.addWidget(label("Weighing the orders of “" + name + "” …", "title", true));
    else if (!m_presenter.stages().problem().isEmpty()) {
        rows.addWidget(label("No order", "title"));
        rows.addWidget(label(m_presenter.stages().problem(), "bad", true));
    } else if (!found) {
        rows.addWidget(
            label(name.isEmpty() ? QString("Choose a variant first") : "“" + name + "” in stages", "title", true));
        rows.addWidget(
            label("What can be bought and built by itself, in the order that saves most hours on the way. After "
                  "every stage all works that works now.",
                  "soft", true));
    } else {
        rows.addWidget(label(toQt(found->sentence), "title", true));
        rows.addWidget(label(QString("%1 part houses judged. %2")
                                 .arg(found->weighed)
                                 .arg(found->isExact ? "No other order saves more by the time it is all built."
                                                     : "More than ten stages: the best next one was taken each time."),
                             "soft", true));
        const buy::CurrencyConverter converter = m_presenter.converter();
        std::vector<MonthScale::Bar> bars;
        int before = 0;
        for (const buy::PlannedStage& one : found->order) {
            bars.push_back({toQt(found->stages[one.stage].what), toQt(converter.text(one.cost)),
                            QString("then %1 h a month saved").arg(toQt(text::number(one.hoursPerMonth, 3))), before,
                            one.month});
            before = one.month;
        }
        auto* scale = new MonthScale;
        scale->setContent(std::move(bars));
        rows.addWidget(scale);
        for (const text::Sentence& note : found->notes) rows.addWidget(label(toQt(note), "soft", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

}  // namespace sokudo::ui
