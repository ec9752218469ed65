// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/rack_view.h"

#include <algorithm>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QToolTip>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {
constexpr int kRail = 34, kHead = 52;
constexpr double kMark = 11, kMarkStep = 14;
}  // namespace

RackView::RackView(QWidget* parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Rack from the front");
}

void RackView::setContent(RackContent content)
{
    m_content = std::move(content);
    setMinimumSize(sizeHint());
    updateGeometry();
    update();
}

void RackView::setSelection(plan::DeviceId device, plan::PortId port)
{
    m_device = device;
    m_port = port;
    update();
}

/// As many as are stated, else as many as are taken.
int RackView::units() const
{
    int most = m_content.units;
    for (const RackDevice& one : m_content.devices) most = std::max(most, one.unit + one.height - 1);
    return most;
}

double RackView::unitHeight() const { return scaled(38); }

QSize RackView::sizeHint() const
{
    std::size_t beside = 0;
    for (const RackDevice& one : m_content.devices) beside += one.unit == 0;
    return {scaled(480),
            static_cast<int>(scaled(kHead) + (units() + 1.2 * static_cast<double>(beside)) * unitHeight() + 16)};
}

QRectF RackView::boxOf(const RackDevice& device) const
{
    const double left = scaled(kRail), width = this->width() - 2 * scaled(kRail), top = scaled(kHead);
    if (device.unit > 0)
        return {left, top + (units() - device.unit - device.height + 1) * unitHeight(), width,
                device.height * unitHeight()};
    int index = 0;
    for (const RackDevice& one : m_content.devices) {
        if (&one == &device) break;
        index += one.unit == 0;
    }
    return {left, top + (units() + 0.2 + 1.2 * index) * unitHeight(), width, unitHeight()};
}

QRectF RackView::boxOf(plan::DeviceId id) const
{
    for (const RackDevice& one : m_content.devices)
        if (one.id == id) return boxOf(one);
    return {};
}

QRectF RackView::markBox(const RackDevice& device, std::size_t port) const
{
    const QRectF box = boxOf(device);
    const double left = box.left() + scaled(118);
    const auto each = static_cast<std::size_t>(std::max(1.0, (box.right() - left - scaled(86)) / kMarkStep));
    return {left + static_cast<double>(port % each) * kMarkStep,
            box.top() + (device.ports.size() > each ? 5 : unitHeight() / 2 - kMark / 2) +
                static_cast<double>(port / each) * (kMark + 3),
            kMark, kMark};
}

void RackView::paintDevice(QPainter& painter, const RackDevice& device) const
{
    const Theme& t = theme();
    const QRectF box = boxOf(device).adjusted(1, 1.5, -1, -1.5);
    const bool isSelected = device.id == m_device && m_device.isSet();
    painter.setPen(QPen(isSelected ? t.ink : t.plan, isSelected ? 2.2 : 1.1));
    painter.setBrush(t.raised);
    painter.drawRoundedRect(box, 2, 2);
    painter.setPen(t.ink);
    painter.setFont(typeface(Face::Strong, 12));
    const QFontMetricsF metrics(painter.font());
    painter.drawText(QRectF(box.left() + 8, box.top(), scaled(104), scaled(34)), Qt::AlignVCenter | Qt::AlignLeft,
                     metrics.elidedText(device.name, Qt::ElideRight, scaled(104)));
    for (std::size_t i = 0; i < device.ports.size(); ++i) {
        const QRectF square = markBox(device, i);
        const app::PortMark& port = device.ports[i];
        if (port.state == app::PortState::Used) painter.fillRect(square, t.rate(port.rate));
        else if (port.state == app::PortState::Dead) paintVerdict(painter, square, Verdict::NoLink);
        else {
            painter.setPen(QPen(t.plan, 1));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(square.adjusted(0.5, 0.5, -0.5, -0.5));
        }
        if (port.id == m_port && m_port.isSet()) {
            painter.setPen(QPen(t.ink, 1.6));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(square.adjusted(-2, -2, 2, 2));
        }
    }
    painter.setPen(device.isTooDeep ? t.noLink : t.soft);
    painter.setFont(typeface(Face::Figure, 10));
    painter.drawText(QRectF(box.right() - scaled(84), box.top(), scaled(78), box.height()),
                     Qt::AlignVCenter | Qt::AlignRight, device.weightText + "\n" + device.depthText);
}

void RackView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(t.ink);
    painter.setFont(typeface(Face::Strong, 14));
    painter.drawText(QRectF(2, 0, width(), scaled(22)), Qt::AlignVCenter | Qt::AlignLeft, m_content.name);
    painter.setPen(t.soft);
    painter.setFont(typeface(Face::Text, 12));
    painter.drawText(QRectF(2, scaled(20), width(), scaled(20)), Qt::AlignVCenter | Qt::AlignLeft, m_content.note);
    const QRectF front(scaled(kRail), scaled(kHead), width() - 2 * scaled(kRail), units() * unitHeight());
    painter.fillRect(front, t.side);
    painter.setPen(QPen(t.hairline, 1));
    painter.setFont(typeface(Face::Figure, 10));
    for (int unit = 1; unit <= units(); ++unit) {
        const double y = front.top() + (units() - unit) * unitHeight();
        painter.setPen(QPen(t.hairline, 1));
        painter.drawLine(QPointF(front.left(), y), QPointF(front.right(), y));
        painter.setPen(t.soft);
        painter.drawText(QRectF(0, y, front.left() - 6, unitHeight()), Qt::AlignVCenter | Qt::AlignRight,
                         QString::number(unit));
    }
    painter.setPen(QPen(t.ink, 1.4));
    painter.drawLine(front.topLeft(), front.bottomLeft());
    painter.drawLine(front.topRight(), front.bottomRight());
    for (const RackDevice& one : m_content.devices) paintDevice(painter, one);
    if (hasFocus()) {
        painter.setPen(QPen(t.plan, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

const app::PortMark* RackView::markAt(const QPointF& at, const RackDevice** owner) const
{
    for (const RackDevice& one : m_content.devices)
        for (std::size_t i = 0; i < one.ports.size(); ++i)
            if (markBox(one, i).adjusted(-1, -2, 2, 2).contains(at)) {
                *owner = &one;
                return &one.ports[i];
            }
    return nullptr;
}

void RackView::mousePressEvent(QMouseEvent* event)
{
    const RackDevice* owner = nullptr;
    if (const app::PortMark* mark = markAt(event->position(), &owner)) {
        Q_EMIT portSelected(mark->id, owner->id);
        return;
    }
    for (const RackDevice& one : m_content.devices)
        if (boxOf(one).contains(event->position())) Q_EMIT deviceSelected(one.id);
}

/// Up and down go along the devices as they stand.
void RackView::keyPressEvent(QKeyEvent* event)
{
    if (event->key() != Qt::Key_Up && event->key() != Qt::Key_Down) return QWidget::keyPressEvent(event);
    std::vector<const RackDevice*> order;
    for (const RackDevice& one : m_content.devices) order.push_back(&one);
    std::sort(order.begin(), order.end(),
              [this](const RackDevice* a, const RackDevice* b) { return boxOf(*a).top() < boxOf(*b).top(); });
    if (order.empty()) return;
    const auto at =
        std::find_if(order.begin(), order.end(), [this](const RackDevice* one) { return one->id == m_device; });
    std::size_t next = at == order.end() ? 0 : static_cast<std::size_t>(at - order.begin());
    if (at != order.end() && event->key() == Qt::Key_Down) next = std::min(next + 1, order.size() - 1);
    if (at != order.end() && event->key() == Qt::Key_Up && next > 0) --next;
    Q_EMIT deviceSelected(order[next]->id);
}

bool RackView::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const RackDevice* owner = nullptr;
        const app::PortMark* mark = markAt(help->pos(), &owner);
        QToolTip::showText(
            help->globalPos(),
            mark ? tip(mark->name + (mark->rate ? ", " + toQt(text::rate(*mark->rate, 3)) : ", free")) : QString(),
            this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace sokudo::ui
