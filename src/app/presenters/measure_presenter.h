// SPDX-License-Identifier: GPL-3.0-or-later
// Runs tests off the interface thread, reads typed results, imports files; keeps them for the selected path.
#pragma once

#include <thread>

#include "app/document.h"
#include "app/selection.h"
#include "core/kb/stage_rows.h"
#include "core/measure/seams.h"

namespace sokudo::app {

class MeasurePresenter final : public QObject {
    Q_OBJECT
public:
    MeasurePresenter(Document&, Selection&, measure::TrafficRunner&, QObject* parent = nullptr);
    ~MeasurePresenter() override;
    bool isRunning() const { return m_running; }
    /// Starts a test; `progress` follows about ten times a second, then `finished`.
    /// What a test says something about: the selected path, or this machine alone over its loopback.
    enum class Of { Path, ThisMachine };
    void start(const measure::TrafficQuestion&, Of = Of::Path);
    /// The name this machine goes by in the plan; its host name unless set.
    void setMachineName(const QString& name) { m_machineName = name; }
    void cancel() { m_cancel = true; }

    struct Reading {
        bool good = false;
        QString text;
    };
    Reading read(const QString& typed) const;  ///< what a typed result means, or why it is not understood
    bool keepTyped(const QString& typed, const QString& note);
    /// Imports a CSV file's text; all records or none.
    bool importCsv(const QByteArray& content, const QString& name);

    /// What one way of such a test should carry on the selected path; empty: not known.
    std::optional<kb::Band> bandOf(const measure::TrafficQuestion&) const;
    /// The same for a result that is kept.
    std::optional<kb::Band> bandOf(const measure::Trial&) const;

    struct Row {
        QString when, how, result, bytes, standing, note;
        measure::TrialId id;
    };
    std::vector<Row> rows() const;

Q_SIGNALS:
    void started();
    void progress(const sokudo::measure::TrafficSample& sample, double share);
    void finished(const QString& sentence, bool good);
    void message(const QString& text, bool good);
    void changed();

private:
    QString keepOwn(measure::Trial);
    void finish(const measure::TrafficQuestion&, Result<measure::TrafficResult>);
    Document& m_document;
    Selection& m_selection;
    measure::TrafficRunner& m_runner;
    Of m_of = Of::Path;
    QString m_machineName;
    std::thread m_thread;
    std::atomic<bool> m_cancel{false};
    bool m_running = false;
    expect::PathQuestion m_path;
};

}  // namespace sokudo::app
