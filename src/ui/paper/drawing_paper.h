// SPDX-License-Identifier: GPL-3.0-or-later
// The section of a house as a drawing of its own, or on paper.
#pragma once

#include <QString>

class QWidget;

namespace sokudo::ui {

class HouseView;

/// Writes the whole house by the ending of `path`: .svg, .pdf, or a picture at twice its size.
void writeDrawing(HouseView&, const QString& title, const QString& path);
/// Asks for a printer and prints the whole house on one page.
void printDrawing(HouseView&, QWidget* parent);

}  // namespace sokudo::ui
