// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/drawing_paper.h"

#include <QImage>
#include <QPainter>
#include <QPdfWriter>
#include <QPrintDialog>
#include <QPrinter>
#include <QSvgGenerator>

#include "ui/widgets/house_view.h"

namespace sokudo::ui {

void writeDrawing(HouseView& house, const QString& title, const QString& path)
{
    house.placed();
    const QSizeF size = house.placed().size;
    const auto draw = [&](QPaintDevice& device, const QRectF& into) {
        QPainter painter(&device);
        house.print(painter, into);
    };
    if (path.endsWith(".svg")) {
        QSvgGenerator file;
        file.setFileName(path);
        file.setSize(size.toSize());
        file.setViewBox(QRectF(QPointF(0, 0), size));
        file.setTitle(title);
        draw(file, QRectF(QPointF(0, 0), size));
    } else if (path.endsWith(".pdf")) {
        QPdfWriter file(path);
        file.setPageOrientation(size.width() > size.height() ? QPageLayout::Landscape : QPageLayout::Portrait);
        draw(file, QRectF(QPointF(0, 0), QSizeF(file.width(), file.height())));
    } else {
        QImage image((size * 2).toSize(), QImage::Format_RGB32);
        draw(image, QRectF(QPointF(0, 0), QSizeF(image.size())));
        image.save(path);
    }
}

void printDrawing(HouseView& house, QWidget* parent)
{
    QPrinter printer(QPrinter::HighResolution);
    printer.setPageOrientation(QPageLayout::Landscape);
    QPrintDialog dialog(&printer, parent);
    if (dialog.exec() != QDialog::Accepted) return;
    QPainter painter(&printer);
    house.print(painter, QRectF(QPointF(0, 0), printer.pageRect(QPrinter::DevicePixel).size()));
}

}  // namespace sokudo::ui
