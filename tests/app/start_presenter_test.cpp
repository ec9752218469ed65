// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/start_presenter.h"

#include "desk.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Shown : Desk {
    Shown() : Desk(false) {}
    StartPresenter start{*document};
    void answerAll()
    {
        for (std::size_t i = 0; i < survey::kQuestions; ++i) start.setAnswer(i, survey::questions()[i].example);
    }
    int marked(Verdict verdict) const
    {
        int count = 0;
        for (const auto& one : start.remarks()) count += one.mark == verdict ? 1 : 0;
        return count;
    }
};

}  // namespace

class StartPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void nothingAnsweredNothingDrawn()
    {
        Shown shown;
        QVERIFY(!shown.start.canDraw() && !shown.start.draw());
        QVERIFY(shown.start.remarks().empty() && shown.start.house().places.empty());
        QCOMPARE(shown.document->undoStack().count(), 0);
    }
    void floorsAloneAreAHouse()
    {
        Shown shown;
        QSignalSpy changed(&shown.start, &StartPresenter::changed);
        shown.start.setAnswer(0, "cellar, ground floor, attic");
        QCOMPARE(changed.count(), 1);
        QVERIFY(shown.start.canDraw());
        QCOMPARE(shown.start.house().places.size(), 3u);
        shown.start.setAnswer(0, "");
        QVERIFY(!shown.start.canDraw());
    }
    void everyExampleIsUnderstood()
    {
        Shown shown;
        shown.answerAll();
        for (std::size_t i = 0; i < survey::kQuestions; ++i)
            QVERIFY2(shown.start.notTaken(i).isEmpty(), qPrintable(shown.start.notTaken(i)));
        QCOMPARE(shown.start.house().places.size(), 5u);  // four floors and a shed
        // Copper to the shed is said before a cable is bought, and what is not known stays a list of work.
        QVERIFY(shown.marked(Verdict::Unsafe) >= 1);
        QCOMPARE(shown.marked(Verdict::Unknown), 1);
        QCOMPARE(shown.start.remarks().front().mark.value(), Verdict::Unsafe);
    }
    void drawingIsOneStep()
    {
        Shown shown;
        shown.answerAll();
        QVERIFY(shown.start.draw());
        QCOMPARE(shown.document->undoStack().count(), 1);
        const plan::Device* core = plan::deviceNamed(shown.document->plan(), "core");
        QVERIFY(core && plan::portsOf(shown.document->plan(), core->id).size() == 10);
        QCOMPARE(shown.document->plan().runs.size(), 6u);
        for (const plan::Run& run : shown.document->plan().runs) QVERIFY(!run.length);
        shown.document->undo();
        QVERIFY(shown.document->plan().places.empty());
    }
    void theNameOfTheHouseStays()
    {
        Shown shown;
        plan::Plan named = shown.document->plan();
        named.name = "Home";
        QVERIFY(shown.document->edit("name", named));
        shown.start.setAnswer(0, "ground floor");
        QVERIFY(shown.start.draw());
        QCOMPARE(toQt(shown.document->plan().name), "Home");
    }
};

SOKUDO_TEST(StartPresenterTest)
#include "start_presenter_test.moc"
