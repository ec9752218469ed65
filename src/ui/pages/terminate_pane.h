// SPDX-License-Identifier: GPL-3.0-or-later
// How an end is made: pins and colours drawn large, the steps one at a time, and the trunking on the wall.
#pragma once

#include <QWidget>

#include "core/kb/knowledge_base.h"

class QButtonGroup;
class QLabel;
class QLineEdit;
class QPushButton;

namespace sokudo::ui {

class PinOutView;
class ScrollColumn;

class TerminatePane final : public QWidget {
    Q_OBJECT
public:
    explicit TerminatePane(const kb::KnowledgeBase&, QWidget* parent = nullptr);
    void showEnd(const QString& end);
    void showScheme(const QString& scheme);
    QString end() const { return m_end; }
    /// Writes the steps as a sheet. @return what went wrong; empty: it is written
    QString savePdf(const QString& path) const;

private:
    QWidget* left();
    QWidget* right();
    void fill();
    void go(int steps);
    const kb::KnowledgeBase& m_kb;
    QString m_end = "jack", m_scheme = "T568B";
    int m_step = 0;
    QList<QPushButton*> m_ends, m_schemes;
    PinOutView* m_pins;
    QLabel *m_pinsSay, *m_trunking;
    ScrollColumn* m_steps;
    QPushButton *m_back, *m_next;
};

}  // namespace sokudo::ui
