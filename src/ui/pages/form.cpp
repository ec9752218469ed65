// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/form.h"

#include <QAbstractButton>
#include <QComboBox>
#include <QFormLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QSpinBox>

#include "core/base/text.h"
#include "core/oneline/tokens.h"
#include "ui/theme.h"
#include "ui/widgets/facts_editor.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

Form::Form(const QString& title, QWidget* parent) : QWidget(parent)
{
    auto* all = column(this, 18, 10);
    all->addWidget(label(title, "title", true));
    m_fields = new QFormLayout;
    m_fields->setLabelAlignment(Qt::AlignLeft);
    m_fields->setFieldGrowthPolicy(QFormLayout::ExpandingFieldsGrow);
    if (isVeryLarge()) m_fields->setRowWrapPolicy(QFormLayout::WrapAllRows);
    m_fields->setVerticalSpacing(8);
    m_fields->setHorizontalSpacing(12);
    all->addLayout(m_fields);
    auto* noticeRow = new QHBoxLayout;
    m_mark = new VerdictMark(std::nullopt);
    m_notice = label("", "", true);
    noticeRow->addWidget(m_mark, 0, Qt::AlignTop);
    noticeRow->addWidget(m_notice, 1);
    all->addLayout(noticeRow);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(button("Save", "main", [this] { save(); }));
    buttons->addWidget(button("Cancel", "", [this] { Q_EMIT closed(); }));
    buttons->addStretch(1);
    all->addLayout(buttons);
    m_extra = new QVBoxLayout;
    all->addLayout(m_extra);
    all->addStretch(1);
}

void Form::setNotice(std::optional<Verdict> verdict, const QString& text)
{
    static_cast<VerdictMark*>(m_mark)->setVerdict(verdict);
    m_notice->setText(text);
}

void Form::addAction(const QString& text, std::function<void()> act)
{
    m_extra->addWidget(button(text, "quiet", act), 0, Qt::AlignLeft);
}

void Form::save()
{
    if (m_save && m_save()) Q_EMIT closed();
}

void Form::keyPressEvent(QKeyEvent* event)
{
    const bool isEnter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    // On a button Enter means that button, be it “Cancel”.
    auto* pressed = isEnter ? qobject_cast<QAbstractButton*>(focusWidget()) : nullptr;
    if (pressed) pressed->click();
    else if (isEnter) save();
    else if (event->key() == Qt::Key_Escape) Q_EMIT closed();
    else QWidget::keyPressEvent(event);
}

QLineEdit* line(Form& form, const QString& name, const std::string& value, const QString& hint)
{
    auto* result = new QLineEdit(toQt(value));
    result->setProperty("first", toQt(value));
    result->setCursorPosition(0);  // a long text shows how it begins
    result->setPlaceholderText(hint);
    result->setAccessibleName(name);
    result->setObjectName(name);
    form.fields().addRow(name, result);
    return result;
}

void readText(const QLineEdit* edit, std::string& into)
{
    if (isTyped(edit)) into = fromQt(edit->text().trimmed());
}

bool isTyped(const QLineEdit* edit) { return edit->text() != edit->property("first").toString(); }

QComboBox* choice(Form& form, const QString& name, const Choices& entries, const std::string& value,
                  const QString& none)
{
    auto* result = new QComboBox;
    if (!none.isEmpty()) result->addItem(none, QString());
    for (const auto& [id, text] : entries) result->addItem(text, toQt(id));
    // What the list does not offer, such as a module whose own row is gone, stays what it is until another is chosen.
    const bool isStated = !value.empty() && value != "0";
    if (isStated && result->findData(toQt(value)) < 0) result->addItem(toQt(value) + " (not in the list)", toQt(value));
    result->setCurrentIndex(std::max(0, result->findData(toQt(value))));
    result->setAccessibleName(name);
    result->setObjectName(name);
    result->setMinimumContentsLength(8);
    result->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    result->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    form.fields().addRow(name, result);
    return result;
}

std::string chosen(const QComboBox* box) { return fromQt(box->currentData().toString()); }

std::int64_t chosenId(const QComboBox* box) { return box->currentData().toString().toLongLong(); }

QSpinBox* number(Form& form, const QString& name, int value, int least, int most, const QString& suffix)
{
    auto* result = new QSpinBox;
    result->setRange(std::min(least, value), std::max(most, value));
    result->setValue(value);
    result->setSuffix(suffix);
    result->setAccessibleName(name);
    result->setObjectName(name);
    form.fields().addRow(name, result);
    return result;
}

std::optional<Length> lengthFrom(const QString& text)
{
    const std::string typed = text::lower(fromQt(QString(text).remove(' ').remove(QChar(0x202F))));
    if (const auto metres = text::parseNumber(typed))
        return *metres > 0 ? std::optional(Length::of(*metres)) : std::nullopt;
    return oneline::lengthOf(typed);
}

std::optional<std::pair<Length, Length>> lengthsFrom(const QString& text)
{
    const QStringList parts = QString(text).replace(QChar(0x00D7), 'x').toLower().split('x');
    // A corner may lie at 0, which is no length of a cable.
    const auto one = [](const QString& part) {
        return part.trimmed() == "0" ? std::optional(Length{}) : lengthFrom(part);
    };
    const auto first = one(parts.front()), second = one(parts.back());
    if (!first || !second || parts.size() > 2) return std::nullopt;
    return std::pair(*first, *second);
}

std::string lengthsText(Length a, Length b) { return text::number(a.in(), 6) + " x " + text::number(b.in(), 6); }

SourceEntry::SourceEntry(Form& form)
{
    Choices origins;
    for (const auto origin :
         {plan::Origin::Read, plan::Origin::Measured, plan::Origin::Printed, plan::Origin::Told, plan::Origin::Guessed})
        origins.emplace_back(std::string(code(origin)), toQt(code(origin)));
    m_origin = choice(form, "Known from", origins, "", "not said");
    m_on = line(form, "Date known", "", "2026-11-28");
}

std::optional<plan::Source> SourceEntry::read() const
{
    const auto origin = plan::originFromCode(chosen(m_origin));
    if (!origin) return std::nullopt;
    return plan::Source{*origin, fromQt(m_on->text().trimmed())};
}

FactsEditor* facts(Form& form, const kb::KnowledgeBase& kb, kb::TraitOwner owner, const plan::Traits& stated)
{
    auto* result = new FactsEditor(kb, owner, stated);
    form.fields().addRow("Facts", result);
    return result;
}

}  // namespace sokudo::ui
