// SPDX-License-Identifier: GPL-3.0-or-later
// The light of a fibre link as a waterfall: launch, what each piece takes, the receiver with its limits.
#pragma once

#include <QWidget>

#include "core/match/light_path.h"

namespace sokudo::ui {

class LightView final : public QWidget {
    Q_OBJECT
public:
    explicit LightView(QWidget* parent = nullptr);
    void setPaths(std::vector<match::LightPath>);
    bool isEmpty() const { return m_paths.empty(); }
    /// "2.1 dB to spare; the receiver needs −9.9 dBm and gets at least −7.8 dBm."
    static QString sentence(const match::LightPath&);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {320, sizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    class Drawing;
    void drawPath(QPainter&, const QRectF&, const match::LightPath&) const;
    std::vector<match::LightPath> m_paths;
};

}  // namespace sokudo::ui
