// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/help_page.h"

#include <QCoreApplication>
#include <QGridLayout>
#include <QLineEdit>
#include <QScrollArea>

#include "app/qt_text.h"
#include "core/editline/edit_line.h"
#include "core/kb/survey_rows.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::toQt;

namespace {

struct Keys {
    const char* keys;
    const char* does;
};
constexpr Keys kKeys[] = {
    {"Alt+1 … Alt+7, Alt+0", "the benches; the path at large"},
    {"Ctrl+K", "find anything, ask a one-line question, or change the house by a line"},
    {"Ctrl+Z, Ctrl+Shift+Z", "undo, redo"},
    {"Ctrl+N, Ctrl+O, Ctrl+E", "new house, open, export"},
    {"Ctrl+Shift+N, Ctrl+W", "another window on this house, close this one"},
    {"Ctrl+,", "settings"},
    {"Ctrl+P, Ctrl+D, Ctrl+R", "add a place, a device, a run"},
    {"Ctrl+D in a table", "fill the selected cells with the first"},
    {"Ctrl+Delete", "delete what is selected"},
    {"arrows, R, P, Enter, Esc",
     "in the house: the next device, the next run, the next port of the device, change it, leave it"},
    {"+, −, 0, F", "in the house: closer, farther, full size, fit to the window"},
    {"Ctrl+wheel, wheel, middle button", "in the house: zoom, scroll, pan"},
    {"L", "in the house: the next layer (rates, verdicts, networks, owner, makeshift)"},
    {"left, right, Enter", "in the bore and the coupling: along the parts; swap one"},
    {"Ctrl+Shift+1 … 3", "in Path: bore, flows, worth"},
    {"Ctrl+Shift+W, L, P, O, A", "in Match: why, light, parts, options, what if all"},
    {"Ctrl+Shift+H, B, T, J, V, G, I",
     "in Survey: house, racks and floors, tables, jacks, versions, census and advice, neighbours"},
    {"Ctrl+Shift+V, B, C, G, W", "in Build: variants, what to buy, cheapest plan, stages, worth it"},
    {"Ctrl+Shift+J, M, T, K, U, D", "in Build: jobs, terminate, wire map, test results, bring-up, cut-over day"},
    {"F1", "this page; on a word of the trade, what it means"},
};

QLabel* figure(const QString& text)
{
    auto* made = label(text, "figure");
    made->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    return made;
}

}  // namespace

HelpPage::HelpPage(const kb::KnowledgeBase& kb, QWidget* parent) : QWidget(parent)
{
    auto* outer = column(this, 0, 0);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inside = new QWidget;
    auto* all = column(inside, 40, 10);
    all->addWidget(label("Help", "title"));
    auto* two = new QHBoxLayout;
    two->setSpacing(40);
    auto* left = new QVBoxLayout;
    left->addWidget(keys());
    left->addSpacing(16);
    left->addWidget(lines());
    left->addSpacing(16);
    left->addWidget(about());
    left->addStretch(1);
    two->addLayout(left, 1);
    two->addWidget(terms(kb), 1);
    all->addLayout(two, 1);
    scroll->setWidget(inside);
    outer->addWidget(scroll);
}

QWidget* HelpPage::keys()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 6);
    all->addWidget(label("Keys", "heading"));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(4);
    grid->setColumnStretch(1, 1);
    int row = 0;
    for (const Keys& one : kKeys) {
        grid->addWidget(figure(one.keys), row, 0);
        grid->addWidget(label(one.does, "", true), row++, 1);
    }
    all->addLayout(grid);
    return holder;
}

QWidget* HelpPage::lines()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 6);
    all->addWidget(label("Change the house by a line (Ctrl+K)", "heading"));
    for (const editline::VerbHelp& verb : editline::verbs()) {
        auto* example = figure(toQt(verb.example));
        example->setTextInteractionFlags(Qt::TextSelectableByMouse);
        example->setWordWrap(true);
        all->addWidget(example);
    }
    all->addWidget(label("docs/edit-lines.md lists them all.", "soft"));
    return holder;
}

/// Words of the trade, with a field that narrows them.
QWidget* HelpPage::terms(const kb::KnowledgeBase& kb)
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 6);
    all->addWidget(label("Words of the trade", "heading"));
    auto* find = new QLineEdit;
    find->setPlaceholderText("Find a word");
    find->setAccessibleName("Find a word");
    all->addWidget(find);
    std::vector<const kb::Term*> terms;
    for (const kb::Term& term : kb.all<kb::Term>()) terms.push_back(&term);
    std::sort(terms.begin(), terms.end(), [](const kb::Term* a, const kb::Term* b) {
        return QString::compare(toQt(a->term), toQt(b->term), Qt::CaseInsensitive) < 0;
    });
    std::vector<QWidget*> rows;
    for (const kb::Term* term : terms) {
        auto* row = new QWidget;
        auto* inside = column(row, 0, 1);
        inside->setContentsMargins(0, 4, 0, 2);
        auto* name = label(toQt(term->term));
        name->setFont(typeface(Face::Strong, 13));
        inside->addWidget(name);
        inside->addWidget(label(toQt(term->says + " " + term->more), "soft", true));
        row->setProperty("words", toQt(term->term + " " + text::joined(term->aliases, " ")).toLower());
        all->addWidget(row);
        rows.push_back(row);
    }
    connect(find, &QLineEdit::textChanged, holder, [rows](const QString& typed) {
        for (QWidget* row : rows)
            row->setVisible(row->property("words").toString().contains(typed.trimmed().toLower()));
    });
    all->addStretch(1);
    return holder;
}

QWidget* HelpPage::about()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 6);
    all->addWidget(label("About", "heading"));
    all->addWidget(label(QString("Sokudo %1 plans, checks and measures fast networks at home.")
                             .arg(QCoreApplication::applicationVersion()),
                         "", true));
    all->addWidget(
        label("It gives technical planning help. Electrical, fire and building rules are local, and where they differ, "
              "they win; work on mains, "
              "roofs and in walls belongs to licensed trades where local code says so.",
              "soft", true));
    all->addWidget(
        label("Free software: GNU General Public License, version 3 or later. Nothing you enter leaves this machine.",
              "soft", true));
    return holder;
}

}  // namespace sokudo::ui
