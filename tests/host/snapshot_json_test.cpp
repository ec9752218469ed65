// SPDX-License-Identifier: GPL-3.0-or-later
// A host as an agent tells it: what is read of the captured hosts comes over whole, and nothing else does.
#include "core/measure/snapshot_json.h"

#include <QDir>

#include "core/base/json.h"
#include "host/host_reader.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::measure;
using namespace sokudo::testing;

namespace {

HostSnapshot captured(const QString& name)
{
    auto read = host::SystemHostReader(sourcePath("data/hosts/" + name).toStdString()).read();
    if (!read) qFatal("%s", read.error().message().c_str());
    return std::move(*read);
}

}  // namespace

class SnapshotJsonTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyCapturedHost_data()
    {
        QTest::addColumn<QString>("name");
        for (const QString& name : QDir(sourcePath("data/hosts")).entryList(QDir::Dirs | QDir::NoDotAndDotDot))
            QTest::newRow(qPrintable(name)) << name;
    }
    /// Told and read again it gives the same text, and the same device with the same slots and ports.
    void everyCapturedHost()
    {
        QFETCH(QString, name);
        const HostSnapshot host = captured(name);
        const std::string text = jsonText(snapshotJson(host));
        QVERIFY2(text.size() < 60000, qPrintable(QString::number(text.size())));
        const auto again = snapshotFrom(*parseJson(text, "host"));
        QVERIFY2(again, again ? "" : again.error().message().c_str());
        QCOMPARE(toQt(jsonText(snapshotJson(*again))), toQt(text));
        IdSource one(1), other(1);
        const auto a = host::surveyed(host, plan::PlaceId{7}, one), b = host::surveyed(*again, plan::PlaceId{7}, other);
        QCOMPARE(a.device.name, b.device.name);
        QVERIFY(a.slots == b.slots);
        QVERIFY(a.ports == b.ports);
    }
    void serialNumbersStayAtHome()
    {
        HostSnapshot host;
        host.interfaces.push_back({});
        ModuleReading module;
        module.serial = "SECRET-77";
        host.interfaces.back().module = Reading<ModuleReading>::of(module);
        host.interfaces.back().counters["rx_bytes"] = 4711;
        const std::string text = jsonText(snapshotJson(host));
        QVERIFY(text.find("SECRET") == std::string::npos && text.find("4711") == std::string::npos);
    }
    void whatIsOutOfRangeIsRefused_data()
    {
        QTest::addColumn<QString>("path");
        QTest::addColumn<QString>("value");
        QTest::newRow("no name") << "/name"
                                 << "7";
        QTest::newRow("cores") << "/cores"
                               << "-1";
        QTest::newRow("long name") << "/name" << '"' + QString(500, 'x') + '"';
        QTest::newRow("interfaces") << "/interfaces"
                                    << "{}";
        QTest::newRow("speed") << "/interfaces/0/speed"
                               << "{\"value\":9e20}";
        QTest::newRow("reading") << "/interfaces/0/fec"
                                 << "{}";
        QTest::newRow("why") << "/interfaces/0/fec"
                             << "{\"why\":9,\"says\":\"\"}";
        QTest::newRow("bus") << "/interfaces/0/bus"
                             << "{\"value\":[1,2,3,4,5,6,7,8]}";
        QTest::newRow("lanes") << "/interfaces/0/bus"
                               << "{\"value\":[1,99999]}";
        QTest::newRow("module") << "/interfaces/0/module"
                                << "{\"value\":{}}";
        QTest::newRow("supported") << "/interfaces/0/supported_bps"
                                   << "[-5]";
    }
    void whatIsOutOfRangeIsRefused()
    {
        QFETCH(QString, path);
        QFETCH(QString, value);
        Json json = snapshotJson(captured("platen"));
        QVERIFY(snapshotFrom(json));
        json[Json::json_pointer(path.toStdString())] = *parseJson(value.toStdString(), "value");
        const auto read = snapshotFrom(json);
        QVERIFY(!read);
        QCOMPARE(read.error().code, ErrorCode::BadInput);
        QVERIFY(!snapshotFrom(Json::array()));
    }
};

SOKUDO_TEST(SnapshotJsonTest)
#include "snapshot_json_test.moc"
