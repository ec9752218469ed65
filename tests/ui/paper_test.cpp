// SPDX-License-Identifier: GPL-3.0-or-later
// Labels, sheets of work and the tour on paper.
#include <QAbstractTextDocumentLayout>
#include <QComboBox>
#include <QPainter>
#include <QSpinBox>
#include <QTextBlock>
#include <QTextDocument>

#include "ui/pages/labels_page.h"
#include "ui/pages/survey_page.h"
#include "ui/paper/sheet.h"
#include "ui/paper/tour_paper.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::ui;

class PaperTest : public QObject {
    Q_OBJECT
    static LabelJob jobOf(int count, int used)
    {
        LabelJob job{survey::sheets()[0], {}, used};  // 3 × 8 a page
        for (int i = 0; i < count; ++i) job.labels.push_back({"q" + std::to_string(i), "core 1 → vault 1", "OM4 12 m"});
        return job;
    }
    /// Whether anything dark is painted in that rectangle of a page, in millimetres.
    static bool isInked(const LabelJob& job, int page, const QRectF& where)
    {
        QImage paper(420, 594, QImage::Format_RGB32);
        paper.fill(Qt::white);
        QPainter painter(&paper);
        painter.scale(2, 2);
        paintPage(painter, job, page, false);
        painter.end();
        const QImage part = paper.copy(QRectF(where.topLeft() * 2, where.size() * 2).toRect());
        for (int y = 0; y < part.height(); ++y)
            for (int x = 0; x < part.width(); ++x)
                if (qGray(part.pixel(x, y)) < 128) return true;
        return false;
    }
    /// Where the first line of a block is, on the roll of all pages.
    static QRectF placeOf(const QTextBlock& block)
    {
        const QRectF at = block.document()->documentLayout()->blockBoundingRect(block);
        return block.layout()->lineAt(0).naturalTextRect().translated(at.topLeft());
    }
    static int pageOf(const QTextBlock& block)
    {
        return static_cast<int>(placeOf(block).center().y() / block.document()->pageSize().height());
    }
    /// A first part of so many steps, then others, one of them longer than a page.
    static Sheet sheetOf(int steps)
    {
        Sheet sheet{"Jobs", "5 jobs, in their order", {}};
        for (int i = 0; i < 5; ++i) {
            SheetPart part{QString("Job %1").arg(i), i % 3 ? "takes an hour" : "", {}};
            if (i == 1) part.says = QString("a part, a tool and a spare; ").repeated(9);
            for (int line = 0; line <= (i == 0 ? steps : i == 2 ? 30 : i); ++line) {
                SheetLine step{QString("Step %1").arg(line), line % 2 ? "with a word on how" : "", "5 min", line > 0};
                if (i == 2 && line % 4 == 3)
                    step = {QString("Mind what is behind it. ").repeated(line), {}, {}, false, false, true};
                part.lines.push_back(step);
            }
            sheet.parts.push_back(part);
        }
        return sheet;
    }
    /// The pages as a printer gets them: painted one after the other.
    static std::vector<QImage> painted(QTextDocument& text)
    {
        std::vector<QImage> pages;
        for (int page = 0; page < text.pageCount(); ++page) {
            pages.emplace_back(text.pageSize().toSize(), QImage::Format_RGB32);
            pages.back().fill(Qt::white);
            QPainter painter(&pages.back());
            paintPage(painter, text, page);
        }
        return pages;
    }
    static bool isPainted(const QTextBlock& block, const std::vector<QImage>& pages)
    {
        const int page = pageOf(block);
        const QRect where = placeOf(block).translated(0, -page * block.document()->pageSize().height()).toRect();
        const QImage part = pages[static_cast<std::size_t>(page)].copy(where);
        for (int y = 0; y < part.height(); ++y)
            for (int x = 0; x < part.width(); ++x)
                if (qGray(part.pixel(x, y)) < 128) return true;
        return false;
    }
private Q_SLOTS:
    void noHeadingStandsAloneAtTheFoot()
    {
        int moved = 0;
        // Step by step the next heading comes down the page, and over its foot.
        for (int steps = 0; steps < 32; ++steps) {
            QTextDocument text;
            layOut(text, {680, 1000}, sheetOf(steps));
            const std::vector<QImage> pages = painted(text);
            QVERIFY(pages.size() > 1);
            int headings = 0;
            for (QTextBlock block = text.begin(); block.isValid(); block = block.next()) {
                if (block.blockFormat().headingLevel() != 2) continue;
                QCOMPARE(block.text(), QString("Job %1").arg(headings++));
                QVERIFY2(isPainted(block, pages), qPrintable(QString("%1, %2").arg(steps).arg(block.text())));
                QTextBlock step = block.next();
                while (!step.text().startsWith("Step 0") && step.isValid()) step = step.next();
                QVERIFY2(pageOf(step) == pageOf(block), qPrintable(block.text()));
                moved += block.blockFormat().pageBreakPolicy() != QTextFormat::PageBreak_Auto;
                const int before = pageOf(block.previous());
                QVERIFY(pageOf(block) == before || pageOf(block) == before + 1);  // no page is left empty
            }
            QCOMPARE(headings, 5);
        }
        QVERIFY(moved > 0);
    }
    void pagesAreCounted()
    {
        QCOMPARE(pagesOf(jobOf(0, 0)), 0);
        QCOMPARE(pagesOf(jobOf(24, 0)), 1);
        QCOMPARE(pagesOf(jobOf(25, 0)), 2);
        QCOMPARE(pagesOf(jobOf(24, 1)), 2);
        StripJob strips;
        for (int i = 0; i < 24; ++i) {
            if (i == 0) strips.strips.push_back({"panel", {}});
            strips.strips.front().ports.push_back({std::to_string(i + 1), "hall", {}});
        }
        QCOMPARE(pagesOf(strips), 1);
    }
    void whatIsGoneIsLeftFree()
    {
        const QRectF first(0, 0.5, 70, 37), second(70, 0.5, 70, 37), third(140, 0.5, 70, 37);
        const LabelJob job = jobOf(1, 1);
        QVERIFY(!isInked(job, 0, first));
        QVERIFY(isInked(job, 0, second));
        QVERIFY(!isInked(job, 0, third));
    }
    void thePageWritesWhatItShows()
    {
        testing::WindowDesk shown;
        shown.window->showSheet("labels");
        auto* page = shown.window->findChild<LabelsPage*>();
        QVERIFY(page && page->isVisible());
        QCOMPARE(page->labels(), 66);  // 26 runs, two ends
        QVERIFY(shown.says("66 labels on 2 pages"));
        shown.named<QSpinBox>("Labels of the first sheet that are gone")->setValue(60);
        QVERIFY(shown.says("66 labels on 2 pages"));
        const QString path = shown.folder.filePath("labels.pdf");
        QVERIFY(page->write(path) && QFileInfo(path).size() > 2000);
        page->setKind(LabelsPage::PanelStrips);
        QCOMPARE(page->labels(), 4);  // two wall jacks of two sockets
        QVERIFY(page->write(path));
        page->setKind(LabelsPage::PortRates);
        QVERIFY(page->labels() > 20);
        QVERIFY(!page->write("/no/such/folder/labels.pdf"));
    }
    void theTourAsAPage()
    {
        testing::WindowDesk shown;
        const QString html = shown.folder.filePath("tour.html"), pdf = shown.folder.filePath("tour.pdf");
        HouseView& house = shown.window->survey().house();
        QVERIFY(writeTour(*shown.document, house, false, html));
        QFile file(html);
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray page = file.readAll();
        QVERIFY(page.contains("<svg") && page.contains("Press hall") && !page.contains("10.20.0.2"));
        QVERIFY(page.count("<svg") > 1 && !page.contains("<?xml"));
        QVERIFY(writeTour(*shown.document, house, true, pdf));
        QVERIFY(QFileInfo(pdf).size() > 20000);
        QVERIFY(!writeTour(*shown.document, house, true, "/no/such/folder/tour.html"));
    }
};

SOKUDO_TEST(PaperTest)
#include "paper_test.moc"
