// SPDX-License-Identifier: GPL-3.0-or-later
// A program that a test starts. Named as QProcess names things, and started by posix_spawn: the thread sanitizer's
// runtime cannot follow how Qt starts one.
#pragma once

#include <QProcessEnvironment>
#include <QStringList>
#include <QTemporaryFile>

#include <sys/types.h>

namespace sokudo::testing {

class Child {
public:
    Child() = default;
    /// Ends the program where it still runs.
    ~Child();
    Child(const Child&) = delete;
    Child& operator=(const Child&) = delete;
    void setProcessEnvironment(const QProcessEnvironment& environment) { m_environment = environment; }
    void setStandardOutputFile(const QString& path) { m_outFile = path; }
    void start(const QString& program, const QStringList& arguments);
    /// @return false: it still runs, or was never started
    bool waitForFinished(int milliseconds = 30000);
    /// Until it has written something to its standard output or error that was not read yet.
    bool waitForReadyRead(int milliseconds = 30000);
    /// What it has written since the last reading.
    QByteArray readAllStandardOutput() { return readFrom(m_out, m_outRead); }
    QByteArray readAllStandardError() { return readFrom(m_error, m_errorRead); }
    int exitCode() const { return m_exitCode; }
    qint64 processId() const { return m_pid; }
    void kill();

private:
    static QByteArray readFrom(QTemporaryFile&, qint64& read);
    QProcessEnvironment m_environment = QProcessEnvironment::systemEnvironment();
    QString m_outFile;
    QTemporaryFile m_out, m_error;
    qint64 m_outRead = 0, m_errorRead = 0;
    pid_t m_pid = 0;  ///< 0: none runs
    int m_exitCode = -1;
};

}  // namespace sokudo::testing
