// SPDX-License-Identifier: GPL-3.0-or-later
// What people still have in an outage, and why they have not.
#include "core/power/services.h"

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

/// Everything hangs on outlets of its own, so that each can be taken away alone.
const char* const kHouse =
    "add place a\n"
    "add outlet o1 in a\n"
    "add outlet o2 in a\n"
    "add outlet o3 in a\n"
    "add outlet o4 in a\n"
    "add outlet o5 in a\n"
    "add ont box in a, fed=\"outlet o1\": rj45\n"
    "add router gate in a, fed=\"outlet o2\": 4x rj45\n"
    "add switch sw in a, fed=\"outlet o3\": 8x rj45\n"
    "add access point ap in a, fed=\"outlet o4\": rj45\n"
    "add camera cam in a, fed=\"outlet o4\": rj45\n"
    "add storage vault in a, fed=\"outlet o5\": rj45\n"
    "add device phone in a, fed=\"outlet o4\": rj45\n"
    "add run box - gate 1, cat6 2m label=wan\n"
    "add run gate 2 - sw 1, cat6 2m label=lan\n"
    "add run sw 2 - ap, cat6 9m label=wifi\n"
    "add run sw 3 - cam, cat6 9m label=cam\n"
    "add run sw 4 - vault, cat6 9m label=store\n"
    "add run sw 5 - phone, cat6 9m label=tel\n"
    "add service net, box=box\n"
    "add service line, kind=telephone box=phone\n";

struct Played {
    plan::Plan plan = houseOf(kHouse);
    TimeLine line;
    explicit Played(const std::string& kind, const std::string& name)
    {
        Outage outage{Outage::Cause::Broken, {kind, 0}};
        if (kind == "outlet")
            for (const plan::Outlet& one : plan.outlets)
                if (one.name == name) outage.what.id = one.id.value;
        if (kind == "device") outage.what.id = plan::deviceNamed(plan, name)->id.value;
        if (kind == "run")
            for (const plan::Run& one : plan.runs)
                if (one.label == name) outage.what.id = one.id.value;
        auto played = timeLineOf(plan, match::judgeAll(plan, knowledge()), outage, knowledge());
        if (!played) qFatal("%s", played.error().message().c_str());
        line = std::move(*played);
    }
    bool isGone(HouseService service) const
    {
        const ServiceLine* one = line.line(service);
        return one && one->goneAt().has_value();
    }
    QString why(HouseService service) const { return toQt(line.line(service)->whyAt({}).text()); }
};

}  // namespace

class ServicesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Which services go with what: P phones, I internet, W Wi-Fi, C cameras, S storage.
    void whatGoesWithWhat_data()
    {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("gone");
        const auto row = [](const char* kind, const char* name, const char* gone) {
            QTest::addRow("%s %s", kind, name) << kind << name << gone;
        };
        row("outlet", "o1", "PI");
        row("outlet", "o2", "PIW");
        row("outlet", "o3", "PWCS");
        row("outlet", "o4", "PWC");
        row("outlet", "o5", "CS");
        row("device", "box", "PI");
        row("device", "gate", "PIW");
        row("device", "sw", "PWCS");
        row("device", "ap", "W");
        row("device", "cam", "C");
        row("device", "vault", "CS");
        row("device", "phone", "P");
        row("run", "wan", "PI");
        row("run", "lan", "PW");
        row("run", "wifi", "W");
        row("run", "cam", "C");
        row("run", "store", "CS");
        row("run", "tel", "P");
    }
    void whatGoesWithWhat()
    {
        QFETCH(QString, kind);
        QFETCH(QString, name);
        QFETCH(QString, gone);
        const Played played(kind.toStdString(), name.toStdString());
        QString got;
        for (const auto& [service, letter] : {std::pair(HouseService::Phones, 'P'),
                                              {HouseService::Internet, 'I'},
                                              {HouseService::Wifi, 'W'},
                                              {HouseService::Cameras, 'C'},
                                              {HouseService::Storage, 'S'}})
            if (played.isGone(service)) got += QChar(letter);
        QCOMPARE(got, gone);
    }
    void theFirstThingOnTheWayIsNamed()
    {
        QCOMPARE(Played("device", "gate").why(HouseService::Wifi), QString("gate is out"));
        QCOMPARE(Played("outlet", "o1").why(HouseService::Internet),
                 QString("the internet terminal box in a has no battery"));
        QCOMPARE(Played("run", "lan").why(HouseService::Wifi), QString("cable lan is cut"));
    }
    /// A second access point keeps half of the Wi-Fi.
    void half()
    {
        const plan::Plan plan = houseOf(
            "add access point ap2 in a, fed=\"outlet o5\": rj45\n"
            "add run sw 6 - ap2, cat6 9m\n",
            houseOf(kHouse));
        const auto line =
            timeLineOf(plan, match::judgeAll(plan, knowledge()),
                       {Outage::Cause::Broken, {"device", plan::deviceNamed(plan, "ap")->id.value}}, knowledge());
        const ServiceLine* wifi = line->line(HouseService::Wifi);
        QCOMPARE(wifi->all, 2);
        QCOMPARE(wifi->worksAt({}), 1);
        QVERIFY(!wifi->goneAt());
        QVERIFY(!wifi->whyAt({}).empty());
    }
    /// What the house does not have is no line of it, and what did not work before is not lost.
    void onlyWhatThereWas()
    {
        const plan::Plan plan = houseOf("add place a\nadd router gate in a, power-source=outlet: rj45\n");
        const auto line = timeLineOf(plan, match::judgeAll(plan, knowledge()), {}, knowledge());
        QVERIFY(!line->line(HouseService::Wifi) && !line->line(HouseService::Cameras));
        QVERIFY(line->line(HouseService::Internet));  // without a terminal the gateway is where it comes from
        const plan::Plan apart = houseOf(
            "add place a\nadd router gate in a, power-source=outlet: rj45\n"
            "add access point ap in a, power-source=outlet: rj45\n");
        const auto unjoined = timeLineOf(apart, match::judgeAll(apart, knowledge()), {}, knowledge());
        QVERIFY(!unjoined->line(HouseService::Wifi));
    }
    void words()
    {
        QStringList all;
        for (HouseService one : kHouseServices) all << toQt(std::string(word(one)));
        QCOMPARE(all.join(' '), QString("phones internet Wi-Fi cameras storage alarm"));
    }
};

SOKUDO_TEST(ServicesTest)
#include "services_test.moc"
