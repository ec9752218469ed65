// SPDX-License-Identifier: GPL-3.0-or-later
// Bringing gear up: one device at a time with its clock, its lights, and what is read at both ends.
#pragma once

#include <map>

#include <QWidget>

#include "app/presenters/bring_up_presenter.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace sokudo::ui {

class ScrollColumn;

class BringUpPane final : public QWidget {
    Q_OBJECT
public:
    explicit BringUpPane(app::BringUpPresenter&, QWidget* parent = nullptr);
    QString savePdf(const QString& path) const;

private:
    QWidget* middle();
    QLayout* clockButtons();
    QWidget* side();
    QLayout* probe();
    void refresh();
    void fillOrder();
    void fillDevice();
    QWidget* counters(plan::PortId, const QString& name);
    QLayout* elsewhere();
    void fillEnd(const bringup::EndReadings&);
    void fillReadings();
    void fillSettings();
    void fillAddresses();
    void showClock();
    void showPath();
    /// How a device is read that is not this machine.
    struct Elsewhere {
        int way = 0;  ///< 0 agent, 1 switch
        QString address, secret;
    };
    app::BringUpPresenter& m_presenter;
    std::map<plan::DeviceId, Elsewhere> m_elsewhere;
    ScrollColumn *m_order, *m_side;
    QVBoxLayout *m_steps, *m_readings, *m_settings;
    QLabel *m_title, *m_online, *m_time, *m_says, *m_problem, *m_path, *m_probeSays;
    QPushButton *m_start, *m_works, *m_probe;
    QCheckBox *m_sound, *m_restart;
    QComboBox *m_from, *m_to;
    QLineEdit* m_host;
};

}  // namespace sokudo::ui
