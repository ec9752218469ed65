// SPDX-License-Identifier: GPL-3.0-or-later
// A sheet of paper for the work: large enough to read on a shelf, with boxes to tick.
#pragma once

#include <vector>

#include <QSizeF>
#include <QString>

class QPainter;
class QTextDocument;

namespace sokudo::ui {

struct SheetLine {
    QString text, detail, right;
    bool hasBox = false;
    bool isDone = false;  ///< its box is ticked
    bool isCaution = false;
};
struct SheetPart {
    QString heading, says;
    std::vector<SheetLine> lines;
};
struct Sheet {
    QString title, says;
    std::vector<SheetPart> parts;
};

/// Lays the sheet out on pages. No heading stands alone at the foot of one.
void layOut(QTextDocument&, const QSizeF& page, const Sheet&);

/// One of its pages, counted from 0, at the top left of what is painted on.
void paintPage(QPainter&, QTextDocument&, int page);

/// Writes a PDF of A4 pages. @return what went wrong and what to do; empty: it is written
QString printSheet(const QString& path, const Sheet&);

}  // namespace sokudo::ui
