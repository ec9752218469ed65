// SPDX-License-Identifier: GPL-3.0-or-later
// What is seen until a project is open: how far it is, and why it could not be opened.
#pragma once

#include <QTimer>
#include <QWidget>

#include "app/opening.h"

class QLabel;
class QProgressBar;
class QPushButton;

namespace sokudo::ui {

/// Appears only where opening takes longer than a blink, or fails.
class OpeningWindow final : public QWidget {
    Q_OBJECT
public:
    /// @param opening  outlives the window
    OpeningWindow(app::Opening& opening, const QString& path);
    /// The project could not be opened: says why until the window is closed.
    void showFailure(const Error&);

Q_SIGNALS:
    void closed();

protected:
    void keyPressEvent(QKeyEvent*) override;
    void closeEvent(QCloseEvent*) override;

private:
    void showRows();
    app::Opening& m_opening;
    QLabel* m_title;
    QLabel* m_rows;
    QProgressBar* m_bar;
    QPushButton* m_button;
    QTimer m_appear, m_tick;
};

}  // namespace sokudo::ui
