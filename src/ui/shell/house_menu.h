// SPDX-License-Identifier: GPL-3.0-or-later
// The house's name in the top bar: what can be done with the house as a whole stands behind it.
#pragma once

#include <functional>
#include <vector>

#include <QToolButton>

namespace sokudo::ui {

/// One line of the menu, also found by the command field.
struct HouseAction {
    QString text;
    QString keys;  ///< as QKeySequence reads them; may be empty
    std::function<void()> act;
    bool isFirstOfGroup = false;
};

class HouseMenu final : public QToolButton {
    Q_OBJECT
public:
    /// @param recent  asked each time the menu opens; @param openRecent  called with the path chosen
    HouseMenu(std::vector<HouseAction>, std::function<QStringList()> recent,
              std::function<void(const QString&)> openRecent, QWidget* parent = nullptr);
    void setHouse(const QString& name);

private:
    void fillRecent();
    QMenu* m_recent;
    std::function<QStringList()> m_list;
    std::function<void(const QString&)> m_open;
};

}  // namespace sokudo::ui
