// SPDX-License-Identifier: GPL-3.0-or-later
// The forms of the survey's inspector: place, device, port, slot, run.
#pragma once

#include "app/presenters/survey_presenter.h"
#include "ui/pages/form.h"

namespace sokudo::ui {

Form* placeForm(app::SurveyPresenter&, plan::Place);
Form* deviceForm(app::SurveyPresenter&, plan::Device);
Form* portForm(app::SurveyPresenter&, plan::Port);
Form* slotForm(app::SurveyPresenter&, plan::Slot);
/// Shows the verdict of the link while the fields are filled, before anything is saved.
Form* runForm(app::SurveyPresenter&, plan::Run);

}  // namespace sokudo::ui
