// SPDX-License-Identifier: GPL-3.0-or-later
// Settings of the user: what is seen, how figures are written, which practice counts.
#pragma once

#include <functional>

#include <QWidget>

#include "app/preferences.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::ui {

class SettingsPage final : public QWidget {
    Q_OBJECT
public:
    /// @param taken  called after a change was written
    SettingsPage(const kb::KnowledgeBase&, std::function<void()> taken, QWidget* parent = nullptr);

private:
    void take(const std::function<void(app::Preferences&)>& change);
    QWidget* look();
    QWidget* figures();
    QWidget* practices();
    const kb::KnowledgeBase& m_kb;
    std::function<void()> m_taken;
};

}  // namespace sokudo::ui
