// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/terminate_pane.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>

#include "app/qt_text.h"
#include "core/kb/build_rows.h"
#include "core/kb/rule_rows.h"
#include "core/settings/trunking.h"
#include "ui/paper/work_sheets.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/pin_out_view.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

namespace {

const std::vector<std::pair<QString, QString>> kEnds{{"jack", "Jack or panel"},
                                                     {"plug", "Plug"},
                                                     {"coax", "Coax"},
                                                     {"fibre", "Fibre"}};

std::vector<const kb::EndStep*> stepsOf(const kb::KnowledgeBase& kb, const QString& end)
{
    std::vector<const kb::EndStep*> all;
    for (const kb::EndStep& row : kb.all<kb::EndStep>())
        if (toQt(row.end) == end) all.push_back(&row);
    return all;
}

QPushButton* choice(const QString& text, const std::function<void()>& clicked)
{
    auto* made = button(text, "", clicked);
    made->setCheckable(true);
    made->setMinimumHeight(scaled(40));
    return made;
}

}  // namespace

TerminatePane::TerminatePane(const kb::KnowledgeBase& kb, QWidget* parent) : QWidget(parent), m_kb(kb)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(left(), 5);
    all->addWidget(right(), 6);
    fill();
}

QWidget* TerminatePane::left()
{
    auto* holder = new ScrollColumn(20, 10);
    auto& rows = holder->rows();
    auto* ends = new QHBoxLayout;
    for (const auto& [id, name] : kEnds) {
        auto* one = choice(name, [this, end = id] { showEnd(end); });
        m_ends << one;
        ends->addWidget(one);
    }
    ends->addStretch(1);
    rows.addLayout(ends);
    auto* schemes = new QHBoxLayout;
    for (const char* scheme : {"T568B", "T568A"}) {
        auto* one = choice(scheme, [this, scheme] { showScheme(scheme); });
        m_schemes << one;
        schemes->addWidget(one);
    }
    schemes->addWidget(label("one scheme at both ends, as everywhere in the house", "soft", true), 1);
    rows.addLayout(schemes);
    m_pins = new PinOutView;
    rows.addWidget(m_pins);
    m_pinsSay = label("Pin 1 is at the left when you look at the contacts with the clip away from you.", "soft", true);
    rows.addWidget(m_pinsSay);
    rows.addWidget(label("Surface trunking", "heading"));
    auto* line = new QLineEdit;
    line->setPlaceholderText("4.2m 3.1m door=0.8x2.05m");
    line->setAccessibleName("Walls and doorways");
    m_trunking = label("Walls one after the other, and the doorways between: how much trunking and how many corners.",
                       "soft", true);
    connect(line, &QLineEdit::textEdited, this, [this](const QString& text) {
        const auto way = settings::trunkingWay(app::fromQt(text));
        m_trunking->setText(way ? toQt(settings::trunkingList(*way).says) : toQt(way.error().message()));
    });
    rows.addWidget(line);
    rows.addWidget(m_trunking);
    rows.addStretch(1);
    return holder;
}

QWidget* TerminatePane::right()
{
    auto* holder = new QWidget;
    holder->setObjectName("side");
    auto* rows = column(holder, 0, 8);
    m_steps = new ScrollColumn(20, 10);
    rows->addWidget(m_steps, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(20, 4, 20, 14);
    m_back = button("Step back", "", [this] { go(-1); });
    m_next = button("Next step", "main", [this] { go(1); });
    for (QPushButton* one : {m_back, m_next}) one->setMinimumHeight(scaled(48));
    foot->addWidget(m_back, 1);
    foot->addWidget(m_next, 2);
    foot->addWidget(button("Print …", "quiet", [this] {
        const QString path = QFileDialog::getSaveFileName(this, "Print the steps", m_end + ".pdf", "PDF (*.pdf)");
        if (!path.isEmpty())
            if (const QString problem = savePdf(path); !problem.isEmpty()) m_trunking->setText(problem);
    }));
    rows->addLayout(foot);
    return holder;
}

QString TerminatePane::savePdf(const QString& path) const { return printSheet(path, endSheet(m_kb, m_end, m_scheme)); }

void TerminatePane::showEnd(const QString& end)
{
    m_end = end;
    m_step = 0;
    fill();
}

void TerminatePane::showScheme(const QString& scheme)
{
    m_scheme = scheme;
    fill();
}

void TerminatePane::go(int steps)
{
    const int count = static_cast<int>(stepsOf(m_kb, m_end).size());
    m_step = std::clamp(m_step + steps, 0, std::max(0, count - 1));
    fill();
}

void TerminatePane::fill()
{
    for (int i = 0; i < m_ends.size(); ++i) m_ends[i]->setChecked(kEnds[static_cast<std::size_t>(i)].first == m_end);
    for (QPushButton* one : m_schemes) one->setChecked(one->text() == m_scheme);
    const bool hasPins = m_end == "jack" || m_end == "plug";
    for (QPushButton* one : m_schemes) one->setEnabled(hasPins);
    m_pins->setVisible(hasPins);
    m_pinsSay->setVisible(hasPins);
    QStringList colours, pairs;
    for (const kb::Pin& pin : m_kb.all<kb::Pin>()) {
        colours << toQt(m_scheme == "T568A" ? pin.t568a : pin.t568b);
        pairs << "pair " + toQt(pin.pair).left(1);
    }
    m_pins->setPins(m_scheme, colours, pairs);

    auto& rows = m_steps->rows();
    clear(&rows);
    const auto steps = stepsOf(m_kb, m_end);
    m_back->setEnabled(m_step > 0);
    m_next->setEnabled(m_step + 1 < static_cast<int>(steps.size()));
    if (steps.empty()) return rows.addStretch(1);
    const kb::EndStep& step = *steps[static_cast<std::size_t>(m_step)];
    rows.addWidget(label(QString("Step %1 of %2").arg(m_step + 1).arg(steps.size()), "soft"));
    auto* large = label(toQt(step.text), "step", true);
    large->setAccessibleName("Step");
    rows.addWidget(large);
    if (!step.tool.empty()) rows.addWidget(label("With: " + toQt(step.tool), "", true));
    if (const auto* caution = m_kb.find<kb::Caution>(step.caution))
        rows.addWidget(label(toQt(caution->text), "caution", true));
    rows.addSpacing(scaled(12));
    rows.addWidget(label("All steps", "heading"));
    for (std::size_t i = 0; i < steps.size(); ++i)
        rows.addWidget(linkText(
            QString("%1%2. %3").arg(static_cast<int>(i) == m_step ? "→ " : "").arg(i + 1).arg(toQt(steps[i]->text)),
            [this, i] {
                m_step = static_cast<int>(i);
                fill();
            }));
    rows.addStretch(1);
    fitAgain(&rows);
}

}  // namespace sokudo::ui
