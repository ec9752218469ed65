// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/judgement_list.h"

#include <QHBoxLayout>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

JudgementList::JudgementList(std::function<QString(const std::string&)> caution,
                             std::function<void(const plan::Subject&)> go, QWidget* parent)
    : QWidget(parent), m_caution(std::move(caution)), m_go(std::move(go))
{
    m_rows = column(this, 0, 8);
}

void JudgementList::show(const std::vector<const power::Judgement*>& judgements)
{
    clear(m_rows);
    if (judgements.empty()) m_rows->addWidget(label("Nothing to say.", "soft"));
    for (const power::Judgement* one : judgements) {
        auto* row = new QHBoxLayout;
        row->setSpacing(8);
        auto* mark = new VerdictMark(one->verdict);
        row->addWidget(mark, 0, Qt::AlignTop);
        auto* words = new QVBoxLayout;
        words->setSpacing(1);
        QString what = toQt(one->what);
        what[0] = what[0].toUpper();
        const plan::Subject about = one->about.empty() ? plan::Subject{} : one->about.front();
        words->addWidget(linkText(what, [this, about] { m_go(about); }));
        words->addWidget(label(toQt(std::string(word(one->verdict))) + ": " + toQt(one->fix), "soft", true));
        if (const QString caution = m_caution(one->caution); !caution.isEmpty())
            words->addWidget(label(caution, "caution", true));
        row->addLayout(words, 1);
        m_rows->addLayout(row);
    }
    m_rows->addStretch(1);
    fitAgain(m_rows);
}

}  // namespace sokudo::ui
