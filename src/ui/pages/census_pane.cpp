// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/census_pane.h"

#include <QGridLayout>
#include <QScrollArea>

#include "app/qt_text.h"
#include "core/survey/advice.h"
#include "core/survey/census.h"
#include "core/survey/contradictions.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {

constexpr int kLongCell = 36;  ///< characters; longer ones are wrapped

QVBoxLayout* scrollingColumn(QHBoxLayout* row, const char* kind, int stretch)
{
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAsNeeded);
    auto* inside = new QWidget;
    auto* all = column(inside, 20, 8);
    scroll->setWidget(inside);
    auto* panel = frame(kind);
    column(panel, 0, 0)->addWidget(scroll);
    row->addWidget(panel, stretch);
    return all;
}

}  // namespace

CensusPane::CensusPane(app::SurveyPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    m_left = scrollingColumn(row, "list", 2);
    m_right = scrollingColumn(row, "", 3);
    connect(&presenter, &app::SurveyPresenter::changed, this, [this] {
        m_isStale = true;
        if (isVisible()) refresh();
    });
}

void CensusPane::showEvent(QShowEvent*)
{
    if (m_isStale) refresh();
}

void CensusPane::refresh()
{
    m_isStale = false;
    clear(m_left);
    clear(m_right);
    addContradictions(m_left);
    m_left->addSpacing(14);
    addAdvice(m_left);
    m_left->addStretch(1);
    addTables(m_right);
    m_right->addStretch(1);
}

void CensusPane::addContradictions(QVBoxLayout* all)
{
    const auto found = survey::contradictions(m_presenter.plan(), m_presenter.document().knowledge());
    all->addWidget(label("Records that contradict", "heading"));
    if (found.empty()) all->addWidget(label("None: no two records exclude each other.", "soft", true));
    for (const survey::Contradiction& one : found) {
        auto* row = new QHBoxLayout;
        row->addWidget(new VerdictMark(Verdict::Marginal), 0, Qt::AlignTop);
        auto* words = new QVBoxLayout;
        words->setSpacing(1);
        words->addWidget(label(toQt(one.what), "", true));
        auto* last = new QHBoxLayout;
        last->addWidget(label(toQt(one.fix), "soft", true), 1);
        if (!one.subjects.empty())
            last->addWidget(button("Show", "quiet", [this, at = one.subjects.front()] { Q_EMIT chosen(at); }));
        words->addLayout(last);
        row->addLayout(words, 1);
        all->addLayout(row);
    }
}

void CensusPane::addAdvice(QVBoxLayout* all)
{
    const auto advice =
        survey::advice(m_presenter.plan(), m_presenter.document().knowledge(), m_presenter.document().analysis().links);
    all->addWidget(label("Advice on the shape of the network", "heading"));
    if (advice.empty()) all->addWidget(label("Nothing in the survey asks for advice yet.", "soft", true));
    for (const survey::Advice& one : advice) {
        auto* card = frame("card");
        auto* words = new QVBoxLayout(card);
        words->setContentsMargins(12, 8, 12, 8);
        words->setSpacing(3);
        auto* title = label(toQt(one.title), "", true);
        title->setFont(typeface(Face::Strong, 13));
        words->addWidget(title);
        words->addWidget(label("Because " + toQt(one.reason) + ".", "", true));
        if (!one.other.empty()) words->addWidget(label("The other practice: " + toQt(one.other) + ".", "soft", true));
        all->addWidget(card);
    }
}

void CensusPane::addTables(QVBoxLayout* all)
{
    const auto tables =
        survey::census(m_presenter.plan(), m_presenter.document().knowledge(), m_presenter.document().analysis().links);
    if (tables.empty()) all->addWidget(label("Nothing is surveyed yet.", "soft"));
    for (const survey::CensusTable& table : tables) {
        all->addWidget(label(toQt(table.title), "heading"));
        auto* holder = new QWidget;
        holder->setMinimumHeight(static_cast<int>(table.rows.size() + 1) * scaled(21));
        auto* grid = new QGridLayout(holder);
        grid->setContentsMargins(0, 0, 0, 0);
        grid->setHorizontalSpacing(16);
        grid->setVerticalSpacing(2);
        const int columns = static_cast<int>(table.headings.size());
        for (int i = 0; i < columns; ++i)
            grid->addWidget(label(toQt(table.headings[static_cast<std::size_t>(i)]), "soft"), 0, i);
        grid->setRowMinimumHeight(0, scaled(18));
        int row = 1;
        for (const auto& cells : table.rows) {
            for (int i = 0; i < columns; ++i) {
                const QString text = toQt(cells[static_cast<std::size_t>(i)]);
                auto* cell = label(text, text == "not known" ? "soft" : "", text.size() > kLongCell);
                grid->addWidget(cell, row, i);
                if (text.size() > kLongCell) grid->setColumnStretch(i, 2);
            }
            grid->setRowMinimumHeight(row, scaled(18));
            ++row;
        }
        grid->setColumnStretch(columns, 1);
        all->addWidget(holder);
        for (const std::string& sentence : table.says) all->addWidget(label(toQt(sentence), "soft", true));
        if (table.id == "ports")
            for (const QString& sentence : m_presenter.portForecast()) all->addWidget(label(sentence, "soft", true));
        all->addSpacing(12);
    }
}

}  // namespace sokudo::ui
