// SPDX-License-Identifier: GPL-3.0-or-later
// The drawn widgets: marks differ by shape, the bore measures what was measured, keys walk.
#include <QPainter>

#include "app/presenters/match_presenter.h"
#include "app/presenters/path_presenter.h"
#include "desk.h"
#include "ui/theme.h"
#include "ui/widgets/bore_view.h"
#include "ui/widgets/coupling_view.h"
#include "ui/widgets/verdict_mark.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {
QImage mark(Verdict verdict)
{
    QImage image(24, 24, QImage::Format_ARGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    ui::paintVerdict(painter, QRectF(2, 2, 20, 20), verdict, Qt::black);
    return image;
}

/// Rows of a column in which the colour of what was measured stands out.
int measuredRows(const QImage& image, int x)
{
    int rows = 0;
    for (int y = 0; y < image.height(); ++y) {
        const QColor c = image.pixelColor(x, y);
        if (c.red() > c.blue() + 12 && c.red() > c.green() + 12) ++rows;
    }
    return rows;
}
}  // namespace

class BoreViewTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void marksDifferWithoutColour()
    {
        for (Verdict a : kAllVerdicts)
            for (Verdict b : kAllVerdicts)
                if (a < b) QVERIFY2(mark(a) != mark(b), qPrintable(toQt(code(a)) + " looks like " + toQt(code(b))));
    }
    void theCoreIsAsThickAsWhatWasMeasured()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        ui::BoreView bore;
        bore.resize(900, 170);
        auto content = presenter.bore();
        QVERIFY(!content.earlier.empty());
        content.earlier.clear();  // older results are hairlines of their own
        bore.setContent(content);
        const BitRate slowRate = content.measured->value;
        const int slow = measuredRows(bore.grab().toImage(), 20);
        content.measured->value = content.measured->low = content.measured->high = gigabits(2.3);
        bore.setContent(content);
        const int fast = measuredRows(bore.grab().toImage(), 20);
        // below the narrowest stage the core is as thick as its share of it; the dashes of the band lie over some rows
        QVERIFY2(slow > 5 && std::fabs(static_cast<double>(fast) / slow - 2.3 / inGigabits(slowRate)) < 0.7,
                 qPrintable(QString("%1 %2").arg(slow).arg(fast)));
        content.measured.reset();
        bore.setContent(content);
        QCOMPARE(measuredRows(bore.grab().toImage(), 20), 0);
    }
    void keysWalkTheStages()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        ui::BoreView bore;
        bore.resize(900, 170);
        bore.setContent(presenter.bore());
        bore.show();
        QSignalSpy focused(&bore, &ui::BoreView::stageFocused);
        QTest::keyClick(&bore, Qt::Key_Right);
        QTest::keyClick(&bore, Qt::Key_Right);
        QCOMPARE(bore.focusedStage(), 1);
        QTest::keyClick(&bore, Qt::Key_Left);
        QCOMPARE(bore.focusedStage(), 0);
        QCOMPARE(focused.size(), 3);
        QVERIFY(bore.accessibleDescription().contains("processor of scan"));
    }
    void svgHoldsTheFigures()
    {
        Desk desk;
        app::PathPresenter presenter(*desk.document, desk.selection);
        ui::BoreView bore;
        bore.setContent(presenter.bore());
        const QByteArray svg = bore.toSvg();
        QVERIFY(svg.startsWith("<?xml"));
        QVERIFY(svg.contains("2.34"));
        QVERIFY(svg.contains("Cat 6A"));
    }
    void anEmptyBoreSaysWhatToDo()
    {
        ui::BoreView bore;
        bore.resize(600, 170);
        bore.setContent({});
        const QImage image = bore.grab().toImage();
        QVERIFY(image.size().width() >= 600);
        QTest::keyClick(&bore, Qt::Key_Right);
        QCOMPARE(bore.focusedStage(), -1);
    }
    void theCouplingWalksToo()
    {
        Desk desk;
        app::MatchPresenter presenter(*desk.document, desk.selection);
        desk.selection.selectRun(desk.run("q2"));
        ui::CouplingView coupling;
        coupling.resize(900, 100);
        coupling.setPieces(presenter.pieces());
        coupling.show();
        QVERIFY(coupling.accessibleDescription().contains("OM4"));
        for (int i = 0; i < 20; ++i) QTest::keyClick(&coupling, Qt::Key_Right);
        QCOMPARE(coupling.focusedPiece(), static_cast<int>(presenter.pieces().size()) - 1);
        QTest::mouseClick(&coupling, Qt::LeftButton, {}, QPoint(30, 50));
        QCOMPARE(coupling.focusedPiece(), 0);
    }
    void ratesDeepenWithTheirLogarithm()
    {
        int before = 256;
        for (double rate : {0.1, 1.0, 10.0, 100.0}) {
            const int lightness = ui::theme().rate(gigabits(rate)).lightness();
            QVERIFY(lightness < before);
            before = lightness;
        }
    }
    void textStandsOutFromItsGround_data()
    {
        QTest::addColumn<bool>("dark");
        QTest::newRow("light") << false;
        QTest::newRow("dark") << true;
    }
    void textStandsOutFromItsGround()
    {
        QFETCH(bool, dark);
        ui::applyTheme(*qApp, dark, 100);
        const ui::Theme& t = ui::theme();
        const auto luminance = [](const QColor& c) {
            const auto part = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
            return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
        };
        const auto contrast = [&](const QColor& a, const QColor& b) {
            const double x = luminance(a), y = luminance(b);
            return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
        };
        for (const QColor& ground : {t.paper, t.side, t.raised})
            for (const QColor& text :
                 {t.ink, t.soft, t.planDeep, t.fits, t.noLink, t.unsafe, t.limited, t.marginal, t.measured})
                QVERIFY2(
                    contrast(text, ground) >= 4.5,
                    qPrintable(QString("%1 on %2: %3").arg(text.name(), ground.name()).arg(contrast(text, ground))));
        ui::applyTheme(*qApp, false, 100);
    }
};

SOKUDO_TEST(BoreViewTest)
#include "bore_view_test.moc"
