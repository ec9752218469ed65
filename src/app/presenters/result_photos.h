// SPDX-License-Identifier: GPL-3.0-or-later
// Photos of test results, made smaller and freed of the place they were taken at.
#pragma once

#include <functional>
#include <optional>

#include <QByteArray>

#include "app/document.h"
#include "core/cabletest/test_results.h"

namespace sokudo::app {

class ResultPhotos final : public QObject {
    Q_OBJECT
public:
    explicit ResultPhotos(Document& document) : m_document(document) {}
    /// Reads one for the result that is typed next; `says` tells how it went.
    void take(const QString& path);
    const std::optional<plan::Photo>& taken() const { return m_taken; }
    void drop();
    /// Reads one and puts it to a result.
    void attach(const QString& path, plan::CableTestId);
    bool isReading() const { return m_isReading; }
    QString says() const { return m_says; }
    struct Shown {
        QString of, caption;  ///< the result, and what is to be seen
        QByteArray jpeg;
    };
    /// Of all results of a run, newest first. @param run  null: none
    std::vector<Shown> of(const cabletest::RunTests* run) const;

Q_SIGNALS:
    void changed();

private:
    void read(const QString& path, std::function<void(plan::Photo)> then);
    Document& m_document;
    std::optional<plan::Photo> m_taken;
    QString m_says;
    bool m_isReading = false;
    Work m_reading;
};

}  // namespace sokudo::app
