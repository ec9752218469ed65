// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/cheapest_pane.h"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

namespace {

/// What a wish may be, each ready to be taken into the field.
struct Example {
    const char *line, *says;
};
constexpr Example kExamples[] = {
    {"study to vault at 10g", "two devices and a rate; each wish by itself, not all at once"},
    {"all computers to core at 10g", "all of a kind"},
    {"switch in bindery", "a place where a switch may stand; else where some stand now"},
    {"pull bindery to attic 12m", "a cable that can be pulled, and how long it would be"},
    {"no pulling", "no new cable from room to room"},
    {"keep core", "stays as it is: a device, or “run” and its label"},
    {"without dac", "a part or a cable not to be used"},
    {"least cost then watts", "what least means: cost, watts, hours"}};

}  // namespace

CheapestPane::CheapestPane(app::BuyPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(wishes(), 4);
    m_answer = new ScrollColumn(20, 8);
    all->addWidget(m_answer, 6);
    connect(&presenter.cheapest(), &app::CheapestPresenter::changed, this, &CheapestPane::refresh);
    refresh();
}

QWidget* CheapestPane::wishes()
{
    auto* scroll = new ScrollColumn(18, 8);
    auto& rows = scroll->rows();
    rows.addWidget(label("What do you wish for?", "title"));
    rows.addWidget(
        label("Name devices and rates. What works now goes on working. Every way that is offered has passed all "
              "rules.",
              "soft", true));
    auto* row = new QHBoxLayout;
    m_line = new QLineEdit;
    m_line->setPlaceholderText("study to vault at 10g");
    m_line->setAccessibleName("Wish");
    connect(m_line, &QLineEdit::returnPressed, this, &CheapestPane::add);
    row->addWidget(m_line, 1);
    row->addWidget(button("Add", "", [this] { add(); }));
    rows.addLayout(row);
    m_problem = label("", "bad", true);
    m_problem->hide();
    rows.addWidget(m_problem);
    auto* inside = new QWidget;
    m_wishes = column(inside, 0, 4);
    rows.addWidget(inside);
    m_solve = button("Find the cheapest plan", "main", [this] {
        if (m_presenter.cheapest().isSolving()) m_presenter.cheapest().stop();
        else m_presenter.cheapest().solve();
    });
    rows.addWidget(m_solve);
    rows.addWidget(label("A wish may be", "heading"));
    for (const Example& one : kExamples) {
        rows.addWidget(linkText(one.line, [this, one] {
            m_line->setText(one.line);
            m_line->setFocus();
        }));
        rows.addWidget(label(one.says, "soft", true));
    }
    rows.addStretch(1);
    return sidePanel(scroll);
}

void CheapestPane::add()
{
    const QString problem = m_presenter.cheapest().addWish(m_line->text());
    m_problem->setText(problem);
    m_problem->setVisible(!problem.isEmpty());
    if (problem.isEmpty()) m_line->clear();
}

void CheapestPane::refresh()
{
    clear(m_wishes);
    int at = 0;
    for (const QString& wish : m_presenter.cheapest().wishes()) {
        auto* row = new QHBoxLayout;
        row->addWidget(label(wish, "figure", true), 1);
        auto* drop = button("Take out", "quiet", [this, at] { m_presenter.cheapest().dropWish(at); });
        drop->setAccessibleName("Take out " + wish);
        row->addWidget(drop);
        m_wishes->addLayout(row);
        ++at;
    }
    m_solve->setText(m_presenter.cheapest().isSolving() ? "Stop, and keep the best found" : "Find the cheapest plan");
    m_solve->setEnabled(m_presenter.cheapest().isSolving() || !m_presenter.cheapest().wishes().isEmpty());
    fillAnswer();
}

void CheapestPane::fillAnswer()
{
    auto& rows = m_answer->rows();
    clear(&rows);
    const auto& found = m_presenter.cheapest().found();
    if (m_presenter.cheapest().isSolving()) {
        rows.addWidget(label("Searching …", "title"));
        rows.addWidget(label(m_presenter.cheapest().progress(), "", true));
        rows.addStretch(1);
        return fitAgain(&rows);
    }
    if (!m_presenter.cheapest().problem().isEmpty()) {
        rows.addWidget(label("No plan", "title"));
        rows.addWidget(label(m_presenter.cheapest().problem(), "bad", true));
        rows.addStretch(1);
        return fitAgain(&rows);
    }
    if (!found) {
        rows.addWidget(label("The least that it takes", "title"));
        rows.addWidget(
            label("Add a wish, and have the plan of least cost found: switches, cards, modules, cables, direct links "
                  "and break-outs, weighed all at once. The answer says whether it is proved, and what a cheaper "
                  "plan would lack.",
                  "soft", true));
        rows.addStretch(1);
        return fitAgain(&rows);
    }
    fillPlan(*found);
    rows.addStretch(1);
    fitAgain(&rows);
}

QLayout* CheapestPane::takeOverRow()
{
    auto* row = new QHBoxLayout;
    m_name = new QLineEdit;
    m_name->setPlaceholderText("Name of the variant");
    m_name->setAccessibleName("Name of the variant");
    const auto take = [this] {
        if (m_presenter.takeOver(m_name->text()).isSet()) Q_EMIT takenOver();
    };
    connect(m_name, &QLineEdit::returnPressed, this, take);
    row->addWidget(m_name, 1);
    row->addWidget(button("Make this a variant", "main", take));
    return row;
}

void CheapestPane::fillPlan(const buy::CheapestPlan& found)
{
    auto& rows = m_answer->rows();
    const buy::CurrencyConverter converter = m_presenter.converter();
    rows.addWidget(label(toQt(found.sentence), "title", true));
    QString facts = QString("%1 to buy · %2 more · %3 of work")
                        .arg(toQt(converter.text(found.totals.cost)), toQt(text::watt(found.totals.watts)),
                             toQt(text::duration(Duration::of(60 * found.totals.minutes))));
    rows.addWidget(label(facts, "figure", true));
    if (found.greedy)
        rows.addWidget(label("One wish after the other, each the cheapest way, comes to " +
                                 toQt(converter.text(found.greedy->cost)) + ".",
                             "soft", true));
    const auto section = [&](const char* title, const QStringList& lines) {
        if (lines.isEmpty()) return;
        rows.addWidget(label(title, "heading"));
        for (const QString& one : lines) rows.addWidget(label(one, "", true));
    };
    QStringList bought, links, notes;
    for (const std::string& one : found.bought) bought << toQt(one);
    for (const std::string& one : found.links) links << toQt(one);
    for (const text::Sentence& one : found.notes) notes << toQt(one);
    section("Buy for ports", bought);
    section("Join", links);
    if (!found.cheaper.sentence.empty()) section("Why not cheaper", {toQt(found.cheaper.sentence)});
    rows.addLayout(takeOverRow());
    int number = 0;
    if (!found.steps.empty()) rows.addWidget(label("Steps", "heading"));
    for (const buy::PlanStep& one : found.steps) {
        rows.addWidget(label(QString("%1. %2").arg(++number).arg(toQt(one.what)), "", true));
        for (const std::string& caution : one.cautions) rows.addWidget(label(toQt(caution), "caution", true));
    }
    section("Left out of the search", notes);
    rows.addWidget(label(QString("%1 ways to join two devices, out of %2 combinations judged by the rules%3.")
                             .arg(found.choices)
                             .arg(found.proved)
                             .arg(found.plans > 0 ? QString("; %1 part plans bounded").arg(found.plans) : QString()),
                         "soft", true));
}

}  // namespace sokudo::ui
