// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/survey_forms.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QSpinBox>

#include "ui/widgets/facts_editor.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

namespace {

/// What a place is, where it lies and how large it is.
class PlaceFields {
public:
    PlaceFields(Form& form, const plan::Plan& plan, const plan::Place& place)
    {
        const Choices kinds{{"room", "a room"},
                            {"cupboard", "a cupboard"},
                            {"rack", "a rack"},
                            {"panel", "a panel on the wall"},
                            {"outside", "outside"}};
        Choices outer;
        for (const plan::Place& other : plan.places)
            if (other.id != place.id) outer.emplace_back(std::to_string(other.id.value), toQt(other.name));
        m_name = line(form, "Name", place.name, "cellar");
        m_kind = choice(form, "Kind", kinds, std::string(code(place.kind)));
        m_within = choice(form, "Stands in", outer, std::to_string(place.within.value), "nothing: it is a room itself");
        m_level = number(form, "Level", place.level, -5, 40);
        m_level->setToolTip("0 is the ground floor, -1 the cellar");
        m_building = line(form, "Building", place.building, "empty: the main house");
        const auto& area = place.area;
        m_size =
            line(form, "Size, m", area ? lengthsText(area->width, area->depth) : "", "4 x 3.5; empty: not measured");
        m_corner = line(form, "Corner, m", area ? lengthsText(area->x, area->y) : "",
                        "0 x 6: from the front left corner of the building");
        m_note = line(form, "Note", place.note);
    }
    /// False where a size or a corner is none.
    bool readInto(plan::Place& place) const
    {
        readText(m_name, place.name);
        place.kind = plan::placeKindFromCode(chosen(m_kind)).value_or(plan::PlaceKind::Room);
        place.within = {chosenId(m_within)};
        place.level = m_level->value();
        readText(m_building, place.building);
        readText(m_note, place.note);
        if (!isTyped(m_size) && !isTyped(m_corner)) return true;
        place.area.reset();
        if (m_size->text().trimmed().isEmpty()) return m_corner->text().trimmed().isEmpty();
        const auto size = lengthsFrom(m_size->text());
        const auto corner =
            m_corner->text().trimmed().isEmpty() ? std::pair(Length{}, Length{}) : lengthsFrom(m_corner->text());
        if (!size || !corner || size->first <= Length{} || size->second <= Length{}) return false;
        place.area = plan::Area{corner->first, corner->second, size->first, size->second};
        return true;
    }

private:
    QLineEdit *m_name, *m_building, *m_size, *m_corner, *m_note;
    QComboBox *m_kind, *m_within;
    QSpinBox* m_level;
};

}  // namespace

Form* placeForm(app::SurveyPresenter& presenter, plan::Place place)
{
    auto* form = new Form(place.id.isSet() ? "Change place" : "Add a place");
    const PlaceFields fields(*form, presenter.plan(), place);
    auto* known = facts(*form, presenter.document().knowledge(), kb::TraitOwner::Place, place.traits);
    const SourceEntry source(*form);
    form->setSave([=, &presenter, base = place]() mutable {
        const auto traits = known->traits();
        if (!traits) {
            form->setNotice(std::nullopt, toQt(traits.error().what.text()));
            return false;
        }
        place.traits = *traits;
        if (!fields.readInto(place)) {
            form->setNotice(std::nullopt,
                            "A size is width x depth in metres, such as 4 x 3.5; a corner is written likewise");
            return false;
        }
        return presenter.edits().putPlace(place, base, source.read());
    });
    if (!place.id.isSet()) return form;
    form->addAction("Duplicate it with all that stands in it", [=, &presenter, id = place.id] {
        if (presenter.edits().duplicatePlace(id)) Q_EMIT form->closed();
    });
    form->addAction("Delete this place", [=, &presenter, id = place.id] {
        if (presenter.edits().deletePlace(id)) Q_EMIT form->closed();
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
    const SourceEntry source(*form);
    form->setSave([=, &presenter, base = slot]() mutable {
        readText(name, slot.name);
        slot.generation = generation->currentData().toString().toInt();
        slot.lanes = wired->currentData().toString().toInt();
        slot.shape = shape->currentData().toString().toInt();
        slot.maxPayload = payload->currentData().toString().toInt();
        slot.chipset = chipset->isChecked();
        if (isTyped(card) && card->text().trimmed().isEmpty()) slot.card.reset();
        else if (slot.card || !card->text().trimmed().isEmpty()) {
            plan::Card changed = slot.card.value_or(plan::Card{});
            readText(card, changed.name);
            changed.generation = cardGeneration->currentData().toString().toInt();
            changed.lanes = cardLanes->currentData().toString().toInt();
            slot.card = std::move(changed);
        }
        return presenter.edits().putSlot(slot, base, source.read());
    });
    if (slot.id.isSet())
        form->addAction("Delete this slot", [=, &presenter, id = slot.id] {
            if (presenter.edits().deleteSlot(id)) Q_EMIT form->closed();
        });
    return form;
}

}  // namespace sokudo::ui
