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

QString textOf(const app::DrawnRun& run)
{
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

std::vector<PlacedLabel> placeLabels(const HouseLayout& house, plan::RunId selected)
{
    const QFontMetricsF metrics(typeface(Face::Figure, 11));
    Taken taken;
    for (const PlacedCard& card : house.cards) taken.add(card.box);
    std::vector<PlacedLabel> labels;
    for (const PlacedRun& placed : house.runs) {
        if (placed.run->verdict == Verdict::Fits && placed.run->run != selected) continue;
        const QString text = textOf(*placed.run);
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
