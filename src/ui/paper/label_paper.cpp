// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/label_paper.h"

#include <algorithm>
#include <cmath>

#include <QFileInfo>
#include <QPainter>
#include <QPdfWriter>

#include "app/qt_text.h"
#include "ui/theme.h"

namespace sokudo::ui {

using app::toQt;

namespace {

constexpr double kPageWidth = 210, kPageHeight = 297;  // A4, ISO 216
constexpr double kMargin = 12, kStripGap = 7, kStripHead = 5;

int perPage(const LabelJob& job) { return job.sheet.columns * job.sheet.rows; }

/// A text of one line, in a face of that many millimetres: set smaller where it is too wide, down to six tenths, and
/// shortened at its end where that is not enough.
void line(QPainter& painter, const QRectF& box, const QString& text, double height, Face face)
{
    if (text.isEmpty() || height <= 0) return;
    QFont font = typeface(face, 13);
    // Fonts are made in tenths of a unit and painted scaled: a millimetre is too coarse a pixel.
    constexpr double kFine = 10;
    font.setPixelSize(std::max(1, static_cast<int>(std::lround(height * kFine))));
    painter.save();
    painter.translate(box.topLeft());
    painter.scale(1 / kFine, 1 / kFine);
    const QRectF into(0, 0, box.width() * kFine, box.height() * kFine);
    if (const double wide = QFontMetricsF(font).horizontalAdvance(text); wide > into.width())
        font.setPixelSize(std::max(1, static_cast<int>(font.pixelSize() * std::max(0.6, 0.98 * into.width() / wide))));
    painter.setFont(font);
    const QFontMetricsF metrics(font);
    painter.drawText(into, Qt::AlignLeft | Qt::AlignVCenter, metrics.elidedText(text, Qt::ElideRight, into.width()));
    painter.restore();
}

void paintLabel(QPainter& painter, const QRectF& box, const survey::Label& label)
{
    const double inset = std::min(2.0, box.height() * 0.12);
    const QRectF room = box.adjusted(inset, inset, -inset, -inset);
    const double unit = std::min(room.height() / 3.2, 5.0);
    double y = room.top();
    const auto put = [&](const std::string& text, double height, Face face) {
        line(painter, QRectF(room.left(), y, room.width(), height * 1.25), toQt(text), height, face);
        y += height * 1.3;
    };
    put(label.title, unit, Face::Strong);
    put(label.line, unit * 0.72, Face::Text);
    put(label.small, unit * 0.6, Face::Figure);
}

template <class Job>
bool write(const Job& job, double width, double height, const QString& path, bool isOutlined)
{
    QPdfWriter file(path);
    file.setPageSize(QPageSize(QSizeF(width, height), QPageSize::Millimeter));
    file.setPageMargins(QMarginsF(0, 0, 0, 0));
    file.setResolution(600);
    QPainter painter;
    if (!painter.begin(&file)) return false;
    const double perMillimetre = 600 / 25.4;
    for (int page = 0; page < pagesOf(job); ++page) {
        if (page > 0 && !file.newPage()) return false;
        painter.save();
        painter.scale(perMillimetre, perMillimetre);
        paintPage(painter, job, page, isOutlined);
        painter.restore();
    }
    painter.end();
    return QFileInfo(path).size() > 0;
}

int stripsPerPage(const StripJob& job)
{
    return std::max(1, static_cast<int>((kPageHeight - 2 * kMargin) / (job.height + kStripHead + kStripGap)));
}

/// Strips longer than the page go on below.
std::vector<survey::Strip> cut(const StripJob& job)
{
    const auto most = static_cast<std::size_t>(std::max(1.0, (kPageWidth - 2 * kMargin) / job.pitch));
    std::vector<survey::Strip> pieces;
    for (const survey::Strip& strip : job.strips)
        for (std::size_t i = 0; i < strip.ports.size(); i += most) {
            const auto from = strip.ports.begin() + static_cast<std::ptrdiff_t>(i);
            const auto to = strip.ports.begin() + static_cast<std::ptrdiff_t>(std::min(i + most, strip.ports.size()));
            pieces.push_back({strip.panel, {from, to}});
        }
    return pieces;
}

}  // namespace

int pagesOf(const LabelJob& job)
{
    const int all = static_cast<int>(job.labels.size()) + job.used;
    return job.labels.empty() ? 0 : (all + perPage(job) - 1) / perPage(job);
}

int pagesOf(const StripJob& job)
{
    const int pieces = static_cast<int>(cut(job).size());
    return (pieces + stripsPerPage(job) - 1) / stripsPerPage(job);
}

void paintPage(QPainter& painter, const LabelJob& job, int page, bool isOutlined)
{
    const survey::Sheet& sheet = job.sheet;
    for (int i = 0; i < perPage(job); ++i) {
        const QRectF box(sheet.left + (i % sheet.columns) * sheet.stepX, sheet.top + (i / sheet.columns) * sheet.stepY,
                         sheet.width, sheet.height);
        if (isOutlined) {
            painter.setPen(QPen(QColor(0xbb, 0xbb, 0xbb), 0.15));
            painter.drawRoundedRect(box, 1, 1);
        }
        const int at = page * perPage(job) + i - job.used;
        if (at < 0 || at >= static_cast<int>(job.labels.size())) continue;
        painter.setPen(Qt::black);
        paintLabel(painter, box, job.labels[static_cast<std::size_t>(at)]);
    }
}

void paintPage(QPainter& painter, const StripJob& job, int page, bool)
{
    const auto pieces = cut(job);
    const int most = stripsPerPage(job);
    for (int i = 0; i < most && page * most + i < static_cast<int>(pieces.size()); ++i) {
        const survey::Strip& strip = pieces[static_cast<std::size_t>(page * most + i)];
        const double top = kMargin + i * (job.height + kStripHead + kStripGap);
        painter.setPen(Qt::black);
        line(painter, QRectF(kMargin, top, kPageWidth - 2 * kMargin, kStripHead), toQt(strip.panel), 3.2, Face::Strong);
        for (std::size_t k = 0; k < strip.ports.size(); ++k) {
            const QRectF box(kMargin + static_cast<double>(k) * job.pitch, top + kStripHead, job.pitch, job.height);
            painter.setPen(QPen(Qt::black, 0.15));
            painter.drawRect(box);
            const QRectF room = box.adjusted(0.8, 0.6, -0.8, -0.6);
            painter.setPen(Qt::black);
            line(painter, QRectF(room.left(), room.top(), room.width(), 4), toQt(strip.ports[k].title), 3,
                 Face::Strong);
            line(painter, QRectF(room.left(), room.top() + 4.2, room.width(), 3), toQt(strip.ports[k].line), 2.1,
                 Face::Text);
            line(painter, QRectF(room.left(), room.top() + 7, room.width(), 3), toQt(strip.ports[k].small), 1.9,
                 Face::Figure);
        }
    }
}

bool writePdf(const LabelJob& job, const QString& path)
{
    return write(job, job.sheet.pageWidth, job.sheet.pageHeight, path, false);
}

bool writePdf(const StripJob& job, const QString& path) { return write(job, kPageWidth, kPageHeight, path, true); }

}  // namespace sokudo::ui
