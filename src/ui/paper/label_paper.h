// SPDX-License-Identifier: GPL-3.0-or-later
// Labels on common sheets and strips for panels, painted on a screen or into a PDF.
#pragma once

#include <vector>

#include <QString>

#include "core/survey/labels.h"

class QPainter;

namespace sokudo::ui {

/// Labels one after the other on one kind of sheet.
struct LabelJob {
    survey::Sheet sheet;
    std::vector<survey::Label> labels;
    int used = 0;  ///< labels of the first sheet that are gone already
};

/// Strips to cut out, on A4: a cell a port, `pitch` millimetres from port to port.
struct StripJob {
    std::vector<survey::Strip> strips;
    double pitch = 15;   ///< mm, 8 to 40
    double height = 11;  ///< mm
};

int pagesOf(const LabelJob&);
int pagesOf(const StripJob&);
/// Paints one page, one unit a millimetre, from its corner.
void paintPage(QPainter&, const LabelJob&, int page, bool isOutlined);
void paintPage(QPainter&, const StripJob&, int page, bool isOutlined = true);
/// @return false: the file could not be written
bool writePdf(const LabelJob&, const QString& path);
bool writePdf(const StripJob&, const QString& path);

}  // namespace sokudo::ui
