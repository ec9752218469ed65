// SPDX-License-Identifier: GPL-3.0-or-later
// The application, in which what an event's code throws ends that event and not the window.
#pragma once

#include <QApplication>
#include <QEvent>

#include "app/faults.h"

namespace sokudo::ui {

class GuardedApplication final : public QApplication {
public:
    using QApplication::QApplication;
    bool notify(QObject* receiver, QEvent* event) override
    {
        try {
            return QApplication::notify(receiver, event);
        } catch (...) {
            app::reportFault("an event of the kind " + std::to_string(event->type()) + " of a " +
                                 receiver->metaObject()->className(),
                             std::current_exception());
        }
        return false;
    }
};

}  // namespace sokudo::ui
