// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/survey_presenter.h"
#include "desk.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;

class SurveyPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Who feeds whom, for the drawing.
    void whereThePowerComesFrom()
    {
        Desk desk;
        QVERIFY(desk.document->edit(
            "power", houseOf("set attic-ap fed=spread\nset gate power-source=outlet", desk.document->plan())));
        desk.settle();
        const auto house = app::SurveyPresenter(*desk.document, desk.selection, shippedHosts()).house();
        QString ap, gate, panel;
        for (const auto& place : house.places)
            for (const auto& card : place.devices) {
                if (card.name == "attic-ap") ap = card.power;
                if (card.name == "gate") gate = card.power;
                if (card.name == "press") panel = card.power;
            }
        QCOMPARE(ap, "12.5\u202FW, spread 20");
        QCOMPARE(gate, "12.3\u202FW, battery-a");
        QCOMPARE(panel, "needs no feed");
        for (const auto& run : house.runs)
            if (run.label == "attic") QCOMPARE(run.feeds, "attic-ap, 12.9\u202FW");
            else if (run.label == "q1") QVERIFY(run.feeds.isEmpty());
    }
    /// Each fact says where it is from and what it would change.
    void factsSayWhatTheyChange()
    {
        Desk desk;
        app::SurveyPresenter survey(*desk.document, desk.selection, shippedHosts());
        QVERIFY(desk.document->edit("strands", houseOf("set run q1 strands=4 source=told", desk.document->plan())));
        desk.selection.selectRun(desk.run("q1"));
        bool isSaid = false, isSourced = false;
        for (const auto& section : survey.inspector().sections)
            for (const auto& line : section.lines) {
                isSaid = isSaid || line.detail.contains("A link over two strands needs two");
                isSourced = isSourced || (line.name == "Free strands" && line.detail == "told");
            }
        QVERIFY(isSaid && isSourced);
    }
    /// The search costs a second of a core: it runs for who looks at it, and ends when they look away.
    void whatIsWorthDoingNextIsLookedForWhileItIsSeen()
    {
        Desk desk;
        app::SurveyPresenter survey(*desk.document, desk.selection, shippedHosts());
        const auto isTold = [&] {
            const auto sections = survey.inspector().sections;
            return std::any_of(sections.begin(), sections.end(),
                               [](const app::InspectorSection& one) { return one.heading == "Most worth doing next"; });
        };
        letEventsPass();
        QVERIFY(!isTold());
        survey.setActive(true);
        survey.setActive(false);
        survey.setActive(true);
        QTRY_VERIFY_WITH_TIMEOUT(isTold(), 30000);
        QSignalSpy shown(&survey, &app::SurveyPresenter::selectionChanged);
        survey.setActive(false);
        survey.setActive(true);  // nothing has changed meanwhile
        letEventsPass();
        QVERIFY(isTold());
        QCOMPARE(shown.size(), 0);
        QVERIFY(desk.document->edit("strands", houseOf("set run q1 strands=4 source=told", desk.document->plan())));
        QTRY_VERIFY_WITH_TIMEOUT(shown.size() > 0, 30000);
    }
    void theHouseHoldsEverything()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        const auto house = presenter.house();
        QCOMPARE(house.places.size(), std::size_t{8});
        QCOMPARE(house.places.front().name, "Attic");
        QCOMPARE(house.runs.size(), std::size_t{33});
        std::size_t devices = 0;
        for (const auto& place : house.places) devices += place.devices.size();
        QCOMPARE(devices, std::size_t{28});
    }
    void portMarksShowUse()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        for (const auto& place : presenter.house().places)
            for (const auto& card : place.devices) {
                if (card.name != "core") continue;
                QCOMPARE(card.ports.size(), std::size_t{10});
                QCOMPARE(card.ports[0].state, app::PortState::Used);
                QCOMPARE(card.ports[3].state, app::PortState::Free);
                QCOMPARE(card.ports[4].state, app::PortState::Dead);
            }
    }
    void theInspectorOfADevice()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        desk.selection.selectDevice(desk.device("platen"));
        const auto content = presenter.inspector();
        QCOMPARE(content.title, "platen");
        QCOMPARE(content.verdict.value(), Verdict::Limited);
        QCOMPARE(content.sections[0].heading, "Ports");
        QVERIFY(content.sections[0].lines[0].value.contains("core Q1"));
        QCOMPARE(content.sections[0].lines[1].value, "free");
        QCOMPARE(content.sections[1].heading, "Slots");
        QVERIFY(content.sections[1].lines[1].detail.contains("4.0 ×4"));
    }
    void whatGoesDark()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        desk.selection.selectDevice(desk.device("spread"));
        QString text;
        for (const auto& section : presenter.inspector().sections)
            if (section.heading == "If this fails") text = section.lines[0].name;
        QCOMPARE(text, "lose power: attic-ap, cam-east, cam-west, landing-sw, study-ap, stair-cam, desk-phone");
    }
    /// A device and a cable say whom they cut off, and a leaf that it cuts off nobody.
    void whoIsCutOff()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        const auto said = [&] {
            QStringList lines;
            for (const auto& section : presenter.inspector().sections)
                if (section.heading == "If this fails")
                    for (const auto& line : section.lines) lines << line.name;
            return lines;
        };
        desk.selection.selectDevice(desk.device("coax-a"));
        QCOMPARE(said(), (QStringList{"cut off from gateway: study", "cut off from storage: study",
                                      "cut off from internet: study"}));
        desk.selection.selectRun(desk.run("attic"));
        QCOMPARE(said().value(0), "lose power: attic-ap");
        desk.selection.selectDevice(desk.device("ledger"));
        QCOMPARE(said(), QStringList{"nothing else loses power or connection"});
    }
    void addChangeDelete()
    {
        Desk desk(false);
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        QVERIFY(presenter.emptyAdvice().startsWith("Start with a place"));
        QVERIFY(presenter.edits().putPlace({{}, "cupboard", -1}));
        QVERIFY(presenter.emptyAdvice().contains("first device"));
        const auto place = presenter.plan().places.begin()->id;
        QVERIFY(presenter.edits().putDevice({{}, place, "one", plan::Role::Switch}));
        QVERIFY(presenter.edits().putDevice({{}, place, "two", plan::Role::Computer}));
        QVERIFY(presenter.emptyAdvice().isEmpty());
        const auto one = desk.device("one"), two = desk.device("two");
        QCOMPARE(desk.selection.device(), two);
        QVERIFY(presenter.edits().putPort({{}, one, 0, "1", "rj45"}));
        QVERIFY(presenter.edits().putPort({{}, two, 0, "LAN", "rj45"}));
        QVERIFY(presenter.edits().putSlot({{}, two, "1", 3, 4}));
        plan::Run run{{},
                      "a",
                      plan::portsOf(presenter.plan(), one)[0]->id,
                      plan::portsOf(presenter.plan(), two)[0]->id,
                      "cat5e",
                      Length::of(20)};
        QVERIFY(presenter.edits().putRun(run));
        desk.settle();
        QCOMPARE(desk.document->analysis().count(Verdict::Marginal), 1);
        QVERIFY(presenter.edits().deleteSlot(plan::slotsOf(presenter.plan(), two)[0]->id));
        QVERIFY(presenter.edits().deletePort(plan::portsOf(presenter.plan(), one)[0]->id));
        desk.selection.selectDevice(two);
        QVERIFY(presenter.edits().deleteSelected());
        QVERIFY(presenter.plan().runs.empty());
        QVERIFY(!presenter.edits().deletePlace(place));
        for (int i = 0; i < 10; ++i) desk.document->undo();
        QVERIFY(presenter.plan().places.empty());
    }
    void theVerdictShowsBeforeItIsConfirmed()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        plan::Run run{{},
                      "",
                      plan::portsOf(presenter.plan(), desk.device("spread"))[16]->id,
                      plan::portsOf(presenter.plan(), desk.device("spread"))[17]->id,
                      "cat6a",
                      Length::of(12)};
        auto preview = presenter.preview(run);
        QCOMPARE(*preview.verdict, Verdict::Fits);
        QVERIFY2(preview.text.contains("10"), qPrintable(preview.text));
        run.length = Length::of(130);
        QCOMPARE(*presenter.preview(run).verdict, Verdict::NoLink);
        run.b = run.a;
        preview = presenter.preview(run);
        QVERIFY(!preview.verdict && preview.text.contains("same port"));
        QCOMPARE(presenter.plan().runs.size(), std::size_t{33});
    }
    void hostsCanBeReadAndAdded()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        std::optional<Result<measure::HostSnapshot>> snapshotRead;
        const auto keep = [&](const Result<measure::HostSnapshot>& read) { snapshotRead = read; };
        presenter.hosts().readHost("scan", keep);
        QTRY_VERIFY(snapshotRead.has_value());
        const Result<measure::HostSnapshot> snapshot = *snapshotRead;
        QVERIFY(snapshot);
        const auto content = presenter.hosts().hostContent(*snapshot);
        QVERIFY(content.sections.front().heading.contains("usbnet"));
        QVERIFY(!presenter.hosts().addHost(*snapshot, presenter.plan().places.begin()->id));  // the name is taken
        measure::HostSnapshot other = *snapshot;
        other.name = "scan-2";
        QVERIFY(presenter.hosts().addHost(other, presenter.plan().places.begin()->id));
        QCOMPARE(desk.selection.device(), desk.device("scan-2"));
        presenter.hosts().readHost("gate", keep);
        QVERIFY(snapshotRead && !*snapshotRead);
    }
    void aStaleFormChangesOnlyWhatWasTypedInIt()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        QSignalSpy failed(desk.document.get(), &app::Document::failed);
        const plan::Device base = *presenter.plan().devices.find(desk.device("core"));
        plan::Device newer = base, typed = base;
        newer.note = "newer";
        QVERIFY(presenter.edits().putDevice(newer, base));
        typed.description = "typed";
        QVERIFY(presenter.edits().putDevice(typed, base));
        const plan::Device* now = presenter.plan().devices.find(base.id);
        QCOMPARE(toQt(now->note), "newer");
        QCOMPARE(toQt(now->description), "typed");
        // The same field: refused, and said.
        typed.note = "older";
        QVERIFY(!presenter.edits().putDevice(typed, base));
        QVERIFY(failed.size() == 1 && failed[0][0].toString().contains("changed meanwhile"));
        QCOMPARE(toQt(presenter.plan().devices.find(base.id)->note), "newer");
    }
    void aStaleFormRevivesNothing()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        QSignalSpy failed(desk.document.get(), &app::Document::failed);
        const plan::Device base = *presenter.plan().devices.find(desk.device("store-cam"));
        desk.selection.selectDevice(base.id);
        QVERIFY(presenter.edits().deleteSelected());
        QVERIFY(!presenter.edits().putDevice(base, base));
        QVERIFY(failed.size() == 1 && failed[0][0].toString().contains("was deleted while its form was open"));
        QVERIFY(!presenter.plan().devices.has(base.id));
    }
    void twoPlacesMayNotShareAName()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        const auto count = presenter.plan().places.size();
        QVERIFY(!presenter.edits().putPlace(
            {{}, presenter.plan().places.begin()->name, 0, presenter.plan().places.begin()->building, {}}));
        QCOMPARE(presenter.plan().places.size(), count);
    }
    void gapsLeadSomewhere()
    {
        Desk desk;
        app::SurveyPresenter presenter(*desk.document, desk.selection, shippedHosts());
        for (const Gap& gap : presenter.gaps()) {
            desk.selection.clear();
            presenter.follow(gap);
            QVERIFY2(desk.selection.run().isSet() || desk.selection.device().isSet(), gap.text.text().c_str());
        }
    }
};

SOKUDO_TEST(SurveyPresenterTest)
#include "survey_presenter_test.moc"
