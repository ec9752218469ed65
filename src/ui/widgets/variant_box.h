// SPDX-License-Identifier: GPL-3.0-or-later
// Chooses one variant of the house.
#pragma once

#include <functional>
#include <vector>

#include <QComboBox>

#include "app/presenters/buy_presenter.h"

namespace sokudo::ui {

class VariantBox final : public QComboBox {
    Q_OBJECT
public:
    /// @param choose  called when somebody takes another one
    VariantBox(const QString& accessibleName, std::function<void(store::VersionId)> choose, QWidget* parent = nullptr);
    /// Hidden while there is none.
    void show(const std::vector<store::Version>& variants, store::VersionId chosen);
};

}  // namespace sokudo::ui
