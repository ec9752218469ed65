// SPDX-License-Identifier: GPL-3.0-or-later
// One field that finds places, devices, ports, runs and commands, and answers one-line questions.
#pragma once

#include <functional>
#include <vector>

#include <QLineEdit>

#include "app/document.h"
#include "app/selection.h"

class QListWidget;

namespace sokudo::ui {

struct Command {
    QString text;
    std::function<void()> run;
};

class CommandField final : public QLineEdit {
    Q_OBJECT
public:
    CommandField(app::Document&, app::Selection&, std::vector<Command>, QWidget* parent = nullptr);

    /// Types a question and shows its answer.
    void ask(const QString&);

Q_SIGNALS:
    void found();  ///< something was selected: show it

protected:
    bool eventFilter(QObject*, QEvent*) override;

private:
    void search(const QString&);
    void take(int row);
    std::vector<Command> matches(const QString&) const;
    std::vector<Command> answers(const QString&) const;
    std::vector<Command> editOf(const QString&) const;
    app::Document& m_document;
    app::Selection& m_selection;
    std::vector<Command> m_commands, m_shown;
    QListWidget* m_popup;
};

}  // namespace sokudo::ui
