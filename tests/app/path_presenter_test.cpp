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
