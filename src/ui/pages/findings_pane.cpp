// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/findings_pane.h"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QScrollArea>
#include <QTimer>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

FindingsPane::FindingsPane(app::MatchPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 0);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    m_lines = column(inner, 0, 8);
    m_lines->setContentsMargins(22, 6, 20, 10);
    scroll->setWidget(inner);
    all->addWidget(scroll);
}

void FindingsPane::refresh()
{
    clear(m_lines);
    if (const QString swap = m_presenter.swapText(); !swap.isEmpty()) {
        auto* card = frame("first");
        auto* row = new QHBoxLayout(card);
        row->addWidget(label(swap, "", true), 1);
        row->addWidget(button("Swap these two", "main", [this] { m_presenter.swapThem(); }));
        m_lines->addWidget(card);
    }
    addLinkDownSteps();
    for (const app::FindingRow& finding : m_presenter.findings()) m_lines->addWidget(line(finding));
    auto* how = button(m_chains ? "Hide the calculations" : "Show the calculations", "quiet", [this] {
        m_chains = !m_chains;
        QTimer::singleShot(0, this, &FindingsPane::refresh);
    });
    auto* foot = new QHBoxLayout;
    foot->setSpacing(14);
    foot->addWidget(how);
    if (!m_presenter.linkDownSteps().empty())
        foot->addWidget(
            button(m_dark ? "Hide what to try" : "Module detected but no link? What to try", "quiet", [this] {
                m_dark = !m_dark;
                QTimer::singleShot(0, this, &FindingsPane::refresh);
            }));
    foot->addStretch(1);
    m_lines->addLayout(foot);
    m_lines->addStretch(1);
}

void FindingsPane::addLinkDownSteps()
{
    const auto steps = m_presenter.linkDownSteps();
    if (steps.empty()) return;
    if (!m_dark) return;
    auto* card = frame("first");
    auto* all = new QVBoxLayout(card);
    all->addWidget(label("Module detected, no link: check in this order", "heading"));
    int number = 0;
    for (const app::LinkDownStepRow& step : steps) {
        auto* row = new QHBoxLayout;
        row->setSpacing(9);
        row->addWidget(new VerdictMark(step.mark), 0, Qt::AlignTop);
        auto* words = new QVBoxLayout;
        words->setSpacing(1);
        words->addWidget(
            label(QString("%1. %2 — %3: %4").arg(++number).arg(step.title, step.state, step.because), "", true));
        if (!step.look.isEmpty()) words->addWidget(label("Do: " + step.look, "soft", true));
        row->addLayout(words, 1);
        all->addLayout(row);
    }
    m_lines->addWidget(card);
}

QWidget* FindingsPane::line(const app::FindingRow& finding)
{
    auto* result = new QWidget;
    auto* layout = new QHBoxLayout(result);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(9);
    layout->addWidget(new VerdictMark(finding.verdict), 0, Qt::AlignTop);
    auto* words = new QVBoxLayout;
    words->setSpacing(1);
    words->addWidget(label(finding.text, "", true));
    if (!finding.working.isEmpty()) words->addWidget(label(finding.working, "soft", true));
    if (m_chains) words->addWidget(label(finding.chain, "soft", true));
    if (!finding.remedy.isEmpty()) words->addWidget(label("Do: " + finding.remedy, "", true));
    if (!finding.caution.isEmpty()) words->addWidget(label(finding.caution, "caution", true));
    if (!finding.clause.isEmpty()) words->addWidget(acceptance(finding));
    layout->addLayout(words, 1);
    auto* source = label(finding.source, "soft", true);
    source->setToolTip(tip(finding.chain));
    source->setFixedWidth(scaled(168));
    source->setAlignment(Qt::AlignRight | Qt::AlignTop);
    layout->addWidget(source, 0, Qt::AlignTop);
    return result;
}

QWidget* FindingsPane::acceptance(const app::FindingRow& finding)
{
    auto* result = new QWidget;
    auto* layout = new QHBoxLayout(result);
    layout->setContentsMargins(0, 0, 0, 0);
    if (finding.waiver.isSet()) {
        layout->addWidget(label("Accepted: " + finding.accepted, "soft", true), 1);
        layout->addWidget(button("Take back", "quiet", [this, id = finding.waiver] { m_presenter.takeBack(id); }));
        return result;
    }
    if (m_accepting != finding.clause) {
        auto* offer = button("Accept with a reason …", "quiet", [this, clause = finding.clause] {
            m_accepting = clause;
            QTimer::singleShot(0, this, &FindingsPane::refresh);  // the button that was pressed is about to go
        });
        layout->addWidget(offer);
        layout->addStretch(1);
        return result;
    }
    auto* reason = new QLineEdit;
    reason->setPlaceholderText("Why is this acceptable here?");
    reason->setAccessibleName("Reason for accepting");
    const auto accept = [this, reason, clause = finding.clause, verdict = finding.verdict] {
        const QString text = reason->text();
        m_accepting.clear();
        if (!m_presenter.accept(clause, verdict, text)) QTimer::singleShot(0, this, &FindingsPane::refresh);
    };
    layout->addWidget(reason, 1);
    layout->addWidget(button("Accept", "", accept));
    layout->addWidget(button("Leave it", "quiet", [this] {
        m_accepting.clear();
        QTimer::singleShot(0, this, &FindingsPane::refresh);
    }));
    connect(reason, &QLineEdit::returnPressed, this, accept);
    QTimer::singleShot(0, reason, qOverload<>(&QWidget::setFocus));
    return result;
}

}  // namespace sokudo::ui
