// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/parts.h"

#include <QKeyEvent>
#include <QMouseEvent>

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

QString tip(const QString& text) { return "<qt>" + text.toHtmlEscaped() + "</qt>"; }

QLabel* label(const QString& text, const char* kind, bool wraps)
{
    auto* result = new QLabel;
    result->setTextFormat(Qt::PlainText);  // names of things are no markup
    result->setText(text);
    result->setProperty("kind", kind);
    result->setWordWrap(wraps);
    result->setTextInteractionFlags(Qt::NoTextInteraction);
    return result;
}

QPushButton* button(const QString& text, const char* kind, const std::function<void()>& clicked)
{
    auto* result = new QPushButton(text);
    result->setProperty("kind", kind);
    result->setCursor(Qt::PointingHandCursor);
    QObject::connect(result, &QPushButton::clicked, result, [clicked] { clicked(); });
    return result;
}

namespace {

class LinkText final : public QLabel {
public:
    LinkText(const QString& text, std::function<void()> pressed) : QLabel(text), m_pressed(std::move(pressed))
    {
        setTextFormat(Qt::PlainText);
        setWordWrap(true);
        setCursor(Qt::PointingHandCursor);
        setFocusPolicy(Qt::TabFocus);
        setProperty("kind", "link");
    }

protected:
    void mouseReleaseEvent(QMouseEvent* event) override
    {
        if (rect().contains(event->position().toPoint())) m_pressed();
    }
    void keyPressEvent(QKeyEvent* event) override
    {
        if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space)
            m_pressed();
        else QLabel::keyPressEvent(event);
    }

private:
    std::function<void()> m_pressed;
};

}  // namespace

QLabel* linkText(const QString& text, const std::function<void()>& pressed) { return new LinkText(text, pressed); }

QFrame* frame(const char* kind)
{
    auto* result = new QFrame;
    result->setProperty("kind", kind);
    return result;
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
    auto* result = new QVBoxLayout(of);
    result->setContentsMargins(margin, margin, margin, margin);
    result->setSpacing(gap);
    return result;
}

}  // namespace sokudo::ui
