// SPDX-License-Identifier: GPL-3.0-or-later
// Exports are written whole or not at all, and never over a project; files are read whatever stands under their name.
#include <sys/stat.h>
#include <unistd.h>

#include <QDir>
#include <QElapsedTimer>
#include <QTemporaryDir>

#include "store/new_file.h"
#include "store/project_file.h"
#include "store/whole_file.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::store;
using sokudo::testing::toQt;

class NewFileTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    std::string in(const char* name) { return m_folder.filePath(name).toStdString(); }
    static QByteArray bytesOf(const std::string& path)
    {
        QFile file(toQt(path));
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }

private Q_SLOTS:
    void aFileIsReplacedWhole()
    {
        const std::string path = in("a.json");
        QVERIFY(writeWhole(path, "one"));
        QVERIFY(writeWhole(path, "two"));
        QCOMPARE(bytesOf(path), QByteArray("two"));
        QCOMPARE(QDir(m_folder.path()).entryList({"a.json*"}).size(), 1);
        struct stat state {};
        QCOMPARE(::stat(path.c_str(), &state), 0);
        QVERIFY((state.st_mode & S_IRUSR) && (state.st_mode & S_IWUSR));
    }
    /// A house tells where things stand and how to log in: it is its owner's alone, and so is what exports that.
    void aProjectIsItsOwnersAlone()
    {
        const auto mode = [](const std::string& path) {
            struct stat state {};
            return ::stat(path.c_str(), &state) == 0 ? state.st_mode & 0777 : 0;
        };
        QVERIFY(ProjectFile::create(in("own.sokudo"), {}));
        QCOMPARE(mode(in("own.sokudo")), mode_t{0600});
        QVERIFY(writeWhole(in("private.json"), "x", NewFile::Readers::Owner));
        QCOMPARE(mode(in("private.json")), mode_t{0600});
        const mode_t mask = ::umask(022);
        QVERIFY(writeWhole(in("open.json"), "x"));
        ::umask(mask);
        QCOMPARE(mode(in("open.json")), mode_t{0644});
    }
    void aLinkStaysALink()
    {
        QVERIFY(writeWhole(in("target.json"), "one"));
        QCOMPARE(::symlink(in("target.json").c_str(), in("link.json").c_str()), 0);
        QVERIFY(writeWhole(in("link.json"), "two"));
        QCOMPARE(bytesOf(in("target.json")), QByteArray("two"));
        QVERIFY(QFileInfo(toQt(in("link.json"))).isSymLink());
    }
    void aProjectIsNeverWrittenOver()
    {
        const std::string path = in("house.sokudo");
        QVERIFY(ProjectFile::create(path, {}));
        const QByteArray before = bytesOf(path);
        const auto written = writeWhole(path, "report");
        QVERIFY(!written && toQt(written.error().what.text()).contains("this is a Sokudo project"));
        QCOMPARE(bytesOf(path), before);
    }
    void whatCannotBeWrittenIsSaid()
    {
        const auto said = [](const tl::expected<void, Error>& written) {
            return written ? QString("written") : toQt(written.error().what.text());
        };
        QVERIFY(said(writeWhole("/no/such/folder/x", "a")).contains("no such folder"));
        QVERIFY(said(writeWhole(m_folder.path().toStdString(), "a")).contains("this is a folder"));
        QVERIFY(said(writeWhole("/dev/full", "a")).contains("disk is full"));
        QVERIFY(writeWhole("/dev/null", "a"));
    }
    void aPipeWithoutAWriterDoesNotHang()
    {
        const std::string path = in("pipe");
        QCOMPARE(::mkfifo(path.c_str(), 0600), 0);
        QElapsedTimer timer;
        timer.start();
        const auto read = wholeFile(path);
        QVERIFY(!read && toQt(read.error().what.text()).contains("nobody writes"));
        QVERIFY(timer.elapsed() < 5000);
        QVERIFY(toQt(wholeFile(m_folder.path().toStdString()).error().what.text()).contains("folder"));
        QCOMPARE(wholeFile(in("nothing")).error().code, ErrorCode::NotFound);
    }
};

SOKUDO_TEST(NewFileTest)
#include "new_file_test.moc"
