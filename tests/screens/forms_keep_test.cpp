// SPDX-License-Identifier: GPL-3.0-or-later
// A form changes what was typed into it and nothing else: rows of chance, with every field stated, through each form.
#include <QLineEdit>
#include <QPushButton>

#include "app/presenters/records_presenter.h"
#include "app/presenters/tables_presenter.h"
#include "chance_house.h"
#include "core/editline/record_fields.h"
#include "desk.h"
#include "each_table.h"
#include "store/row.h"
#include "ui/pages/record_form.h"
#include "ui/pages/survey_forms.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;
using houses::Chance;

namespace {

void press(ui::Form& form, const char* text)
{
    for (QPushButton* one : form.findChildren<QPushButton*>())
        if (one->text() == text) return one->click();
    QFAIL("no such button");
}

/// The first line of one of these names.
QLineEdit* lineOf(ui::Form& form, std::initializer_list<const char*> names)
{
    for (const char* name : names)
        if (auto* line = form.findChild<QLineEdit*>(name)) return line;
    return nullptr;
}

/// The keys in which two rows differ.
template <class T>
QStringList differing(const T& before, const T& after)
{
    const Json a = store::toJson(before), b = store::toJson(after);
    QStringList keys;
    for (const auto& [key, value] : a.items())
        if (!b.contains(key) || !(b[key] == value)) keys << app::toQt(key);
    for (const auto& [key, value] : b.items())
        if (!a.contains(key)) keys << app::toQt(key);
    return keys;
}

struct Bench : Desk {
    SurveyPresenter survey{*document, selection, shippedHosts()};
    RecordsPresenter records{*document};
    QStringList refused;
    explicit Bench(const store::Project& project) : Desk(project)
    {
        QObject::connect(document.get(), &Document::failed, document.get(),
                         [this](const QString& why) { refused << why; });
    }

    /// Saved as it was opened, the row is what it was; with one line typed, only that field is another.
    template <class T, class MakeForm>
    void through(const char* kind, const Table<T> plan::Plan::*rows, MakeForm makeForm,
                 std::initializer_list<const char*> lines)
    {
        std::vector<T> all((document->plan().*rows).begin(), (document->plan().*rows).end());
        for (const T& row : all) {
            const plan::Plan before = document->plan();
            {
                const std::unique_ptr<ui::Form> form(makeForm(row));
                press(*form, "Save");
            }
            const T* after = (document->plan().*rows).find(row.id);
            QVERIFY2(after, kind);
            QVERIFY2(document->plan() == before, qPrintable(QString("%1 saved as it was opened: %2 changed of %3")
                                                                .arg(kind, differing(row, *after).join(", "),
                                                                     app::toQt(jsonText(store::toJson(row))))));
            const std::unique_ptr<ui::Form> form(makeForm(row));
            QLineEdit* line = lineOf(*form, lines);
            QVERIFY2(line, kind);
            line->setText("typed in the form");
            press(*form, "Save");
            const QStringList keys = differing(row, *(document->plan().*rows).find(row.id));
            QVERIFY2(keys.size() == 1,
                     qPrintable(QString("%1: %2; %3").arg(kind, keys.join(", "), refused.join("; "))));
            document->undo();
        }
    }
};

}  // namespace

class FormsKeepTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void surveyForms()
    {
        for (int number = 1; number <= 12; ++number) {
            Chance chance(900 + static_cast<std::uint64_t>(number));
            Bench bench(houses::chanceHouse(number, chance));
            auto& survey = bench.survey;
            bench.through<plan::Place>("place", &plan::Plan::places,
                                       [&](const auto& row) { return ui::placeForm(survey, row); }, {"Note"});
            bench.through<plan::Device>("device", &plan::Plan::devices,
                                        [&](const auto& row) { return ui::deviceForm(survey, row); }, {"Note"});
            bench.through<plan::Slot>("slot", &plan::Plan::slots,
                                      [&](const auto& row) { return ui::slotForm(survey, row); }, {"Name"});
            bench.through<plan::Port>("port", &plan::Plan::ports,
                                      [&](const auto& row) { return ui::portForm(survey, row); }, {"Name"});
            bench.through<plan::Run>("run", &plan::Plan::runs,
                                     [&](const auto& row) { return ui::runForm(survey, row); }, {"Note"});
        }
    }
    void recordForms()
    {
        int seen = 0;
        for (int number = 1; number <= 12; ++number) {
            Chance chance(700 + static_cast<std::uint64_t>(number));
            Bench bench(houses::chanceHouse(number, chance));
            sokudo::testing::eachTable([&](auto table) {
                if (!editline::isRecordKind(table.kind)) return;
                using Row = typename decltype(table)::Row;
                std::vector<Row> all((bench.document->plan().*table.rows).begin(),
                                     (bench.document->plan().*table.rows).end());
                for (const Row& row : all) {
                    const plan::Plan before = bench.document->plan();
                    const plan::Subject subject{table.kind, row.id.value};
                    const std::unique_ptr<ui::Form> form(
                        ui::recordForm(bench.records, subject, {}, [](const plan::Subject&) {}));
                    press(*form, "Save");
                    QVERIFY2(bench.document->plan() == before, table.kind);
                    QLineEdit* line = lineOf(*form, {"Note"});
                    if (!line) continue;
                    line->setText("typed in the form");
                    press(*form, "Save");
                    const QStringList keys = differing(row, *(bench.document->plan().*table.rows).find(row.id));
                    QVERIFY2(
                        keys == QStringList{"note"},
                        qPrintable(QString("%1: %2; %3").arg(table.kind, keys.join(","), bench.refused.join("; "))));
                    bench.document->undo();
                    ++seen;
                }
            });
        }
        QVERIFY(seen > 100);
    }
    /// Enter on “Cancel” cancels.
    void enterMeansTheButtonThatHasTheFocus()
    {
        Desk desk;
        SurveyPresenter survey(*desk.document, desk.selection, shippedHosts());
        const plan::Plan before = desk.document->plan();
        const std::unique_ptr<ui::Form> form(ui::deviceForm(survey, *before.devices.find(desk.device("vault"))));
        QSignalSpy closed(form.get(), &ui::Form::closed);
        form->show();
        QVERIFY(QTest::qWaitForWindowExposed(form.get()));
        lineOf(*form, {"Note"})->setText("not to be kept");
        for (QPushButton* one : form->findChildren<QPushButton*>())
            if (one->text() == "Cancel") {
                one->setFocus();
                QTest::keyClick(one, Qt::Key_Return);
            }
        QCOMPARE(closed.size(), 1);
        QVERIFY(desk.document->plan() == before);
        // In a field it saves, as ever.
        const std::unique_ptr<ui::Form> again(ui::deviceForm(survey, *before.devices.find(desk.device("vault"))));
        again->show();
        QVERIFY(QTest::qWaitForWindowExposed(again.get()));
        QLineEdit* note = lineOf(*again, {"Note"});
        note->setText("kept");
        QTest::keyClick(note, Qt::Key_Return);
        QCOMPARE(app::toQt(desk.document->plan().devices.find(desk.device("vault"))->note), "kept");
    }
};

SOKUDO_TEST(FormsKeepTest)
#include "forms_keep_test.moc"
