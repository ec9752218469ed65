// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/preferences.h"

#include <chrono>

#include <QFile>
#include <QTemporaryDir>

#include "testing.h"

using namespace sokudo;
using namespace sokudo::app;

class PreferencesTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    QByteArray m_configHome = qgetenv("XDG_CONFIG_HOME");
    Preferences m_before;
    static measure::Timestamp moment()
    {
        using namespace std::chrono;
        return sys_days{year{2026} / 11 / 3} + hours{18} + minutes{57} + seconds{41};
    }
    QString house(const char* name)
    {
        const QString path = m_folder.filePath(name);
        QFile file(path);
        if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
        return path;
    }
private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_CONFIG_HOME", m_folder.filePath("config").toUtf8());
        m_before = preferences();
    }
    void cleanup() { setPreferences(m_before); }
    void cleanupTestCase() { qputenv("XDG_CONFIG_HOME", m_configHome); }

    void momentsInTheFormThatIsWanted_data()
    {
        QTest::addColumn<int>("form");
        QTest::addColumn<QString>("shown");
        QTest::newRow("ISO 8601") << static_cast<int>(DateForm::Iso) << "2026-11-03 18:57";
        QTest::newRow("dots") << static_cast<int>(DateForm::Dots) << "03.11.2026 18:57";
        QTest::newRow("day first") << static_cast<int>(DateForm::DayFirst) << "03/11/2026 18:57";
        QTest::newRow("month first") << static_cast<int>(DateForm::MonthFirst) << "11/03/2026 18:57";
    }
    void momentsInTheFormThatIsWanted()
    {
        QFETCH(int, form);
        QFETCH(QString, shown);
        Preferences wanted = m_before;
        wanted.isOwnTime = false;
        wanted.dates = static_cast<DateForm>(form);
        setPreferences(wanted);
        QCOMPARE(momentText(moment()), shown + " UTC");
        QCOMPARE(dayText("2026-11-03"), shown.left(10));
        QCOMPARE(dayText("next week"), "next week");
    }
    void lengthsInFeet_data()
    {
        QTest::addColumn<QString>("said");
        QTest::addColumn<QString>("shown");
        // A foot is 0.3048 m.
        QTest::newRow("short") << QString("2\u202fm of OM4") << QString("6.6\u202fft of OM4");
        QTest::newRow("long") << QString("40\u202fm") << QString("131\u202fft");
        QTest::newRow("kilometres") << QString("1.5\u202fkm") << QString("4921\u202fft");
        QTest::newRow("two") << QString("2\u202fm and 3\u202fm") << QString("6.6\u202fft and 9.8\u202fft");
        QTest::newRow("a millimetre") << QString("10\u202fmm") << QString("10\u202fmm");
        QTest::newRow("an area") << QString("10\u202fm²") << QString("10\u202fm²");
        QTest::newRow("minutes") << QString("10 min") << QString("10 min");
        QTest::newRow("a rate") << QString("10\u202fMb/s") << QString("10\u202fMb/s");
    }
    void lengthsInFeet()
    {
        QFETCH(QString, said);
        QFETCH(QString, shown);
        QCOMPARE(inOwnUnits(said), said);
        Preferences wanted = m_before;
        wanted.lengths = LengthUnit::Feet;
        setPreferences(wanted);
        QCOMPARE(inOwnUnits(said), shown);
    }
    void money()
    {
        QCOMPARE(moneyText(255.4), "about 255");
        QCOMPARE(moneyText(4.5), "about 4.5");
        Preferences wanted = m_before;
        wanted.currency = "€";
        setPreferences(wanted);
        QCOMPARE(moneyText(255.4), QString("about 255\u202f€"));
        QCOMPARE(priceText(255.6), QString("256\u202f€"));
    }
    void theyAreKept()
    {
        Preferences wanted = m_before;
        wanted.look = Look::Dark;
        wanted.textPercent = 150;
        wanted.tariff = 0.31;
        wanted.views = {{"lead-or-optics", "other"}};
        setPreferences(wanted);
        QVERIFY(preferences() == wanted);
    }
    void recentHousesNewestFirst()
    {
        const QString a = house("a.sokudo"), b = house("b.sokudo"), c = house("c.sokudo");
        rememberHouse(a, 1);
        rememberHouse(b, -1);
        rememberHouse(c, 3);
        rememberHouse(a, 2);
        QCOMPARE(recentHouses().mid(0, 3), (QStringList{a, c, b}));
        QCOMPARE(benchOf(a), 2);
        QCOMPARE(benchOf(b), -1);
        QCOMPARE(benchOf(m_folder.filePath("never seen")), -1);
        QFile::remove(c);
        QCOMPARE(recentHouses().mid(0, 2), (QStringList{a, b}));
    }
};

SOKUDO_TEST(PreferencesTest)
#include "preferences_test.moc"
