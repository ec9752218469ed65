// SPDX-License-Identifier: GPL-3.0-or-later
// What the inspector says, drawn: a title, a notice, sections of lines that lead on.
#pragma once

#include <functional>

#include "app/presenters/survey_presenter.h"

class QWidget;

namespace sokudo::ui {

/// Where lines lead when they are pressed.
struct InspectorWays {
    std::function<void(const plan::Subject&)> go;
    std::function<void(plan::RunId)> showRun;
    std::function<void(plan::PortId)> showPort;
    std::function<void(plan::SlotId)> showSlot;
};

/// @param width  of the pane, in pixels: what does not fit beside a name stands below it
/// @return a page in a column layout, to which more may be added
QWidget* inspectorView(const app::InspectorContent&, int width, const InspectorWays&);

}  // namespace sokudo::ui
