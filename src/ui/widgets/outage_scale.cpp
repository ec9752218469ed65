// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/outage_scale.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/power/clock_text.h"
#include "ui/theme.h"

namespace sokudo::ui {
namespace {

constexpr int kPlaySteps = 120, kPlayEvery = 60;  // ms: seven seconds for the whole
int batteryHeight() { return scaled(38); }
int serviceHeight() { return scaled(16); }
int headHeight() { return scaled(22); }
int footHeight() { return scaled(32); }
/// At large text the services matter more.
int mostBatteries() { return isVeryLarge() ? 0 : 3; }

QString capital(QString text)
{
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text;
}

/// Marks on the scale: of round times the closest that leave room for their figures.
Duration tickOf(Duration end)
{
    constexpr std::array kTicks{5.0, 10.0, 15.0, 30.0, 60.0, 120.0, 240.0, 480.0, 1440.0, 2880.0};
    for (double minutes : kTicks)
        if (end.in() / (minutes * 60) <= 8) return Duration::of(minutes * 60);
    return Duration::of(4320 * 60.0);
}

/// The charge at a time, on the straight lines between the points.
double chargeAt(const power::BatteryCurve& curve, Duration when)
{
    double left = curve.points.empty() ? 0 : curve.points.front().left;
    for (std::size_t i = 0; i < curve.points.size(); ++i) {
        const auto& here = curve.points[i];
        if (here.at > when) break;
        left = here.left;
        if (i + 1 >= curve.points.size()) break;
        const auto& next = curve.points[i + 1];
        if (next.at > when && next.at > here.at)
            left += (next.left - here.left) * (when.in() - here.at.in()) / (next.at.in() - here.at.in());
    }
    return left;
}

Watt loadAt(const power::BatteryCurve& curve, Duration when)
{
    Watt load;
    for (const auto& point : curve.points)
        if (point.at <= when) load = point.load;
    return load;
}

}  // namespace

OutageScale::OutageScale(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Time line of the outage");
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    m_play.setInterval(kPlayEvery);
    connect(&m_play, &QTimer::timeout, this, [this] {
        if (m_at >= end()) return togglePlay();
        setAt(m_at + Duration::of(end().in() / kPlaySteps));
    });
}

void OutageScale::setLine(std::optional<power::TimeLine> line, QStringList names)
{
    m_line = std::move(line);
    m_names = std::move(names);
    if (m_play.isActive()) togglePlay();
    setFixedHeight(sizeHint().height());
    setAt(std::min(m_at, end()));
}

Duration OutageScale::end() const
{
    if (!m_line) return Duration::of(3600);
    Duration last = m_line->end;
    for (const power::BatteryCurve& curve : m_line->batteries)
        if (!curve.lasts) last = std::max(last, std::min(curve.high, Duration::of(m_line->end.in() * 1.6)));
    return last;
}

Duration OutageScale::step() const
{
    return std::max(Duration::of(60), Duration::of(std::floor(end().in() / 6000) * 60));
}

void OutageScale::setAt(Duration when)
{
    m_at = std::clamp(when, Duration{}, end());
    setAccessibleDescription(app::toQt(power::clockText(m_at)) + " after the start");
    update();
    Q_EMIT moved();
}

void OutageScale::togglePlay()
{
    if (m_play.isActive()) m_play.stop();
    else {
        if (m_at >= end()) setAt({});
        m_play.start();
    }
    Q_EMIT playing(m_play.isActive());
}

void OutageScale::setCorner(QWidget* widget)
{
    m_corner = widget;
    m_corner->setParent(this);
    m_corner->show();
}
void OutageScale::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    if (!m_corner) return;
    m_corner->resize(m_corner->sizeHint());
    m_corner->move(scaled(16), height() - m_corner->height() - 3);
}

QSize OutageScale::sizeHint() const
{
    const int batteries = m_line ? static_cast<int>(m_line->batteries.size()) : 1;
    const int services = m_line ? static_cast<int>(m_line->services.size()) : 4;
    return {scaled(800), headHeight() + std::min(batteries, mostBatteries()) * batteryHeight() +
                             services * serviceHeight() + footHeight() + 6};
}

QRectF OutageScale::scale() const
{
    return QRectF(rect()).adjusted(scaled(176), headHeight(), -scaled(24), -footHeight());
}
double OutageScale::xOf(Duration when) const
{
    return scale().left() + scale().width() * std::min(1.0, when.in() / end().in());
}
void OutageScale::seek(double x)
{
    const double share = std::clamp((x - scale().left()) / scale().width(), 0.0, 1.0);
    setAt(Duration::of(std::round(share * end().in() / 60) * 60));
}

void OutageScale::mousePressEvent(QMouseEvent* event)
{
    setFocus();
    seek(event->position().x());
}
void OutageScale::mouseMoveEvent(QMouseEvent* event)
{
    if (event->buttons() & Qt::LeftButton) seek(event->position().x());
}

void OutageScale::keyPressEvent(QKeyEvent* event)
{
    const bool isFar = event->modifiers() & Qt::ShiftModifier;
    const Duration by = isFar ? Duration::of(step().in() * 10) : step();
    switch (event->key()) {
    case Qt::Key_Space: return togglePlay();
    case Qt::Key_Left: return setAt(m_at > by ? m_at - by : Duration{});
    case Qt::Key_Right: return setAt(m_at + by);
    case Qt::Key_Home: return setAt({});
    case Qt::Key_End: return setAt(end());
    default: QWidget::keyPressEvent(event);
    }
}

double OutageScale::paintBattery(QPainter& painter, const power::BatteryCurve& curve, const QString& name,
                                 double top) const
{
    const Theme& t = theme();
    const double height = batteryHeight() - 10, base = top + height;
    painter.setPen(t.ink);
    painter.setFont(typeface(Face::Strong, 12));
    painter.drawText(QRectF(scaled(20), top - 2, scaled(150), scaled(16)), Qt::AlignVCenter, name);
    painter.setFont(typeface(Face::Figure, 11));
    painter.setPen(t.soft);
    const QString now = curve.isOverloaded ? QString("overloaded: off")
                                           : QString("%1\u202fW now, %2\u202f% left")
                                                 .arg(app::toQt(text::number(loadAt(curve, m_at).in(), 3)))
                                                 .arg(qRound(100 * chargeAt(curve, m_at)));
    painter.drawText(QRectF(scaled(20), top + scaled(13), scaled(156), scaled(16)), Qt::AlignVCenter, now);
    painter.setPen(QPen(t.hairline, 1));
    painter.drawLine(QPointF(scale().left(), base), QPointF(scale().right(), base));
    if (!curve.lasts && !curve.isOverloaded && curve.high > curve.low) {
        QPolygonF band;  // between the earliest and the latest end
        band << QPointF(scale().left(), base - height) << QPointF(xOf(curve.high), base)
             << QPointF(xOf(curve.low), base);
        QColor pale = t.planPale;
        painter.setPen(Qt::NoPen);
        painter.setBrush(pale);
        painter.drawPolygon(band);
    }
    QPolygonF line;
    for (const auto& point : curve.points) line << QPointF(xOf(point.at), base - height * point.left);
    if (curve.lasts)
        line << QPointF(scale().right(), base - height * (curve.points.empty() ? 1 : curve.points.back().left));
    painter.setPen(QPen(t.planDeep, 2));
    painter.drawPolyline(line);
    return top + batteryHeight();
}

/// Solid while all of it works, hatched while some does, an empty dotted frame where it is gone.
void OutageScale::paintService(QPainter& painter, const power::ServiceLine& line, double top) const
{
    const Theme& t = theme();
    painter.setPen(t.ink);
    painter.setFont(typeface(Face::Text, 12));
    painter.drawText(QRectF(scaled(20), top, scaled(152), serviceHeight()), Qt::AlignVCenter,
                     capital(app::toQt(std::string(word(line.service)))));
    Duration from;
    int works = line.all;
    const auto bar = [&](Duration to) {
        QRectF box(xOf(from), top + 3, xOf(to) - xOf(from), serviceHeight() - 6);
        if (box.width() <= 0) return;
        painter.setPen(works == 0 ? QPen(t.hairline, 1, Qt::DotLine) : QPen(t.plan, 1));
        painter.setBrush(works == line.all ? QBrush(t.plan) : works > 0 ? QBrush(t.plan, Qt::BDiagPattern) : QBrush());
        painter.drawRect(box);
    };
    for (const auto& step : line.steps) {
        bar(step.at);
        from = step.at;
        works = step.works;
    }
    bar(end());
}

void OutageScale::paintClock(QPainter& painter) const
{
    const Theme& t = theme();
    painter.setFont(typeface(Face::Figure, 11));
    const Duration tick = tickOf(end());
    for (Duration when; when <= end(); when = when + tick) {
        painter.setPen(QPen(t.hairline, 1, Qt::DotLine));
        painter.drawLine(QPointF(xOf(when), scale().top()), QPointF(xOf(when), scale().bottom()));
        painter.setPen(t.soft);
        painter.drawText(QRectF(xOf(when) - 30, scale().bottom() + 2, 60, footHeight() - 2), Qt::AlignHCenter,
                         app::toQt(power::clockFigure(when)));
    }
    const double x = xOf(m_at);
    painter.setPen(QPen(t.ink, 1.6));
    painter.drawLine(QPointF(x, scale().top() - 4), QPointF(x, scale().bottom()));
    const QRectF flag(x - scaled(26), 1, scaled(52), headHeight() - 4);
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.ink);
    painter.drawRoundedRect(flag, 3, 3);
    painter.setPen(t.paper);
    painter.drawText(flag, Qt::AlignCenter, app::toQt(power::clockFigure(m_at)));
}

void OutageScale::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), theme().raised);
    if (!m_line) return;
    double top = scale().top() + 4;
    for (std::size_t i = 0; i < m_line->batteries.size() && i < static_cast<std::size_t>(mostBatteries()); ++i)
        top = paintBattery(painter, m_line->batteries[i], m_names.value(static_cast<int>(i)), top);
    for (const power::ServiceLine& line : m_line->services) {
        paintService(painter, line, top);
        top += serviceHeight();
    }
    paintClock(painter);
    if (hasFocus()) {
        painter.setPen(QPen(theme().plan, 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    }
}

}  // namespace sokudo::ui
