// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/variant_box.h"

#include <QSignalBlocker>

#include "app/qt_text.h"

namespace sokudo::ui {

VariantBox::VariantBox(const QString& accessibleName, std::function<void(store::VersionId)> choose, QWidget* parent)
    : QComboBox(parent)
{
    setAccessibleName(accessibleName);
    connect(this, &QComboBox::activated, this,
            [this, choose = std::move(choose)] { choose({currentData().toLongLong()}); });
}

void VariantBox::show(const std::vector<store::Version>& variants, store::VersionId chosen)
{
    const QSignalBlocker quiet(this);
    clear();
    for (const store::Version& one : variants)
        addItem(app::toQt(one.name), QVariant::fromValue<qlonglong>(one.id.value));
    setCurrentIndex(findData(QVariant::fromValue<qlonglong>(chosen.value)));
    setVisible(count() > 0);
}

}  // namespace sokudo::ui
