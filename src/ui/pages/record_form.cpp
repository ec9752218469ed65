// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/record_form.h"

#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>

#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

namespace {

/// A field with the widget it is filled in by.
struct Entry {
    editline::RecordField field;
    QWidget* widget;
    std::string shown;  ///< at first
    std::string value() const
    {
        if (const auto* box = qobject_cast<QComboBox*>(widget)) return chosen(box);
        std::string value = shown;
        readText(qobject_cast<QLineEdit*>(widget), value);
        return value;
    }
};

std::vector<Entry> entriesOf(Form& form, const std::vector<editline::RecordField>& fields,
                             const editline::RecordValues& first)
{
    std::vector<Entry> entries;
    for (const editline::RecordField& field : fields) {
        std::string value = field.value;
        for (const auto& [key, given] : first)
            if (key == field.key) value = given;
        const QString heading = toQt(field.heading), hint = toQt(field.hint);
        QWidget* widget = nullptr;
        if (field.choices.empty()) {
            widget = line(form, heading, value, hint);
        } else {
            Choices choices;
            for (const auto& [id, words] : field.choices) choices.emplace_back(id, toQt(words));
            widget = choice(form, heading, choices, value, field.mayBeEmpty ? hint : QString());
        }
        widget->setToolTip(hint);
        entries.push_back({field, widget, value});
    }
    return entries;
}

/// The picture of a photo above its fields.
void addPicture(Form& form, const QByteArray& jpeg)
{
    QPixmap picture;
    if (!picture.loadFromData(jpeg, "JPEG")) return;
    auto* shown = new QLabel;
    shown->setPixmap(picture.scaled(scaled(300), scaled(220), Qt::KeepAspectRatio, Qt::SmoothTransformation));
    shown->setAccessibleName("The picture");
    form.fields().insertRow(0, shown);
}

}  // namespace

Form* recordForm(app::RecordsPresenter& presenter, const plan::Subject& subject, const editline::RecordValues& first,
                 std::function<void(const plan::Subject&)> saved)
{
    const plan::Kind& kind = *plan::kindNamed(subject.kind);
    const bool isNew = subject.id == 0;
    auto* form = new Form(isNew ? QString("Add: %1").arg(kind.word) : "Change " + presenter.name(subject));
    const auto entries = entriesOf(*form, presenter.fields(subject), first);
    if (const QByteArray jpeg = presenter.picture(subject); !jpeg.isEmpty()) addPicture(*form, jpeg);
    form->setSave([=, &presenter] {
        editline::RecordValues values;
        for (const Entry& entry : entries) {
            const std::string value = entry.value();
            // Of a record that is there only what was changed here goes in.
            if (value != entry.field.value) values.emplace_back(entry.field.key, value);
        }
        if (values.empty() && !isNew) return true;
        const auto made = presenter.put(subject, values);
        if (made) saved(*made);
        return made.has_value();
    });
    if (!isNew)
        form->addAction("Delete this " + QString(kind.word), [form, &presenter, subject] {
            if (presenter.remove(subject)) Q_EMIT form->closed();
        });
    return form;
}

}  // namespace sokudo::ui
