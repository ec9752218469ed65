// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/shell/term_tips.h"

#include <QAbstractButton>
#include <QHelpEvent>
#include <QLabel>
#include <QToolTip>

#include "app/qt_text.h"
#include "core/kb/survey_rows.h"

namespace sokudo::ui {

using app::toQt;

namespace {
constexpr std::size_t kMostTerms = 2;  ///< in one tip: more is a page
}

QString textOf(const QWidget* widget)
{
    if (const auto* label = qobject_cast<const QLabel*>(widget)) return label->text();
    if (const auto* button = qobject_cast<const QAbstractButton*>(widget)) return button->text();
    return {};
}

TermTips::TermTips(const kb::KnowledgeBase& kb, QObject* parent) : QObject(parent), m_kb(kb) {}

bool TermTips::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() != QEvent::ToolTip) return false;
    const auto* label = qobject_cast<QLabel*>(watched);
    if (!label || !label->toolTip().isEmpty()) return false;
    const auto terms = kb::termsIn(m_kb, app::fromQt(label->text()));
    if (terms.empty()) return false;
    QString text = "<qt>";
    for (std::size_t i = 0; i < std::min(kMostTerms, terms.size()); ++i)
        text += QString("%1<b>%2</b>: %3 %4")
                    .arg(i == 0 ? "" : "<br>", toQt(terms[i]->term).toHtmlEscaped(),
                         toQt(terms[i]->says).toHtmlEscaped(), toQt(terms[i]->more).toHtmlEscaped());
    QToolTip::showText(static_cast<QHelpEvent*>(event)->globalPos(), text + "</qt>");
    return true;
}

}  // namespace sokudo::ui
