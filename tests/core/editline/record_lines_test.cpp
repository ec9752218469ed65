// SPDX-License-Identifier: GPL-3.0-or-later
// Services, networks, work, stock, notes, addresses and photos: set, renamed and deleted by lines, and as fields.
#include "core/editline/disk_line.h"
#include "core/editline/record_fields.h"

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::editline;
using namespace sokudo::testing;

namespace {

const char* const kHouse =
    "add place Cellar level -1\nadd place Study level 1\n"
    "switch core in Cellar: 8x sfp28, rj45 management\nadd computer desk in Study: rj45 2.5g\n"
    "add run core 1 - open, om4 12m label=q1\n"
    "add service home fibre, technology=fibre down=1g up=200m hand-off=2.5g in=Cellar box=core\n"
    "add network cameras, tag=20\n"
    "add work edit-4k on desk, count=2\n"
    "add spare Cat 6A jacks, count=12 in=Cellar\nadd spare reel, length=40m part=cat6a\n"
    "add temporary lead on the floor, about=\"run q1\" review=2027-01-01\n"
    "add address core 10.20.0.2, network=cameras log-in=admin\n"
    "add photo of port core 1: bent pin, found=bent on=2026-11-28\n"
    "keep core as my core switch\n";

plan::Plan after(const char* line) { return houseOf(line, houseOf(kHouse)); }

std::string refusalOf(const std::string& line)
{
    IdSource ids(900);
    const auto made = edited(houseOf(kHouse), line, knowledge(), ids);
    return made ? "accepted" : made.error().message();
}

/// All records of the house, each with its kind.
std::vector<plan::Subject> recordsOf(const plan::Plan& plan)
{
    std::vector<plan::Subject> all;
    sokudo::testing::eachTable([&](auto table) {
        for (const auto& row : plan.*table.rows)
            if (isRecordKind(table.kind)) all.push_back({table.kind, row.id.value});
    });
    return all;
}

}  // namespace

class RecordLinesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// A count that there cannot be is said, and makes no port of that name.
    void countsOfPortsThatCannotBe()
    {
        for (const char* count : {"513x", "0x", "1.5x", "99999999999x", "-3x"}) {
            const std::string says = refusalOf("add panel pp in Cellar: " + std::string(count) + " cat6a");
            QVERIFY2(toQt(says).contains("whole number from 1 to 512"), (std::string(count) + says).c_str());
        }
        QCOMPARE(plan::portsOf(after("add panel pp in Cellar: 24x cat6a"),
                               plan::deviceNamed(after("add panel pp in Cellar: 24x cat6a"), "pp")->id)
                     .size(),
                 std::size_t{24});
    }
    void namesThatCannotBeSeenOrReadOtherwise()
    {
        QVERIFY(toQt(refusalOf("add switch \u200B\u2060 in Cellar")).contains("is missing or empty"));
        QVERIFY(toQt(refusalOf("add switch core\u202Eeroc in Cellar")).contains("turn text around"));
        QCOMPARE(toQt(refusalOf("add switch مفتاح in Cellar")), QString("accepted"));
    }
    /// Size, use and growth of disks are said by a line; what a line does not name stays.
    void disksKeepWhatALineDoesNotName()
    {
        const plan::Plan full =
            after("set desk disks=\"hdd*6 raid6 8tb used=21.5tb grows=200gb/month name=tank reads=3.6g\"");
        const plan::DiskGroup& disks = plan::deviceNamed(full, "desk")->disks.at(0);
        QCOMPARE(*disks.each, DataSize::of(8e12));
        QCOMPARE(*disks.used, DataSize::of(21.5e12));
        QCOMPARE(*disks.growth, DataSize::of(200e9));
        QCOMPARE(toQt(disks.name), QString("tank"));
        const plan::Plan again = houseOf("set desk disks=\"hdd*8 raid6\"", full);
        plan::DiskGroup wanted = disks;
        wanted.count = 8;
        QVERIFY(plan::deviceNamed(again, "desk")->disks == std::vector{wanted});
        const plan::Plan cleared = houseOf("set desk disks=\"6x10tb hdd used=none\"", full);
        QVERIFY(!plan::deviceNamed(cleared, "desk")->disks.at(0).used);
        QCOMPARE(*plan::deviceNamed(cleared, "desk")->disks.at(0).each, DataSize::of(10e12));
        QVERIFY(plan::deviceNamed(houseOf("set desk disks=none", full), "desk")->disks.empty());
        QVERIFY(toQt(refusalOf("set desk disks=\"8tb raid6\"")).contains("say which kind of disk"));
        QVERIFY(toQt(refusalOf("set desk disks=\"hdd*6 colour=red\"")).contains("is no property of disks"));
    }
    /// A name of several words came from a file: the line leaves it out, and said again it changes nothing.
    void aNameALineCannotTellStays()
    {
        plan::Plan odd = after("set desk disks=\"hdd*6 raid6 8tb name=tank\"");
        for (const std::string name : {"big tank", "6+2", "say \"tank\""}) {
            plan::Device desk = *plan::deviceNamed(odd, "desk");
            desk.disks.at(0).name = name;
            odd.devices = odd.devices.with(desk);
            const std::string line = disksText(desk.disks);
            QCOMPARE(toQt(line), QString("hdd*6 raid6 8tb"));
            QVERIFY(houseOf("set desk disks=\"" + line + "\"", odd) == odd);
        }
    }
    void eachKindIsChangedByItsName()
    {
        QCOMPARE(*after("set service home fibre down=2g").services.begin()->down, gigabits(2));
        QCOMPARE(after("set network cameras tag=30").networks.begin()->tag, 30);
        QCOMPARE(after("set work edit-4k on desk count=3").workloads.begin()->count, 3);
        QCOMPARE(after("set spare Cat 6A jacks count=3").stock.begin()->count, 3);
        QVERIFY(after("set temporary lead on the floor done=yes").looseEnds.begin()->isDone);
        QCOMPARE(after("set address core log-in=root").accesses.begin()->logIn, std::string("root"));
        QCOMPARE(after("set photo bent pin found=clean").photos.begin()->found, plan::Inspection::Clean);
        QCOMPARE(after("set kind my core switch line=\"switch: 4x sfp+\"").deviceKinds.begin()->line,
                 std::string("switch: 4x sfp+"));
    }
    void aGoalInItsWordsAndAsItWasUnderstood()
    {
        const plan::Plan plan = after(
            "add goal copies of plates from desk to core, kind=copy devices=desk+core size=80gb within=3min "
            "since=2026-11-28 asked-by=\"the illustrator\"");
        QCOMPARE(plan.goals.size(), 1u);
        const plan::Goal& goal = *plan.goals.begin();
        QCOMPARE(goal.sentence, std::string("copies of plates from desk to core"));
        QCOMPARE(goal.kind, plan::GoalKind::Copy);
        QCOMPARE(goal.devices.size(), 2u);
        QCOMPARE(plan.devices.find(goal.devices[0])->name, std::string("desk"));
        QCOMPARE(plan.devices.find(goal.devices[1])->name, std::string("core"));
        QCOMPARE(goal.size->in(), 80e9);
        QCOMPARE(goal.within->in(), 180.0);
        // What it was about and is gone leaves the goal.
        const plan::Plan without = houseOf("delete desk", plan);
        QCOMPARE(without.goals.begin()->devices, std::vector<plan::DeviceId>{goal.devices[1]});
        QVERIFY(refusalOf("add goal copies, kind=copy within=3min").find("how much is copied") != std::string::npos);
        QVERIFY(refusalOf("add goal all of it, kind=budget").find("at most") != std::string::npos);
        QVERIFY(houseOf("delete goal copies of plates from desk to core", plan).goals.empty());
    }
    void namesWithAPlusAmongSeveral()
    {
        const plan::Plan plan = after(
            "add network a+b, tag=40\nset core 1 untagged=a+b tagged=\"\"\"a+b\"\"+cameras\"\n"
            "add profile desk, tagged=\"\"\"a+b\"\"+cameras\"");
        const auto named = [&](std::size_t i) { return plan.networks.find(plan.profiles.begin()->tagged[i])->name; };
        QCOMPARE(plan.profiles.begin()->tagged.size(), 2u);
        QCOMPARE(named(0), std::string("a+b"));
        QCOMPARE(named(1), std::string("cameras"));
        const plan::Port* port = plan::portsOf(plan, plan::deviceNamed(plan, "core")->id).front();
        QCOMPARE(port->tagged, plan.profiles.begin()->tagged);
        QCOMPARE(port->untagged, port->tagged.front());
        // What the form shows sets it so again.
        const plan::Subject profile{"profile", plan.profiles.begin()->id.value};
        for (const RecordField& field : recordFields(plan, profile, knowledge()))
            if (field.key == "tagged") QCOMPARE(field.value, std::string("\"a+b\"+cameras"));
    }
    void aWordAloneIsNoRecord()
    {
        QVERIFY(refusalOf("add kind my switch").find("keep core as") != std::string::npos);
        QCOMPARE(after("add stock old cords").stock.size(), after("").stock.size() + 1);
        for (const plan::Kind* kind : plan::kinds())
            for (const std::string& word : text::split(kind->lineWords, ' '))
                if (!word.empty()) QVERIFY2(refusalOf("add " + word).find("accepted") != 0, word.c_str());
    }
    void renamedAndDeleted()
    {
        QCOMPARE(after("rename network cameras to cams").networks.begin()->name, std::string("cams"));
        QVERIFY(after("delete photo bent pin").photos.empty());
        // What referred to it no longer does.
        QVERIFY(!after("delete network cameras").accesses.begin()->network.isSet());
    }
    void whatAPhotoShows()
    {
        const plan::Photo photo = *after("name house x").photos.begin();
        QCOMPARE(photo.caption, std::string("bent pin"));
        QCOMPARE(photo.about->kind, std::string("port"));
        QCOMPARE(photo.on, std::string("2026-11-28"));
    }
    void theSourceOfAService()
    {
        const plan::Service service = *after("set service home fibre down=2g source=printed").services.begin();
        QCOMPARE(service.sources.of("down_bps")->origin, plan::Origin::Printed);
        QVERIFY(!service.sources.of("up_bps"));
    }
    void refusals_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        const auto row = [](const char* line, const char* says) { QTest::newRow(line) << line << says; };
        row("add network x, tga=3", "name, tag, subnet, note");
        row("set network cameras tag=9000", "0 to 4094");
        row("set service home fibre kind=gas", "no such kind");
        row("set work edit-4k on desk purpose=edit-4", "did you mean edit-4k");
        row("set temporary lead on the floor done=maybe", "yes or no");
        row("set temporary lead on the floor about=\"run q1 and more\"", "more follows");
        row("set temporary lead on the floor review=soon", "2026");
        row("add photo of nothing: x", "no device, place or run");
        row("add network cameras", "already a network called cameras");
    }
    void refusals()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        const QString why = toQt(refusalOf(line.toStdString()));
        QVERIFY2(why.contains(says), qPrintable(why));
    }
    /// A name of a device and of a place: the line has to say which.
    void oneNameForTwoThings()
    {
        const plan::Plan twice = houseOf("add jack study in Study: W1", houseOf(kHouse));
        IdSource ids(900);
        const auto either = edited(twice, "delete study", knowledge(), ids);
        QVERIFY(!either);
        QVERIFY2(either.error().message().find("device study, or place study") != std::string::npos,
                 either.error().message().c_str());
        QCOMPARE(houseOf("delete device study", twice).devices.size(), twice.devices.size() - 1);
        // A port of the device is no place.
        QVERIFY(edited(twice, "set study W1 note=x", knowledge(), ids).error().message().find("a place") ==
                std::string::npos);
    }
    /// What a field shows sets it so again: a form that is saved untouched changes nothing.
    void fieldsAreWrittenAsTheyAreRead()
    {
        const plan::Plan plan = houseOf(kHouse);
        IdSource ids(900);
        for (const plan::Subject& subject : recordsOf(plan)) {
            RecordValues values;
            for (const RecordField& field : recordFields(plan, subject, knowledge()))
                values.emplace_back(field.key, field.value);
            const auto again = withRecord(plan, subject, values, knowledge(), ids);
            QVERIFY2(again, again ? "" : again.error().message().c_str());
            QVERIFY2(again->plan == plan, recordName(plan, subject).c_str());
        }
    }
    /// Flows and jobs are kinds like the others; both need two different ends.
    void whatTravels()
    {
        const plan::Plan plan = after(
            "add computer plate in Study: rj45 2.5g\nadd flow nightly, from=desk to=plate asks=2g copy=yes\n"
            "add job plates, from=desk to=plate size=80gb per-week=5\nset flow nightly set=evening\n");
        QCOMPARE(plan.flows.size(), std::size_t{1});
        const plan::Flow& flow = *plan.flows.begin();
        QCOMPARE(flow.asks, gigabits(2));
        QVERIFY(flow.copies && flow.set == "evening");
        QCOMPARE(plan.jobs.begin()->size, DataSize::of(80e9));
        QCOMPARE(plan.jobs.begin()->perWeek, 5.0);
        QVERIFY(toQt(refusalOf("add flow loop, from=desk to=desk")).contains("two different devices"));
        QVERIFY(toQt(refusalOf("add job plates, from=desk to=core")).contains("how much is copied"));
        QCOMPARE(houseOf("delete flow nightly\ndelete job plates\n", plan).flows.size(), std::size_t{0});
    }
    /// A line that ends after the word for a kind, or names none of it, says so.
    void nothingOfThatName()
    {
        QVERIFY(toQt(refusalOf("delete service")).contains("there is no service of that name"));
        const QString near = toQt(refusalOf("delete service home fibr"));
        QVERIFY2(near.contains("no service of that name") && near.contains("home fibre"), qPrintable(near));
        QVERIFY(toQt(refusalOf("delete nobody")).contains("the word for its kind"));
    }
    void aNewRecordByItsFields()
    {
        const plan::Plan plan = houseOf(kHouse);
        IdSource ids(900);
        const auto made = withRecord(plan, {"service", 0}, {{"name", "line"}, {"kind", "telephone"}, {"in", "Study"}},
                                     knowledge(), ids);
        QVERIFY(made);
        QCOMPARE(made->touched.size(), 1u);
        const plan::Service* service = made->plan.services.find({made->touched[0].id});
        QCOMPARE(service->kind, plan::ServiceKind::Telephone);
        QCOMPARE(plan.places.find(service->entry)->name, std::string("Study"));
        QVERIFY(!withRecord(plan, {"service", 0}, {{"name", ""}}, knowledge(), ids));
        QVERIFY(!withRecord(plan, {"service", 123456}, {}, knowledge(), ids));
        QVERIFY(!withoutRecord(plan, {"service", 123456}));
        QVERIFY(!isRecordKind("device") && isRecordKind("loose-end"));
    }
    /// Choices hold what the field holds: a box never shows another value than the record has.
    void choicesHoldTheirValue()
    {
        const plan::Plan plan = houseOf(kHouse);
        for (const plan::Subject& subject : recordsOf(plan))
            for (const RecordField& field : recordFields(plan, subject, knowledge())) {
                if (field.choices.empty() || (field.value.empty() && field.mayBeEmpty)) continue;
                QVERIFY2(std::any_of(field.choices.begin(), field.choices.end(),
                                     [&](const auto& choice) { return choice.first == field.value; }),
                         (field.key + " " + field.value).c_str());
            }
    }
};

SOKUDO_TEST(RecordLinesTest)
#include "record_lines_test.moc"
