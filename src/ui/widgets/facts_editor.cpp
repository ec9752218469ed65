// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/facts_editor.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLineEdit>

#include "app/qt_text.h"
#include "core/kb/port_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/trait_value.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {
namespace {

using app::fromQt;
using app::toQt;

/// The word for a kind of cable in traits.csv.
std::string_view mediumWord(kb::MediumKind kind)
{
    switch (kind) {
    case kb::MediumKind::TwistedPair: return "tp";
    case kb::MediumKind::DirectAttach:
    case kb::MediumKind::ActiveOptical: return "lead";
    case kb::MediumKind::Multimode:
    case kb::MediumKind::SingleMode: return "fibre";
    case kb::MediumKind::Coax: return "coax";
    case kb::MediumKind::PowerLine: return "mains";
    default: return "radio";
    }
}

/// What a fact means, and what it would change.
QString explained(const kb::TraitKind& kind) { return toQt(kind.meaning + ". " + kind.changes); }

}  // namespace

FactsEditor::FactsEditor(const kb::KnowledgeBase& kb, kb::TraitOwner owner, const plan::Traits& stated, QWidget* parent)
    : QWidget(parent), m_kb(kb), m_owner(owner)
{
    auto* all = column(this, 0, 4);
    m_lines = new QVBoxLayout;
    m_lines->setSpacing(4);
    all->addLayout(m_lines);
    m_offers = new QComboBox;
    m_offers->setAccessibleName("Add a property");
    m_offers->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_offers->setMinimumContentsLength(8);
    all->addWidget(m_offers);
    for (const auto& [id, value] : stated)
        if (const kb::TraitKind* kind = m_kb.find<kb::TraitKind>(id)) add(*kind, value);
        else m_others.set(id, value);
    fillOffers();
    connect(m_offers, &QComboBox::activated, this, [this](int index) {
        const kb::TraitKind* kind = m_kb.find<kb::TraitKind>(fromQt(m_offers->itemData(index).toString()));
        if (!kind) return;
        add(*kind, kind->type == kb::TraitType::Flag ? "yes" : "");
        fillOffers();
        if (m_rows.back().value) m_rows.back().value->setFocus();
        Q_EMIT changed();
    });
}

void FactsEditor::setMedium(std::optional<kb::MediumKind> medium)
{
    m_medium = medium;
    fillOffers();
}

void FactsEditor::fillOffers()
{
    m_offers->clear();
    m_offers->addItem("state a fact …");
    // Under the question they answer; the questions themselves cannot be chosen.
    for (const kb::TraitQuestion& question : m_kb.all<kb::TraitQuestion>()) {
        bool isFirst = true;
        for (const kb::TraitKind& kind : m_kb.all<kb::TraitKind>()) {
            if (kind.question != question.id || !isOffered(kind)) continue;
            if (isFirst) {
                m_offers->addItem(toQt(question.name));
                m_offers->setItemData(m_offers->count() - 1, 0, Qt::UserRole - 1);  // neither selectable nor enabled
                m_offers->setItemData(m_offers->count() - 1, typeface(Face::Strong, 13), Qt::FontRole);
                m_offers->setItemData(m_offers->count() - 1, toQt(question.why), Qt::ToolTipRole);
                isFirst = false;
            }
            m_offers->addItem(toQt(kind.name), toQt(kind.id));
            m_offers->setItemData(m_offers->count() - 1, tip(explained(kind)), Qt::ToolTipRole);
        }
    }
    showGroups();
}

bool FactsEditor::isOffered(const kb::TraitKind& kind) const
{
    if (kind.of != m_owner) return false;
    if (std::any_of(m_rows.begin(), m_rows.end(), [&](const Row& row) { return row.kind == &kind; })) return false;
    return !m_medium || kind.media.empty() || kind.isOfSurvey() ||
           std::find(kind.media.begin(), kind.media.end(), mediumWord(*m_medium)) != kind.media.end();
}

/// Groups stand in the order of the questions.
QVBoxLayout* FactsEditor::groupOf(const std::string& question)
{
    if (const auto found = m_groups.find(question); found != m_groups.end()) return found->second.lines;
    int before = 0;
    for (const kb::TraitQuestion& one : m_kb.all<kb::TraitQuestion>()) {
        if (one.id == question) break;
        before += m_groups.contains(one.id) ? 1 : 0;
    }
    auto* holder = new QWidget;
    auto* lines = column(holder, 0, 4);
    if (const auto* row = m_kb.find<kb::TraitQuestion>(question)) {
        lines->addWidget(label(toQt(row->name), "heading", true));
        lines->addWidget(label(toQt(row->why), "soft", true));
    }
    m_lines->insertWidget(before, holder);
    m_groups[question] = {holder, lines};
    return lines;
}

/// A group without a fact is not seen.
void FactsEditor::showGroups()
{
    for (const auto& [question, group] : m_groups)
        group.holder->setVisible(std::any_of(m_rows.begin(), m_rows.end(), [&question = question](const Row& row) {
            return row.kind->question == question;
        }));
}

void FactsEditor::add(const kb::TraitKind& kind, const std::string& value)
{
    auto* line = new QWidget;
    auto* layout = new QHBoxLayout(line);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    auto* name = label(toQt(kind.name) + (kind.unit.empty() ? QString() : ", " + toQt(kind.unit)), "soft", true);
    name->setToolTip(tip(explained(kind)));
    layout->addWidget(name, 1);
    QWidget* editor = nullptr;
    if (kind.type == kb::TraitType::Choice) {
        auto* box = new QComboBox;
        for (const std::string& word : kind.choices) box->addItem(toQt(word), toQt(word));
        box->setCurrentIndex(std::max(0, box->findData(toQt(value))));
        connect(box, &QComboBox::currentIndexChanged, this, &FactsEditor::changed);
        editor = box;
    } else if (kind.type != kb::TraitType::Flag) {
        QString shown = toQt(value);
        if (kind.type == kb::TraitType::Rate && !value.empty()) shown = QString::number(shown.toDouble() / 1e9);
        auto* edit = new QLineEdit(shown);
        connect(edit, &QLineEdit::textChanged, this, &FactsEditor::changed);
        editor = edit;
    } else {
        layout->addWidget(label("yes"));
    }
    if (editor) {
        editor->setAccessibleName(toQt(kind.name));
        editor->setToolTip(tip(explained(kind)));
        editor->setFixedWidth(scaled(96));
        layout->addWidget(editor);
    }
    auto* drop = button("×", "quiet", [this, which = &kind] { remove(which); });
    drop->setAccessibleName("Forget: " + toQt(kind.name));
    layout->addWidget(drop);
    groupOf(kind.question)->addWidget(line);
    const auto* shown = qobject_cast<QLineEdit*>(editor);
    m_rows.push_back({&kind, line, editor, value, shown ? shown->text() : QString()});
}

void FactsEditor::remove(const kb::TraitKind* kind)
{
    for (auto row = m_rows.begin(); row != m_rows.end(); ++row)
        if (row->kind == kind) {
            row->line->hide();
            row->line->deleteLater();
            m_rows.erase(row);
            break;
        }
    fillOffers();
    Q_EMIT changed();
}

Result<plan::Traits> FactsEditor::traits() const
{
    plan::Traits result = m_others;
    for (const Row& row : m_rows) {
        std::string typed = "yes";
        if (const auto* box = qobject_cast<QComboBox*>(row.value)) typed = fromQt(box->currentData().toString());
        else if (const auto* edit = qobject_cast<QLineEdit*>(row.value)) {
            if (edit->text() == row.shown && !row.stated.empty()) {
                result.set(row.kind->id, row.stated);  // to the last digit
                continue;
            }
            typed = fromQt(edit->text().trimmed());
        }
        if (typed.empty()) continue;
        const auto value = kb::traitValue(*row.kind, typed);
        if (!value) return failure(ErrorCode::BadInput, row.kind->name + ": " + value.error().what.text());
        result.set(row.kind->id, *value);
    }
    return result;
}

}  // namespace sokudo::ui
