// SPDX-License-Identifier: GPL-3.0-or-later
// The feed tree over the drawn house, with watts, a year's energy and its price; what is wrong with it below.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

class QLabel;
class QTreeWidget;
class QTreeWidgetItem;

namespace sokudo::ui {

class HouseView;
class JudgementList;

class FeedsPane final : public QWidget {
    Q_OBJECT
public:
    explicit FeedsPane(app::PowerPresenter&, QWidget* parent = nullptr);
    QTreeWidget& tree() { return *m_tree; }
    HouseView& house() { return *m_house; }

private:
    void makeTree();
    void refresh();
    void addBranch(QTreeWidgetItem* parent, int node);
    void addUnknown();
    app::PowerPresenter& m_presenter;
    HouseView* m_house;
    QLabel* m_title;
    QLabel* m_sum;
    QTreeWidget* m_tree;
    JudgementList* m_judgements;
};

}  // namespace sokudo::ui
