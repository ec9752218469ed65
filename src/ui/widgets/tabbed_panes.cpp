// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/tabbed_panes.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

TabbedPanes::TabbedPanes(const std::vector<Name>& names, QWidget* parent) : QWidget(parent)
{
    auto* all = column(this, 0, 0);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(14, 4, 20, 0);
    row->setSpacing(0);
    for (const Name& one : names) {
        const int at = static_cast<int>(m_tabs.size());
        auto* tab = button(isVeryLarge() ? one.shorter : one.title, "bench", [this, at] { showPane(at); });
        tab->setCheckable(true);
        tab->setAccessibleName(one.title);
        tab->setShortcut(QKeySequence(one.keys));
        tab->setToolTip(QString(one.title) + " (" + one.keys + ")");
        row->addWidget(tab);
        m_tabs << tab;
    }
    row->addStretch(1);
    all->addLayout(row);
    all->addWidget(frame("line"));
    m_panes = new LazyStack;
    all->addWidget(m_panes, 1);
}

void TabbedPanes::showPane(int index)
{
    m_panes->showPage(index);
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(i == index);
}

}  // namespace sokudo::ui
