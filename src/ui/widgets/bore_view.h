// SPDX-License-Identifier: GPL-3.0-or-later
// A path as a pipe seen from the side: one section a stage, as wide as what the stage carries.
#pragma once

#include <QWidget>

#include "app/presenters/path_presenter.h"

namespace sokudo::ui {

class BoreView final : public QWidget {
    Q_OBJECT
public:
    explicit BoreView(QWidget* parent = nullptr);
    void setContent(const app::BoreContent&);
    /// The drawing as SVG, in the colours the window shows.
    QByteArray toSvg() const;
    /// The same as a picture, twice as fine as the screen.
    QImage toPicture() const;
    /// Writes SVG or PNG by the ending of the name. @return false: the file could not be written
    bool save(const QString& file) const;
    int focusedStage() const { return m_focused; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

Q_SIGNALS:
    void stageFocused(int stage);
    void stageChosen(int stage);  ///< clicked, or Enter: it wants to be changed

protected:
    void paintEvent(QPaintEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void leaveEvent(QEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void focusInEvent(QFocusEvent*) override;
    void focusOutEvent(QFocusEvent*) override;
    bool event(QEvent*) override;

private:
    int stageAt(const QPointF&) const;
    QString tip(int stage) const;
    void focusStage(int stage);
    app::BoreContent m_content;
    int m_focused = -1;
};

}  // namespace sokudo::ui
