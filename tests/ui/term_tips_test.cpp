// SPDX-License-Identifier: GPL-3.0-or-later
// Words of the field explain themselves where they are shown.
#include <QApplication>
#include <QHelpEvent>
#include <QLabel>
#include <QToolTip>

#include "desk.h"
#include "ui/shell/term_tips.h"

using namespace sokudo;
using namespace sokudo::ui;

class TermTipsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void wordsOfTheTradeExplainThemselves()
    {
        TermTips tips(testing::knowledge());
        QLabel label("What the MTU of this link is");
        label.installEventFilter(&tips);
        label.show();
        QHelpEvent ask(QEvent::ToolTip, {2, 2}, label.mapToGlobal(QPoint(2, 2)));
        QApplication::sendEvent(&label, &ask);
        QVERIFY2(QToolTip::text().contains("MTU"), qPrintable(QToolTip::text()));
        QToolTip::hideText();
    }
    void aTipOfItsOwnGoesFirst()
    {
        TermTips tips(testing::knowledge());
        QLabel own("the MTU"), plain("nothing to say here");
        own.setToolTip("its own");
        QHelpEvent ask(QEvent::ToolTip, {2, 2}, {2, 2});
        QVERIFY(!static_cast<QObject&>(tips).eventFilter(&own, &ask));
        QVERIFY(!static_cast<QObject&>(tips).eventFilter(&plain, &ask));
        QCOMPARE(textOf(&own), "the MTU");
        QVERIFY(textOf(nullptr).isEmpty());
    }
};

SOKUDO_TEST(TermTipsTest)
#include "term_tips_test.moc"
