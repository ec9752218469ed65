// SPDX-License-Identifier: GPL-3.0-or-later
// Words of the trade explain themselves where the pointer rests on them.
#pragma once

#include <QObject>

#include "core/kb/knowledge_base.h"

class QWidget;

namespace sokudo::ui {

/// What a label, button or heading says; empty for other widgets.
QString textOf(const QWidget*);

/// Watches the whole program: a label without a tip of its own shows what the terms in it mean.
class TermTips final : public QObject {
    Q_OBJECT
public:
    explicit TermTips(const kb::KnowledgeBase&, QObject* parent = nullptr);

protected:
    bool eventFilter(QObject*, QEvent*) override;

private:
    const kb::KnowledgeBase& m_kb;
};

}  // namespace sokudo::ui
