// SPDX-License-Identifier: GPL-3.0-or-later
// The plotting library uses Qt's bare keywords, which the rest of Sokudo does without.
#define signals Q_SIGNALS
#define slots Q_SLOTS
#define foreach Q_FOREACH
#define emit
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wconversion"
#pragma GCC diagnostic ignored "-Wshadow"
#include <qcustomplot.h>
#pragma GCC diagnostic pop
#undef signals
#undef slots
#undef foreach
#undef emit

#include "ui/widgets/series_plot.h"

#include <QVBoxLayout>

#include "core/kb/stage_rows.h"
#include "ui/theme.h"

namespace sokudo::ui {

SeriesPlot::SeriesPlot(QWidget* parent) : QWidget(parent), m_plot(new QCustomPlot(this))
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(m_plot);
    setMinimumHeight(120);
    setAccessibleName("Rates over time");
    dress();
}

void SeriesPlot::dress()
{
    const Theme& t = theme();
    m_plot->setBackground(QBrush(t.paper));
    for (QCPAxis* axis : {m_plot->xAxis, m_plot->yAxis}) {
        axis->setBasePen(QPen(t.hairline));
        axis->setTickPen(QPen(t.hairline));
        axis->setSubTickPen(Qt::NoPen);
        axis->setTickLabelColor(t.soft);
        axis->setLabelColor(t.soft);
        axis->setTickLabelFont(typeface(Face::Figure, 11));
        axis->setLabelFont(typeface(Face::Text, 11));
        axis->grid()->setPen(QPen(t.hairline, 0.7, Qt::DotLine));
        axis->grid()->setZeroLinePen(Qt::NoPen);
    }
    m_plot->xAxis->grid()->setVisible(false);
    m_plot->yAxis->setLabel("Gb/s");
}

void SeriesPlot::changeEvent(QEvent* event)
{
    if (event->type() == QEvent::StyleChange) dress();
    QWidget::changeEvent(event);
}

void SeriesPlot::clear()
{
    m_plot->clearPlottables();
    m_plot->replot(QCustomPlot::rpQueuedReplot);
}

void SeriesPlot::show(const std::vector<Point>& points, const std::vector<Point>& second,
                      const std::optional<kb::Band>& band, const QString& unit, bool asLine)
{
    const Theme& t = theme();
    m_plot->clearPlottables();
    double right = asLine ? 12 : 1, top = band ? inGigabits(band->high) : points.empty() ? 10 : 0;
    for (const auto* list : {&points, &second})
        for (const Point& point : *list) right = std::max(right, point.x), top = std::max(top, point.gigabits);
    if (band) {
        auto* low = m_plot->addGraph();
        auto* high = m_plot->addGraph();
        const QVector<double> xs{-right, 2 * right};
        low->setData(xs, QVector<double>(2, inGigabits(band->low)));
        high->setData(xs, QVector<double>(2, inGigabits(band->high)));
        for (auto* graph : {low, high}) graph->setPen(QPen(t.planDeep, 1.1, Qt::DashLine));
        QColor fill = t.plan;
        fill.setAlpha(28);
        high->setBrush(fill);
        high->setChannelFillGraph(low);
    }
    const auto add = [&](const std::vector<Point>& list, Qt::PenStyle style) {
        QVector<double> xs, ys, hollowX, hollowY;
        for (const Point& point : list) {
            if (point.hollow && !asLine) hollowX << point.x, hollowY << point.gigabits;
            else xs << point.x, ys << point.gigabits;
        }
        auto* graph = m_plot->addGraph();
        graph->setData(xs, ys, true);
        graph->setPen(QPen(t.measured, 1.6, style));
        if (!asLine) {
            graph->setLineStyle(QCPGraph::lsNone);
            graph->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, t.measured, t.measured, 8));
            auto* hollow = m_plot->addGraph();
            hollow->setData(hollowX, hollowY, true);
            hollow->setLineStyle(QCPGraph::lsNone);
            hollow->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssCircle, t.measured, t.paper, 8));
        }
    };
    add(points, Qt::SolidLine);
    if (!second.empty()) add(second, Qt::DashLine);
    m_plot->xAxis->setLabel(unit);
    m_plot->xAxis->setRange(asLine ? 0 : -0.05 * right, right * 1.05);
    m_plot->yAxis->setRange(0, std::max(0.1, top * 1.12));
    m_plot->replot(QCustomPlot::rpQueuedReplot);
}

}  // namespace sokudo::ui
