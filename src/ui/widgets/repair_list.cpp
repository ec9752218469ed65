// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/repair_list.h"

#include <QHBoxLayout>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

RepairList::RepairList(app::PowerPresenter& presenter, app::RepairsPresenter& repairs, int most, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_repairs(repairs), m_most(most)
{
    auto* all = column(this, 0, 6);
    auto* head = new QHBoxLayout;
    head->addWidget(label("Repairs, cheapest first", "heading"));
    head->addStretch(1);
    all->addLayout(head);
    m_note = label("", "soft", true);
    all->addWidget(m_note);
    m_cards = new QVBoxLayout;
    m_cards->setSpacing(6);
    all->addLayout(m_cards);
    connect(&repairs, &app::RepairsPresenter::changed, this, &RepairList::refresh);
    refresh();
}

QWidget* RepairList::card(int number)
{
    const power::Repair& repair = m_repairs.repairs()[static_cast<std::size_t>(number)];
    auto* box = frame(number == 0 ? "first" : "card");
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(12, 7, 10, 7);
    row->setSpacing(10);
    auto* words = new QVBoxLayout;
    words->setSpacing(1);
    words->addWidget(label(toQt(repair.what), "heading", true));
    words->addWidget(label(toQt(repair.gain), "soft", true));
    if (const QString caution = m_presenter.caution(repair.caution); !caution.isEmpty())
        words->addWidget(label(caution, "caution", true));
    row->addLayout(words, 1);
    auto* price = label(repair.price > 0 ? app::priceText(repair.price) : QString("free"), "figure");
    price->setToolTip("A rough price");
    row->addWidget(price);
    auto* use = button("Use this", number == 0 ? "main" : "", [this, number] { m_repairs.use(number); });
    use->setAccessibleName("Use this: " + toQt(repair.what));
    row->addWidget(use);
    return box;
}

void RepairList::refresh()
{
    clear(m_cards);
    const int count = static_cast<int>(m_repairs.repairs().size());
    if (m_repairs.isSearching()) {
        m_note->setText("Trying repairs on a copy of the house …");
        m_cards->addWidget(button("Stop", "", [this] { m_repairs.stop(); }), 0, Qt::AlignLeft);
        return;
    }
    m_note->setText(count == 0 ? QString("No repair that Sokudo knows makes it better.")
                               : QString("Each was tried on a copy of the house and judged again. Prices are rough."));
    for (int i = 0; i < std::min(count, m_most); ++i) m_cards->addWidget(card(i));
    if (count > m_most) m_cards->addWidget(label(QString("and %1 more, dearer").arg(count - m_most), "soft"));
    fitAgain(m_cards);
}

}  // namespace sokudo::ui
