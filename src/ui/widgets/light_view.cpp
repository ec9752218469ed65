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
                         : QString("%1 margin: at least %2 arrives, the receiver needs %3")
                               .arg(toQt(text::decibel(margin)), toQt(text::power(path.steps.back().weakest)),
                                    toQt(text::power(path.receiverLeast)));
    if (const auto excess = path.tooStrongBy())
        result += QString("; up to %1 arrives, the limit is %2: attenuate by %3")
                      .arg(toQt(text::power(path.strongest)), toQt(text::power(path.receiverMost)),
                           toQt(text::decibel(*excess)));
    if (path.measured) result += QString("; measured %1").arg(toQt(text::power(*path.measured)));
    return result;
}

/// One path of light on its part of the page.
class LightView::Drawing {
public:
    Drawing(QPainter& painter, const QRectF& box, const match::LightPath& path)
        : m_painter(painter),
          m_box(box),
          m_path(path),
          m_line(scaled(18)),
          m_plot(box.left(), box.top() + 2.4 * m_line, box.width() - scaled(150), box.height() - 4.6 * m_line),
          m_scale(path, m_plot.top() + m_line, m_plot.bottom()),
          m_width(std::min<double>(scaled(150), m_plot.width() / static_cast<double>(path.steps.size())))
    {}
    void draw()
    {
        const Theme& t = theme();
        write(QRectF(m_box.left(), m_box.top(), m_box.width(), m_line), Qt::AlignLeft, Face::Strong, 13, t.ink,
              toQt(m_path.sender) + " → " + toQt(m_path.receiver));
        write(QRectF(m_box.left(), m_box.top() + m_line, m_box.width(), m_line), Qt::AlignLeft, Face::Text, 12,
              m_path.margin() < Decibel{} ? t.noLink : t.ink, sentence(m_path));
        // The receiver's window, named at the right.
        limit(m_path.receiverLeast, "needs");
        limit(m_path.receiverMost, "takes");
        for (std::size_t i = 0; i < m_path.steps.size(); ++i) step(i);
        arrival();
        measured();
    }

private:
    void write(const QRectF& at, int flags, Face face, int size, const QColor& color, const QString& words)
    {
        m_painter.setFont(typeface(face, size));
        m_painter.setPen(color);
        m_painter.drawText(at, flags | Qt::AlignVCenter,
                           QFontMetricsF(m_painter.font()).elidedText(words, Qt::ElideRight, at.width()));
    }
    void limit(PowerDbm level, const QString& name)
    {
        const Theme& t = theme();
        const double y = m_scale.at(level);
        m_painter.setPen(QPen(t.soft, 1.2, Qt::DashLine));
        m_painter.drawLine(QPointF(m_plot.left(), y), QPointF(m_plot.right() + 6, y));
        write(QRectF(m_plot.right() + 12, y - m_line / 2, scaled(138), m_line), Qt::AlignLeft, Face::Text, 12, t.soft,
              name + " " + toQt(text::power(level)));
    }
    void step(std::size_t i)
    {
        const Theme& t = theme();
        const match::LightStep& step = m_path.steps[i];
        const QRectF column(m_plot.left() + static_cast<double>(i) * m_width, m_plot.top(), m_width, m_plot.height());
        const double after = m_scale.at(step.weakest);
        const double before = i == 0 ? after : m_scale.at(m_path.steps[i - 1].weakest);
        if (i == 0) {
            m_painter.fillRect(QRectF(column.left() + 4, after, m_width - 8, m_plot.bottom() - after), t.planPale);
        } else {
            m_painter.fillRect(QRectF(column.left() + 4, before, m_width - 8, std::max(2.0, after - before)), t.plan);
            m_painter.setPen(QPen(t.hairline, 1));
            m_painter.drawLine(QPointF(column.left() - m_width + 4, before), QPointF(column.right() - 4, before));
        }
        m_painter.setPen(QPen(t.planDeep, 1.6));
        m_painter.drawLine(QPointF(column.left() + 4, after), QPointF(column.right() - 4, after));
        const QString figure = i == 0 ? toQt(text::power(step.weakest)) : "−" + toQt(text::decibel(step.greatest));
        write(QRectF(column.left() + 4, before - m_line, m_width - 6, m_line), Qt::AlignLeft, Face::Figure, 12, t.ink,
              figure);
        write(QRectF(column.left() + 4, m_plot.bottom() + 2, m_width - 6, m_line), Qt::AlignLeft, Face::Text, 12, t.ink,
              toQt(step.name));
    }
    /// What arrives at least.
    void arrival()
    {
        const Theme& t = theme();
        const double x = m_plot.left() + m_width * static_cast<double>(m_path.steps.size());
        const double y = m_scale.at(m_path.steps.back().weakest);
        if (x + scaled(96) > m_plot.right()) return;
        m_painter.setPen(QPen(t.planDeep, 1.6));
        m_painter.drawLine(QPointF(x, y), QPointF(x + scaled(90), y));
        write(QRectF(x + 4, y - m_line, scaled(110), m_line), Qt::AlignLeft, Face::Figure, 12, t.ink,
              toQt(text::power(m_path.steps.back().weakest)));
        write(QRectF(x + 4, m_plot.bottom() + 2, scaled(120), m_line), Qt::AlignLeft, Face::Text, 12, t.ink,
              "arrives at least");
    }
    /// What was read there.
    void measured()
    {
        if (!m_path.measured) return;
        const Theme& t = theme();
        const double y = m_scale.at(*m_path.measured);
        m_painter.setPen(QPen(t.measured, 2));
        m_painter.drawLine(QPointF(m_plot.right() - scaled(60), y), QPointF(m_plot.right(), y));
        write(QRectF(m_plot.right() - scaled(150), y - m_line, scaled(150), m_line), Qt::AlignRight, Face::Figure, 12,
              t.measured, "measured " + toQt(text::power(*m_path.measured)));
    }

    QPainter& m_painter;
    QRectF m_box;
    const match::LightPath& m_path;
    double m_line;
    QRectF m_plot;
    Scale m_scale;
    double m_width;
};

void LightView::drawPath(QPainter& painter, const QRectF& box, const match::LightPath& path) const
{
    Drawing(painter, box, path).draw();
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
