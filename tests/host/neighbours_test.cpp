// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/neighbours.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>

#include "testing.h"

using namespace sokudo;
using sokudo::testing::toQt;

class NeighboursTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_root;
    void put(const QString& path, const QByteArray& content)
    {
        QDir().mkpath(QFileInfo(m_root.filePath(path)).path());
        QFile file(m_root.filePath(path));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(content) == content.size());
    }
private Q_SLOTS:
    void aMachineWithoutAnythingHasSeenNobody()
    {
        const auto seen = host::seenHosts(m_root.path().toStdString());
        QVERIFY(seen.hosts.empty() && seen.from.empty() && seen.makers.empty() && seen.unread.empty());
    }
    void theTableAndLeasesOfBothShapes()
    {
        put("proc/net/arp",
            "IP address HW type Flags HW address Mask Device\n10.0.0.7 0x1 0x2 06:12:34:56:78:9a * lan0\n");
        put("var/lib/misc/lan.leases", "1732780000 06:12:34:56:78:9a 10.0.0.7 tablet *\n");
        put("var/lib/misc/notes.txt", "1732780000 06:12:34:56:78:9b 10.0.0.8 stray *\n");
        put("var/lib/dhcp/server.leases", "lease 10.0.0.9 {\n  hardware ethernet 06:12:34:56:78:9c;\n}\n");
        put("usr/share/ieee-data/oui.txt", "00-00-5E   (hex)\t\tNumbers Authority\n");
        put("own.txt", "1732780000 06:12:34:56:78:9d 10.0.0.10 * *\n");
        const auto seen = host::seenHosts(m_root.path().toStdString(), {m_root.filePath("own.txt").toStdString()});
        QCOMPARE(seen.hosts.size(), 4u);
        QCOMPARE(seen.from.size(), 4u);
        QVERIFY(toQt(seen.makers).contains("Numbers Authority"));
        const auto wrong = host::seenHosts(m_root.path().toStdString(), {"/no/such/file"});
        QCOMPARE(toQt(wrong.unread.front()), "/no/such/file");
    }
    void theCapturedWorkstation()
    {
        const auto seen = host::seenHosts(testing::sourcePath("data/hosts/platen").toStdString());
        QCOMPARE(seen.hosts.size(), 8u);  // five that answered, three leases
    }
};

SOKUDO_TEST(NeighboursTest)
#include "neighbours_test.moc"
