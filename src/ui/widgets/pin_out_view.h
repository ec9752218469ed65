// SPDX-License-Identifier: GPL-3.0-or-later
// The eight pins of a jack or plug with the colours of one wiring scheme, large, in words and as they look.
#pragma once

#include <QStringList>
#include <QWidget>

namespace sokudo::ui {

class PinOutView final : public QWidget {
public:
    explicit PinOutView(QWidget* parent = nullptr);
    /// @param colours  of the pins from 1: "white with orange", "orange", …
    void setPins(const QString& scheme, const QStringList& colours, const QStringList& pairs);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent*) override;

private:
    QString m_scheme;
    QStringList m_colours, m_pairs;
};

}  // namespace sokudo::ui
