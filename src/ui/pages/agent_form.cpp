// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/agent_form.h"

#include <QLineEdit>
#include <QTimer>

#include "ui/widgets/parts.h"

namespace sokudo::ui {

QWidget* agentForm(std::function<void(const QString& address, const QString& key)> read)
{
    auto* form = new QWidget;
    auto* all = column(form, 0, 6);
    all->addSpacing(14);
    all->addWidget(label("Another machine", "heading"));
    all->addWidget(
        label("Start sokudo-agent there with --listen and its address; it prints a pairing key.", "soft", true));
    auto* address = new QLineEdit;
    address->setAccessibleName("Address of the agent");
    address->setPlaceholderText("10.20.0.5 or 10.20.0.5:7411");
    auto* key = new QLineEdit;
    key->setAccessibleName("Pairing key of the agent");
    key->setPlaceholderText("pairing key");
    key->setEchoMode(QLineEdit::PasswordEchoOnEdit);
    all->addWidget(address);
    all->addWidget(key);
    const auto later = [address, key, read = std::move(read)] {
        QTimer::singleShot(0, address, [read, where = address->text().trimmed(), secret = key->text().trimmed()] {
            read(where, secret);
        });
    };
    QObject::connect(key, &QLineEdit::returnPressed, form, later);
    all->addWidget(button("Read it", "", later), 0, Qt::AlignLeft);
    return form;
}

}  // namespace sokudo::ui
