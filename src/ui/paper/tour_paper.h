// SPDX-License-Identifier: GPL-3.0-or-later
// The tour of a house as a page: HTML with the drawing in it, or PDF.
#pragma once

#include <QString>

#include "app/document.h"

namespace sokudo::ui {

class HouseView;

/// Writes the house place by place, by the ending of `path`: .html or .pdf.
/// @param house  what draws the section
/// @return false: the file could not be written
bool writeTour(const app::Document&, HouseView& house, bool isPrivateToo, const QString& path);

}  // namespace sokudo::ui
