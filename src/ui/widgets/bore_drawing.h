// SPDX-License-Identifier: GPL-3.0-or-later
// The bore as lines and areas: on the screen, as a picture or as SVG.
#pragma once

#include <vector>

#include <QPainter>

#include "app/presenters/path_presenter.h"

namespace sokudo::ui {

/// One section of the pipe: a stage, or several in the middle folded into one.
struct BoreSection {
    int first = 0, last = 0;
    bool isFolded() const { return last > first; }
    int count() const { return last - first + 1; }
};

/// Sections that fit into `most`. The ends and the stage that binds are never folded.
std::vector<BoreSection> boreSections(int stages, int binding, int most);

class BoreDrawing {
public:
    /// @param focused  stage that is lit; -1: none
    BoreDrawing(const app::BoreContent&, const QRectF& area, int focused);
    void draw(QPainter&) const;
    /// The section under a point; -1: none.
    int sectionAt(const QPointF&) const;
    const std::vector<BoreSection>& sections() const { return m_sections; }
    QPointF middleOf(int section) const;

private:
    QRectF pipe() const;
    double halfHeight(BitRate, double most) const;
    BitRate narrowest(const std::vector<expect::Stage>&, const BoreSection&) const;
    QPainterPath wallOf(const std::vector<double>& half) const;
    void drawOther(QPainter&) const;
    void drawMeasured(QPainter&) const;
    void drawBand(QPainter&) const;
    void drawWords(QPainter&, int section) const;
    const app::BoreContent& m_content;
    QRectF m_area;
    int m_focused;
    std::vector<BoreSection> m_sections;
    BitRate m_least;
};

}  // namespace sokudo::ui
