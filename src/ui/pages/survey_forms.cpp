// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/survey_forms.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QSpinBox>

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

Form* placeForm(app::SurveyPresenter& presenter, plan::Place place)
{
    auto* form = new Form(place.id.isSet() ? "Change place" : "Add a place");
    auto* name = line(*form, "Name", place.name, "cellar");
    auto* level = number(*form, "Level", place.level, -5, 40);
    level->setToolTip("0 is the ground floor, -1 the cellar");
    auto* building = line(*form, "Building", place.building, "empty: the main house");
    auto* note = line(*form, "Note", place.note);
    form->setSave([=, &presenter, base = place]() mutable {
        place.name = fromQt(name->text());
        place.level = level->value();
        place.building = fromQt(building->text().trimmed());
        place.note = fromQt(note->text());
        return presenter.putPlace(place, base);
    });
    if (place.id.isSet())
        form->addAction("Delete this place", [=, &presenter, id = place.id] {
            if (presenter.deletePlace(id)) Q_EMIT form->closed();
        });
    return form;
}

Form* slotForm(app::SurveyPresenter& presenter, plan::Slot slot)
{
    auto* form = new Form(slot.id.isSet() ? "Change slot " + toQt(slot.name) : QString("Add a slot"));
    form->setNotice(std::nullopt, "Before you open a case: shut down, unplug, and touch bare metal first.");
    const Choices lanes{{"1", "×1"}, {"2", "×2"}, {"4", "×4"}, {"8", "×8"}, {"16", "×16"}},
        payloads{{"128", "128 bytes"},   {"256", "256 bytes"},   {"512", "512 bytes"},
                 {"1024", "1024 bytes"}, {"2048", "2048 bytes"}, {"4096", "4096 bytes"}},
        generations{{"1", "1.0"}, {"2", "2.0"}, {"3", "3.0"}, {"4", "4.0"}, {"5", "5.0"}, {"6", "6.0"}};
    auto* name = line(*form, "Name", slot.name, "1");
    auto* generation = choice(*form, "Generation", generations, std::to_string(slot.generation), "not read");
    auto* wired = choice(*form, "Lanes wired", lanes, std::to_string(slot.lanes), "not read");
    auto* shape = choice(*form, "Shape", lanes, std::to_string(slot.shape), "not known");
    auto* payload = choice(*form, "Payload size", payloads, std::to_string(slot.maxPayload), "typical");
    auto* chipset = new QCheckBox("behind the chipset");
    chipset->setChecked(slot.chipset);
    form->fields().addRow("", chipset);
    auto* card = line(*form, "Card", slot.card ? slot.card->name : "", "empty: free");
    auto* cardGeneration = choice(*form, "Card generation", generations,
                                  slot.card ? std::to_string(slot.card->generation) : "", "not known");
    auto* cardLanes =
        choice(*form, "Card lanes", lanes, slot.card ? std::to_string(slot.card->lanes) : "", "not known");
    form->setSave([=, &presenter, base = slot]() mutable {
        slot.name = fromQt(name->text().trimmed());
        slot.generation = generation->currentData().toString().toInt();
        slot.lanes = wired->currentData().toString().toInt();
        slot.shape = shape->currentData().toString().toInt();
        slot.maxPayload = payload->currentData().toString().toInt();
        slot.chipset = chipset->isChecked();
        slot.card.reset();
        if (!card->text().trimmed().isEmpty())
            slot.card = plan::Card{fromQt(card->text().trimmed()), cardGeneration->currentData().toString().toInt(),
                                   cardLanes->currentData().toString().toInt()};
        return presenter.putSlot(slot, base);
    });
    if (slot.id.isSet())
        form->addAction("Delete this slot", [=, &presenter, id = slot.id] {
            if (presenter.deleteSlot(id)) Q_EMIT form->closed();
        });
    return form;
}

}  // namespace sokudo::ui
