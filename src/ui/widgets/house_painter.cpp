// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/house_painter.h"

#include <cmath>

#include <QPainter>

#include "ui/theme.h"
#include "ui/widgets/seen_lines.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {
namespace {

constexpr double kBackOpacity = 0.28;
constexpr double kBackCardOpacity = 0.55;

/// Thickness by the log of the rate: 1.3 at 100 Mb/s to 4.8 at 100 Gb/s.
double thickness(const std::optional<BitRate>& rate)
{
    if (!rate || rate->steps() <= 0) return 1.3;
    return std::clamp(1.3 + (std::log10(rate->in()) - 8) * 1.15, 1.3, 4.8);
}

/// Solid copper, fine dots fibre, short dashes coax, long dashes what is not known.
void setDash(QPen& pen, const std::optional<kb::MediumKind>& medium)
{
    const double w = std::max(1.0, pen.widthF());
    if (!medium) pen.setDashPattern({9 / w, 6 / w});
    else if (kb::isFibre(*medium)) pen.setDashPattern({2.4 / w, 2.4 / w});
    else if (*medium == kb::MediumKind::Coax) pen.setDashPattern({7 / w, 4 / w});
    pen.setCapStyle(Qt::FlatCap);
}

QColor colourOf(const app::DrawnRun& run, HouseLayer layer)
{
    const Theme& t = theme();
    if (layer == HouseLayer::Verdicts) return t.verdict(run.verdict);
    if (layer == HouseLayer::Rates) return run.verdict > Verdict::Unknown ? t.verdict(run.verdict) : t.rate(run.rate);
    return t.plan;
}

}  // namespace

HousePainter::HousePainter(const app::HouseContent& content, const HouseLayout& layout,
                           const std::vector<PlacedLabel>& labels, const HouseLook& look)
    : m_content(content), m_layout(layout), m_labels(labels), m_look(look)
{
    std::set<plan::PortId> own;
    for (const PlacedCard& card : layout.cards)
        if (card.card->id == look.device && look.device.isSet() && !look.port.isSet())
            for (const PlacedMark& mark : card.marks) own.insert(mark.mark.id);
    if (look.port.isSet()) own.insert(look.port);
    for (const app::DrawnRun& run : content.runs)
        if ((look.run.isSet() && run.run == look.run) || (look.hovered.isSet() && run.run == look.hovered) ||
            own.contains(run.a) || own.contains(run.b))
            m_chosenLinks.insert(run.link);
    for (const app::DrawnRun& run : content.runs)
        if (m_chosenLinks.contains(run.link)) {
            m_chosenPorts.insert(run.a);
            m_chosenPorts.insert(run.b);
        }
    m_hasChoice = look.device.isSet() || look.run.isSet() || look.port.isSet();
}

bool HousePainter::isSelected(const app::DrawnRun& run) const
{
    const bool isHovered = m_look.hovered.isSet() && m_chosenLinks.contains(run.link) && !m_look.device.isSet();
    return (m_look.run.isSet() && m_chosenLinks.contains(run.link)) || isHovered || run.run == m_look.hovered;
}

bool HousePainter::standsBack(const app::DrawnRun& run) const
{
    if (!m_look.runMarks.empty() || !m_look.deviceMarks.empty()) return !m_look.runMarks.contains(run.run);
    if (m_look.layer == HouseLayer::Makeshift && !run.isMakeshift) return true;
    if (m_look.layer == HouseLayer::Power && run.feeds.isEmpty()) return true;
    return m_hasChoice && !m_chosenLinks.contains(run.link);
}

bool HousePainter::standsBack(const app::DeviceCard& card) const
{
    if (!m_look.runMarks.empty() || !m_look.deviceMarks.empty()) return !m_look.deviceMarks.contains(card.id);
    if (m_look.layer == HouseLayer::Makeshift && !card.isMakeshift) return true;
    if (!m_hasChoice || card.id == m_look.device) return false;
    return std::none_of(card.ports.begin(), card.ports.end(),
                        [&](const app::PortMark& port) { return m_chosenPorts.contains(port.id); });
}

void HousePainter::paint(QPainter& painter, const QRectF& seen, const QSizeF& paper) const
{
    const Theme& t = theme();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(QRectF(QPointF(0, 0), paper), t.paper);
    paintYard(painter, paper);
    paintBands(painter);
    painter.setPen(QPen(t.ink, 1.2));
    painter.drawLine(m_layout.house.topRight(), m_layout.house.bottomRight());
    painter.setFont(typeface(Face::Strong, 12));
    painter.setPen(t.ink);
    for (const PlacedTitle& title : m_layout.titles)
        if (seen.adjusted(-400, -40, 40, 40).contains(title.at)) painter.drawText(title.at, title.text);
    SeenLines lines(painter, seen);
    paintBundles(lines);
    // What stands back first, so that nothing faint lies over what is brought out, and what is selected above all.
    std::vector<const PlacedRun*> back, front, selected;
    for (const PlacedRun& run : m_layout.runs) {
        if (!run.bounds.intersects(seen)) continue;
        (isSelected(*run.run) ? selected : standsBack(*run.run) ? back : front).push_back(&run);
    }
    painter.setOpacity(kBackOpacity);
    for (const PlacedRun* run : back) paintRun(painter, lines, *run);
    painter.setOpacity(1);
    for (const std::vector<const PlacedRun*>* runs : {&front, &selected})
        for (const PlacedRun* run : *runs) paintRun(painter, lines, *run);
    if (m_look.layer == HouseLayer::Power) paintFeeds(painter);
    for (const PlacedCard& card : m_layout.cards) {
        if (!card.box.intersects(seen)) continue;
        painter.setOpacity(standsBack(*card.card) ? kBackCardOpacity : 1);
        paintCard(painter, card);
    }
    paintBundleCounts(painter, seen);
    for (const PlacedLabel& label : m_labels) {
        if (!label.box.intersects(seen)) continue;
        painter.setOpacity(standsBack(*label.run) ? kBackCardOpacity : 1);
        paintLabel(painter, label);
    }
    painter.setOpacity(1);
}

/// A broad band below the runs that share a lane. Its colour is mixed beforehand: where bands cross, nothing is darker.
void HousePainter::paintBundles(SeenLines& lines) const
{
    const double share = m_hasChoice ? 0.07 : 0.16;
    const QColor &paper = theme().paper, &plan = theme().plan;
    const auto mix = [share](int a, int b) { return static_cast<int>(a + (b - a) * share); };
    QPen pen(QColor(mix(paper.red(), plan.red()), mix(paper.green(), plan.green()), mix(paper.blue(), plan.blue())), 9);
    pen.setCapStyle(Qt::SquareCap);
    for (const PlacedBundle& bundle : m_layout.bundles) lines.draw(bundle.spine, pen);
}

/// How many runs a bundle holds, with the worst of their verdicts: "12×".
void HousePainter::paintBundleCounts(QPainter& painter, const QRectF& seen) const
{
    painter.setFont(typeface(Face::Figure, 10));
    const QFontMetricsF metrics(painter.font());
    for (const PlacedBundle& bundle : m_layout.bundles) {
        if (!seen.adjusted(-60, -20, 60, 20).contains(bundle.label)) continue;
        const QString text = QString("%1×").arg(bundle.runs);
        const bool isMarked = bundle.worst != Verdict::Fits;
        QRectF box(0, 0, metrics.horizontalAdvance(text) + (isMarked ? 18 : 6), metrics.height());
        box.moveCenter(bundle.label);
        if (bundle.spine.size() > 2) box.moveRight(bundle.label.x() + 6);  // clear of the cards beside the gutter
        painter.fillRect(box, theme().paper);
        if (isMarked) paintVerdict(painter, QRectF(box.left() + 2, box.center().y() - 4.5, 9, 9), bundle.worst);
        painter.setPen(theme().soft);
        painter.drawText(box.adjusted(isMarked ? 12 : 0, 0, 0, 0), Qt::AlignCenter, text);
    }
}

void HousePainter::paintRun(QPainter& painter, SeenLines& lines, const PlacedRun& placed) const
{
    const Theme& t = theme();
    const app::DrawnRun& run = *placed.run;
    QPen pen(colourOf(run, m_look.layer), thickness(run.rate));
    if (isSelected(run)) {
        lines.draw(placed.line, QPen(t.ink, pen.widthF() + 4));
        lines.draw(placed.line, QPen(t.paper, pen.widthF() + 2));
    }
    setDash(pen, run.medium);
    lines.draw(placed.line, pen);
    if (placed.isOpen)  // a dotted square where it stops
        paintVerdict(painter, QRectF(placed.line.last() - QPointF(0, 4), QSizeF(8, 8)), Verdict::Unknown);
}

void HousePainter::paintLabel(QPainter& painter, const PlacedLabel& label) const
{
    const Theme& t = theme();
    const QRectF& box = label.box;
    painter.setFont(typeface(Face::Figure, 11));
    painter.fillRect(box, t.paper);
    const bool isOfLink =
        m_look.runMarks.empty() && (m_look.layer == HouseLayer::Rates || m_look.layer == HouseLayer::Verdicts);
    if (isOfLink) paintVerdict(painter, QRectF(box.left() + 2, box.center().y() - 4.5, 9, 9), label.run->verdict);
    painter.setPen(isOfLink ? t.verdict(label.run->verdict) : t.ink);
    painter.drawText(box.adjusted(isOfLink ? 14 : 4, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, label.text);
}

void HousePainter::paintMark(QPainter& painter, const PlacedMark& mark) const
{
    const Theme& t = theme();
    switch (mark.mark.state) {
    case app::PortState::Used: painter.fillRect(mark.square, t.rate(mark.mark.rate)); break;
    case app::PortState::Free:
        painter.setPen(QPen(t.plan, 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(mark.square.adjusted(0.5, 0.5, -0.5, -0.5));
        break;
    case app::PortState::Dead: paintVerdict(painter, mark.square, Verdict::NoLink); break;
    }
    if (mark.mark.id == m_look.port && m_look.port.isSet()) {
        painter.setPen(QPen(t.ink, 1.6));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(mark.square.adjusted(-2, -2, 2, 2));
    }
}

/// Cords and leads from a battery unit or another device, behind the cards, thicker with more watts; each ends in a
/// plug.
void HousePainter::paintFeeds(QPainter& painter) const
{
    const Theme& t = theme();
    std::map<plan::DeviceId, QRectF> boxes;
    for (const PlacedCard& card : m_layout.cards) boxes[card.card->id] = card.box;
    int lane = 0;
    for (const app::DrawnFeed& feed : m_content.feeds) {
        const auto from = boxes.find(feed.from), to = boxes.find(feed.to);
        if (from == boxes.end() || to == boxes.end()) continue;
        const double width = std::clamp(1.4 + std::log10(std::max(1.0, feed.watts)), 1.4, 4.5);
        const double below = from->second.bottom() + 6 + 4 * (lane++ % 3);
        const double start = from->second.center().x() + 6 * (lane % 4) - 9, end = to->second.left() + 16;
        const bool isUnder = std::abs(to->second.bottom() - from->second.bottom()) < 4;
        const double plug = isUnder || to->second.top() < from->second.top() ? to->second.bottom() : to->second.top();
        QPolygonF line;
        line << QPointF(start, from->second.bottom()) << QPointF(start, below) << QPointF(end, below)
             << QPointF(end, plug);
        QPen pen(isOff(feed.to) ? t.soft : t.planDeep, width);
        if (isOff(feed.to)) pen.setStyle(Qt::DotLine);
        pen.setJoinStyle(Qt::MiterJoin);
        painter.setPen(pen);
        painter.setBrush(Qt::NoBrush);
        painter.drawPolyline(line);
        painter.fillRect(QRectF(end - 4, plug - 3, 8, 6), pen.color());
    }
}

void HousePainter::paintCard(QPainter& painter, const PlacedCard& placed) const
{
    const Theme& t = theme();
    const app::DeviceCard& card = *placed.card;
    const bool selected = card.id == m_look.device && m_look.device.isSet();
    QPen edge(selected ? t.ink : t.plan, selected ? 2.2 : 1.1);
    if (card.isOpen || card.isFolded) edge.setStyle(Qt::DashLine);  // a guess, or several in one
    if (isOff(card.id)) {
        edge.setColor(t.soft);
        edge.setStyle(Qt::DotLine);
    }
    painter.setPen(edge);
    painter.setBrush(isOff(card.id) ? t.side : t.raised);
    painter.drawRoundedRect(placed.box, 3, 3);
    const QRectF inside = placed.box.adjusted(10, 6, -8, -4);
    painter.setPen(isOff(card.id) ? t.soft : t.ink);
    painter.setFont(typeface(Face::Strong, 13));
    QFontMetricsF metrics(painter.font());
    painter.drawText(QRectF(inside.left(), inside.top(), inside.width(), scaled(17)), Qt::AlignVCenter,
                     metrics.elidedText(card.name, Qt::ElideRight, inside.width()));
    painter.setPen(t.soft);
    painter.setFont(typeface(Face::Text, 11));
    metrics = QFontMetricsF(painter.font());
    QString below = card.description;
    if (m_look.layer == HouseLayer::Owner) below = card.owner.isEmpty() ? "owner not stated" : "owner: " + card.owner;
    if (m_look.layer == HouseLayer::Power) below = card.power.isEmpty() ? "power not stated" : card.power;
    if (isOff(card.id)) below = "off";
    if (m_look.layer == HouseLayer::Makeshift && card.isMakeshift) below = "left temporary";
    if (const auto mark = m_look.deviceMarks.find(card.id); mark != m_look.deviceMarks.end())
        below = word(mark->second);
    painter.drawText(QRectF(inside.left(), inside.top() + scaled(17), inside.width(), scaled(15)), Qt::AlignVCenter,
                     metrics.elidedText(below, Qt::ElideRight, inside.width()));
    for (const PlacedMark& mark : placed.marks) paintMark(painter, mark);
}

/// The yard, the ground and the outbuildings on it.
void HousePainter::paintYard(QPainter& painter, const QSizeF& paper) const
{
    if (m_layout.yard.width() <= 0) return;
    const Theme& t = theme();
    const QColor earth = t.dark ? QColor("#2a2620") : QColor("#e9e2d2"),
                 yard = t.dark ? QColor("#20201f") : QColor("#f1ebde");
    const double left = m_layout.yard.left(), right = std::max(paper.width(), m_layout.size.width());
    painter.fillRect(QRectF(left, 0, right - left, m_layout.groundLine), yard);
    painter.fillRect(QRectF(left, m_layout.groundLine, right - left,
                            std::max(paper.height(), m_layout.size.height()) - m_layout.groundLine),
                     earth);
    painter.setPen(t.soft);
    painter.setFont(typeface(Face::Text, 11));
    painter.drawText(QRectF(left, 6, m_layout.yard.width(), scaled(16)), Qt::AlignCenter, "yard");
    painter.drawText(QRectF(left, m_layout.groundLine + 6, right - left - 12, scaled(16)), Qt::AlignCenter, "ground");
    double top = m_layout.groundLine, bottom = 0;
    for (const PlacedCard& card : m_layout.cards)
        if (card.box.left() > m_layout.yard.right())
            top = std::min(top, card.box.top() - scaled(28)), bottom = std::max(bottom, card.box.bottom() + 22);
    if (bottom <= 0) return;
    painter.setPen(QPen(t.ink, 1.2));
    painter.setBrush(t.paper);
    painter.drawRect(QRectF(m_layout.outbuildings.left(), top, m_layout.outbuildings.width() - 4,
                            std::max(bottom, m_layout.groundLine) - top));
}

/// Levels of the house with their names.
void HousePainter::paintBands(QPainter& painter) const
{
    const Theme& t = theme();
    for (const PlacedBand& band : m_layout.bands) {
        painter.setPen(QPen(t.hairline, 1));
        painter.drawLine(band.area.bottomLeft(), band.area.bottomRight());
        painter.setPen(t.soft);
        painter.setFont(typeface(Face::Figure, 11));
        painter.drawText(QRectF(12, band.area.top() + 8, scaled(84), scaled(16)), Qt::AlignLeft | Qt::AlignVCenter,
                         (band.folded ? "▸ " : "") + band.label);
        if (!band.folded) continue;
        painter.setFont(typeface(Face::Text, 12));
        painter.drawText(QRectF(scaled(104), band.area.top(), band.area.width() - scaled(110), band.area.height()),
                         Qt::AlignLeft | Qt::AlignVCenter,
                         QString("%1 devices, folded; click to open").arg(band.devices));
    }
}

}  // namespace sokudo::ui
