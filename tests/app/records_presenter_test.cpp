// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/records_presenter.h"

#include <QImage>

#include "desk.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Shown : Desk {
    RecordsPresenter records{*document};
    QSignalSpy refused{document.get(), &Document::failed};
    void line(const char* text) { QVERIFY(document->edit(text, houseOf(text, document->plan()))); }
};

}  // namespace

class RecordsPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyKindIsCountedAndListed()
    {
        Shown shown;
        TablesPresenter table(*shown.document);
        QVERIFY(RecordsPresenter::kinds().size() >= 23);
        for (const plan::Kind* kind : RecordsPresenter::kinds()) {
            table.show(kind);
            QCOMPARE(static_cast<std::size_t>(table.rowCount()), shown.records.count(*kind));
            QVERIFY(table.columnCount() >= 2);
            QVERIFY(*kind->purpose);
            for (int row = 0; row < table.rowCount(); ++row) QCOMPARE(table.rowOf(table.subject(row)), row);
        }
    }
    void addedChangedAndDeletedInStepsOfUndo()
    {
        Shown shown;
        const auto before = shown.records.count(plan::kindOf<plan::Network>());
        const auto made = shown.records.put({"network", 0}, {{"name", "lab"}, {"tag", "77"}});
        QVERIFY(made);
        QCOMPARE(shown.records.count(plan::kindOf<plan::Network>()), before + 1);
        QCOMPARE(shown.records.name(*made), "lab");
        QVERIFY(shown.records.put(*made, {{"tag", "78"}}));
        QCOMPARE(shown.document->plan().networks.find({made->id})->tag, 78);
        QVERIFY(shown.records.remove(*made));
        QCOMPARE(shown.records.count(plan::kindOf<plan::Network>()), before);
        for (int i = 0; i < 3; ++i) shown.document->undo();
        QCOMPARE(shown.records.count(plan::kindOf<plan::Network>()), before);
        QVERIFY(shown.refused.isEmpty());
    }
    void aRefusedFieldSaysWhich()
    {
        Shown shown;
        QVERIFY(!shown.records.put({"network", 0}, {{"name", "lab"}, {"tag", "many"}}));
        QCOMPARE(shown.refused.count(), 1);
        QVERIFY(shown.refused[0][0].toString().contains("tag"));
    }
    void whatIsDue()
    {
        Shown shown;
        const int ends = shown.records.due(plan::kindOf<plan::LooseEnd>()),
                  stock = shown.records.due(plan::kindOf<plan::StockItem>());
        shown.line("add temporary old lead, review=2020-01-01");
        shown.line("add temporary new lead, review=2999-01-01");
        shown.line("add borrowed tester, due=2020-01-01");
        QCOMPARE(shown.records.due(plan::kindOf<plan::LooseEnd>()), ends + 1);
        QCOMPARE(shown.records.due(plan::kindOf<plan::StockItem>()), stock + 1);
        shown.line("set temporary old lead done=yes");
        QCOMPARE(shown.records.due(plan::kindOf<plan::LooseEnd>()), ends);
    }
    void picturesAreReadOneAfterTheOther()
    {
        Shown shown;
        QImage picture(2000, 1000, QImage::Format_RGB32);
        picture.fill(Qt::darkGreen);
        QStringList files;
        for (const char* name : {"front.png", "back.png"}) {
            files << shown.folder.filePath(name);
            QVERIFY(picture.save(files.back()));
        }
        files.insert(1, shown.folder.filePath("missing.jpg"));
        QSignalSpy added(&shown.records, &RecordsPresenter::pictureAdded);
        shown.records.addPictures(files, plan::Subject{"device", shown.device("core").value});
        QTRY_COMPARE(added.count(), 2);
        QTRY_VERIFY(!shown.records.isReadingPicture());
        QCOMPARE(shown.refused.count(), 1);  // the one that is not there
        const auto subject = added[0][0].value<plan::Subject>();
        const plan::Photo* photo = shown.document->plan().photos.find({subject.id});
        QCOMPARE(photo->caption, std::string("front"));
        QCOMPARE(photo->about->id, shown.device("core").value);
        QImage kept;
        QVERIFY(kept.loadFromData(shown.records.picture(subject), "JPEG"));
        QCOMPARE(kept.size(), QSize(1600, 800));
        // It is in the file.
        auto again = store::ProjectFile::open(shown.file());
        QVERIFY(again);
        const auto loaded = (*again)->load();
        QVERIFY(loaded && loaded->project.plan.photos.find(plan::PhotoId{subject.id}));
    }
};

SOKUDO_TEST(RecordsPresenterTest)
#include "records_presenter_test.moc"
