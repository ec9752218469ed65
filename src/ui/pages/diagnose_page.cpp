// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/diagnose_page.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QScrollArea>

#include "ui/theme.h"
#include "ui/widgets/bore_view.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {
namespace {

/// A bar as long as the share of belief.
class ShareBar final : public QWidget {
public:
    ShareBar(double share, bool leads) : m_share(share), m_leads(leads)
    {
        setFixedHeight(scaled(13));
        setMinimumWidth(60);
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        painter.fillRect(QRectF(0, 0, std::max(3.0, width() * m_share), height()),
                         m_leads ? theme().planDeep : theme().plan);
    }

private:
    double m_share;
    bool m_leads;
};

/// A scrolling column under a heading.
QVBoxLayout* scrollingColumn(QHBoxLayout* into, const QString& heading, const QString& remark, int stretch)
{
    auto* holder = new QWidget;
    auto* outer = column(holder, 0, 4);
    outer->setContentsMargins(0, 10, 0, 6);
    outer->addWidget(label(heading, "heading"));
    outer->addWidget(label(remark, "soft", true));
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inside = new QWidget;
    auto* result = column(inside, 0, 7);
    result->setContentsMargins(0, 4, 10, 4);
    scroll->setWidget(inside);
    outer->addWidget(scroll, 1);
    into->addWidget(holder, stretch);
    return result;
}

QHBoxLayout* cautionLine(const QString& text)
{
    auto* line = new QHBoxLayout;
    line->addWidget(new VerdictMark(Verdict::Unsafe), 0, Qt::AlignTop);
    line->addWidget(label(text, "caution", true), 1);
    return line;
}

}  // namespace

DiagnosePage::DiagnosePage(app::DiagnosePresenter& presenter, app::PathPresenter& path, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_path(path)
{
    auto* all = column(this, 0, 0);
    auto* head = new QWidget;
    auto* headColumn = column(head, 0, 3);
    headColumn->setContentsMargins(24, 12, 24, 10);
    m_heading = label("", "title");
    m_sentence = label("", "", true);
    headColumn->addWidget(m_heading);
    headColumn->addWidget(m_sentence);
    all->addWidget(head);
    auto* boreFrame = frame("foot");
    auto* boreColumn = column(boreFrame, 0, 0);
    boreColumn->setContentsMargins(20, 6, 20, 4);
    m_bore = new BoreView;
    m_bore->setFixedHeight(scaled(158));
    boreColumn->addWidget(m_bore);
    all->addWidget(boreFrame);
    auto* columns = new QHBoxLayout;
    columns->setContentsMargins(24, 0, 24, 0);
    columns->setSpacing(26);
    m_evidence = scrollingColumn(columns, "Evidence", "from hosts, plan, log and your answers", 10);
    m_causes = scrollingColumn(columns, "Likely causes", "probability given the evidence", 11);
    m_next = scrollingColumn(columns, "Do next", "most informative per minute first", 11);
    all->addLayout(columns, 1);
    auto* foot = frame("foot");
    auto* footRow = new QHBoxLayout(foot);
    footRow->setContentsMargins(24, 8, 24, 8);
    footRow->setSpacing(18);
    m_tried = new QHBoxLayout;
    m_tried->setSpacing(18);
    m_said = label("", "soft");
    footRow->addWidget(label("Tried so far", "heading"));
    footRow->addLayout(m_tried);
    footRow->addStretch(1);
    footRow->addWidget(m_said);
    m_keep = button("Write to the logbook", "", [this] {
        if (m_presenter.keepConclusion()) m_said->setText("The conclusion is in the logbook.");
    });
    footRow->addWidget(m_keep);
    all->addWidget(foot);
    connect(&presenter, &app::DiagnosePresenter::changed, this, &DiagnosePage::refresh);
    connect(&path, &app::PathPresenter::changed, this, &DiagnosePage::refresh);
    connect(&presenter, &app::DiagnosePresenter::hostsRead, m_said, &QLabel::setText);
    refresh();
}

void DiagnosePage::refresh()
{
    m_heading->setText(m_presenter.heading());
    m_sentence->setText(m_presenter.sentence());
    m_bore->setContent(m_path.bore());
    fillEvidence();
    fillCauses();
    fillNext();
    const QString conclusion = m_presenter.conclusion();
    m_keep->setEnabled(!conclusion.isEmpty());
    m_keep->setToolTip(tip(conclusion));
    clear(m_tried);
    const QStringList tried = m_presenter.tried();
    for (const QString& one : tried.mid(std::max(0, static_cast<int>(tried.size()) - window()->width() / scaled(240))))
        m_tried->addWidget(label(one, "figure"));
}

void DiagnosePage::fillEvidence()
{
    clear(m_evidence);
    for (const auto& row : m_presenter.evidence()) {
        auto* line = new QWidget;
        auto* layout = new QHBoxLayout(line);
        layout->setContentsMargins(0, 0, 0, 0);
        layout->setSpacing(8);
        auto* yes = label(row.unsure ? "?" : row.present ? "yes" : "no", "figure");
        yes->setFixedWidth(scaled(28));
        layout->addWidget(yes, 0, Qt::AlignTop);
        layout->addWidget(label(row.text, "", true), 1);
        if (row.told) {
            auto* undo = button("Take back", "quiet", [this, row] {
                if (row.unsure) m_presenter.cannotTell(row.flag);
                else m_presenter.answer(row.flag, row.present);
            });
            undo->setAccessibleName("Take back: " + row.text);
            layout->addWidget(undo, 0, Qt::AlignTop);
        } else {
            layout->addWidget(label(row.witness, "soft"), 0, Qt::AlignTop);
        }
        m_evidence->addWidget(line);
    }
    m_evidence->addStretch(1);
}

void DiagnosePage::fillCauses()
{
    clear(m_causes);
    if (m_presenter.isFine())
        m_causes->addWidget(label("Nothing to explain: the result is as fast as this path should be.", "good", true));
    bool leads = true;
    for (const auto& row : m_presenter.causes(8)) {
        auto* block = new QWidget;
        auto* inside = column(block, 0, 1);
        auto* bar = new QHBoxLayout;
        bar->setSpacing(8);
        bar->addWidget(new ShareBar(row.portion, leads), 1);
        auto* share = label(row.share, "figure");
        share->setFixedWidth(scaled(48));
        share->setAlignment(Qt::AlignRight);
        bar->addWidget(share);
        inside->addLayout(bar);
        auto* title = label(row.title, "heading", true);
        inside->addWidget(title);
        if (!row.reason.isEmpty()) inside->addWidget(label(row.reason, "soft", true));
        if (leads && !row.fix.isEmpty()) addFix(*inside, row);
        m_causes->addWidget(block);
        leads = false;
    }
    for (const auto& row : m_presenter.struckOff()) {
        auto* line = new QHBoxLayout;
        line->addWidget(label("Fixed without success: " + row.title, "soft", true), 1);
        auto* undo = button("Take back", "quiet", [this, row] { m_presenter.fixFailed(row.id); });
        undo->setAccessibleName("Suspect again: " + row.title);
        line->addWidget(undo, 0, Qt::AlignTop);
        m_causes->addLayout(line);
    }
    for (const QString& line : m_presenter.ruledOut()) m_causes->addWidget(label("Ruled out. " + line, "soft", true));
    m_causes->addStretch(1);
}

/// What cures the likeliest cause, its caution, and the way to say that it did not help.
void DiagnosePage::addFix(QVBoxLayout& into, const app::CauseRow& row)
{
    auto* fix = new QHBoxLayout;
    fix->addWidget(label("Fix: " + row.fix, "", true), 1);
    auto* failed = button("Did not help", "quiet", [this, row] { m_presenter.fixFailed(row.id); });
    failed->setAccessibleName("The fix did not help: " + row.title);
    fix->addWidget(failed, 0, Qt::AlignTop);
    into.addLayout(fix);
    if (!row.caution.isEmpty()) into.addLayout(cautionLine(row.caution));
}

QWidget* DiagnosePage::nextCard(const app::NextRow& row, bool first)
{
    auto* card = frame(first ? "first" : "card");
    auto* inside = column(card, 0, 4);
    inside->setContentsMargins(12, 8, 10, 8);
    auto* top = new QHBoxLayout;
    top->addWidget(label(row.title, "heading", true), 1);
    if (row.canRead)
        top->addWidget(button("Read now", first ? "main" : "",
                              [this] {
                                  m_said->setText("reading …");
                                  m_presenter.readHosts();
                              }),
                       0, Qt::AlignTop);
    else if (row.canMeasure)
        top->addWidget(button("Measure", first ? "main" : "", [this] { Q_EMIT measureAsked(); }), 0, Qt::AlignTop);
    inside->addLayout(top);
    auto* facts = new QHBoxLayout;
    facts->addWidget(label(row.house.isEmpty() ? row.cost : row.cost + ", " + row.house, "figure", true), 1);
    facts->addWidget(label(row.gain, "soft"));
    inside->addLayout(facts);
    int shown = 0;
    for (const auto& question : row.questions) {
        if (++shown > 3) break;
        auto* line = new QHBoxLayout;
        line->addWidget(label(question.text + "?", "soft", true), 1);
        auto* yes = button("Yes", "quiet", [this, question] { m_presenter.answer(question.flag, true); });
        auto* no = button("No", "quiet", [this, question] { m_presenter.answer(question.flag, false); });
        yes->setAccessibleName("Yes: " + question.text);
        no->setAccessibleName("No: " + question.text);
        line->addWidget(yes, 0, Qt::AlignTop);
        line->addWidget(no, 0, Qt::AlignTop);
        auto* unsure = button("Not sure", "quiet", [this, question] { m_presenter.cannotTell(question.flag); });
        unsure->setAccessibleName("Not sure: " + question.text);
        line->addWidget(unsure, 0, Qt::AlignTop);
        inside->addLayout(line);
    }
    if (!row.caution.isEmpty()) inside->addLayout(cautionLine(row.caution));
    return card;
}

void DiagnosePage::fillNext()
{
    clear(m_next);
    if (!m_presenter.hasTrial()) {
        m_next->addWidget(button("Measure this path", "main", [this] { Q_EMIT measureAsked(); }), 0, Qt::AlignLeft);
        m_next->addStretch(1);
        return;
    }
    bool first = true;
    for (const auto& row : m_presenter.next(6)) {
        m_next->addWidget(nextCard(row, first));
        first = false;
    }
    m_next->addStretch(1);
}

}  // namespace sokudo::ui
