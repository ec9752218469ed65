// SPDX-License-Identifier: GPL-3.0-or-later
// Pages of which each is built when it is first shown, so that a window is there before all of it is needed.
#pragma once

#include <functional>
#include <vector>

#include <QStackedWidget>

namespace sokudo::ui {

class LazyStack : public QStackedWidget {
    Q_OBJECT
public:
    using Make = std::function<QWidget*()>;
    using QStackedWidget::QStackedWidget;
    /// Adds a page that `make` builds later; returns its index.
    int addLater(Make make);
    /// The page, built now if it was not yet.
    QWidget* page(int index);
    bool isBuilt(int index) const { return !m_makers[static_cast<std::size_t>(index)]; }
    /// Builds the page if need be and shows it.
    void showPage(int index);
    /// Builds the first page that is still missing; false when none is.
    bool buildNext();

private:
    std::vector<Make> m_makers;  ///< empty once built
};

}  // namespace sokudo::ui
