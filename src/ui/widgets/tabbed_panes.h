// SPDX-License-Identifier: GPL-3.0-or-later
// Panes of a bench under a row of tabs, each built when it is first shown.
#pragma once

#include <QList>
#include <QWidget>

#include "ui/widgets/lazy_stack.h"

class QPushButton;

namespace sokudo::ui {

class TabbedPanes final : public QWidget {
    Q_OBJECT
public:
    struct Name {
        const char *title, *keys;
        const char* shorter;  ///< where text is very large
    };
    explicit TabbedPanes(const std::vector<Name>&, QWidget* parent = nullptr);
    /// In the order of the names.
    void addLater(LazyStack::Make make) { m_panes->addLater(std::move(make)); }
    void showPane(int);
    int current() const { return m_panes->currentIndex(); }
    /// A pane that was not shown yet is built by the asking.
    QWidget* pane(int index) { return m_panes->page(index); }

private:
    LazyStack* m_panes;
    QList<QPushButton*> m_tabs;
};

}  // namespace sokudo::ui
