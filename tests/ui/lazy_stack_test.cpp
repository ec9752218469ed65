// SPDX-License-Identifier: GPL-3.0-or-later
#include <QLabel>

#include "testing.h"
#include "ui/widgets/lazy_stack.h"

using namespace sokudo;

class LazyStackTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aPageIsBuiltOnceAndWhenShown()
    {
        ui::LazyStack stack;
        QList<int> built;
        for (int i = 0; i < 3; ++i)
            stack.addLater([&built, i] {
                built << i;
                return new QLabel(QString::number(i));
            });
        QVERIFY(built.isEmpty());
        QCOMPARE(stack.count(), 3);
        stack.showPage(1);
        QCOMPARE(built, QList<int>{1});
        QCOMPARE(stack.currentIndex(), 1);
        QCOMPARE(qobject_cast<QLabel*>(stack.currentWidget())->text(), "1");
        stack.showPage(1);
        QCOMPARE(built.size(), 1);
        QVERIFY(stack.isBuilt(1) && !stack.isBuilt(0));
    }
    /// What is shown stays shown while the others are built beside it.
    void warmingUpLeavesTheShownPage()
    {
        ui::LazyStack stack;
        for (int i = 0; i < 4; ++i) stack.addLater([i] { return new QLabel(QString::number(i)); });
        stack.showPage(2);
        int rounds = 0;
        while (stack.buildNext()) ++rounds;
        QCOMPARE(rounds, 3);
        QCOMPARE(stack.count(), 4);
        QCOMPARE(stack.currentIndex(), 2);
        for (int i = 0; i < 4; ++i) QCOMPARE(qobject_cast<QLabel*>(stack.widget(i))->text(), QString::number(i));
    }
    /// The page that is current is built by the asking and stays current.
    void theFirstPageIsAskedFor()
    {
        ui::LazyStack stack;
        for (int i = 0; i < 2; ++i) stack.addLater([i] { return new QLabel(QString::number(i)); });
        QCOMPARE(qobject_cast<QLabel*>(stack.page(0))->text(), "0");
        QCOMPARE(stack.currentIndex(), 0);
    }
};

SOKUDO_TEST(LazyStackTest)
#include "lazy_stack_test.moc"
