// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 1: the house in section, an inspector beside it, what is still missing below.
#pragma once

#include <QWidget>

#include "app/presenters/survey_presenter.h"

class QScrollArea;
class QHBoxLayout;
class QLabel;

namespace sokudo::ui {

class Form;
class HouseView;

class SurveyPage final : public QWidget {
    Q_OBJECT
public:
    explicit SurveyPage(app::SurveyPresenter&, QWidget* parent = nullptr);
    void addPlace();
    void addDevice();
    void addRun(plan::PortId from = {}, plan::PortId to = {});
    void readThisMachine();
    void deleteSelected();
    void editSelected();
    HouseView& house() { return *m_house; }

private:
    void refresh();
    void showInspector();
    void showForm(Form*);
    void showHost(const measure::HostSnapshot&);
    void fillFoot();
    QWidget* sections(const app::InspectorContent&);
    QWidget* actions();
    app::SurveyPresenter& m_presenter;
    HouseView* m_house;
    QScrollArea* m_inspector;
    QHBoxLayout* m_foot;
    bool m_formOpen = false;
};

}  // namespace sokudo::ui
