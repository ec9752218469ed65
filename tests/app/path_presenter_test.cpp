// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/path_presenter.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

class PathPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void beginsWithTheNewestResult()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        QCOMPARE(presenter.title(), "scan → vault, memory to memory");
        QVERIFY(presenter.sentence().contains("2.35"));
        QCOMPARE(presenter.standingText(), "fault");
        QVERIFY(presenter.measuredText().startsWith("last measured 941"));
        QVERIFY(presenter.bore().measured && presenter.bore().expected);
        QCOMPARE(presenter.bore().stages.size(), std::size_t{7});
    }
    void turnsAndAsks()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        QSignalSpy changed(&presenter, &app::PathPresenter::changed);
        presenter.turn();
        QCOMPARE(presenter.title(), "vault → scan, memory to memory");
        QVERIFY(presenter.measuredText().startsWith("last measured 940"));  // the reverse run of scan → vault
        presenter.ask({desk.device("vault"), desk.device("platen"), expect::Traffic::FileCopy, 1, {}});
        QVERIFY(changed.size() >= 2);
        QCOMPARE(presenter.trials().size(), std::size_t{5});
        QCOMPARE(presenter.standingText(), "normal");
    }
    /// A run both ways is kept as a sum; the path shows half of it, and only where both ways were asked for.
    void bothWaysShowEachWay()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        measure::Trial trial;
        trial.id = {9001};
        trial.at = measure::Timestamp(std::chrono::hours(24 * 365 * 57));
        trial.from = desk.device("platen");
        trial.to = desk.device("vault");
        trial.direction = measure::Direction::Both;
        trial.rate = {gigabits(18.4), gigabits(18.4), gigabits(18.4)};
        QVERIFY(desk.document->records().keepTrials({trial}));
        expect::PathQuestion question{desk.device("vault"), desk.device("platen")};
        presenter.ask(question);
        QVERIFY(!presenter.measuredText().contains("each way"));
        const auto oneWay = presenter.expectation()->expected;
        question.bothWays = true;
        presenter.ask(question);
        QVERIFY2(presenter.measuredText().startsWith("last measured 9.2"), qPrintable(presenter.measuredText()));
        QVERIFY(presenter.measuredText().endsWith("each way"));
        QCOMPARE(presenter.trials().size(), std::size_t{1});
        QVERIFY(presenter.expectation()->expected.typical < oneWay.typical);
        QVERIFY(presenter.bore().measured->value == gigabits(9.2));
    }
    void saysWhyThereIsNoExpectation()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        presenter.ask({desk.device("vault"), desk.device("vault")});
        QVERIFY(presenter.sentence().contains("two different devices"));
        QVERIFY(presenter.bore().stages.empty() && !presenter.expectation());
    }
    void hostsComeFirst()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        const auto hosts = presenter.hosts();
        QCOMPARE(hosts.front().name, "kiln-a");
        QVERIFY(std::none_of(hosts.begin(), hosts.end(), [](const auto& host) { return host.name == "press"; }));
    }
    void anEmptyProjectHasNoPath()
    {
        Desk desk(false);
        app::PathPresenter presenter(*desk.document, desk.selection);
        QVERIFY(presenter.hosts().empty());
        QCOMPARE(presenter.sentence(), "pick two devices of the plan");
    }
};

SOKUDO_TEST(PathPresenterTest)
#include "path_presenter_test.moc"
