// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/sheet.h"

#include <QFileInfo>
#include <QPdfWriter>
#include <QTextDocument>

namespace sokudo::ui {
namespace {

QString escaped(const QString& text) { return text.toHtmlEscaped(); }

QString rowOf(const SheetLine& line)
{
    if (line.isCaution)
        return QString("<tr><td></td><td colspan='2' style='font-size:11pt'><b>&#9888; </b>%1</td></tr>")
            .arg(escaped(line.text));
    const QString detail = line.detail.isEmpty()
                               ? QString()
                               : "<br><span style='color:#444;font-size:11pt'>" + escaped(line.detail) + "</span>";
    const QString box = !line.hasBox ? QString() : line.isDone ? QString("&#9746;") : QString("&#9633;");
    return QString(
               "<tr><td width='6%' style='font-size:16pt'>%1</td><td width='74%'>%2%3</td>"
               "<td width='20%' align='right'>%4</td></tr>")
        .arg(box, escaped(line.text), detail, escaped(line.right));
}

}  // namespace

QString printSheet(const QString& path, const Sheet& sheet)
{
    const QFileInfo folder(QFileInfo(path).absolutePath());
    if (!folder.isWritable()) return path + " cannot be written; choose another folder";
    QString html = "<h1 style='font-size:20pt'>" + escaped(sheet.title) + "</h1>";
    if (!sheet.says.isEmpty()) html += "<p style='font-size:12pt'>" + escaped(sheet.says) + "</p>";
    for (const SheetPart& part : sheet.parts) {
        if (!part.heading.isEmpty()) html += "<h2 style='font-size:15pt'>" + escaped(part.heading) + "</h2>";
        if (!part.says.isEmpty()) html += "<p style='color:#444;font-size:11pt'>" + escaped(part.says) + "</p>";
        if (part.lines.empty()) continue;
        html += "<table width='100%' cellpadding='4' style='font-size:13pt'>";
        for (const SheetLine& line : part.lines) html += rowOf(line);
        html += "</table>";
    }
    QPdfWriter file(path);
    file.setPageSize(QPageSize(QPageSize::A4));
    file.setPageMargins(QMarginsF(15, 15, 15, 15), QPageLayout::Millimeter);
    file.setResolution(96);
    file.setTitle(sheet.title);
    QTextDocument text;
    text.setPageSize(QSizeF(file.width(), file.height()));
    text.setHtml(html);
    text.print(&file);
    return QFileInfo(path).size() > 0 ? QString() : path + " was not written; is there room on the disk?";
}

}  // namespace sokudo::ui
