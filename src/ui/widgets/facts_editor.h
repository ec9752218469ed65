// SPDX-License-Identifier: GPL-3.0-or-later
// What else is known of a device, a port or a run: one row a stated fact, under the question it answers, and a list to
// state another.
#pragma once

#include <map>

#include <QWidget>

#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/port_rows.h"
#include "core/kb/rule_rows.h"
#include "core/plan/traits.h"

class QComboBox;
class QVBoxLayout;

namespace sokudo::ui {

class FactsEditor final : public QWidget {
    Q_OBJECT
public:
    FactsEditor(const kb::KnowledgeBase&, kb::TraitOwner, const plan::Traits&, QWidget* parent = nullptr);
    /// Only facts of this kind of cable are offered; those stated stay.
    void setMedium(std::optional<kb::MediumKind>);
    /// @error  the first value that does not fit its kind, with how to write it
    Result<plan::Traits> traits() const;

Q_SIGNALS:
    void changed();

private:
    struct Row {
        const kb::TraitKind* kind;
        QWidget* line;
        QWidget* value;
        std::string stated;  ///< what was stated before; empty: nothing
        QString shown;       ///< and how it was shown
    };
    void add(const kb::TraitKind&, const std::string& value);
    void remove(const kb::TraitKind*);
    void fillOffers();
    bool isOffered(const kb::TraitKind&) const;
    /// What holds the facts that answer a question; made when the first is stated.
    QVBoxLayout* groupOf(const std::string& question);
    void showGroups();
    const kb::KnowledgeBase& m_kb;
    kb::TraitOwner m_owner;
    std::optional<kb::MediumKind> m_medium;
    std::vector<Row> m_rows;
    plan::Traits m_others;  ///< of kinds that these tables do not know: kept as they are
    QVBoxLayout* m_lines;
    struct Group {
        QWidget* holder;
        QVBoxLayout* lines;
    };
    std::map<std::string, Group> m_groups;  ///< by question
    QComboBox* m_offers;
};

}  // namespace sokudo::ui
