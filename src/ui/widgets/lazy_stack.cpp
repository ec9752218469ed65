// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/lazy_stack.h"

#include <utility>

namespace sokudo::ui {

int LazyStack::addLater(Make make)
{
    m_makers.push_back(std::move(make));
    return addWidget(new QWidget);
}

QWidget* LazyStack::page(int index)
{
    if (const Make make = std::exchange(m_makers[static_cast<std::size_t>(index)], nullptr)) {
        QWidget* standIn = widget(index);
        const bool shown = currentIndex() == index;
        insertWidget(index, make());
        if (shown) setCurrentIndex(index);
        removeWidget(standIn);
        delete standIn;
    }
    return widget(index);
}

void LazyStack::showPage(int index)
{
    page(index);
    setCurrentIndex(index);
}

bool LazyStack::buildNext()
{
    for (int i = 0; i < count(); ++i)
        if (!isBuilt(i)) return page(i) != nullptr;
    return false;
}

}  // namespace sokudo::ui
