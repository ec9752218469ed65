// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/trip_paper.h"

#include <QFileInfo>
#include <QPdfWriter>
#include <QTextDocument>

#include "app/qt_text.h"
#include "core/buy/purse.h"

namespace sokudo::ui {

using app::toQt;

namespace {

QString escaped(const QString& text) { return text.toHtmlEscaped(); }

QString rowOf(const buy::TripItem& item)
{
    const QString fallBack = item.fallBack.empty()
                                 ? QString()
                                 : "<br><span style='color:#555'>else " + escaped(toQt(item.fallBack)) + "</span>";
    return QString(
               "<tr><td width='6%' style='font-size:16pt'>&#9633;</td><td width='74%'>%1%2</td>"
               "<td width='20%' align='right'>%3</td></tr>")
        .arg(escaped(toQt(item.what)), fallBack, item.cost ? toQt(buy::amountText(*item.cost)) : QString("?"));
}

}  // namespace

QString printTrip(const QString& path, const std::vector<buy::Stop>& trip, const QString& title)
{
    const QFileInfo folder(QFileInfo(path).absolutePath());
    if (!folder.isWritable()) return path + " cannot be written; choose another folder";
    QString html = "<h1 style='font-size:20pt'>" + escaped(title) + "</h1>";
    for (const buy::Stop& stop : trip) {
        html += "<h2 style='font-size:15pt'>" + escaped(toQt(stop.seller)) + "</h2>";
        if (!stop.advice.empty()) html += "<p style='color:#555'>" + escaped(toQt(stop.advice)) + "</p>";
        html += "<table width='100%' cellpadding='5' style='font-size:13pt'>";
        for (const buy::TripItem& item : stop.items) html += rowOf(item);
        html += "</table>";
    }
    QPdfWriter file(path);
    file.setPageSize(QPageSize(QPageSize::A4));
    file.setPageMargins(QMarginsF(15, 15, 15, 15), QPageLayout::Millimeter);
    file.setResolution(96);
    file.setTitle(title);
    QTextDocument text;
    text.setPageSize(QSizeF(file.width(), file.height()));
    text.setHtml(html);
    text.print(&file);
    return QFileInfo(path).size() > 0 ? QString() : path + " was not written; is there room on the disk?";
}

}  // namespace sokudo::ui
