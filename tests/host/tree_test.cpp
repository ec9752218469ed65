// SPDX-License-Identifier: GPL-3.0-or-later
#include <QTemporaryDir>

#include "host/tree.h"
#include "testing.h"

using namespace sokudo::host;
using sokudo::testing::toQt;

class TreeTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void readsBelowItsRoot()
    {
        QTemporaryDir folder;
        QVERIFY(QDir(folder.path()).mkpath("sys/b"));
        QFile file(folder.filePath("sys/a"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("42\nsecond\n");
        file.close();
        QVERIFY(QFile::link("a", folder.filePath("sys/link")));
        const Tree tree(folder.path().toStdString());
        QVERIFY(!tree.isThisMachine());
        QCOMPARE(toQt(*tree.line("sys/a")), "42");
        QCOMPARE(*tree.whole("sys/a"), std::int64_t{42});
        QCOMPARE(toQt(*tree.content("sys/a")), "42\nsecond\n");
        QCOMPARE(tree.list("sys").size(), std::size_t{3});
        QCOMPARE(toQt(*tree.resolved("sys/link")), "sys/a");
        QVERIFY(!tree.line("sys/none") && !tree.whole("sys/b") && !tree.resolved("sys/none"));
        QVERIFY(tree.list("nowhere").empty());
    }
};

SOKUDO_TEST(TreeTest)
#include "tree_test.moc"
