// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/bore_view.h"

#include <algorithm>

#include <QAccessible>
#include <QBuffer>
#include <QFile>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QSvgGenerator>
#include <QToolTip>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/bore_drawing.h"

namespace sokudo::ui {

using app::toQt;

namespace {
constexpr QSize kDrawing{1200, 210};
}

BoreView::BoreView(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName("Path, stage by stage");
}

QSize BoreView::sizeHint() const { return {800, scaled(168)}; }
QSize BoreView::minimumSizeHint() const { return {400, scaled(150)}; }

void BoreView::setContent(const app::BoreContent& content)
{
    const bool samePath = m_content.stages.size() == content.stages.size();
    m_content = content;
    if (!samePath) m_focused = -1;
    QStringList words;
    for (const auto& stage : content.stages)
        words << QString("%1 %2 Gb/s").arg(toQt(stage.name), toQt(text::gigabitFigure(stage.carries.typical)));
    if (!content.other.empty()) words << QString("drawn behind: %1").arg(content.otherName);
    setAccessibleDescription(words.join(", "));
    update();
}

void BoreView::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    BoreDrawing(m_content, rect(), m_focused).draw(painter);
    if (hasFocus()) {
        painter.setPen(QPen(theme().plan, 1, Qt::DotLine));
        painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    }
}

QByteArray BoreView::toSvg() const
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    QSvgGenerator generator;
    generator.setOutputDevice(&buffer);
    generator.setSize(kDrawing);
    generator.setViewBox(QRect(QPoint(0, 0), kDrawing));
    generator.setTitle("Path, stage by stage; figures in Gb/s");
    QPainter painter(&generator);
    painter.fillRect(QRect(QPoint(0, 0), kDrawing), theme().paper);
    BoreDrawing(m_content, QRectF(QPointF(0, 0), kDrawing), -1).draw(painter);
    painter.end();
    return bytes;
}

QImage BoreView::toPicture() const
{
    constexpr double kFine = 2;
    QImage image(kDrawing * kFine, QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(kFine);
    image.fill(theme().paper);
    QPainter painter(&image);
    BoreDrawing(m_content, QRectF(QPointF(0, 0), kDrawing), -1).draw(painter);
    return image;
}

bool BoreView::save(const QString& name) const
{
    if (name.endsWith(".png", Qt::CaseInsensitive)) return toPicture().save(name, "PNG");
    QFile file(name);
    const QByteArray drawing = toSvg();
    return file.open(QIODevice::WriteOnly) && file.write(drawing) == drawing.size();
}

int BoreView::stageAt(const QPointF& point) const
{
    const BoreDrawing drawing(m_content, rect(), -1);
    const int section = drawing.sectionAt(point);
    if (section < 0) return -1;
    const BoreSection& found = drawing.sections()[static_cast<std::size_t>(section)];
    if (!found.isFolded()) return found.first;
    // Within a fold the stage that is narrowest speaks for the others.
    int narrowest = found.first;
    for (int i = found.first; i <= found.last; ++i)
        if (m_content.stages[static_cast<std::size_t>(i)].carries.typical <
            m_content.stages[static_cast<std::size_t>(narrowest)].carries.typical)
            narrowest = i;
    return narrowest;
}

QString BoreView::tip(int stage) const
{
    if (stage < 0 || stage >= static_cast<int>(m_content.stages.size())) return {};
    const auto& one = m_content.stages[static_cast<std::size_t>(stage)];
    return QString("<b>%1</b><br>typically %4, at most %2 (%3)<br>%5<br><i>%6</i>")
        .arg(toQt(one.name).toHtmlEscaped(), toQt(text::rate(one.carries.high)), toQt(text::byteRate(one.carries.high)),
             toQt(text::rate(one.carries.typical)), toQt(one.working).toHtmlEscaped(),
             toQt(std::string(code(one.from.certainty))) + ", " + toQt(one.from.source));
}

void BoreView::focusStage(int stage)
{
    if (stage == m_focused) return;
    m_focused = stage;
    update();
    if (stage >= 0) {
        const auto& one = m_content.stages[static_cast<std::size_t>(stage)];
        setAccessibleDescription(QString("%1: typically %2, at most %3. %4. Source: %5, %6")
                                     .arg(toQt(one.name), toQt(text::rate(one.carries.typical)),
                                          toQt(text::rate(one.carries.high)), toQt(one.working), toQt(one.from.source),
                                          toQt(code(one.from.certainty))));
        QAccessibleEvent told(this, QAccessible::DescriptionChanged);
        QAccessible::updateAccessibility(&told);
    }
    Q_EMIT stageFocused(stage);
}

void BoreView::mouseMoveEvent(QMouseEvent* event) { focusStage(stageAt(event->position())); }

void BoreView::mousePressEvent(QMouseEvent* event)
{
    QWidget::mousePressEvent(event);
    if (const int stage = stageAt(event->position()); stage >= 0) Q_EMIT stageChosen(stage);
}

void BoreView::leaveEvent(QEvent*) { focusStage(-1); }
void BoreView::focusInEvent(QFocusEvent*) { update(); }
void BoreView::focusOutEvent(QFocusEvent*)
{
    focusStage(-1);
    update();
}

void BoreView::keyPressEvent(QKeyEvent* event)
{
    const auto count = static_cast<int>(m_content.stages.size());
    if (count > 0 && (event->key() == Qt::Key_Right || event->key() == Qt::Key_Left)) {
        focusStage(event->key() == Qt::Key_Right ? std::min(count - 1, m_focused + 1) : std::max(0, m_focused - 1));
        const BoreDrawing drawing(m_content, rect(), -1);
        for (std::size_t i = 0; i < drawing.sections().size(); ++i)
            if (m_focused >= drawing.sections()[i].first && m_focused <= drawing.sections()[i].last)
                QToolTip::showText(mapToGlobal(drawing.middleOf(static_cast<int>(i)).toPoint()), tip(m_focused), this);
        return;
    }
    if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && m_focused >= 0) {
        Q_EMIT stageChosen(m_focused);
        return;
    }
    QWidget::keyPressEvent(event);
}

bool BoreView::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        QToolTip::showText(help->globalPos(), tip(stageAt(help->pos())), this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace sokudo::ui
