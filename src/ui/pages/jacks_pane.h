// SPDX-License-Identifier: GPL-3.0-or-later
// Tracing jacks with numbered remotes: where to put them, what was read, what belongs together.
#pragma once

#include <QWidget>

#include "app/presenters/jacks_presenter.h"

class QVBoxLayout;

namespace sokudo::ui {

class JacksPane final : public QWidget {
    Q_OBJECT
public:
    explicit JacksPane(app::JacksPresenter&, QWidget* parent = nullptr);

private:
    void refresh();
    void fillPlacing(QVBoxLayout*);
    void fillReadings(QVBoxLayout*);
    void fillMatches(QVBoxLayout*);
    app::JacksPresenter& m_presenter;
    QVBoxLayout *m_placing, *m_readings, *m_matches;
};

}  // namespace sokudo::ui
