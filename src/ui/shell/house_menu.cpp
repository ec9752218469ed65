// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/shell/house_menu.h"

#include <QFileInfo>
#include <QMenu>

#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

HouseMenu::HouseMenu(std::vector<HouseAction> actions, std::function<QStringList()> recent,
                     std::function<void(const QString&)> openRecent, QWidget* parent)
    : QToolButton(parent), m_list(std::move(recent)), m_open(std::move(openRecent))
{
    setPopupMode(QToolButton::InstantPopup);
    setToolButtonStyle(Qt::ToolButtonTextOnly);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName("House");
    setStyleSheet(QString("QToolButton { border: none; padding: 4px 18px 4px 6px; color: %1; } QToolButton:hover, "
                          "QToolButton:focus { background: #2b3040; "
                          "border-radius: 3px; } QToolButton::menu-indicator { image: url(:/icons/down-dark); width: "
                          "9px; height: 6px; subcontrol-position: "
                          "right center; right: 5px; }")
                      .arg(theme().barInk.name()));
    auto* menu = new QMenu(this);
    m_recent = new QMenu("Open recent", menu);
    for (HouseAction& one : actions) {
        if (one.isFirstOfGroup && !menu->isEmpty()) menu->addSeparator();
        QAction* action = menu->addAction(one.text, this, one.act);
        if (!one.keys.isEmpty()) action->setShortcut(QKeySequence(one.keys));
        if (one.text.startsWith("Open a")) menu->addMenu(m_recent);
    }
    connect(m_recent, &QMenu::aboutToShow, this, &HouseMenu::fillRecent);
    setMenu(menu);
}

void HouseMenu::setHouse(const QString& name)
{
    const QString shown = name.isEmpty() ? "no name yet" : name;
    setText(QFontMetrics(font()).elidedText(shown, Qt::ElideRight, scaled(180)));
    setToolTip(tip(shown + ": open, copy, export, settings"));
}

void HouseMenu::fillRecent()
{
    m_recent->clear();
    for (const QString& path : m_list()) {
        QAction* one = m_recent->addAction(QFileInfo(path).completeBaseName() + "   " + QFileInfo(path).absolutePath());
        connect(one, &QAction::triggered, this, [this, path] { m_open(path); });
    }
    if (m_recent->isEmpty()) m_recent->addAction("none yet")->setEnabled(false);
}

}  // namespace sokudo::ui
