// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/house_files.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QTemporaryDir>

#include "store/project_file.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::app;
using sokudo::testing::toQt;

class HouseFilesTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    QByteArray m_dataHome = qgetenv("XDG_DATA_HOME");
    store::Project m_demo;
    static QByteArray bytesOf(const QString& path)
    {
        QFile file(path);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }
    static store::Project read(const QString& path)
    {
        auto file = store::ProjectFile::open(path.toStdString());
        if (!file) qFatal("%s", file.error().message().c_str());
        return (*file)->load()->project;
    }
private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_DATA_HOME", m_folder.filePath("data").toUtf8());
        m_demo = *starterHouse("lantern-row");
    }
    void cleanupTestCase() { qputenv("XDG_DATA_HOME", m_dataHome); }

    void aFreshNameForEachHouse_data()
    {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("stem");
        QTest::newRow("plain") << "home"
                               << "home";
        QTest::newRow("words") << "Lantern Row"
                               << "lantern-row";
        QTest::newRow("signs") << "  ../Attic & cellar!  "
                               << "attic-cellar";
        QTest::newRow("nothing usable") << "???"
                                        << "house";
        QTest::newRow("empty") << ""
                               << "house";
    }
    void aFreshNameForEachHouse()
    {
        QFETCH(QString, name);
        QFETCH(QString, stem);
        QCOMPARE(freshPath(name), housesFolder() + "/" + stem + ".sokudo");
    }
    void aNameThatIsTakenIsCounted()
    {
        QVERIFY(saveCopy(m_demo, housesFolder() + "/taken.sokudo"));
        QCOMPARE(freshPath("taken"), housesFolder() + "/taken-2.sokudo");
    }
    void aCopyIsTheSameHouse()
    {
        const auto path = saveCopy(m_demo, m_folder.filePath("deep/er/copy.sokudo"));
        QVERIFY2(path, path ? "" : path.error().message().c_str());
        QVERIFY(read(*path) == m_demo);
        // Never over another file.
        QVERIFY(!saveCopy(m_demo, *path));
        const auto beside = duplicate(m_demo, *path);
        QVERIFY(beside && beside->endsWith("deep/er/copy-copy.sokudo"));
        QVERIFY(duplicate(m_demo, *path)->endsWith("copy-copy-2.sokudo"));
    }
    void exportedAndTakenBack()
    {
        const QString path = m_folder.filePath("out.json");
        const auto said = exportHouse(m_demo, path, {true});
        QVERIFY(said && said->contains(path));
        const auto house = importHouse(path);
        QVERIFY2(house, house ? "" : house.error().message().c_str());
        QCOMPARE(*house, m_folder.filePath("out.sokudo"));
        QVERIFY(read(*house) == m_demo);
        // A second import takes no file that is there.
        QCOMPARE(*importHouse(path), m_folder.filePath("out-2.sokudo"));
    }
    void whatIsPrivateStaysAtHome()
    {
        const QString path = m_folder.filePath("open.json");
        QVERIFY(exportHouse(m_demo, path, {}));
        QVERIFY(!bytesOf(path).contains("10.20.0.2") && !bytesOf(path).contains("keeper"));
        QVERIFY(bytesOf(path).contains("vault"));
    }
    void tablesBesideTheName()
    {
        const auto said = exportHouse(m_demo, m_folder.filePath("sheet.csv"), {});
        QVERIFY(said && said->contains("sheet-tables"));
        const QDir tables(m_folder.filePath("sheet-tables"));
        QCOMPARE(bytesOf(tables.filePath("runs.csv")).count('\n'), 34);  // headings and 26 runs
        QCOMPARE(bytesOf(tables.filePath("devices.csv")).count('\n'), 29);
        QVERIFY(!tables.exists("accesses.csv"));
        QVERIFY(!tables.exists("photos.csv"));  // none is there
    }
    void anotherEndingIsRefused()
    {
        const auto said = exportHouse(m_demo, m_folder.filePath("house.docx"), {});
        QVERIFY(!said && toQt(said.error().message()).contains(".json, .csv or .sokudo"));
        QVERIFY(!QFileInfo::exists(m_folder.filePath("house.docx")));
    }
    void whatIsNoHouseIsRefused()
    {
        QVERIFY(!importHouse(m_folder.filePath("nowhere.json")));
        const QString path = m_folder.filePath("letter.json");
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write("{\"dear\": \"aunt\"}") > 0);
        file.close();
        const auto said = importHouse(path);
        QVERIFY(!said && toQt(said.error().message()).contains("letter.json"));
        QVERIFY(!QFileInfo::exists(m_folder.filePath("letter.sokudo")));
    }
    void aProjectIsTakenAsItIs()
    {
        const auto path = saveCopy(m_demo, m_folder.filePath("own.sokudo"));
        QCOMPARE(*importHouse(*path), *path);
    }
    void theStarters()
    {
        for (const char* id : {"lantern-row", "rented-flat", "test-bench"}) {
            const auto house = starterHouse(id);
            QVERIFY2(house && !house->plan.devices.empty(), id);
        }
        QVERIFY(!starterHouse("castle"));
    }
};

SOKUDO_TEST(HouseFilesTest)
#include "house_files_test.moc"
