// SPDX-License-Identifier: GPL-3.0-or-later
// Work on another thread that has an owner: told to stop and waited for when the owner goes.
#pragma once

#include <atomic>
#include <memory>

#include <QMetaObject>
#include <QThreadPool>

#include "app/faults.h"

namespace sokudo::app {

/// One line of work: what is started later makes what was started before stale.
/// A member of the object it works for, declared last, so that it is waited for before anything else goes.
class Work {
public:
    Work() { m_pool.setMaxThreadCount(1); }
    ~Work()
    {
        stop();
        m_pool.clear();
        m_pool.waitForDone();
    }
    Work(const Work&) = delete;
    Work& operator=(const Work&) = delete;

    /// Runs `task(isStopped)` on another thread and hands what it gives to `done` on the owner's thread, unless it was
    /// stopped by then. The task holds all that it reads. What it throws is reported, and `done` is not called.
    template <class Task, class Done>
    void start(QObject& owner, Task task, Done done)
    {
        stop();
        m_stop = std::make_shared<std::atomic<bool>>(false);
        m_pool.start([target = &owner, isStopped = m_stop, task = std::move(task), done = std::move(done)]() mutable {
            if (*isStopped) return;
            try {
                auto result = std::make_shared<decltype(task(*isStopped))>(task(*isStopped));
                const auto hand = [isStopped, result, done] {
                    if (!*isStopped) done(std::move(*result));
                };
                QMetaObject::invokeMethod(target, hand, Qt::QueuedConnection);
            } catch (...) {
                reportFault(placeOf(typeid(task)), std::current_exception());
            }
        });
    }
    void stop()
    {
        if (m_stop) *m_stop = true;
    }
    /// For tests and the end of a program.
    void wait() { m_pool.waitForDone(); }

private:
    QThreadPool m_pool;
    std::shared_ptr<std::atomic<bool>> m_stop;
};

}  // namespace sokudo::app
