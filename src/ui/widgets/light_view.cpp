// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/light_view.h"

#include <cmath>

#include <QPainter>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"

namespace sokudo::ui {
namespace {

using app::toQt;

constexpr int kPathHeight = 214;

/// Level to height within the plot.
class Scale {
public:
    Scale(const match::LightPath& path, double top, double bottom) : m_top(top), m_bottom(bottom)
    {
        double least = path.receiverLeast.in(), most = path.receiverMost.in();
        for (const match::LightStep& step : path.steps) {
            least = std::min(least, step.weakest.in());
            most = std::max(most, step.usual.in());
        }
        if (path.measured) {
            least = std::min(least, path.measured->in());
            most = std::max(most, path.measured->in());
        }
        m_least = std::floor(least - 1.5);
        m_most = std::ceil(most + 0.5);
    }
    double at(PowerDbm level) const
    {
        return m_bottom + (level.in() - m_least) / (m_most - m_least) * (m_top - m_bottom);
    }

private:
    double m_top, m_bottom, m_least = 0, m_most = 1;
};

}  // namespace

LightView::LightView(QWidget* parent) : QWidget(parent) { setAccessibleName("Light of the link"); }

QSize LightView::sizeHint() const
{
    return {700, std::max<int>(1, static_cast<int>(m_paths.size())) * scaled(kPathHeight)};
}

void LightView::setPaths(std::vector<match::LightPath> paths)
{
    m_paths = std::move(paths);
    QStringList words;
    for (const match::LightPath& path : m_paths)
        words << toQt(path.sender) + " to " + toQt(path.receiver) + ": " + sentence(path);
    setAccessibleDescription(words.join(". "));
    updateGeometry();
    update();
}

QString LightView::sentence(const match::LightPath& path)
{
    const Decibel margin = path.margin();
    QString result = margin < Decibel{}
                         ? QString("%1 short: at least %2 arrives, the receiver needs %3")
                               .arg(toQt(text::decibel(-margin)), toQt(text::power(path.steps.back().weakest)),
                                    toQt(text::power(path.receiverLeast)))
                         : QString("%1 to spare: at least %2 arrives, the receiver needs %3")
                               .arg(toQt(text::decibel(margin)), toQt(text::power(path.steps.back().weakest)),
                                    toQt(text::power(path.receiverLeast)));
    if (const auto excess = path.tooStrongBy())
        result += QString("; up to %1 arrives and it takes %2: attenuate by %3")
                      .arg(toQt(text::power(path.strongest)), toQt(text::power(path.receiverMost)),
                           toQt(text::decibel(*excess)));
    if (path.measured) result += QString("; measured %1").arg(toQt(text::power(*path.measured)));
    return result;
}

void LightView::drawPath(QPainter& painter, const QRectF& box, const match::LightPath& path) const
{
    const Theme& t = theme();
    const auto write = [&](const QRectF& at, int flags, Face face, int size, const QColor& color,
                           const QString& words) {
        painter.setFont(typeface(face, size));
        painter.setPen(color);
        painter.drawText(at, flags | Qt::AlignVCenter,
                         QFontMetricsF(painter.font()).elidedText(words, Qt::ElideRight, at.width()));
    };
    const double line = scaled(18);
    write(QRectF(box.left(), box.top(), box.width(), line), Qt::AlignLeft, Face::Strong, 13, t.ink,
          toQt(path.sender) + " → " + toQt(path.receiver));
    write(QRectF(box.left(), box.top() + line, box.width(), line), Qt::AlignLeft, Face::Text, 12,
          path.margin() < Decibel{} ? t.noLink : t.ink, sentence(path));
    const QRectF plot(box.left(), box.top() + 2.4 * line, box.width() - scaled(150), box.height() - 4.6 * line);
    const Scale scale(path, plot.top() + line, plot.bottom());
    // The receiver's window, named at the right.
    const auto limit = [&](PowerDbm level, const QString& name) {
        const double y = scale.at(level);
        painter.setPen(QPen(t.soft, 1.2, Qt::DashLine));
        painter.drawLine(QPointF(plot.left(), y), QPointF(plot.right() + 6, y));
        write(QRectF(plot.right() + 12, y - line / 2, scaled(138), line), Qt::AlignLeft, Face::Text, 12, t.soft,
              name + " " + toQt(text::power(level)));
    };
    limit(path.receiverLeast, "needs");
    limit(path.receiverMost, "takes");
    const double width = std::min<double>(scaled(150), plot.width() / static_cast<double>(path.steps.size()));
    for (std::size_t i = 0; i < path.steps.size(); ++i) {
        const match::LightStep& step = path.steps[i];
        const QRectF column(plot.left() + static_cast<double>(i) * width, plot.top(), width, plot.height());
        const double after = scale.at(step.weakest);
        if (i == 0) {
            painter.fillRect(QRectF(column.left() + 4, after, width - 8, plot.bottom() - after), t.planPale);
        } else {
            const double before = scale.at(path.steps[i - 1].weakest);
            painter.fillRect(QRectF(column.left() + 4, before, width - 8, std::max(2.0, after - before)), t.plan);
            painter.setPen(QPen(t.hairline, 1));
            painter.drawLine(QPointF(column.left() - width + 4, before), QPointF(column.right() - 4, before));
        }
        painter.setPen(QPen(t.planDeep, 1.6));
        painter.drawLine(QPointF(column.left() + 4, after), QPointF(column.right() - 4, after));
        const QString figure = i == 0 ? toQt(text::power(step.weakest)) : "−" + toQt(text::decibel(step.greatest));
        write(QRectF(column.left() + 4, (i == 0 ? after : scale.at(path.steps[i - 1].weakest)) - line, width - 6, line),
              Qt::AlignLeft, Face::Figure, 12, t.ink, figure);
        write(QRectF(column.left() + 4, plot.bottom() + 2, width - 6, line), Qt::AlignLeft, Face::Text, 12, t.ink,
              toQt(step.name));
    }
    // What arrives, and what was read there.
    const double endX = plot.left() + width * static_cast<double>(path.steps.size());
    const double arrives = scale.at(path.steps.back().weakest);
    if (endX + scaled(96) <= plot.right()) {
        painter.setPen(QPen(t.planDeep, 1.6));
        painter.drawLine(QPointF(endX, arrives), QPointF(endX + scaled(90), arrives));
        write(QRectF(endX + 4, arrives - line, scaled(110), line), Qt::AlignLeft, Face::Figure, 12, t.ink,
              toQt(text::power(path.steps.back().weakest)));
        write(QRectF(endX + 4, plot.bottom() + 2, scaled(120), line), Qt::AlignLeft, Face::Text, 12, t.ink,
              "arrives at least");
    }
    if (path.measured) {
        const double y = scale.at(*path.measured);
        painter.setPen(QPen(t.measured, 2));
        painter.drawLine(QPointF(plot.right() - scaled(60), y), QPointF(plot.right(), y));
        write(QRectF(plot.right() - scaled(150), y - line, scaled(150), line), Qt::AlignRight, Face::Figure, 12,
              t.measured, "measured " + toQt(text::power(*path.measured)));
    }
}

void LightView::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    for (std::size_t i = 0; i < m_paths.size(); ++i)
        drawPath(painter, QRectF(0, static_cast<double>(i) * scaled(kPathHeight), width(), scaled(kPathHeight) - 8),
                 m_paths[i]);
}

}  // namespace sokudo::ui
