// SPDX-License-Identifier: GPL-3.0-or-later
// The form of a service, a network or another record: one field for each of its keys.
#pragma once

#include "app/presenters/records_presenter.h"
#include "ui/pages/form.h"

namespace sokudo::ui {

/// @param subject  without an id: a new one
/// @param first  values that a new one starts with
/// @param saved  called with what was saved
Form* recordForm(app::RecordsPresenter&, const plan::Subject& subject, const editline::RecordValues& first,
                 std::function<void(const plan::Subject&)> saved);

}  // namespace sokudo::ui
