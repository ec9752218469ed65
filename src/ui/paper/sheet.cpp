// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/sheet.h"

#include <QAbstractTextDocumentLayout>
#include <QFileInfo>
#include <QPdfWriter>
#include <QTextBlock>
#include <QTextCursor>
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

QString htmlOf(const Sheet& sheet)
{
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
    return html;
}

/// The page that the first line of a block is on.
int pageOf(const QTextBlock& block)
{
    const QTextDocument& text = *block.document();
    const QRectF at = text.documentLayout()->blockBoundingRect(block);
    const qreal first = block.layout()->lineCount() > 0 ? block.layout()->lineAt(0).y() : 0;
    return static_cast<int>((at.top() + first) / text.pageSize().height());
}

/// A heading goes to the page of the first line below it: alone at the foot it heads nothing.
void keepHeadingsWithTheirParts(QTextDocument& text)
{
    for (QTextBlock block = text.begin(); block.isValid(); block = block.next()) {
        if (block.blockFormat().headingLevel() != 2) continue;
        // What a part says goes with its heading; its first line of work must follow on the same page.
        QTextBlock below = block.next();
        while (below.isValid() && !QTextCursor(below).currentTable() && below.blockFormat().headingLevel() == 0)
            below = below.next();
        if (!below.isValid() || !QTextCursor(below).currentTable() || pageOf(below) == pageOf(block)) continue;
        QTextBlockFormat format = block.blockFormat();
        format.setPageBreakPolicy(QTextFormat::PageBreak_AlwaysBefore);
        QTextCursor(block).setBlockFormat(format);
    }
}

}  // namespace

void layOut(QTextDocument& text, const QSizeF& page, const Sheet& sheet)
{
    text.setPageSize(page);
    text.setHtml(htmlOf(sheet));
    keepHeadingsWithTheirParts(text);
}

QString printSheet(const QString& path, const Sheet& sheet)
{
    const QFileInfo folder(QFileInfo(path).absolutePath());
    if (!folder.isWritable()) return path + " cannot be written; choose another folder";
    QPdfWriter file(path);
    file.setPageSize(QPageSize(QPageSize::A4));
    file.setPageMargins(QMarginsF(15, 15, 15, 15), QPageLayout::Millimeter);
    file.setResolution(96);
    file.setTitle(sheet.title);
    QTextDocument text;
    layOut(text, QSizeF(file.width(), file.height()), sheet);
    text.print(&file);
    return QFileInfo(path).size() > 0 ? QString() : path + " was not written; is there room on the disk?";
}

}  // namespace sokudo::ui
