// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/sheet.h"

#include <algorithm>
#include <optional>
#include <set>

#include <QAbstractTextDocumentLayout>
#include <QFileInfo>
#include <QPainter>
#include <QPdfWriter>
#include <QTextBlock>
#include <QTextCursor>
#include <QTextDocument>
#include <QTextTable>

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

/// @param overleaf  headings, counted from 0, that begin a page
QString htmlOf(const Sheet& sheet, const std::set<int>& overleaf)
{
    QString html = "<h1 style='font-size:20pt'>" + escaped(sheet.title) + "</h1>";
    if (!sheet.says.isEmpty()) html += "<p style='font-size:12pt'>" + escaped(sheet.says) + "</p>";
    int heading = 0;
    for (const SheetPart& part : sheet.parts) {
        if (!part.heading.isEmpty()) {
            const char* at = overleaf.contains(heading++) ? ";page-break-before:always" : "";
            html += QString("<h2 style='font-size:15pt%1'>").arg(at) + escaped(part.heading) + "</h2>";
        }
        if (!part.says.isEmpty()) html += "<p style='color:#444;font-size:11pt'>" + escaped(part.says) + "</p>";
        if (part.lines.empty()) continue;
        html += "<table width='100%' cellpadding='4' style='font-size:13pt'>";
        for (const SheetLine& line : part.lines) html += rowOf(line);
        html += "</table>";
    }
    return html;
}

/// The page that a line of a block is on.
int pageOf(const QTextBlock& block, int line)
{
    const QTextDocument& text = *block.document();
    const QRectF at = text.documentLayout()->blockBoundingRect(block);
    const qreal middle = line < block.layout()->lineCount() ? block.layout()->lineAt(line).rect().center().y() : 0;
    return static_cast<int>((at.top() + middle) / text.pageSize().height());
}

/// The page on which the first row of a table ends: each of its cells may go on overleaf.
int pageOfFirstRow(const QTextTable& table)
{
    int page = 0;
    for (int column = 0; column < table.columns(); ++column) {
        const QTextBlock last = table.cellAt(0, column).lastCursorPosition().block();
        page = std::max(page, pageOf(last, last.layout()->lineCount() - 1));
    }
    return page;
}

/// The first part whose heading does not stand on the page where its first line of work ends; empty: none.
std::optional<int> firstApart(const QTextDocument& text)
{
    int part = -1;
    for (QTextBlock block = text.begin(); block.isValid(); block = block.next()) {
        if (block.blockFormat().headingLevel() != 2) continue;
        ++part;
        // What a part says stands between.
        QTextBlock below = block.next();
        while (below.isValid() && !QTextCursor(below).currentTable() && below.blockFormat().headingLevel() == 0)
            below = below.next();
        const QTextTable* table = below.isValid() ? QTextCursor(below).currentTable() : nullptr;
        const bool isAtTop = block.blockFormat().pageBreakPolicy() != QTextFormat::PageBreak_Auto;
        if (table && !isAtTop && pageOfFirstRow(*table) != pageOf(block, 0)) return part;
    }
    return std::nullopt;
}

}  // namespace

/// A heading alone at the foot of a page heads nothing: it goes overleaf. Each time all is laid out from the start, as
/// a layout that was changed in part paints some lines where they were, or not at all.
void layOut(QTextDocument& text, const QSizeF& page, const Sheet& sheet)
{
    std::set<int> overleaf;
    text.setPageSize(page);
    text.setHtml(htmlOf(sheet, overleaf));
    for (auto part = firstApart(text); part && overleaf.insert(*part).second; part = firstApart(text))
        text.setHtml(htmlOf(sheet, overleaf));
}

void paintPage(QPainter& painter, QTextDocument& text, int page)
{
    const QSizeF size = text.pageSize();
    painter.save();
    painter.translate(0, -page * size.height());
    text.drawContents(&painter, {{0, page * size.height()}, size});
    painter.restore();
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
    QPainter painter(&file);
    for (int page = 0; page < text.pageCount(); ++page) {
        if (page > 0) file.newPage();
        paintPage(painter, text, page);
    }
    painter.end();
    return QFileInfo(path).size() > 0 ? QString() : path + " was not written; is there room on the disk?";
}

}  // namespace sokudo::ui
