// SPDX-License-Identifier: GPL-3.0-or-later
// The inspector's form: what the survey's places, devices, ports, slots and runs are filled in by. No dialogs.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include <QWidget>

#include "app/qt_text.h"
#include "core/base/quantity.h"
#include "core/base/verdict.h"
#include "core/kb/rule_rows.h"
#include "core/plan/sources.h"
#include "core/plan/traits.h"

class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QSpinBox;
class QVBoxLayout;

namespace sokudo::ui {

class FactsEditor;

/// A heading, named fields, a line for what is wrong, Save and Cancel. Enter saves, Escape cancels.
class Form : public QWidget {
    Q_OBJECT
public:
    explicit Form(const QString& title, QWidget* parent = nullptr);
    QFormLayout& fields() { return *m_fields; }
    void setSave(std::function<bool()> save) { m_save = std::move(save); }
    void setNotice(std::optional<Verdict>, const QString&);
    void addAction(const QString& text, std::function<void()>);

Q_SIGNALS:
    void closed();

protected:
    void keyPressEvent(QKeyEvent*) override;

private:
    void save();
    QFormLayout* m_fields;
    QWidget* m_mark;
    QLabel* m_notice;
    QVBoxLayout* m_extra;
    std::function<bool()> m_save;
};

// Fields of a form. Each bears its name for screen readers and tests.
QLineEdit* line(Form&, const QString& name, const std::string& value, const QString& hint = {});
/// Somebody has changed the text: what stood there at first is then no longer what counts.
bool isTyped(const QLineEdit*);
/// What was typed; a text that nobody touched stays as it is, to the last blank.
void readText(const QLineEdit*, std::string& into);
/// Ids with their names.
using Choices = std::vector<std::pair<std::string, QString>>;
/// A list of choices, and an empty entry first where `none` is given.
QComboBox* choice(Form&, const QString& name, const Choices&, const std::string& value, const QString& none = {});
std::string chosen(const QComboBox*);
std::int64_t chosenId(const QComboBox*);
QSpinBox* number(Form&, const QString& name, int value, int least, int most, const QString& suffix = {});
FactsEditor* facts(Form&, const kb::KnowledgeBase&, kb::TraitOwner, const plan::Traits& stated);

/// "31", "31 m", "102 ft": a bare number is metres. Nothing where it is no length above 0.
std::optional<Length> lengthFrom(const QString&);
/// "4 x 3.5": two lengths; the second as the first where there is only one.
std::optional<std::pair<Length, Length>> lengthsFrom(const QString&);
/// "4 x 3.5", in metres.
std::string lengthsText(Length, Length);

/// Where the fields that a form changes are from: read, measured, printed, told, guessed; and when.
class SourceEntry {
public:
    explicit SourceEntry(Form&);
    /// Nothing where it was not said.
    std::optional<plan::Source> read() const;

private:
    QComboBox* m_origin;
    QLineEdit* m_on;
};

template <class Rows>
Choices named(const Rows& rows)
{
    Choices result;
    for (const auto& row : rows) result.emplace_back(row.id, app::toQt(row.name));
    return result;
}

}  // namespace sokudo::ui
