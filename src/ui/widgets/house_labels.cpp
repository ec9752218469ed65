// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/house_labels.h"

#include <cmath>
#include <map>

#include <QFontMetricsF>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"

namespace sokudo::ui {
namespace {

/// What takes room, found by the height at which it stands.
class Taken {
public:
    void add(const QRectF& box)
    {
        for (int band = bandOf(box.top()); band <= bandOf(box.bottom()); ++band) m_bands[band].push_back(box);
    }
    /// Something that a box would touch; null: there is room.
    const QRectF* inTheWayOf(const QRectF& box) const
    {
        for (int band = bandOf(box.top() - kGap); band <= bandOf(box.bottom() + kGap); ++band) {
            const auto at = m_bands.find(band);
            if (at == m_bands.end()) continue;
            for (const QRectF& other : at->second)
                if (other.adjusted(-3, -kGap, 3, kGap).intersects(box)) return &other;
        }
        return nullptr;
    }

private:
    static constexpr double kGap = 1;
    static int bandOf(double y) { return static_cast<int>(std::floor(y / 32)); }
    std::map<int, std::vector<QRectF>> m_bands;
};

/// What the layer says of a run; empty: nothing worth a label.
QString textOf(const app::DrawnRun& run, HouseLayer layer, bool isSelected)
{
    if (layer == HouseLayer::Networks) return run.network;
    if (layer == HouseLayer::Owner) return run.owner;
    if (layer == HouseLayer::Power) return run.feeds.isEmpty() ? "" : "feeds " + run.feeds;
    if (layer == HouseLayer::Makeshift) return run.isMakeshift ? "temporary" : "";
    if (layer == HouseLayer::Verdicts && run.verdict != Verdict::Fits) return app::toQt(std::string(word(run.verdict)));
    if (run.verdict == Verdict::Fits && !isSelected) return {};
    if (run.rate) return app::toQt(text::rate(*run.rate, 2));
    return run.verdict == Verdict::Unknown ? "not traced" : "no link";
}

/// Room for a label on one level stretch of a line; none: there is none.
std::optional<QRectF> roomOn(const QPointF& a, const QPointF& b, const QSizeF& size, const Taken& taken)
{
    constexpr double kStep = 14;
    if (std::abs(a.y() - b.y()) > 0.5 || std::abs(a.x() - b.x()) < size.width() + 8) return std::nullopt;
    const double right = std::max(a.x(), b.x()) - size.width();
    for (double x = std::min(a.x(), b.x()) + 10; x < right; x += kStep) {
        const QRectF box(QPointF(x, a.y() - size.height() / 2), size);
        const QRectF* other = taken.inTheWayOf(box);
        if (!other) return box;
        while (x + kStep < right && x + kStep < other->right()) x += kStep;
    }
    return std::nullopt;
}

}  // namespace

const char* word(HouseLayer layer)
{
    static constexpr const char* kWords[] = {"rates", "verdicts", "networks", "owner", "makeshift", "power"};
    return kWords[static_cast<int>(layer)];
}

const char* word(app::Mark mark)
{
    static constexpr const char* kWords[] = {"", "new", "changed", "gone"};
    return kWords[static_cast<int>(mark)];
}

std::vector<PlacedLabel> placeLabels(const HouseLayout& house, plan::RunId selected, HouseLayer layer,
                                     const std::map<plan::RunId, app::Mark>& marks)
{
    const QFontMetricsF metrics(typeface(Face::Figure, 11));
    Taken taken;
    for (const PlacedCard& card : house.cards) taken.add(card.box);
    std::vector<PlacedLabel> labels;
    for (const PlacedRun& placed : house.runs) {
        if (placed.isBundled && marks.empty() && placed.run->run != selected) continue;
        const auto mark = marks.find(placed.run->run);
        const QString text = marks.empty()         ? textOf(*placed.run, layer, placed.run->run == selected)
                             : mark == marks.end() ? QString()
                                                   : QString("run " + placed.run->label + ": " + word(mark->second));
        if (text.isEmpty()) continue;
        const QSizeF size(metrics.horizontalAdvance(text) + 16, metrics.height() + 1);
        for (int i = 1; i < placed.line.size(); ++i) {
            const auto box = roomOn(placed.line[i - 1], placed.line[i], size, taken);
            if (!box) continue;
            taken.add(*box);
            labels.push_back({*box, text, placed.run});
            break;
        }
    }
    return labels;
}

}  // namespace sokudo::ui
