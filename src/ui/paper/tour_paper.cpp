// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/tour_paper.h"

#include <QBuffer>
#include <QFileInfo>
#include <QPainter>
#include <QPdfWriter>
#include <QSaveFile>
#include <QSvgGenerator>
#include <QTextDocument>
#include <QUrl>

#include "app/qt_text.h"
#include "core/report/tour.h"
#include "ui/widgets/house_view.h"

namespace sokudo::ui {

using app::toQt;

namespace {

/// The section as SVG, without the lines before its element: it stands inside a page.
std::string drawingOf(HouseView& house)
{
    const QSizeF size = house.placed().size;
    QBuffer buffer;
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    svg.setSize(size.toSize());
    svg.setViewBox(QRectF(QPointF(0, 0), size));
    QPainter painter(&svg);
    house.print(painter, QRectF(QPointF(0, 0), size));
    painter.end();
    const QByteArray all = buffer.data();
    const qsizetype at = all.indexOf("<svg");
    return at < 0 ? std::string() : all.mid(at).toStdString();
}

std::string titleOf(const app::Document& document)
{
    return document.plan().name.empty() ? std::string("The house") : document.plan().name;
}

bool writePdf(const app::Document& document, HouseView& house, bool isPrivateToo, const QString& path)
{
    constexpr int kDotsPerInch = 96;
    const QSizeF size = house.placed().size;
    QImage picture((size * 2).toSize(), QImage::Format_RGB32);
    picture.fill(Qt::white);
    QPainter painter(&picture);
    house.print(painter, QRectF(picture.rect()));
    painter.end();
    QPdfWriter file(path);
    file.setPageSize(QPageSize(QPageSize::A4));
    file.setPageMargins(QMarginsF(15, 15, 15, 15), QPageLayout::Millimeter);
    file.setResolution(kDotsPerInch);
    file.setTitle(toQt(titleOf(document)));
    const int width = file.width();
    QTextDocument text;
    text.addResource(QTextDocument::ImageResource, QUrl("house"), picture);
    const std::string drawing = "<img src='house' width='" + std::to_string(width) + "'>";
    const auto blocks =
        report::tour({document.plan(), document.knowledge(), document.analysis(), isPrivateToo, drawing});
    text.setDefaultStyleSheet("th { text-align: left; } td, th { padding: 2px 6px; } h2 { margin-top: 14px; }");
    text.setHtml(toQt(report::toHtml(titleOf(document), blocks)));
    text.setPageSize(QSizeF(file.width(), file.height()));
    text.print(&file);
    return QFileInfo(path).size() > 0;
}

}  // namespace

bool writeTour(const app::Document& document, HouseView& house, bool isPrivateToo, const QString& path)
{
    if (path.endsWith(".pdf")) return writePdf(document, house, isPrivateToo, path);
    const auto blocks =
        report::tour({document.plan(), document.knowledge(), document.analysis(), isPrivateToo, drawingOf(house)});
    const QByteArray page = QByteArray::fromStdString(report::toHtml(titleOf(document), blocks));
    QSaveFile file(path);
    return file.open(QIODevice::WriteOnly) && file.write(page) == page.size() && file.commit();
}

}  // namespace sokudo::ui
