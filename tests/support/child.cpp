// SPDX-License-Identifier: GPL-3.0-or-later
#include "child.h"

#include <QElapsedTimer>
#include <QThread>

#include <csignal>

#include <fcntl.h>
#include <spawn.h>
#include <sys/wait.h>

namespace sokudo::testing {

namespace {

/// Texts as the null-ended list of C strings that they are handed over as.
class CList {
public:
    explicit CList(const QStringList& texts)
    {
        for (const QString& text : texts) m_texts.push_back(text.toLocal8Bit());
        for (QByteArray& text : m_texts) m_list.push_back(text.data());
        m_list.push_back(nullptr);
    }
    char* const* data() { return m_list.data(); }

private:
    std::vector<QByteArray> m_texts;
    std::vector<char*> m_list;
};

constexpr int kLookEveryMilliseconds = 5;

}  // namespace

Child::~Child()
{
    kill();
    waitForFinished();
}

void Child::start(const QString& program, const QStringList& arguments)
{
    m_exitCode = -1;
    m_outRead = m_errorRead = 0;
    for (QTemporaryFile* file : {&m_out, &m_error}) {
        if (!file->isOpen()) file->open();
        file->resize(0);
    }
    posix_spawn_file_actions_t actions;
    posix_spawn_file_actions_init(&actions);
    const QByteArray out = (m_outFile.isEmpty() ? m_out.fileName() : m_outFile).toLocal8Bit(),
                     error = m_error.fileName().toLocal8Bit();
    posix_spawn_file_actions_addopen(&actions, 0, "/dev/null", O_RDONLY, 0);
    posix_spawn_file_actions_addopen(&actions, 1, out.constData(), O_WRONLY | O_APPEND, 0);
    posix_spawn_file_actions_addopen(&actions, 2, error.constData(), O_WRONLY | O_APPEND, 0);
    CList words(QStringList(program) + arguments), environment(m_environment.toStringList());
    const int problem =
        ::posix_spawnp(&m_pid, program.toLocal8Bit().constData(), &actions, nullptr, words.data(), environment.data());
    posix_spawn_file_actions_destroy(&actions);
    if (problem != 0) qFatal("%s cannot be started", qPrintable(program));
}

bool Child::waitForFinished(int milliseconds)
{
    if (m_pid == 0) return false;
    QElapsedTimer timer;
    timer.start();
    for (int state = 0;; QThread::msleep(kLookEveryMilliseconds)) {
        if (::waitpid(m_pid, &state, WNOHANG) == m_pid) {
            m_exitCode = WIFEXITED(state) ? WEXITSTATUS(state) : -1;
            m_pid = 0;
            return true;
        }
        if (timer.elapsed() > milliseconds) return false;
    }
}

bool Child::waitForReadyRead(int milliseconds)
{
    QElapsedTimer timer;
    timer.start();
    while (m_out.size() <= m_outRead && m_error.size() <= m_errorRead) {
        if (timer.elapsed() > milliseconds) return false;
        QThread::msleep(kLookEveryMilliseconds);
    }
    return true;
}

QByteArray Child::readFrom(QTemporaryFile& file, qint64& read)
{
    file.seek(read);
    QByteArray text = file.readAll();
    read += text.size();
    return text;
}

void Child::kill()
{
    if (m_pid != 0) ::kill(m_pid, SIGKILL);
}

}  // namespace sokudo::testing
