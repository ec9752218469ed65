// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/parts.h"

#include <algorithm>

#include <QComboBox>
#include <QStyle>

namespace sokudo::ui {

void setKind(QWidget* widget, const char* kind)
{
    widget->setProperty("kind", kind);
    widget->style()->unpolish(widget);
    widget->style()->polish(widget);
}

QLabel* label(const QString& text, const char* kind, bool wraps)
{
    auto* made = new QLabel(text);
    made->setProperty("kind", kind);
    made->setWordWrap(wraps);
    made->setTextInteractionFlags(Qt::NoTextInteraction);
    return made;
}

QPushButton* button(const QString& text, const char* kind, const std::function<void()>& clicked)
{
    auto* made = new QPushButton(text);
    made->setProperty("kind", kind);
    made->setCursor(Qt::PointingHandCursor);
    QObject::connect(made, &QPushButton::clicked, made, [clicked] { clicked(); });
    return made;
}

QFrame* frame(const char* kind)
{
    auto* made = new QFrame;
    made->setProperty("kind", kind);
    return made;
}

void clear(QLayout* layout)
{
    while (QLayoutItem* item = layout->takeAt(0)) {
        if (QWidget* widget = item->widget()) {
            widget->hide();
            widget->deleteLater();
        }
        if (QLayout* inner = item->layout()) clear(inner);
        delete item;
    }
}

void fillDevices(QComboBox* box, const app::DeviceChoices& devices, int otherwise)
{
    const QVariant chosen = box->currentData();
    box->clear();
    for (const auto& [id, name] : devices) box->addItem(name, static_cast<qlonglong>(id.value));
    box->setCurrentIndex(std::max(otherwise, box->findData(chosen)));
}

QVBoxLayout* column(QWidget* of, int margin, int gap)
{
    auto* made = new QVBoxLayout(of);
    made->setContentsMargins(margin, margin, margin, margin);
    made->setSpacing(gap);
    return made;
}

}  // namespace sokudo::ui
