// SPDX-License-Identifier: GPL-3.0-or-later
// What is selected; it carries over from bench to bench.
#pragma once

#include <QObject>

#include "core/expect/path_expectation.h"

namespace sokudo::app {

class Selection final : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;
    plan::DeviceId device() const { return m_device; }
    plan::RunId run() const { return m_run; }
    const expect::PathQuestion& path() const { return m_path; }

    /// The port that was picked of the selected device; unset: the device as a whole.
    plan::PortId port() const { return m_port; }

    void selectDevice(plan::DeviceId device)
    {
        if (m_device == device && !m_run.isSet() && !m_port.isSet()) return;
        m_device = device;
        m_port = {};
        m_run = {};
        Q_EMIT changed();
    }
    void selectPort(plan::PortId port, plan::DeviceId device)
    {
        m_device = device;
        m_port = port;
        m_run = {};
        Q_EMIT changed();
    }
    void selectRun(plan::RunId run)
    {
        if (m_run == run && !m_device.isSet()) return;
        m_run = run;
        m_port = {};
        m_device = {};
        Q_EMIT changed();
    }
    void clear()
    {
        m_device = {};
        m_port = {};
        m_run = {};
        Q_EMIT changed();
    }
    void setPath(const expect::PathQuestion& path)
    {
        m_path = path;
        Q_EMIT pathChanged();
    }

Q_SIGNALS:
    void changed();
    void pathChanged();

private:
    plan::DeviceId m_device;
    plan::PortId m_port;
    plan::RunId m_run;
    expect::PathQuestion m_path;
};

}  // namespace sokudo::app
