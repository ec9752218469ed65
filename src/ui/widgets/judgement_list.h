// SPDX-License-Identifier: GPL-3.0-or-later
// Judgements of the whole house: mark, what is said, what to do, the caution.
#pragma once

#include <functional>

#include <QWidget>

#include "core/power/judgement.h"

class QVBoxLayout;

namespace sokudo::ui {

class JudgementList final : public QWidget {
public:
    /// @param caution  the words of a caution by its id; empty: none
    JudgementList(std::function<QString(const std::string&)> caution, std::function<void(const plan::Subject&)> go,
                  QWidget* parent = nullptr);
    void show(const std::vector<const power::Judgement*>&);

private:
    std::function<QString(const std::string&)> m_caution;
    std::function<void(const plan::Subject&)> m_go;
    QVBoxLayout* m_rows;
};

}  // namespace sokudo::ui
