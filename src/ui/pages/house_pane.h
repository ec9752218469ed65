// SPDX-License-Identifier: GPL-3.0-or-later
// The house in section, an inspector beside it, what is still missing below.
#pragma once

#include <functional>

#include <QWidget>

#include "app/presenters/survey_presenter.h"

class QComboBox;
class QGridLayout;
class QScrollArea;
class QHBoxLayout;
class QVBoxLayout;
class QLabel;
class QPushButton;

namespace sokudo::ui {

class Form;
class HouseView;

class HousePane final : public QWidget {
    Q_OBJECT
public:
    /// @param makePath  builds the strip of the selected path, when it is first shown at the foot
    HousePane(app::SurveyPresenter&, std::function<QWidget*()> makePath, QWidget* parent = nullptr);
    void showPath(bool);
    bool isPathShown() const { return m_path && m_path->isVisibleTo(this); }
    void addPlace();
    void addDevice();
    void addRun(plan::PortId from = {}, plan::PortId to = {});
    /// The whole house into a drawing or onto paper.
    void exportDrawing(const QString& path);
    void print();
    void readThisMachine();
    void deleteSelected();
    void editSelected();
    HouseView& house() { return *m_house; }

protected:
    void resizeEvent(QResizeEvent*) override;

private:
    void showSelection();
    void followHouse();
    void refresh();
    void showInspector();
    void showForm(Form*);
    void showRead(const QString& title, const Result<measure::HostSnapshot>&);
    void showHost(const measure::HostSnapshot&);
    void addAgentForm(QVBoxLayout&);
    void fillFoot();
    QWidget* sections(const app::InspectorContent&);
    QWidget* actions();
    QWidget* portActions(const plan::Port&);
    QVBoxLayout* tools();
    void showZoom();
    void go(const plan::Subject&);
    app::SurveyPresenter& m_presenter;
    HouseView* m_house;
    QComboBox* m_layer;
    QPushButton* m_zoom;
    QScrollArea* m_inspector;
    QHBoxLayout* m_foot;
    QVBoxLayout* m_all;
    std::function<QWidget*()> m_makePath;
    QWidget* m_path = nullptr;
    std::pair<plan::DeviceId, plan::RunId> m_revealed;  ///< what was scrolled to last
    bool m_formOpen = false;
};

}  // namespace sokudo::ui
