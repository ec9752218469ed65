// SPDX-License-Identifier: GPL-3.0-or-later
// Racks from the front and floors from above.
#pragma once

#include <QWidget>

#include "app/presenters/racks_presenter.h"

class QComboBox;
class QHBoxLayout;
class QLabel;
class QVBoxLayout;

namespace sokudo::ui {

class FloorView;
class RackView;

class RacksPane final : public QWidget {
    Q_OBJECT
public:
    explicit RacksPane(app::RacksPresenter&, QWidget* parent = nullptr);
    FloorView& floor() { return *m_floor; }
    std::vector<RackView*> racks() const { return m_racks; }

Q_SIGNALS:
    void chosen(const sokudo::plan::Subject&);

protected:
    void showEvent(QShowEvent*) override;

private:
    void refresh();
    QHBoxLayout* tools();
    void fillRacks();
    void fillFloors();
    void showFloor();
    app::RacksPresenter& m_presenter;
    QVBoxLayout* m_rackColumn;
    std::vector<RackView*> m_racks;
    QComboBox *m_floors, *m_to;
    FloorView* m_floor;
    QLabel* m_distance;
    plan::PlanPtr m_shown;
};

}  // namespace sokudo::ui
