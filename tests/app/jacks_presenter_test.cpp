// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/jacks_presenter.h"

#include "desk.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

/// Three jacks whose cables nobody traced, and a panel of four.
struct Shown : Desk {
    Shown() : Desk(false)
    {
        document->edit("house", houseOf("add room hall\nadd room study\nadd panel p in hall: 4x cat6a\n"
                                        "add jack a in study: W1, W2 cat6a\nadd jack b in study: W1 cat6a\n"
                                        "add run a W1 - open, cat6a label=x1\nadd run a W2 - open, cat6a label=x2\n"
                                        "add run b W1 - open, cat6a label=x3"));
        jacks = std::make_unique<JacksPresenter>(*document);
        jacks->setRemotes(2);
    }
    std::unique_ptr<JacksPresenter> jacks;
    plan::PortId port(const char* text) const { return portCalled(document->plan(), text); }
};

}  // namespace

class JacksPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void twoRemotesForThreeJacks()
    {
        Shown shown;
        QCOMPARE(shown.jacks->jacks(), 3);
        QCOMPARE(shown.jacks->panels().size(), 4u);
        QCOMPARE(shown.jacks->rounds().size(), 2u);
        QCOMPARE(shown.jacks->placing(), (QStringList{"Remote 1 into a W1 (study)", "Remote 2 into a W2 (study)"}));
        shown.jacks->setRound(1);
        QCOMPARE(shown.jacks->placing(), QStringList{"Remote 1 into b W1 (study)"});
        shown.jacks->setRound(99);
        QCOMPARE(shown.jacks->round(), 1);
        shown.jacks->setRemotes(8);
        QCOMPARE(shown.jacks->rounds().size(), 1u);
    }
    void readingsAreMatchedAndWritten()
    {
        Shown shown;
        QVERIFY(!shown.jacks->keep());
        shown.jacks->setReading(shown.port("p 3"), 1);
        shown.jacks->setReading(shown.port("p 1"), 2);
        shown.jacks->setReading(shown.port("p 2"), 0);
        QCOMPARE(shown.jacks->reading(shown.port("p 2")), 0);
        QCOMPARE(shown.jacks->reading(shown.port("p 4")), -1);
        QCOMPARE(shown.jacks->traced().matches.size(), 2u);
        shown.jacks->setRound(1);
        QCOMPARE(shown.jacks->reading(shown.port("p 3")), -1);  // of this round
        shown.jacks->setReading(shown.port("p 4"), 1);
        QVERIFY(shown.jacks->keep());
        const plan::Plan& plan = shown.document->plan();
        const auto farEnd = [&](const char* label) {
            for (const plan::Run& run : plan.runs)
                if (run.label == label) return toQt(plan::portText(plan, run.b));
            return QString();
        };
        QCOMPARE(farEnd("x1"), "p 3");
        QCOMPARE(farEnd("x2"), "p 1");
        QCOMPARE(farEnd("x3"), "p 4");
        QCOMPARE(shown.jacks->jacks(), 0);
        shown.document->undo();
        QCOMPARE(shown.jacks->jacks(), 3);
    }
    void aReadingIsTakenBack()
    {
        Shown shown;
        shown.jacks->setReading(shown.port("p 3"), 1);
        QCOMPARE(shown.jacks->traced().matches.size(), 1u);
        shown.jacks->setReading(shown.port("p 3"), -1);
        QVERIFY(shown.jacks->traced().matches.empty());
    }
    void oneRemoteAtTwoPortsIsSaid()
    {
        Shown shown;
        shown.jacks->setReading(shown.port("p 3"), 1);
        shown.jacks->setReading(shown.port("p 4"), 1);
        QVERIFY(!shown.jacks->traced().contradictions.empty());
        QVERIFY(shown.jacks->traced().matches.empty());
    }
};

SOKUDO_TEST(JacksPresenterTest)
#include "jacks_presenter_test.moc"
