// SPDX-License-Identifier: GPL-3.0-or-later
// Keys, edit lines, words of the trade, and what this program is.
#pragma once

#include <QWidget>

#include "core/kb/knowledge_base.h"

class QVBoxLayout;

namespace sokudo::ui {

class HelpPage final : public QWidget {
    Q_OBJECT
public:
    explicit HelpPage(const kb::KnowledgeBase&, QWidget* parent = nullptr);

private:
    QWidget* keys();
    QWidget* lines();
    QWidget* terms(const kb::KnowledgeBase&);
    QWidget* about();
};

}  // namespace sokudo::ui
