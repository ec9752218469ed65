// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/logbook_presenter.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {
int rowOf(app::LogbookPresenter& presenter, const QString& part)
{
    auto* model = presenter.entries();
    for (int i = 0; i < model->rowCount(); ++i)
        if (model->index(i, 2).data().toString().contains(part)) return i;
    return -1;
}
}  // namespace

class LogbookPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void newestFirstAndFiltered()
    {
        Desk desk;
        app::LogbookPresenter presenter(*desk.document, desk.selection);
        auto* model = presenter.entries();
        QCOMPARE(model->rowCount(), 41);
        for (int i = 1; i < model->rowCount(); ++i)
            QVERIFY(model->index(i - 1, 0).data().toString() >= model->index(i, 0).data().toString());
        presenter.setFilter("kiln");
        QCOMPARE(model->rowCount(), 2);
        presenter.setFilter({});
        presenter.setKind(logbook::EntryKind::Change);
        QCOMPARE(model->rowCount(), 7);
    }
    void notesAppear()
    {
        Desk desk;
        app::LogbookPresenter presenter(*desk.document, desk.selection);
        QVERIFY(presenter.writeNote("swapped the lead"));
        QCOMPARE(presenter.entries()->index(0, 2).data().toString(), "swapped the lead");
    }
    void beforeAndAfterAChange()
    {
        Desk desk;
        app::LogbookPresenter presenter(*desk.document, desk.selection);
        presenter.splitAt(rowOf(presenter, "file copy"));
        QCOMPARE(presenter.compareTitle(), "vault → platen, file copy");
        const QString sentence = presenter.compareSentence();
        QVERIFY2(sentence.contains("signing off") && sentence.contains("2.13 times as fast") &&
                     sentence.contains("a real gain"),
                 qPrintable(sentence));
        QVERIFY(presenter.band());
        const auto points = presenter.points();
        QCOMPARE(points.size(), std::size_t{5});
        QVERIFY(!points[0].after && points[4].after);
    }
    void splitWhereverAsked()
    {
        Desk desk;
        app::LogbookPresenter presenter(*desk.document, desk.selection);
        presenter.splitAt(rowOf(presenter, "scan → vault"));
        presenter.splitAt(rowOf(presenter, "Scanner moved"));
        QVERIFY2(presenter.compareSentence().contains("Scanner moved"), qPrintable(presenter.compareSentence()));
        presenter.splitAt(rowOf(presenter, "Survey begun"));
        QVERIFY(presenter.compareSentence().contains("one side"));
    }
    void theReportIsOnePage()
    {
        Desk desk;
        app::LogbookPresenter presenter(*desk.document, desk.selection);
        presenter.splitAt(rowOf(presenter, "file copy"));
        const QString page = toQt(presenter.reportHtml());
        QVERIFY(page.contains("<h1>Lantern Row</h1>") && page.contains("vault → platen, file copy") &&
                page.contains("Links, worst first"));
        QVERIFY(!page.contains("http"));
    }
};

SOKUDO_TEST(LogbookPresenterTest)
#include "logbook_presenter_test.moc"
